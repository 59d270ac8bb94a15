<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;

/** Checks all texts of a store again, after its rules or words have changed. */
final class RecheckWork implements LongWork
{
    public function __construct(private readonly RowRebuild $rows)
    {
    }

    public static function sort(): string
    {
        return 'write.recheck';
    }

    public static function title(): string
    {
        return 'checking all texts again';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $this->rows->all(Store::query()->findOrFail($run->storeId), static fn () => $run->beat());

        return SliceEnd::done();
    }
}
