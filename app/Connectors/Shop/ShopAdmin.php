<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

/** What is asked of a shop's back office, whatever shop it is. */
interface ShopAdmin
{
    /**
     * What stands before path and query in the id of an address, of which canonical, robots and redirect can be read
     * and written like the texts of a resource.
     */
    public const ADDRESS = 'address:';

    /** What stands before the path in the id of a file at the shop's root, such as robots.txt. */
    public const FILE = 'file:';

    /** @return positive-int how many things may be read and written side by side, so that its rate is used */
    public function atOnce(): int;

    /**
     * One batch of the shop's resources.
     *
     * @param  ?string  $after  what the last batch named as next; null for the first
     *
     * @throws ShopUnavailable
     */
    public function list(?string $after): ResourceBatch;

    /** @throws ShopUnavailable also where the resource is gone: then with status 404 */
    public function read(string $id): ShopResource;

    /**
     * How often what redirects was asked for, where the shop counts it.
     *
     * @return array<string, array{int, ?string}> times and the last day, by decoded path and sorted query
     *
     * @throws ShopUnavailable
     */
    public function hits(): array;

    /**
     * Writes fields of a resource as it was read, only where it is still at that version as far as the shop can tell.
     *
     * @param  ShopResource  $read  as it was read just before
     * @param  array<string, string>  $fields
     */
    public function write(ShopResource $read, array $fields): WriteOutcome;
}
