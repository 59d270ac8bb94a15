<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

use Orchard\Core\Wording\TextField;

/** A text that was suggested for a page. */
final readonly class OfferedText
{
    /**
     * @param  int  $revision  of the draft that stands there; 0 where there is none
     */
    public function __construct(
        public int $id,
        public int $wishId,
        public int $resourceId,
        public TextField $field,
        public string $text,
        public int $revision = 0,
    ) {
    }
}
