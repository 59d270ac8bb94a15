<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Recipes;

use InvalidArgumentException;
use Orchard\Core\Text\Ruler;

/**
 * Makes a text from page facts: ordered parts, of which those with the highest rank drop out first while what would
 * be shown is cut off in the slot. Parts of one rank drop together. A fact without a value takes its part with it.
 */
final readonly class Recipe
{
    /** Signs that join two pieces; none of them may begin or end a text, or stand twice. */
    private const JOINT = ',;:|–—·&+/-';

    /**
     * @param  list<RecipePart>  $parts  1 to 20
     *
     * @throws InvalidArgumentException where there are none, or more
     */
    public function __construct(public array $parts)
    {
        if ($parts === [] || count($parts) > 20) {
            throw new InvalidArgumentException('A recipe has 1 to 20 parts; this one has '.count($parts).'.');
        }
    }

    /** @return list<string> names of all facts that it may use */
    public function facts(): array
    {
        $names = [];
        foreach ($this->parts as $part) {
            foreach ($part->uses() as $use) {
                array_push($names, ...$use->names);
                // A price is written in the currency that its page names.
                array_push(
                    $names,
                    ...in_array($use->style, [FactStyle::Money, FactStyle::Whole], true) ? ['currency'] : [],
                );
            }
        }

        return array_values(array_unique($names));
    }

    /**
     * Facts that the recipe asks for and a page does not have.
     *
     * @param  array<string, string>  $facts
     * @return list<string>
     */
    public function lacking(array $facts): array
    {
        $lacking = [];
        foreach ($this->parts as $part) {
            foreach ($part->uses() as $use) {
                if ($use->isLacking($facts)) {
                    $lacking[] = $use->names[0];
                }
            }
        }

        return $lacking;
    }

    /** @param  array<string, string>  $facts */
    public function compose(array $facts, RecipeTarget $target, Ruler $ruler): ComposedText
    {
        $left = $this->filled($facts, $target);
        if (array_filter($left, static fn (array $part): bool => $part['tells']) === []) {
            // Nothing of the page itself: the same words on every page would only make duplicates.
            return new ComposedText('', [], true);
        }
        $dropped = [];
        while (true) {
            $text = self::join($left, $target);
            if (! $ruler->fit($text.$target->suffix, $target->slot)->isCut()) {
                return new ComposedText($text, $dropped, true);
            }
            $highest = array_reduce($left, static fn (int $most, array $part): int => max($most, $part['rank']), 0);
            if ($highest === 0) {
                return new ComposedText($text, $dropped, false);
            }
            $dropped[] = $highest;
            $left = array_values(array_filter($left, static fn (array $part): bool => $part['rank'] !== $highest));
            if (array_filter($left, static fn (array $part): bool => $part['tells']) === []) {
                return new ComposedText('', $dropped, true);
            }
        }
    }

    /**
     * Parts whose facts the page has, with their words.
     *
     * @param  array<string, string>  $facts
     * @return list<array{rank: int, isFirst: bool, tells: bool, pieces: list<array{string, bool}>}>
     *     tells: whether it holds a fact; pieces: words, and whether they are a fact's
     */
    private function filled(array $facts, RecipeTarget $target): array
    {
        $filled = [];
        foreach ($this->parts as $place => $part) {
            $pieces = [];
            $tells = false;
            foreach ($part->pieces as $piece) {
                $words = is_string($piece) ? $piece : $piece->render($facts, $target);
                if (! is_string($piece) && $words === '') {
                    continue 2;
                }
                $tells = $tells || (! is_string($piece) && ! $piece->isLacking($facts));
                $pieces[] = [$words, ! is_string($piece)];
            }
            $filled[] = ['rank' => $part->rank, 'isFirst' => $place === 0, 'tells' => $tells, 'pieces' => $pieces];
        }

        return $filled;
    }

    /** @param  list<array{rank: int, isFirst: bool, tells: bool, pieces: list<array{string, bool}>}>  $parts */
    private static function join(array $parts, RecipeTarget $target): string
    {
        $text = '';
        foreach ($parts as $part) {
            if ($target->saysOnce && self::isSaid($text.' '.$target->suffix, $part['pieces'])) {
                continue;
            }
            foreach ($part['pieces'] as $nth => [$words, $isFact]) {
                // Words that led over from a part that is not there: "in brass" becomes "brass".
                $leadsOver = $text === '' && $nth === 0 && ! $isFact && ! $part['isFirst'] && count($part['pieces']) > 1;
                if (! $leadsOver || preg_match('/^\s*[\p{Lu}\p{Lo}\p{N}]/u', $words) === 1) {
                    $text = self::glue($text, $isFact ? str_replace('~', "\u{e000}", $words) : $words);
                }
            }
        }

        return Ruler::collapse(self::withoutLooseJoints(str_replace(['~', "\u{e000}"], ['', '~'], $text)));
    }

    /**
     * Whether all facts of a part stand in the text already, as whole words: the maker in the name, the brand in what
     * the theme adds. Numbers do not count: 5 arms are not 5 bulbs.
     *
     * @param  list<array{string, bool}>  $pieces
     */
    private static function isSaid(string $text, array $pieces): bool
    {
        $isSaid = false;
        foreach ($pieces as [$words, $isFact]) {
            if (! $isFact) {
                continue;
            }
            if (
                preg_match('/\p{L}{2}/u', $words) !== 1 ||
                preg_match('~(?<![\p{L}\p{N}])'.preg_quote($words, '~').'(?![\p{L}\p{N}])~ui', $text) !== 1
            ) {
                return false;
            }
            $isSaid = true;
        }

        return $isSaid;
    }

    /**
     * Puts a space between two pieces that would run together: "Lamp" and "by", but not "Lamp" and ", free". A tilde
     * joins without one: "Messing" and "~lampe".
     */
    private static function glue(string $text, string $piece): string
    {
        $touch =
            $text !== '' &&
            $piece !== '' &&
            preg_match('#[\s([{/“‘„«~-]$#u', $text) !== 1 &&
            preg_match('#^[\s,.;:!?)\]}/”’»%~-]#u', $piece) !== 1;

        return $text.($touch ? ' ' : '').$piece;
    }

    private static function withoutLooseJoints(string $text): string
    {
        $joint = '['.preg_quote(self::JOINT, '~').']';
        // A sign counts as a joint where it stands by itself; a hyphen within a word, or 3/4, does not.
        $text = (string) preg_replace(
            "~\\s*[,;:](?=\\s*[,;:])|(?<=\\s)$joint+\\s+(?=$joint+(?:\\s|$))|[,;:](?=\\s+$joint+(?:\\s|$))~u",
            '',
            $text,
        );

        return (string) preg_replace("~^\\s*(?:$joint+(?:\\s+|$))+|(?:\\s+$joint+|[,;:])+\\s*$~u", '', $text);
    }
}
