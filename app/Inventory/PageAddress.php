<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Platform\Bytes;
use App\Platform\Database\Rows;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Orchard\Core\Url\PageUrl;

/**
 * Finds the store's page that an address in a file means: normalised, without what only tracks, on the store's own
 * hosts.
 */
final class PageAddress
{
    private const MEMORY = 300_000;

    private readonly PageUrl $base;

    /** @var array<string, true> "host:port" */
    private array $hosts = [];

    /** @var list<string> */
    private readonly array $tracking;

    /** @var array<string, string> URL by address as written; empty where it is none of the store's */
    private array $known = [];

    public function __construct(Store $store)
    {
        $this->base = $store->baseUrl();
        $this->hosts[$this->base->authority] = true;
        foreach (Markets::of($store)->all() as $market) {
            if ($market->host !== '') {
                $this->hosts[$market->host] = true;
            }
        }
        $this->tracking = $store->options()->trackingParameters;
    }

    /**
     * The page's URL; null where the address is none of this store's. A path alone stands on the store's own host;
     * www. and other schemes count as the same.
     */
    public function urlOf(string $address): ?string
    {
        $url = $this->known[$address] ?? null;
        if ($url === null) {
            if (count($this->known) > self::MEMORY) {
                $this->known = [];
            }
            $url = $this->known[$address] = (string) $this->find($address);
        }

        return $url === '' ? null : $url;
    }

    private function find(string $address): ?string
    {
        if (preg_match('~^[a-z0-9\-]+(\.[a-z0-9\-]+)+(:\d+)?(/|$)~i', $address) === 1) {
            $address = $this->base->scheme.'://'.$address;
        }
        $url =
            preg_match('~^[a-z]+:~i', $address) === 1
                ? PageUrl::parse($address)
                : (str_starts_with($address, '/')
                    ? $this->base->resolve($address)
                    : null);
        if ($url === null) {
            return null;
        }
        $authority = $url->authority;
        if (! isset($this->hosts[$authority])) {
            $other = str_starts_with($authority, 'www.') ? substr($authority, 4) : "www.$authority";
            if (! isset($this->hosts[$other])) {
                return null;
            }
            $authority = $other;
        }
        $query = $url->query;
        if ($query !== null) {
            $kept = array_filter(
                explode('&', $query),
                fn (string $pair): bool => ! $this->isTracking(explode('=', $pair, 2)[0]),
            );
            $query = $kept === [] ? null : implode('&', $kept);
        }
        $scheme = $authority === $this->base->authority ? $this->base->scheme : $url->scheme;

        return PageUrl::parse("$scheme://$authority{$url->path}".($query === null ? '' : "?$query"))?->text();
    }

    private function isTracking(string $name): bool
    {
        foreach ($this->tracking as $pattern) {
            if (
                $name === $pattern ||
                (str_ends_with($pattern, '*') && str_starts_with($name, substr($pattern, 0, -1)))
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * Pages of the store that addresses mean.
     *
     * @param  list<string>  $addresses
     * @return array{array<string, int>, list<string>} pages by address, and addresses of none
     */
    public static function pages(Store $store, array $addresses): array
    {
        $reader = new self($store);
        $pages = $unknown = [];
        foreach (array_chunk($addresses, 2000) as $some) {
            $digests = [];
            foreach ($some as $address) {
                $url = $reader->urlOf($address);
                $url === null ? ($unknown[] = $address) : ($digests[md5($url, true)][] = $address);
            }
            $list = Bytes::list(array_map(strval(...), array_keys($digests)));
            $rows =
                $digests === []
                    ? []
                    : Rows::all("SELECT id, digest FROM pages WHERE store_id = ? AND digest IN ($list)", [$store->id]);
            foreach ($rows as $row) {
                foreach ($digests[$row->text('digest')] as $address) {
                    $pages[$address] = $row->int('id');
                }
                unset($digests[$row->text('digest')]);
            }
            array_push($unknown, ...array_merge([], ...array_values($digests)));
        }

        return [$pages, $unknown];
    }
}
