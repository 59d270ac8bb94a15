<?php

declare(strict_types=1);

use Orchard\Core\Markup\InsecureParts;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Url\PageUrl;

/** @return list<string> what and address, in the order of the page */
function insecure(string $html, string $url = 'https://shop.example/dir/page'): array
{
    $page = PageUrl::parse($url) ?? throw new LogicException();

    return array_map(
        static fn (array $part): string => "{$part['what']} {$part['url']}",
        PageReader::read($html, $page)->details->insecure ?? throw new LogicException(),
    );
}

it('tells what is loaded or sent over http, by what it is', function (string $html, array $parts): void {
    expect(insecure($html))->toBe($parts);
})->with([
    'script' => ['<script src="http://a.example/x.js"></script>', ['script http://a.example/x.js']],
    'script within the text' => [
        '<p>a<script type=module src=http://a.example/x.js></script>',
        ['script http://a.example/x.js'],
    ],
    'style' => ['<head><link rel="Stylesheet" href="http://a.example/x.css">', ['style http://a.example/x.css']],
    'icon' => ['<link rel="shortcut icon" href="http://a.example/i.png">', ['file http://a.example/i.png']],
    'frame' => ['<iframe src="http://a.example/map"></iframe>', ['frame http://a.example/map']],
    'object' => [
        '<object data="http://a.example/o"></object><embed src="http://a.example/e">',
        ['object http://a.example/o', 'object http://a.example/e'],
    ],
    'film with its picture' => [
        '<video poster="http://a.example/p.jpg" src="/own.mp4"><source src="http://a.example/v.mp4"></video>',
        ['media http://a.example/p.jpg', 'media http://a.example/v.mp4'],
    ],
    'sets of images' => [
        '<img src="/i.jpg" srcset="http://a.example/1.jpg 1x, https://a.example/2.jpg 2x,http://a.example/3.jpg 3x"><picture><source srcset="http://a.example/4.jpg"></picture>',
        ['media http://a.example/1.jpg', 'media http://a.example/3.jpg', 'media http://a.example/4.jpg'],
    ],
    'form and image button' => [
        '<form action="http://shop.example/cart"><input type="image" src="http://a.example/b.png"><input src="http://a.example/n"></form>',
        ['form http://shop.example/cart', 'media http://a.example/b.png'],
    ],
    'image button in capitals' => [
        '<INPUT TYPE="IMAGE" SRC="http://a.example/b.png">',
        ['media http://a.example/b.png'],
    ],
    'styles in place' => [
        '<style>@import "http://a.example/i.css"; body { background: url( \'http://a.example/b.png\' ) }</style><p style="background:url(&quot;http://a.example/c.png&quot;)">',
        ['style http://a.example/i.css', 'style http://a.example/b.png', 'style http://a.example/c.png'],
    ],
    'all addresses of an insecure base' => [
        '<head><base href="http://shop.example/"><script src="x.js"></script><link rel=stylesheet href="https://a.example/s.css">',
        ['script http://shop.example/x.js'],
    ],
    'the same twice' => [
        '<script src="http://a.example/x.js"></script><script src="HTTP://A.example/x.js"></script>',
        ['script http://a.example/x.js'],
    ],
]);

it('lets pass what no browser loads over http', function (string $html): void {
    expect(insecure($html))->toBe([]);
})->with([
    'links' => '<a href="http://a.example/">a</a><link rel="canonical" href="http://a.example/c"><link rel=alternate hreflang=de href="http://a.example/de">',
    'comments' => '<!--[if lt IE 9]><script src="http://a.example/old.js"></script><![endif]-->',
    'words of scripts' => '<script>document.write("<script src=http://a.example/x.js><\/script>")</script>',
    'data' => '<script type="application/ld+json" src="http://a.example/d">{"@context":"http://schema.org"}</script>',
    'data in capitals' => '<script type="Application/LD+JSON" src="http://a.example/d">{}</script>',
    'templates' => '<template><iframe src="http://a.example/"></iframe></template>',
    'its own scheme' => '<script src="//a.example/x.js"></script><form action="/search"></form><form action=""></form>',
    'images, which are told apart' => '<img src="http://a.example/i.jpg">',
    'a page that asks for upgrades' => '<meta http-equiv="Content-Security-Policy" content="upgrade-insecure-requests"><script src="http://a.example/x.js"></script>',
    'quotes that never end' => '<script src="http://a.example/x.js',
]);

it('asks pages at http addresses for nothing', function (): void {
    expect(insecure('<script src="http://a.example/x.js"></script>', 'http://shop.example/'))->toBe([]);
});

it('keeps fifty of one page, and ends on whatever it is given', function (): void {
    $many = implode(
        '',
        array_map(static fn (int $n): string => "<iframe src=http://a.example/$n></iframe>", range(1, 80)),
    );
    expect(insecure($many))->toHaveCount(50);
    $page = PageUrl::parse('https://shop.example/') ?? throw new LogicException();
    mt_srand(11);
    $pieces = [
        '<script ', '<', '>', '"', "'", 'src=', 'http://a.example/', '<!--', '-->', '<style>', 'url(', '<template',
        "\0", '</script', '<link rel=stylesheet href=', ' ',
    ];
    for ($run = 0; $run < 2000; $run++) {
        $html = 'http://';
        for ($n = mt_rand(1, 40); $n > 0; $n--) {
            $html .= $pieces[mt_rand(0, count($pieces) - 1)];
        }
        foreach (InsecureParts::of($html, $page, $page) as $part) {
            expect($part['url'])->toStartWith('http://');
        }
    }
    expect(InsecureParts::of('http://'.str_repeat('<meta ', 300_000), $page, $page))->toBe([]);
});
