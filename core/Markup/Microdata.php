<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/**
 * Types of the items that a page marks up by itemscope and itemtype (HTML Standard, microdata), in schema.org's words.
 * Only
 * items of their own count, not those that are a property of another; and a product only where the page has one: a
 * list of
 * products is no product.
 */
final class Microdata
{
    /** What counts only where the page has one of it. */
    private const ONE = ['Product', 'ProductGroup', 'Article', 'BlogPosting', 'NewsArticle'];

    /** @return list<string> each once, in the order of the page */
    public static function types(string $html): array
    {
        if (stripos($html, 'itemtype') === false) {
            return [];
        }
        $html = (string) preg_replace('~<!--.*?-->|<(script|style|template)\b.*?</\1\s*>~is', '', $html);
        preg_match_all('~<[a-z][^<>]*\sitemtype\s*=[^<>]*>~i', $html, $tags);
        $counts = [];
        foreach ($tags[0] as $tag) {
            if (preg_match('~\sitemprop[\s=>/]~i', $tag) === 1 || preg_match('~\sitemscope[\s=>/]~i', $tag) !== 1) {
                continue;
            }
            preg_match('~\sitemtype\s*=\s*(?:"([^"]*)"|\'([^\']*)\'|([^\s>]+))~i', $tag, $value);
            foreach (preg_split('/\s+/', trim(end($value) ?: '')) ?: [] as $type) {
                if (preg_match('~^https?://(?:www\.)?schema\.org/([A-Za-z]+)$~i', $type, $found) === 1) {
                    $counts[$found[1]] = ($counts[$found[1]] ?? 0) + 1;
                }
            }
        }

        return array_keys(
            array_filter(
                $counts,
                static fn (int $times, string $type): bool => $times === 1 || ! in_array($type, self::ONE, true),
                ARRAY_FILTER_USE_BOTH,
            ),
        );
    }
}
