<?php

declare(strict_types=1);

namespace App\Stores\Steps;

/** What a step cannot begin without: what it is, what it would give, and where it comes from. */
final readonly class Missing
{
    /** @param  string  $words  a sentence: what is missing, and what it would give */
    public function __construct(public string $words, public string $url, public string $label)
    {
    }
}
