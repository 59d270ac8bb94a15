<?php

declare(strict_types=1);

namespace App\Changes;

/** What became of a save. */
final readonly class SaveOutcome
{
    /** @param  ?Draft  $draft the draft as it is now; null where there is none */
    private function __construct(
        public bool $saved,
        public ?Draft $draft,
        public ?string $reason,
        public ?string $otherAuthor,
    ) {
    }

    public static function saved(?Draft $draft): self
    {
        return new self(true, $draft, null, null);
    }

    /** Someone else's save came between; the text that was not taken stands in the history. */
    public static function clash(?Draft $theirs, string $author): self
    {
        return new self(false, $theirs, 'Someone else has changed this text since you opened it.', $author);
    }

    public static function refused(?Draft $draft, string $reason): self
    {
        return new self(false, $draft, $reason, null);
    }

    public function isClash(): bool
    {
        return $this->otherAuthor !== null;
    }
}
