<?php

declare(strict_types=1);

namespace App\Gather\Files\Types;

use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Field;

/** Columns that files of several types have, and what they are called. */
final class CommonFields
{
    public const PAGE = [
        'page', 'url', 'landing page', 'top pages', 'pages', 'address', 'link', 'seite', 'seiten', 'zielseite',
        'adresse', 'página', 'pagina', 'page de destination', 'page path',
    ];

    private const PHRASE = [
        'keyword', 'keywords', 'phrase', 'term', 'search term', 'query', 'suchbegriff', 'mot clé', 'mot-clé',
        'palabra clave', 'parola chiave', 'zoekwoord',
    ];

    public static function day(): Field
    {
        return new Field('day', 'Day', CellSort::Day, [
            'day', 'date', 'tag', 'datum', 'jour', 'fecha', 'día', 'data', 'giorno', 'dag',
        ]);
    }

    public static function page(): Field
    {
        return new Field('page', 'Page', CellSort::Address, self::PAGE);
    }

    public static function phrase(): Field
    {
        return new Field('phrase', 'Phrase', CellSort::Words, self::PHRASE);
    }

    public static function number(): Field
    {
        return new Field('number', 'Product number', CellSort::Text, [
            'product number', 'product id', 'sku', 'item id', 'id', 'item number', 'number', 'artikelnummer',
            'artikelnr', 'référence', 'referencia', 'codice', 'artikelnummer',
        ]);
    }
}
