<?php

declare(strict_types=1);

namespace App\Facts;

/** Rows by which a number is told: pages as a whole, their queries, their devices, what they sold. */
enum ToldBy: int
{
    case Pages = 0;
    case Queries = 1;
    case Devices = 2;
    case Sales = 3;

    public function facts(): FactTable
    {
        return $this === self::Sales ? FactTable::Sales : FactTable::Search;
    }

    /** Bits of the grain that must be told. */
    public function asked(): int
    {
        return Grain::PAGE |
            match ($this) {
                self::Queries => Grain::QUERY,
                self::Devices => Grain::DEVICE,
                default => 0,
            };
    }

    public function label(): string
    {
        return match ($this) {
            self::Pages => 'search figures of pages',
            self::Queries => 'rows by query',
            self::Devices => 'rows by device',
            self::Sales => 'sales',
        };
    }
}
