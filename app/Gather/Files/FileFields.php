<?php

declare(strict_types=1);

namespace App\Gather\Files;

use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Field;

/** What each type of file may tell, and what its columns are called in the languages of our stores. */
final class FileFields
{
    private const PAGE = [
        'page', 'url', 'landing page', 'top pages', 'pages', 'address', 'link', 'seite', 'seiten', 'zielseite',
        'adresse', 'página', 'pagina', 'page de destination', 'page path',
    ];

    private const PHRASE = [
        'keyword', 'keywords', 'phrase', 'term', 'search term', 'query', 'suchbegriff', 'mot clé', 'mot-clé',
        'palabra clave', 'parola chiave', 'zoekwoord',
    ];

    /** @return list<Field> */
    public static function of(FileSort $sort): array
    {
        $day = new Field('day', 'Day', CellSort::Day, [
            'day', 'date', 'tag', 'datum', 'jour', 'fecha', 'día', 'data', 'giorno', 'dag',
        ]);
        $page = new Field('page', 'Page', CellSort::Address, self::PAGE);
        $phrase = new Field('phrase', 'Phrase', CellSort::Words, self::PHRASE);
        $number = new Field('number', 'Product number', CellSort::Text, [
            'product number', 'product id', 'sku', 'item id', 'id', 'item number', 'number', 'artikelnummer',
            'artikelnr', 'référence', 'referencia', 'codice', 'artikelnummer',
        ]);
        $price = new Field('price', 'Price', CellSort::Number, ['price', 'preis', 'prix', 'precio', 'prezzo', 'prijs']);
        $stock = new Field('stock', 'Stock', CellSort::Number, [
            'stock', 'quantity', 'inventory', 'units in stock', 'bestand', 'lagerbestand', 'quantité', 'existencias',
            'giacenza', 'voorraad',
        ]);
        $maker = new Field('maker', 'Maker', CellSort::Text, [
            'maker', 'brand', 'manufacturer', 'vendor', 'marke', 'hersteller', 'marque', 'marca', 'merk',
        ]);
        $life = new Field('life', 'State', CellSort::Text, [
            'life state', 'state', 'availability', 'status', 'in stock', 'verfügbarkeit', 'zustand', 'disponibilité',
            'disponibilidad', 'disponibilità', 'beschikbaarheid',
        ]);

        return match ($sort) {
            FileSort::Search => [
                $day,
                $page,
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
            ],
            FileSort::Sales => [
                $day,
                $page,
                new Field('product', 'Product number', CellSort::Address, [
                    'product number', 'product id', 'sku', 'item id', 'product', 'artikelnummer', 'artikel',
                    'référence', 'referencia',
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
                new Field('margin', 'Margin', CellSort::Number, [
                    'margin',
                    'gross profit',
                    'marge',
                    'rohertrag',
                    'margen',
                ]),
            ],
            FileSort::Products => [
                $number,
                $page,
                new Field('name', 'Name', CellSort::Text, [
                    'title', 'name', 'product', 'product name', 'bezeichnung', 'titel', 'titre', 'título', 'titolo',
                    'naam',
                ]),
                $price,
                new Field('currency', 'Currency', CellSort::Text, [
                    'currency',
                    'währung',
                    'devise',
                    'moneda',
                    'valuta',
                ]),
                $stock,
                $maker,
                $life,
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
                    static fn (string $key): Field => new Field(
                        $key,
                        ucfirst(str_replace('_', ' ', $key)),
                        CellSort::Text,
                        [str_replace('_', ' ', $key), $key],
                    ),
                    [
                        'gtin', 'mpn', 'product_type', 'color', 'material', 'size', 'pattern', 'condition',
                        'collection', 'season',
                    ],
                ),
                new Field('attributes', 'More attributes', CellSort::Text, [
                    'attributes',
                    'attribute',
                    'eigenschaften',
                    'attributs',
                ]),
            ],
            FileSort::Keywords => [
                $phrase,
                new Field('country', 'Country', CellSort::Country, [
                    'country',
                    'land',
                    'pays',
                    'país',
                    'paese',
                    'market',
                ]),
                new Field('volume', 'Volume a month', CellSort::Number, [
                    'volume', 'search volume', 'searches', 'monthly searches', 'avg monthly searches', 'suchvolumen',
                    'volume de recherche', 'volumen', 'volume di ricerca', 'zoekvolume',
                ]),
                new Field('difficulty', 'Difficulty', CellSort::Number, [
                    'difficulty', 'keyword difficulty', 'kd', 'competition', 'schwierigkeit', 'difficulté',
                    'dificultad', 'difficoltà', 'moeilijkheid',
                ]),
                new Field('topic', 'Group', CellSort::Text, [
                    'group', 'topic', 'cluster', 'parent topic', 'gruppe', 'thema', 'groupe', 'grupo', 'gruppo',
                    'groep',
                ]),
                new Field('holders', 'Pages at the top', CellSort::Text, [
                    'page types',
                    'top pages',
                    'kinds of pages',
                    'results',
                    'intent',
                    'seitentypen',
                ]),
            ],
            FileSort::Rivals => [
                $phrase,
                new Field('rival', 'Rival’s page', CellSort::Address, [
                    'rival url', 'rival page', 'rival', 'competitor url', 'competitor', 'url', 'page', 'wettbewerber',
                    'concurrent', 'competidor',
                ]),
                new Field('position', 'Position', CellSort::Number, [
                    'position',
                    'rank',
                    'ranking',
                    'posición',
                    'posizione',
                    'positie',
                    'rang',
                ]),
                new Field('traffic', 'Visits a month', CellSort::Number, [
                    'traffic',
                    'visits',
                    'visitors',
                    'besucher',
                    'trafic',
                    'tráfico',
                    'traffico',
                ]),
            ],
            FileSort::Backlinks => [
                new Field('source', 'Linking page', CellSort::Address, [
                    'source', 'source url', 'linking page', 'referring page', 'referring page url', 'from', 'quelle',
                    'page source', 'origen',
                ]),
                new Field('page', 'Our page', CellSort::Address, [
                    'target',
                    'target url',
                    'target page',
                    'to',
                    'ziel',
                    'cible',
                    'destino',
                    ...self::PAGE,
                ]),
                new Field('anchor', 'Anchor', CellSort::Text, [
                    'anchor',
                    'anchor text',
                    'link text',
                    'ankertext',
                    'ancre',
                    'ancla',
                ]),
                new Field('followed', 'Followed', CellSort::Truth, ['followed', 'follow', 'dofollow', 'rel']),
                new Field('placement', 'Placement', CellSort::Text, [
                    'placement',
                    'position',
                    'link type',
                    'region',
                    'platzierung',
                ]),
            ],
            FileSort::Index => [
                $page,
                new Field('listed', 'Listed', CellSort::Truth, [
                    'listed',
                    'indexed',
                    'in index',
                    'indexiert',
                    'indexé',
                    'indexada',
                ]),
                new Field('reason', 'Why', CellSort::Text, [
                    'reason', 'why', 'coverage', 'coverage state', 'state', 'status', 'grund', 'raison', 'motivo',
                ]),
                new Field('kept', 'Address that was kept', CellSort::Address, [
                    'kept url',
                    'chosen canonical',
                    'selected canonical',
                    'engine canonical',
                    'canonical',
                    'kanonische url',
                ]),
                new Field('shown', 'Title that is shown', CellSort::Text, [
                    'shown title',
                    'title in results',
                    'result title',
                    'title',
                ]),
                new Field('fetched', 'Last fetched', CellSort::Day, [
                    'last fetched',
                    'last crawled',
                    'last crawl',
                    'fetched',
                    'zuletzt gecrawlt',
                    'dernière exploration',
                ]),
            ],
            FileSort::Logs => [
                $day,
                $page,
                new Field('crawler', 'Crawler', CellSort::Words, ['crawler', 'bot', 'agent', 'user agent']),
                new Field('status', 'Status', CellSort::Count, ['status', 'status code', 'http status']),
                new Field('fetches', 'Fetches', CellSort::Count, [
                    'fetches',
                    'hits',
                    'requests',
                    'anfragen',
                    'zugriffe',
                ]),
            ],
            FileSort::Pages => [
                $page,
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
                    static fn (string $key): Field => new Field(
                        $key,
                        ucfirst(str_replace('_', ' ', $key)),
                        CellSort::Text,
                        [str_replace('_', ' ', $key), $key],
                    ),
                    ['description', 'price', 'brand', 'owner', 'note', 'color', 'material', 'size'],
                ),
            ],
        };
    }
}
