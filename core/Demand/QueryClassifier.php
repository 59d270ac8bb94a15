<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * Tells queries apart: own brand (its words, run together or apart, and with one slip of typing where they have five
 * letters or more), makers' names, questions (by their first word, in several languages, or a question mark), all
 * others generic. A query of a brand is no question.
 */
final readonly class QueryClassifier
{
    private const QUESTION_WORDS = [
        'how' => 1,
        'what' => 1,
        'which' => 1,
        'why' => 1,
        'when' => 1,
        'where' => 1,
        'who' => 1,
        'can' => 1,
        'does' => 1,
        'do' => 1,
        'is' => 1,
        'are' => 1,
        'should' => 1,
        'wie' => 1,
        'was' => 1,
        'welche' => 1,
        'welcher' => 1,
        'welches' => 1,
        'warum' => 1,
        'wann' => 1,
        'wo' => 1,
        'wer' => 1,
        'kann' => 1,
        'comment' => 1,
        'quel' => 1,
        'quelle' => 1,
        'pourquoi' => 1,
        'quand' => 1,
        'où' => 1,
        'cómo' => 1,
        'como' => 1,
        'qué' => 1,
        'cuál' => 1,
        'cuándo' => 1,
        'come' => 1,
        'quale' => 1,
        'perché' => 1,
        'quando' => 1,
        'hoe' => 1,
        'wat' => 1,
        'welke' => 1,
        'waarom' => 1,
    ];

    /** @var list<string> brand terms without spaces */
    private array $brands;

    /** @var array<string, int> the names as keys */
    private array $makers;

    /**
     * @param  list<string>  $brands  words or phrases
     * @param  list<string>  $makers  names
     */
    public function __construct(array $brands, array $makers)
    {
        $plain = static fn (string $text): string => trim(
            (string) preg_replace('/[^\p{L}\p{N}]+/u', ' ', mb_strtolower($text)),
        );
        $this->brands = array_values(
            array_unique(
                array_filter(
                    array_map(static fn (string $term): string => str_replace(' ', '', $plain($term)), $brands),
                    static fn (string $term): bool => mb_strlen($term) >= 2,
                ),
            ),
        );
        $this->makers = array_flip(
            array_filter(array_map($plain, $makers), static fn (string $name): bool => mb_strlen($name) >= 3),
        );
    }

    /** @param  string  $query  in lower case, single spaces */
    public function classOf(string $query): QueryClass
    {
        $plain = trim((string) preg_replace('/[^\p{L}\p{N}]+/u', ' ', mb_strtolower($query)));
        $words = explode(' ', $plain);
        $joined = str_replace(' ', '', $plain);
        foreach ($this->brands as $brand) {
            if (mb_strlen($brand) >= 5 ? str_contains($joined, $brand) : in_array($brand, $words, true)) {
                return QueryClass::OwnBrand;
            }
            if (mb_strlen($brand) >= 5) {
                foreach ($words as $i => $word) {
                    foreach ([$word, $word.($words[$i + 1] ?? '')] as $piece) {
                        if (
                            abs(strlen($piece) - strlen($brand)) <= 1 &&
                            strlen($piece) <= 255 &&
                            self::isOneSlip($piece, $brand)
                        ) {
                            return QueryClass::OwnBrand;
                        }
                    }
                }
            }
        }
        for ($from = 0, $n = count($words); $from < $n && $this->makers !== []; $from++) {
            $name = '';
            for ($to = $from; $to < min($n, $from + 4); $to++) {
                $name .= ($name === '' ? '' : ' ').$words[$to];
                if (isset($this->makers[$name])) {
                    return QueryClass::Maker;
                }
            }
        }

        return str_contains($query, '?') || (count($words) >= 3 && isset(self::QUESTION_WORDS[$words[0]]))
            ? QueryClass::Question
            : QueryClass::Generic;
    }

    /**
     * Whether two words differ by one letter put in, left out, changed, or by two neighbours turned round (Damerau
     * 1964).
     */
    private static function isOneSlip(string $a, string $b): bool
    {
        if (levenshtein($a, $b) <= 1) {
            return true;
        }
        $at = strspn($a ^ $b, "\0");

        return substr($a, $at, 2) === strrev(substr($b, $at, 2)) && substr($a, $at + 2) === substr($b, $at + 2);
    }
}
