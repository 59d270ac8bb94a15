<?php

declare(strict_types=1);

namespace App\Tend\Found;

/** Why findings are left as they are, and who says so. */
final readonly class LeaveReason
{
    /** @param  ?string  $reviewOn  a day on which they are open again; null for never */
    public function __construct(public string $words, public ?string $reviewOn, public ?int $userId)
    {
    }
}
