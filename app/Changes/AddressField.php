<?php

declare(strict_types=1);

namespace App\Changes;

/** What can be set for one address in the shop, beside the texts of its resource. */
enum AddressField: int
{
    case Canonical = 11;
    case Robots = 12;
    case Redirect = 13;

    /** The last part of a resource's address; changing it moves the page, and the shop redirects the old one. */
    case Slug = 14;

    public function key(): string
    {
        return strtolower($this->name);
    }

    public function label(): string
    {
        return $this->name;
    }

    /** As it stands behind a number of them. */
    public function plural(int $count): string
    {
        return $this === self::Robots || $count === 1 ? $this->key() : $this->key().'s';
    }

    public static function fromKey(string $key): ?self
    {
        foreach (self::cases() as $case) {
            if ($case->key() === $key) {
                return $case;
            }
        }

        return null;
    }
}
