<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

/** A thing that a file may tell, and the words by which its column is known. */
final readonly class Field
{
    /** @param  list<string>  $words in several languages, the surest first; compared without case, spaces and signs */
    public function __construct(public string $key, public string $label, public CellSort $sort, public array $words)
    {
    }

    /** How surely a column's name means this field: 0 not at all, 3 the word itself. */
    public function fits(string $name): int
    {
        $name = self::plain($name);
        if ($name === '') {
            return 0;
        }
        foreach ($this->words as $word) {
            if ($name === self::plain($word)) {
                return 3;
            }
        }
        foreach ($this->words as $word) {
            $plain = self::plain($word);
            if (strlen($plain) >= 4 && (str_starts_with($name, $plain) || str_ends_with($name, $plain))) {
                return 1;
            }
        }

        return 0;
    }

    private static function plain(string $name): string
    {
        return (string) preg_replace('/[^\p{L}\p{N}]+/u', '', mb_strtolower($name));
    }
}
