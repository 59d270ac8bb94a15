<?php

declare(strict_types=1);

namespace App\Release\Campaigns;

use Orchard\Core\Wording\TextField;

/** A text that a campaign shows for a while, beside what the page says otherwise. */
final readonly class CampaignText
{
    /**
     * @param  ?string  $stored  empty where the theme makes the text
     */
    public function __construct(
        public int $resourceId,
        public ?int $pageId,
        public string $name,
        public TextField $field,
        public ?string $stored,
        public ?string $shown,
        public string $value,
    ) {
    }
}
