<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Inventory\Index\DepthRebuild;
use App\Platform\Database\Records;
use App\Stores\Models\Store;
use App\Tend\Found\FindingState;
use App\Tend\Found\FindingType;
use App\Tend\Reach\Sectors;

/**
 * The table behind the rings: how far the pages of each collection are from home.
 *
 * @phpstan-type SectorSum array{name: string, pages: int, clicks: int, revenue: float, worth: float, middle: int,
 *     deepest: int, deep: int, orphans: int}
 */
final class SectorTable
{
    /**
     * @return array{rows: array<int, SectorSum>, all: SectorSum}
     */
    public static function of(Store $store, RingsLens $lens): array
    {
        [$where, $values] = $lens->whole()->narrows();
        $rows = Records::select(
            SectorCell::class,
            "SELECT sector, depth, SUM(pages) AS pages, SUM(deep) AS deep, SUM(clicks) AS clicks,
                SUM(revenue) AS revenue, SUM(worth) AS worth FROM tend_cells WHERE store_id = ?$where
                GROUP BY sector, depth ORDER BY sector, depth",
            [$store->id, ...$values],
        );
        $bySector = [];
        foreach ($rows as $row) {
            $bySector[$row->sector][] = $row;
        }
        $names = SectorNames::of($store, array_keys($bySector));
        $table = [];
        foreach ($bySector as $sector => $cells) {
            $table[$sector] = self::sum(RingsPicture::nameOf($sector, $names[$sector] ?? null), $cells);
        }
        uksort(
            $table,
            static fn (int $a, int $b): int => [$a === Sectors::NONE, $table[$b]['worth'], $a] <=> [
                $b === Sectors::NONE,
                $table[$a]['worth'],
                $b,
            ],
        );

        return ['rows' => $table, 'all' => self::sum('The store', $rows)];
    }

    /** @return list<OrphanRow> those of most worth */
    public static function orphans(Store $store, RingsLens $lens): array
    {
        [$where, $values] = $lens->whole()->narrows();

        return Records::select(
            OrphanRow::class,
            "SELECT f.page_id, f.clicks, f.detail, p.url, q.url AS target_url FROM (SELECT page_id, clicks, detail,
                    target_page, worth, id FROM tend_findings WHERE store_id = ? AND state = ? AND type = ?$where
                    ORDER BY worth DESC, id DESC LIMIT 4) f JOIN pages p ON p.id = f.page_id
                    LEFT JOIN pages q ON q.id = f.target_page ORDER BY f.worth DESC, f.id DESC",
            [$store->id, FindingState::Open->value, FindingType::Orphan->value, ...$values],
        );
    }

    /**
     * @param  list<SectorCell>  $cells  in the order of their depth, of one sector or of all
     * @return SectorSum
     */
    private static function sum(string $name, array $cells): array
    {
        $depths = [];
        $sum = ['pages' => 0, 'clicks' => 0, 'revenue' => 0.0, 'worth' => 0.0, 'deep' => 0, 'orphans' => 0];
        foreach ($cells as $cell) {
            $sum['pages'] += $cell->pages;
            $sum['clicks'] += $cell->clicks;
            $sum['revenue'] += $cell->revenue;
            $sum['worth'] += $cell->worth;
            $sum['deep'] += $cell->deep;
            if ($cell->depth === DepthRebuild::UNREACHED) {
                $sum['orphans'] += $cell->pages;
            } else {
                $depths[$cell->depth] = ($depths[$cell->depth] ?? 0) + $cell->pages;
            }
        }
        ksort($depths);
        $middle = $seen = 0;
        foreach ($depths as $depth => $pages) {
            $seen += $pages;
            if (2 * $seen >= array_sum($depths)) {
                $middle = $depth;

                break;
            }
        }

        return ['name' => $name, 'middle' => $middle, 'deepest' => $depths === [] ? 0 : max(array_keys($depths))] +
            $sum;
    }
}
