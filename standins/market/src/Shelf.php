<?php

declare(strict_types=1);

namespace Market;

use RuntimeException;

/** Reads what the shop shows to everybody: the pages of its sitemaps with title, description and price. */
final class Shelf
{
    /** @return array<string, array{title: string, description: string, price: float}> by path */
    public static function read(string $shop): array
    {
        $paths = [];
        foreach (self::locations(self::fetch($shop, ['/sitemap.xml'])['/sitemap.xml'] ?? '') as $file) {
            foreach (self::locations(self::fetch($shop, [$file])[$file] ?? '') as $path) {
                $paths[] = $path;
            }
        }
        if ($paths === []) {
            throw new RuntimeException('The shop lists no pages.');
        }
        $pages = [];
        foreach (array_chunk($paths, 40) as $chunk) {
            foreach (self::fetch($shop, $chunk) as $path => $html) {
                $html =
                    preg_match('~charset=["\']?iso-8859-1~i', substr($html, 0, 2000)) === 1
                        ? mb_convert_encoding($html, 'UTF-8', 'ISO-8859-1')
                        : $html;
                preg_match('~<title>(.*?)</title>~s', $html, $title);
                preg_match('~<meta name="description" content="([^"]*)"~', $html, $description);
                preg_match('~"price":\s*"?([\d.]+)~', $html, $price);
                $pages[$path] = [
                    'title' => trim(html_entity_decode($title[1] ?? '', ENT_QUOTES | ENT_HTML5)),
                    'description' => html_entity_decode($description[1] ?? '', ENT_QUOTES | ENT_HTML5),
                    'price' => (float) ($price[1] ?? 0),
                ];
            }
        }

        return $pages;
    }

    /** @return list<string> paths */
    private static function locations(string $xml): array
    {
        preg_match_all('~<loc>\s*https?://[^/<]+([^<\s]*)\s*</loc>~', $xml, $found);

        return array_values(
            array_map(static fn (string $path): string => html_entity_decode($path, ENT_XML1), $found[1]),
        );
    }

    /**
     * @param  list<string>  $paths
     * @return array<string, string> bodies of those that answered 200
     */
    private static function fetch(string $shop, array $paths): array
    {
        $all = curl_multi_init();
        $handles = [];
        foreach ($paths as $path) {
            $handles[$path] = curl_init($shop.$path);
            curl_setopt_array($handles[$path], [
                CURLOPT_RETURNTRANSFER => true,
                CURLOPT_TIMEOUT => 30,
                CURLOPT_USERAGENT => 'market stand-in',
            ]);
            curl_multi_add_handle($all, $handles[$path]);
        }
        do {
            curl_multi_exec($all, $active);
            curl_multi_select($all, 0.1);
        } while ($active > 0);
        $bodies = [];
        foreach ($handles as $path => $handle) {
            if (curl_getinfo($handle, CURLINFO_RESPONSE_CODE) === 200) {
                $bodies[$path] = (string) curl_multi_getcontent($handle);
            }
        }

        return $bodies;
    }
}
