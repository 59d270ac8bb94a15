<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Inventory\Index\DepthRebuild;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Tend\Adding\LinkReason;
use App\Tend\Adding\LinkState;
use Illuminate\Support\Facades\DB;

/** Links to add, as screens and the editors' list show them: by the worth of the page that they lead to. */
final class LinkList
{
    public const SIZE = 60;

    public const COLUMNS = [
        'from', 'to', 'words', 'sentence', 'why', 'state', 'depth_now', 'depth_then', 'weight_now', 'weight_then',
        'clicks', 'revenue', 'upside',
    ];

    private const PORTION = 1000;

    /** @return array{rows: list<LinkRow>, next: ?string} */
    public static function page(Store $store, LinkState $state, ?string $after, int $size = self::SIZE): array
    {
        $where = '';
        $values = [$store->id, $state->value];
        if ($after !== null && preg_match('/^(\d+(?:\.\d+)?(?:e[+\-]?\d+)?)_(\d+)$/i', $after, $found) === 1) {
            $where = ' AND (worth < ? OR (worth = ? AND id < ?))';
            array_push($values, $found[1], $found[1], (int) $found[2]);
        }
        $rows = Rows::all(
            "SELECT l.*, a.url AS from_url, b.url AS to_url, t.clicks, t.revenue, t.upside FROM (SELECT * FROM
                tend_links
                WHERE store_id = ? AND state = ?$where ORDER BY worth DESC, id DESC LIMIT ".
                ($size + 1).
                ') l JOIN pages a ON a.id = l.from_page JOIN pages b ON b.id = l.to_page
                LEFT JOIN tend_pages t ON t.store_id = l.store_id AND t.page_id = l.to_page
                ORDER BY l.worth DESC, l.id DESC',
            $values,
        );
        $next = null;
        if (count($rows) > $size) {
            array_pop($rows);
            $last = $rows[count($rows) - 1];
            $next = json_encode($last->number('worth'), JSON_THROW_ON_ERROR).'_'.$last->id;
        }

        return ['rows' => Records::of(LinkRow::class, $rows), 'next' => $next];
    }

    /** @return array<int, int> links by state */
    public static function counts(Store $store): array
    {
        return Typed::ints(
            DB::table('tend_links')
                ->where('store_id', $store->id)
                ->groupBy('state')
                ->selectRaw('state, COUNT(*) AS n')
                ->pluck('n', 'state')
                ->all(),
        );
    }

    /**
     * What all links together change, pages counted once.
     *
     * @return array{pages: int, nearer: int, orphans: int}
     */
    public static function together(Store $store): array
    {
        $sums = Rows::sole(
            'SELECT COUNT(*) AS pages, COALESCE(SUM(depth_then < depth_now), 0) AS nearer,
                COALESCE(SUM(depth_now = ? AND depth_then < ?), 0) AS orphans FROM (SELECT DISTINCT to_page, depth_now,
                depth_then FROM tend_links WHERE store_id = ? AND state IN (?, ?)) t',
            [
                DepthRebuild::UNREACHED,
                DepthRebuild::UNREACHED,
                $store->id,
                LinkState::Proposed->value,
                LinkState::Listed->value,
            ],
        );

        return ['pages' => $sums->int('pages'), 'nearer' => $sums->int('nearer'), 'orphans' => $sums->int('orphans')];
    }

    /** @return \Generator<list<string|int|float|null>> what is proposed and what is on the list */
    public static function export(Store $store): \Generator
    {
        foreach ([LinkState::Listed, LinkState::Proposed] as $state) {
            $after = null;
            do {
                ['rows' => $rows, 'next' => $after] = self::page($store, $state, $after, self::PORTION);
                foreach ($rows as $row) {
                    yield [
                        $row->fromUrl,
                        $row->toUrl,
                        $row->anchor,
                        $row->sentence,
                        LinkReason::from($row->reason)->words(),
                        strtolower($state->name),
                        self::depth($row->depthNow),
                        self::depth($row->depthThen),
                        $row->weightNow / 1e9,
                        $row->weightThen / 1e9,
                        $row->clicks,
                        round($row->revenue, 2),
                        round($row->upside, 2),
                    ];
                }
            } while ($after !== null);
        }
    }

    private static function depth(int $depth): ?int
    {
        return $depth === DepthRebuild::UNREACHED ? null : $depth;
    }
}
