<?php

declare(strict_types=1);

use Orchard\Core\Text\Slot;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\HouseRules;
use Orchard\Core\Wording\NearWording;
use Orchard\Core\Wording\PageFit;
use Orchard\Core\Wording\PageWords;
use Orchard\Core\Wording\SpellingWords;
use Orchard\Core\Wording\TextChecker;
use Orchard\Core\Wording\TextContext;
use Orchard\Core\Wording\TextField;
use Orchard\Core\Wording\TextLimits;

it('finds amounts of money as languages write them, and no other numbers', function (
    string $text,
    array $amounts,
): void {
    expect(PageFit::amounts($text))->toBe($amounts);
})->with([
    ['Dome lamp from €49', [49.0]],
    ['Kuppelleuchte ab 1.249,90 €', [1249.9]],
    ['Lampe dès 1 249,90 €', [1249.9]],
    ['Now £1,249.90, was £1,300', [1249.9, 1300.0]],
    ['For 49.5 EUR, 60 W, E27, 3000 K, 12 lamps', [49.5]],
    ['EUR 20 or $ 30.5', [20.0, 30.5]],
    ['Set of 3, 40 cm, since 1987', []],
    ['1.299 €', [1299.0]],
]);

it('tells a price that the page does not have', function (string $text, array $prices, bool $isOther): void {
    $context = new TextContext(new PageWords(prices: array_values($prices)));
    expect((PageFit::bits(TextField::Description, $text, $context) & Check::OldPrice->value) > 0)->toBe($isOther);
})->with([
    ['Dome lamp for €49.95.', [49.95], false],
    ['Dome lamp for €49.', [49.95], false],
    ['Dome lamp for €50.', [49.95], false],
    ['Dome lamp for €48.', [49.95], true],
    ['Dome lamp for €49.90.', [49.95], true],
    ['Dome lamp, was €60, now €49.95.', [49.95, 60.0], false],
    ['Dome lamp. Free delivery over €100.', [49.95], false],
    ['Dome lamp for €30. Free delivery over €100.', [49.95], true],
    ['Versandkostenfrei ab 50 €', [49.95], false],
    ['Dome lamp for €48.', [], false],
]);

it('tells a title that is about something else than its heading', function (
    string $title,
    string $h1,
    bool $isOff,
): void {
    $context = new TextContext(new PageWords(h1: $h1), brand: 'Tindrel');
    expect((PageFit::bits(TextField::Title, $title, $context) & Check::OffHeading->value) > 0)->toBe($isOff);
})->with([
    ['Bauhaus Lamps from small makers', 'Light for every room', true],
    ['Bauhaus Lamps', 'Lamp, bauhaus', false],
    ['Deckenlampen', 'Lampen für die Decke', false],
    ['Tindrel floor lights', 'Welcome to Tindrel', true],
    ['Kitchen', '', false],
    ['Vases', 'All our vases', false],
    ['Über uns', 'Team', true],
]);

it('lets a description say it in other words than the heading', function (): void {
    $context = new TextContext(new PageWords(h1: 'Light for every room'));
    expect(PageFit::bits(TextField::Description, 'Bauhaus lamps from small makers', $context))->toBe(0);
});

it('tells a description that the page says itself', function (): void {
    $body = "Skip to content. A brass lamp by Kiln Row,\n finished by hand – for halls & stairs of every size. Basket";
    $says = static fn (string $text): bool => (PageFit::bits(
        TextField::Description,
        $text,
        new TextContext(new PageWords(body: $body)),
    ) &
        Check::CopiesBody->value) >
        0;
    expect($says('A brass lamp by Kiln Row, finished by hand - for halls & stairs of every size.'))
        ->toBeTrue()
        ->and($says('A brass lamp by Kiln Row, finished by hand for small rooms and long halls.'))
        ->toBeFalse()
        ->and($says('A brass lamp by Kiln Row'))
        ->toBeFalse();
});

it('tells what of a page’s own a result list cuts off', function (): void {
    $title = 'Ribbed Glass Pendant Lamp in aged brass by Kiln Row for the Dining Room of your home';
    $cut = static fn (array $values, int $width = 600): array => PageFit::cutValues(
        $title,
        ruler()->fit($title, Slot::desktopTitle($width))->lost,
        array_values($values),
    );
    expect($cut(['Aged Brass', 'Dining Room', 'opal', 'E27']))
        ->toBe(['Dining Room'])
        ->and($cut(['Aged Brass', 'Dining Room'], 1200))
        ->toBe([])
        ->and($cut(['Aged Brass', 'Dining Room'], 300))
        ->toBe(['Aged Brass', 'Dining Room']);
    $checker = new TextChecker(ruler(), new TextLimits());
    $bits = static fn (PageWords $page): int => $checker->bits(TextField::Title, $title, new TextContext($page));
    expect($bits(new PageWords(telling: ['Dining Room'])) & Check::AttributeCut->value)
        ->toBeGreaterThan(0)
        ->and($bits(new PageWords(telling: ['aged brass'])) & Check::AttributeCut->value)
        ->toBe(0);
});

it('holds a text against what the store forbids and wants', function (): void {
    $rules = HouseRules::of("cheap\nbest in town\n\n cheap ", "free delivery / delivered free\nTindrel", 0);
    expect($rules->forbiddenIn('CHEAP lamps, the best  in town'))
        ->toBe(['cheap', 'best in town'])
        ->and($rules->forbiddenIn('Cheaper lamps, best'))
        ->toBe([])
        ->and($rules->lackingIn('Lamps, delivered free'))
        ->toBe(['Tindrel'])
        ->and($rules->lackingIn('Lamps of tindrel'))
        ->toBe(['free delivery / delivered free']);
    $bits = static fn (HouseRules $rules): int => (new TextChecker(ruler(), new TextLimits()))->bits(
        TextField::Title,
        'Cheap lamps for halls and stairs',
        new TextContext(brand: 'Tindrel', house: $rules),
    );
    expect($bits($rules))
        ->toBe(Check::Forbidden->value | Check::Unmet->value | Check::BrandMissing->value)
        ->and($bits(HouseRules::of('cheap', 'Tindrel', Check::Forbidden->value | Check::BrandMissing->value)))
        ->toBe(Check::Unmet->value)
        // A brand is asked for only where the store says so.
        ->and($bits(HouseRules::usual()))
        ->toBe(0);
});

it('takes texts for nearly the same where their words are', function (string $one, string $other, bool $isNear): void {
    expect(NearWording::digest($one) === NearWording::digest($other))->toBe($isNear);
})->with([
    ['Brass Lamp for the Hall', 'Hall lamp, brass', true],
    ['Brass lamps', 'brass LAMP!', true],
    ['Große Leuchten für Flure', 'Leuchte, groß, Flur', true],
    ['Lampe en laiton', 'Lampes de laiton', true],
    ['Brass lamp E14', 'Brass lamp E27', false],
    ['Brass lamp', 'Brass lamp, dimmable', false],
    ['Glass', 'Gl', false],
    ['Lamp 1400e', 'Lamp 1400', false],
]);

it('picks words that a dictionary can judge', function (string $text, array $words): void {
    expect(SpellingWords::of($text))->toBe($words);
})->with([
    ['A LED lamp, E27, 3000K, 60 W and 2x40 W', ['lamp', 'and']],
    ['See https://shop.example/lamsp or mail info@shop.example', ['See', 'mail']],
    ['It’s Kiln Row’s lamp – lamp', ["It's", 'Kiln', "Row's", 'lamp']],
    ['Warm light without dazzlin…', ['Warm', 'light', 'without']],
    ['Größe für Élodie', ['Größe', 'für', 'Élodie']],
    'bytes that are no text' => ["\xff bad", ['bad']],
]);
