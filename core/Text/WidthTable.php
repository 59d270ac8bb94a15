<?php

declare(strict_types=1);

namespace Orchard\Core\Text;

/**
 * Horizontal advances and kerning of the font that result cards are drawn in, in units of 1/unitsPerEm em.
 *
 * Made from the font file by tools/make-widths.mjs; the browser script reads the same table.
 * Code points without a glyph: nothing for combining marks and format characters, 1 em for those that
 * UAX 11 calls wide (and emoji), the font's average advance for all others.
 */
final class WidthTable
{
    /** @var array<int, int> answers already worked out, by code point */
    private array $known = [];

    /**
     * @param  array<int, int>  $advances  by code point
     * @param  array<int, array<int, int>>  $kerning  by left, then right code point
     * @param  list<array{int, int}>  $wide  ranges, both ends included
     * @param  list<array{int, int}>  $zero  ranges, both ends included
     */
    private function __construct(
        public readonly int $unitsPerEm,
        private readonly int $average,
        private readonly array $advances,
        private readonly array $kerning,
        private readonly array $wide,
        private readonly array $zero,
    ) {
    }

    /** @throws \JsonException when the text is not the JSON that tools/make-widths.mjs writes */
    public static function fromJson(string $json): self
    {
        /**
         * @var array{unitsPerEm: int, average: int, advances: array<int, int>, kerning: array<int, array<int, int>>,
         *     wide: list<array{int, int}>, zero: list<array{int, int}>} $table
         */
        $table = json_decode($json, true, 8, JSON_THROW_ON_ERROR);

        return new self(
            $table['unitsPerEm'],
            $table['average'],
            $table['advances'],
            $table['kerning'],
            $table['wide'],
            $table['zero'],
        );
    }

    /** Advance of one code point, in units. */
    public function advance(int $point): int
    {
        return $this->known[$point] ??= match (true) {
            isset($this->advances[$point]) => $this->advances[$point],
            self::within($point, $this->zero) => 0,
            self::within($point, $this->wide) => $this->unitsPerEm,
            default => $this->average,
        };
    }

    /** What is added between two neighbours, in units; negative where they move together. */
    public function kerning(int $left, int $right): int
    {
        return $this->kerning[$left][$right] ?? 0;
    }

    /** Whether the font itself draws this code point. */
    public function draws(int $point): bool
    {
        return isset($this->advances[$point]);
    }

    /** @param  list<array{int, int}>  $ranges */
    private static function within(int $point, array $ranges): bool
    {
        foreach ($ranges as [$from, $to]) {
            if ($point <= $to) {
                return $point >= $from;
            }
        }

        return false;
    }
}
