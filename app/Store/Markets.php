<?php

declare(strict_types=1);

namespace App\Store;

use App\Store\Models\Market;
use App\Store\Models\Store;
use Orchard\Core\Url\PageUrl;

/** Tells which of a store's markets a page belongs to: the one whose host and path prefix fit most closely, else the first. */
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

    public function marketOf(PageUrl $url): Market
    {
        $best = $this->first();
        $weight = -1;
        foreach ($this->markets as $market) {
            $hostFits = $market->host === '' || $market->host === $url->host();
            $pathFits = $market->path_prefix === '' || $url->path === rtrim($market->path_prefix, '/') || str_starts_with($url->path, rtrim($market->path_prefix, '/').'/');
            $closeness = ($market->host === '' ? 0 : 1000) + strlen($market->path_prefix);
            if ($hostFits && $pathFits && $closeness > $weight) {
                [$best, $weight] = [$market, $closeness];
            }
        }

        return $best;
    }
}
