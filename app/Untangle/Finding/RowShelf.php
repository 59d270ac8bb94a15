<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use RuntimeException;

/** Rows that wait to be written together, held outside of memory: a hundred thousand of them would fill it. */
final class RowShelf
{
    private const BYTES_IN_MEMORY = 4_000_000;

    /** @var resource */
    private $shelf;

    private int $count = 0;

    /** @throws RuntimeException where there is no room for the rows */
    public function __construct()
    {
        $this->shelf =
            fopen('php://temp/maxmemory:'.self::BYTES_IN_MEMORY, 'w+b') ?:
            throw new RuntimeException('No room for rows.');
    }

    /** @param  list<int|string>  $row */
    public function add(array $row): void
    {
        fwrite(
            $this->shelf,
            json_encode(
                $row,
                JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
            )."\n",
        );
        $this->count++;
    }

    public function count(): int
    {
        return $this->count;
    }

    /** @return \Generator<list<int|string>> in the order in which they came */
    public function all(): \Generator
    {
        rewind($this->shelf);
        while (($line = fgets($this->shelf)) !== false) {
            /** @var list<int|string> $row */
            $row = json_decode($line, true, 4, JSON_THROW_ON_ERROR);
            yield $row;
        }
        fseek($this->shelf, 0, SEEK_END);
    }
}
