<?php

declare(strict_types=1);

namespace App\Match\Rivalries;

/** What is to become of two pages that are seen for one term. */
enum Verdict: string
{
    case Main = 'main';
    case Merge = 'merge';
    case Fold = 'fold';
    case Leave = 'leave';

    public function label(): string
    {
        return match ($this) {
            self::Main => 'One is the main page',
            self::Merge => 'Merged, and redirected',
            self::Fold => 'Folded by canonical',
            self::Leave => 'Both on purpose',
        };
    }

    /** Whether one page is to lead to the other. */
    public function movesPage(): bool
    {
        return $this === self::Merge || $this === self::Fold;
    }
}
