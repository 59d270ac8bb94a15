<?php

declare(strict_types=1);

namespace App\Write\Sheets;

use App\Inventory\Figures;
use App\Platform\Tables\Formula;
use App\Stores\Models\Store;
use App\Write\Desk\DeskCell;
use App\Write\Desk\DeskFilter;
use App\Write\Desk\DeskList;
use App\Write\Desk\DeskRow;
use Generator;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\TextField;

/**
 * One row a page, to be edited in a spreadsheet: what it is, its numbers, and title and description side by side, each
 * as it is live, to be edited, as it will be shown, and how long that is; then its other texts, live and to be edited.
 * The last column tells, when the file comes back, which cells were touched.
 */
final readonly class WideSheet
{
    public const COLUMNS = [
        'url', 'name', 'kind', 'clicks', 'impressions', 'upside', 'title live', 'title', 'title shown',
        'title characters', 'description live', 'description', 'description shown', 'description characters', 'h1 live',
        'h1', 'social title live', 'social title', 'social description live', 'social description', 'social image live',
        'social image', 'image alt live', 'image alt', 'intro live', 'intro', 'state', 'key',
    ];

    /** Widths of the columns, in characters. */
    public const WIDTHS = [
        34, 28, 12, 9, 12, 10, 40, 60, 44, 10, 44, 90, 44, 10, 40, 40, 40, 40, 44, 60, 40, 40, 40, 60, 60, 80, 10, 14,
    ];

    /** Places that one row of a file takes among the rows of texts that it is read as. */
    public const PLACES = 8;

    private const CHUNK = 500;

    /** Characters of a text within a formula that every spreadsheet takes. */
    private const LONGEST_LITERAL = 255;

    public function __construct(private DeskList $list, private Figures $figures)
    {
    }

    /**
     * @param  ?list<int>  $resources  those alone, in this order; null for what the filter shows
     * @return Generator<list<string|int|float|Formula|null>>
     */
    public function rows(Store $store, DeskFilter $filter, ?array $resources = null): Generator
    {
        $line = 1;
        foreach (
            $resources === null
                ? $this->list->all($store, $filter, self::CHUNK)
                : array_map(
                    fn (array $ids): array => $this->list->rows($store, $ids),
                    array_chunk($resources, self::CHUNK),
                ) as $rows
        ) {
            $upside = $this->figures->of(
                'upside',
                $store,
                array_values(array_filter(array_map(static fn (DeskRow $row): ?int => $row->pageId, $rows))),
            );
            foreach ($rows as $row) {
                $line++;
                $worth = $row->pageId === null ? null : $upside[$row->pageId] ?? null;
                yield [
                    $row->url,
                    $row->name,
                    $row->kind->key(),
                    $row->clicks,
                    $row->impressions,
                    $worth === null ? null : round($worth, 2),
                    ...self::cells($row->cell(TextField::Title), 'H', $line),
                    ...self::cells($row->cell(TextField::Description), 'L', $line),
                    ...self::plain($row, TextField::H1),
                    ...self::plain($row, TextField::SocialTitle),
                    ...self::plain($row, TextField::SocialDescription),
                    ...self::plain($row, TextField::SocialImage),
                    ...self::plain($row, TextField::ImageAlt),
                    ...self::plain($row, TextField::Intro),
                    $row->state()?->label() ?? '',
                    self::key($row),
                ];
            }
        }
    }

    /** @return array{string, string} live, and to be edited */
    private static function plain(DeskRow $row, TextField $field): array
    {
        return [$row->cell($field)->stored, $row->cell($field)->typed()];
    }

    /** Six digits of a digest for each text, live and to be edited, as they stood in the file. */
    public static function key(DeskRow $row): string
    {
        $parts = [];
        foreach (TextField::cases() as $field) {
            $cell = $row->cell($field);
            array_push($parts, self::mark($cell->stored), self::mark($cell->typed()));
        }

        return implode('-', $parts);
    }

    /** By which a cell is known again, spaces apart. */
    public static function mark(string $text): string
    {
        return substr(hash('sha256', trim((string) preg_replace('/\s+/u', ' ', $text))), 0, 6);
    }

    /**
     * @return array{string, string, string|Formula, Formula} live, to be edited, as it will be shown, its characters
     */
    private static function cells(DeskCell $cell, string $column, int $line): array
    {
        $suffix = mb_strlen($cell->suffix);

        $shown = $cell->willShow() ?? '';
        // What the page shows now may be more than the shop's text and what the theme usually adds; that stands as a
        // text.
        $isUsual = $shown === $cell->typed().$cell->suffix && mb_strlen($cell->suffix) <= self::LONGEST_LITERAL;
        $reckoned = new Formula(
            "IF($column$line=\"\",\"\",$column$line&\"".str_replace('"', '""', $cell->suffix).'")',
            $shown,
        );

        return [
            $cell->stored,
            $cell->typed(),
            $isUsual ? $reckoned : $shown,
            new Formula(
                "LEN($column$line)".($suffix > 0 ? "+IF(LEN($column$line)>0,$suffix,0)" : ''),
                $cell->typed() === '' ? 0 : Ruler::characters($cell->typed().$cell->suffix),
            ),
        ];
    }
}
