<?php

declare(strict_types=1);

namespace App\Weigh\Worklists;

use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;

/** Minutes that a page takes by hand, as the store has set them. */
final readonly class Effort
{
    private function __construct(private Store $store)
    {
    }

    public static function of(Store $store): self
    {
        return new self($store);
    }

    public function minutes(int $kind): int
    {
        return (int) round(
            $this->store->options()->assumed(
                match (PageKind::from($kind)) {
                    PageKind::Home => 'minutes_home',
                    PageKind::Collection => 'minutes_collection',
                    PageKind::Product => 'minutes_product',
                    PageKind::Article => 'minutes_article',
                    default => 'minutes_other',
                },
            ),
        );
    }

    /** What that costs. */
    public function cost(int $kind): float
    {
        return ($this->minutes($kind) / 60) * $this->store->options()->assumed('hour_cost');
    }
}
