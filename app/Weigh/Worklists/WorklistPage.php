<?php

declare(strict_types=1);

namespace App\Weigh\Worklists;

/** A page of a worklist, with what is known of it now. */
final readonly class WorklistPage
{
    /**
     * @param  float  $upside  when it was put in
     * @param  ?string  $reason  of its upside now, in words
     * @param  ?string  $lead  its lead term
     */
    public function __construct(
        public int $pageId,
        public int $marketId,
        public PageState $state,
        public int $minutes,
        public string $note,
        public float $upside,
        public ?float $upsideNow,
        public ?string $doneAt,
        public string $url,
        public ?string $title,
        public ?int $kind,
        public ?string $reason,
        public ?string $lead,
    ) {
    }
}
