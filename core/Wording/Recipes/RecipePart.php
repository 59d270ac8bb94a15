<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Recipes;

use InvalidArgumentException;

/** What stays or drops out of a recipe's text together: words and facts, in their order. */
final readonly class RecipePart
{
    public const MOST_PIECES = 10;

    /**
     * @param  list<string|FactUse>  $pieces  words and facts; spaces are put where they would run together
     * @param  int  $rank  0 stays; of the others the highest drops out first where the text is cut off, 1 to 9
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function __construct(public array $pieces, public int $rank = 0)
    {
        if ($rank < 0 || $rank > 9) {
            throw new InvalidArgumentException("Rank $rank of a recipe's part is outside 0 to 9.");
        }
        if (count($pieces) > self::MOST_PIECES) {
            throw new InvalidArgumentException('A part has at most '.self::MOST_PIECES.' pieces.');
        }
        $holds = false;
        foreach ($pieces as $piece) {
            $holds = $holds || $piece instanceof FactUse || trim($piece) !== '';
            if (is_string($piece) && mb_strlen($piece) > 200) {
                throw new InvalidArgumentException('The words of one recipe part are longer than 200 characters.');
            }
        }
        if (! $holds) {
            throw new InvalidArgumentException('A part of fixed words needs words.');
        }
    }

    public static function words(string $words, int $rank = 0): self
    {
        return new self([$words], $rank);
    }

    /** @param  string  $before  words that lead over to the fact, and go where it comes first or is lacking */
    public static function fact(string $fact, string $before = ' ', int $rank = 0): self
    {
        return new self(trim($before) === '' ? [new FactUse([$fact])] : [$before, new FactUse([$fact])], $rank);
    }

    /** @return list<FactUse> */
    public function uses(): array
    {
        return array_values(array_filter($this->pieces, static fn (mixed $piece): bool => $piece instanceof FactUse));
    }
}
