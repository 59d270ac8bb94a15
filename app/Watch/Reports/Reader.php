<?php

declare(strict_types=1);

namespace App\Watch\Reports;

/** Somebody whom the report of each month is sent to. */
final readonly class Reader
{
    /** @param  ?string  $sentMonth  the last one that was sent, yyyy-mm */
    public function __construct(public int $id, public string $email, public ?string $sentMonth)
    {
    }
}
