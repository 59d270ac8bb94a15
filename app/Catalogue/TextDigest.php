<?php

declare(strict_types=1);

namespace App\Catalogue;

/**
 * Sixteen bytes by which shown texts are compared: two texts are the same where a searcher could not tell them apart.
 */
final class TextDigest
{
    /** Null for no text: missing texts are not repeated ones. Case and white space do not count. */
    public static function of(?string $text): ?string
    {
        $text = mb_strtolower(trim((string) preg_replace('/\s+/u', ' ', $text ?? '')));

        return $text === '' ? null : md5($text, true);
    }
}
