<?php

declare(strict_types=1);

namespace App\Release\Campaigns;

/** Texts with a start and an end: how far they are. */
final readonly class Campaign
{
    /**
     * @param  string  $startsAt  UTC
     * @param  string  $endsAt  UTC
     * @param  ?int  $startRelease  that made it live
     * @param  ?int  $endRelease  that took it back
     * @param  ?int  $eventId  of the calendar
     * @param  ?string  $approver  name of whoever approved it, where that was asked for
     * @param  int  $texts  how many it has, where that was asked for
     */
    public function __construct(
        public int $id,
        public int $storeId,
        public string $name,
        public string $startsAt,
        public string $endsAt,
        public CampaignState $state,
        public ?string $note,
        public ?int $startRelease,
        public ?int $endRelease,
        public ?int $eventId,
        public ?int $approvedBy,
        public ?string $approver = null,
        public int $texts = 0,
    ) {
    }
}
