<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Untangle\Deciding\CauseSort;
use Orchard\Core\LinkGraph\CanonicalVerdict;

/** A cause as people would say it. */
final class CauseWords
{
    public static function of(string $cause, CauseSort $sort): string
    {
        return match (true) {
            preg_match('/^parameter (.+) in (.+)$/', $cause, $found) === 1 => ($sort === CauseSort::Variant ? 'Variants: ' : 'Parameter ').$found[1].' in '.$found[2],
            preg_match('/^narrows: (.+) in (.+)$/', $cause, $found) === 1 => "Lists narrowed by $found[1] in $found[2]",
            preg_match('/^path (.+) beside (.+)$/', $cause, $found) === 1 => "One page at $found[1] and $found[2]",
            preg_match('/^copies in (.+)$/', $cause, $found) === 1 => "Copies in $found[1]",
            preg_match('/^same text in (.+)$/', $cause, $found) === 1 => "The same text at addresses of its own, $found[1]",
            preg_match('/^parts name the first: (.+) in (.+)$/', $cause, $found) === 1 => "Later parts name the first: $found[1] in $found[2]",
            preg_match('/^declares: (.+) in (.+)$/', $cause, $found) === 1 => (CanonicalVerdict::tryFrom($found[1])?->words() ?? $found[1]).", $found[2]",
            $cause === 'redirects' => 'Addresses that redirect', $cause === 'tracking' => 'Parameters that track', $cause === 'print' => 'Printer versions', $cause === 'slash' => 'With and without a slash', $cause === 'case' => 'Capital and small letters', $cause === 'scheme' => 'http beside https', $cause === 'www' => 'With and without www',
            $cause === 'index page' => 'Index pages by their file name', $cause === 'encoding' => 'Encoded in several ways', $cause === 'order of parameters' => 'Parameters in another order', default => ucfirst($cause),
        };
    }
}
