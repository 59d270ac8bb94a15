<?php

declare(strict_types=1);

namespace App\Release;

/** What of a release is to be taken back. */
final readonly class UndoWish
{
    /**
     * @param  ?list<int>  $itemIds  null for all
     * @param  ?string  $name  of the release that takes it back; null for one made of the first's
     */
    public function __construct(public int $releaseId, public ?array $itemIds = null, public ?string $name = null)
    {
    }
}
