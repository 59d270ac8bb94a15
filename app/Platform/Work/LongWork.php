<?php

declare(strict_types=1);

namespace App\Platform\Work;

/** A sort of long work: done in slices, each safe to be killed at any line and done again. */
interface LongWork
{
    /** Name in the table, such as "gather.crawl". */
    public static function sort(): string;

    /** What it is, for people: "a crawl". */
    public static function title(): string;

    /** interactive, release or bulk */
    public static function queue(): string;

    /** Works until the time is up or nothing is left. Whatever must not be lost is committed through $run->fenced(). */
    public function slice(WorkRun $run): SliceEnd;

    /** Called once when the work has come to an end: done, stopped or failed. */
    public function ended(int $subjectId, SliceEnd $end): void;
}
