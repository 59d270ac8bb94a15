<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

/** An address of a tangle, with its clicks of thirteen weeks. */
final readonly class TangleMember
{
    public function __construct(public int $pageId, public int $clicks, public string $url)
    {
    }
}
