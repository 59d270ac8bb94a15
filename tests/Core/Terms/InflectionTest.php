<?php

declare(strict_types=1);

use Orchard\Core\Terms\Inflection;

it('brings singular and plural together', function (string $language, array $pairs): void {
    foreach ($pairs as $singular => $plural) {
        expect(Inflection::form($plural, $language))->toBe(
            Inflection::form($singular, $language),
            "$singular, $plural",
        );
    }
})->with([
    'English' => [
        'en',
        [
            'lamp' => 'lamps',
            'shelf' => 'shelves',
            'box' => 'boxes',
            'dish' => 'dishes',
            'bench' => 'benches',
            'berry' => 'berries',
            'potato' => 'potatoes',
            'mug' => 'mugs',
            'woman' => 'women',
            'glass' => 'glass',
            'vase' => 'vases',
            'dress' => 'dresses',
            'toy' => 'toys',
            'buzz' => 'buzzes',
            'grotto' => 'grottoes',
            'hat' => 'hats',
            'cup' => "cup's",
            'men' => "men's",
        ],
    ],
    'German' => [
        'de',
        [
            'lampe' => 'lampen',
            'leuchte' => 'leuchten',
            'tisch' => 'tische',
            'haus' => 'häuser',
            'glas' => 'gläser',
            'bild' => 'bilder',
            'kind' => 'kinder',
            'kissen' => 'kissen',
            'sofa' => 'sofas',
            'spot' => 'spots',
            'verkäuferin' => 'verkäuferinnen',
            'kamera' => 'kameras',
            'decke' => 'decken',
            'serie' => 'serien',
            'stuhl' => 'stühle',
            'loft' => 'lofts',
            'teppich' => 'teppiche',
            'lichterkette' => 'lichterketten',
        ],
    ],
    'French' => [
        'fr',
        [
            'lampe' => 'lampes',
            'tableau' => 'tableaux',
            'journal' => 'journaux',
            'bijou' => 'bijoux',
            'jeu' => 'jeux',
            'bois' => 'bois',
            'verre' => 'verres',
            'étagère' => 'étagères',
            'animal' => 'animaux',
            'tapis' => 'tapis',
        ],
    ],
    'Spanish' => [
        'es',
        [
            'lámpara' => 'lámparas',
            'sillón' => 'sillones',
            'luz' => 'luces',
            'cojín' => 'cojines',
            'mesa' => 'mesas',
            'mantel' => 'manteles',
            'pared' => 'paredes',
            'reloj' => 'relojes',
            'gas' => 'gas',
            'color' => 'colores',
        ],
    ],
]);

it('keeps words apart that mean different things', function (string $language, string $one, string $other): void {
    expect(Inflection::form($one, $language))->not->toBe(Inflection::form($other, $language));
})->with([
    ['en', 'glass', 'glasses'],
    ['en', 'brass', 'bra'],
    ['en', 'sunglasses', 'sunglass'],
    ['en', 'bus', 'bu'],
    ['en', 'news', 'new'],
    ['en', 'iris', 'iri'],
    ['de', 'leuchte', 'leuchter'],
    ['de', 'teller', 'telle'],
    ['de', 'haus', 'hau'],
    ['de', 'glas', 'gla'],
    ['de', 'messer', 'messe'],
    ['fr', 'bois', 'boi'],
    ['fr', 'tapis', 'tapi'],
    ['es', 'paraguas', 'paragua'],
]);

it('takes German adjectives by their stem', function (string $one, string $other): void {
    expect(Inflection::form($one, 'de'))->toBe(Inflection::form($other, 'de'));
})->with([
    ['schwarze', 'schwarzer'],
    ['runden', 'rundes'],
    ['große', 'grosser'],
    ['grünes', 'grüne'],
    ['dimmbarer', 'dimmbare'],
]);

it('knows a plural when it sees one', function (string $word, string $language, bool $isPlural): void {
    expect(Inflection::isPlural($word, $language))->toBe($isPlural);
})->with([
    ['lamps', 'en', true],
    ['lamp', 'en', false],
    ['glass', 'en', false],
    ["men's", 'en', false],
    ['shelves', 'en', true],
    ['lampen', 'de', true],
    ['lampe', 'de', false],
    ['häuser', 'de', true],
    ['haus', 'de', false],
    ['stühle', 'de', true],
    ['lampes', 'fr', true],
    ['lampe', 'fr', false],
    ['bois', 'fr', false],
    ['lámparas', 'es', true],
    ['lámpara', 'es', false],
    ['lampor', 'sv', false],
]);

it('leaves words with figures, short words, and other languages as they are', function (
    string $word,
    string $language,
): void {
    expect(Inflection::form($word, $language))->toBe($word);
})->with([
    ['e27s', 'en'],
    ['led', 'en'],
    ['bus', 'en'],
    ['has', 'en'],
    ['gu10', 'de'],
    ['lampor', 'sv'],
    ['ランプ', 'ja'],
    ['gas', 'es'],
    ['bas', 'fr'],
]);

it('comes to the same form again', function (): void {
    $words = ['lamps', 'shelves', 'boxes', 'berries', 'dresses', 'grottoes', 'women', 'canvases', 'vases', 'toys'];
    foreach ($words as $word) {
        $form = Inflection::form($word, 'en');
        expect(Inflection::form($form, 'en'))->toBe($form, $word);
    }
});
