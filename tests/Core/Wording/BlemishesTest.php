<?php

declare(strict_types=1);

use Orchard\Core\Wording\Blemishes;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\LeadTerm;
use Orchard\Core\Wording\TextContext;
use Orchard\Core\Wording\TextField;

/** @return list<string> */
function blemishes(
    string $text,
    TextContext $context = new TextContext(brand: 'Tindrel', suffix: ' – Tindrel', year: 2026),
    TextField $field = TextField::Title,
): array {
    return array_map(
        static fn (Check $check): string => $check->key(),
        Check::inBits(Blemishes::bits($field, $text, $context)),
    );
}

it('finds what a reader would stumble over, and nothing else', function (string $text, array $wanted): void {
    expect(blemishes($text))->toBe($wanted);
})->with([
    ['Brass lamp with linen shade – Tindrel', []],
    ['Home – Tindrel', ['vague']],
    ['Alle Produkte | Tindrel', ['vague']],
    ['Produits', ['vague']],
    ['Home lighting in oak – Tindrel', []],
    ['Tindrel brass lamps – Tindrel', ['brand']],
    ['Tindrelish brass lamps – Tindrel', []],
    ['BRASS on sale with LED', []],
    ['BRASS LIGHTS on sale', ['loud']],
    ['BRASS LAMPS E27', ['loud']],
    ['Lamps 💡 for you', ['loud']],
    ['Lamps now!! Buy', ['loud']],
    ['Why LED? How bright?', []],
    ['{{ product.name }} lamp', ['leftover']],
    ['Lamp &amp; shade', ['leftover']],
    ['<b>Lamp</b>', ['leftover']],
    ['Lamp undefined', ['leftover']],
    ['R&B lamp, 5 < 6', []],
    ['Price: [price]', ['leftover']],
    ['Lamps of 2024', ['year']],
    ['Lamps 2025 to 2026', []],
    ['Lamp 2024 lm', []],
    ['Lamp 2019-04', []],
    ['Lamps of 2026', []],
    ['Lamp 1920', []],
    ['Lamp, floor lamp, table lamp', ['stuffed']],
    ['Lamp, floor lamp', []],
]);

it('holds a text against the page’s lead term and its other text', function (): void {
    $context = new TextContext(suffix: ' – Tindrel', lead: 'brass lamps', other: 'Brass lamp');
    expect(blemishes('Lamp of brass – Tindrel', $context))
        ->toBe([])
        ->and(blemishes('Linen shades – Tindrel', $context))
        ->toBe(['lead'])
        ->and(blemishes('For the long evenings in the hall: brass lamps – Tindrel', $context))
        ->toBe(['late'])
        ->and(blemishes('Brass lamp.', new TextContext(other: 'Brass lamp'), TextField::Description))
        ->toBe(['same'])
        ->and(blemishes('Brass lamp, sent in two days.', new TextContext(other: 'Brass lamp'), TextField::Description))
        ->toBe([]);
});

it('knows a term in its forms, and none that only looks like it', function (
    string $text,
    string $term,
    bool $stands,
    bool $early,
): void {
    expect(LeadTerm::standsIn($text, $term))->toBe($stands)->and(LeadTerm::isEarly($text, $term))->toBe($early);
})->with([
    ['Table lamps in brass', 'table lamp', true, true],
    ['Lampen für den Tisch', 'lampe', true, true],
    ['Lampshades in linen', 'lamp', false, false],
    ['Wall light', 'wall lights', true, true],
    ['Something else, then a rug', 'rug', true, false],
    ['Light for halls: brass lamps in many sizes', 'brass lamp', true, true],
    ['Ruger goods', 'rug', false, false],
    ['Éclairage doux', 'ÉCLAIRAGE', true, true],
    ['Größe Lampe von Brontë', 'grosse lampe bronte', true, true],
    ['Løvdal Arc Table Lamp', 'lovdal arc table lamp', true, true],
    ['Lampe aus Łódź', 'lampe lodz', true, true],
    ['Half', '', false, false],
]);
