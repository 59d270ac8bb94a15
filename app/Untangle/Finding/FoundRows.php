<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Platform\Database\Bulk;
use App\Platform\Work\WorkRun;
use App\Untangle\Deciding\Means;
use Generator;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\PairReason;
use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\Reasons\Reason;

/** The rows of a finding: one a page, one a tangle, and what its screens add up; written together. */
final class FoundRows
{
    private const COLUMNS = [
        'store_id', 'page_id', 'tangle_id', 'keeper_page', 'cause_id', 'kinship', 'likeness', 'sureness', 'reason',
        'declared', 'declared_page', 'verdict', 'notes', 'action', 'why', 'is_safe', 'chosen_page', 'clicks',
        'impressions',
    ];

    /** The lead of a keeper that has no rival, in hundredths. */
    private const ALONE = 1000;

    private readonly RowShelf $rows;

    public function __construct(
        private readonly Inventory $inventory,
        private readonly Tangles $tangles,
        private readonly Keepers $keepers,
        private readonly CanonicalCases $cases,
        private readonly PageAdvising $advising,
    ) {
        $this->rows = new RowShelf();
    }

    public function add(SeenPage $page): void
    {
        $tangle = $this->tangles->of($page->id);
        $keeper = $this->keepers->of($tangle);
        $declared = $this->inventory->declared($page);
        $case = $this->cases->of($page);
        $verdict = $case->verdict();
        $advice = $this->advising->advise($page, $verdict);
        $reasons =
            $advice->kin->reasons ??
            ($keeper?->page === $page->id
                ? [new Reason(PairReason::Keeper, [Reason::pack($keeper->reasons, Reason::NAME)])]
                : []);
        $notes = array_map(static fn (CanonicalVerdict $note): string => $note->value, $case->notes());
        $this->rows->add([
            $this->inventory->store->id,
            $page->id,
            $tangle,
            $keeper->page ?? 0,
            $advice->cause,
            $advice->kin?->kinship->value ?? '',
            $advice->kin->likeness ?? 0,
            $advice->kin->sureness ?? 0,
            Reason::pack($reasons),
            mb_substr($declared ?? ($page->tags[0] ?? ($page->header ?? '')), 0, 2048),
            $this->inventory->find($declared) ?? 0,
            $verdict->key(),
            mb_substr(implode(', ', $notes), 0, 190),
            $advice->policy->means->value,
            Reason::pack([$advice->policy->why]),
            $advice->policy->isSafe ? 1 : 0,
            $this->inventory->chosen($page->id) ?? 0,
            $page->clicks,
            $page->impressions,
        ]);
    }

    public function write(WorkRun $run, CauseTally $causes): void
    {
        $store = $this->inventory->store->id;
        $causes->write($run);
        $ids = DB::table('untangle_causes')
            ->where('store_id', $store)
            ->selectRaw('id, LOWER(HEX(digest)) AS digest')
            ->pluck('id', 'digest')
            ->all();
        $tangles = $this->tangleRows();
        $totals = $this->totals();
        $run->fenced(function () use ($run, $store, $ids, $tangles, $totals): void {
            DB::delete('DELETE FROM untangle_pages WHERE store_id = ?', [$store]);
            DB::delete('DELETE FROM untangle_tangles WHERE store_id = ?', [$store]);
            Bulk::write('untangle_pages', self::COLUMNS, $this->withCauses($ids));
            Bulk::write(
                'untangle_tangles',
                [
                    'store_id', 'tangle_id', 'keeper_page', 'pages', 'clicks', 'impressions', 'to_do', 'is_safe',
                    'lead_points', 'points', 'reasons',
                ],
                $tangles,
            );
            $progress = $run->progress();
            DB::table('untangle_states')->upsert(
                [
                    [
                        'store_id' => $store,
                        'found_at' => now(),
                        'pages' => $this->rows->count(),
                        'candidates' => is_int($progress['candidates'] ?? null) ? $progress['candidates'] : 0,
                        'judged' => is_int($progress['judged'] ?? null) ? $progress['judged'] : 0,
                        'totals' => json_encode($totals, JSON_THROW_ON_ERROR),
                    ],
                ],
                ['store_id'],
                ['found_at', 'pages', 'candidates', 'judged', 'totals'],
            );
        });
    }

    /** @return Generator<array<string, int|string>> by the names of their columns */
    private function named(): Generator
    {
        foreach ($this->rows->all() as $row) {
            yield array_combine(self::COLUMNS, $row);
        }
    }

    /**
     * @param  array<array-key, mixed>  $ids  of causes by digest
     * @return Generator<list<int|string>>
     */
    private function withCauses(array $ids): Generator
    {
        foreach ($this->named() as $row) {
            $id = $ids[$row['cause_id']] ?? 0;
            yield array_values(array_replace($row, ['cause_id' => is_numeric($id) ? (int) $id : 0]));
        }
    }

    /** @return list<list<int|string>> */
    private function tangleRows(): array
    {
        $toDo = $safe = [];
        foreach ($this->named() as $row) {
            if ($row['tangle_id'] !== 0 && $row['action'] !== Means::Leave->value) {
                $toDo[$row['tangle_id']] = ($toDo[$row['tangle_id']] ?? 0) + 1;
                $safe[$row['tangle_id']] = ($safe[$row['tangle_id']] ?? 0) + (int) $row['is_safe'];
            }
        }
        $rows = [];
        foreach ($this->tangles->all() as $tangle => $group) {
            $keeper = $this->keepers->of($tangle);
            $pages = array_map(fn (int $page): SeenPage => $this->inventory->pages[$page], $group);
            $points = array_map(
                static fn (array $parts): array => array_filter(
                    array_map(static fn (float $points): float => round($points, 2), $parts),
                ),
                $keeper->points ?? [],
            );
            $rows[] = [
                $this->inventory->store->id,
                $tangle,
                $keeper->page ?? 0,
                count($group),
                array_sum(array_column($pages, 'clicks')),
                array_sum(array_column($pages, 'impressions')),
                $toDo[$tangle] ?? 0,
                ($toDo[$tangle] ?? 0) === ($safe[$tangle] ?? 0) ? 1 : 0,
                $keeper === null || $keeper->lead === INF ? self::ALONE : (int) round(100 * min(10, $keeper->lead)),
                json_encode((object) $points, JSON_THROW_ON_ERROR),
                Reason::pack($keeper->reasons ?? []),
            ];
        }

        return $rows;
    }

    /**
     * What the screen of what is declared adds up, counted once.
     *
     * @return array{verdicts: array<string, array{int, int, int}>, chosen: array{int, int, int}, listed: array{int,
     *     int}, linked: array{int, int}} pages, clicks, impressions; of chosen the third is how many are another
     *     market's; of linked the second is links
     */
    private function totals(): array
    {
        $verdicts = [];
        $chosen = [0, 0, 0];
        $listed = $linked = [0, 0];
        foreach ($this->named() as $row) {
            $page = $this->inventory->pages[(int) $row['page_id']];
            $sum = $verdicts[(string) $row['verdict']] ?? [0, 0, 0];
            $verdicts[(string) $row['verdict']] = [$sum[0] + 1, $sum[1] + $page->clicks, $sum[2] + $page->impressions];
            $other = (int) $row['chosen_page'];
            $keeper = (int) $row['keeper_page'];
            $meant = (int) $row['declared_page'] ?: ($keeper ?: $page->id);
            if ($other !== 0 && $other !== $page->id && $other !== $meant) {
                $chosen = [
                    $chosen[0] + 1,
                    $chosen[1] + $page->clicks,
                    $chosen[2] + ($this->inventory->pages[$other]->market === $page->market ? 0 : 1),
                ];
            }
            if ($keeper !== 0 && $keeper !== $page->id) {
                $listed = $page->inSitemap ? [$listed[0] + 1, $listed[1] + $page->clicks] : $listed;
                $linked = $page->linksIn > 0 ? [$linked[0] + 1, $linked[1] + $page->linksIn] : $linked;
            }
        }

        return ['verdicts' => $verdicts, 'chosen' => $chosen, 'listed' => $listed, 'linked' => $linked];
    }
}
