<?php

declare(strict_types=1);

namespace App\Weigh\Worklists;

/** A worklist in the list of all, with what its pages add up to. */
final readonly class WorklistSums
{
    /**
     * @param  ?string  $owner  name of whoever it is assigned to
     * @param  int  $planned  minutes of its pages
     * @param  array<string, float>  $sums  upside by unit (a currency, or clicks)
     * @param  array<string, float>  $sumsDone  what of it is released
     */
    public function __construct(
        public int $id,
        public string $name,
        public ?string $owner,
        public string $firstDay,
        public string $dueDay,
        public int $minutes,
        public ?int $mostPages,
        public string $state,
        public int $pages,
        public int $done,
        public float $upside,
        public float $upsideDone,
        public int $planned,
        public array $sums,
        public array $sumsDone,
    ) {
    }
}
