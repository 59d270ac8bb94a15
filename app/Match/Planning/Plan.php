<?php

declare(strict_types=1);

namespace App\Match\Planning;

use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Support\Str;
use InvalidArgumentException;
use Orchard\Core\Terms\AskedFor;
use Orchard\Core\Url\PageUrl;

/** A page that is to be made for a term: what it is called, of which kind it is, and at which address it shall be. */
final readonly class Plan
{
    public function __construct(public string $name, public PageKind $kind, public PageUrl $url)
    {
    }

    /** As it is proposed for a term: of the kind that the term asks for, beside the others of that kind. */
    public static function for(Store $store, Market $market, string $term, ?AskedFor $asked): self
    {
        $kind = match ($asked) {
            AskedFor::Article => PageKind::Article,
            AskedFor::Product => PageKind::Product,
            default => PageKind::Collection,
        };

        return new self(
            Str::title($term),
            $kind,
            $store->baseUrl()->resolve(self::beside($store, $market, $kind).self::slug($term, $market)) ??
                $store->baseUrl(),
        );
    }

    /**
     * As somebody puts it; what is left empty is as proposed.
     *
     * @throws InvalidArgumentException where the kind or the address is none
     */
    public function with(string $name, string $kind, string $address, Store $store): self
    {
        $of = $kind === '' ? $this->kind : self::kind($kind);
        $url = $address === '' ? $this->url : $store->baseUrl()->resolve($address);
        if ($url === null) {
            throw new InvalidArgumentException("$address is no address.");
        }

        return new self($name === '' ? $this->name : $name, $of, $url);
    }

    private static function kind(string $key): PageKind
    {
        foreach (PageKind::cases() as $kind) {
            if ($kind->key() === $key) {
                return $kind;
            }
        }

        throw new InvalidArgumentException("$key is no kind of page.");
    }

    /** The path under which most pages of a kind stand. */
    private static function beside(Store $store, Market $market, PageKind $kind): string
    {
        $paths = [];
        foreach (
            Rows::all(
                'SELECT address FROM page_index WHERE store_id = ? AND kind = ? AND market_id = ? AND status = 200
                    ORDER BY clicks DESC LIMIT 200',
                [$store->id, $kind->value, $market->id],
            ) as $row
        ) {
            $path = explode('?', $row->text('address'))[0];
            $parent = substr($path, 0, (int) strrpos(rtrim($path, '/'), '/')).'/';
            $paths[$parent] = ($paths[$parent] ?? 0) + 1;
        }
        arsort($paths);

        return (string) (array_key_first($paths) ?? '/');
    }

    private static function slug(string $term, Market $market): string
    {
        $slug = Str::slug($term, '-', substr($market->language, 0, 2) ?: 'en');

        // What has no Latin letters keeps its own.
        return $slug !== '' ? $slug : rawurlencode(str_replace(' ', '-', $term));
    }
}
