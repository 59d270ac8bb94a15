<?php

declare(strict_types=1);

namespace App\Write\Recipes;

/** What a recipe makes of one page, while it is being built. */
final readonly class RecipeSample
{
    /**
     * @param  string  $shown  the text with what the theme adds; empty where the page lacks the facts
     * @param  int  $pixels  its width
     * @param  int  $room  pixels of the slot
     * @param  float  $worth  what the page could earn more, by which the first ones are chosen
     * @param  int  $lacking  how many facts the page lacks
     * @param  string  $why  why it is among those shown
     */
    public function __construct(
        public string $name,
        public string $shown,
        public int $pixels,
        public int $room,
        public bool $isCut,
        public float $worth,
        public int $lacking,
        public string $why = '',
    ) {
    }

    public function because(string $why): self
    {
        return new self(
            $this->name,
            $this->shown,
            $this->pixels,
            $this->room,
            $this->isCut,
            $this->worth,
            $this->lacking,
            $why,
        );
    }
}
