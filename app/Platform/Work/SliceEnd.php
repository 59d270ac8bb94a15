<?php

declare(strict_types=1);

namespace App\Platform\Work;

/** How a slice of long work ended. */
final readonly class SliceEnd
{
    private function __construct(public string $state, public int $seconds = 0, public ?string $problem = null)
    {
    }

    /** There is more to do, at once. */
    public static function more(): self
    {
        return new self('waiting');
    }

    /** There is more to do, but not before so many seconds have gone by. */
    public static function later(int $seconds): self
    {
        return new self('waiting', max(1, $seconds));
    }

    public static function done(): self
    {
        return new self('done');
    }

    public static function stopped(): self
    {
        return new self('stopped');
    }

    public static function failed(string $problem): self
    {
        return new self('failed', 0, $problem);
    }
}
