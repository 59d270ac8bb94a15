<?php

declare(strict_types=1);

namespace App\Connectors\Http;

use RuntimeException;

/** A request that the guard does not let out. */
final class AddressRefused extends RuntimeException
{
    public static function private(string $host, string $address): self
    {
        return new self(
            "$host stands at $address, which is not a public address. The store's owner can allow this host and port in the settings.",
        );
    }

    public static function unknown(string $host): self
    {
        return new self("The name $host is not known to the name server.");
    }

    public static function notAnAddress(string $host): self
    {
        return new self("$host is neither a name nor an address in its usual form.");
    }
}
