<?php

declare(strict_types=1);

namespace App\Release\Console;

use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Release\Sending\LookWork;
use Illuminate\Support\Facades\DB;

/**
 * For the commands that begin a release: with --wait they work or follow it to its end, the first live check included.
 */
trait FollowsRelease
{
    /** @param  array{release: int, work: ?int}  $begun */
    private function follow(array $begun, WorkDesk $desk): int
    {
        if (! $this->option('wait')) {
            return $this->answer(
                ['release' => $begun['release'], 'state' => 'waiting'],
                "Release {$begun['release']} has been started.",
            );
        }
        // What is handed over waits for others; only a first look is taken.
        $state = $begun['work'] === null ? 'done' : $desk->workToEnd($begun['work']);
        $look = DB::table('work')
            ->where('sort', LookWork::sort())
            ->where('subject_id', $begun['release'])
            ->orderByDesc('id')
            ->value('id');
        if ($state === 'done' && $look !== null) {
            // One round of looks; what is not seen by then is looked at again later.
            for (
                $i = 0;
                $i < 150 &&
                DB::table('release_items')->where('release_id', $begun['release'])->where('seen', 'no')->exists();
                $i++
            ) {
                $desk->slice(Typed::int($look)) || usleep(200000);
            }
        }
        $counts = Typed::ints(
            DB::table('release_items')
                ->where('release_id', $begun['release'])
                ->groupBy('state')
                ->selectRaw('state, COUNT(*) AS n')
                ->pluck('n', 'state')
                ->all(),
        );
        $seen = DB::table('release_items')->where('release_id', $begun['release'])->where('seen', 'seen')->count();
        $words = implode(
            ', ',
            array_map(static fn (string $name, int $n): string => "$n $name", array_keys($counts), $counts),
        );
        $this->answer(
            ['release' => $begun['release'], 'state' => $state, 'items' => $counts, 'seen_live' => $seen],
            "Release {$begun['release']} is $state: $words; $seen seen live.".
                (($counts['handed'] ?? 0) > 0 ? " Its files: release:handover {$begun['release']} --out=FOLDER" : ''),
        );

        return $state === 'done' && ($counts['refused'] ?? 0) + ($counts['clash'] ?? 0) === 0 ? 0 : 1;
    }
}
