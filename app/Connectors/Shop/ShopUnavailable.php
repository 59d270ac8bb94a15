<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

use RuntimeException;

final class ShopUnavailable extends RuntimeException
{
    private function __construct(string $message, public readonly int $status, public readonly ?int $retryAfter)
    {
        parent::__construct($message);
    }

    public static function answered(int $status, string $detail, ?int $retryAfter): self
    {
        return new self(
            "The shop's admin API answered $status".($detail === '' ? '.' : ": $detail"),
            $status,
            $retryAfter,
        );
    }

    public static function silent(string $problem): self
    {
        return new self("The shop's admin API did not answer. $problem", 0, null);
    }

    public static function notConnected(): self
    {
        return new self('No admin API is set for this store. An owner can do that in the settings.', 0, null);
    }

    public static function garbled(string $what): self
    {
        return new self("The shop's admin API gave an answer that makes no sense: $what", 0, null);
    }
}
