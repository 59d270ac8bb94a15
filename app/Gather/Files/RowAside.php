<?php

declare(strict_types=1);

namespace App\Gather\Files;

/** A row of a file that was set aside. */
final readonly class RowAside
{
    public function __construct(
        public int $line,
        public string $columnName,
        public string $reason,
        private string $cells,
    ) {
    }

    /** @return list<string> */
    public function cells(): array
    {
        return array_values(array_filter((array) json_decode($this->cells, true), is_string(...)));
    }
}
