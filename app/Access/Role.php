<?php

declare(strict_types=1);

namespace App\Access;

/** What someone may do in a store; each role may do all that the ones before it may. */
enum Role: string
{
    case Viewer = 'viewer';
    case Writer = 'writer';
    case Approver = 'approver';
    case Owner = 'owner';

    public function includes(self $other): bool
    {
        return $this->rank() >= $other->rank();
    }

    public function means(): string
    {
        return match ($this) {
            self::Viewer => 'sees everything',
            self::Writer => 'writes texts and makes recipes',
            self::Approver => 'also releases texts and takes releases back',
            self::Owner => 'also sets up the store, its crawl and its people',
        };
    }

    private function rank(): int
    {
        return match ($this) {
            self::Viewer => 0,
            self::Writer => 1,
            self::Approver => 2,
            self::Owner => 3,
        };
    }
}
