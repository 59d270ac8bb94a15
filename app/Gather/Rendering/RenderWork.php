<?php

declare(strict_types=1);

namespace App\Gather\Rendering;

use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;

/** Shows one page after the other; one that was under way at a kill is shown again. */
final readonly class RenderWork implements LongWork
{
    public function __construct(private Renders $renders)
    {
    }

    public static function sort(): string
    {
        return 'gather.render';
    }

    public static function title(): string
    {
        return 'showing pages in a browser';
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
        $store = Store::query()->findOrFail($run->storeId);
        $left = array_values(array_filter((array) ($run->progress()['left'] ?? []), is_int(...)));
        while ($left !== []) {
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $this->renders->show($store, $left[0]);
            array_shift($left);
            $run->beat(['left' => $left], force: true);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }

        return SliceEnd::done();
    }
}
