<?php

declare(strict_types=1);

namespace App\Release\Campaigns;

enum CampaignState: int
{
    case Planned = 1;
    case Approved = 2;
    case Running = 3;
    case Ending = 4;
    case Over = 5;
    case Missed = 6;

    public function label(): string
    {
        return match ($this) {
            self::Planned => 'planned, not approved yet',
            self::Approved => 'approved, waits for its start',
            self::Running => 'live',
            self::Ending => 'its texts go back',
            self::Over => 'over',
            self::Missed => 'did not happen',
        };
    }
}
