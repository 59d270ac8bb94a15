<?php

declare(strict_types=1);

namespace App\Changes\Review;

/** Who judges texts: somebody of the store, or a guest who came by a link. */
final readonly class Approver
{
    private function __construct(
        public ?int $userId,
        public ?string $guest,
        public ?int $reviewerId,
        public bool $mayAll,
    ) {
    }

    /** @param  bool  $mayAll  whether also texts that others are to approve */
    public static function person(int $userId, bool $mayAll): self
    {
        return new self($userId, null, null, $mayAll);
    }

    public static function guest(Reviewer $reviewer): self
    {
        return new self(null, $reviewer->guest ?? '', $reviewer->id, false);
    }
}
