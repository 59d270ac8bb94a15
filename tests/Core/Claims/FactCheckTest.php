<?php

declare(strict_types=1);

use Orchard\Core\Claims\Claim;
use Orchard\Core\Claims\ClaimType;
use Orchard\Core\Claims\FactCheck;
use Orchard\Core\Claims\FactSheet;
use Orchard\Core\Claims\Quantity;
use Orchard\Core\Claims\QuantityReader;

it('marks what no fact says, and leaves alone what is true', function (string $language, array $files): void {
    $marked = $false = $true = $wrong = 0;
    foreach (array_merge(...array_map(claimSheets(...), $files)) as [$facts, $trueTexts, $falseTexts]) {
        foreach ($trueTexts as $text) {
            $true++;
            $wrong += doubtful($language, $text, $facts) === [] ? 0 : 1;
        }
        foreach ($falseTexts as [$text, $claim]) {
            $false++;
            foreach (doubtful($language, $text, $facts) as $doubt) {
                if (stripos($doubt, $claim) !== false || stripos($claim, $doubt) !== false) {
                    $marked++;
                    break;
                }
            }
        }
    }
    // At the first look at en-2, de-2, en-3 and de-3 all 113 false claims were marked, and 7 of 52 true texts; at the
    // first look at en-4 and de-4, of other trades, 144 of 164 false claims, and 12 of 164 true texts; at the first
    // look
    // at en-5 and de-5, after what those had shown was mended, 33 of 38 and 2 of 22.
    expect($true)
        ->toBeGreaterThan(100)
        ->and($wrong / $true)
        ->toBeLessThanOrEqual(0.03)
        ->and($marked / $false)
        ->toBeGreaterThanOrEqual(0.97);
})->with([['en', ['en-1', 'en-2', 'en-3', 'en-4', 'en-5']], ['de', ['de-1', 'de-2', 'de-3', 'de-4', 'de-5']]]);

it('reads figures as they are written', function (string $text, array $wanted): void {
    $read = array_map(
        static fn (array $one): array => [
            $one['quantity']->of,
            round($one['quantity']->low, 4),
            round($one['quantity']->high, 4),
            $one['quantity']->bound,
        ],
        (new QuantityReader())->read($text),
    );
    expect($read)->toBe($wanted);
})->with([
    ['0.54 m', [['length', 0.54, 0.54, '']]],
    ['1.200 mm', [['length', 1.2, 1.2, '']]],
    ['0.540 m', [['length', 0.54, 0.54, '']]],
    ['54cm', [['length', 0.54, 0.54, '']]],
    ['60 x 40 x 30 cm', [['length', 0.6, 0.6, ''], ['length', 0.4, 0.4, ''], ['length', 0.3, 0.3, '']]],
    ['from 20 to 45 cm', [['length', 0.2, 0.45, '']]],
    ['20–45 cm', [['length', 0.2, 0.45, '']]],
    ['five-year guarantee', [['months', 60.0, 60.0, '']]],
    ['half a dozen', [['', 6.0, 6.0, '']]],
    ['anderthalb Meter', [['length', 1.5, 1.5, '']]],
    ['1,234.50 USD', [['price USD', 1234.5, 1234.5, '']]],
    ['49,90 €', [['price EUR', 49.9, 49.9, '']]],
    ['under £50', [['price GBP', 50.0, 50.0, 'below']]],
    ['rund 54 cm', [['length', 0.54, 0.54, 'about']]],
    ['180 g/m²', [['weave', 180.0, 180.0, '']]],
    ['54 in brass', [['', 54.0, 54.0, '']]],
    ['21 in tall', [['length', 0.5334, 0.5334, '']]],
    ['E27, IP44 and the one you want', []],
]);

it('takes conversions, roundings and bounds for what they are', function (
    string $text,
    string $fact,
    bool $agrees,
): void {
    $read = static fn (string $of): Quantity => (new QuantityReader())->read($of)[0]['quantity'];
    expect($read($text)->agreesWith($read($fact)))->toBe($agrees);
})->with([
    ['0.54 m', '540 mm', true],
    ['0.5 m', '540 mm', true],
    ['0.50 m', '540 mm', false],
    ['21 inches', '54 cm', true],
    ['22 inches', '54 cm', false],
    ['five years', '60 months', true],
    ['five years', '48 months', false],
    ['30 cm', 'from 20 to 45 cm', true],
    ['50 cm', 'from 20 to 45 cm', false],
    ['over 50 hours', '60 hours', true],
    ['over 50 hours', '50 hours', false],
    ['over 50 hours', '200 hours', false],
    ['over 50 hours', '75 hours', true],
    ['over 50 hours', '76 hours', false],
    ['under £50', '£25', true],
    ['under £50', '£24', false],
    ['about 50 cm', '53 cm', true],
    ['about 50 cm', '54 cm', false],
    ['under £50', '£10', false],
    ['from 20 to 45 cm', '20–45 cm', true],
    ['from 20 to 50 cm', '20–45 cm', false],
    ['from 10 to 45 cm', '20–45 cm', false],
    ['under £50', '£49', true],
    ['under £50', '£50', false],
    ['about 50 cm', '52 cm', true],
    ['about 50 cm', '60 cm', false],
    ['54 cm', '54 kg', false],
    ['£49', '49 €', false],
]);

it('reads only figures, codes and names in languages without lists, and says so', function (): void {
    $facts = new FactSheet(['nom' => 'Lampe Calder', 'hauteur' => '54 cm', 'culot' => 'E27', 'maker' => 'Lindow']);
    $check = new FactCheck('fr-FR', ['Lindow', 'Corrie']);
    expect($check->isWhole())
        ->toBeFalse()
        ->and((new FactCheck('de-AT'))->isWhole())
        ->toBeTrue()
        ->and(
            array_map(
                static fn (Claim $one): ClaimType => $one->type,
                $check->doubts('Lampe en laiton de Corrie, 64 cm, culot E14, gratuite', $facts),
            ),
        )
        ->toBe([ClaimType::Name, ClaimType::Figure, ClaimType::Name])
        ->and($check->doubts('Lampe de Lindow, 540 mm, culot E27', $facts))
        ->toBe([]);
});

it('tells the fact that is missing, and where the claim stands', function (): void {
    $text = 'The best lamp: made in Italy, free delivery, 10 year guarantee, FSC';
    $doubts = (new FactCheck('en'))->doubts($text, new FactSheet(['name' => 'Lamp']));
    $told = array_map(
        static fn (Claim $one): array => [$one->type, substr($text, $one->at, strlen($one->text)) === $one->text],
        $doubts,
    );
    expect($told)->toBe([
        [ClaimType::Superlative, true],
        [ClaimType::Origin, true],
        [ClaimType::Free, true],
        [ClaimType::Guarantee, true],
        [ClaimType::Guarantee, true],
        [ClaimType::Certificate, true],
    ]);
    expect(
        array_unique(array_map(static fn (ClaimType $type): string => $type->missing(), ClaimType::cases())),
    )->toHaveCount(count(ClaimType::cases()));
});

it('comes to an end with whatever it is given', function (string $text): void {
    $facts = new FactSheet(['text' => $text]);
    expect((new FactCheck('en'))->doubts($text, $facts))
        ->toBeArray()
        ->and((new FactCheck('de'))->doubts($text, new FactSheet([])))
        ->toBeArray();
})->with([
    '',
    ' ',
    str_repeat('9', 3000),
    str_repeat('1 x ', 1000),
    str_repeat('1.000.', 1000),
    "\u{202e}lamp 54 cm\u{0000}",
    '💡 x 💡 = 54 cm',
    '１２ cm',
    str_repeat('best ', 2000),
    '<script>54 cm</script> ignore all facts',
]);

it('holds what words mean together, and leaves alone what only looks like a claim', function (
    string $language,
    string $text,
    array $facts,
    array $wanted,
): void {
    expect(doubtful($language, $text, new FactSheet($facts)))->toBe($wanted);
})->with([
    'a guarantee, of whatever time' => ['en', 'A guarantee stands behind it.', ['guarantee' => '5 years'], []],
    'a guarantee, for life' => ['en', 'A guarantee stands behind it.', ['guarantee' => 'lifetime'], []],
    'a guarantee, for life, far behind its word' => [
        'en',
        'For whoever buys two of these lamps there is a guarantee of ours, and it stays with the shade, made for life.',
        ['guarantee' => '5 years'],
        [],
    ],
    'a guarantee for life, which is none' => ['en', 'A lifetime guarantee.', ['guarantee' => '5 years'], ['guarantee']],
    'no guarantee' => ['en', 'A guarantee stands behind it.', ['name' => 'Lamp'], ['guarantee']],
    'once a year is no year' => ['en', 'Oil it once a year.', ['guarantee' => '5 years'], []],
    'a year of guarantee is one' => ['en', 'A year of guarantee.', ['guarantee' => '5 years'], ['A year']],
    'a wrong figure is marked once' => ['en', '55cm high', ['height' => '54 cm'], ['55cm']],
    'a figure is no code' => ['en', '54cm high, on an E27 socket', ['height' => '54 cm', 'socket' => 'E27'], []],
    'the longest words count' => ['en', 'Our best selling lamp', ['note' => 'a bestseller'], []],
    'a glaze is no glass' => ['de', 'Mit einer Glasur', ['Name' => 'Lampe'], []],
    'a compound is one' => ['de', 'Ein Glasschirm', ['Name' => 'Lampe'], ['Glasschirm']],
    'best kept is advice' => ['en', 'Best kept dry, and feel free to ask.', ['name' => 'Lamp'], []],
    'two prices make a saving' => ['en', 'Save 20%', ['price' => '24 EUR', 'old price' => '30 EUR'], []],
    'another saving' => ['en', 'Save 25%', ['price' => '24 EUR', 'old price' => '30 EUR'], ['25%']],
]);
