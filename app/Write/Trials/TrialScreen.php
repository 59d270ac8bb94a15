<?php

declare(strict_types=1);

namespace App\Write\Trials;

use App\Changes\Trials\KeptTrial;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** The groups and pages of a trial of wordings. */
final class TrialScreen
{
    private const PAGE = 50;

    /** @return ?array<string, mixed> for the view write.trial; null where there is no such trial */
    public static function of(Request $request, Store $store, int $trial): ?array
    {
        $kept = KeptTrial::find($store, $trial);
        if ($kept === null) {
            return null;
        }
        $group = (int) $request->query('group', '0');
        $after = (int) $request->query('after', '0');
        $pages = Records::of(
            TrialPage::class,
            Rows::of(
                DB::table('text_trial_pages as p')
                    ->join('resources as r', 'r.id', '=', 'p.resource_id')
                    ->leftJoin(
                        'resource_texts as t',
                        static fn ($join) => $join
                            ->on('t.resource_id', '=', 'p.resource_id')
                            ->where('t.field', $kept->field->value),
                    )
                    ->where('p.trial_id', $kept->id)
                    ->where('p.number', $group)
                    ->where('p.resource_id', '>', $after)
                    ->orderBy('p.resource_id')
                    ->limit(self::PAGE + 1)
                    ->get(['p.*', 'r.name', 't.stored', 't.shown']),
            ),
        );

        return [
            'store' => $store,
            'trial' => $kept,
            'groups' => Records::select(
                TrialGroup::class,
                'SELECT g.number, g.name, COUNT(p.resource_id) AS pages, COALESCE(SUM(p.clicks), 0) AS clicks,
                    COALESCE(SUM(p.clicks_before), 0) AS clicks_before FROM text_trial_groups g
                    LEFT JOIN text_trial_pages p ON p.trial_id = g.trial_id AND p.number = g.number
                    WHERE g.trial_id = ? GROUP BY g.number, g.name ORDER BY g.number',
                [$kept->id],
            ),
            'group' => $group,
            'pages' => array_slice($pages, 0, self::PAGE),
            'next' => count($pages) > self::PAGE ? $pages[self::PAGE - 1]->resourceId : null,
        ];
    }
}
