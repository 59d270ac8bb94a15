<?php

declare(strict_types=1);

namespace App\Watch\Judging;

/** Why a changed page does not count in the result of its change. */
enum LeftOut: int
{
    case Counts = 0;
    case TakenBack = 1;
    case ChangedAgain = 2;
    case Campaign = 3;
    case NoNumbers = 4;
    case Gone = 5;
    case NoneAlone = 6;

    public function words(int $pages): string
    {
        $one = $pages === 1;

        return match ($this) {
            self::Counts => $one ? 'counts' : 'count',
            self::TakenBack => $one ? 'was taken back' : 'were taken back',
            self::ChangedAgain => $one ? 'was changed again meanwhile' : 'were changed again meanwhile',
            self::Campaign => $one ? 'had a campaign’s texts' : 'had a campaign’s texts',
            self::NoNumbers => $one ? 'has no numbers before' : 'have no numbers before',
            self::Gone => $one ? 'is not in search any more' : 'are not in search any more',
            self::NoneAlone => $one ? 'has no like that was left alone' : 'have no like that was left alone',
        };
    }
}
