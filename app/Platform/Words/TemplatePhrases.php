<?php

declare(strict_types=1);

namespace App\Platform\Words;

/**
 * Phrases of a Blade template: what people read between its tags and in attributes that are read aloud. What is put in
 * while it runs stands in a phrase as :1, :2 and so on, so that a translation can have another order; bold and code
 * stay within a phrase, every other tag and directive ends it.
 */
final class TemplatePhrases
{
    private const ATTRIBUTES = ['title', 'aria-label', 'placeholder', 'alt'];

    private const WITHIN = '~^</?(?:b|code)>~';

    private int $at = 0;

    /** @var list<array{start: int, end: int, key: string, parts: list<string>}> */
    private array $found = [];

    private function __construct(private readonly string $source)
    {
    }

    /**
     * @return list<array{start: int, end: int, key: string, parts: list<string>}> in their order; parts are the sources
     *     of :1, :2 …
     */
    public static function of(string $source): array
    {
        $reading = new self($source);
        $reading->text();

        return $reading->found;
    }

    /**
     * @param  array<string, string>  $translations  by phrase; one that is missing, or the same, leaves the template as
     *     it is
     */
    public static function translate(string $source, array $translations): string
    {
        foreach (array_reverse(self::of($source)) as $phrase) {
            $other = $translations[$phrase['key']] ?? $phrase['key'];
            if ($other !== $phrase['key']) {
                $filled =
                    preg_replace_callback(
                        '/:(\d+)/',
                        static fn (array $number): string => $phrase['parts'][(int) $number[1] - 1] ?? $number[0],
                        $other,
                    ) ?? $other;
                $source = substr_replace($source, $filled, $phrase['start'], $phrase['end'] - $phrase['start']);
            }
        }

        return $source;
    }

    private function text(): void
    {
        $start = $this->at;
        $key = '';
        $parts = [];
        $length = strlen($this->source);
        $end = function () use (&$start, &$key, &$parts): void {
            $this->keep($start, $key, $parts);
            [$start, $key, $parts] = [$this->at, '', []];
        };
        while ($this->at < $length) {
            $rest = substr($this->source, $this->at, 40);
            $before = $this->at;
            $raw = [];
            if (
                str_starts_with($rest, '{{--') ||
                preg_match('/^@(?:php\b(?!\s*\()|verbatim\b)/', $rest) === 1 ||
                preg_match('/^<(script|style|pre)\b/', $rest, $raw) === 1
            ) {
                $end();
                $this->skipTo(
                    match (true) {
                        str_starts_with($rest, '{{--') => '--}}',
                        str_starts_with($rest, '@php') => '@endphp',
                        str_starts_with($rest, '@verb') => '@endverbatim',
                        default => '</'.($raw[1] ?? '').'>',
                    },
                );
                $start = $this->at;
            } elseif (preg_match('/^(?:\{\{|\{!!)/', $rest) === 1) {
                $this->skipTo(str_starts_with($rest, '{{') ? '}}' : '!!}');
                $parts[] = substr($this->source, $before, $this->at - $before);
                $key .= ':'.count($parts);
            } elseif (preg_match('/^@n\(/', $rest) === 1) {
                $this->at += 3;
                $this->skipBalanced();
                $parts[] = substr($this->source, $before, $this->at - $before);
                $key .= ':'.count($parts);
            } elseif (preg_match('/^@[a-zA-Z]+/', $rest, $directive) === 1) {
                $end();
                $this->at += strlen($directive[0]);
                if (preg_match('/\G\s*\(/', $this->source, $open, 0, $this->at) === 1) {
                    $this->at += strlen($open[0]);
                    $this->skipBalanced();
                }
                $start = $this->at;
            } elseif (preg_match(self::WITHIN, $rest, $tag) === 1) {
                $key .= $tag[0];
                $this->at += strlen($tag[0]);
            } elseif ($rest[0] === '<') {
                $end();
                $this->tag();
                $start = $this->at;
            } else {
                $key .= $rest[0];
                $this->at++;
            }
        }
        $end();
    }

    /** A tag to its end; its attributes that are read aloud are phrases of their own. */
    private function tag(): void
    {
        $length = strlen($this->source);
        while ($this->at < $length) {
            $rest = substr($this->source, $this->at, 24);
            if ($rest[0] === '>') {
                $this->at++;

                return;
            }
            if (preg_match('/^\{\{|^\{!!/', $rest) === 1) {
                $this->skipTo(str_starts_with($rest, '{{') ? '}}' : '!!}');
            } elseif (preg_match('/^@[a-zA-Z]+\s*\(/', $rest, $directive) === 1) {
                $this->at += strlen($directive[0]);
                $this->skipBalanced();
            } elseif (preg_match('/\G([a-z:-]+)="/i', $this->source, $attribute, 0, $this->at) === 1) {
                $this->at += strlen($attribute[0]);
                $this->attribute(in_array($attribute[1], self::ATTRIBUTES, true));
            } else {
                $this->at++;
            }
        }
    }

    private function attribute(bool $isRead): void
    {
        [$start, $key, $parts, $isPlain] = [$this->at, '', [], true];
        while ($this->at < strlen($this->source) && $this->source[$this->at] !== '"') {
            $before = $this->at;
            $rest = substr($this->source, $this->at, 24);
            if (str_starts_with($rest, '{{')) {
                $this->skipTo('}}');
                $parts[] = substr($this->source, $before, $this->at - $before);
                $key .= ':'.count($parts);
            } elseif (preg_match('/^@[a-zA-Z]+(\s*\()?/', $rest, $directive) === 1) {
                // A phrase with conditions in it is no phrase that could be translated as one.
                $isPlain = false;
                $this->at += strlen($directive[0]);
                isset($directive[1]) && $this->skipBalanced();
            } else {
                $key .= $rest[0];
                $this->at++;
            }
        }
        $isRead && $isPlain && $this->keep($start, $key, $parts);
        $this->at++;
    }

    /** @param  list<string>  $parts */
    private function keep(int $start, string $key, array $parts): void
    {
        $words = trim((string) preg_replace('/\s+/u', ' ', $key));
        if (preg_match('/\p{L}{2}/u', strip_tags((string) preg_replace('/:\d+/', '', $words))) !== 1) {
            return;
        }
        $written = substr($this->source, $start, $this->at - $start);
        $lead = strlen($written) - strlen(ltrim($written));
        $this->found[] = [
            'start' => $start + $lead,
            'end' => $this->at - (strlen($written) - strlen(rtrim($written))),
            'key' => $words,
            'parts' => $parts,
        ];
    }

    private function skipTo(string $mark): void
    {
        $end = strpos($this->source, $mark, $this->at + 1);
        $this->at = $end === false ? strlen($this->source) : $end + strlen($mark);
    }

    /** From behind an opening parenthesis to behind the one that closes it, strings apart. */
    private function skipBalanced(): void
    {
        for ($depth = 1; $this->at < strlen($this->source) && $depth > 0; $this->at++) {
            $letter = $this->source[$this->at];
            if ($letter === "'" || $letter === '"') {
                for (
                    $this->at++;
                    $this->at < strlen($this->source) && $this->source[$this->at] !== $letter;
                    $this->at++
                ) {
                    $this->source[$this->at] === '\\' && $this->at++;
                }
            } else {
                $depth += $letter === '(' ? 1 : ($letter === ')' ? -1 : 0);
            }
        }
    }
}
