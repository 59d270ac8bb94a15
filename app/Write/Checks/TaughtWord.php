<?php

declare(strict_types=1);

namespace App\Write\Checks;

/** A word that somebody taught a store. */
final readonly class TaughtWord
{
    /**
     * @param  ?string  $name  of whoever did
     */
    public function __construct(public string $word, public ?string $name, public string $learnedAt)
    {
    }
}
