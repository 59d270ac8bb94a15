<?php

declare(strict_types=1);

namespace App\Write\Desk;

/** Which version of which recipe last wrote a text of a page. */
final readonly class RecipeMark
{
    public function __construct(public int $field, public string $name, public int $version, public string $madeAt)
    {
    }
}
