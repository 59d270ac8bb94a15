<?php

declare(strict_types=1);

namespace Orchard\Core\Reasons;

/**
 * Why something was judged as it was, as data: a type and what it names. Lists of them are kept as JSON
 * ([["stock-number","A-7"],["differs","red","blue"]]) and put in words where they are shown, so that these can be
 * worded anew without judging again, and nothing is decided by a sentence.
 */
final readonly class Reason
{
    /** Characters of a packed list at most: the columns in which lists are kept. */
    public const LONGEST = 1000;

    /** Characters of one thing that a reason names; more is cut. */
    public const NAME = 120;

    /** @param  list<int|float|string>  $of  what its type names */
    public function __construct(public ReasonType $type, public array $of = [])
    {
    }

    /**
     * A list as it is kept.
     *
     * @param  list<self>  $reasons  the last ones are left out where the list would be too long
     * @param  int  $most  characters that its column holds
     */
    public static function pack(array $reasons, int $most = self::LONGEST): string
    {
        do {
            $packed = json_encode(
                array_map(static fn (self $reason): array => $reason->plain(), $reasons),
                JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
            );
            array_pop($reasons);
        } while (mb_strlen($packed) > $most);

        return $packed;
    }

    /**
     * What was packed; reasons of types that this release does not know are left out.
     *
     * @param  class-string<ReasonType>  $types
     * @return list<self>
     */
    public static function unpack(string $types, string $packed): array
    {
        $reasons = [];
        $kept = json_decode($packed, true);
        foreach (is_array($kept) ? $kept : [] as $one) {
            $one = is_array($one) ? array_filter($one, is_scalar(...)) : [];
            $type = $types::tryFrom((string) array_shift($one));
            $type === null || ($reasons[] = new self($type, array_map(strval(...), array_values($one))));
        }

        return $reasons;
    }

    /** @param  class-string<ReasonType>  $types */
    public static function wordsOf(string $types, string $packed, string $between = '; '): string
    {
        return self::say(self::unpack($types, $packed), $between);
    }

    /** @param  list<self>  $reasons */
    public static function say(array $reasons, string $between = '; '): string
    {
        return implode($between, array_map(static fn (self $reason): string => $reason->words(), $reasons));
    }

    public function words(): string
    {
        return $this->type->words(array_map(strval(...), $this->of));
    }

    /** @return list<int|float|string> */
    private function plain(): array
    {
        $clean = static fn (int|float|string $one): int|float|string => is_string($one)
            ? mb_substr((string) preg_replace('/[\x00-\x1f]+/', ' ', mb_scrub($one)), 0, self::NAME)
            : $one;

        return [$this->type->value, ...array_map($clean, $this->of)];
    }
}
