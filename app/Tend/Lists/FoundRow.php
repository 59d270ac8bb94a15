<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Tend\Found\FindingState;
use App\Tend\Found\FindingType;

/** A finding, as screens, files and the API show it. */
final readonly class FoundRow
{
    /**
     * @param  array<array-key, mixed>  $detail  what was seen, as data
     * @param  int  $targetPage  where it should lead; 0 for nowhere
     * @param  string  $targetUrl  the same; an address that is no page of ours, too
     * @param  string  $cause  in words
     * @param  string  $seen  in words
     * @param  string  $repair  what mends it, in words
     */
    public function __construct(
        public int $id,
        public FindingType $kind,
        public int $pageId,
        public int $causeId,
        public FindingState $state,
        public array $detail,
        public int $spots,
        public int $targetPage,
        public int $clicks,
        public float $revenue,
        public float $upside,
        public float $worth,
        public string $foundAt,
        public ?string $mendedAt,
        public string $url,
        public string $title,
        public string $targetUrl,
        public string $cause,
        public string $seen,
        public string $repair,
    ) {
    }
}
