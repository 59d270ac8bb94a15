<?php

declare(strict_types=1);

namespace App\Connectors\Http;

use Orchard\Core\Url\PageUrl;

/**
 * Decides whether a host may be asked, and pins the address that is asked.
 *
 * A host is resolved once; every address must be public, in IPv4 and IPv6, also where IPv4 is mapped or embedded. The
 * owner's allowance is for one host and port. The request then goes to the very address that was looked at, so that a
 * second answer of the name server cannot lead elsewhere.
 */
final class AddressGuard
{
    private const REFUSED_V6 = [
        '::/128', '::1/128', '::/96', '64:ff9b::/96', '64:ff9b:1::/48', '100::/64', '2001::/23', '2001:db8::/32',
        '2002::/16', 'fc00::/7', 'fe80::/10', 'fec0::/10', 'ff00::/8', '3fff::/20', '5f00::/16',
    ];

    private const REFUSED_V4 = [
        '0.0.0.0/8', '10.0.0.0/8', '100.64.0.0/10', '127.0.0.0/8', '169.254.0.0/16', '172.16.0.0/12', '192.0.0.0/24',
        '192.0.2.0/24', '192.88.99.0/24', '192.168.0.0/16', '198.18.0.0/15', '198.51.100.0/24', '203.0.113.0/24',
        '224.0.0.0/4', '240.0.0.0/4',
    ];

    /** @var array<string, non-empty-string> pinned addresses by "host:port" */
    private array $pinned = [];

    /** @param  list<string>  $allowed "host:port" */
    public function __construct(private readonly array $allowed)
    {
    }

    /**
     * @return non-empty-string
     *
     * @throws AddressRefused
     */
    public function addressFor(PageUrl $url): string
    {
        $key = $url->host().':'.$url->port();

        return $this->pinned[$key] ??= $this->resolve($url->host(), $key);
    }

    /** @return non-empty-string */
    private function resolve(string $host, string $key): string
    {
        $bare = trim($host, '[]');
        if (filter_var($bare, FILTER_VALIDATE_IP) !== false) {
            $addresses = [$bare];
        } elseif (preg_match('/^[0-9.]+$|^0x/i', $bare) === 1) {
            throw AddressRefused::notAnAddress($host);
        } else {
            $addresses = array_column(@dns_get_record($bare, DNS_A) ?: [], 'ip');
            if ($addresses === []) {
                $addresses = gethostbynamel($bare) ?: array_column(@dns_get_record($bare, DNS_AAAA) ?: [], 'ipv6');
            }
        }
        if ($addresses === []) {
            throw AddressRefused::unknown($host);
        }
        if (! in_array(strtolower($key), $this->allowed, true)) {
            foreach ($addresses as $address) {
                if (! self::isPublic($address)) {
                    throw AddressRefused::private($host, $address);
                }
            }
        }

        return (string) reset($addresses) ?: throw AddressRefused::unknown($host);
    }

    public static function isPublic(string $address): bool
    {
        $bytes = @inet_pton($address);
        if ($bytes === false) {
            return false;
        }
        if (strlen($bytes) === 16 && str_starts_with($bytes, str_repeat("\0", 10)."\xff\xff")) {
            $bytes = substr($bytes, 12);
        }
        foreach (strlen($bytes) === 4 ? self::REFUSED_V4 : self::REFUSED_V6 as $range) {
            [$net, $bits] = explode('/', $range);
            if (self::within($bytes, (string) inet_pton($net), (int) $bits)) {
                return false;
            }
        }

        return true;
    }

    private static function within(string $bytes, string $net, int $bits): bool
    {
        $whole = intdiv($bits, 8);
        if (strncmp($bytes, $net, $whole) !== 0) {
            return false;
        }
        $rest = $bits % 8;
        if ($rest === 0) {
            return true;
        }
        $mask = (0xFF << (8 - $rest)) & 0xFF;

        return (ord($bytes[$whole]) & $mask) === (ord($net[$whole]) & $mask);
    }
}
