<?php

declare(strict_types=1);

namespace App\Stores\Adding;

use Orchard\Core\Markup\PageFacts;
use Orchard\Core\Url\PageUrl;

/** What a shop is called, by its home page: what it says of itself, else the part of its title that its host names. */
final class ShopName
{
    public static function of(PageUrl $root, PageFacts $facts): Proposal
    {
        $site = trim((string) ($facts->details->social['og:site_name'] ?? ''));
        if ($site !== '' && mb_strlen($site) <= 60) {
            return new Proposal($site, 'og:site_name');
        }
        $said = self::nameIn($facts->details->structured ?? []);
        if ($said !== null) {
            return new Proposal($said, 'structured data');
        }
        // "Lamps for every room – Tindrel": the part that is nearest to the host's name.
        $host = (string) preg_replace('/[^a-z0-9]/', '', strtolower(self::ofHost($root)));
        $parts = preg_split('/\s+[|\x{2013}\x{2014}\-·»]\s+|:\s+/u', (string) $facts->title) ?: [];
        foreach ($parts as $part) {
            $plain = (string) preg_replace('/[^a-z0-9]/', '', strtolower($part));
            if (
                $plain !== '' &&
                $host !== '' &&
                (str_contains($host, $plain) || str_contains($plain, $host)) &&
                mb_strlen($part) <= 60
            ) {
                return new Proposal(trim($part), 'the home page’s title');
            }
        }

        $parts = array_filter(
            array_map(trim(...), $parts),
            static fn (string $part): bool => $part !== '' && mb_strlen($part) <= 60,
        );
        usort($parts, static fn (string $a, string $b): int => mb_strlen($a) <=> mb_strlen($b));

        // A number is no name: then the shortest part of the title is one.
        return $parts !== [] && preg_match('/[a-z]/i', $root->host()) !== 1
            ? new Proposal($parts[0], 'the home page’s title')
            : new Proposal(self::ofHost($root), 'the address');
    }

    public static function ofHost(PageUrl $root): string
    {
        $host = (string) preg_replace('/^www\d?\./', '', $root->host());
        $labels = explode('.', $host);
        if (filter_var(trim($host, '[]'), FILTER_VALIDATE_IP) !== false || count($labels) < 2) {
            return ucfirst($host);
        }
        // The longest label but the last names the shop: shop.example.co.uk is "example".
        $labels = array_slice($labels, 0, -1);
        usort($labels, static fn (string $a, string $b): int => strlen($b) <=> strlen($a));

        return ucfirst($labels[0]);
    }

    /** @param  array<array-key, mixed>  $data  decoded JSON-LD */
    private static function nameIn(array $data, int $depth = 0): ?string
    {
        $types = array_map(
            static fn (mixed $type): string => is_string($type) ? $type : '',
            (array) ($data['@type'] ?? []),
        );
        $name = $data['name'] ?? null;
        if (
            array_intersect($types, [
                'Organization',
                'OnlineStore',
                'Store',
                'WebSite',
                'OnlineBusiness',
                'Corporation',
            ]) !== [] &&
            is_string($name) &&
            trim($name) !== '' &&
            mb_strlen(trim($name)) <= 60
        ) {
            return trim($name);
        }
        foreach ($depth < 4 ? $data : [] as $inner) {
            $found = is_array($inner) ? self::nameIn($inner, $depth + 1) : null;
            if ($found !== null) {
                return $found;
            }
        }

        return null;
    }
}
