<?php

declare(strict_types=1);

namespace App\Stores\Http;

use App\Stores\Models\Store;

/** A URL as screens show it: path and query, decoded, with the host before it where that is not the store's own. */
final class ShownUrl
{
    public static function of(Store $store, ?string $url): string
    {
        if (preg_match('~^https?://([^/?#]*)(.*)$~is', (string) $url, $found) !== 1) {
            return (string) $url;
        }
        $rest = $found[2] === '' ? '/' : $found[2];
        // A decoded byte that is no UTF-8, or that breaks the line, would be shown as something that the URL is not.
        $shown = rawurldecode($rest);
        $shown = mb_check_encoding($shown, 'UTF-8') && preg_match('/[\x00-\x20\x7f]/', $shown) === 0 ? $shown : $rest;

        return (strcasecmp($found[1], self::host($store)) === 0 ? '' : $found[1]).$shown;
    }

    private static function host(Store $store): string
    {
        return preg_match('~^https?://([^/?#]*)~i', $store->base_url, $found) === 1 ? $found[1] : '';
    }
}
