<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Untangle\Deciding\CauseSort;
use Orchard\Core\LinkGraph\CanonicalVerdict;

/**
 * A cause as people would say it: what it is, and where. Causes that are the same fault in several folders are one family: it has the name without
 * the folder.
 */
final class CauseWords
{
    public static function of(string $cause, CauseSort $sort): string
    {
        [$family, $where] = self::parts($cause, $sort);

        return $where === '' ? $family : "$family, $where";
    }

    /** What is the same for all folders; causes with the same words are one family. */
    public static function family(string $cause, CauseSort $sort): string
    {
        return self::parts($cause, $sort)[0];
    }

    /** The folder in which it is so; empty where a cause has none. */
    public static function where(string $cause, CauseSort $sort): string
    {
        return self::parts($cause, $sort)[1];
    }

    /** @return array{string, string} what it is, and where */
    private static function parts(string $cause, CauseSort $sort): array
    {
        return match (true) {
            preg_match('/^parameter (.+) in (.+)$/', $cause, $found) === 1 => [
                ($sort === CauseSort::Variant ? 'Variants by parameter ' : 'Parameter ').$found[1],
                $found[2],
            ],
            preg_match('/^narrows: (.+) in (.+)$/', $cause, $found) === 1 => ["Filter $found[1]", $found[2]],
            preg_match('/^path (.+) beside (.+)$/', $cause, $found) === 1 => [
                'One page at several paths',
                "$found[1] and $found[2]",
            ],
            preg_match('/^copies in (.+)$/', $cause, $found) === 1 => ['Copied products', $found[1]],
            preg_match('/^same text in (.+)$/', $cause, $found) === 1 => [
                'Duplicate content at unrelated URLs',
                $found[1],
            ],
            preg_match('/^parts name the first: (.+) in (.+)$/', $cause, $found) === 1 => [
                "Page 2 and on: canonical to page 1 ($found[1])",
                $found[2],
            ],
            preg_match('/^declares: (.+) in (.+)$/', $cause, $found) === 1 => [
                CanonicalVerdict::tryFrom($found[1])?->words() ?? $found[1],
                $found[2],
            ],
            default => [
                [
                    'redirects' => 'Redirects',
                    'tracking' => 'Tracking parameters',
                    'print' => 'Print versions',
                    'slash' => 'Trailing slash',
                    'case' => 'Upper and lower case',
                    'scheme' => 'http and https',
                    'www' => 'www and no www',
                    'index page' => 'Index file names (index.html)',
                    'encoding' => 'URL encoding',
                    'order of parameters' => 'Order of parameters',
                ][$cause] ?? ucfirst($cause),
                '',
            ],
        };
    }
}
