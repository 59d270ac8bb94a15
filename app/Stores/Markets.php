<?php

declare(strict_types=1);

namespace App\Stores;

use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Orchard\Core\Url\PageUrl;

/**
 * Tells which of a store's markets a page belongs to: the one whose host and path prefix fit most closely, else the
 * first.
 */
final readonly class Markets
{
    /** @param  non-empty-list<Market>  $markets in their order */
    private function __construct(private array $markets)
    {
    }

    public static function of(Store $store): self
    {
        $markets = array_values($store->markets()->get()->all());

        return new self($markets !== [] ? $markets : throw new \LogicException("Store {$store->slug} has no market."));
    }

    public function first(): Market
    {
        return $this->markets[0];
    }

    /** @return non-empty-list<Market> */
    public function all(): array
    {
        return $this->markets;
    }

    public function find(int $id): Market
    {
        foreach ($this->markets as $market) {
            if ($market->id === $id) {
                return $market;
            }
        }

        return $this->first();
    }

    /** Whether addresses alone cannot tell all markets apart, so that what a page says of its language has to. */
    /** A market of the store by its number; null where it is none, or none is asked for. */
    public function known(?int $id): ?int
    {
        $ids = array_map(static fn (Market $one): int => $one->id, $this->markets);

        return in_array($id, $ids, true) ? $id : null;
    }

    public function needLanguages(): bool
    {
        return count(
            array_filter(
                $this->markets,
                static fn (Market $market): bool => $market->host === '' && $market->path_prefix === '',
            ),
        ) > 1;
    }

    /**
     * The market of a page by its address, else by the language code that it gives itself (its own hreflang, or lang),
     * such as de-AT: language and country before the language alone.
     *
     * @param  list<string>  $codes  the surest first
     */
    public function marketOfPage(PageUrl $url, array $codes): Market
    {
        $byAddress = $this->marketOf($url);
        if ($byAddress->host !== '' || $byAddress->path_prefix !== '') {
            return $byAddress;
        }
        $open = array_filter(
            $this->markets,
            static fn (Market $market): bool => $market->host === '' && $market->path_prefix === '',
        );
        foreach ($codes as $code) {
            [$language, $country] = explode('-', strtolower(str_replace('_', '-', $code))) + ['', ''];
            foreach (
                [
                    static fn (Market $market): bool => $country !== '' &&
                        strtolower($market->country) === $country &&
                        strtolower($market->language) === $language,
                    static fn (Market $market): bool => $country !== '' && strtolower($market->country) === $country,
                    static fn (Market $market): bool => strtolower($market->language) === $language,
                ] as $fits
            ) {
                $found = array_values(array_filter($open, $fits));
                if (count($found) === 1) {
                    return $found[0];
                }
            }
        }

        return $byAddress;
    }

    public function marketOf(PageUrl $url): Market
    {
        return $this->closest($url) ?? $this->first();
    }

    /** Whether no market's host and path prefix fit, so that a page is counted with the first for want of a better. */
    public function isOfNone(PageUrl $url): bool
    {
        return $this->closest($url) === null;
    }

    private function closest(PageUrl $url): ?Market
    {
        $best = null;
        $weight = -1;
        foreach ($this->markets as $market) {
            $hostFits = $market->host === '' || $market->host === $url->host();
            $pathFits =
                $market->path_prefix === '' ||
                $url->path === rtrim($market->path_prefix, '/') ||
                str_starts_with($url->path, rtrim($market->path_prefix, '/').'/');
            $closeness = ($market->host === '' ? 0 : 1000) + strlen($market->path_prefix);
            if ($hostFits && $pathFits && $closeness > $weight) {
                [$best, $weight] = [$market, $closeness];
            }
        }

        return $best;
    }
}
