<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

final readonly class ResourceBatch
{
    /**
     * @param  list<ShopResource>  $resources
     * @param  ?string  $next  null after the last batch
     */
    public function __construct(public array $resources, public ?string $next)
    {
    }
}
