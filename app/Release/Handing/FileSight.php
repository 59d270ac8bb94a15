<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Platform\Database\Rows;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Columns;
use Orchard\Core\Tabular\Field;
use Orchard\Core\Wording\ShownText;

/**
 * Finds out what the columns of a shop's file are: first by what they hold (addresses and numbers of the store's own
 * pages, the very titles,
 * descriptions and headings that these show), then by their names.
 */
final readonly class FileSight
{
    /** Records that are looked at. */
    public const SAMPLE = 2000;

    /** Share of cells of a column that must agree with what is known. */
    private const LEAST_SHARE = 0.3;

    public function __construct(private Things $things)
    {
    }

    /** @return list<Field> what a column of a file of pages may be */
    public static function fields(): array
    {
        $field = static fn (string $key, string $label, string ...$words): Field => new Field(
            $key,
            $label,
            CellSort::Text,
            array_values($words),
        );

        return [
            $field(
                'key',
                'Key',
                'id',
                'key',
                'sku',
                'handle',
                'number',
                'no',
                'code',
                'item no',
                'ware no',
                'article number',
                'artikelnummer',
                'nummer',
                'référence',
                'referencia',
            ),
            $field(
                'url',
                'URL',
                'url',
                'address',
                'link',
                'page',
                'path',
                'permalink',
                'landing page',
                'adresse',
                'dirección',
            ),
            $field(
                'title',
                'Title',
                'seo title',
                'meta title',
                'title tag',
                'search title',
                'page title',
                'headline for search',
                'browser title',
                'meta titel',
                'seitentitel',
                'meta t',
            ),
            $field(
                'description',
                'Description',
                'seo description',
                'meta description',
                'search description',
                'teaser',
                'metabeschreibung',
                'meta beschreibung',
                'meta d',
            ),
            $field('h1', 'H1', 'h1', 'heading', 'headline', 'überschrift'),
            $field(
                'image_alt',
                'Image alt',
                'image alt',
                'image alt text',
                'alt text',
                'alt',
                'bild alt',
                'alternativtext',
            ),
            $field('intro', 'Intro', 'intro', 'body', 'body html', 'intro text', 'einleitung', 'beschreibungstext'),
            $field('canonical', 'Canonical', 'canonical', 'canonical url', 'canonical link'),
            $field('slug', 'Slug', 'slug', 'url key', 'handle'),
            $field('name', 'Name', 'name', 'product name', 'label', 'bezeichnung', 'titel'),
        ];
    }

    /** @return list<Field> what a column of a file of redirects may be */
    public static function redirectFields(): array
    {
        return [
            new Field('from', 'From', CellSort::Text, [
                'from', 'old', 'source', 'redirect from', 'old url', 'old path', 'path', 'request path', 'von', 'alt',
            ]),
            new Field('to', 'To', CellSort::Text, [
                'to', 'new', 'target', 'redirect to', 'new url', 'new path', 'destination', 'target path', 'nach',
                'neu', 'ziel',
            ]),
        ];
    }

    /**
     * @param  list<string>  $names
     * @param  list<list<string>>  $sample  records under the names
     * @return array{type: string, fields: array<string, int>} what the file is, and column by field
     */
    public function look(array $names, array $sample): array
    {
        $byName = array_flip(Columns::match($names, self::fields()));
        $redirects = array_flip(Columns::match($names, self::redirectFields()));
        [$key, $found] = $this->whereIsIt(count($names), $sample, $byName['key'] ?? null);
        if ($found === [] && count($redirects) === 2) {
            return ['type' => 'redirects', 'fields' => $redirects];
        }
        $fields = $key;
        $texts = $this->textsOf(array_values(array_filter($found)));
        foreach (['title', 'description', 'name'] as $field) {
            $told = array_map(
                static fn (?int $thing): ?string => $thing === null ? null : $texts[$thing][$field] ?? '',
                $found,
            );
            $best = self::agreeing($told, $sample, array_diff(array_keys($names), $fields));
            $best === null || ($fields[$field] = $best);
        }
        foreach ($byName as $field => $column) {
            if (! isset($fields[$field]) && ! in_array($column, $fields, true)) {
                $fields[$field] = $column;
            }
        }

        return ['type' => 'items', 'fields' => $fields];
    }

    /**
     * The columns by which the rows are known, and the thing that each row is.
     *
     * @param  list<list<string>>  $sample
     * @return array{array<string, int>, array<int, ?int>}
     */
    private function whereIsIt(int $columns, array $sample, ?int $named): array
    {
        $best = ['url' => [0, null], 'key' => [0, null]];
        for ($column = 0; $column < $columns; $column++) {
            $cells = array_map(static fn (array $row): string => $row[$column] ?? '', $sample);
            $full = array_filter($cells, static fn (string $cell): bool => trim($cell) !== '');
            if ($full === []) {
                continue;
            }
            $at = count(array_filter($full, fn (string $cell): bool => $this->things->at($cell) !== null));
            $numbered = count(
                array_filter(
                    $full,
                    fn (string $cell): bool => ($this->things->numbered($cell) ?? $this->things->called($cell)) !== null,
                ),
            );
            $at > $best['url'][0] && ($best['url'] = [$at, $column]);
            // What names a row is told once; among columns that do, the one that is called so.
            $isUnique = count(array_unique($full)) === count($full);
            $numbered += $isUnique && $column === $named ? 0.5 : 0;
            $isUnique && $numbered > $best['key'][0] && ($best['key'] = [$numbered, $column]);
        }
        $least = self::LEAST_SHARE * max(1, count($sample));
        $fields = [];
        foreach ($best as $field => [$hits, $column]) {
            $hits >= $least && $column !== null && ($fields[$field] = $column);
        }
        if (! isset($fields['key']) && $named !== null && ! in_array($named, $fields, true)) {
            $fields['key'] = $named;
        }
        $found = [];
        foreach ($sample as $i => $row) {
            $found[$i] = $this->thingOf($row, $fields);
        }

        return [$fields, array_filter($found) === [] ? [] : $found];
    }

    /**
     * The thing that a record is of: by its address, else by its number, else by the last part of its address.
     *
     * @param  list<string>  $row
     * @param  array<string, int>  $fields
     */
    public function thingOf(array $row, array $fields): ?int
    {
        $url = isset($fields['url']) ? $row[$fields['url']] ?? '' : '';
        $key = isset($fields['key']) ? $row[$fields['key']] ?? '' : '';

        return $this->things->at($url) ??
            ($this->things->numbered($key) ??
                (($key === '' ? null : $this->things->called($key)) ??
                    ($url === '' ? null : $this->things->called($url))));
    }

    /**
     * The column that says what the things' texts say.
     *
     * @param  array<int, ?string>  $texts  by record; null where it is of no thing
     * @param  list<list<string>>  $sample
     * @param  array<int>  $columns  that may be it
     */
    private static function agreeing(array $texts, array $sample, array $columns): ?int
    {
        $best = [0.0, null];
        foreach ($columns as $column) {
            $told = $alike = 0;
            foreach ($texts as $i => $text) {
                $cell = trim((string) preg_replace('/\s+/u', ' ', $sample[$i][$column] ?? ''));
                if ($text === null || $cell === '') {
                    continue;
                }
                $told++;
                $alike += ShownText::is($text, $cell) ? 1 : 0;
            }
            $share = $told < 3 ? 0.0 : $alike / $told;
            $share > $best[0] && ($best = [$share, $column]);
        }

        return $best[0] >= self::LEAST_SHARE ? $best[1] : null;
    }

    /**
     * @param  list<int>  $things
     * @return array<int, array<string, string>> title, description and name by thing
     */
    private function textsOf(array $things): array
    {
        $texts = [];
        foreach (array_chunk($things, 2000) as $chunk) {
            foreach (
                Rows::of(
                    DB::table('resources as r')
                        ->leftJoin(
                            'resource_texts as t',
                            static fn ($join) => $join->on('t.resource_id', '=', 'r.id')->where('t.field', 1),
                        )
                        ->leftJoin(
                            'resource_texts as d',
                            static fn ($join) => $join->on('d.resource_id', '=', 'r.id')->where('d.field', 2),
                        )
                        ->whereIn('r.id', $chunk)
                        ->get(['r.id', 'r.name', 't.stored as title', 'd.stored as description']),
                ) as $row
            ) {
                $texts[$row->int('id')] = [
                    'title' => $row->text('title'),
                    'description' => $row->text('description'),
                    'name' => $row->text('name'),
                ];
            }
        }

        return $texts;
    }
}
