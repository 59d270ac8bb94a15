<?php

declare(strict_types=1);

namespace App\Gather\Files\Types;

use App\Inventory\PageSource;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Field;

/** Sales rows: what pages or products sold, by day. */
final class SalesRows implements ImportType
{
    public function label(): string
    {
        return 'sales rows: visits, orders, revenue';
    }

    public function source(): PageSource
    {
        return PageSource::Sales;
    }

    public function fields(): array
    {
        return [
            CommonFields::day(),
            CommonFields::page(),
            new Field('product', 'Product number', CellSort::Address, [
                'product number', 'product id', 'sku', 'item id', 'product', 'artikelnummer', 'artikel', 'référence',
                'referencia',
            ]),
            new Field('visits', 'Organic visits', CellSort::Count, [
                'organic visits', 'visits', 'sessions', 'organic sessions', 'besuche', 'sitzungen', 'visites',
                'sesiones', 'sessioni',
            ]),
            new Field('orders', 'Orders', CellSort::Count, [
                'orders', 'purchases', 'transactions', 'bestellungen', 'käufe', 'commandes', 'pedidos', 'ordini',
                'bestellingen',
            ]),
            new Field('units', 'Units', CellSort::Count, [
                'units',
                'quantity',
                'items sold',
                'items purchased',
                'stück',
                'menge',
                'quantité',
                'unidades',
            ]),
            new Field('revenue', 'Revenue', CellSort::Number, [
                'revenue', 'sales', 'net sales', 'total revenue', 'umsatz', 'erlös', 'chiffre d’affaires',
                'ingresos', 'ricavi', 'omzet',
            ]),
            new Field('returned', 'Returned', CellSort::Number, [
                'returns',
                'returned',
                'refunds',
                'retouren',
                'retours',
                'devoluciones',
            ]),
            new Field('margin', 'Margin', CellSort::Number, ['margin', 'gross profit', 'marge', 'rohertrag', 'margen']),
        ];
    }

    public function lacks(array $keys): ?string
    {
        $has = static fn (string ...$any): bool => array_intersect($any, $keys) !== [];

        return match (true) {
            ! $has('page', 'product') => 'A file of sales rows needs a column of pages or of product numbers.',
            ! $has('visits', 'orders', 'revenue') => 'A file of sales rows needs a column of visits, orders or revenue.',
            default => null,
        };
    }
}
