<?php

declare(strict_types=1);

namespace App\Changes\Addresses;

/** What is wrong with the slug of a page, the better one that is free, and what is planned for it already. */
final readonly class SlugProposal
{
    /** @param  list<string>  $faults  in words */
    public function __construct(
        public SlugPage $page,
        public array $faults,
        public string $slug,
        public ?PlannedAddress $planned,
    ) {
    }
}
