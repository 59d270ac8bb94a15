<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Platform\Database\Row;

/** Pages that somebody picked, as a list. */
final readonly class PageSelection
{
    /** @param  string  $name  '' where it is only for the way to another screen */
    private function __construct(public int $id, public string $name, public int $pages)
    {
    }

    /** @param  Row  $row  of page_selections */
    public static function of(Row $row): self
    {
        return new self($row->int('id'), $row->text('name'), $row->int('pages'));
    }
}
