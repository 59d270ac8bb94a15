<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/** Learns what a theme appends to stored titles, from pairs of stored and shown ones. */
final class TitleSuffix
{
    /** Pairs below which nothing is concluded; a suffix must hold on this share of them. */
    private const LEAST_PAIRS = 3;

    private const LEAST_SHARE = 0.5;

    /**
     * The text that follows the stored title on most pages where one is stored; '' where themes add nothing.
     *
     * @param  iterable<array{0: string, 1: string}>  $pairs  stored title, shown title
     */
    public static function learn(iterable $pairs): string
    {
        $seen = [];
        $total = 0;
        foreach ($pairs as [$stored, $shown]) {
            $stored = trim($stored);
            if ($stored === '') {
                continue;
            }
            $total++;
            if (str_starts_with($shown, $stored)) {
                $rest = substr($shown, strlen($stored));
                $seen[$rest] = ($seen[$rest] ?? 0) + 1;
            }
        }
        if ($total < self::LEAST_PAIRS || $seen === []) {
            return '';
        }
        arsort($seen);

        return reset($seen) >= self::LEAST_SHARE * $total ? (string) key($seen) : '';
    }
}
