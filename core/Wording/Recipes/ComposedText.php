<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Recipes;

/** What a recipe made of one page. */
final readonly class ComposedText
{
    /**
     * @param  string  $text  empty where the page has none of the facts that the recipe asks for
     * @param  list<int>  $dropped  ranks that had to go, in the order in which they went
     * @param  bool  $fits  whether the shown text is whole in the slot
     */
    public function __construct(public string $text, public array $dropped, public bool $fits)
    {
    }
}
