<?php

declare(strict_types=1);

namespace App\Gather\Files\Types;

use App\Facts\Lists\ListTable;
use App\Inventory\PageSource;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\Tabular\CellProblem;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Field;

/** Products with their price, stock and state. */
final class Products extends ListType
{
    private const ATTRIBUTES = [
        'gtin', 'mpn', 'product_type', 'color', 'material', 'size', 'pattern', 'condition', 'collection', 'season',
    ];

    public function label(): string
    {
        return 'products: number, price, stock, life';
    }

    public function source(): PageSource
    {
        return PageSource::Products;
    }

    public function fields(): array
    {
        return [
            CommonFields::number(),
            CommonFields::page(),
            new Field('name', 'Name', CellSort::Text, [
                'title', 'name', 'product', 'product name', 'bezeichnung', 'titel', 'titre', 'título', 'titolo',
                'naam',
            ]),
            new Field('price', 'Price', CellSort::Number, ['price', 'preis', 'prix', 'precio', 'prezzo', 'prijs']),
            new Field('currency', 'Currency', CellSort::Text, ['currency', 'währung', 'devise', 'moneda', 'valuta']),
            new Field('stock', 'Stock', CellSort::Number, [
                'stock', 'quantity', 'inventory', 'units in stock', 'bestand', 'lagerbestand', 'quantité',
                'existencias', 'giacenza', 'voorraad',
            ]),
            new Field('maker', 'Maker', CellSort::Text, [
                'maker', 'brand', 'manufacturer', 'vendor', 'marke', 'hersteller', 'marque', 'marca', 'merk',
            ]),
            new Field('life', 'State', CellSort::Text, [
                'life state', 'state', 'availability', 'status', 'in stock', 'verfügbarkeit', 'zustand',
                'disponibilité', 'disponibilidad', 'disponibilità', 'beschikbaarheid',
            ]),
            new Field('back_on', 'Back on', CellSort::Day, [
                'availability date',
                'back on',
                'available from',
                'lieferbar ab',
                'disponible le',
                'disponible el',
            ]),
            new Field('replaced_by', 'Replaced by', CellSort::Text, [
                'replaced by',
                'successor',
                'ersetzt durch',
                'remplacé par',
                'nachfolger',
            ]),
            new Field('rating', 'Rating', CellSort::Number, [
                'rating',
                'average rating',
                'stars',
                'bewertung',
                'note',
                'valoración',
            ]),
            new Field('reviews', 'Reviews', CellSort::Count, [
                'review count',
                'reviews',
                'ratings',
                'bewertungen',
                'avis',
                'reseñas',
            ]),
            ...array_map(
                static fn (string $key): Field => new Field($key, ucfirst(str_replace('_', ' ', $key)), CellSort::Text, [
                    str_replace('_', ' ', $key),
                    $key,
                ]),
                self::ATTRIBUTES,
            ),
            new Field('attributes', 'More attributes', CellSort::Text, [
                'attributes',
                'attribute',
                'eigenschaften',
                'attributs',
            ]),
        ];
    }

    public function lacks(array $keys): ?string
    {
        $has = static fn (string ...$any): bool => array_intersect($any, $keys) !== [];

        return match (true) {
            ! $has('page', 'number') => 'A file of products needs a column of product numbers or of pages.',
            ! $has('price', 'stock', 'life', 'rating', 'maker') => 'A file of products needs a column of prices, stock, states, ratings or makers.',
            default => null,
        };
    }

    public function table(): ListTable
    {
        return ListTable::Products;
    }

    public function needed(ListedRow $row): array
    {
        return $row->has('page') ? [] : ['number' => 'Product number'];
    }

    public function name(ListedRow $row, ?string $url): string
    {
        return $row->has('number') ? $row->text('number', 80) : (string) $url;
    }

    public function values(ListedRow $row): array
    {
        return [
            $row->text('number', 80),
            $row->text('name', 400),
            $row->money('price'),
            strtoupper($row->text('currency', 3)),
            $row->whole('stock'),
            $row->text('maker', 120),
            $row->rounded('rating'),
            $row->whole('reviews'),
            self::lifeOf($row)->value,
            $row->has('back_on') ? $row->text('back_on', 10) : null,
            $row->text('replaced_by', 80),
            $row->attributes([...self::ATTRIBUTES, 'attributes']),
        ];
    }

    /** A state that nobody knows is told, and not taken for none. */
    public function problem(ListedRow $row): ?CellProblem
    {
        return $row->has('life') && self::lifeOf($row) === LifeState::Unknown
            ? new CellProblem(
                'State',
                '"'.
                    $row->text('life', 60).
                    '" is no state that is known, such as in stock, out of stock, discontinued',
            )
            : null;
    }

    private static function lifeOf(ListedRow $row): LifeState
    {
        return match (true) {
            $row->has('life') => LifeState::fromAvailability($row->text('life', 400)) ?? LifeState::Unknown,
            $row->text('replaced_by', 80) !== '' => LifeState::Replaced,
            default => LifeState::Unknown,
        };
    }
}
