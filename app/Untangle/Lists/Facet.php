<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Untangle\Deciding\Means;
use App\Untangle\Finding\Facets;
use DateTimeImmutable;

/** A list that a parameter narrows: who asks for it, and what it holds. */
final readonly class Facet
{
    /**
     * @param  int  $demand  impressions in thirteen weeks
     * @param  int  $ofProducts  of the list that is not narrowed
     * @param  string  $state  promoted, falling or kept
     * @param  string  $since  day on which it came into that state
     * @param  string  $why  as ActionReason packs it
     */
    public function __construct(
        public int $pageId,
        public string $url,
        public int $demand,
        public int $products,
        public int $ofProducts,
        public int $inStock,
        public bool $hasLink,
        public bool $hasText,
        public string $state,
        private string $since,
        public Means $action,
        public string $why,
    ) {
    }

    /** Day on which it is not indexable any more, where it is falling. */
    public function endsOn(): string
    {
        return (new DateTimeImmutable($this->since))->modify('+'.Facets::DELAY.' days')->format('Y-m-d');
    }
}
