<?php

declare(strict_types=1);

namespace Orchard\Core\Claims;

/**
 * Reads figures with their units from English and German texts: "0.54 m", "540 mm", "60 x 40 x 30 cm", "five years",
 * "half a dozen", "anderthalb Meter", "von 20 bis 45 cm", "£ 49.90". Of other languages digits and signs are read.
 */
final class QuantityReader
{
    private const MONEY = [
        '€' => 'EUR',
        'eur' => 'EUR',
        'euros?' => 'EUR',
        '£' => 'GBP',
        'gbp' => 'GBP',
        '\$' => 'USD',
        'usd' => 'USD',
        'chf' => 'CHF',
        'franken' => 'CHF',
        'dollars?' => 'USD',
    ];

    private const NUMBERS = [
        'half a dozen' => 6,
        'ein halbes dutzend' => 6,
        'halbes dutzend' => 6,
        'two dozen' => 24,
        'zwei dutzend' => 24,
        'a dozen' => 12,
        'one dozen' => 12,
        'dozen' => 12,
        'ein dutzend' => 12,
        'dutzend' => 12,
        'a pair of' => 2,
        'one and a half' => 1.5,
        'eineinhalb' => 1.5,
        'anderthalb' => 1.5,
        'two and a half' => 2.5,
        'zweieinhalb' => 2.5,
        'half a' => 0.5,
        'half an' => 0.5,
        'a half' => 0.5,
        'einen halben' => 0.5,
        'ein halber' => 0.5,
        'einem halben' => 0.5,
        'eine halbe' => 0.5,
        'einer halben' => 0.5,
        'ein halbes' => 0.5,
        'a quarter of a' => 0.25,
        'hundred' => 100,
        'a hundred' => 100,
        'one hundred' => 100,
        'hundert' => 100,
        'a thousand' => 1000,
        'one thousand' => 1000,
        'tausend' => 1000,
    ];

    /** Of which the numbers to ninety-nine are put together: English, and German beside it. */
    private const ONES = [
        1 => ['one', 'ein'],
        ['two', 'zwei'],
        ['three', 'drei'],
        ['four', 'vier'],
        ['five', 'fünf'],
        ['six', 'sechs'],
        ['seven', 'sieben'],
        ['eight', 'acht'],
        ['nine', 'neun'],
        ['ten', 'zehn'],
        ['eleven', 'elf'],
        ['twelve', 'zwölf'],
        ['thirteen', 'dreizehn'],
        ['fourteen', 'vierzehn'],
        ['fifteen', 'fünfzehn'],
        ['sixteen', 'sechzehn'],
        ['seventeen', 'siebzehn'],
        ['eighteen', 'achtzehn'],
        ['nineteen', 'neunzehn'],
    ];

    private const TENS = [
        20 => ['twenty', 'zwanzig'],
        30 => ['thirty', 'dreißig'],
        40 => ['forty', 'vierzig'],
        50 => ['fifty', 'fünfzig'],
        60 => ['sixty', 'sechzig'],
        70 => ['seventy', 'siebzig'],
        80 => ['eighty', 'achtzig'],
        90 => ['ninety', 'neunzig'],
    ];

    /** "One year" is a figure, "the one you want" is none: these count only before a unit. */
    private const SINGLE = ['one', 'a', 'an', 'ein', 'eine', 'einen', 'einem', 'einer'];

    private const BOUNDS = [
        'about' => '(?:about|around|roughly|approx(?:imately)?\.?|circa|ca\.?|nearly|almost|rund|etwa|ungefähr|fast|'.
            'knapp|~)',
        'above' => '(?:over|more than|above|at least|from|über|mehr als|mindestens|ab)',
        'below' => '(?:under|less than|below|up to|unter|weniger als|bis zu|höchstens)',
    ];

    private string $pattern;

    /** @var array<string, float|int> numbers by word, in small letters */
    private array $numbers;

    /** @var array<string, array{string, float}> measure and factor by unit as it is written, as far as it is plain */
    private array $known = [];

    public function __construct()
    {
        $units = [];
        foreach (UnitWords::BY_MEASURE as $some) {
            array_push($units, ...array_map(strval(...), array_keys($some)));
        }
        $money = implode('|', array_keys(self::MONEY));
        usort($units, static fn (string $a, string $b): int => strlen($b) <=> strlen($a));
        $this->numbers = self::numbers();
        $words = array_map(strval(...), [...array_keys($this->numbers), ...self::SINGLE]);
        usort($words, static fn (string $a, string $b): int => strlen($b) <=> strlen($a));
        $number = '(?:\d{1,3}(?:[.,\x{202f}\x{a0}’\']\d{3})+(?:[.,]\d{1,2})?(?!\d)|\d+(?:[.,]\d+)?)';
        // "Fünfjährig" is five years; "fünfte" is no five.
        $word = '(?:(?<![\pL])(?:'.implode('|', $words).')(?!(?!jährig|monatig|wöchig|tägig|stündig)\pL))';
        $unit = '(?:'.implode('|', $units).')(?![\pL\d²])';
        $joint = 'x|×|by|mal|-|–|to|bis|and|und';
        $this->pattern =
            '/(?:(?<![\pL])(?<bound>'.
            implode('|', self::BOUNDS).
            ')\s+)?(?:(?<before>'.
            $money.
            ')\s?)?'.
            "(?<![\\pL\\d.,])(?<first>$number|$word)".
            // "60 x 40 x 30 cm", "20 to 45 cm", "20–45 cm"; each may have its unit.
            "(?<more>(?:\\s?(?<u1>$unit)?\\s?(?:$joint)\\s?$number(?![\\pL\\d]|[.,]\\d)){0,2}".
            "(?=\\s?-?(?:$unit|$money))|)".
            "(?:\\s?-?(?<unit>$unit)|\\s?(?<after>$money)(?![\\pL]))?/iu";
    }

    /** @return list<array{text: string, at: int, quantity: Quantity, isWord: bool}> in their order */
    public function read(string $text): array
    {
        $read = [];
        preg_match_all($this->pattern, $text, $found, PREG_SET_ORDER | PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL);
        foreach ($found as $one) {
            $unit = mb_strtolower((string) ($one['unit'][0] ?? ($one['u1'][0] ?? '')));
            $money = mb_strtolower((string) ($one['before'][0] ?? ($one['after'][0] ?? '')));
            $first = (string) $one['first'][0];
            $isWord = preg_match('/^\d/', $first) !== 1;
            if ($isWord && in_array(mb_strtolower($first), self::SINGLE, true) && $unit === '') {
                continue;
            }
            [$of, $factor] = $money !== '' ? ['price '.self::currency($money), 1.0] : $this->unit($unit);
            $bound = self::bound((string) ($one['bound'][0] ?? ''));
            $more = (string) ($one['more'][0] ?? '');
            preg_match_all('/\d[\d.,\x{202f}\x{a0}’\']*\d|\d/u', $more, $others);
            $values = array_map($this->number(...), [$first, ...$others[0]]);
            $isRange = preg_match('/(?:-|–|\bto\b|\bbis\b)/u', $more) === 1 && count($values) === 2;
            $step = $factor * self::step($first);
            $at = (int) $one[0][1];
            $whole = trim((string) $one[0][0]);
            if ($isRange) {
                $read[] = [
                    'text' => $whole,
                    'at' => $at,
                    'quantity' => new Quantity($of, $values[0] * $factor, $values[1] * $factor, $step, ''),
                    'isWord' => $isWord,
                ];

                continue;
            }
            // "A kilo and a half": the half is of the unit.
            if (
                count($values) === 1 &&
                preg_match('/^ and a half\b/i', substr($text, $at + strlen((string) $one[0][0]))) === 1
            ) {
                $values[0] += 0.5;
                $whole .= ' and a half';
            }
            foreach ($values as $value) {
                $read[] = [
                    'text' => $whole,
                    'at' => $at,
                    'quantity' => new Quantity($of, $value * $factor, $value * $factor, $step, $bound),
                    'isWord' => $isWord,
                ];
            }
        }

        return $read;
    }

    /** @return array<string, float|int> */
    private static function numbers(): array
    {
        $numbers = self::NUMBERS;
        foreach (array_slice(self::ONES, 1, preserve_keys: true) as $value => [$english, $german]) {
            $numbers[$english] = $numbers[$german] = $value;
        }
        foreach (self::TENS as $ten => [$english, $german]) {
            $numbers[$english] = $numbers[$german] = $ten;
            foreach (array_slice(self::ONES, 0, 9, preserve_keys: true) as $one => [$with, $mit]) {
                $numbers["$english $with"] = $numbers["$english-$with"] = $numbers["{$mit}und$german"] = $ten + $one;
            }
        }
        foreach ($numbers as $word => $value) {
            $numbers[str_replace('ß', 'ss', $word)] = $value;
        }

        return $numbers;
    }

    private function number(string $written): float
    {
        $word = mb_strtolower($written);
        if (isset($this->numbers[$word])) {
            return (float) $this->numbers[$word];
        }
        if (in_array($word, self::SINGLE, true)) {
            return 1.0;
        }
        $plain = (string) preg_replace('/[\x{202f}\x{a0}’\']/u', '', $written);
        // The last sign is the decimal, unless three digits stand behind it and the others are grouped so, too.
        if (preg_match('/^(.*)[.,](\d+)$/', $plain, $found) === 1) {
            $isThousands =
                strlen($found[2]) === 3 &&
                $found[1] !== '0' &&
                preg_match('/^\d{1,3}(?:[.,]\d{3})*$/', $found[1]) === 1;
            $whole = (string) preg_replace('/[.,]/', '', $found[1]);

            return $isThousands ? (float) ($whole.$found[2]) : (float) "$whole.{$found[2]}";
        }

        return (float) $plain;
    }

    private static function step(string $written): float
    {
        if (
            preg_match('/[.,](\d{1,2}|\d{4,})$/', $written, $found) === 1 ||
            preg_match('/^0[.,](\d+)$/', $written, $found) === 1
        ) {
            return 10 ** -strlen($found[1]);
        }

        return preg_match('/^\d/', $written) === 1 ? 1.0 : 0.0;
    }

    /** @return array{string, float} */
    private function unit(string $unit): array
    {
        if ($unit === '') {
            return [Quantity::PLAIN, 1.0];
        }
        if (! isset($this->known[$unit])) {
            $this->known[$unit] = [Quantity::PLAIN, 1.0];
            foreach (UnitWords::BY_MEASURE as $of => $some) {
                foreach ($some as $pattern => $factor) {
                    if (preg_match("/^(?:$pattern)$/iu", $unit) === 1) {
                        $this->known[$unit] = [$of, (float) $factor];

                        return $this->known[$unit];
                    }
                }
            }
        }

        return $this->known[$unit];
    }

    private static function currency(string $sign): string
    {
        foreach (self::MONEY as $pattern => $code) {
            if (preg_match("/^(?:$pattern)$/iu", $sign) === 1) {
                return $code;
            }
        }

        return '';
    }

    private static function bound(string $words): string
    {
        foreach (self::BOUNDS as $bound => $pattern) {
            if ($words !== '' && preg_match("/^$pattern$/iu", $words) === 1) {
                return match (true) {
                    // What is true "up to" or "from" a figure has that figure itself as its end.
                    preg_match('/^(?:up to|bis zu|at least|mindestens|from|ab|höchstens)$/iu', $words) === 1 => '',
                    default => $bound,
                };
            }
        }

        return '';
    }
}
