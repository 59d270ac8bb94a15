<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

/** Something that the shop lets us edit, as it is now. */
final readonly class ShopResource
{
    /**
     * @param  string  $kind  home, product, collection, article or page
     * @param  string  $path  where it shows, below the shop's base URL
     * @param  array<string, string>  $fields  editable texts by name, as stored; '' where nothing is stored
     * @param  array<string, string>  $attributes  facts for recipes by name; several values joined by ", "
     */
    public function __construct(
        public string $id,
        public string $kind,
        public string $version,
        public string $path,
        public string $name,
        public array $fields,
        public array $attributes,
    ) {
    }
}
