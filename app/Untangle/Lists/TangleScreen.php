<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Changes\Addresses\PlannedAddress;
use App\Changes\AddressField;
use App\Changes\History;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Untangle\Deciding\Plan;
use Illuminate\Support\Facades\DB;

/** One tangle: its addresses, its keeper and the evidence for it. */
final class TangleScreen
{
    private const MEMBERS = 200;

    /** @return ?array<string, mixed> for the view untangle.tangle; null where there is no such tangle */
    public static function of(Store $store, int $tangle): ?array
    {
        $row = Records::one(
            ListedTangle::class,
            Rows::maybe(
                DB::table('untangle_tangles as t')
                    ->leftJoin('pages as k', 'k.id', '=', 't.keeper_page')
                    ->where('t.store_id', $store->id)
                    ->where('t.tangle_id', $tangle)
                    ->first(['t.*', 'k.url as keeper_url']),
            ),
        );
        if ($row === null) {
            return null;
        }
        $members = Records::of(
            MemberPage::class,
            Rows::of(
                DB::table('untangle_pages as u')
                    ->join('pages as p', 'p.id', '=', 'u.page_id')
                    ->join('page_index as i', 'i.page_id', '=', 'u.page_id')
                    ->leftJoin(
                        'untangle_decisions as d',
                        static fn ($join) => $join
                            ->on('d.page_id', '=', 'u.page_id')
                            ->on('d.store_id', '=', 'u.store_id')
                            ->where('d.sort', 'keeper'),
                    )
                    ->where('u.store_id', $store->id)
                    ->where('u.tangle_id', $tangle)
                    ->orderByRaw('u.page_id = u.keeper_page DESC')
                    ->orderByDesc('u.clicks')
                    ->orderBy('u.page_id')
                    ->limit(self::MEMBERS)
                    ->get(['u.*', 'p.url', 'i.status', 'i.links_in', 'd.value as is_decided']),
            ),
        );
        $pages = array_column($members, 'pageId');

        return [
            'store' => $store,
            'tangle' => $row,
            'members' => $members,
            'picture' => TanglePicture::of($store, $tangle),
            'points' => $row->points(),
            'plan' => Plan::of($store, $pages),
            'history' => History::ofPage($row->keeperPage, 10),
            'planned' => PlannedAddress::ofPages($pages, AddressField::decisive()),
            'linked' => Records::of(
                LinkToMend::class,
                Rows::of(
                    DB::table('links as l')
                        ->join(
                            'untangle_pages as u',
                            static fn ($join) => $join
                                ->on('u.page_id', '=', 'l.to_page')
                                ->on('u.store_id', '=', 'l.store_id'),
                        )
                        ->join('pages as p', 'p.id', '=', 'l.from_page')
                        ->join('pages as t', 't.id', '=', 'l.to_page')
                        ->where('u.store_id', $store->id)
                        ->where('u.tangle_id', $tangle)
                        ->whereColumn('u.page_id', '<>', 'u.keeper_page')
                        ->where('u.keeper_page', '>', 0)
                        ->limit(20)
                        ->get(['p.url as from_url', 'l.anchor', 't.url as to_url']),
                ),
            ),
        ];
    }
}
