<?php

declare(strict_types=1);

use Orchard\Core\Url\PageUrl;
use Orchard\Core\Url\Slug;
use Orchard\Core\Url\UrlPatterns;

// How addresses are read and made, kept as it was when it was looked at; the URL Standard's own cases stand in
// StandardTest.

it('keeps how addresses are read', function (): void {
    $bases = ['https://shop.example/a/b?q=1#f', 'http://shop.example:8080/'];
    $references = [
        '',
        '#x',
        '?',
        '?p=2',
        '/',
        '//',
        '//other.example',
        '///x',
        '/x/../y',
        '../c',
        '../../../c',
        './',
        '.',
        '..',
        'c;v=1',
        'c d',
        'c%20d',
        'c%2fd',
        'c%2Fd',
        'c%zz',
        'ü',
        '%C3%BC',
        '%c3%bc',
        'HTTPS://Shop.Example:443/X',
        'http://shop.example:80/',
        'https://shop.example:80/',
        'https://shop.example:99999/',
        'https://user:pw@shop.example/',
        'https://[::1]/',
        'https://127.1/',
        'https://bücher.example/ä',
        'https://xn--bcher-kva.example/',
        'ftp://x',
        'mailto:a@b',
        'javascript:1',
        'data:,x',
        'tel:1',
        ' https://shop.example/x ',
        "https://shop.example/a\nb",
        'https://',
        'https:///x',
        'https:x',
        'http:/x',
        '\\\\x\\y',
        '/a\\b',
        'https://shop.example/?a=1&a=2&b[]=3&b[]=4',
        'https://shop.example/?a=b=c',
        'https://shop.example/a//b',
        'https://shop.example./',
        'https://shop.example/?q=ä&r=%E4',
        'https://shop.example/#',
        'https://shop.example?x',
        'https://shop.example/'.str_repeat('x/', 20),
        "https://shop.example/'()*!~",
        'https://shop.example/a|b^c`d{e}',
        'https://shop_example.example/',
        'https://-x.example/',
        'https://a..b/',
        'https://shop.example/<a>"b"',
    ];
    $told = [];
    foreach ($bases as $base) {
        $from = PageUrl::parse($base) ?? throw new LogicException($base);
        foreach ($references as $reference) {
            $to = $from->resolve($reference);
            $told[] =
                json_encode($reference, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES).
                ' = '.
                ($to === null
                    ? '-'
                    : implode(' ', [
                        $to->text(),
                        $to->target(),
                        $to->host(),
                        $to->port(),
                        $to->path,
                        json_encode($to->query),
                        $to->isOtherFormOf($from) ? 'form' : '',
                        $to->sameHostAs($from) ? 'host' : '',
                        bin2hex(substr($to->digest(), 0, 4)),
                        json_encode(UrlPatterns::of($to), JSON_UNESCAPED_SLASHES),
                    ]));
        }
    }
    foreach ($references as $reference) {
        $told[] =
            json_encode($reference, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES).
            ' > '.
            (PageUrl::parse($reference)?->text() ?? '-').
            ' '.
            bin2hex(substr(PageUrl::digestOf($reference), 0, 4));
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps which ends of addresses are proposed, and what is wrong with others', function (): void {
    $names = [
        'Vesper Floor Lamp',
        'Größe M & Öl',
        'Crème brûlée',
        'Straße',
        'Łódź',
        'Æsop øre',
        'İstanbul ığ',
        'Смотри',
        'Привет мир',
        'Ελληνικά',
        '日本語',
        'a',
        '',
        '---',
        '50% off!',
        'A/B',
        "Men's",
        'C++ & C#',
        'x'.str_repeat('y', 120),
        'The lamp of the house in the garden with the long name that goes on and on and on for ever',
        'lamp lamp lamp',
        '2026 lamps',
        '100 ml',
        'foo_bar.html',
        ' many   blanks ',
        'ñandú',
        'œuvre',
        'naïve café',
        '½ price',
        '№ 5',
        '€ 49',
    ];
    $told = [];
    foreach ($names as $name) {
        $told[] =
            "$name: ".
            Slug::propose($name).
            ' '.
            Slug::propose($name, 'brass floor lamp').
            ' '.
            Slug::propose('', $name).
            ' '.
            json_encode(Slug::faults($name)).
            ' '.
            json_encode(Slug::faults(Slug::propose($name))).
            ' '.
            Slug::free(Slug::propose($name), static fn (string $slug): bool => strlen($slug) % 3 !== 0);
    }
    foreach (
        [
            'ok-slug',
            'Ok',
            'a--b',
            '-a',
            'a-',
            'a_b',
            'a.b',
            'a b',
            'ä',
            str_repeat('a', 100),
            'a/b',
            'new',
            'index',
            '12',
            'the-lamp-of-the-house',
        ] as $slug
    ) {
        $told[] = "$slug: ".json_encode(Slug::faults($slug), JSON_UNESCAPED_UNICODE);
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});
