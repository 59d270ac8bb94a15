<?php

declare(strict_types=1);

namespace App\Write\Trials;

use App\Changes\Trials\TrialState;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use stdClass;

/** Trials of wordings, and the groups and pages of one. */
final class TrialScreen
{
    private const PAGE = 50;

    /** @return list<stdClass> trials with how many pages they have, the newest first */
    public static function all(Store $store): array
    {
        return array_values(
            DB::table('text_trials as t')
                ->where('t.store_id', $store->id)
                ->orderByDesc('t.id')
                ->limit(50)
                ->select('t.*')
                ->selectSub(
                    DB::table('text_trial_pages as p')->whereColumn('p.trial_id', 't.id')->selectRaw('COUNT(*)'),
                    'pages',
                )
                ->get()
                ->all(),
        );
    }

    /** @return ?array<string, mixed> for the view write.trial; null where there is no such trial */
    public static function of(Request $request, Store $store, int $trial): ?array
    {
        $row = DB::table('text_trials')->where('store_id', $store->id)->where('id', $trial)->first();
        if ($row === null) {
            return null;
        }
        $group = (int) $request->query('group', '0');
        $after = (int) $request->query('after', '0');
        $pages = DB::table('text_trial_pages as p')
            ->join('resources as r', 'r.id', '=', 'p.resource_id')
            ->leftJoin(
                'resource_texts as t',
                static fn ($join) => $join->on('t.resource_id', '=', 'p.resource_id')->where('t.field', $row->field),
            )
            ->where('p.trial_id', $row->id)
            ->where('p.number', $group)
            ->where('p.resource_id', '>', $after)
            ->orderBy('p.resource_id')
            ->limit(self::PAGE + 1)
            ->get(['p.*', 'r.name', 't.stored', 't.shown']);

        return [
            'store' => $store,
            'trial' => $row,
            'state' => TrialState::from((int) $row->state),
            'groups' => DB::select(
                'SELECT g.number, g.name, COUNT(p.resource_id) AS pages, COALESCE(SUM(p.clicks), 0) AS clicks,
                    COALESCE(SUM(p.clicks_before), 0) AS clicks_before FROM text_trial_groups g
                    LEFT JOIN text_trial_pages p ON p.trial_id = g.trial_id AND p.number = g.number
                    WHERE g.trial_id = ? GROUP BY g.number, g.name ORDER BY g.number',
                [$row->id],
            ),
            'imbalance' => (array) json_decode((string) $row->imbalance, true),
            'group' => $group,
            'pages' => $pages->take(self::PAGE),
            'next' => $pages->count() > self::PAGE ? $pages[self::PAGE - 1]?->resource_id : null,
        ];
    }
}
