<?php

declare(strict_types=1);

use Orchard\Core\Markup\NotFoundText;

it('knows a page that says of itself that it is not there', function (string $title, array $headings): void {
    expect(NotFoundText::isSaid($title, array_values($headings), 20, false))->toBeTrue();
})->with([
    ['Page not found – Shop', ['Oops']],
    ['Shop', ['404']],
    ['404 | Shop', []],
    ['Error 404 – Shop', ['Sorry']],
    ['Shop', ['This page does not exist']],
    ['Shop', ['We couldn’t find that page']],
    ['Seite nicht gefunden', []],
    ['Shop', ['Die Seite existiert nicht mehr']],
    ['Page introuvable – Boutique', []],
    ['Tienda', ['Página no encontrada']],
    ['Negozio', ['Pagina non trovata']],
    ['Shop', ['Pagina niet gevonden']],
    ['Sklep', ['Strona nie istnieje']],
    ['店', ['ページが見つかりません']],
    ['Магазин', ['Страница не найдена']],
    ['Shop', ['Product not found']],
]);

it('takes nothing else for one', function (
    string $title,
    array $headings,
    int $words = 20,
    bool $isProduct = false,
): void {
    expect(NotFoundText::isSaid($title, array_values($headings), $words, $isProduct))->toBeFalse();
})->with([
    ['Lamp 404 – Shop', ['Lamp 404']],
    ['Model 404 pendant', ['404 pendant lamp']],
    ['How to mend "page not found" errors', ['Page not found: what to do'], 800],
    ['Page not found', ['404'], 20, true],
    ['Lost and found', ['Found objects']],
    ['Shop', ['Nothing in your cart']],
    ['', []],
    ['Seitenlampe', ['Diese Seite der Lampe']],
    ['Not found elsewhere: rare lamps', ['Rare lamps']],
]);
