<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Recipes;

use InvalidArgumentException;

/** A fact of the page where a recipe asks for it: what stands in where it is lacking, and how it is written. */
final readonly class FactUse
{
    public const MOST_NAMES = 5;

    /**
     * @param  list<string>  $names  1 to 5 facts; the first that the page has is taken
     * @param  string  $otherwise  words for pages that have none of them; empty to leave the part out
     * @param  string  $one  the word behind a count of one, where the style is Counted
     * @param  string  $many  the word behind any other count
     *
     * @throws InvalidArgumentException where there are too many names, or a word is too long
     */
    public function __construct(
        public array $names,
        public string $otherwise = '',
        public FactStyle $style = FactStyle::AsIs,
        public string $one = '',
        public string $many = '',
    ) {
        if ($names === [] || count($names) > self::MOST_NAMES) {
            throw new InvalidArgumentException('A recipe asks for 1 to '.self::MOST_NAMES.' facts in one place.');
        }
        foreach ($names as $name) {
            if (trim($name) === '' || trim($name) !== $name || mb_strlen($name) > 40) {
                throw new InvalidArgumentException("“{$name}” is no name of a fact: it has 1 to 40 characters.");
            }
        }
        if (mb_strlen($otherwise) > 200 || mb_strlen($one) > 60 || mb_strlen($many) > 60) {
            throw new InvalidArgumentException('Words that stand in for a fact are longer than 200 characters.');
        }
        if (($style === FactStyle::Counted) !== (trim($one) !== '' && trim($many) !== '')) {
            throw new InvalidArgumentException('A counted fact needs its word for one and its word for many.');
        }
    }

    /**
     * What stands in the text; empty where the page has none of the facts and nothing stands in.
     *
     * @param  array<string, string>  $facts
     */
    public function render(array $facts, RecipeTarget $target): string
    {
        foreach ($this->names as $name) {
            $value = trim($facts[$name] ?? '');
            if ($value !== '') {
                return $target->style($this, $value, trim($facts['currency'] ?? ''));
            }
        }

        return $this->otherwise;
    }

    /** @param  array<string, string>  $facts */
    public function isLacking(array $facts): bool
    {
        return array_filter($this->names, static fn (string $name): bool => trim($facts[$name] ?? '') !== '') === [];
    }
}
