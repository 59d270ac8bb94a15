<?php

declare(strict_types=1);

namespace App\Match\Tracking;

use App\Facts\GrainDays;
use App\Facts\SearchHistory;
use App\Match\Terms\Dictionary;
use App\Match\Terms\LeadMarks;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\PositionBand;
use Orchard\Core\Terms\TermForm;

/**
 * Writes what search rows tell of tracked terms, a month at a time, then weeks and sums. A term has the rows of all
 * its variants: those that the last matching met, and those that were ever typed as research or the term itself has
 * them.
 */
final readonly class TermDays
{
    /** Days that are summed as "now", and as many before them. */
    private const SPAN = 28;

    /** Weeks of which bands are kept as a word. */
    private const WEEKS = 53;

    private SearchHistory $history;

    /**
     * @var list<array{int, Bytes, string}> market, digest and text of tracked terms. They are read once, without locks:
     * a statement that writes from match_said would wait for people who say something of terms, and they for it.
     */
    private array $terms;

    public function __construct(private Store $store, private WorkRun $run)
    {
        $this->history = new SearchHistory($store);
        $this->terms = array_values(
            array_map(
                static fn (Row $row): array => [
                    $row->int('market_id'),
                    new Bytes($row->text('digest')),
                    $row->text('term'),
                ],
                Rows::of(
                    DB::table('match_said')
                        ->where('store_id', $store->id)
                        ->where('tracked', 1)
                        ->get(['market_id', 'digest', 'term']),
                )->all(),
            ),
        );
    }

    /**
     * @param  list<string>  $done
     * @return ?string the newest month that was not read yet
     */
    public function next(array $done): ?string
    {
        return array_values(array_diff(array_reverse($this->history->months()), $done))[0] ?? null;
    }

    public static function forget(Store $store): void
    {
        DB::delete('DELETE FROM match_days WHERE store_id = ?', [$store->id]);
        DB::delete('DELETE FROM match_weeks WHERE store_id = ?', [$store->id]);
        DB::delete('DELETE FROM match_tracked WHERE store_id = ?', [$store->id]);
    }

    public function month(string $month): void
    {
        $this->run->fenced(function () use ($month): void {
            $this->listQueries();
            DB::delete('DELETE FROM match_days WHERE store_id = ? AND day BETWEEN ? AND ?', [
                $this->store->id,
                "$month-01",
                (new DateTimeImmutable("$month-01"))->format('Y-m-t'),
            ]);
            DB::statement(
                'CREATE TEMPORARY TABLE IF NOT EXISTS tracked_rows (market_id BIGINT UNSIGNED, digest BINARY(16), day
                    DATE, page_id BIGINT UNSIGNED, clicks INT UNSIGNED, impressions INT UNSIGNED, position_sum BIGINT
                    UNSIGNED, PRIMARY KEY (market_id, digest, day, page_id))',
            );
            DB::delete('DELETE FROM tracked_rows');
            foreach ($this->history->of($month) as $part) {
                $this->rows($part);
            }
            DB::insert(
                'INSERT INTO match_days (store_id, market_id, digest, day, clicks, impressions, position_sum,
                    page_id)
                    SELECT ?, market_id, digest, day, SUM(clicks), SUM(impressions), SUM(position_sum),
                    MAX(IF(nth = 1, page_id, 0)) FROM (SELECT t.*, ROW_NUMBER() OVER (PARTITION BY market_id,
                    digest,
                    day ORDER BY impressions DESC, page_id) AS nth FROM tracked_rows t) ranked
                    GROUP BY market_id, digest, day HAVING SUM(impressions) > 0',
                [$this->store->id],
            );
        });
    }

    /** Weeks and sums anew, from the days; terms and months that are gone go. */
    public function sumUp(): void
    {
        $months = $this->history->months();
        $days = $this->history->days;
        $this->run->fenced(function () use ($months, $days): void {
            $this->listTerms();
            DB::delete(
                'DELETE d FROM match_days d LEFT JOIN tracked_terms s ON s.market_id = d.market_id
                    AND s.digest = d.digest
                    WHERE d.store_id = ? AND s.digest IS NULL',
                [$this->store->id],
            );
            $months === []
                ? DB::delete('DELETE FROM match_days WHERE store_id = ?', [$this->store->id])
                : DB::delete(
                    'DELETE FROM match_days WHERE store_id = ? AND DATE_FORMAT(day, "%Y-%m") NOT IN ('.
                        implode(', ', array_map(static fn (string $month): string => "'$month'", $months)).
                        ')',
                    [$this->store->id],
                );
            DB::delete('DELETE FROM match_weeks WHERE store_id = ?', [$this->store->id]);
            $position = 'SUM(position_sum) / SUM(impressions)';
            DB::insert(
                'INSERT INTO match_weeks (store_id, market_id, week, band, digest, position_milli, impressions,
                    clicks)
                    SELECT store_id, market_id, day - INTERVAL WEEKDAY(day) DAY AS monday, '.
                    self::bandSql($position).
                    ", digest, $position, SUM(impressions), SUM(clicks) FROM match_days WHERE store_id = ?
                    GROUP BY store_id, market_id, digest, monday",
                [$this->store->id],
            );
            DB::delete('DELETE FROM match_tracked WHERE store_id = ?', [$this->store->id]);
            $last = $days === [] ? now()->format('Y-m-d') : $days[count($days) - 1];
            $from = (new DateTimeImmutable($last))->modify('-'.(self::SPAN - 1).' days')->format('Y-m-d');
            $before = (new DateTimeImmutable($from))->modify('-'.self::SPAN.' days')->format('Y-m-d');
            $now = static fn (string $column): string => "SUM(IF(d.day >= '$from', d.$column, 0))";
            $then = static fn (
                string $column,
            ): string => "SUM(IF(d.day >= '$before' AND d.day < '$from', d.$column, 0))";
            DB::insert(
                "INSERT INTO match_tracked (store_id, market_id, digest, clicks, impressions, position_milli,
                    before_milli, page_id, seen_on)
                    SELECT ?, s.market_id, s.digest, COALESCE({$now('clicks')}, 0),
                    COALESCE({$now('impressions')}, 0),
                    COALESCE({$now('position_sum')} / NULLIF({$now('impressions')}, 0), 0),
                    COALESCE({$then('position_sum')} / NULLIF({$then('impressions')}, 0), 0),
                    COALESCE((SELECT page_id FROM match_days p WHERE p.store_id = ? AND p.market_id =
                    s.market_id AND p.digest = s.digest AND p.day >= '$from' AND p.page_id > 0 GROUP BY page_id
                    ORDER BY SUM(impressions) DESC, page_id LIMIT 1), 0), MAX(d.day)
                    FROM tracked_terms s LEFT JOIN match_days d ON d.store_id = ? AND d.market_id = s.market_id
                    AND d.digest = s.digest GROUP BY s.market_id, s.digest",
                [$this->store->id, $this->store->id, $this->store->id],
            );
            $this->writeBands($last);
        });
    }

    /** Writes the bands of each term's last weeks as one word, so that thousands are counted at a glance. */
    private function writeBands(string $lastDay): void
    {
        $to = date('Y-m-d', (int) strtotime('monday this week', (int) strtotime($lastDay)));
        $from = date('Y-m-d', (int) strtotime($to.' -'.(self::WEEKS - 1).' weeks'));
        $words = [];
        foreach (
            Rows::all(
                'SELECT market_id, digest, band, DATEDIFF(?, week) DIV 7 AS back FROM match_weeks WHERE store_id = ?
                    AND week BETWEEN ? AND ?',
                [$to, $this->store->id, $from, $to],
            ) as $row
        ) {
            $key = $row->market_id.' '.bin2hex($row->text('digest'));
            $words[$key] ??= str_repeat('0', self::WEEKS);
            $words[$key][$row->int('back')] = $row->text('band');
        }
        DB::statement(
            'CREATE TEMPORARY TABLE IF NOT EXISTS banded_terms (market_id BIGINT UNSIGNED, digest BINARY(16), bands
                VARCHAR(64) CHARACTER SET ascii COLLATE ascii_bin, PRIMARY KEY (market_id, digest))',
        );
        DB::delete('DELETE FROM banded_terms');
        $rows = [];
        foreach ($words as $key => $word) {
            [$market, $digest] = explode(' ', $key);
            $rows[] = [(int) $market, new Bytes((string) hex2bin($digest)), $word];
        }
        Bulk::write('banded_terms', ['market_id', 'digest', 'bands'], $rows);
        DB::update(
            'UPDATE match_tracked k JOIN banded_terms b ON b.market_id = k.market_id AND b.digest = k.digest
                SET k.bands = b.bands, k.bands_to = ? WHERE k.store_id = ?',
            [$to, $this->store->id],
        );
    }

    private function listTerms(): void
    {
        DB::statement(
            'CREATE TEMPORARY TABLE IF NOT EXISTS tracked_terms (market_id BIGINT UNSIGNED, digest BINARY(16), PRIMARY
                KEY (market_id, digest))',
        );
        DB::delete('DELETE FROM tracked_terms');
        Bulk::write(
            'tracked_terms',
            ['market_id', 'digest'],
            array_map(static fn (array $term): array => [$term[0], $term[1]], $this->terms),
        );
    }

    /** The queries of the tracked terms, with the market in which each counts. */
    private function listQueries(): void
    {
        $this->listTerms();
        DB::statement(
            'CREATE TEMPORARY TABLE IF NOT EXISTS tracked_queries (query_id BIGINT UNSIGNED, market_id BIGINT UNSIGNED,
                digest BINARY(16), PRIMARY KEY (query_id, market_id))',
        );
        DB::delete('DELETE FROM tracked_queries');
        DB::insert(
            'INSERT IGNORE INTO tracked_queries SELECT q.query_id, q.market_id, q.term_digest FROM tracked_terms s
                JOIN match_states m ON m.market_id = s.market_id JOIN match_queries q ON q.store_id = m.store_id
                AND q.run = m.run AND q.market_id = s.market_id AND q.term_digest = s.digest WHERE m.store_id = ?',
            [$this->store->id],
        );
        $keys = LeadMarks::keys($this->store);
        foreach ($this->phrases() as $market => $phrases) {
            $key = $keys[$market] ?? null;
            if ($key === null) {
                continue;
            }
            foreach (array_chunk(array_values(array_unique($phrases)), 1000) as $some) {
                $digests = array_map(static fn (string $phrase): string => md5($phrase, true), $some);
                $rows = [];
                foreach (
                    Rows::all(
                        'SELECT id, text FROM search_queries WHERE store_id = ? AND digest IN ('.
                            Bytes::list($digests).
                            ')',
                        [$this->store->id],
                    ) as $row
                ) {
                    $digest = Dictionary::digest($key->of(TermForm::normal($row->text('text'))));
                    $rows[] = [$row->int('id'), $market, new Bytes($digest)];
                }
                Bulk::write('tracked_queries', ['query_id', 'market_id', 'digest'], $rows, 'INSERT IGNORE');
            }
        }
    }

    /** @return array<int, list<string>> tracked terms and the variants that are known of them, by market */
    private function phrases(): array
    {
        $phrases = [];
        foreach ($this->terms as [$market, , $term]) {
            $phrases[$market][] = $term;
        }
        foreach (
            Rows::all(
                'SELECT s.market_id, f.text FROM tracked_terms s JOIN match_states m ON m.market_id = s.market_id
                    JOIN match_forms f ON f.store_id = m.store_id AND f.run = m.run AND f.market_id = s.market_id
                    AND f.term_digest = s.digest WHERE m.store_id = ?',
                [$this->store->id],
            ) as $row
        ) {
            $phrases[$row->int('market_id')][] = $row->text('text');
        }

        return $phrases;
    }

    private function rows(GrainDays $part): void
    {
        // Rows that name no page count in the market of their country, or in the first where they name none.
        $market =
            'COALESCE(p.market_id, CASE r.country'.
            implode(
                '',
                array_map(
                    static fn (Market $one): string => preg_match('/^[A-Za-z]{2}$/', $one->country) === 1
                        ? " WHEN '".strtoupper($one->country)."' THEN {$one->id}"
                        : '',
                    Markets::of($this->store)->all(),
                ),
            ).
            " WHEN '--' THEN 0 ELSE ".
            Markets::of($this->store)->first()->id.
            ' END)';
        DB::insert(
            "INSERT INTO tracked_rows SELECT q.market_id, q.digest, r.day, r.page_id, SUM(r.clicks),
                SUM(r.impressions),
                SUM(r.position_sum) FROM search_rows r JOIN tracked_queries q ON q.query_id = r.query_id
                LEFT JOIN pages p ON p.id = r.page_id WHERE {$part->condition()} AND q.market_id = $market
                GROUP BY q.market_id, q.digest, r.day, r.page_id
                ON DUPLICATE KEY UPDATE clicks = clicks + VALUES(clicks), impressions = impressions +
                VALUES(impressions), position_sum = position_sum + VALUES(position_sum)",
        );
    }

    private static function bandSql(string $milli): string
    {
        $cases = '';
        foreach (PositionBand::cases() as $band) {
            $cases .= $band->end() === null ? '' : " WHEN $milli < {$band->end()} THEN {$band->value}";
        }

        return "CASE$cases ELSE ".PositionBand::Beyond->value.' END';
    }
}
