<?php

declare(strict_types=1);

namespace App\Gather\Pages;

use App\Platform\Database\Row;
use App\Platform\Typed;

/** What the index of pages keeps of one, by column, with its lead term: PageColumn says it in words. */
final readonly class PageCells
{
    /** @param  array<array-key, mixed>  $cells */
    private function __construct(private array $cells)
    {
    }

    /** @param  Row  $row  of page_index, with lead_term beside it */
    public static function from(Row $row): self
    {
        return new self((array) $row);
    }

    public function isIndexable(): bool
    {
        return $this->whole('indexable') === 1;
    }

    /** Whether it is more than on sale: out of stock, going, or gone. */
    public function isEnding(): bool
    {
        return $this->whole('life') > 1;
    }

    public function isEmpty(string $column): bool
    {
        return ($this->cells[$column] ?? null) === null;
    }

    /** 0 where the cell is empty. */
    public function whole(string $column): int
    {
        return Typed::int($this->cells[$column] ?? null);
    }

    /** 0 where the cell is empty. */
    public function number(string $column): float
    {
        return Typed::number($this->cells[$column] ?? null);
    }

    public function text(string $column): string
    {
        return Typed::text($this->cells[$column] ?? null);
    }
}
