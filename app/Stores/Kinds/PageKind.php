<?php

declare(strict_types=1);

namespace App\Stores\Kinds;

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

    /** The kind that a word in somebody's list means; null where it means none. */
    public static function fromWords(string $words): ?self
    {
        $word = mb_strtolower(trim($words));

        return self::fromKey($word) ??
            match ($word) {
                'home page', 'homepage', 'start', 'startseite', 'accueil', 'inicio' => self::Home,
                'collections',
                'category',
                'categories',
                'kategorie',
                'kategorien',
                'catégorie',
                'categoría',
                'listing',
                'list' => self::Collection,
                'products',
                'produkt',
                'produkte',
                'produit',
                'producto',
                'prodotto',
                'item',
                'artikelseite' => self::Product,
                'articles', 'blog', 'post', 'blog post', 'journal', 'guide', 'ratgeber', 'magazin' => self::Article,
                'page', 'pages', 'static', 'plain page', 'cms', 'info' => self::Plain,
                'cart', 'checkout', 'warenkorb', 'cart or account' => self::Account,
                'search page', 'suche' => self::Search,
                default => null,
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
