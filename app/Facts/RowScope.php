<?php

declare(strict_types=1);

namespace App\Facts;

use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use InvalidArgumentException;

/**
 * The part of a store that an import speaks for: all of it, a market, a host, a folder, the searches of a country, or
 * the pages that it names and no others. An import owns its days within its scope alone, so that files of several
 * markets stand side by side. Written "market:7", "host:shop.example", "folder:/de/", "country:DE", "pages:12" for
 * those that import 12 names ("pages" until it has a number); empty for the whole store.
 */
final readonly class RowScope
{
    private function __construct(public string $text, private string $part, private string $value)
    {
    }

    public static function store(): self
    {
        return new self('', '', '');
    }

    public static function country(string $code): self
    {
        return self::parse('country:'.$code);
    }

    /** The pages that an import names (fact_pages), once its rows are read. */
    public static function pagesOf(int $import): self
    {
        return self::parse("pages:$import");
    }

    public static function market(Market $market): self
    {
        return self::parse('market:'.$market->id);
    }

    /** @throws InvalidArgumentException with a sentence for people */
    public static function parse(string $text): self
    {
        if ($text === '' || $text === 'store') {
            return self::store();
        }
        [$part, $value] = explode(':', $text, 2) + [1 => ''];
        if ($text === 'pages') {
            return new self('pages', 'pages', '');
        }
        $isRight = match ($part) {
            'pages' => preg_match('/^\d{1,18}$/', $value) === 1,
            'market' => preg_match('/^\d{1,18}$/', $value) === 1,
            'host' => preg_match('/^[a-z0-9.\-]{1,180}(:\d{1,5})?$/i', $value) === 1,
            'folder' => preg_match('~^/[^\s\'"\\\\]{0,150}/$~', $value) === 1,
            'country' => preg_match('/^[A-Za-z]{2}$/', $value) === 1,
            default => false,
        };
        if (! $isRight) {
            throw new InvalidArgumentException(
                "\"$text\" is no part of a store: there are store, pages, market:NAME, host:NAME, folder:/path/ and country:XX.",
            );
        }
        $value = $part === 'country' ? strtoupper($value) : ($part === 'host' ? strtolower($value) : $value);

        return new self("$part:$value", $part, $value);
    }

    /** As a person writes it: a market by its name. @throws InvalidArgumentException */
    public static function named(Store $store, string $text): self
    {
        foreach (str_starts_with($text, 'market:') ? Markets::of($store)->all() : [] as $market) {
            if (
                mb_strtolower($market->name) === mb_strtolower(substr($text, 7)) ||
                (string) $market->id === substr($text, 7)
            ) {
                return self::market($market);
            }
        }
        if (str_starts_with($text, 'market:')) {
            throw new InvalidArgumentException('The store has no market "'.substr($text, 7).'".');
        }

        return self::parse($text);
    }

    /** Whether it is the pages that a file names. */
    public function isPages(): bool
    {
        return $this->part === 'pages';
    }

    public function isStore(): bool
    {
        return $this->part === '';
    }

    /** Whether all that the other one speaks for is spoken for by this. */
    public function covers(self $other): bool
    {
        return $this->isStore() || $this->text === $other->text;
    }

    /**
     * The condition on rows of facts (or resting ones) of a store, as SQL; it holds nothing from outside but what
     * parse() let in.
     */
    public function condition(int $storeId, FactTable $facts): string
    {
        $pages = static fn (
            string $which,
        ): string => "page_id IN (SELECT id FROM pages WHERE store_id = $storeId AND $which)";
        $like = static fn (string $text): string => "'".addcslashes($text, "'\\")."'";

        return match ($this->part) {
            '' => '1 = 1',
            'pages' => $this->value === ''
                ? '1 = 0'
                : 'page_id IN (SELECT page_id FROM fact_pages WHERE import_id = '.(int) $this->value.')',
            'market' => $pages('market_id = '.(int) $this->value),
            'host' => $pages(
                'SUBSTRING_INDEX(SUBSTRING_INDEX(url, '.
                    $like('/').
                    ', 3), '.
                    $like('/').
                    ', -1) = '.
                    $like($this->value),
            ),
            'folder' => $pages(
                'LOCATE('.
                    $like($this->value).
                    ', url, 9) > 0 AND LOCATE('.
                    $like($this->value).
                    ', url, 9) = LOCATE('.
                    $like('/').
                    ', url, 9)',
            ),
            'country' => $facts === FactTable::Search ? "country = '{$this->value}'" : '1 = 0',
            default => throw new \LogicException("There is no part {$this->part}."),
        };
    }

    public function label(Store $store): string
    {
        return match ($this->part) {
            '' => 'the whole store',
            'pages' => 'the pages that it names',
            'market' => 'the market '.Markets::of($store)->find((int) $this->value)->name,
            'host' => "the host {$this->value}",
            'folder' => "the folder {$this->value}",
            default => "searches from {$this->value}",
        };
    }
}
