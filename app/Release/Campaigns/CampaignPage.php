<?php

declare(strict_types=1);

namespace App\Release\Campaigns;

/** A page whose text a campaign may change. */
final readonly class CampaignPage
{
    /**
     * @param  int  $id  of the resource
     */
    public function __construct(
        public int $id,
        public int $marketId,
        public int $kind,
        public string $stored,
        public string $shown,
    ) {
    }
}
