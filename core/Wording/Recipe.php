<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

use InvalidArgumentException;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Text\Slot;

/**
 * Makes a text from page facts: ordered parts, of which those with the highest rank drop out first while what would
 * be shown is cut off in the slot. Parts of one rank drop together. A fact without a value takes its part with it.
 */
final readonly class Recipe
{
    /** @param  list<RecipePart>  $parts 1 to 20 */
    public function __construct(private array $parts)
    {
        if ($parts === [] || count($parts) > 20) {
            throw new InvalidArgumentException('A recipe has 1 to 20 parts; this one has '.count($parts).'.');
        }
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
            if ($part->fact !== null && trim($facts[$part->fact] ?? '') === '') {
                $lacking[] = $part->fact;
            }
        }

        return $lacking;
    }

    /**
     * @param  array<string, string>  $facts
     * @param  string  $suffix  what the theme adds by itself; it takes room, too
     */
    public function compose(array $facts, string $suffix, Slot $slot, Ruler $ruler): ComposedText
    {
        $left = array_values(
            array_filter(
                $this->parts,
                static fn (RecipePart $part): bool => $part->fact === null || trim($facts[$part->fact] ?? '') !== '',
            ),
        );
        if (array_filter($left, static fn (RecipePart $part): bool => $part->fact !== null) === []) {
            // Nothing of the page itself: the same words on every page would only make duplicates.
            return new ComposedText('', [], true);
        }
        $dropped = [];
        while (true) {
            $text = self::join($left, $facts);
            if (! $ruler->fit($text.$suffix, $slot)->isCut()) {
                return new ComposedText($text, $dropped, true);
            }
            $highest = array_reduce(
                $left,
                static fn (int $highest, RecipePart $part): int => max($highest, $part->rank),
                0,
            );
            if ($highest === 0) {
                return new ComposedText($text, $dropped, false);
            }
            $dropped[] = $highest;
            $left = array_values(array_filter($left, static fn (RecipePart $part): bool => $part->rank !== $highest));
            if ($left === []) {
                return new ComposedText('', $dropped, true);
            }
        }
    }

    /**
     * @param  list<RecipePart>  $parts
     * @param  array<string, string>  $facts
     */
    private static function join(array $parts, array $facts): string
    {
        $text = '';
        foreach ($parts as $part) {
            $text = match (true) {
                $part->fact === null => self::glue($text, $part->words),
                $text === '' => trim($facts[$part->fact]),
                default => self::glue(self::glue($text, $part->words), trim($facts[$part->fact])),
            };
        }

        return Ruler::collapse($text);
    }

    /** Puts a space between two pieces that would run together: "Lamp" and "by", but not "Lamp" and ", free". */
    private static function glue(string $text, string $piece): string
    {
        $touch =
            $text !== '' &&
            $piece !== '' &&
            preg_match('#[\s(/“‘-]$#u', $text) !== 1 &&
            preg_match('#^[\s,.;:!?)/”’%-]#u', $piece) !== 1;

        return $text.($touch ? ' ' : '').$piece;
    }
}
