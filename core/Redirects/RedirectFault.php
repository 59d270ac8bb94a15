<?php

declare(strict_types=1);

namespace Orchard\Core\Redirects;

use Orchard\Core\Reasons\ReasonType;

/** Why a line of the book is not sent to the shop. */
enum RedirectFault: string implements ReasonType
{
    /** Names where the line that counts leads; empty for an address that is gone for good. */
    case AnotherLine = 'another-line';

    /** Names the addresses of the way, the first once more at its end. */
    case GoesRound = 'goes-round';

    /** Names the clicks of the page that stands there. */
    case LivePage = 'live-page';

    public function words(array $of): string
    {
        return match ($this) {
            self::AnotherLine => 'another line sends it to '.(($of[0] ?? '') === '' ? 'nowhere (gone)' : $of[0]),
            self::GoesRound => 'goes round: '.implode(' → ', $of),
            self::LivePage => 'a live page stands there, with '.
                number_format((int) ($of[0] ?? 0)).
                ' clicks: send it only if that page is to go',
        };
    }
}
