<?php

declare(strict_types=1);

namespace App\Match\Terms;

/** A form in which a term is searched. */
final readonly class SearchedForm
{
    public function __construct(public string $text, public ?int $volume)
    {
    }
}
