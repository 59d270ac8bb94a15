<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Database\Row;
use Orchard\Core\Wording\TextField;

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

    /** @param  Row  $row  of drifts, with the name and the page_id of its resource */
    public static function of(Row $row): self
    {
        return new self(
            $row->int('resource_id'),
            $row->intOrNull('page_id'),
            TextField::from($row->int('field')),
            $row->text('name'),
            $row->text('ours'),
            $row->text('theirs'),
            $row->text('seen_at'),
        );
    }
}
