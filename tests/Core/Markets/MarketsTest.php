<?php

declare(strict_types=1);

use Orchard\Core\Markets\Country;
use Orchard\Core\Markets\LanguageTag;
use Orchard\Core\Markets\SeenMarket;
use Orchard\Core\Url\PageUrl;

it('knows currency, time zone and name of countries', function (string $code, string $currency, string $zone): void {
    $country = Country::of($code) ?? throw new LogicException($code);
    expect($country->currency())
        ->toBe($currency)
        ->and($country->timeZone())
        ->toBe($zone)
        ->and(in_array($country->timeZone(), DateTimeZone::listIdentifiers(), true))
        ->toBeTrue();
})->with([
    ['DE', 'EUR', 'Europe/Berlin'],
    ['at', 'EUR', 'Europe/Vienna'],
    ['uk', 'GBP', 'Europe/London'],
    ['US', 'USD', 'America/New_York'],
    ['PL', 'PLN', 'Europe/Warsaw'],
    ['CH', 'CHF', 'Europe/Zurich'],
    ['BR', 'BRL', 'America/Sao_Paulo'],
    ['AU', 'AUD', 'Australia/Sydney'],
    ['JP', 'JPY', 'Asia/Tokyo'],
]);

it('has a zone and a currency for every country of the time zone database', function (): void {
    $lines = array_filter(
        file('/usr/share/zoneinfo/iso3166.tab') ?: [],
        static fn (string $line): bool => ! str_starts_with($line, '#') && trim($line) !== '',
    );
    $seen = 0;
    foreach ($lines as $line) {
        $country = Country::of(substr($line, 0, 2));
        // Islands that nobody lives on have no zone, Antarctica no money.
        if ($country !== null && ! in_array($country->code, ['BV', 'HM', 'AQ'], true)) {
            expect($country->timeZone())->not->toBeNull($line)->and($country->currency())->not->toBeNull($line);
            $seen++;
        }
    }
    expect($seen)->toBeGreaterThan(240);
})->skip(! is_file('/usr/share/zoneinfo/iso3166.tab'), 'The time zone database is not on this machine.');

it('takes a host’s last label for a country only where it is one', function (string $host, ?string $code): void {
    expect(Country::ofHost($host)?->code)->toBe($code);
})->with([
    ['shop.example.de', 'DE'],
    ['example.co.uk', 'GB'],
    ['example.com', null],
    ['example.io', null],
    ['example.eu', null],
    ['localhost', null],
    ['127.0.0.1', null],
    ['[::1]', null],
]);

it('reads language tags as pages write them', function (string $tag, ?string $text): void {
    expect(LanguageTag::of($tag)?->text())->toBe($text);
})->with([
    ['de', 'de'],
    ['de-AT', 'de-AT'],
    ['de_at', 'de-AT'],
    ['EN-gb', 'en-GB'],
    ['zh-Hant-TW', 'zh-Hant-TW'],
    ['en-UK', 'en-GB'],
    ['x-default', null],
    ['', null],
    ['english', null],
    ['qq', null],
    ['es-419', 'es'],
]);

it('tells markets by hreflang where host or path tells them apart', function (): void {
    $home = PageUrl::parse('https://shop.example/de/') ?? throw new LogicException();
    $markets = SeenMarket::ofHome($home, [
        ['code' => 'x-default', 'url' => 'https://shop.example/'],
        ['code' => 'en', 'url' => 'https://shop.example/en'],
        ['code' => 'en-GB', 'url' => 'https://shop.example/en/'],
        ['code' => 'de', 'url' => '/de/'],
        ['code' => 'fr-FR', 'url' => 'https://shop.example/fr'],
        ['code' => 'fr-BE', 'url' => 'https://shop.example/fr?country=be'],
    ]);
    expect(
        array_map(
            static fn (SeenMarket $one): array => [$one->name(), $one->tag->text(), $one->host, $one->path],
            $markets,
        ),
    )->toBe([
        ['German', 'de', '', '/de'],
        ['United Kingdom, English', 'en-GB', '', '/en'],
        ['France, French', 'fr-FR', '', '/fr'],
    ]);
    $hosts = SeenMarket::ofHome(PageUrl::parse('https://shop.example/') ?? throw new LogicException(), [
        ['code' => 'de-DE', 'url' => 'https://shop.example/'],
        ['code' => 'de-CH', 'url' => 'https://shop.ch.example/'],
    ]);
    expect(
        array_map(static fn (SeenMarket $one): array => [$one->host, $one->path, $one->tag->country?->code], $hosts),
    )->toBe([['shop.example', '', 'DE'], ['shop.ch.example', '', 'CH']]);
});

it('proposes no markets where there is one, or none can be told apart', function (): void {
    $home = PageUrl::parse('https://shop.example/') ?? throw new LogicException();
    expect(SeenMarket::ofHome($home, []))
        ->toBe([])
        ->and(SeenMarket::ofHome($home, [['code' => 'de', 'url' => '/']]))
        ->toBe([])
        ->and(
            SeenMarket::ofHome($home, [
                ['code' => 'de', 'url' => '/?l=de'],
                ['code' => 'en', 'url' => '/?l=en'],
                ['code' => 'nonsense!', 'url' => '/x'],
                ['code' => 'fr', 'url' => 'mailto:x@y.z'],
            ]),
        )
        ->toBe([]);
});

it('names the zone in which most people live where a country has several', function (string $code, string $zone): void {
    expect(Country::of($code)?->timeZone())
        ->toBe($zone)
        ->and(in_array($zone, DateTimeZone::listIdentifiers(DateTimeZone::PER_COUNTRY, $code), true))
        ->toBeTrue();
})->with([
    ['AU', 'Australia/Sydney'],
    ['BR', 'America/Sao_Paulo'],
    ['CA', 'America/Toronto'],
    ['CL', 'America/Santiago'],
    ['CN', 'Asia/Shanghai'],
    ['DE', 'Europe/Berlin'],
    ['ES', 'Europe/Madrid'],
    ['ID', 'Asia/Jakarta'],
    ['KZ', 'Asia/Almaty'],
    ['MX', 'America/Mexico_City'],
    ['MY', 'Asia/Kuala_Lumpur'],
    ['NZ', 'Pacific/Auckland'],
    ['PT', 'Europe/Lisbon'],
    ['RU', 'Europe/Moscow'],
    ['UA', 'Europe/Kyiv'],
    ['US', 'America/New_York'],
]);

it('takes no word that is sold as a domain for a country, and no code that is none', function (): void {
    foreach (
        ['io', 'co', 'ai', 'tv', 'me', 'cc', 'ws', 'fm', 'am', 'ly', 'gg', 'sh', 'to', 'la', 'vc', 'EU'] as $last
    ) {
        expect(Country::ofHost("shop.$last"))->toBeNull($last);
    }
    foreach (['ZZ', 'EU', 'UN', 'XA', 'XB', 'EZ', 'D', 'DEU', '', '42', 'D3', 'QQ'] as $none) {
        expect(Country::of($none))->toBeNull($none);
    }
    expect(Country::of(' de ')?->code)
        ->toBe('DE')
        ->and(Country::ofHost('SHOP.DE')?->name())
        ->toBe('Germany')
        ->and(LanguageTag::of(' de ')?->name())
        ->toBe('German')
        ->and(LanguageTag::of('zh-hant')?->text())
        ->toBe('zh-Hant')
        ->and(LanguageTag::of('de-AT-1996')?->text())
        ->toBe('de-AT')
        ->and(LanguageTag::of('de-AT-CH')?->text())
        ->toBe('de-AT');
});

it(
    'proposes forty markets at most, that of the page first, and keeps the hosts that tell them apart',
    function (): void {
        $home = PageUrl::parse('https://shop.example/m7') ?? throw new LogicException();
        $countries = array_slice(['AT', 'BE', 'CH', 'DE', 'ES', 'FR', 'GB', 'IT', 'NL', 'PL', 'PT', 'SE'], 0);
        $given = [];
        for ($n = 0; $n < 50; $n++) {
            $given[] = ['code' => 'en-'.$countries[$n % 12], 'url' => "/m$n"];
        }
        $markets = SeenMarket::ofHome($home, $given);
        expect($markets)
            ->toHaveCount(40)
            ->and($markets[0]->path)
            ->toBe('/m7')
            ->and($markets[1]->path)
            ->toBe('/m0')
            ->and($markets[8]->path)
            ->toBe('/m8')
            ->and($markets[0]->url)
            ->toBe('https://shop.example/m7');
        // The language alone gives way to the country, but not to another language.
        $two = SeenMarket::ofHome($home, [
            ['code' => 'de', 'url' => '/a'],
            ['code' => 'en-GB', 'url' => '/a'],
            ['code' => 'de-AT', 'url' => '/a'],
            ['code' => 'fr', 'url' => '/b'],
        ]);
        expect(array_map(static fn (SeenMarket $one): string => $one->tag->text(), $two))->toBe(['de-AT', 'fr']);
    },
);
