<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/**
 * How a text was changed by somebody else, told so that the same hand shows: a theme that hangs its name onto
 * thousands of titles changes all of them in one way. Two changes are alike where their keys are.
 */
final readonly class TextShift
{
    /** Characters that a name must have to be looked for in a text. */
    private const NAME = 4;

    /** Part of a text that must have stayed for its end or beginning to be what changed. */
    private const STAYED = 0.4;

    /** Longer ends are texts of their own. */
    private const LONGEST = 60;

    /** @param  string  $words  a sentence's predicate, such as "got “ | Shop” at its end" */
    private function __construct(public string $words)
    {
    }

    /**
     * @param  string  $ours  as it was meant
     * @param  string  $theirs  as it is now
     * @param  string  $name  of the thing, such as a product's
     */
    public static function between(string $ours, string $theirs, string $name): self
    {
        if ($theirs === '') {
            return new self('is empty now');
        }
        if ($ours === '') {
            return new self('was empty, and is not any more');
        }
        if (str_starts_with($theirs, $ours) && self::isShort(substr($theirs, strlen($ours)))) {
            return new self('got “'.substr($theirs, strlen($ours)).'” at its end');
        }
        if (str_ends_with($theirs, $ours) && self::isShort(substr($theirs, 0, -strlen($ours)))) {
            return new self('got “'.substr($theirs, 0, -strlen($ours)).'” before it');
        }
        $trimmed = rtrim($theirs, " \t….");
        $stayed = mb_strlen($trimmed) >= self::STAYED * mb_strlen($ours);
        if ($trimmed !== '' && $stayed && str_starts_with($ours, $trimmed)) {
            return new self('lost its end');
        }
        $name = trim($name);
        $at = mb_strlen($name) >= self::NAME ? mb_strpos($theirs, $name) : false;
        if ($at !== false) {
            $before = mb_substr($theirs, 0, $at);
            $after = mb_substr($theirs, $at + mb_strlen($name));
            if (self::isShort($before) && self::isShort($after)) {
                return new self(
                    $before.$after === '' ? 'is the name alone now' : "is “{$before}…{$after}” around the name now",
                );
            }
        }

        return self::ofEnds($ours, $theirs);
    }

    private static function ofEnds(string $ours, string $theirs): self
    {
        [$a, $b] = [mb_str_split($ours), mb_str_split($theirs)];
        $most = min(count($a), count($b));
        for ($same = 0; $same < $most && $a[$same] === $b[$same]; $same++);
        // Words are not cut in two: what stayed ends where a word does.
        while ($same > 0 && preg_match('/[\p{L}\p{N}]/u', $a[$same - 1]) === 1) {
            $same--;
        }
        if ($same >= self::STAYED * count($a)) {
            $was = implode('', array_slice($a, $same));
            $is = implode('', array_slice($b, $same));
            if (self::isShort($was) && self::isShort($is)) {
                return new self("ends with “{$is}” instead of “{$was}”");
            }
        }

        return new self('was written anew');
    }

    private static function isShort(string $text): bool
    {
        return mb_strlen($text) <= self::LONGEST;
    }
}
