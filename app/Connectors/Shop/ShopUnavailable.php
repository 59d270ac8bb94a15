<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

use RuntimeException;

/** The shop's admin API did not do what it was asked, or cannot be asked; says what to do about it. */
final class ShopUnavailable extends RuntimeException
{
    private function __construct(string $message, public readonly int $status, public readonly ?int $retryAfter)
    {
        parent::__construct($message);
    }

    public static function answered(int $status, string $detail, ?int $retryAfter, string $asked = ''): self
    {
        $told = $detail === '' ? '.' : ': '.rtrim($detail, '.').'.';
        $at = $asked === '' ? '' : " at $asked";

        return new self(
            match (true) {
                $status === 401 => "The shop refuses the key (401)$told It is wrong or has run out: set another ".
                    'under Connect the shop.',
                $status === 403 => "The key may not do this (403)$told Give it the right in the shop, or let ".
                    'this be done in another way.',
                $status === 404 => "The shop has nothing$at (404)$told",
                default => "The shop's admin API answered $status$told",
            },
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
        return new self('No admin API is set for this store. An owner can do that under Connect the shop.', 0, null);
    }

    public static function notMapped(): self
    {
        return new self(
            'The shop has an address, but nothing says how its API is asked. An owner can do that under Connect '.
                'the shop.',
            0,
            null,
        );
    }

    public static function garbled(string $what): self
    {
        return new self("The shop's admin API gave an answer that makes no sense: $what", 0, null);
    }

    public static function cannot(string $what): self
    {
        return new self("The shop's API cannot do this: $what", 422, null);
    }

    /** Whether nothing that is sent with this key will get in. */
    public function isLockedOut(): bool
    {
        return $this->status === 401;
    }

    /** Whether asking again is of no use. */
    public function isFinal(): bool
    {
        return $this->status >= 400 && $this->status < 500 && $this->status !== 429 && $this->status !== 408;
    }
}
