<?php

declare(strict_types=1);

namespace App\Match\Tracking;

use App\Facts\SearchHistory;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;

/** Tracked terms as a screen shows them: rows with their last weeks, and how many stood in which band week by week. */
final readonly class TrackedList
{
    public const SIZE = 50;

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

    /** @var list<Standing> all tracked terms that are like the filter, of any band */
    private array $all;

    public function __construct(private Store $store, private TrackedFilter $filter)
    {
        $weeks = [];
        $days = SearchHistory::days($store);
        foreach ($days as $day) {
            $weeks[date('Y-m-d', (int) strtotime('monday this week', (int) strtotime($day)))] = true;
        }
        $this->weeks = array_slice(array_map(strval(...), array_keys($weeks)), -self::WEEKS);
        $this->lastDay = $days === [] ? null : $days[count($days) - 1];
        [$where, $values] = $filter->where($store);
        $this->all = Records::select(
            Standing::class,
            'SELECT t.id, t.worth, COALESCE(k.clicks, 0) AS clicks, COALESCE(k.impressions, 0) AS
                    impressions, COALESCE(k.position_milli, 0) AS position_milli, COALESCE(k.before_milli, 0) AS
                    before_milli, COALESCE(k.bands, \'\') AS bands, k.bands_to FROM '.
                self::TABLES.
                " WHERE $where",
            $values,
        );
    }

    /** @return list<TrackedTerm> */
    public function rows(int $offset = 0): array
    {
        $some = array_column(array_slice($this->filter->ordered($this->inBand()), $offset, self::SIZE), 'id');
        if ($some === []) {
            return [];
        }
        $rows = Records::select(
            TrackedTerm::class,
            'SELECT t.id, t.digest, t.term, t.lead_page, s.tags, k.clicks, k.impressions, k.position_milli,
                k.before_milli, k.page_id, k.seen_on FROM '.
                self::TABLES.
                ' WHERE t.id IN ('.
                Bulk::list($some).
                ')',
        );
        $rows = array_column($rows, null, 'id');

        return array_values(array_filter(array_map(static fn (int $id): ?TrackedTerm => $rows[$id] ?? null, $some)));
    }

    /** @return list<Standing> */
    private function inBand(): array
    {
        $band = $this->filter->band;

        return $band === ''
            ? $this->all
            : array_values(array_filter($this->all, static fn (Standing $one): bool => $one->band() === $band));
    }

    /** @return array<array-key, int> how many tracked terms of the filter stand in each band now, and "unseen" */
    public function standing(): array
    {
        return array_count_values(array_map(static fn (Standing $one): string => $one->band(), $this->all));
    }

    /**
     * How many stood in which band, week by week.
     *
     * @return array<string, array<int, int>> terms by week and band
     */
    public function bands(): array
    {
        $bands = array_fill_keys($this->weeks, []);
        $noons = array_map(static fn (string $week): int => (int) strtotime("$week 12:00 UTC"), $this->weeks);
        $noons = array_combine($this->weeks, $noons);
        foreach ($this->all as $row) {
            $to = $row->bandsTo === null ? null : (int) strtotime("$row->bandsTo 12:00 UTC");
            foreach ($to === null ? [] : $noons as $week => $noon) {
                $back = intdiv($to - $noon, 604_800);
                $band = (int) ($row->bands[$back] ?? 0);
                $back >= 0 && $band > 0 && ($bands[$week][$band] = ($bands[$week][$band] ?? 0) + 1);
            }
        }

        return $bands;
    }

    /**
     * @param  list<TrackedTerm>  $rows
     * @return array<string, array<string, int>> thousandths of positions by digest and week; a week on which a term was
     * not seen is left out
     */
    public function weeksOf(array $rows): array
    {
        $weeks = array_slice($this->weeks, -self::ROW_WEEKS);
        if ($rows === [] || $weeks === []) {
            return [];
        }
        $digests = array_column($rows, 'digest');
        $told = [];
        foreach (
            Rows::all(
                'SELECT digest, week, position_milli FROM match_weeks WHERE store_id = ? AND market_id = ? AND week >= ?
                    AND digest IN ('.
                    Bytes::list($digests).
                    ')',
                [$this->store->id, $this->filter->market, $weeks[0]],
            ) as $row
        ) {
            $told[$row->text('digest')][$row->text('week')] = $row->int('position_milli');
        }

        return $told;
    }

    /** @return list<string> all tags of tracked terms in the market, by name */
    public function tags(): array
    {
        $tags = [];
        foreach (
            Rows::all(
                "SELECT DISTINCT tags FROM match_said WHERE store_id = ? AND market_id = ? AND tracked = 1 AND tags <>
                    ''",
                [$this->store->id, $this->filter->market],
            ) as $row
        ) {
            foreach (explode(', ', $row->text('tags')) as $tag) {
                $tags[$tag] = true;
            }
        }
        $tags = array_map(strval(...), array_keys($tags));
        sort($tags, SORT_NATURAL | SORT_FLAG_CASE);

        return $tags;
    }
}
