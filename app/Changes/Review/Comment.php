<?php

declare(strict_types=1);

namespace App\Changes\Review;

use App\Platform\Database\Row;

/** What somebody said of a text. */
final readonly class Comment
{
    /** @param  string  $madeAt  UTC */
    private function __construct(public string $words, public string $name, public string $madeAt)
    {
    }

    /** @param  Row  $row  words, name and made_at */
    public static function of(Row $row): self
    {
        return new self($row->text('words'), (string) ($row->name ?? 'Somebody'), $row->text('made_at'));
    }
}
