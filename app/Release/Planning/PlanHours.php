<?php

declare(strict_types=1);

namespace App\Release\Planning;

/** When a planned release goes, in the store's time: "2026-12-01T06:00". */
final readonly class PlanHours
{
    /**
     * @param  ?string  $rest  when the rest goes, where only a part goes first
     */
    public function __construct(public string $at, public ?string $rest = null)
    {
    }
}
