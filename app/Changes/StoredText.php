<?php

declare(strict_types=1);

namespace App\Changes;

/** What the shop holds of a text, with the digests of what shows and of what is to show; its row is locked. */
final readonly class StoredText
{
    public function __construct(public string $stored, public ?string $shownDigest, public ?string $draftDigest)
    {
    }
}
