<?php

declare(strict_types=1);

namespace App\Inventory;

use stdClass;

/** Pages that somebody picked, as a list. */
final readonly class PageSelection
{
    /** @param  string  $name  '' where it is only for the way to another screen */
    private function __construct(public int $id, public string $name, public int $pages)
    {
    }

    /** @param  stdClass  $row  of page_selections */
    public static function of(stdClass $row): self
    {
        return new self((int) $row->id, (string) $row->name, (int) $row->pages);
    }
}
