<?php

declare(strict_types=1);

namespace App\Facts;

/** Rows of facts in a file on this machine, ready for the database. */
final readonly class FactFile
{
    /**
     * @param  string  $path  of keys, then sums, between tabs, in the order of the key, each key once
     * @param  int  $lines  in it
     */
    public function __construct(public string $path, public int $lines)
    {
    }
}
