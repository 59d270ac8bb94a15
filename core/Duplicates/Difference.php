<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Orchard\Core\Reasons\Reason;

/** The word or figure by which two pages that share nearly all words are told apart. */
final readonly class Difference
{
    /** @param  bool  $isInName  whether it stands in what the pages are called */
    private function __construct(
        public string $class,
        public string $ours,
        public string $theirs,
        public bool $isInName = true,
    ) {
    }

    /**
     * The telling difference of two pages; null where there is none.
     *
     * In what they are called (title, H1, name) a telling word of one that the other page has nowhere decides, and so
     * do two words of one class that face each other. In the text only two of one class that face each other decide,
     * each missing from the other's text: a page may well mention something that its twin leaves out.
     */
    public static function between(Reading $a, Reading $b): ?self
    {
        [$ours, $theirs] = [$a->called(), $b->called()];
        [$onlyOurs, $onlyTheirs] = [array_diff_key($ours, $theirs), array_diff_key($theirs, $ours)];
        foreach ($onlyOurs as $word => $class) {
            $facing = array_search($class, $onlyTheirs, true);
            if ($facing !== false) {
                return new self($class, (string) $word, (string) $facing);
            }
        }
        [$ourText, $theirText] = [$a->inText(), $b->inText()];
        foreach (
            [[$onlyOurs, $theirText, $b, true], [$onlyTheirs, $ourText, $a, false]] as [$only, $text, $other, $isOurs]
        ) {
            foreach ($only as $word => $class) {
                if (! isset($text[$word]) && ! $other->says((string) $word)) {
                    return $isOurs ? new self($class, (string) $word, '') : new self($class, '', (string) $word);
                }
            }
        }
        foreach (array_diff_key($ourText, $theirText, $theirs) as $word => $class) {
            foreach (array_keys(array_diff_key($theirText, $ourText, $ours), $class, true) as $facing) {
                // Lines that are alike but for the two: "Socket E27" and "Socket E14".
                if (array_intersect($a->contexts((string) $word), $b->contexts((string) $facing)) !== []) {
                    return new self($class, (string) $word, (string) $facing, false);
                }
            }
        }

        return null;
    }

    /**
     * The words by which a template's pages are told apart, such as a place: in what they are called one word stands
     * for another, and in the text too, and nothing else differs.
     */
    public static function bySubstitution(Identity $a, Identity $b, TellingWords $telling): ?self
    {
        foreach ([[$a->h1, $b->h1], [$a->title, $b->title], [$a->name, $b->name]] as [$ours, $theirs]) {
            [$only, $facing] = Words::apart($telling->core($ours), $telling->core($theirs));
            if ($only === [] || $facing === [] || count($only) > 3 || count($facing) > 3) {
                continue;
            }
            [$inText, $facingInText] = [array_intersect($only, $a->words), array_intersect($facing, $b->words)];
            if (
                $inText === [] ||
                $facingInText === [] ||
                array_intersect($inText, $b->words) !== [] ||
                array_intersect($facingInText, $a->words) !== []
            ) {
                continue;
            }
            $rest = Shingles::likeness(
                Shingles::of(array_values(array_diff($a->words, $only))),
                Shingles::of(array_values(array_diff($b->words, $facing))),
            );
            if ($rest >= 0.95) {
                return new self('word', implode(' ', $only), implode(' ', $facing));
            }
        }

        return null;
    }

    /** As a reason of a type that names both words. */
    public function reason(PairReason $type): Reason
    {
        return new Reason($type, [$this->ours, $this->theirs]);
    }
}
