<?php

declare(strict_types=1);

namespace App\Write\Checks;

use Orchard\Core\Wording\Check;

/** That somebody lets a fault pass, and why. */
final readonly class Waiver
{
    public function __construct(public Check $check, public string $reason, public ?int $userId)
    {
    }
}
