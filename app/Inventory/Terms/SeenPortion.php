<?php

declare(strict_types=1);

namespace App\Inventory\Terms;

/** Some of the queries of a store, each with all pages that are seen for it. */
final readonly class SeenPortion
{
    /**
     * @param  int  $last  the last query of the portion
     * @param  list<array{int, int, int, int, int, int}>  $rows  query, page, market, clicks, impressions and
     * thousandths of
     *                                                           positions by impression, over the weeks that lists sum
     * @param  array<int, string>  $texts  by query
     */
    public function __construct(public int $last, public array $rows, public array $texts)
    {
    }
}
