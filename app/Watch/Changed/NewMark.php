<?php

declare(strict_types=1);

namespace App\Watch\Changed;

/** A change that was made elsewhere, as somebody tells it. */
final readonly class NewMark
{
    /**
     * @param  string  $day  yyyy-mm-dd
     * @param  list<string>  $addresses  of pages, each as somebody has it
     */
    public function __construct(
        public string $name,
        public string $day,
        public array $addresses,
        public ?string $note = null,
    ) {
    }
}
