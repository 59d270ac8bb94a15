<?php

declare(strict_types=1);

namespace App\Release\Campaigns;

use App\Inventory\Selections;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Release\Items\ItemCounts;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** Campaigns, and the texts of one. */
final class CampaignScreen
{
    private const PAGE = 50;

    /** @return list<Campaign> the newest first, with how many texts they have and who approved them */
    public static function all(Store $store): array
    {
        return Records::of(
            Campaign::class,
            Rows::of(
                DB::table('release_campaigns as c')
                    ->leftJoin('users as u', 'u.id', '=', 'c.approved_by')
                    ->where('c.store_id', $store->id)
                    ->orderByDesc('c.id')
                    ->limit(50)
                    ->select(['c.*', 'u.name as approver'])
                    ->selectSub(
                        DB::table('release_campaign_texts as t')
                            ->whereColumn('t.campaign_id', 'c.id')
                            ->selectRaw('COUNT(*)'),
                        'texts',
                    )
                    ->get(),
            ),
        );
    }

    public static function find(Store $store, int $campaign): ?Campaign
    {
        return Records::one(
            Campaign::class,
            Rows::maybe(DB::table('release_campaigns')->where('store_id', $store->id)->where('id', $campaign)->first()),
        );
    }

    /** @return array<string, mixed> for the view release.campaign */
    public static function of(Request $request, Store $store, Campaign $row): array
    {
        $campaign = $row->id;
        $after =
            preg_match('/^(\d{1,18})-(\d{1,3})$/', (string) $request->query('after'), $place) === 1
                ? [(int) $place[1], (int) $place[2]]
                : [0, 0];
        $texts = Records::of(
            CampaignText::class,
            Rows::of(
                DB::table('release_campaign_texts as c')
                    ->join('resources as r', 'r.id', '=', 'c.resource_id')
                    ->leftJoin(
                        'resource_texts as t',
                        static fn ($join) => $join
                            ->on('t.resource_id', '=', 'c.resource_id')
                            ->on('t.field', '=', 'c.field'),
                    )
                    ->where('c.campaign_id', $campaign)
                    ->whereRaw('(c.resource_id, c.field) > (?, ?)', $after)
                    ->orderBy('c.resource_id')
                    ->orderBy('c.field')
                    ->limit(self::PAGE + 1)
                    ->get(['c.*', 'r.name', 'r.page_id', 't.stored', 't.shown']),
            ),
        );
        $last = count($texts) > self::PAGE ? $texts[self::PAGE - 1] : null;

        return [
            'store' => $store,
            'campaign' => $row,
            'state' => $row->state,
            'count' => DB::table('release_campaign_texts')->where('campaign_id', $campaign)->count(),
            'texts' => array_slice($texts, 0, self::PAGE),
            'next' => $last === null ? null : "$last->resourceId-{$last->field->value}",
            'selections' => Selections::named($store),
            'items' => self::items($row->startRelease),
            'back' => self::items($row->endRelease),
        ];
    }

    /** @return array<string, int> items of a release by state */
    private static function items(?int $release): array
    {
        return $release === null ? [] : ItemCounts::of($release);
    }
}
