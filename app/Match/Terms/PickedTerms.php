<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Platform\Web\Forms;

/** Terms that somebody picked to do something with. */
final readonly class PickedTerms
{
    /** @param  non-empty-list<MarketTerm>  $all */
    public function __construct(public array $all)
    {
    }

    /** How they are called in a sentence. */
    public function words(): string
    {
        return count($this->all) === 1 ? "“{$this->all[0]->term}”" : Forms::number(count($this->all)).' terms';
    }

    /** @return list<TermKey> */
    public function keys(): array
    {
        return MarketTerm::keys($this->all);
    }

    /** @return list<int> pages that they lead */
    public function ledPages(): array
    {
        return array_values(array_unique(self::leads($this->all)));
    }

    /** @return list<int> pages that they lead without being locked to them */
    public function freePages(): array
    {
        return self::leads(array_filter($this->all, static fn (MarketTerm $term): bool => ! $term->locked));
    }

    /**
     * @param  array<MarketTerm>  $terms
     * @return list<int>
     */
    private static function leads(array $terms): array
    {
        $pages = array_map(static fn (MarketTerm $term): ?int => $term->leadPage, $terms);

        return array_values(array_filter($pages, static fn (?int $page): bool => $page !== null));
    }
}
