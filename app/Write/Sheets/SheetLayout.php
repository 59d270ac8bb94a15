<?php

declare(strict_types=1);

namespace App\Write\Sheets;

use Closure;
use InvalidArgumentException;
use Orchard\Core\Wording\TextField;

/** Which columns of a sheet hold what: one row a page with all its texts, or one row a text. */
final readonly class SheetLayout
{
    /** Words by which columns are known, in their order of preference. */
    private const WORDS = [
        'url' => ['url', 'address', 'page', 'link', 'adresse', 'seite'],
        'field' => ['field', 'feld', 'which'],
        'draft' => ['draft', 'new', 'text', 'entwurf', 'neu'],
        'live' => ['live', 'stored', 'before', 'old'],
        'characters' => ['characters', 'chars', 'length', 'zeichen'],
        'pixels' => ['pixels', 'px', 'width'],
    ];

    /** Those of a file with one row a page. */
    private const WIDE = [
        'url' => ['url', 'address', 'page'],
        'title' => ['title'],
        'title live' => ['title live'],
        'description' => ['description'],
        'description live' => ['description live'],
        'h1' => ['h1'],
        'h1 live' => ['h1 live'],
        'social_title' => ['social title', 'social_title'],
        'social_title live' => ['social title live'],
        'social_description' => ['social description', 'social_description'],
        'social_description live' => ['social description live'],
        'social_image' => ['social image', 'social_image'],
        'social_image live' => ['social image live'],
        'image_alt' => ['image alt', 'image_alt', 'alt'],
        'image_alt live' => ['image alt live'],
        'intro' => ['intro'],
        'intro live' => ['intro live'],
        'key' => ['key'],
    ];

    /** @param  array<string, int>  $columns  place by name */
    private function __construct(private array $columns, public bool $isWide)
    {
    }

    /**
     * @param  list<string>  $cells  of the first row
     *
     * @throws InvalidArgumentException where they are not the columns of a sheet
     */
    public static function of(array $cells): self
    {
        $heads = array_map(static fn (string $cell): string => mb_strtolower(trim($cell)), $cells);
        $wide = self::found($heads, self::WIDE);

        return isset($wide['url']) && array_intersect_key(array_flip(TextField::keys()), $wide) !== []
            ? new self($wide, true)
            : new self(self::columns($heads), false);
    }

    /**
     * A row of the file as one for each text that it holds.
     *
     * @param  int  $place  the row's number in the file
     * @param  array<int, string>  $cells
     * @return list<array<string, int|string|null>>
     */
    public function rows(int $place, array $cells): array
    {
        $cell = fn (string $name): ?string => isset($this->columns[$name])
            ? (string) ($cells[$this->columns[$name]] ?? '')
            : null;

        return $this->isWide
            ? self::each($place, $cell)
            : [
                ['place' => $place, 'marks' => null] +
                array_combine(array_keys(self::WORDS), array_map($cell, array_keys(self::WORDS))),
            ];
    }

    /**
     * A row of a page as a row for each of its texts.
     *
     * @param  Closure(string): ?string  $cell
     * @return list<array<string, int|string|null>>
     */
    private static function each(int $place, Closure $cell): array
    {
        $marks = explode('-', (string) $cell('key'));
        $rows = [];
        // A file that was written before there were as many texts has marks of those that there were.
        $isWhole = count($marks) % 2 === 0 && count($marks) >= 4 && count($marks) <= 2 * count(TextField::cases());
        $known = array_chunk($isWhole ? $marks : [], 2);
        foreach (TextField::cases() as $nth => $field) {
            $isBlank = trim($cell($field->key()).$cell($field->key().' live')) === '';
            // Of the texts that only some pages have an empty cell says nothing.
            if ($cell($field->key()) !== null && ($field->isInResults() || ! $isBlank)) {
                $rows[] = [
                    'place' => WideSheet::PLACES * $place + $nth,
                    'marks' => isset($known[$nth]) ? implode('-', $known[$nth]) : null,
                    'url' => $cell('url'),
                    'field' => $field->key(),
                    'draft' => $cell($field->key()),
                    'live' => $cell($field->key().' live'),
                    'characters' => null,
                    'pixels' => null,
                ];
            }
        }

        return $rows;
    }

    /**
     * @param  list<string>  $heads
     * @param  array<string, list<string>>  $known
     * @return array<string, int> column by name
     */
    private static function found(array $heads, array $known): array
    {
        $found = [];
        foreach ($known as $name => $words) {
            foreach ($words as $word) {
                $at = array_search($word, $heads, true);
                if (is_int($at)) {
                    $found[$name] = $at;
                    break;
                }
            }
        }

        return $found;
    }

    /**
     * @param  list<string>  $heads
     * @return array<string, int> column by name
     */
    private static function columns(array $heads): array
    {
        $found = self::found($heads, self::WORDS);
        $missing = array_diff(['url', 'field', 'draft'], array_keys($found));
        if ($missing !== []) {
            throw new InvalidArgumentException(
                'The first row must name the columns url and title or description, or url, field and draft. Missing: '.
                    implode(', ', $missing).
                    '. Found: '.
                    mb_substr(implode(', ', $heads), 0, 200).
                    '.',
            );
        }

        return $found;
    }
}
