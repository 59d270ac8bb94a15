<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use Orchard\Core\LinkGraph\HreflangFault;

/** How often a fault of versions is found. */
final readonly class VersionFault
{
    public function __construct(public HreflangFault $fault, public int $n)
    {
    }
}
