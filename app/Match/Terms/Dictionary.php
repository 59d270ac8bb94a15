<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Inventory\Makers;
use App\Inventory\Terms\SeenQueries;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Kinds\KindSuggestions;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\TermForm;
use Orchard\Core\Terms\TermKey;

/**
 * Makes the dictionary of a store's terms: phrases of research, of rivals, of people and of the search rows, variants
 * under one term, market by market. Phrases are written under the run's own number; what stands there of earlier runs
 * counts until all of this one has been read.
 */
final class Dictionary
{
    public const RESEARCH = 1;

    public const SEARCHED = 2;

    public const RIVALS = 4;

    public const PEOPLE = 8;

    private const PORTION = 4000;

    private const FORMS = [
        'store_id', 'run', 'market_id', 'term_digest', 'digest', 'text', 'volume', 'difficulty', 'results', 'clicks',
        'impressions', 'position_sum', 'origins',
    ];

    private const MORE = 'volume = COALESCE(GREATEST(volume, VALUES(volume)), volume,
        VALUES(volume)), difficulty = COALESCE(difficulty, VALUES(difficulty)), results = IF(results = \'\',
            VALUES(results), results), clicks = clicks + VALUES(clicks), impressions = impressions +
                VALUES(impressions), position_sum = position_sum + VALUES(position_sum), origins = origins |
                    VALUES(origins)';

    /** @var array<int, TermKey> by market */
    private array $keys = [];

    /** @var list<Market> */
    private array $markets;

    public function __construct(
        private readonly Store $store,
        private readonly WorkRun $run,
        private readonly SeenQueries $seen,
    ) {
        $this->markets = Markets::of($store)->all();
        $makers = Makers::of($store);
        foreach ($this->markets as $market) {
            $this->keys[$market->id] = new TermKey($market->language, $makers);
        }
    }

    /** Reads all sources anew; what an interrupted reading left of this run is taken away first. */
    public function read(): bool
    {
        $this->run->fenced(function (): void {
            DB::delete('DELETE FROM match_forms WHERE store_id = ? AND run = ?', [
                $this->store->id,
                $this->run->workId,
            ]);
            DB::delete('DELETE FROM match_seen WHERE store_id = ? AND run = ?', [$this->store->id, $this->run->workId]);
            DB::delete('DELETE FROM match_queries WHERE store_id = ? AND run = ?', [
                $this->store->id,
                $this->run->workId,
            ]);
            DB::delete('DELETE FROM match_results WHERE store_id = ? AND run = ?', [
                $this->store->id,
                $this->run->workId,
            ]);
        });
        $count = 0;
        foreach ([$this->research(...), $this->rivals(...), $this->people(...), $this->searched(...)] as $source) {
            foreach ($source() as $some) {
                $count += $some;
                $this->run->beat(['phase' => 'reading terms', 'terms' => $count]);
                if ($this->run->stopAsked()) {
                    return false;
                }
            }
        }

        return true;
    }

    /** Puts variants together as terms; terms that no source has any more go. */
    public function gather(): void
    {
        $this->run->fenced(function (): void {
            $run = $this->run->workId;
            $kinds = [];
            DB::insert(
                'INSERT INTO match_terms (store_id, market_id, digest, term, forms, volume, difficulty, results,
                    clicks,
                    impressions, position_milli, origins, run)
                    SELECT store_id, market_id, term_digest, MAX(IF(nth = 1, text, NULL)), LEAST(COUNT(*), 65535),
                    SUM(DISTINCT volume), COALESCE(MAX(IF(nth = 1, difficulty, NULL)), AVG(difficulty)),
                    MAX(results),
                    SUM(clicks), SUM(impressions), COALESCE(SUM(position_sum) / NULLIF(SUM(impressions), 0), 0),
                    BIT_OR(origins), ? FROM (SELECT f.*, ROW_NUMBER() OVER (PARTITION BY market_id, term_digest
                    ORDER BY COALESCE(volume, 0) DESC, impressions DESC, CHAR_LENGTH(text), text) AS nth
                    FROM match_forms f WHERE store_id = ? AND run = ?) ranked GROUP BY store_id, market_id,
                    term_digest
                    ON DUPLICATE KEY UPDATE term = VALUES(term), forms = VALUES(forms), volume = VALUES(volume),
                    difficulty = VALUES(difficulty), results = VALUES(results), clicks = VALUES(clicks),
                    impressions =
                        VALUES(impressions),
                    position_milli = VALUES(position_milli), origins = VALUES(origins), run = VALUES(run)',
                [$run, $this->store->id, $run],
            );
            // Where no list of ours tells what kinds of pages hold the first results, the lists of rivals do.
            foreach (
                Rows::all(
                    'SELECT t.id, r.kind, COUNT(*) AS n FROM match_results r JOIN match_terms t
                        ON t.store_id = r.store_id
                        AND t.market_id = r.market_id AND t.digest = r.term_digest WHERE r.store_id = ?
                        AND r.run = ?
                        AND r.kind IS NOT NULL AND r.position_milli BETWEEN 1 AND 10500 AND t.results = ?
                        GROUP BY t.id, r.kind ORDER BY t.id, n DESC, r.kind',
                    [$this->store->id, $run, ''],
                ) as $row
            ) {
                $kinds[$row->int('id')][] = PageKind::from($row->int('kind'))->key()." {$row->n}";
            }
            foreach ($kinds as $term => $some) {
                DB::table('match_terms')
                    ->where('id', $term)
                    ->update(['results' => mb_substr(implode(', ', $some), 0, 190)]);
            }
            // What one digest says of a term is said of the term.
            DB::update(
                'UPDATE match_terms t LEFT JOIN match_said s ON s.store_id = t.store_id
                    AND s.market_id = t.market_id
                    AND s.digest = t.digest SET t.excluded = COALESCE(s.excluded, 0), t.tracked =
                    COALESCE(s.tracked, 0)
                    WHERE t.store_id = ?',
                [$this->store->id],
            );
        });
    }

    /** Takes away what earlier runs left; when all of this one stands. */
    public function clear(): void
    {
        $this->run->fenced(function (): void {
            $older = [$this->store->id, $this->run->workId];
            DB::delete('DELETE FROM match_forms WHERE store_id = ? AND run < ?', $older);
            DB::delete('DELETE FROM match_seen WHERE store_id = ? AND run < ?', $older);
            DB::delete('DELETE FROM match_queries WHERE store_id = ? AND run < ?', $older);
            DB::delete('DELETE FROM match_results WHERE store_id = ? AND run < ?', $older);
            DB::delete('DELETE FROM match_terms WHERE store_id = ? AND run < ?', $older);
            DB::delete('DELETE FROM match_pairs WHERE store_id = ? AND run < ?', $older);
            DB::delete('DELETE FROM match_rivalries WHERE store_id = ? AND run < ?', $older);
        });
    }

    /** @return iterable<int> phrases, a portion at a time */
    private function research(): iterable
    {
        $after = str_repeat("\0", 16);
        do {
            $rows = Rows::all(
                'SELECT mark, phrase, country, volume, difficulty, holders FROM keyword_rows WHERE store_id = ? AND
                    mark > ?
                    AND is_current = 1 ORDER BY mark LIMIT '.self::PORTION,
                [$this->store->id, $after],
            );
            $forms = [];
            foreach ($rows as $row) {
                foreach ($this->marketsOf($row->text('country')) as $market) {
                    $forms[] = $this->form(
                        $market,
                        $row->text('phrase'),
                        self::RESEARCH,
                        new FormNumbers(
                            $row->intOrNull('volume'),
                            $row->numberOrNull('difficulty'),
                            $row->text('holders'),
                        ),
                    );
                }
                $after = $row->text('mark');
            }
            yield $this->write($forms);
        } while (count($rows) === self::PORTION);
    }

    /** @return iterable<int> */
    private function rivals(): iterable
    {
        $after = str_repeat("\0", 16);
        do {
            $rows = Rows::all(
                'SELECT mark, phrase, rival_url, position FROM rival_rows WHERE store_id = ? AND mark > ?
                    AND is_current = 1
                    ORDER BY mark LIMIT '.self::PORTION,
                [$this->store->id, $after],
            );
            $forms = $results = [];
            foreach ($rows as $row) {
                foreach ($this->marketsOf('') as $market) {
                    $form = $this->form($market, $row->text('phrase'), self::RIVALS);
                    if ($form !== null) {
                        $forms[] = $form;
                        $results[] = [
                            $this->store->id,
                            $this->run->workId,
                            $market,
                            $form[3],
                            new Bytes(md5($row->text('rival_url'), true)),
                            mb_substr($row->text('rival_url'), 0, 700),
                            KindSuggestions::byPath($row->text('rival_url'))?->value,
                            (int) round(1000 * $row->number('position')),
                        ];
                    }
                }
                $after = $row->text('mark');
            }
            yield $this->write($forms, results: $results);
        } while (count($rows) === self::PORTION);
    }

    /** @return iterable<int> */
    private function people(): iterable
    {
        $forms = [];
        foreach (
            // What somebody tracks or plans a page for stays a term when its last source is gone.
            Rows::all(
                "SELECT market_id, term FROM match_said WHERE store_id = ? AND (added = 1 OR tracked = 1 OR plan <>
                    '')",
                [$this->store->id],
            ) as $row
        ) {
            isset($this->keys[$row->int('market_id')]) &&
                ($forms[] = $this->form($row->int('market_id'), $row->text('term'), self::PEOPLE));
        }
        // A lead term that somebody gave a page is a term, whether anybody searches for it or not.
        foreach (
            Rows::all(
                "SELECT i.market_id, t.term FROM page_terms t JOIN page_index i ON i.page_id = t.page_id
                    WHERE t.store_id = ? AND t.origin <> 'proposed'",
                [$this->store->id],
            ) as $row
        ) {
            isset($this->keys[$row->int('market_id')]) &&
                ($forms[] = $this->form($row->int('market_id'), $row->text('term'), self::PEOPLE));
        }
        yield $this->write($forms);
    }

    /** @return iterable<int> */
    private function searched(): iterable
    {
        $after = 0;
        while (($part = $this->seen->portion($this->store, $after, self::PORTION)) !== null) {
            $forms = $seen = $queries = [];
            foreach ($part->rows as [$query, $page, $market, $clicks, $impressions, $places]) {
                if (! isset($this->keys[$market], $part->texts[$query])) {
                    continue;
                }
                $form = $this->form(
                    $market,
                    $part->texts[$query],
                    self::SEARCHED,
                    new FormNumbers(clicks: $clicks, impressions: $impressions, places: $places),
                );
                if ($form === null) {
                    continue;
                }
                $forms[] = $form;
                $seen[] = [
                    $this->store->id,
                    $this->run->workId,
                    $market,
                    $form[3],
                    $page,
                    $clicks,
                    $impressions,
                    $places,
                ];
                $queries["$market-$query"] = [$this->store->id, $this->run->workId, $market, $form[3], $query];
            }
            yield $this->write($forms, $seen, array_values($queries));
            $after = $part->last;
        }
    }

    /** @return ?list<int|float|string|Bytes|null> null where nothing is left of the phrase */
    private function form(int $market, string $phrase, int $origin, FormNumbers $told = new FormNumbers()): ?array
    {
        $normal = TermForm::normal($phrase);

        return $normal === ''
            ? null
            : [
                $this->store->id,
                $this->run->workId,
                $market,
                new Bytes(self::digest($this->keys[$market]->of($normal))),
                new Bytes(md5($normal, true)),
                $normal,
                $told->volume,
                $told->difficulty,
                mb_substr($told->results, 0, 190),
                $told->clicks,
                $told->impressions,
                $told->places,
                $origin,
            ];
    }

    public static function digest(string $key): string
    {
        return md5($key, true);
    }

    /**
     * @param  list<?list<int|float|string|Bytes|null>>  $forms
     * @param  list<list<int|float|string|Bytes|null>>  $seen
     * @param  list<list<int|float|string|Bytes|null>>  $queries
     * @param  list<list<int|float|string|Bytes|null>>  $results
     */
    private function write(array $forms, array $seen = [], array $queries = [], array $results = []): int
    {
        $forms = array_values(array_filter($forms));
        $forms === [] ||
            $this->run->fenced(static function () use ($forms, $seen, $queries, $results): void {
                Bulk::write(
                    'match_results',
                    ['store_id', 'run', 'market_id', 'term_digest', 'url_digest', 'url', 'kind', 'position_milli'],
                    $results,
                    'INSERT IGNORE',
                );
                Bulk::write(
                    'match_queries',
                    ['store_id', 'run', 'market_id', 'term_digest', 'query_id'],
                    $queries,
                    'INSERT IGNORE',
                );
                Bulk::upsert('match_forms', self::FORMS, $forms, self::MORE);
                Bulk::upsert(
                    'match_seen',
                    ['store_id', 'run', 'market_id', 'term_digest', 'page_id', 'clicks', 'impressions', 'position_sum'],
                    $seen,
                    'clicks = clicks + VALUES(clicks), impressions = impressions +
                        VALUES(impressions), position_sum = position_sum + VALUES(position_sum)',
                );
            });

        return count($forms);
    }

    /** @return list<int> markets in which a phrase of a country counts; of no country: all of them */
    private function marketsOf(string $country): array
    {
        $found = [];
        foreach ($this->markets as $market) {
            if ($country === '' || $market->country === '' || strcasecmp($market->country, $country) === 0) {
                $found[] = $market->id;
            }
        }

        return $found;
    }
}
