<?php

declare(strict_types=1);

namespace App\Watch\Lists;

use App\Platform\Database\Rows;
use App\Watch\Judging\GroupedBy;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Outcome\Verdict;

/** What came of the parts of a change: all its pages, pages that share their queries, groups of them. */
final class GroupList
{
    /** @return array<int, GroupRow> by part, in order */
    public static function of(int $change): array
    {
        $weeks = DB::table('watch_changes')->where('id', $change)->value('weeks_told');
        $groups = [];
        foreach (Rows::of(DB::table('watch_results')->where('change_id', $change)->orderBy('part')->get()) as $row) {
            $groups[$row->int('part')] = GroupRow::fromRow($row, is_numeric($weeks) ? max(1, (int) $weeks) : 1);
        }

        return $groups;
    }

    /**
     * What is done with groups next.
     *
     * @param  array<int, GroupRow>  $groups
     * @return list<array{group: GroupRow, next: string, words: string}> next: keep, back, desk or wait
     */
    public static function next(array $groups): array
    {
        $next = [];
        foreach ($groups as $group) {
            if ($group->by === GroupedBy::Work) {
                $next[] = match ($group->verdict) {
                    Verdict::Earned => [
                        'group' => $group,
                        'next' => 'keep',
                        'words' => 'gained: keep them, and write others the same way',
                    ],
                    Verdict::Lost => [
                        'group' => $group,
                        'next' => 'back',
                        'words' => 'lost: take the old texts back, or write them again',
                    ],
                    Verdict::None => [
                        'group' => $group,
                        'next' => 'desk',
                        'words' => 'did not move, or too little to tell: write them by hand',
                    ],
                    Verdict::Few => [
                        'group' => $group,
                        'next' => 'wait',
                        'words' => 'are too few to be told by themselves',
                    ],
                    default => ['group' => $group, 'next' => 'wait', 'words' => 'cannot be told yet'],
                };
            }
        }

        return $next;
    }
}
