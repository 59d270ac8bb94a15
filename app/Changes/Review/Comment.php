<?php

declare(strict_types=1);

namespace App\Changes\Review;

use stdClass;

/** What somebody said of a text. */
final readonly class Comment
{
    /** @param  string  $madeAt  UTC */
    private function __construct(public string $words, public string $name, public string $madeAt)
    {
    }

    /** @param  stdClass  $row  words, name and made_at */
    public static function of(stdClass $row): self
    {
        return new self((string) $row->words, (string) ($row->name ?? 'Somebody'), (string) $row->made_at);
    }
}
