<?php

declare(strict_types=1);

namespace App\Release\Campaigns;

/** A campaign as it is asked for. */
final readonly class NewCampaign
{
    /**
     * @param  string  $from  "2026-11-27T00:00" in the store's time
     * @param  string  $to  the same; the texts go back then
     */
    public function __construct(public string $name, public string $from, public string $to)
    {
    }
}
