<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Recipes;

use InvalidArgumentException;

/**
 * A recipe as flat rows, as forms and stores have it: each row fixed words, or words and the fact that they lead over
 * to; a row stands by itself or goes together with the one above.
 */
final class RecipeRows
{
    /**
     * @param  iterable<mixed>  $rows  each with words, fact, or (list of further facts), otherwise, style, one, many,
     *                                 rank, together; all may be absent
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public static function read(iterable $rows): Recipe
    {
        $parts = [];
        foreach ($rows as $row) {
            if (! is_array($row)) {
                continue;
            }
            $pieces = self::pieces($row);
            $rank = is_numeric($row['rank'] ?? null) ? (int) $row['rank'] : 0;
            if ($pieces === []) {
                continue;
            }
            if ((bool) ($row['together'] ?? false) && $parts !== []) {
                $last = array_pop($parts);
                $parts[] = ['rank' => $last['rank'], 'pieces' => self::joined($last['pieces'], $pieces)];
            } else {
                $parts[] = ['rank' => $rank, 'pieces' => $pieces];
            }
        }

        return new Recipe(
            array_map(static fn (array $part): RecipePart => new RecipePart($part['pieces'], $part['rank']), $parts),
        );
    }

    /**
     * @return list<array{words: string, fact: string, or: list<string>, otherwise: string, style: string, one: string,
     *     many: string, rank: int, together: bool}>
     */
    public static function write(Recipe $recipe): array
    {
        $rows = [];
        foreach ($recipe->parts as $part) {
            $words = '';
            $isFirst = true;
            foreach ($part->pieces as $nth => $piece) {
                if (is_string($piece) && ($part->pieces[$nth + 1] ?? null) instanceof FactUse) {
                    $words = $piece;

                    continue;
                }
                $rows[] = self::row($words, $piece, $part->rank, ! $isFirst);
                $words = '';
                $isFirst = false;
            }
        }

        return $rows;
    }

    /**
     * @return array{words: string, fact: string, or: list<string>, otherwise: string, style: string, one: string,
     *     many: string, rank: int, together: bool}
     */
    private static function row(string $words, string|FactUse $piece, int $rank, bool $together): array
    {
        $use = is_string($piece) ? null : $piece;

        return [
            'words' => is_string($piece) ? $piece : $words,
            'fact' => $use->names[0] ?? '',
            'or' => array_slice($use->names ?? [], 1),
            'otherwise' => $use->otherwise ?? '',
            'style' => $use === null ? '' : $use->style->value,
            'one' => $use->one ?? '',
            'many' => $use->many ?? '',
            'rank' => $rank,
            'together' => $together,
        ];
    }

    /**
     * @param  array<array-key, mixed>  $row
     * @return list<string|FactUse>
     */
    private static function pieces(array $row): array
    {
        $text = static fn (string $key): string => is_scalar($row[$key] ?? null) ? (string) $row[$key] : '';
        $words = trim($text('words')) === '' ? [] : [$text('words')];
        if ($text('fact') === '') {
            return $words;
        }
        $more = array_filter(
            (array) ($row['or'] ?? []),
            static fn (mixed $name): bool => is_string($name) && $name !== '',
        );
        $style = FactStyle::tryFrom($text('style')) ?? FactStyle::AsIs;
        $isCounted = $style === FactStyle::Counted;

        return [
            ...$words,
            new FactUse(
                array_values(array_unique([$text('fact'), ...$more])),
                $text('otherwise'),
                $style,
                $isCounted ? $text('one') : '',
                $isCounted ? $text('many') : '',
            ),
        ];
    }

    /**
     * @param  list<string|FactUse>  $above
     * @param  list<string|FactUse>  $pieces
     * @return list<string|FactUse> words beside words as one
     */
    private static function joined(array $above, array $pieces): array
    {
        $last = end($above);
        $first = $pieces[0] ?? null;
        if (is_string($last) && is_string($first)) {
            array_pop($above);
            $pieces[0] = rtrim($last).' '.ltrim($first);
        }

        return [...$above, ...$pieces];
    }
}
