<?php

declare(strict_types=1);

namespace App\Connectors\Feed;

use RuntimeException;

/** The feed asks to wait, or does not answer; to be asked again after so many seconds. */
final class FeedNotNow extends RuntimeException
{
    public function __construct(string $why, public readonly int $seconds)
    {
        parent::__construct($why);
    }
}
