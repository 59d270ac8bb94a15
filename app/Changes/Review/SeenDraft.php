<?php

declare(strict_types=1);

namespace App\Changes\Review;

/** A draft that somebody judges, as they saw it. */
final readonly class SeenDraft
{
    /** @param  ?int  $revision  that was on the screen; null where it stands for whatever is there now */
    public function __construct(public int $id, public ?int $revision = null)
    {
    }

    /**
     * @param  array<int|string>  $ids
     * @return list<self> as they stand now
     */
    public static function now(array $ids): array
    {
        return array_values(array_map(static fn (int|string $id): self => new self((int) $id), $ids));
    }
}
