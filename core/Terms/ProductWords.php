<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/**
 * The words of a store's products: which products in stock a term fits, which go by that name, and which share of a
 * page's products somebody who types the term would buy.
 */
final class ProductWords
{
    /** A word that stands in names alone belongs to so few of all products at most, or to five. */
    private const OWN_SHARE = 0.1;

    /** @var array<string, array<int, true>> products by the form of a word of their name or facts */
    private array $having = [];

    /** @var array<string, array<int, true>> products by the form of a word of their name */
    private array $named = [];

    /** @var array<int, string> names as they are written, folded, between blanks */
    private array $written = [];

    /** @var array<int, float> prices of products in stock */
    private array $prices = [];

    /** @var array<int, true> */
    private array $inStock = [];

    /** @var array<string, true> words of facts, which name no single product */
    private array $facts = [];

    /** @var array<string, true> makers' names, folded */
    private array $makers = [];

    private int $products = 0;

    /** @var ?array{float, float} a third of the products costs less than the first, a third more than the second */
    private ?array $thirds = null;

    /** @var ?array{string, list<string>} the term that was read last, with its forms */
    private ?array $lastTold = null;

    /** @var ?array{string, ?array{float, float}} the same with its bounds of a price */
    private ?array $lastBound = null;

    public function __construct(private readonly string $language)
    {
    }

    public function add(SoldProduct $product): void
    {
        $this->products++;
        $id = $product->id;
        $this->written[$id] = self::written($product->name);
        foreach ($this->forms($product->name) as $form) {
            $this->named[$form][$id] = true;
            $this->having[$form][$id] = true;
        }
        foreach ([...$product->facts, $product->maker] as $value) {
            foreach ($this->forms($value) as $form) {
                $this->having[$form][$id] = true;
                $this->facts[$form] = true;
            }
        }
        if ($product->maker !== '') {
            $this->makers[implode(' ', $this->forms($product->maker, sort: false))] = true;
        }
        if ($product->inStock) {
            $this->inStock[$id] = true;
            $product->price === null || ($this->prices[$id] = $product->price);
        }
        $this->thirds = null;
        $this->lastTold = $this->lastBound = null;
    }

    public function isEmpty(): bool
    {
        return $this->having === [];
    }

    /** @return list<string> */
    public function makers(): array
    {
        return array_map(strval(...), array_keys($this->makers));
    }

    /**
     * What the products tell of a term: how many have all its words, how many go by its name, whether it names a maker.
     *
     * @param  array<string, float>  $seen  impressions by kind of page
     * @param  array<string, int>  $results  first results by kind of page
     */
    public function evidence(string $normal, bool $ownBrand, array $seen = [], array $results = []): TermEvidence
    {
        $forms = $this->telling($normal);
        $plain = ' '.implode(' ', $this->forms($normal, sort: false)).' ';
        $maker = null;
        foreach ($this->makers as $name => $_) {
            if (str_contains($plain, " $name ")) {
                $maker = $name;
                break;
            }
        }
        $makerForms = $maker === null ? [] : explode(' ', $maker);
        $beyond = array_values(array_diff($forms, $makerForms));
        $with = $this->isEmpty() ? null : $this->with($forms);
        $named = $with === null ? 0 : $this->named($normal, $forms, $beyond);

        return new TermEvidence(
            $seen,
            $results,
            $with === null ? null : count($with),
            $named,
            $ownBrand,
            $maker !== null,
            $beyond,
        );
    }

    /**
     * How many products go by a name that the term says: all of it, or a word of it that belongs to this product alone.
     * Names are said as they are written; "winter sleeping bags" asks for no "Winter Sleeping Bag".
     *
     * @param  list<string>  $forms
     * @param  list<string>  $beyond  without the maker's name
     */
    private function named(string $normal, array $forms, array $beyond): int
    {
        $own = array_filter($beyond, $this->isOwnName(...));
        $all = count($beyond) > 1 || $own !== [] ? $this->with($forms, anyStock: true) : [];
        if ($all === [] || count($all) > 50) {
            return 0;
        }
        $words = explode(' ', trim(self::written($normal)));
        $whole = $single = 0;
        foreach ($all as $id) {
            $same = array_filter($words, fn (string $word): bool => str_contains($this->written[$id], " $word "));
            $lacking = array_filter(
                $words,
                fn (string $word): bool => ! str_contains($this->written[$id], " $word ") &&
                    isset($this->named[Inflection::form($word, $this->language)][$id]),
            );
            if ($lacking === []) {
                $whole += count($same) === count(explode(' ', trim($this->written[$id]))) ? 1 : 0;
                $single++;
            }
        }

        return $whole > 0 ? 1 : ($single === 1 && count($all) === 1 && $own !== [] ? 1 : 0);
    }

    private static function written(string $text): string
    {
        return ' '.
            implode(
                ' ',
                array_map(
                    static fn (string $word): string => str_replace("'", '', TermForm::fold($word)),
                    TermForm::words(TermForm::normal($text)),
                ),
            ).
            ' ';
    }

    /** Whether a word names products instead of telling what they are. */
    private function isOwnName(string $form): bool
    {
        return isset($this->named[$form]) &&
            ! isset($this->facts[$form]) &&
            mb_strlen($form) > 2 &&
            ! DescribingWords::isFree($form) &&
            ! DescribingWords::isMaterial($form) &&
            count($this->named[$form]) <= max(5, self::OWN_SHARE * $this->products);
    }

    /**
     * Which share of a page's products satisfies all that a term says of what it wants. Words that the store has
     * nowhere
     * are told apart: a store without rattan lamps has no page for them.
     *
     * @param  list<int>  $products  of the page
     */
    public function fit(string $normal, array $products): BuyerFit
    {
        $asked = $known = $unknown = [];
        foreach ($this->telling($normal) as $form) {
            if (isset($this->having[$form])) {
                $known[] = $form;
            } else {
                $unknown[] = $form;
            }
        }
        $bound = $this->priceBound($normal);
        $stocked = array_values(array_filter($products, fn (int $id): bool => isset($this->inStock[$id])));
        if ($stocked === []) {
            return new BuyerFit(0, 0, $unknown, $asked);
        }
        $each = [];
        foreach ($known as $form) {
            $each[$form] = 0;
        }
        $all = 0;
        foreach ($stocked as $id) {
            $has = true;
            foreach ($known as $form) {
                if (isset($this->having[$form][$id])) {
                    $each[$form]++;
                } else {
                    $has = false;
                }
            }
            $price = $this->prices[$id] ?? null;
            if ($has && ($bound === null || ($price !== null && $price >= $bound[0] && $price <= $bound[1]))) {
                $all++;
            }
        }
        $lacking = array_keys(array_filter($each, static fn (int $have): bool => $have < count($stocked) / 5));

        return new BuyerFit($all, count($stocked), $unknown, array_map(strval(...), $lacking));
    }

    /**
     * @param  list<string>  $forms
     * @return list<int> products in stock that have all of them
     */
    public function with(array $forms, bool $anyStock = false): array
    {
        if ($forms === []) {
            return [];
        }
        $lists = [];
        foreach ($forms as $form) {
            if (! isset($this->having[$form])) {
                return [];
            }
            $lists[] = $this->having[$form];
        }
        usort($lists, static fn (array $a, array $b): int => count($a) <=> count($b));
        $found = [];
        foreach ($lists[0] as $id => $_) {
            if (! $anyStock && ! isset($this->inStock[$id])) {
                continue;
            }
            foreach ($lists as $list) {
                if (! isset($list[$id])) {
                    continue 2;
                }
            }
            $found[] = $id;
        }

        return $found;
    }

    /**
     * The forms of a term's words that say what is wanted: without articles, prices, and words that ask to buy.
     *
     * @return list<string>
     */
    public function telling(string $normal): array
    {
        // One term is held against many pages in turn.
        if ($this->lastTold === null || $this->lastTold[0] !== $normal) {
            $this->lastTold = [$normal, $this->read($normal)];
        }

        return $this->lastTold[1];
    }

    /** @return list<string> */
    private function read(string $normal): array
    {
        $said = (string) preg_replace(self::PRICE, ' ', TermForm::fold($normal));

        $forms = array_values(
            array_filter(
                $this->forms($said),
                static fn (string $form): bool => ! isset(self::BUYING[$form]) && ! SilentWords::has($form),
            ),
        );
        // Who types lamp shade is answered by lampshades, where the store writes them so.
        $joined = [];
        for ($i = 0, $count = count($forms); $i < $count; $i++) {
            $both = $forms[$i].($forms[$i + 1] ?? '');
            if (
                isset($forms[$i + 1], $this->having[$both]) &&
                ! isset($this->having[$forms[$i]], $this->having[$forms[$i + 1]])
            ) {
                $joined[] = $both;
                $i++;
            } else {
                $joined[] = $forms[$i];
            }
        }

        return $joined;
    }

    /** Words that ask to buy, or to pay little, and say nothing of the thing. */
    private const BUYING = [
        'buy' => 1,
        'best' => 1,
        'cheap' => 1,
        'online' => 1,
        'shop' => 1,
        'sale' => 1,
        'near' => 1,
        'me' => 1,
        'uk' => 1,
        'usa' => 1,
        'luxury' => 1,
        'affordable' => 1,
        'budget' => 1,
        'premium' => 1,
        'store' => 1,
        'price' => 1,
        'kauf' => 1,
        'kaufen' => 1,
        'gunstig' => 1,
        'billig' => 1,
        'ohne' => 1,
        'beste' => 1,
        'pas' => 1,
        'cher' => 1,
        'acheter' => 1,
        'comprar' => 1,
        'barato' => 1,
        'barata' => 1,
    ];

    private const PRICE =
        '/\b(?:under|below|less than|up to|unter|bis|moins de|menos de|'.
        'hasta)\s+[£$€]?\s?(\d+)(?:\s?(?:euros?|pounds?|dollars?|eur|gbp|usd|[£$€]))?/u';

    /** @return ?array{float, float} the lowest and the highest price that a term asks for */
    private function priceBound(string $normal): ?array
    {
        if ($this->lastBound === null || $this->lastBound[0] !== $normal) {
            $this->lastBound = [$normal, $this->readBound($normal)];
        }

        return $this->lastBound[1];
    }

    /** @return ?array{float, float} */
    private function readBound(string $normal): ?array
    {
        $folded = TermForm::fold($normal);
        if (preg_match(self::PRICE, $folded, $found) === 1) {
            return [0.0, (float) $found[1]];
        }
        if (count($this->prices) < 9) {
            return null;
        }
        if ($this->thirds === null) {
            $sorted = array_values($this->prices);
            sort($sorted);
            $this->thirds = [$sorted[intdiv(count($sorted), 3)], $sorted[intdiv(2 * count($sorted), 3)]];
        }

        return match (true) {
            preg_match(
                '/\b(cheap|budget|affordable|inexpensive|gunstige?[rsmn]?|billige?[rsmn]?|pas cher|baratos?|baratas?)\b/u',
                $folded,
            ) === 1 => [0.0, $this->thirds[0]],
            preg_match('/\b(luxury|premium|high end|designer|luxus|luxe|lujo)\b/u', $folded) === 1 => [
                $this->thirds[1],
                INF,
            ],
            default => null,
        };
    }

    /** @return list<string> */
    private function forms(string $text, bool $sort = true): array
    {
        $forms = array_map(
            fn (string $word): string => Inflection::form($word, $this->language),
            TermForm::words(TermForm::normal($text)),
        );

        return $sort ? array_values(array_unique($forms)) : $forms;
    }
}
