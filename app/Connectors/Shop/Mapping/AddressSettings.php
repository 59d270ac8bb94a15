<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

use stdClass;

/** Where the shop keeps what is set for single addresses (canonical, robots, redirect), or its files at the root. */
final readonly class AddressSettings
{
    /** @param  array<string, Place>  $fields */
    private function __construct(public ItemReading $read, public array $fields, public ItemWriting $write)
    {
    }

    public static function of(stdClass $given): self
    {
        return new self(ItemReading::of($given->read), Place::all($given->fields), ItemWriting::of($given->write));
    }

    public function can(string $field): bool
    {
        return isset($this->fields[$field]) && $this->write->can($field);
    }
}
