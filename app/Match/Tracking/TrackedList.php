<?php

declare(strict_types=1);

namespace App\Match\Tracking;

use App\Facts\SearchHistory;
use App\Platform\Bytes;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\PositionBand;

/** Tracked terms as a screen shows them: rows with their last weeks, and how many stood in which band week by week. */
final readonly class TrackedList
{
    public const SIZE = 100;

    /** Weeks of a row, and of the picture of bands. */
    public const ROW_WEEKS = 26;

    public const WEEKS = 53;

    private const TABLES = 'match_said s JOIN match_terms t ON t.store_id = s.store_id AND t.market_id = s.market_id AND
        t.digest = s.digest LEFT JOIN match_tracked k ON k.store_id = s.store_id AND k.market_id = s.market_id AND
        k.digest = s.digest';

    /** @var list<string> Mondays of weeks of which any day is told, the oldest first */
    public array $weeks;

    /** @var ?string the last day that is told */
    public ?string $lastDay;

    public function __construct(private Store $store, private TrackedFilter $filter)
    {
        $weeks = [];
        $days = (new SearchHistory($store))->days;
        foreach ($days as $day) {
            $weeks[(new DateTimeImmutable($day))->modify('Monday this week')->format('Y-m-d')] = true;
        }
        $this->weeks = array_slice(array_map(strval(...), array_keys($weeks)), -self::WEEKS);
        $this->lastDay = $days === [] ? null : $days[count($days) - 1];
    }

    /** @return list<object> rows of match_terms with what is tracked of them, and their tags */
    public function rows(int $page = 1): array
    {
        [$where, $values] = $this->filter->where($this->store);

        return array_values(
            DB::select(
                'SELECT t.id, t.digest, t.term, t.asked, t.volume, t.worth, t.lead_page, s.tags, s.note, k.clicks,
                    k.impressions, k.position_milli, k.before_milli, k.page_id, k.seen_on FROM '.
                    self::TABLES.
                    " WHERE $where ORDER BY {$this->filter->orderBy()} LIMIT ".
                    self::SIZE.
                    ' OFFSET '.
                    self::SIZE * (max(1, $page) - 1),
                $values,
            ),
        );
    }

    /** @return array<string, int> how many tracked terms of the filter stand in each band now, and "unseen" */
    public function standing(): array
    {
        [$where, $values] = $this->filter->where($this->store, withBand: false);
        $cases = "CASE WHEN COALESCE(k.position_milli, 0) = 0 THEN '".TrackedFilter::UNSEEN."'";
        foreach (PositionBand::cases() as $band) {
            $cases .= $band->end() === null ? '' : " WHEN k.position_milli < {$band->end()} THEN '{$band->value}'";
        }
        $counts = [];
        foreach (
            DB::select(
                "SELECT $cases ELSE '".
                    PositionBand::Beyond->value.
                    "' END AS band, COUNT(*) AS n FROM ".
                    self::TABLES.
                    " WHERE $where GROUP BY band",
                $values,
            ) as $row
        ) {
            $counts[(string) $row->band] = (int) $row->n;
        }

        return $counts;
    }

    /**
     * How many stood in which band, week by week.
     *
     * @return array<string, array<int, int>> terms by week and band
     */
    public function bands(): array
    {
        if ($this->weeks === []) {
            return [];
        }
        $bands = array_fill_keys($this->weeks, []);
        $of = [$this->store->id, $this->filter->market, $this->weeks[0]];
        $some = '';
        if ($this->filter->isPart()) {
            [$where, $values] = $this->filter->where($this->store, withBand: false);
            $some = ' AND w.digest IN (SELECT s.digest FROM '.self::TABLES." WHERE $where)";
            array_push($of, ...$values);
        }
        foreach (
            DB::select(
                "SELECT w.week, w.band, COUNT(*) AS n FROM match_weeks w WHERE w.store_id = ? AND w.market_id = ? AND
                    w.week >= ?$some GROUP BY w.week, w.band",
                $of,
            ) as $row
        ) {
            isset($bands[(string) $row->week]) && ($bands[(string) $row->week][(int) $row->band] = (int) $row->n);
        }

        return $bands;
    }

    /**
     * @param  list<object>  $rows
     * @return array<string, array<string, int>> thousandths of positions by digest and week; a week on which a term was
     * not seen is left out
     */
    public function weeksOf(array $rows): array
    {
        $weeks = array_slice($this->weeks, -self::ROW_WEEKS);
        if ($rows === [] || $weeks === []) {
            return [];
        }
        $digests = array_map(static fn (object $row): string => (string) $row->digest, $rows);
        $told = [];
        foreach (
            DB::select(
                'SELECT digest, week, position_milli FROM match_weeks WHERE store_id = ? AND market_id = ? AND week >= ?
                    AND digest IN ('.
                    Bytes::list($digests).
                    ')',
                [$this->store->id, $this->filter->market, $weeks[0]],
            ) as $row
        ) {
            $told[(string) $row->digest][(string) $row->week] = (int) $row->position_milli;
        }

        return $told;
    }

    /** @return list<string> all tags of tracked terms in the market, by name */
    public function tags(): array
    {
        $tags = [];
        foreach (
            DB::select(
                "SELECT DISTINCT tags FROM match_said WHERE store_id = ? AND market_id = ? AND tracked = 1 AND tags <>
                    ''",
                [$this->store->id, $this->filter->market],
            ) as $row
        ) {
            foreach (explode(', ', (string) $row->tags) as $tag) {
                $tags[$tag] = true;
            }
        }
        $tags = array_map(strval(...), array_keys($tags));
        sort($tags, SORT_NATURAL | SORT_FLAG_CASE);

        return $tags;
    }
}
