<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/**
 * The contents of one meta element by its name, wherever it stands in a page: search engines look for proofs like that.
 */
final class HeadMeta
{
    /** Bytes of a page that are looked through. */
    private const MOST = 300_000;

    /** @return list<string> */
    public static function contents(string $html, string $name): array
    {
        $contents = [];
        $html = (string) preg_replace('~<!--.*?-->~s', '', substr($html, 0, self::MOST));
        preg_match_all('~<meta\b([^>]*)>~i', $html, $found);
        foreach ($found[1] as $attributes) {
            $given = Tokens::attributes($attributes);
            if (strcasecmp(trim($given['name'] ?? ''), $name) === 0) {
                $contents[] = trim($given['content'] ?? '');
            }
        }

        return $contents;
    }
}
