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
            self::Merge => 'Merge and redirect',
            self::Fold => 'Fold by canonical',
            self::Leave => 'Leave both, on purpose',
        };
    }
}
