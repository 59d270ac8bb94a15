<?php

declare(strict_types=1);

namespace App\Changes\Editing;

use Orchard\Core\Wording\TextField;

/** A text that somebody wants to have, over the one that was on the screen. */
final readonly class TextEdit
{
    /** @param  int  $seenRevision  revision of the draft that the author saw; 0 where there was none */
    public function __construct(
        public int $resourceId,
        public TextField $field,
        public string $value,
        public int $seenRevision,
    ) {
    }

    public function key(): string
    {
        return "{$this->resourceId} {$this->field->value}";
    }

    /** The text as it is kept. */
    public function tidy(): string
    {
        return $this->field->tidy($this->value);
    }

    /** What is wrong with it, in words; null where it can be kept. */
    public function problem(): ?string
    {
        $length = mb_strlen($this->tidy());
        $most = $this->field->longest();

        return match (true) {
            $length > $most => "{$this->field->label()}: $most characters at most; this has $length.",
            $this->field === TextField::SocialImage && preg_match('~^(?:https?://\S+|/\S*)?$~i', $this->tidy()) !== 1 => 'A social image is told by its address: https://… or /….',
            default => null,
        };
    }
}
