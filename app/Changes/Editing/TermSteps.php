<?php

declare(strict_types=1);

namespace App\Changes\Editing;

use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Lead terms that a step set: kept as they were before and after, and brought back where nobody changed them since. */
final class TermSteps
{
    /**
     * Sets lead terms as part of a step.
     *
     * @param  array<int, string>  $terms  by page; '' takes the lead term away
     */
    public static function set(Store $store, int $stepId, array $terms, ?int $userId): void
    {
        DB::transaction(static function () use ($store, $stepId, $terms, $userId): void {
            $before = PageTerms::leads(array_keys($terms));
            $changed = PageTerms::lead($store, $terms, TermOrigin::Hand, $userId);
            $after = PageTerms::leads($changed);
            Bulk::write(
                'text_step_terms',
                ['step_id', 'page_id', 'before_term', 'after_term'],
                array_map(
                    static fn (int $page): array => [$stepId, $page, $before[$page] ?? '', $after[$page] ?? ''],
                    $changed,
                ),
            );
            DB::update('UPDATE text_steps SET texts = texts + ? WHERE id = ?', [count($changed), $stepId]);
        }, 3);
    }

    /**
     * Brings the terms of a step back, or sets them again.
     *
     * @return array{list<int>, int} resources of pages whose term stands as wanted now, and how many pages were left
     */
    public static function turn(Store $store, int $stepId, bool $isUndo, int $userId): array
    {
        $rows = Rows::of(DB::table('text_step_terms')->where('step_id', $stepId)->get())->all();
        $now = PageTerms::leads(Bulk::ids($rows, 'page_id'));
        $wanted = [];
        $left = 0;
        foreach ($rows as $row) {
            [$over, $term] = $isUndo ? [$row->after_term, $row->before_term] : [$row->before_term, $row->after_term];
            if (($now[$row->int('page_id')] ?? '') === (string) $over) {
                $wanted[$row->int('page_id')] = (string) $term;
            } else {
                $left++;
            }
        }
        PageTerms::lead($store, $wanted, TermOrigin::Hand, $userId);
        $resources = Rows::of(
            DB::table('pages')
                ->whereIn('id', array_keys($wanted))
                ->whereNotNull('resource_id')
                ->distinct()
                ->get(['resource_id']),
        )->all();

        return [Bulk::ids($resources, 'resource_id'), $left];
    }
}
