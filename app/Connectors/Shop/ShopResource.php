<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

/** Something that the shop lets us edit, as it is now. */
final readonly class ShopResource
{
    /**
     * @param  string  $kind  home, product, collection, article, page or other
     * @param  string  $version  by which a change by somebody else is noticed
     * @param  string  $path  where it shows, below the shop's base URL
     * @param  array<string, string>  $fields  editable texts by name, as stored; '' where nothing is stored
     * @param  array<string, string>  $attributes  facts for recipes by name; several values joined by ", "
     * @param  string  $number  by which people and files name it, such as a stock number; '' where there is none
     * @param  array<string, string>  $records  numbers of the attached records that hold fields, by field
     */
    public function __construct(
        public string $id,
        public string $kind,
        public string $version,
        public string $path,
        public string $name,
        public array $fields,
        public array $attributes,
        public string $number = '',
        public array $records = [],
    ) {
    }

    public function named(string $id): self
    {
        return new self(
            $id,
            $this->kind,
            $this->version,
            $this->path,
            $this->name,
            $this->fields,
            $this->attributes,
            $this->number,
            $this->records,
        );
    }
}
