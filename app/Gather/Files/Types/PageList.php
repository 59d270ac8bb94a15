<?php

declare(strict_types=1);

namespace App\Gather\Files\Types;

use App\Facts\Lists\ListTable;
use App\Inventory\PageSource;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Field;

/** Addresses of pages, with what somebody says of each. */
final class PageList extends ListType
{
    private const ATTRIBUTES = ['description', 'price', 'brand', 'owner', 'note', 'color', 'material', 'size'];

    public function label(): string
    {
        return 'pages: a list of addresses';
    }

    public function source(): PageSource
    {
        return PageSource::List;
    }

    public function fields(): array
    {
        return [
            CommonFields::page(),
            new Field('name', 'Title', CellSort::Text, ['title', 'name', 'titel', 'titre', 'título', 'titolo']),
            new Field('kind', 'Kind', CellSort::Text, [
                'kind',
                'page kind',
                'page type',
                'type',
                'seitentyp',
                'art',
                'type de page',
                'tipo',
            ]),
            new Field('collection', 'Collection', CellSort::Text, [
                'collection',
                'category',
                'kategorie',
                'catégorie',
                'categoría',
                'product type',
            ]),
            new Field('in_stock', 'In stock', CellSort::Text, [
                'in stock',
                'availability',
                'stock',
                'auf lager',
                'verfügbarkeit',
                'bestand',
                'disponibilité',
                'disponibilidad',
            ]),
            new Field('noindex', 'Noindex', CellSort::Text, ['noindex', 'robots', 'meta robots', 'robots meta']),
            ...array_map(
                static fn (string $key): Field => new Field($key, ucfirst(str_replace('_', ' ', $key)), CellSort::Text, [
                    str_replace('_', ' ', $key),
                    $key,
                ]),
                self::ATTRIBUTES,
            ),
        ];
    }

    public function lacks(array $keys): ?string
    {
        return in_array('page', $keys, true) ? null : 'A list of pages needs a column of addresses.';
    }

    public function table(): ListTable
    {
        return ListTable::Listed;
    }

    public function values(ListedRow $row): array
    {
        return [
            $row->text('name', 190),
            $row->attributes(['kind', 'collection', 'in_stock', 'noindex', ...self::ATTRIBUTES]),
        ];
    }
}
