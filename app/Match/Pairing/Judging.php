<?php

declare(strict_types=1);

namespace App\Match\Pairing;

use App\Match\Terms\Asks;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\QueryClass;
use Orchard\Core\Demand\QueryClassifier;
use Orchard\Core\Demand\Visibility;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Terms\Asked;
use Orchard\Core\Terms\AskedFor;
use Orchard\Core\Terms\AskedJudge;
use Orchard\Core\Terms\GroundType;
use Orchard\Core\Terms\PairFacts;
use Orchard\Core\Terms\PairWorth;
use Orchard\Core\Terms\Reach;

/** Judges the terms of a market: what each asks for, which pages could go for it, and what that would be worth. */
final class Judging
{
    private const PORTION = 1000;

    /** Pages by words alone, and pages that are seen, that are weighed for a term. */
    private const BY_WORDS = 8;

    private const BY_ROWS = 8;

    /** Pages that are kept for a term. */
    private const KEPT = 10;

    /** A page below this relevance that is not seen for a term is no candidate. */
    private const LEAST = 0.08;

    private readonly AskedJudge $judge;

    private readonly QueryClassifier $classes;

    public function __construct(
        private readonly Store $store,
        private readonly Market $market,
        private readonly MarketPages $pages,
        private readonly Reach $reach,
        private readonly float $weeks,
    ) {
        $this->judge = new AskedJudge($market->language);
        $this->classes = new QueryClassifier(
            array_values(array_unique(array_filter([...$store->options()->brandTerms, $market->brand, $store->name]))),
            [],
        );
    }

    /** @return bool whether it came to its end */
    public function all(WorkRun $run): bool
    {
        $after = $done = 0;
        do {
            $rows = Rows::all(
                'SELECT t.id, t.digest, t.term, t.volume, t.difficulty, t.results, t.impressions, t.position_milli,
                    s.asked AS said, s.plan
                    FROM match_terms t LEFT JOIN match_said s ON s.store_id = t.store_id AND s.market_id = t.market_id
                    AND s.digest = t.digest WHERE t.store_id = ? AND t.market_id = ? AND t.run = ? AND t.id > ?
                    ORDER BY t.id LIMIT '.self::PORTION,
                [$this->store->id, $this->market->id, $run->workId, $after],
            );
            if ($rows === []) {
                break;
            }
            $after = end($rows)->int('id');
            $seen = $this->seen($run, $rows);
            $pairs = $judged = [];
            foreach ($rows as $row) {
                [$term, $some] = $this->term($row, $seen[$row->text('digest')] ?? [], $run->workId);
                $judged[] = $term;
                array_push($pairs, ...$some);
            }
            $run->fenced(static function () use ($judged, $pairs): void {
                Bulk::write('match_pairs', self::PAIRS, $pairs, 'REPLACE');
                DB::statement(
                    'CREATE TEMPORARY TABLE IF NOT EXISTS judged_terms (id BIGINT UNSIGNED PRIMARY KEY, asked TINYINT
                        UNSIGNED, strength FLOAT, because VARCHAR(400) CHARACTER SET utf8mb4, page_id BIGINT UNSIGNED
                            NULL, worth DOUBLE, potential DOUBLE, products SMALLINT UNSIGNED NULL,
                        served TINYINT UNSIGNED)',
                );
                DB::statement('DELETE FROM judged_terms');
                Bulk::write(
                    'judged_terms',
                    ['id', 'asked', 'strength', 'because', 'page_id', 'worth', 'potential', 'products', 'served'],
                    $judged,
                );
                DB::update(
                    'UPDATE match_terms t JOIN judged_terms j ON j.id = t.id SET t.asked = j.asked, t.strength =
                        j.strength, t.because = j.because, t.page_id = j.page_id,
                        t.worth = j.worth, t.potential = j.potential,
                        t.products = j.products, t.served = IF(t.served = 1, 1, j.served), t.rivals = 0',
                );
            });
            $done += count($rows);
            $run->beat(['phase' => 'judging terms', 'terms' => $done]);
            if ($run->stopAsked()) {
                return false;
            }
        } while (count($rows) === self::PORTION);

        return true;
    }

    private const PAIRS = [
        'store_id', 'market_id', 'term_id', 'page_id', 'run', 'worth', 'relevance', 'asked', 'fitting', 'stocked',
        'clicks', 'impressions', 'position_milli',
    ];

    /**
     * @param  array<Row>  $rows
     * @return array<string, array<int, array{int, int, int}>> clicks, impressions and places by term's digest and page
     */
    private function seen(WorkRun $run, array $rows): array
    {
        $digests = array_values(array_map(static fn (Row $row): string => $row->text('digest'), $rows));
        $seen = [];
        foreach (
            Rows::all(
                'SELECT term_digest, page_id, clicks, impressions, position_sum FROM match_seen WHERE store_id = ? AND
                    run = ?
                    AND market_id = ? AND term_digest IN ('.
                    Bytes::list($digests).
                    ') ORDER BY impressions DESC, page_id',
                [$this->store->id, $run->workId, $this->market->id],
            ) as $row
        ) {
            $seen[$row->text('term_digest')][$row->int('page_id')] = [
                $row->int('clicks'),
                $row->int('impressions'),
                $row->int('position_sum'),
            ];
        }

        return $seen;
    }

    /**
     * @param  array<int, array{int, int, int}>  $seen
     * @return array{list<int|float|string|null>, list<list<int|float>>} what is kept of the term, and of its pairs
     */
    private function term(Row $row, array $seen, int $run): array
    {
        $normal = $row->text('term');
        $difficulty = $row->numberOrNull('difficulty');
        $isBrand = $this->classes->classOf($normal) === QueryClass::OwnBrand;
        $evidence = $this->pages->products->evidence(
            $normal,
            $isBrand,
            $this->seenByKind($seen),
            self::results($row->text('results')),
        );
        $asked = $this->judge->of($normal, $evidence);
        $said = $row->said === null ? null : Asks::kind($row->int('said'));
        $searches =
            $row->volume === null
                ? (self::demand($seen) / max(1.0, $this->weeks)) * 4.35
                : max(1.0, $row->number('volume'));
        $term = new JudgedTerm($normal, $searches, $difficulty, $seen, $asked, $said);
        $pages =
            array_slice($seen, 0, self::BY_ROWS, preserve_keys: true) +
            $this->pages->words->candidates($this->pages->products->telling($normal), self::BY_WORDS);
        $pairs = [];
        foreach (array_keys($pages) as $page) {
            if (! isset($this->pages->kinds[$page])) {
                continue;
            }
            $pair = $this->pair($page, $term);
            $pair === null ||
                ($pairs[$page] = [$this->store->id, $this->market->id, $row->int('id'), $page, $run, ...$pair]);
        }
        uasort($pairs, static fn (array $a, array $b): int => [$b[5], $a[3]] <=> [$a[5], $b[3]]);
        $pairs = array_values(array_slice($pairs, 0, self::KEPT));
        $fit = $this->pages->products->fit($normal, []);
        $plan = (string) ($row->plan ?? '');

        return [
            [
                $row->int('id'),
                Asks::number($said ?? $asked->kind),
                $said === null ? $asked->strength : 1.0,
                Reason::pack(
                    $said === null ? array_slice($asked->because, 0, 3) : [new Reason(GroundType::Person)],
                    400,
                ),
                $seen === [] ? null : array_key_first($seen),
                $pairs === [] ? 0.0 : $pairs[0][5],
                $this->potential($searches, $difficulty, $seen),
                $evidence->products === null ? null : min(65535, $evidence->products),
                $plan !== ''
                    ? ($plan === 'planned'
                        ? 3
                        : 4)
                    : ($fit->unknown !== [] && ! $this->pages->products->isEmpty() && $pairs === []
                        ? 2
                        : 0),
            ],
            $pairs,
        ];
    }

    /**
     * What a page made for the term could earn in four weeks: its words, kind and products as the term asks for them.
     *
     * @param  array<int, array{int, int, int}>  $seen
     */
    private function potential(float $searches, ?float $difficulty, array $seen): float
    {
        $facts = new PairFacts(
            $searches,
            $difficulty,
            1.0,
            1.0,
            1.0,
            null,
            self::bestPlace($seen, 0),
            0.0,
            $this->pages->clickValue(0, 0.0),
        );

        return (PairWorth::of($facts, $this->reach)->money * 4) / 4.35;
    }

    /** @return ?list<int|float> what is kept of a pair; null where the page is no candidate */
    private function pair(int $page, JudgedTerm $term): ?array
    {
        $seen = $term->seen[$page] ?? null;
        $relevance = $this->pages->words->relevance($page, $this->pages->products->telling($term->normal));
        if ($seen === null && $relevance < self::LEAST) {
            return null;
        }
        $kind = $this->pages->kinds[$page];
        $products = $this->pages->productsOf($page);
        $fit = $this->pages->products->fit($term->normal, $products);
        $weight = $kind === PageKind::Collection || $kind === PageKind::Product ? $fit->weight() : 1.0;
        $this->pages->isSoldOut($page) && ($weight *= 0.3);
        $answers = self::answers($kind, $term->asked, $term->said);
        $position = $seen === null || $seen[1] === 0 ? null : $seen[2] / $seen[1] / 1000;
        $worth = PairWorth::of(
            new PairFacts(
                $term->searches,
                $term->difficulty,
                $relevance,
                $answers,
                $weight,
                $position === null ? null : max(1.0, $position),
                self::bestPlace($term->seen, $page),
                $seen === null ? 0.0 : $seen[1] / $term->impressions(),
                $this->pages->clickValue($page, $answers),
            ),
            $this->reach,
        );

        return [
            // A month has 4.35 weeks; what is promised elsewhere is of four.
            ($worth->money * 4) / 4.35,
            round($relevance, 4),
            round($answers, 4),
            min(65535, $fit->fitting),
            min(65535, $fit->stocked),
            $seen[0] ?? 0,
            $seen[1] ?? 0,
            $position === null ? 0 : (int) round(1000 * $position),
        ];
    }

    /** 0.1 to 1: how well a kind of page answers what a term asks for. */
    private static function answers(PageKind $kind, Asked $asked, ?AskedFor $said): float
    {
        $shares = $said === null ? $asked->shares : [$said->value => 1.0];
        $of = static fn (AskedFor $one): float => $shares[$one->value] ?? 0.0;
        $own = match ($kind) {
            PageKind::Home => $of(AskedFor::Brand) + 0.3 * $of(AskedFor::Collection),
            // A maker's page is a collection like any other; its words tell them apart.
            PageKind::Collection => $of(AskedFor::Collection) + $of(AskedFor::Maker),
            PageKind::Product => $of(AskedFor::Product) + 0.15 * $of(AskedFor::Collection),
            default => $of(AskedFor::Article),
        };

        return 0.1 + 0.9 * min(1.0, $own / max(0.01, ...array_values($shares)));
    }

    /**
     * @param  array<int, array{int, int, int}>  $seen
     * @return array<string, float> impressions by kind of page
     */
    private function seenByKind(array $seen): array
    {
        $kinds = [];
        foreach ($seen as $page => [, $impressions]) {
            $kind = $this->pages->kinds[$page] ?? null;
            if ($kind !== null && $kind !== PageKind::Home) {
                $kinds[$kind->key()] = ($kinds[$kind->key()] ?? 0.0) + $impressions;
            }
        }

        return $kinds;
    }

    /**
     * @return array<string, int> first results by kind of page, as a file tells: "collection, collection, article" or
     * "collection 7, article 3"
     */
    private static function results(string $told): array
    {
        $counts = [];
        preg_match_all('/([a-z]+)s?\b[\s:=]*(\d+)?/i', $told, $found, PREG_SET_ORDER);
        foreach ($found as $one) {
            $kind = PageKind::fromWords(strtolower($one[1]));
            if ($kind !== null) {
                $counts[$kind->key()] = ($counts[$kind->key()] ?? 0) + (int) ($one[2] ?? 1);
            }
        }

        return $counts;
    }

    /** @param  array<int, array{int, int, int}>  $rows */
    private static function bestPlace(array $rows, int $but): ?float
    {
        $best = null;
        foreach ($rows as $page => [, $impressions, $places]) {
            if ($page !== $but && $impressions > 0) {
                $best = min($best ?? INF, $places / $impressions / 1000);
            }
        }

        return $best;
    }

    /** @param  array<int, array{int, int, int}>  $seen */
    private static function demand(array $seen): float
    {
        // Several pages are seen in one search: the page that is seen most tells how many searches there were.
        $most = 0.0;
        foreach ($seen as [, $impressions, $places]) {
            $impressions > 0 &&
                ($most = max($most, Visibility::demand($impressions, max(1.0, $places / $impressions / 1000))));
        }

        return $most;
    }
}
