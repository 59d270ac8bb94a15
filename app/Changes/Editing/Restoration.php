<?php

declare(strict_types=1);

namespace App\Changes\Editing;

use Orchard\Core\Wording\TextField;

/** A draft that is to stand again as it stood, provided that nobody has changed the text since. */
final readonly class Restoration
{
    /**
     * @param  int  $overRevision  revision of what it takes the place of; 0 where there is no draft
     * @param  ?DraftSnapshot  $draft  null where there was none
     */
    public function __construct(
        public int $resourceId,
        public TextField $field,
        public int $overRevision,
        public ?DraftSnapshot $draft,
    ) {
    }

    public function key(): string
    {
        return "{$this->resourceId} {$this->field->value}";
    }
}
