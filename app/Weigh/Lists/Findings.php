<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

use App\Facts\NumberWindow;
use App\Facts\ToldWeeks;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Web\ListPlace;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Lens;
use App\Weigh\Scoring\MainReason;
use App\Weigh\Scoring\Seasons;
use Orchard\Core\Demand\QueryClass;
use Orchard\Core\Demand\QuickWins;

/**
 * Pages and queries that want something of their own: just off the top, in demand but not in stock, whose season
 * comes, with rivals in their own store.
 */
final class Findings
{
    public const PAGE = 50;

    /** Pages, by upside, among which those are found that could earn most over the weeks ahead. */
    private const AHEAD_OF = 3000;

    /** Days for which a move is told. */
    public const MOVED_DAYS = 14;

    /** Sorts of quick wins: the column of their queries and of the clicks that they may bring. */
    public const WINS = [
        'near' => ['near_queries', 'near_gain'],
        'far' => ['far_queries', 'far_gain'],
        'question' => ['question_queries', 'question_gain'],
    ];

    /**
     * @return array{rows: list<WinPage>, next: ?string} by the clicks that their queries of that sort may bring
     */
    public static function wins(Store $store, Lens $lens, string $sort, ListPlace $place = new ListPlace()): array
    {
        [$count, $gain] = self::WINS[$sort];
        [$rows, $next] = self::scores(
            new AskedScores($store, $lens, $gain, "s.$count AS queries, s.$gain AS gain"),
            $place,
        );
        $pages = Bulk::ids($rows, 'page_id');
        $best = [];
        $range = match ($sort) {
            'near' => 'position BETWEEN 1.5 AND '.QuickWins::NEAR,
            'far' => 'position > '.QuickWins::NEAR.' AND position <= '.QuickWins::FAR,
            default => 'position BETWEEN 1.5 AND '.QuickWins::FAR.' AND class = '.QueryClass::Question->value,
        };
        foreach (
            $pages === []
                ? []
                : Rows::all(
                    'SELECT * FROM (SELECT r.*, q.text, w.class, w.rivals, ROW_NUMBER() OVER (PARTITION BY r.page_id
                        ORDER BY r.impressions DESC, r.query_id) AS nth FROM (
                SELECT page_id, query_id, SUM(clicks) AS clicks, SUM(impressions) AS impressions,
                SUM(position_sum) / SUM(impressions) / 1000 AS position FROM weigh_pairs WHERE store_id = ?
                AND page_id IN ('.
                        Bulk::list($pages).
                        ') AND span < '.
                        ToldWeeks::WINDOW.
                        ' AND position_sum > 0 GROUP BY page_id, query_id) r
                JOIN weigh_query_markets w ON w.store_id = ? AND w.query_id = r.query_id AND w.best_page = r.page_id
                AND w.class <> '.
                        QueryClass::OwnBrand->value.
                        " JOIN search_queries q ON q.id = r.query_id WHERE $range) ranked WHERE nth <= 5
                            ORDER BY page_id, nth",
                    [$store->id, $store->id],
                ) as $row
        ) {
            $best[$row->int('page_id')][] = $row;
        }
        foreach ($rows as $row) {
            $row->best = Records::of(WinQuery::class, $best[$row->int('page_id')] ?? []);
        }

        return ['rows' => Records::of(WinPage::class, $rows), 'next' => $next];
    }

    /**
     * @return array{rows: list<MissingPage>, next: ?string} the most clicks first
     */
    public static function missing(Store $store, Lens $lens, ListPlace $place = new ListPlace()): array
    {
        [$rows, $next] = self::scores(
            new AskedScores(
                $store,
                $lens,
                'missed_clicks',
                's.missed, s.missed_clicks, pp.number, pp.back_on, pp.replaced_by, pp.maker, pp.stock',
                'LEFT JOIN page_products pp ON pp.page_id = s.page_id',
            ),
            $place,
        );

        return ['rows' => Records::of(MissingPage::class, $rows), 'next' => $next];
    }

    /** Pages of the whole list of quick wins of a sort, or of those that are missed where none is given. */
    public static function count(Store $store, Lens $lens, ?string $wins): int
    {
        [$where, $values] = self::where($store, $lens);
        $column = $wins === null ? 'missed_clicks' : self::WINS[$wins][1];

        return Rows::figure("SELECT COUNT(*) AS n FROM weigh_scores s WHERE $where AND s.$column > 0", $values);
    }

    /**
     * Pages by what they could earn more over the weeks ahead.
     *
     * @param  int  $weeks  4, 13 or 26
     * @return array{rows: list<AheadPage>, next: null}
     */
    public static function ahead(Store $store, Lens $lens, int $weeks, bool $onlySeasons): array
    {
        [$where, $values] = self::where($store, $lens);
        // The next four weeks are what is told by the upside; the others stand to them as their weeks a year earlier
        // did.
        $sum = sprintf(
            's.upside * %F * s.ahead_%d / GREATEST(s.ahead_4, 0.01)',
            $weeks / 4,
            in_array($weeks, Seasons::AHEAD, true) ? $weeks : 4,
        );
        // Whatever its season, a page beyond the first thousands does not come among the first hundreds.
        $from = $onlySeasons
            ? "weigh_scores s WHERE $where AND s.upside > 0 AND s.season_week IS NOT NULL"
            : "(SELECT * FROM weigh_scores s WHERE $where AND s.upside > 0 ORDER BY s.upside DESC, s.page_id DESC
                LIMIT ".
                self::AHEAD_OF.
                ') s';
        $order = $onlySeasons ? 's.season_week, ahead DESC' : 'ahead DESC';
        $rows = Rows::all(
            "SELECT r.*, p.url, f.title FROM (SELECT s.*, $sum AS ahead FROM $from ORDER BY $order, s.page_id
                LIMIT 200) r JOIN pages p ON p.id = r.page_id LEFT JOIN page_facts f ON f.page_id = r.page_id
                AND f.to_crawl = 0 ORDER BY ".
                ($onlySeasons ? 'r.season_week, r.ahead DESC' : 'r.ahead DESC').
                ', r.page_id',
            $values,
        );
        foreach ($rows as $row) {
            $row->reason = MainReason::wordsOf($row->reason);
            $row->work_by = Seasons::workBy($row->season_week);
            $row->factor = $row->{"ahead_$weeks"};
        }

        return ['rows' => Records::of(AheadPage::class, $rows), 'next' => null];
    }

    /**
     * @return list<RivalQuery> the most seen first
     */
    public static function rivals(Store $store, Lens $lens): array
    {
        $rows = [];
        foreach (Markets::of($store)->all() as $market) {
            if ($lens->market === null || $lens->market === $market->id) {
                array_push(
                    $rows,
                    ...Rows::all(
                        'SELECT w.market_id, w.query_id, w.impressions, w.rivals, w.class, q.text
                            FROM (SELECT market_id, query_id, impressions, rivals, class
                            FROM weigh_query_markets FORCE INDEX (by_seen) WHERE store_id = ? AND market_id = ?
                            AND rivals >= 2 AND class <> ? ORDER BY impressions DESC, query_id DESC
                            LIMIT 50) w JOIN search_queries q ON q.id = w.query_id',
                        [$store->id, $market->id, QueryClass::OwnBrand->value],
                    ),
                );
            }
        }
        usort(
            $rows,
            static fn (Row $a, Row $b): int => [$b->impressions, $b->query_id, $a->market_id] <=> [
                $a->impressions,
                $a->query_id,
                $b->market_id,
            ],
        );
        $rows = array_slice($rows, 0, 50);
        $queries = array_values(array_unique(Bulk::ids($rows, 'query_id')));
        $pages = [];
        foreach (
            $queries === []
                ? []
                : Rows::all(
                    'SELECT r.*, p.url FROM (SELECT s.query_id, i.market_id, s.page_id, SUM(s.clicks) AS clicks,
                        SUM(s.impressions) AS impressions, SUM(s.position_sum) / SUM(s.impressions) / 1000
                        AS position,
                        ROW_NUMBER() OVER (PARTITION BY s.query_id, i.market_id ORDER BY SUM(s.impressions) DESC,
                        s.page_id) AS nth FROM weigh_pairs s FORCE INDEX (by_query) JOIN page_index i
                        ON i.page_id = s.page_id WHERE s.store_id = ? AND s.query_id IN ('.
                        Bulk::list($queries).
                        ') AND s.span < '.
                        ToldWeeks::WINDOW.
                        ' AND s.position_sum > 0 GROUP BY s.query_id, i.market_id,
                            s.page_id) r JOIN pages p ON p.id = r.page_id WHERE r.nth <= 4 ORDER BY r.query_id,
                            r.nth',
                    [$store->id],
                ) as $row
        ) {
            $pages[$row->query_id.' '.$row->market_id][] = $row;
        }
        foreach ($rows as $row) {
            $row->pages = Records::of(RivalPage::class, $pages[$row->query_id.' '.$row->market_id] ?? []);
        }

        return Records::of(RivalQuery::class, $rows);
    }

    /**
     * Pages whose upside moved most in the last days, as each moved last, and by what: the value of a click (0 where it
     * cannot be sold or is not listed), what its texts fall short, what better positions would bring. The parts add up
     * to the change, each factor taken at the mean of the other.
     *
     * @return list<MovedPage>
     */
    public static function moved(Store $store, Lens $lens): array
    {
        [$where, $values] = self::where($store, $lens);
        $rows = Rows::all(
            "SELECT r.*, p.url, f.title FROM (SELECT s.* FROM weigh_scores s WHERE $where AND s.moved_by > 0.005
                AND s.moved_at > UTC_TIMESTAMP() - INTERVAL ".
                self::MOVED_DAYS.
                ' DAY ORDER BY s.moved_by DESC, s.page_id DESC
                       
                        LIMIT 100) r JOIN pages p ON p.id = r.page_id LEFT JOIN page_facts f
                        ON f.page_id = r.page_id AND f.to_crawl = 0 ORDER BY r.moved_by DESC, r.page_id DESC',
            $values,
        );
        foreach ($rows as $row) {
            $worth = ($row->number('worth') + $row->number('was_worth')) / 2;
            $row->by_worth =
                (($row->number('worth') - $row->number('was_worth')) *
                    ($row->number('extra_clicks') + $row->number('was_extra_clicks'))) /
                2;
            $row->by_texts = $worth * ($row->number('wording_clicks') - $row->number('was_wording_clicks'));
            $row->by_positions =
                $worth *
                ($row->number('extra_clicks') -
                    $row->number('wording_clicks') -
                    $row->number('was_extra_clicks') +
                    $row->number('was_wording_clicks'));
            $row->reason = MainReason::wordsOf($row->reason);
        }

        return Records::of(MovedPage::class, $rows);
    }

    /**
     * Where no search rows are known yet: home, the collections and the products that sell best, else those that most
     * pages link to.
     *
     * @return list<CorePage>
     */
    public static function corePages(Store $store): array
    {
        $period = NumberWindow::of($store) !== null;

        return Records::select(
            CorePage::class,
            'SELECT i.page_id, i.kind, i.orders, i.revenue, i.links_in, p.url, f.title FROM (
            (SELECT page_id, kind, orders, revenue, links_in, 0 AS turn FROM page_index WHERE store_id = ?
            AND kind = 1
            AND indexable = 1 LIMIT 3)
            UNION ALL (SELECT page_id, kind, orders, revenue, links_in, 1 FROM page_index WHERE store_id = ?
            AND kind = 2 AND indexable = 1 ORDER BY '.
                ($period ? 'revenue DESC, ' : '').
                'links_in DESC LIMIT 10)
            UNION ALL (SELECT page_id, kind, orders, revenue, links_in, 2 FROM page_index WHERE store_id = ?
            AND kind = 3 AND indexable = 1 ORDER BY '.
                ($period ? 'revenue DESC, ' : '').
                'links_in DESC LIMIT 20)) i
            JOIN pages p ON p.id = i.page_id LEFT JOIN page_facts f ON f.page_id = i.page_id AND f.to_crawl = 0
            ORDER BY i.turn, i.revenue DESC, i.links_in DESC',
            [$store->id, $store->id, $store->id],
        );
    }

    /** @return array{list<Row>, ?string} rows of the database, and where to go on */
    private static function scores(AskedScores $asked, ListPlace $place): array
    {
        [$after, $size] = [$place->after, $place->size ?? self::PAGE];
        [$where, $values] = self::where($asked->store, $asked->lens);
        $column = $asked->column;
        if ($after !== null && preg_match('/^(\d+(?:\.\d+)?(?:e[+\-]?\d+)?)_(\d+)$/i', $after, $found) === 1) {
            $where .= " AND (s.$column < ? OR (s.$column = ? AND s.page_id < ?))";
            array_push($values, $found[1], $found[1], (int) $found[2]);
        }
        $rows = array_values(
            Rows::all(
                "SELECT s.page_id, s.kind, s.market_id, s.clicks, s.impressions, s.position_milli, s.upside,
                    s.click_value, i.life, p.url, f.title, s.$column AS sort_key, {$asked->columns} FROM weigh_scores s
                        JOIN pages p ON p.id = s.page_id LEFT JOIN page_index i ON i.page_id = s.page_id LEFT
                        JOIN page_facts f ON f.page_id = s.page_id AND f.to_crawl = 0 {$asked->join} WHERE $where AND s.$column > 0
                            ORDER BY s.$column DESC, s.page_id DESC LIMIT ".
                    ($size + 1),
                $values,
            ),
        );
        $next = null;
        if (count($rows) > $size) {
            array_pop($rows);
            $last = $rows[$size - 1];
            $next = $last->sort_key.'_'.$last->page_id;
        }

        return [$rows, $next];
    }

    /** @return array{string, list<int>} */
    private static function where(Store $store, Lens $lens): array
    {
        [$narrows, $values] = $lens->narrows();

        return ["s.store_id = ?$narrows", [$store->id, ...$values]];
    }
}
