<?php

declare(strict_types=1);

namespace App\Release\Lists;

use Orchard\Core\Wording\TextField;

/** A draft that is ready, beside what the page shows now. */
final readonly class ReadyText
{
    /**
     * @param  ?string  $shown  what the page shows now; null where it was not seen yet
     * @param  ?string  $draftShown  what it will show; empty for the theme’s own text
     * @param  ?string  $userName  of whoever wrote it; null for the command line
     */
    public function __construct(
        public int $id,
        public string $name,
        public ?int $pageId,
        public TextField $field,
        public ?string $shown,
        public ?string $draftShown,
        public string $value,
        public int $revision,
        public string $origin,
        public ?string $userName,
        public ?string $approvedAt,
        public ?string $approver,
    ) {
    }
}
