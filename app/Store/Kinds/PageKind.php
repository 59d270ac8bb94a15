<?php

declare(strict_types=1);

namespace App\Store\Kinds;

/** What sort of page something is, by the owner's rules. */
enum PageKind: int
{
    case Home = 1;
    case Collection = 2;
    case Product = 3;
    case Article = 4;
    case Plain = 5;
    case Other = 6;
    case Search = 7;
    case Account = 8;

    public function key(): string
    {
        return strtolower($this->name);
    }

    public function label(): string
    {
        return match ($this) {
            self::Home => 'home page',
            self::Plain => 'plain page',
            self::Search => 'search page',
            self::Account => 'cart or account',
            default => $this->key(),
        };
    }

    /** Pages that are kept out of search on purpose; nothing about them is a fault. */
    public function isKeptOut(): bool
    {
        return $this === self::Search || $this === self::Account;
    }

    public function plural(): string
    {
        return match ($this) {
            self::Home => 'home pages',
            self::Plain => 'plain pages',
            self::Other => 'other pages',
            default => $this->key().'s',
        };
    }

    public static function fromKey(string $key): ?self
    {
        foreach (self::cases() as $kind) {
            if ($kind->key() === $key) {
                return $kind;
            }
        }

        return null;
    }
}
