<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/** The word or figure by which two pages that share nearly all words are told apart. */
final readonly class Difference
{
    /** @param  bool  $isInName  whether it stands in what the pages are called */
    private function __construct(public string $class, public string $ours, public string $theirs, public bool $isInName = true)
    {
    }

    /**
     * The telling difference of two pages; null where there is none.
     *
     * In what they are called (title, H1, name) a telling word of one that the other page has nowhere decides, and so do two
     * words of one class that face each other. In the text only two of one class that face each other decide, each missing from
     * the other's text: a page may well mention something that its twin leaves out.
     */
    public static function between(Identity $a, Identity $b, TellingWords $telling): ?self
    {
        [$ours, $theirs] = [self::called($a, $telling), self::called($b, $telling)];
        [$onlyOurs, $onlyTheirs] = [array_diff_key($ours, $theirs), array_diff_key($theirs, $ours)];
        foreach ($onlyOurs as $word => $class) {
            $facing = array_search($class, $onlyTheirs, true);
            if ($facing !== false) {
                return new self($class, (string) $word, (string) $facing);
            }
        }
        [$ourText, $theirText] = [$telling->in(implode("\n", $a->lines), false), $telling->in(implode("\n", $b->lines), false)];
        foreach ([[$onlyOurs, $theirText, $b, true], [$onlyTheirs, $ourText, $a, false]] as [$only, $text, $other, $isOurs]) {
            foreach ($only as $word => $class) {
                if (! isset($text[$word]) && ! in_array((string) $word, $other->words, true)) {
                    return $isOurs ? new self($class, (string) $word, '') : new self($class, '', (string) $word);
                }
            }
        }
        foreach (array_diff_key($ourText, $theirText, $theirs) as $word => $class) {
            foreach (array_keys(array_diff_key($theirText, $ourText, $ours), $class, true) as $facing) {
                if (self::standAlike((string) $word, (string) $facing, $a, $b)) {
                    return new self($class, (string) $word, (string) $facing, false);
                }
            }
        }

        return null;
    }

    /**
     * The words by which a template's pages are told apart, such as a place: in what they are called one word stands for another, and
     * in the text too, and nothing else differs.
     */
    public static function bySubstitution(Identity $a, Identity $b, TellingWords $telling): ?self
    {
        foreach ([[$a->h1, $b->h1], [$a->title, $b->title], [$a->name, $b->name]] as [$ours, $theirs]) {
            [$only, $facing] = Words::apart($telling->core($ours), $telling->core($theirs));
            if ($only === [] || $facing === [] || count($only) > 3 || count($facing) > 3) {
                continue;
            }
            [$inText, $facingInText] = [array_intersect($only, $a->words), array_intersect($facing, $b->words)];
            if ($inText === [] || $facingInText === [] || array_intersect($inText, $b->words) !== [] || array_intersect($facingInText, $a->words) !== []) {
                continue;
            }
            $rest = Shingles::likeness(Shingles::of(array_values(array_diff($a->words, $only))), Shingles::of(array_values(array_diff($b->words, $facing))));
            if ($rest >= 0.95) {
                return new self('word', implode(' ', $only), implode(' ', $facing));
            }
        }

        return null;
    }

    public function words(): string
    {
        return match (true) {
            $this->ours === '' => "“{$this->theirs}” on the other alone",
            $this->theirs === '' => "“{$this->ours}” on this one alone",
            default => "“{$this->ours}” against “{$this->theirs}”",
        };
    }

    /** @return array<string, string> */
    private static function called(Identity $page, TellingWords $telling): array
    {
        return $telling->in(implode("\n", [$page->title, implode(' ', $telling->core($page->h1)) === '' ? '' : $page->h1, $page->name]), true);
    }

    /** Whether two words stand in lines that are alike but for them: "Socket E27" and "Socket E14", also where label and value are lines of their own. */
    private static function standAlike(string $word, string $facing, Identity $a, Identity $b): bool
    {
        $contexts = self::contexts($word, $a->lines);

        return $contexts !== [] && array_intersect($contexts, self::contexts($facing, $b->lines)) !== [];
    }

    /**
     * @param  list<string>  $lines
     * @return list<string> what stands around the word: the line without it, with the line before where it stands alone
     */
    private static function contexts(string $word, array $lines): array
    {
        $contexts = [];
        foreach ($lines as $i => $line) {
            $plain = mb_strtolower($line);
            $bare = str_replace([' ', ',', '×'], ['', '.', 'x'], $plain);
            if (! str_contains($plain, $word) && ! str_contains($bare, $word)) {
                continue;
            }
            $around = str_contains($plain, $word) ? str_replace($word, '', $plain) : str_replace($word, '', $bare);
            // A figure's unit may be written with or without a space.
            $around = trim((string) preg_replace('/[\d.,]+|\s+/', ' ', $around));
            $contexts[] = mb_strlen($around) < 3 ? mb_strtolower($lines[$i - 1] ?? '').'|' : $around;
        }

        return $contexts;
    }
}
