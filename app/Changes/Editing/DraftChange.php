<?php

declare(strict_types=1);

namespace App\Changes\Editing;

/** What becomes of the draft over a locked text. */
final readonly class DraftChange
{
    /** @param  ?DraftSnapshot  $draft  the new one; null where it goes */
    public function __construct(public LockedText $text, public ?DraftSnapshot $draft)
    {
    }
}
