<?php

declare(strict_types=1);

namespace App\Gather\Files\Types;

use App\Inventory\PageSource;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Field;

/** Search rows: what pages and queries were shown and clicked, by day. */
final class SearchRows implements ImportType
{
    public function label(): string
    {
        return 'search rows: clicks and impressions';
    }

    public function source(): PageSource
    {
        return PageSource::Search;
    }

    public function fields(): array
    {
        return [
            CommonFields::day(),
            CommonFields::page(),
            new Field('query', 'Query', CellSort::Words, [
                'query', 'queries', 'top queries', 'search query', 'search term', 'keyword', 'suchanfrage',
                'suchanfragen', 'suchbegriff', 'requête', 'requêtes', 'consulta', 'consultas', 'zoekopdracht',
            ]),
            new Field('country', 'Country', CellSort::Country, [
                'country',
                'countries',
                'land',
                'länder',
                'pays',
                'país',
                'paese',
            ]),
            new Field('device', 'Device', CellSort::Device, [
                'device',
                'devices',
                'device category',
                'gerät',
                'geräte',
                'appareil',
                'dispositivo',
                'apparaat',
            ]),
            new Field('type', 'Search type', CellSort::SearchType, ['search type', 'type', 'suchtyp']),
            new Field('clicks', 'Clicks', CellSort::Count, ['clicks', 'klicks', 'clics', 'clic', 'klikken']),
            new Field('impressions', 'Impressions', CellSort::Count, [
                'impressions',
                'impressionen',
                'impresiones',
                'impressioni',
                'vertoningen',
            ]),
            new Field('position', 'Position', CellSort::Number, [
                'position',
                'average position',
                'avg position',
                'durchschnittliche position',
                'posición',
                'posizione',
                'positie',
            ]),
        ];
    }

    public function lacks(array $keys): ?string
    {
        $has = static fn (string ...$any): bool => array_intersect($any, $keys) !== [];

        return match (true) {
            ! $has('page', 'query') => 'A file of search rows needs a column of pages or of queries.',
            ! $has('impressions') => 'A file of search rows needs a column of impressions.',
            default => null,
        };
    }
}
