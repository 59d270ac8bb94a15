<?php

declare(strict_types=1);

namespace App\Connectors\Http;

use Orchard\Core\Url\PageUrl;

/**
 * Where a browser that asks for itself may go: to the page's host and to the hosts that what it loads stands on, each
 * looked at by the guard and pinned; no other name or address leads anywhere.
 */
final class PinnedHosts
{
    private const MOST = 20;

    /**
     * @param  string  $html  the page as it was answered, for the hosts of what it loads
     *
     * @throws AddressRefused where the page's own host is refused
     */
    public static function rules(AddressGuard $guard, PageUrl $url, string $html): string
    {
        preg_match_all(
            '~<(?:script|link|img|source|iframe|video)\b[^>]*?\b(?:src|href|data-src)\s*=\s*["\']?([^"\'\s>]+)~i',
            $html,
            $found,
        );
        $rules = [self::rule($guard, $url)];
        $known = [$url->authority => true];
        foreach ($found[1] as $address) {
            $other = $url->resolve(html_entity_decode($address));
            if ($other === null || isset($known[$other->authority]) || count($known) >= self::MOST) {
                continue;
            }
            $known[$other->authority] = true;
            try {
                $rules[] = self::rule($guard, $other);
            } catch (AddressRefused) {
                continue; // What is on a refused address stays unreached, as all else.
            }
        }

        return implode(', ', array_unique($rules)).', MAP * ~NOTFOUND';
    }

    private static function rule(AddressGuard $guard, PageUrl $url): string
    {
        $address = $guard->addressFor($url);
        $address = str_contains($address, ':') ? "[$address]" : $address;

        return "MAP {$url->host()}:{$url->port()} $address:{$url->port()}";
    }
}
