<?php

declare(strict_types=1);

namespace App\Write\Review;

use App\Write\WrittenPage;
use Orchard\Core\Wording\TextField;

/** A text that waits for approval, with what stands there now. */
final readonly class ReviewedText
{
    /**
     * @param  int  $id  of the draft
     * @param  string  $shown  as the page shows it now
     * @param  string  $draftShown  as it would
     */
    public function __construct(
        public int $id,
        public int $resourceId,
        public int $pageId,
        public int $marketId,
        public int $kind,
        public string $name,
        public string $url,
        public string $attributes,
        public TextField $field,
        public string $value,
        public int $revision,
        public ?string $readyAt,
        public string $baseValue,
        public string $origin,
        public ?int $userId,
        public string $shown,
        public string $draftShown,
        public int $titleChecks,
        public int $descriptionChecks,
    ) {
    }

    public function page(): WrittenPage
    {
        return new WrittenPage(
            $this->resourceId,
            $this->pageId,
            $this->marketId,
            $this->kind,
            $this->name,
            $this->attributes,
        );
    }
}
