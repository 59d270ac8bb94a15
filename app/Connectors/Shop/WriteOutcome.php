<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

/** What became of a write. */
final readonly class WriteOutcome
{
    private function __construct(
        public WriteResult $result,
        public ?ShopResource $resource,
        public string $reason,
        public int $waitSeconds,
    ) {
    }

    public static function applied(ShopResource $resource): self
    {
        return new self(WriteResult::Applied, $resource, '', 0);
    }

    public static function moved(): self
    {
        return new self(WriteResult::Moved, null, 'The resource has another version now.', 0);
    }

    public static function refused(string $reason): self
    {
        return new self(WriteResult::Refused, null, $reason, 0);
    }

    /** The shop refuses whatever is sent with this key; the others would fare alike. */
    public static function lockedOut(string $reason): self
    {
        return new self(WriteResult::LockedOut, null, $reason, 0);
    }

    public static function unknown(string $reason, int $waitSeconds = 0): self
    {
        return new self(WriteResult::Unknown, null, $reason, $waitSeconds);
    }

    public static function notNow(string $reason, int $waitSeconds): self
    {
        return new self(WriteResult::NotNow, null, $reason, $waitSeconds);
    }
}
