<?php

declare(strict_types=1);

namespace Orchard\Core\Text;

/** A text as it stands in a slot: what is shown, and what was cut. */
final readonly class FittedText
{
    /**
     * @param  list<string>  $lines  as drawn; the last ends with "…" where the text was cut
     * @param  string  $lost  the part of the text that is not shown; empty where all is
     * @param  float  $lostPixels  width of the lost part at the slot's size
     */
    public function __construct(public array $lines, public string $lost, public float $lostPixels)
    {
    }

    public function isCut(): bool
    {
        return $this->lost !== '';
    }

    public function shown(): string
    {
        return implode("\n", $this->lines);
    }

    public function lostWords(): int
    {
        return $this->lost === '' ? 0 : count(preg_split('/\s+/u', trim($this->lost), -1, PREG_SPLIT_NO_EMPTY) ?: []);
    }
}
