<?php

declare(strict_types=1);

namespace App\Changes\Editing;

/** What came of taking a step back, or of doing it again. */
final readonly class EditOutcome
{
    /**
     * @param  list<int>  $resources  whose texts stand as they should now
     * @param  int  $left  texts that somebody had changed since, or that were on their way; they stay as they are
     */
    public function __construct(public EditStep $step, public array $resources, public int $left)
    {
    }
}
