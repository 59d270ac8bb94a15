<?php

declare(strict_types=1);

namespace App\Write\Recipes;

/** What a run of a recipe makes of one page. */
final readonly class RunRow
{
    /**
     * @param  string  $dropped  ranks of the parts that were left out, with commas between
     * @param  ?string  $shown  as the page shows it now
     */
    public function __construct(
        public int $resourceId,
        public string $outcome,
        public bool $repeated,
        public string $name,
        public string $url,
        public ?int $pageId,
        public string $text,
        public string $dropped,
        public ?string $shown,
        public ?string $draftShown,
    ) {
    }
}
