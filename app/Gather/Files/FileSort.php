<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Store\Facts\FactTable;
use App\Store\Facts\Grain;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Field;

/** The sorts of files that can be brought in, and what each may tell. */
enum FileSort: string
{
    case Search = 'search';
    case Sales = 'sales';

    public function label(): string
    {
        return $this === self::Search ? 'search rows: clicks and impressions' : 'sales rows: visits, orders, revenue';
    }

    public function facts(): FactTable
    {
        return $this === self::Search ? FactTable::Search : FactTable::Sales;
    }

    /** @return list<Field> */
    public function fields(): array
    {
        $day = new Field('day', 'Day', CellSort::Day, ['day', 'date', 'tag', 'datum', 'jour', 'fecha', 'día', 'data', 'giorno', 'dag']);
        $page = new Field('page', 'Page', CellSort::Address, ['page', 'url', 'landing page', 'top pages', 'pages', 'address', 'seite', 'seiten', 'zielseite', 'adresse', 'página', 'pagina', 'page de destination', 'page path']);

        return $this === self::Search ? [
            $day, $page,
            new Field('query', 'Query', CellSort::Words, ['query', 'queries', 'top queries', 'search query', 'search term', 'keyword', 'suchanfrage', 'suchanfragen', 'suchbegriff', 'requête', 'requêtes', 'consulta', 'consultas', 'zoekopdracht']),
            new Field('country', 'Country', CellSort::Country, ['country', 'countries', 'land', 'länder', 'pays', 'país', 'paese']),
            new Field('device', 'Device', CellSort::Device, ['device', 'devices', 'device category', 'gerät', 'geräte', 'appareil', 'dispositivo', 'apparaat']),
            new Field('type', 'Search type', CellSort::SearchType, ['search type', 'type', 'suchtyp']),
            new Field('clicks', 'Clicks', CellSort::Count, ['clicks', 'klicks', 'clics', 'clic', 'klikken']),
            new Field('impressions', 'Impressions', CellSort::Count, ['impressions', 'impressionen', 'impresiones', 'impressioni', 'vertoningen']),
            new Field('position', 'Position', CellSort::Number, ['position', 'average position', 'avg position', 'durchschnittliche position', 'posición', 'posizione', 'positie']),
        ] : [
            $day, $page,
            new Field('product', 'Product number', CellSort::Address, ['product number', 'product id', 'sku', 'item id', 'product', 'artikelnummer', 'artikel', 'référence', 'referencia']),
            new Field('visits', 'Organic visits', CellSort::Count, ['organic visits', 'visits', 'sessions', 'organic sessions', 'besuche', 'sitzungen', 'visites', 'sesiones', 'sessioni']),
            new Field('orders', 'Orders', CellSort::Count, ['orders', 'purchases', 'transactions', 'bestellungen', 'käufe', 'commandes', 'pedidos', 'ordini', 'bestellingen']),
            new Field('units', 'Units', CellSort::Count, ['units', 'quantity', 'items sold', 'items purchased', 'stück', 'menge', 'quantité', 'unidades']),
            new Field('revenue', 'Revenue', CellSort::Number, ['revenue', 'sales', 'net sales', 'total revenue', 'umsatz', 'erlös', 'chiffre d’affaires', 'ingresos', 'ricavi', 'omzet']),
            new Field('returned', 'Returned', CellSort::Number, ['returns', 'returned', 'refunds', 'retouren', 'retours', 'devoluciones']),
            new Field('margin', 'Margin', CellSort::Number, ['margin', 'gross profit', 'marge', 'rohertrag', 'margen']),
        ];
    }

    public function field(string $key): ?Field
    {
        foreach ($this->fields() as $field) {
            if ($field->key === $key) {
                return $field;
            }
        }

        return null;
    }

    /** @param  list<string>  $keys fields that columns were found for */
    public function grain(array $keys): int
    {
        $grain = 0;
        foreach (['page' => Grain::PAGE, 'product' => Grain::PAGE, 'query' => Grain::QUERY, 'country' => Grain::COUNTRY, 'device' => Grain::DEVICE, 'type' => Grain::TYPE, 'day' => Grain::DAY] as $key => $bit) {
            $grain |= in_array($key, $keys, true) ? $bit : 0;
        }

        return $grain;
    }

    /**
     * What is missing for a file of this sort.
     *
     * @param  list<string>  $keys
     */
    public function lacks(array $keys): ?string
    {
        $has = static fn (string ...$any): bool => array_intersect($any, $keys) !== [];

        return match (true) {
            $this === self::Search && ! $has('page', 'query') => 'A file of search rows needs a column of pages or of queries.',
            $this === self::Search && ! $has('impressions') => 'A file of search rows needs a column of impressions.',
            $this === self::Sales && ! $has('page', 'product') => 'A file of sales rows needs a column of pages or of product numbers.',
            $this === self::Sales && ! $has('visits', 'orders', 'revenue') => 'A file of sales rows needs a column of visits, orders or revenue.',
            default => null,
        };
    }
}
