<?php

declare(strict_types=1);

namespace App\Write\Trials;

/** A page of a trial: what it says now, and what it is to say. */
final readonly class TrialPage
{
    /**
     * @param  ?string  $stored  empty where the theme makes the text
     * @param  ?string  $value  null where its text stays as it is
     */
    public function __construct(
        public int $resourceId,
        public ?int $pageId,
        public string $name,
        public int $clicks,
        public ?string $stored,
        public ?string $shown,
        public ?string $value,
    ) {
    }
}
