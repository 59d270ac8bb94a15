<?php

declare(strict_types=1);

namespace Writer;

use Normalizer;

/**
 * Writes texts from facts: a language knows phrases for what facts play which part, and in which orders they read well;
 * this puts them together within the length that is asked for.
 */
abstract class Pen
{
    /** Facts that no text is the better for. */
    private const NO_USE =
        '/^(?:id|url|slug|title|h1|text|currency|stock|in_stock|brand|store|year|season|market|rating|'.
        'reviews|number|sku|gtin|ean|demand|lead|hidden|weight_class|price|from_price|least|listed|\w*_at|almanac)$/i';

    /** What a fact is, by what shops call it. */
    private const PARTS = [
        'maker' => '/^(?:maker|manufacturer|vendor|hersteller|marke|made_by|designer)$/i',
        'material' => '/^(?:materials?|werkstoff|stoff|made_of)$/i',
        'finish' => '/^(?:finish|colou?r|farbe|oberfläche|glaze|glasur)$/i',
        'size' => '/^(?:sizes?|größe|groesse|dimensions?|maße|masse|width|height|length|diameter|breite|höhe|länge|'.
            'durchmesser|capacity|volume|inhalt)$/i',
        'room' => '/^(?:rooms?|raum|zimmer|place)$/i',
        'style' => '/^(?:style|stil|look)$/i',
        'collection' => '/^(?:collection|category|kollektion|kategorie|range|line)$/i',
        'count' => '/^(?:products|count|anzahl)$/i',
    ];

    /** @var array<string, string> facts by the part that they play */
    protected array $part = [];

    /** @var array<string, string> other facts by their label */
    protected array $other = [];

    protected string $name;

    protected string $lead;

    protected string $tone;

    private int $longest;

    private int $shortest;

    private int $alternatives;

    private bool $isTitle;

    /** @var list<string> */
    private array $use;

    /** @var list<string> */
    private array $avoid;

    /** @param  array<array-key, mixed>  $brief */
    public function __construct(array $brief)
    {
        $text = static fn (string $key): string => is_scalar($brief[$key] ?? null) ? trim((string) $brief[$key]) : '';
        $words = static fn (string $key): array => array_values(
            array_filter((array) ($brief[$key] ?? []), is_string(...)),
        );
        $this->name = $text('page');
        $this->lead = $text('lead_term');
        $this->tone = $text('tone');
        $this->isTitle = in_array($text('field'), ['title', 'h1', 'social_title'], true);
        $this->longest = max(10, (int) $text('longest'));
        $this->shortest = min((int) $text('shortest'), $this->longest - 10);
        $this->alternatives = max(1, min(10, (int) $text('alternatives')));
        $this->use = $words('use');
        $this->avoid = $words('avoid');
        foreach ((array) ($brief['facts'] ?? []) as $fact => $value) {
            is_scalar($value) && $this->sort((string) $fact, trim((string) $value));
        }
    }

    /** @return list<string> as many as were asked for, where the facts give so many */
    public function texts(): array
    {
        $texts = [];
        $turn = crc32($this->name);
        foreach ($this->isTitle ? $this->titles() : $this->descriptions() as $nth => $pieces) {
            $text = $this->joined($pieces);
            $isWanted =
                $text !== '' &&
                array_filter($this->avoid, static fn (string $word): bool => self::has($text, $word)) === [];
            $isWanted && ($texts[mb_strtolower($text)] ??= $text);
        }
        // Who knows little of a page says little: what is short is better than nothing.
        $long = array_filter($texts, fn (string $text): bool => mb_strlen($text) >= $this->shortest);
        uasort($texts, static fn (string $a, string $b): int => mb_strlen($b) <=> mb_strlen($a));
        $texts = array_values(count($long) >= min(3, $this->alternatives) ? $long : $texts);
        // Pages beside each other begin with different patterns.
        $from = $texts === [] ? 0 : $turn % min(3, count($texts));

        return array_slice([...array_slice($texts, $from), ...array_slice($texts, 0, $from)], 0, $this->alternatives);
    }

    /** @return iterable<int, list<string>> pieces of titles, what is needed first, then what goes with it */
    abstract protected function titles(): iterable;

    /** @return iterable<int, list<string>> sentences of descriptions, what is needed first */
    abstract protected function descriptions(): iterable;

    /** Small letters for a value that stands within a sentence; names keep theirs. */
    protected function within(string $part): string
    {
        $value = $this->part[$part] ?? '';

        return $part === 'maker' || $part === 'collection' || preg_match('/\p{Lu}{2}|\d/u', $value) === 1
            ? $value
            : mb_strtolower($value);
    }

    /** What names the page: the lead term where there is one, with the name unless it says the same. */
    protected function head(): string
    {
        $lead = $this->lead === '' ? '' : mb_strtoupper(mb_substr($this->lead, 0, 1)).mb_substr($this->lead, 1);

        return match (true) {
            $lead === '' || self::hasAll($this->name, $lead) => $this->name,
            self::hasAll($lead, $this->name) => $lead,
            default => trim("$lead ".self::without($this->name, $lead)),
        };
    }

    /** A name without the words that the lead term has said already; small words at its ends go with them. */
    private static function without(string $name, string $lead): string
    {
        $left = array_filter(
            preg_split('/\s+/u', $name) ?: [],
            static fn (string $word): bool => ! self::hasAll($lead, $word),
        );

        return trim(
            (string) preg_replace(
                '/^(?:in|of|by|for|the|aus|von|für)\b|\b(?:in|of|by|for|the|aus|von|für)$/iu',
                '',
                implode(' ', $left),
            ),
            ' ,–-:',
        );
    }

    /** Whether a value is already said by the page's name or lead term. */
    protected function isSaid(string $value): bool
    {
        return self::hasAll($this->name.' '.$this->lead, $value);
    }

    /** @param  list<string>  $pieces  the first stands in any case; others while there is room */
    private function joined(array $pieces): string
    {
        $text = (string) array_shift($pieces);
        foreach ($this->use as $word) {
            self::has($text.' '.implode(' ', $pieces), $word) ||
                array_unshift(
                    $pieces,
                    $this->isTitle
                        ? ', '.$word
                        : ' '.mb_strtoupper(mb_substr($word, 0, 1)).mb_substr($word, 1).'.',
                );
        }
        foreach ($pieces as $piece) {
            if ($piece !== '' && mb_strlen($text.$piece) <= $this->longest) {
                $text .= $piece;
            }
        }
        if (mb_strlen($text) <= $this->longest) {
            return $text;
        }
        $cut = mb_strrpos(mb_substr($text, 0, $this->longest + 1), ' ');

        // A name that is longer than the room is cut at a word; a description is not.
        return $this->isTitle && $cut !== false ? rtrim(mb_substr($text, 0, $cut), ' ,–:&') : '';
    }

    private function sort(string $fact, string $value): void
    {
        if ($value === '' || mb_strlen($value) > 60 || preg_match(self::NO_USE, $fact) === 1) {
            return;
        }
        // What is no word or figure of a fact is not repeated.
        if (preg_match('~[<>{}\[\]|]|://|\bignore\b|\binstructions?\b~iu', $value) === 1) {
            return;
        }
        foreach (self::PARTS as $part => $pattern) {
            if (preg_match($pattern, $fact) === 1) {
                $isBare = $part === 'size' && preg_match('/^\d+(?:[.,]\d+)?$/', $value) === 1;
                $isBare ? ($this->other[self::label($fact)] = $value) : ($this->part[$part] ??= $value);

                return;
            }
        }
        if (preg_match('/^(?:yes|no|true|false|0|1)$/i', $value) !== 1) {
            $this->other[self::label($fact)] = $value;
        }
    }

    private static function label(string $fact): string
    {
        return mb_strtolower(trim((string) preg_replace('/[_\-.]+|(?<=[a-z])(?=[A-Z])/', ' ', $fact)));
    }

    private static function hasAll(string $text, string $words): bool
    {
        $folded = self::folded($text);
        foreach (preg_split('/[^\pL\pN]+/u', self::folded($words)) ?: [] as $word) {
            if ($word !== '' && ! str_contains($folded, rtrim($word, 'se'))) {
                return false;
            }
        }

        return true;
    }

    /** Small letters without their marks, as people type them: "grosse" for "Größe". */
    private static function folded(string $text): string
    {
        $small = strtr(mb_strtolower($text), ['ß' => 'ss', 'ø' => 'o', 'ł' => 'l', 'æ' => 'ae', 'œ' => 'oe']);

        return (string) preg_replace('/\p{M}+/u', '', Normalizer::normalize($small, Normalizer::FORM_D) ?: $small);
    }

    private static function has(string $text, string $word): bool
    {
        return preg_match('/(?<![\pL\pN])'.preg_quote($word, '/').'(?![\pL\pN])/iu', $text) === 1;
    }
}
