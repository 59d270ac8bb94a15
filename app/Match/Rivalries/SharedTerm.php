<?php

declare(strict_types=1);

namespace App\Match\Rivalries;

/** A term for which several pages are seen. */
final class SharedTerm
{
    /**
     * @var list<array{page: int, clicks: int, impressions: int, places: int}> the most seen first; places in
     * thousandths by impression
     */
    public array $pages = [];

    public function __construct(
        public readonly int $id,
        public readonly int $market,
        public readonly string $digest,
        public readonly float $worth,
    ) {
    }

    /** Under which both sources of rows find it. */
    public function key(): string
    {
        return $this->market.'-'.$this->digest;
    }
}
