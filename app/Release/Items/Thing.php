<?php

declare(strict_types=1);

namespace App\Release\Items;

/** What an item of a release changes: a thing of the shop, or an address of it. */
final readonly class Thing
{
    /**
     * @param  int  $resource  0 where it is an address alone
     * @param  string  $external  id in the shop
     * @param  ?int  $page  whose address it is; null for texts
     */
    public function __construct(public int $resource, public string $external, public ?int $page)
    {
    }
}
