<?php

declare(strict_types=1);

use Orchard\Core\Markup\ImageView;

// From dictionaries of what photographers of products call their views, not from the code.
it('knows views by the words of four languages', function (string $view, array $words): void {
    foreach ($words as $word) {
        expect(ImageView::ofToken($word)?->value)->toBe($view, $word);
    }
})->with([
    ['front', ['front', 'frontal', 'vorne', 'vorn', 'vorderseite', 'frontansicht', 'face', 'devant', 'frente']],
    ['back', ['back', 'rear', 'hinten', 'rückseite', 'rueckseite', 'dos', 'arrière', 'arriere', 'detrás', 'detras']],
    ['side', ['side', 'profile', 'seite', 'seitlich', 'seitenansicht', 'côté', 'cote', 'profil', 'lado', 'lateral']],
    ['top', ['top', 'above', 'overhead', 'oben', 'draufsicht', 'dessus', 'arriba']],
    ['below', ['bottom', 'underside', 'below', 'unten', 'unterseite', 'dessous', 'abajo']],
    ['detail', ['detail', 'details', 'closeup', 'close', 'macro', 'nahaufnahme', 'détail', 'détails', 'detalle']],
    ['room', ['room', 'interior', 'lifestyle', 'ambience', 'ambient', 'scene', 'raum', 'ambiente', 'milieu']],
    ['room', ['insitu', 'wohnraum', 'ambiance', 'situation']],
    ['box', ['packaging', 'package', 'box', 'verpackung', 'karton', 'emballage', 'embalaje', 'caja']],
    ['size', ['size', 'sizes', 'dimension', 'dimensions', 'measurements', 'maße', 'masse', 'abmessungen']],
    ['size', ['medidas', 'dimensiones']],
    ['drawing', ['drawing', 'sketch', 'zeichnung', 'skizze', 'dessin', 'dibujo']],
]);

it('takes no other word for a view', function (string $word): void {
    expect(ImageView::ofToken($word))->toBeNull();
})->with(['', 'lamp', 'backpack', 'inside', 'desktop', 'boxwood', '2']);

it('says each view in the words of a language', function (string $language, array $words): void {
    $views = array_map(static fn (ImageView $view): string => $view->words($language), ImageView::cases());
    expect($views)->toHaveCount(count(array_unique($views)));
    expect(array_intersect($words, $views))->toBe($words);
})->with([
    ['en', ['front view', 'from above', 'from below', 'packaging', 'dimensions']],
    ['de', ['von vorn', 'Rückseite', 'von oben', 'Verpackung', 'Maße', 'Zeichnung']],
    ['fr', ['vue de face', 'dos', 'vue de côté']],
]);

it('says nothing in a language that it does not know', function (): void {
    expect(ImageView::Front->words('xx'))->toBe('');
});

it('numbers a view that has no name', function (): void {
    expect(ImageView::numbered(3, 'en'))->toBe('view 3')->and(ImageView::numbered(3, 'de'))->toBe('Ansicht 3');
});
