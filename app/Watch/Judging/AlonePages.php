<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Changes\Live\LiveChanges;
use App\Changes\Spells\SpellCause;
use App\Facts\PageWeeks;
use App\Inventory\Terms\SeenQueries;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Watch\Changed\Change;
use App\Watch\Changed\ChangeSource;
use Orchard\Core\Demand\Chance;
use Orchard\Core\Outcome\Judge;

/**
 * Pages against which a change is judged: of the same markets and kinds, in search, seen in the weeks before, and left
 * alone by every release, mark and campaign from those weeks on. Pages that share their first queries with changed
 * ones are told apart: what those gain, these may lose.
 */
final class AlonePages
{
    /** More tell hardly more, and take time. */
    private const MOST = 4000;

    /** Of so many at most it is asked which queries they share. */
    private const ASKED = 8000;

    /** First queries of a page that are looked at for others that share them. */
    private const QUERIES = 3;

    /**
     * Where more than so much of the pages would share queries with changed ones, whole assortments are meant, and
     * sharing tells nothing.
     */
    private const MOST_SHARED = 0.5;

    /** @var array<string, array<int, array{market: int, kind: int, clicks: int}>> the newest answer, by question */
    private array $known = [];

    public function __construct(private readonly Store $store, private readonly SeenQueries $queries)
    {
    }

    /**
     * @param  array<int, array{market: int, kind: int}>  $changed  its pages that count
     * @param  list<string>  $weeks  Mondays of the newest weeks before, in which they must have been seen
     * @param  array{string, string}  $span  UTC, between which nobody else may have changed a page
     * @return array{array<int, array{market: int, kind: int}>, array<int, array{market: int, kind: int}>} pages left
     *         alone, and pages that share queries with changed ones, with their market and kind
     */
    public function of(Change $change, array $changed, array $weeks, array $span): array
    {
        [$from, $to] = $span;
        $all = array_diff_key(
            $this->candidates($changed, $weeks),
            $changed,
            self::ofChange($change),
            array_flip(LiveChanges::touched($this->store, $from, $to)),
            array_flip(self::marked($this->store, $change, $from, $to)),
            array_flip(self::inSpells($this->store, $from, $to)),
        );
        if ($change->source === ChangeSource::Trial) {
            // The pages of a trial that stayed as they were are its own control.
            $own = array_intersect_key($all, array_flip(self::unchangedOfTrial($change)));
            count($own) >= Judge::LEAST_ALONE && ($all = $own);

            return [self::without(self::sample($all, self::MOST, $change->id)), []];
        }
        $all = self::sample($all, self::ASKED, $change->id);
        $sharing = $this->sharing($changed, $all);
        if (count($sharing) > self::MOST_SHARED * count($all)) {
            $sharing = [];
        }

        return [
            self::without(self::sample(array_diff_key($all, $sharing), self::MOST, $change->id)),
            self::without($sharing),
        ];
    }

    /**
     * @param  array<int, array{market: int, kind: int}>  $changed
     * @param  list<string>  $weeks
     * @return array<int, array{market: int, kind: int, clicks: int}>
     */
    private function candidates(array $changed, array $weeks): array
    {
        $kinds = [];
        foreach ($changed as $page) {
            $kinds["{$page['market']}, {$page['kind']}"] = true;
        }
        ksort($kinds);
        $strata = implode('), (', array_keys($kinds));
        $question = implode(' ', $weeks).$strata;
        if (isset($this->known[$question])) {
            return $this->known[$question];
        }
        $candidates = [];
        foreach (
            Rows::all(
                'SELECT i.page_id, i.market_id, i.kind, w.clicks FROM (SELECT page_id, SUM(clicks) AS clicks
                    FROM page_weeks WHERE store_id = ? AND week IN ('.
                    PageWeeks::list($weeks).
                    ") GROUP BY page_id HAVING SUM(impressions) > 0) w JOIN page_index i ON i.page_id = w.page_id
                    WHERE i.store_id = ? AND (i.market_id, i.kind) IN (($strata))
                    AND (i.status = 0 OR i.indexable = 1)",
                [$this->store->id, $this->store->id],
            ) as $row
        ) {
            $candidates[$row->int('page_id')] = [
                'market' => $row->int('market_id'),
                'kind' => $row->int('kind'),
                'clicks' => $row->int('clicks'),
            ];
        }
        ksort($candidates);
        $this->known = [$question => $candidates];

        return $candidates;
    }

    /** @return array<int, true> pages of the change, counting or not */
    private static function ofChange(Change $change): array
    {
        return array_fill_keys(
            Bulk::ids(Rows::all('SELECT page_id FROM watch_pages WHERE change_id = ?', [$change->id]), 'page_id'),
            true,
        );
    }

    /** @return list<int> pages of other marks of that time */
    public static function marked(Store $store, Change $change, string $from, string $to): array
    {
        return Bulk::ids(
            Rows::all(
                'SELECT DISTINCT w.page_id FROM watch_changes c JOIN watch_pages w ON w.change_id = c.id
                    WHERE c.store_id = ? AND c.source = ? AND c.id <> ? AND c.first_day BETWEEN ? AND ?',
                [$store->id, ChangeSource::Mark->value, $change->id, substr($from, 0, 10), substr($to, 0, 10)],
            ),
            'page_id',
        );
    }

    /** @return list<int> pages that showed a campaign's texts at some time between */
    public static function inSpells(Store $store, string $from, string $to): array
    {
        return Bulk::ids(
            Rows::all(
                'SELECT DISTINCT r.page_id FROM text_spells s JOIN resources r ON r.id = s.resource_id
                    WHERE s.store_id = ? AND s.cause = ? AND s.from_at < ? AND s.to_at > ? AND r.page_id IS NOT NULL',
                [$store->id, SpellCause::Campaign->value, $to, $from],
            ),
            'page_id',
        );
    }

    /** @return list<int> */
    private static function unchangedOfTrial(Change $change): array
    {
        return Bulk::ids(
            Rows::all(
                'SELECT page_id FROM text_trial_pages WHERE trial_id = ? AND value IS NULL AND page_id IS NOT NULL',
                [$change->sourceId],
            ),
            'page_id',
        );
    }

    /**
     * @param  array<int, array{market: int, kind: int}>  $changed
     * @param  array<int, array{market: int, kind: int, clicks: int}>  $all
     * @return array<int, array{market: int, kind: int, clicks: int}>
     */
    private function sharing(array $changed, array $all): array
    {
        $asked = [];
        foreach (array_chunk(array_keys($changed), 1000) as $pages) {
            foreach ($this->queries->of($this->store, $pages, self::QUERIES) as $seen) {
                foreach ($seen as $query) {
                    $asked[$query->text] = true;
                }
            }
        }
        $sharing = [];
        foreach ($asked === [] ? [] : array_chunk(array_keys($all), 2000) as $pages) {
            foreach ($this->queries->of($this->store, $pages, self::QUERIES) as $page => $seen) {
                foreach ($seen as $query) {
                    isset($asked[$query->text]) && ($sharing[$page] = $all[$page]);
                }
            }
        }

        return $sharing;
    }

    /**
     * Of too many, those that tell most: with more clicks more often, by a chance that is the same each time.
     *
     * @param  array<int, array{market: int, kind: int, clicks: int}>  $all
     * @return array<int, array{market: int, kind: int, clicks: int}>
     */
    private static function sample(array $all, int $most, int $seed): array
    {
        if (count($all) <= $most) {
            return $all;
        }
        $weight = static fn (array $page): float => sqrt($page['clicks'] + 1);
        $step = array_sum(array_map($weight, $all)) / $most;
        $next = (new Chance($seed))->uniform() * $step;
        $sum = 0.0;
        $sample = [];
        foreach ($all as $id => $page) {
            $sum += $weight($page);
            if ($sum >= $next) {
                $sample[$id] = $page;
                while ($next <= $sum) {
                    $next += $step;
                }
            }
        }

        return $sample;
    }

    /**
     * @param  array<int, array{market: int, kind: int, clicks: int}>  $pages
     * @return array<int, array{market: int, kind: int}>
     */
    private static function without(array $pages): array
    {
        return array_map(
            static fn (array $page): array => ['market' => $page['market'], 'kind' => $page['kind']],
            $pages,
        );
    }
}
