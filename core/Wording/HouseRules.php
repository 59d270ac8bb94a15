<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/** Which checks a store makes of such texts, what it forbids in them, and what it wants in each. */
final readonly class HouseRules
{
    /** Lines of one list. */
    public const MOST = 200;

    /**
     * @param  list<string>  $forbidden  words or phrases, as whole words and in whatever letters
     * @param  list<list<string>>  $required  of each the one or the other has to stand in the text
     * @param  int  $off  bits of checks that are not made
     */
    private function __construct(private array $forbidden, private array $required, public int $off)
    {
    }

    /** What holds where a store has said nothing. */
    public static function usual(): self
    {
        return new self([], [], Check::offAtFirst());
    }

    /**
     * @param  string  $forbidden  one word or phrase a line
     * @param  string  $required  the same, with " / " between those of which one is enough
     * @param  int  $off  bits of checks that are not made
     */
    public static function of(string $forbidden, string $required, int $off): self
    {
        return new self(
            self::lines($forbidden),
            array_map(
                static fn (string $line): array => array_values(
                    array_filter(array_map(trim(...), explode(' / ', $line))),
                ),
                self::lines($required),
            ),
            $off,
        );
    }

    /** @return list<string> forbidden words that stand in the text */
    public function forbiddenIn(string $text): array
    {
        return array_values(array_filter($this->forbidden, static fn (string $one): bool => self::stands($text, $one)));
    }

    /** @return list<string> what is lacking, as it was written */
    public function lackingIn(string $text): array
    {
        $lacking = [];
        foreach ($this->required as $any) {
            if (array_filter($any, static fn (string $one): bool => self::stands($text, $one)) === []) {
                $lacking[] = implode(' / ', $any);
            }
        }

        return $lacking;
    }

    private static function stands(string $text, string $phrase): bool
    {
        $pattern = (string) preg_replace('/\s+/u', '\s+', preg_quote($phrase, '~'));

        return preg_match("~(?<![\\p{L}\\p{N}])$pattern(?![\\p{L}\\p{N}])~ui", $text) === 1;
    }

    /** @return list<string> */
    private static function lines(string $text): array
    {
        $lines = array_map(
            static fn (string $line): string => mb_substr(trim((string) preg_replace('/\s+/u', ' ', $line)), 0, 120),
            preg_split('/\R/u', mb_scrub($text)) ?: [],
        );

        return array_slice(array_values(array_unique(array_filter($lines))), 0, self::MOST);
    }
}
