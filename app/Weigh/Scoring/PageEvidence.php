<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Facts\ToldWeeks;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Generator;
use Orchard\Core\Demand\Evidence;
use Orchard\Core\Demand\Pair;
use Orchard\Core\Demand\QueryClass;

/** What is known of the pages of a market, page by page in order, a portion at a time. */
final readonly class PageEvidence
{
    private const PAGES = 1000;

    private const COLUMNS = 'i.page_id, i.address, i.kind, i.life, i.why_not, i.clicks,
        i.impressions, i.position_milli, i.orders, i.revenue, e.clicks AS told_clicks,
        e.impressions AS told_impressions, e.position_sum AS told_positions, e.sold_clicks, e.orders AS sold_orders,
        e.revenue AS sold_revenue, e.returned AS sold_returned, e.margin AS sold_margin, e.squares, e.order_weeks,
        s.group_id, s.base, s.ahead_4 AS ahead4, s.ahead_13 AS ahead13, s.ahead_26 AS ahead26 FROM page_index i LEFT JOIN weigh_seasons s
        ON s.store_id = i.store_id AND s.page_id = i.page_id LEFT JOIN weigh_evidence e ON e.store_id = i.store_id
        AND e.page_id = i.page_id';

    private int $store;

    private Earnings $earnings;

    public function __construct(Store $store, private int $market)
    {
        $this->store = $store->id;
        $this->earnings = Earnings::of($store);
    }

    /** @return Generator<array{Evidence, ScoredPage}> */
    public function pages(int $after = 0): Generator
    {
        while (
            $rows = Records::select(
                ScoredPage::class,
                'SELECT '.
                    self::COLUMNS.
                    ' WHERE i.store_id = ? AND i.market_id = ? AND i.page_id > ? AND (i.impressions > 0
                        OR i.orders > 0) ORDER BY i.page_id LIMIT '.
                    self::PAGES,
                [$this->store, $this->market, $after],
            )
        ) {
            $pairs = $this->pairs(array_column($rows, 'pageId'));
            foreach ($rows as $row) {
                $after = $row->pageId;
                yield $this->evidence($row, $pairs[$after] ?? []);
            }
        }
    }

    /** @return ?array{Evidence, ScoredPage} */
    public function page(int $page): ?array
    {
        $row = Records::first(
            ScoredPage::class,
            'SELECT '.self::COLUMNS.' WHERE i.store_id = ? AND i.page_id = ?',
            [$this->store, $page],
        );

        return $row === null ? null : $this->evidence($row, $this->pairs([$page])[$page] ?? []);
    }

    /**
     * @param  list<Pair>  $pairs
     * @return array{Evidence, ScoredPage}
     */
    private function evidence(ScoredPage $row, array $pairs): array
    {
        $clicks = $impressions = 0;
        $positions = 0.0;
        foreach ($pairs as $pair) {
            $clicks += $pair->clicks;
            $impressions += $pair->impressions;
            $positions += $pair->position * $pair->impressions;
        }
        // Of the days on which queries are told, and all of them where none is.
        $withheld = $row->toldImpressions - $impressions;
        // Without a position nothing says what its clicks should be.
        if ($withheld > 0 && $row->toldPositions > 0) {
            $place = ($row->toldPositions / 1000 - $positions) / $withheld;
            $pairs[] = new Pair(
                0,
                QueryClass::Generic,
                0,
                max(0, min($withheld, $row->toldClicks - $clicks)),
                $withheld,
                max(1.0, min(100.0, $place)),
                false,
            );
        }

        $kept = $this->earnings->kept($row->soldRevenue, $row->soldReturned, $row->soldMargin);
        $part = $row->soldRevenue > 0 ? $kept / $row->soldRevenue : 0.0;

        return [
            new Evidence(
                $row->pageId,
                $row->kind->value,
                $row->groupId,
                $pairs,
                $row->soldClicks,
                $row->soldOrders,
                $kept,
                self::words($row->address),
                $row->squares * $part ** 2,
                $row->orderWeeks,
                $row->kind === PageKind::Home || $row->address === '/',
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
    public static function contradicts(array $pairs, ScoredPage $row): bool
    {
        $sum = static fn (string $of): int => array_sum(
            array_map(static fn (Pair $pair): int => $pair->query > 0 ? $pair->{$of} : 0, $pairs),
        );

        return $sum('clicks') > $row->toldClicks || $sum('impressions') > $row->toldImpressions;
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, list<Pair>>
     */
    private function pairs(array $pages): array
    {
        $pairs = [];
        foreach (
            Rows::all(
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
            if ($row->int('position_sum') === 0) {
                continue;
            }
            $pairs[$row->int('page_id')][] = new Pair(
                $row->int('query_id'),
                QueryClass::from($row->int('class')),
                $row->int('device'),
                $row->int('clicks'),
                $row->int('impressions'),
                max(1.0, $row->int('position_sum') / 1000 / $row->int('impressions')),
                $row->int('best_page') === $row->int('page_id'),
                $row->numberOrNull('difficulty'),
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
