<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

enum WriteResult
{
    /** The shop says that it has been done. */
    case Applied;

    /** The version has moved on; nothing was written. */
    case Moved;

    /** The shop will not take it, however often it is sent. */
    case Refused;

    /** The key is not taken; nothing was written, and nothing that follows would be. */
    case LockedOut;

    /** Not done, but may be later: too many requests, or the shop says that nothing was changed. */
    case NotNow;

    /** No clear answer: it may have been done or not. The resource must be read before anything is sent again. */
    case Unknown;
}
