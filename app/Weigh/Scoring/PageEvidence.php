<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Facts\ToldWeeks;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Generator;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\Evidence;
use Orchard\Core\Demand\Pair;
use Orchard\Core\Demand\QueryClass;
use stdClass;

/** What is known of the pages of a market, page by page in order, a portion at a time. */
final readonly class PageEvidence
{
    private const PAGES = 1000;

    private const COLUMNS = 'i.page_id, i.address, i.kind, i.life, i.indexable, i.why_not, i.marks, i.clicks,
        i.impressions, i.position_milli, i.orders, i.revenue, e.clicks AS told_clicks,
        e.impressions AS told_impressions, e.position_sum AS told_positions, e.sold_clicks, e.orders AS sold_orders,
        e.revenue AS sold_revenue, e.returned AS sold_returned, e.margin AS sold_margin, e.squares, e.order_weeks,
        s.group_id, s.base, s.ahead_4, s.ahead_13, s.ahead_26 FROM page_index i LEFT JOIN weigh_seasons s
        ON s.store_id = i.store_id AND s.page_id = i.page_id LEFT JOIN weigh_evidence e ON e.store_id = i.store_id
        AND e.page_id = i.page_id';

    private int $store;

    private Earnings $earnings;

    public function __construct(Store $store, private int $market)
    {
        $this->store = $store->id;
        $this->earnings = Earnings::of($store);
    }

    /** @return Generator<array{Evidence, stdClass}> */
    public function pages(int $after = 0): Generator
    {
        while (
            $rows = DB::select(
                'SELECT '.
                    self::COLUMNS.
                    ' WHERE i.store_id = ? AND i.market_id = ? AND i.page_id > ? AND (i.impressions > 0
                        OR i.orders > 0) ORDER BY i.page_id LIMIT '.
                    self::PAGES,
                [$this->store, $this->market, $after],
            )
        ) {
            $pairs = $this->pairs(Bulk::ids($rows, 'page_id'));
            foreach ($rows as $row) {
                $after = (int) $row->page_id;
                yield $this->evidence($row, $pairs[$after] ?? []);
            }
        }
    }

    /** @return ?array{Evidence, stdClass} */
    public function page(int $page): ?array
    {
        $row = Rows::one('SELECT '.self::COLUMNS.' WHERE i.store_id = ? AND i.page_id = ?', [$this->store, $page]);

        return $row === null ? null : $this->evidence($row, $this->pairs([$page])[$page] ?? []);
    }

    /**
     * @param  list<Pair>  $pairs
     * @return array{Evidence, stdClass} and its row
     */
    private function evidence(stdClass $row, array $pairs): array
    {
        $clicks = $impressions = 0;
        $positions = 0.0;
        foreach ($pairs as $pair) {
            $clicks += $pair->clicks;
            $impressions += $pair->impressions;
            $positions += $pair->position * $pair->impressions;
        }
        // Of the days on which queries are told, and all of them where none is.
        $withheld = (int) $row->told_impressions - $impressions;
        // Without a position nothing says what its clicks should be.
        if ($withheld > 0 && (int) $row->told_positions > 0) {
            $place = ((int) $row->told_positions / 1000 - $positions) / $withheld;
            $pairs[] = new Pair(
                0,
                QueryClass::Generic,
                0,
                max(0, min($withheld, (int) $row->told_clicks - $clicks)),
                $withheld,
                max(1.0, min(100.0, $place)),
                false,
            );
        }

        $kept = $this->earnings->kept(
            (float) $row->sold_revenue,
            (float) $row->sold_returned,
            (float) $row->sold_margin,
        );
        $part = (float) $row->sold_revenue > 0 ? $kept / (float) $row->sold_revenue : 0.0;

        return [
            new Evidence(
                (int) $row->page_id,
                (int) $row->kind,
                (int) $row->group_id,
                $pairs,
                (float) $row->sold_clicks,
                (float) $row->sold_orders,
                $kept,
                self::words((string) $row->address),
                (float) $row->squares * $part ** 2,
                (int) $row->order_weeks,
                (int) $row->kind === PageKind::Home->value || $row->address === '/',
            ),
            $row,
        ];
    }

    /**
     * What a page's address tells of what it sells: its words, and its first folder; an import without a crawl tells
     * nothing else.
     *
     * @return list<int> a number below 0 for each
     */
    public static function words(string $address): array
    {
        $path = mb_strtolower(rawurldecode(explode('?', $address, 2)[0]));
        $words = array_filter(
            preg_split('/[^\p{L}\p{N}]+/u', $path) ?: [],
            static fn (string $word): bool => mb_strlen($word) >= 3 && preg_match('/\d/', $word) !== 1,
        );
        preg_match('~^/[^/]+/~', $path, $folder);

        return array_values(
            array_unique(
                array_map(static fn (string $text): int => -1 - (crc32($text) & 0x7FFFFFFF), [...$words, ...$folder]),
            ),
        );
    }

    /**
     * Whether rows by query tell more than the page's own figures, which cannot be: files of two sources, or of unlike
     * settings.
     *
     * @param  list<Pair>  $pairs
     */
    public static function contradicts(array $pairs, stdClass $row): bool
    {
        $sum = static fn (string $of): int => array_sum(
            array_map(static fn (Pair $pair): int => $pair->query > 0 ? $pair->{$of} : 0, $pairs),
        );

        return $sum('clicks') > (int) $row->told_clicks || $sum('impressions') > (int) $row->told_impressions;
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, list<Pair>>
     */
    private function pairs(array $pages): array
    {
        $pairs = [];
        foreach (
            DB::select(
                'SELECT p.*, q.best_page, q.class, q.difficulty FROM (SELECT page_id, query_id, device,
                    SUM(clicks) AS clicks, SUM(impressions) AS impressions, SUM(position_sum) AS position_sum
                    FROM weigh_pairs WHERE store_id = ? AND page_id IN ('.
                    Bulk::list($pages).
                    ') AND span < '.
                    ToldWeeks::WINDOW.
                    ' GROUP BY page_id, query_id,
                        device) p JOIN weigh_query_markets q ON q.store_id = ? AND q.query_id = p.query_id
                        AND q.market_id = ?',
                [$this->store, $this->store, $this->market],
            ) as $row
        ) {
            if ((int) $row->position_sum === 0) {
                continue;
            }
            $pairs[(int) $row->page_id][] = new Pair(
                (int) $row->query_id,
                QueryClass::from((int) $row->class),
                (int) $row->device,
                (int) $row->clicks,
                (int) $row->impressions,
                max(1.0, (int) $row->position_sum / 1000 / (int) $row->impressions),
                (int) $row->best_page === (int) $row->page_id,
                $row->difficulty === null ? null : (float) $row->difficulty,
            );
        }

        // The database gives them in whatever order its plan has; sums of fractions and draws go by what the pairs are.
        $key = static fn (Pair $pair): array => [
            $pair->impressions,
            $pair->clicks,
            $pair->position,
            $pair->device,
            $pair->query,
        ];
        foreach ($pairs as &$ofPage) {
            usort($ofPage, static fn (Pair $a, Pair $b): int => $key($b) <=> $key($a));
        }

        return $pairs;
    }
}
