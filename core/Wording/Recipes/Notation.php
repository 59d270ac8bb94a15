<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Recipes;

/**
 * Recipes as people type them: words and facts, `#name in #finish by #maker`. Words go with the fact that they lead
 * over to. `[ in #finish for #room]` goes as a whole where a page lacks one of its facts, and `[2: by #maker]` also
 * where room is short, the highest number first. A longer form says what stands in and how a fact is written:
 * `#(lead or name or "Lamp", title)`, `#(price, money)`, `#(count, one "lamp" many "lamps")`. A backslash takes `#`,
 * `[`, `]` and itself as they are.
 */
final class Notation
{
    /** Characters that are read at all. */
    public const LONGEST = 4000;

    private const STYLES = [
        'small' => FactStyle::Small,
        'sentence' => FactStyle::Sentence,
        'title' => FactStyle::Title,
        'money' => FactStyle::Money,
        'whole' => FactStyle::Whole,
    ];

    private int $at = 0;

    /** @param  list<string>  $signs  characters of the notation */
    private function __construct(private readonly array $signs)
    {
    }

    /** @throws NotationError with a sentence for people and its place */
    public static function read(string $notation): Recipe
    {
        $notation = mb_scrub(str_replace(["\r\n", "\r", "\n", "\t"], ' ', $notation));
        $signs = mb_str_split($notation);
        if (count($signs) > self::LONGEST) {
            throw new NotationError('A recipe has at most '.self::LONGEST.' characters.', self::LONGEST);
        }

        return (new self($signs))->recipe();
    }

    public static function write(Recipe $recipe): string
    {
        $written = '';
        foreach ($recipe->parts as $nth => $part) {
            $next = $recipe->parts[$nth + 1] ?? null;
            $written .= self::isBare($recipe->parts, $nth)
                ? self::pieces($part, $next !== null && self::isBare($recipe->parts, $nth + 1) ? $next->pieces[0] : '')
                : '['.($part->rank > 0 ? "$part->rank:" : '').self::pieces($part, '').']';
        }

        return $written;
    }

    /**
     * Whether a part can stand without brackets and is read as the same part again.
     *
     * @param  list<RecipePart>  $parts
     */
    private static function isBare(array $parts, int $nth): bool
    {
        $part = $parts[$nth] ?? null;
        if ($part === null || $part->rank > 0) {
            return false;
        }
        $last = $part->pieces[count($part->pieces) - 1];

        return match (true) {
            $last instanceof FactUse => count($part->pieces) === 1 ||
                (count($part->pieces) === 2 && is_string($part->pieces[0])),
            // Words would be taken to lead over to the fact of a bare part behind them.
            default => count($part->pieces) === 1 && ! self::isBare($parts, $nth + 1),
        };
    }

    private function recipe(): Recipe
    {
        $parts = [];
        $places = [];
        while ($this->at < count($this->signs)) {
            $from = $this->at;
            $sign = $this->signs[$this->at];
            if ($sign === ']') {
                throw $this->wrong(
                    'A part ends here that did not begin. Put a backslash before a bracket of the text.',
                );
            }
            if ($sign === '[') {
                $parts[] = $this->part();
            } else {
                $words = $this->words();
                $pieces = trim($words) === '' ? [] : [$words];
                if ($this->sign() === '#') {
                    $pieces[] = $this->use();
                }
                if ($pieces === []) {
                    continue;
                }
                $parts[] = $this->made(static fn (): RecipePart => new RecipePart($pieces), $from);
            }
            $places[] = $from;
        }
        if ($parts === []) {
            throw new NotationError('A recipe needs words or a fact, such as #name.', 0);
        }

        return $this->made(static fn (): Recipe => new Recipe($parts), $places[20] ?? 0);
    }

    private function part(): RecipePart
    {
        $from = $this->at++;
        $rank = 0;
        if (preg_match('/^([1-9])$/', $this->sign()) === 1 && ($this->signs[$this->at + 1] ?? '') === ':') {
            $rank = (int) $this->sign();
            $this->at += 2;
        }
        $pieces = [];
        while (($sign = $this->sign()) !== ']') {
            if ($sign === '') {
                throw new NotationError('This part has no end: a ] is lacking.', $from);
            }
            if ($sign === '[') {
                throw $this->wrong('A part cannot stand within a part.');
            }
            $piece = $sign === '#' ? $this->use() : $this->words();
            if (! is_string($piece) || trim($piece) !== '') {
                $pieces[] = $piece;
            }
        }
        $this->at++;

        return $this->made(static fn (): RecipePart => new RecipePart($pieces, $rank), $from);
    }

    private function words(): string
    {
        $words = '';
        while (! in_array($sign = $this->sign(), ['', '#', '[', ']'], true)) {
            if ($sign === '\\') {
                $this->at++;
                $sign = $this->sign();
                if (preg_match('/^[#\[\]\\\\1-9]$/', $sign) !== 1) {
                    throw $this->wrong('A backslash stands before #, [, ], a digit or another backslash.');
                }
            }
            $words .= $sign;
            $this->at++;
        }

        return $words;
    }

    private function use(): FactUse
    {
        $from = $this->at++;
        if ($this->sign() !== '(') {
            $name = $this->while('/^[\p{L}\p{N}_]$/u');

            return $name === ''
                ? throw new NotationError('The name of a fact is lacking behind #, such as #name.', $from)
                : $this->made(static fn (): FactUse => new FactUse([$name]), $from);
        }
        $this->at++;
        $names = [];
        $otherwise = '';
        do {
            $this->space();
            if ($this->sign() === '"' && $names !== []) {
                $otherwise = $this->quoted();
                $this->space();
                break;
            }
            $names[] = $this->name();
            $this->space();
        } while ($this->takes('or'));
        [$style, $one, $many] = $this->sign() === ',' ? $this->style() : [FactStyle::AsIs, '', ''];
        if ($this->sign() !== ')') {
            throw $this->wrong(
                $this->sign() === '' ? 'A ) is lacking.' : 'Here “or” with another fact, a comma, or ) is expected.',
            );
        }
        $this->at++;

        return $this->made(static fn (): FactUse => new FactUse($names, $otherwise, $style, $one, $many), $from);
    }

    /** @return array{FactStyle, string, string} */
    private function style(): array
    {
        $this->at++;
        $this->space();
        $from = $this->at;
        $word = $this->while('/^\p{L}$/u');
        $this->space();
        if ($word === 'one') {
            $one = $this->quoted();
            $this->space();
            if (! $this->takes('many')) {
                throw $this->wrong('Behind the word for one stands “many” with the word for more.');
            }
            $this->space();
            $many = $this->quoted();
            $this->space();

            return [FactStyle::Counted, $one, $many];
        }

        return [
            self::STYLES[$word] ??
            throw new NotationError(
                'Behind the comma stands small, sentence, title, money, whole, or one "lamp" many "lamps".',
                $from,
            ),
            '',
            '',
        ];
    }

    private function name(): string
    {
        $from = $this->at;
        if ($this->sign() === "'") {
            $name = $this->quoted("'");
        } else {
            $name = $this->while('/^[\p{L}\p{N}_.\-]$/u');
        }

        return $name === '' ? throw new NotationError('The name of a fact is lacking.', $from) : $name;
    }

    private function quoted(string $mark = '"'): string
    {
        $from = $this->at;
        if ($this->sign() !== $mark) {
            throw $this->wrong('Words in double quotes are expected here.');
        }
        $this->at++;
        $words = '';
        while (($sign = $this->sign()) !== $mark) {
            if ($sign === '\\') {
                $this->at++;
                $sign = $this->sign();
            }
            if ($sign === '') {
                throw new NotationError("The $mark that ends these words is lacking.", $from);
            }
            $words .= $sign;
            $this->at++;
        }
        $this->at++;

        return $words;
    }

    private function takes(string $word): bool
    {
        $length = mb_strlen($word);
        if (
            implode('', array_slice($this->signs, $this->at, $length)) !== $word ||
            preg_match('/^[\p{L}\p{N}_.\-]$/u', $this->signs[$this->at + $length] ?? '') === 1
        ) {
            return false;
        }
        $this->at += $length;

        return true;
    }

    private function space(): void
    {
        $this->while('/^\s$/u');
    }

    private function while(string $pattern): string
    {
        $taken = '';
        while (preg_match($pattern, $this->sign()) === 1) {
            $taken .= $this->signs[$this->at++];
        }

        return $taken;
    }

    /** The character that is read next; empty at the end. */
    private function sign(): string
    {
        return $this->signs[$this->at] ?? '';
    }

    private function wrong(string $message): NotationError
    {
        return new NotationError($message, $this->at);
    }

    /**
     * @template T
     *
     * @param  callable(): T  $make
     * @return T
     */
    private function made(callable $make, int $from): mixed
    {
        try {
            return $make();
        } catch (NotationError $wrong) {
            throw $wrong;
        } catch (\InvalidArgumentException $wrong) {
            throw new NotationError($wrong->getMessage(), $from);
        }
    }

    /** @param  string|FactUse  $behind  what follows it at once */
    private static function pieces(RecipePart $part, string|FactUse $behind): string
    {
        $written = '';
        foreach ($part->pieces as $nth => $piece) {
            $next = $part->pieces[$nth + 1] ?? $behind;
            $written .= is_string($piece) ? self::escape($piece) : self::fact($piece, is_string($next) ? $next : '');
        }

        // "[2: …]" would be read as an order where the words themselves begin so.
        return $part->rank === 0 && preg_match('/^[1-9]:/', $written) === 1 ? "\\$written" : $written;
    }

    /** @param  string  $next  the words behind it */
    private static function fact(FactUse $use, string $next): string
    {
        $isShort =
            count($use->names) === 1 &&
            $use->otherwise === '' &&
            $use->style === FactStyle::AsIs &&
            preg_match('/^[\p{L}\p{N}_]+$/u', $use->names[0]) === 1 &&
            preg_match('/^[\p{L}\p{N}_(]/u', $next) !== 1;
        if ($isShort) {
            return "#{$use->names[0]}";
        }
        $names = array_map(
            static fn (string $name): string => preg_match('/^[\p{L}\p{N}_.\-]+$/u', $name) === 1 && $name !== 'or'
                ? $name
                : "'".addcslashes($name, "'\\")."'",
            $use->names,
        );
        $style = match ($use->style) {
            FactStyle::AsIs => '',
            FactStyle::Counted => ', one '.self::quote($use->one).' many '.self::quote($use->many),
            default => ', '.$use->style->value,
        };

        return '#('.
            implode(' or ', [...$names, ...$use->otherwise === '' ? [] : [self::quote($use->otherwise)]]).
            "$style)";
    }

    private static function quote(string $words): string
    {
        return '"'.addcslashes($words, '"\\').'"';
    }

    private static function escape(string $words): string
    {
        return addcslashes($words, '#[]\\');
    }
}
