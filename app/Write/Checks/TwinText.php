<?php

declare(strict_types=1);

namespace App\Write\Checks;

/** A text of another page that says the same, or nearly. */
final readonly class TwinText
{
    public function __construct(public string $name, public ?int $pageId, public ?string $url, public string $text)
    {
    }
}
