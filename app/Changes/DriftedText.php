<?php

declare(strict_types=1);

namespace App\Changes;

use Orchard\Core\Wording\TextField;
use stdClass;

/** A text that we released and that the shop has changed since. */
final readonly class DriftedText
{
    /** @param  string  $seenAt  UTC */
    private function __construct(
        public int $resourceId,
        public ?int $pageId,
        public TextField $field,
        public string $name,
        public string $ours,
        public string $theirs,
        public string $seenAt,
    ) {
    }

    /** @param  stdClass  $row  of drifts, with the name and the page_id of its resource */
    public static function of(stdClass $row): self
    {
        return new self(
            (int) $row->resource_id,
            $row->page_id === null ? null : (int) $row->page_id,
            TextField::from((int) $row->field),
            (string) $row->name,
            (string) $row->ours,
            (string) $row->theirs,
            (string) $row->seen_at,
        );
    }
}
