<?php

declare(strict_types=1);

namespace App\Platform\Web;

use Illuminate\Http\Request;

/**
 * Which part of a list a screen shows; its number stands in the address as "n". Long lists are counted up to a bound,
 * and so far they are shown: who goes on behind it looks for something, and filters find it sooner.
 */
final readonly class Pager
{
    /** Rows that are counted at most. */
    public const MOST = 10_000;

    private function __construct(public int $page, public int $count, public int $size)
    {
    }

    /** A number behind the end is the last part, nonsense the first. */
    public static function of(Request $request, int $count, int $size): self
    {
        $asked = $request->query('n');
        $last = max(1, (int) ceil($count / $size));

        return new self(max(1, min($last, is_numeric($asked) ? (int) $asked : 1)), $count, $size);
    }

    public function offset(): int
    {
        return $this->size * ($this->page - 1);
    }

    public function isNeeded(): bool
    {
        return $this->count > $this->size;
    }

    public function hasNext(): bool
    {
        return $this->page * $this->size < $this->count;
    }

    public function inWords(): string
    {
        return Forms::number($this->offset() + 1).
            ' to '.
            Forms::number(min($this->count, $this->page * $this->size)).
            ' of '.
            Forms::number($this->count);
    }
}
