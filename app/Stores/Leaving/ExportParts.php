<?php

declare(strict_types=1);

namespace App\Stores\Leaving;

use App\Stores\Models\Store;
use Closure;

/** What a store's export is made of: a table a part, told by the room that keeps it. */
final class ExportParts
{
    /** @var array<string, array{columns: list<string>, rows: Closure(Store): iterable<list<string|int|float|null>>}> */
    private array $parts = [];

    /**
     * @param  string  $name  of the file, without its ending
     * @param  list<string>  $columns
     * @param  Closure(Store): iterable<list<string|int|float|null>>  $rows
     */
    public function register(string $name, array $columns, Closure $rows): void
    {
        $this->parts[$name] = ['columns' => $columns, 'rows' => $rows];
        ksort($this->parts);
    }

    /**
     * @return array<string, array{columns: list<string>, rows: Closure(Store): iterable<list<string|int|float|null>>}>
     */
    public function all(): array
    {
        return $this->parts;
    }
}
