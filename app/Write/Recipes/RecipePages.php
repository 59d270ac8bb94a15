<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Stores\Kinds\PageKind;
use InvalidArgumentException;

/** Which pages a recipe writes for: those of a kind, narrowed by market, collection, facts and lead term. */
final readonly class RecipePages
{
    /** Facts that may narrow one recipe. */
    public const MOST_FACTS = 5;

    /**
     * @param  ?int  $market  null for all markets
     * @param  ?int  $collection  the resource of a collection; null for products of any
     * @param  list<array{name: string, how: string, value: string}>  $facts  how: is, not, has or lacks
     * @param  string  $lead  "with" or "without" a lead term; empty where it does not matter
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function __construct(
        public PageKind $kind,
        public ?int $market = null,
        public ?int $collection = null,
        public array $facts = [],
        public string $lead = '',
    ) {
        if (count($facts) > self::MOST_FACTS) {
            throw new InvalidArgumentException('A recipe is narrowed by at most '.self::MOST_FACTS.' facts.');
        }
    }

    public static function fromJson(PageKind $kind, string $json): self
    {
        return self::of($kind, (array) json_decode($json, true));
    }

    /** @param  array<array-key, mixed>  $given  as a form or a store has it; what makes no sense is left out */
    public static function of(PageKind $kind, array $given): self
    {
        $number = static fn (string $key): ?int => is_numeric($given[$key] ?? null) && (int) $given[$key] > 0
            ? (int) $given[$key]
            : null;
        $facts = [];
        foreach ((array) ($given['facts'] ?? []) as $fact) {
            $text = static fn (string $key): string => is_array($fact) && is_scalar($fact[$key] ?? null)
                ? mb_substr(trim((string) $fact[$key]), 0, 120)
                : '';
            $needsValue = in_array($text('how'), ['is', 'not'], true);
            if (
                $text('name') !== '' &&
                ($needsValue ? $text('value') !== '' : in_array($text('how'), ['has', 'lacks'], true))
            ) {
                $facts[] = ['name' => $text('name'), 'how' => $text('how'), 'value' => $text('value')];
            }
        }
        $lead = in_array($given['lead'] ?? '', ['with', 'without'], true) ? $given['lead'] : '';

        return new self($kind, $number('market'), $number('collection'), $facts, $lead);
    }

    public function toJson(): string
    {
        return json_encode(
            [
                'market' => $this->market,
                'collection' => $this->collection,
                'facts' => $this->facts,
                'lead' => $this->lead,
            ],
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE,
        );
    }

    /** @param  ?array<int, true>  $ofCollection  resources of its collection; null where none is asked for */
    public function hold(RecipePage $page, ?array $ofCollection): bool
    {
        if (
            $page->kind !== $this->kind ||
            ($this->market !== null && $page->marketId !== $this->market) ||
            ($ofCollection !== null && ! isset($ofCollection[$page->resourceId])) ||
            ($this->lead !== '' && ($this->lead === 'with') !== (($page->facts['lead'] ?? '') !== ''))
        ) {
            return false;
        }
        foreach ($this->facts as $fact) {
            $value = mb_strtolower(trim($page->facts[$fact['name']] ?? ''));
            $wanted = mb_strtolower($fact['value']);
            $holds = match ($fact['how']) {
                'is' => $value === $wanted,
                'not' => $value !== $wanted,
                'has' => $value !== '',
                default => $value === '',
            };
            if (! $holds) {
                return false;
            }
        }

        return true;
    }

    /** @param  array<int, string>  $markets  names by id */
    public function words(array $markets, string $collection): string
    {
        $words = [$this->kind->plural()];
        if ($this->market !== null) {
            $words[] = 'in '.($markets[$this->market] ?? 'a market that is no more');
        }
        if ($this->collection !== null) {
            $words[] = 'of “'.($collection === '' ? 'a collection that is no more' : $collection).'”';
        }
        foreach ($this->facts as $fact) {
            $label = mb_strtolower(RecipeFacts::label($fact['name']));
            $words[] = match ($fact['how']) {
                'is' => "whose $label is “{$fact['value']}”",
                'not' => "whose $label is not “{$fact['value']}”",
                'has' => "with $label",
                default => "without $label",
            };
        }
        if ($this->lead !== '') {
            $words[] = "$this->lead a lead term";
        }

        return implode(' ', $words);
    }
}
