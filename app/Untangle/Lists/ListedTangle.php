<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Untangle\Finding\ReasonWords;

/** A tangle as a row of the list: the address that it keeps, and what is to be done. */
final readonly class ListedTangle
{
    /**
     * @param  int  $keeperPage  0 where it has none
     * @param  int  $toDo  addresses for which something is to be done
     * @param  int  $leadPoints  100 x points that the keeper is ahead of the next address
     * @param  string  $reasons  why this keeper, as KeeperReason packs it
     * @param  string  $points  evidence by page, as JSON
     */
    public function __construct(
        public int $tangleId,
        public int $keeperPage,
        public ?string $keeperUrl,
        public int $pages,
        public int $clicks,
        public int $impressions,
        public int $toDo,
        public int $leadPoints,
        private string $reasons,
        private string $points,
    ) {
    }

    /** Why this address is kept, in words; empty where no evidence decides. */
    public function reasons(): string
    {
        return ReasonWords::ofKeeper($this->reasons);
    }

    public function isCloseCall(): bool
    {
        return $this->keeperPage > 0 && $this->leadPoints < 100;
    }

    /**
     * @return array<int, array<string, float>> by page and sort of evidence (Keeper::WEIGHTS); cannot-be keepers have
     *     none
     */
    public function points(): array
    {
        return array_map(
            static fn (mixed $of): array => array_map(floatval(...), array_filter((array) $of, is_numeric(...))),
            (array) json_decode($this->points, true),
        );
    }
}
