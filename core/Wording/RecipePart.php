<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

use InvalidArgumentException;

/** One part of a recipe: fixed words, or a fact of the page. */
final readonly class RecipePart
{
    /**
     * @param  ?string  $fact  name of the fact; null for fixed words
     * @param  string  $words  the fixed words; for a fact what is put before it, unless it comes first; spaces are put where pieces would run together
     * @param  int  $rank  0 stays always; of the others the highest drops out first when the text is cut off
     */
    private function __construct(public ?string $fact, public string $words, public int $rank)
    {
        if ($rank < 0 || $rank > 9) {
            throw new InvalidArgumentException("Rank $rank of a recipe's part is outside 0 to 9.");
        }
        if (mb_strlen($words) > 200) {
            throw new InvalidArgumentException('The words of one recipe part are longer than 200 characters.');
        }
    }

    public static function words(string $words, int $rank = 0): self
    {
        if (trim($words) === '') {
            throw new InvalidArgumentException('A part of fixed words needs words.');
        }

        return new self(null, $words, $rank);
    }

    public static function fact(string $fact, string $before = ' ', int $rank = 0): self
    {
        return new self($fact, $before, $rank);
    }

    /** @return array{fact: ?string, words: string, rank: int} */
    public function toArray(): array
    {
        return ['fact' => $this->fact, 'words' => $this->words, 'rank' => $this->rank];
    }
}
