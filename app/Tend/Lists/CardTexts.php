<?php

declare(strict_types=1);

namespace App\Tend\Lists;

/** What a page shows of itself in results. */
final readonly class CardTexts
{
    public function __construct(public ?string $title, public ?string $description)
    {
    }
}
