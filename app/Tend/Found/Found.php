<?php

declare(strict_types=1);

namespace App\Tend\Found;

/** One thing that was found of one page. */
final readonly class Found
{
    /**
     * @param  array<string, string|int>  $cause  what it has in common with others (see CauseWords)
     * @param  array<string, mixed>  $detail  what was seen, as values
     * @param  int  $spots  how often, such as images or links
     * @param  int  $target  page that the repair names; 0 for none
     * @param  ?array{int, float}  $touches  clicks and revenue of the pages that show it; null for the page's own
     */
    public function __construct(
        public FindingType $type,
        public int $page,
        public array $cause,
        public array $detail = [],
        public int $spots = 1,
        public int $target = 0,
        public ?array $touches = null,
    ) {
    }
}
