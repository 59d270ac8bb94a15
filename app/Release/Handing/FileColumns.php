<?php

declare(strict_types=1);

namespace App\Release\Handing;

/** What somebody says that the columns of the shop's file are. */
final readonly class FileColumns
{
    /**
     * @param  string  $type  items or redirects
     * @param  array<string, int>  $fields  column by field
     * @param  ?list<int>  $needs  columns that the shop wants back; null for all
     */
    public function __construct(public string $type, public array $fields, public ?array $needs = null)
    {
    }
}
