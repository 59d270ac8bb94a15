<?php

declare(strict_types=1);

namespace App\Changes\Trials;

enum TrialState: int
{
    case Planned = 1;
    case Going = 2;
    case Running = 3;
    case Over = 4;
    case Dropped = 5;

    public function label(): string
    {
        return match ($this) {
            self::Planned => 'planned',
            self::Going => 'its texts go live',
            self::Running => 'running',
            self::Over => 'over, to be judged',
            self::Dropped => 'dropped',
        };
    }
}
