<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/**
 * How a text was changed by somebody else, told so that the same hand shows: a theme that hangs its name onto
 * thousands of titles changes all of them in one way. Two changes are alike where their codes are.
 */
final readonly class TextShift
{
    /** Characters that a name must have to be looked for in a text. */
    private const NAME = 4;

    /** Part of a text that must have stayed for its end or beginning to be what changed. */
    private const STAYED = 0.4;

    /** Longer ends are texts of their own. */
    private const LONGEST = 60;

    /** Characters of the longest code; what would take more was rewritten. */
    public const MOST = 400;

    /** @param  list<string>  $parts  what was added, replaced or put around the name; characters of the texts */
    private function __construct(public ShiftType $type, public array $parts = [])
    {
    }

    /**
     * @param  string  $ours  as it was meant
     * @param  string  $theirs  as it is now
     * @param  string  $name  of the thing, such as a product's
     */
    public static function between(string $ours, string $theirs, string $name): self
    {
        $shift = self::found($ours, $theirs, $name);

        return mb_strlen($shift->code()) > self::MOST ? new self(ShiftType::Rewritten) : $shift;
    }

    /** A shift from its code; null for what is none, and for a type that this release does not know. */
    public static function fromCode(string $code): ?self
    {
        $told = json_decode($code, true);
        $parts = is_array($told) ? array_values(array_filter($told, is_string(...))) : [];
        $type = ShiftType::tryFrom((string) array_shift($parts));

        return $type === null ? null : new self($type, $parts);
    }

    /** Type and parts as a JSON array, by which shifts are kept, compared and asked for. */
    public function code(): string
    {
        return json_encode(
            [$this->type->value, ...$this->parts],
            JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
        );
    }

    /** A sentence's predicate, such as "got “ | Shop” at its end". */
    public function words(): string
    {
        [$a, $b] = $this->parts + ['', ''];

        return match ($this->type) {
            ShiftType::Emptied => 'is empty now',
            ShiftType::Filled => 'was empty, and is not any more',
            ShiftType::EndAdded => "got “{$a}” at its end",
            ShiftType::StartAdded => "got “{$a}” before it",
            ShiftType::EndLost => 'lost its end',
            ShiftType::NameAlone => 'is the name alone now',
            ShiftType::AroundName => "is “{$a}…{$b}” around the name now",
            ShiftType::EndReplaced => "ends with “{$b}” instead of “{$a}”",
            ShiftType::Rewritten => 'was written anew',
        };
    }

    private static function found(string $ours, string $theirs, string $name): self
    {
        if ($theirs === '') {
            return new self(ShiftType::Emptied);
        }
        if ($ours === '') {
            return new self(ShiftType::Filled);
        }
        if (str_starts_with($theirs, $ours) && self::isShort(substr($theirs, strlen($ours)))) {
            return new self(ShiftType::EndAdded, [substr($theirs, strlen($ours))]);
        }
        if (str_ends_with($theirs, $ours) && self::isShort(substr($theirs, 0, -strlen($ours)))) {
            return new self(ShiftType::StartAdded, [substr($theirs, 0, -strlen($ours))]);
        }
        $trimmed = rtrim($theirs, " \t….");
        $stayed = mb_strlen($trimmed) >= self::STAYED * mb_strlen($ours);
        if ($trimmed !== '' && $stayed && str_starts_with($ours, $trimmed)) {
            return new self(ShiftType::EndLost);
        }
        $name = trim($name);
        $at = mb_strlen($name) >= self::NAME ? mb_strpos($theirs, $name) : false;
        if ($at !== false) {
            $before = mb_substr($theirs, 0, $at);
            $after = mb_substr($theirs, $at + mb_strlen($name));
            if (self::isShort($before) && self::isShort($after)) {
                return $before.$after === ''
                    ? new self(ShiftType::NameAlone)
                    : new self(ShiftType::AroundName, [$before, $after]);
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
                return new self(ShiftType::EndReplaced, [$was, $is]);
            }
        }

        return new self(ShiftType::Rewritten);
    }

    private static function isShort(string $text): bool
    {
        return mb_strlen($text) <= self::LONGEST;
    }
}
