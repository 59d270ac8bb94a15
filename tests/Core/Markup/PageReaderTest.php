<?php

declare(strict_types=1);

use Orchard\Core\Markup\Charset;
use Orchard\Core\Markup\Entities;
use Orchard\Core\Markup\Link;
use Orchard\Core\Markup\PageFacts;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Markup\Region;
use Orchard\Core\Url\PageUrl;

function pageFacts(string $html, string $url = 'http://shop.example/dir/page'): PageFacts
{
    return PageReader::read($html, PageUrl::parse($url) ?? throw new LogicException());
}

it('reads title, description, canonical, robots, headings and language', function (): void {
    $facts = pageFacts('<!DOCTYPE html><html lang="de-AT"><head><title> Brass &amp;
        glass </title><META NAME="Description" content=\'A "fine" lamp\'><link href="/lamp" rel="canonical"><meta name=robots content="noindex,follow"></head><body><h1>One <em>lamp</em></h1><p>three more words</p></body></html>');
    expect($facts->title)
        ->toBe('Brass & glass')
        ->and($facts->description)
        ->toBe('A "fine" lamp')
        ->and($facts->canonicals)
        ->toBe(['http://shop.example/lamp'])
        ->and($facts->robots)
        ->toBe(['noindex,follow'])
        ->and($facts->h1s)
        ->toBe(['One lamp'])
        ->and($facts->language)
        ->toBe('de-AT')
        ->and($facts->words)
        ->toBe(5)
        ->and($facts->strays)
        ->toBe([]);
});

// HTML Standard, section 13.2.6.4: what the parser meets first that is no head content ends the head.
it('ends the head where the HTML Standard ends it', function (string $before, bool $inHead): void {
    $facts = pageFacts(
        "<!DOCTYPE html><html><head><title>t</title>$before<link rel=canonical href=/c></head><body></body></html>",
    );
    expect($facts->canonicals)
        ->toBe($inHead ? ['http://shop.example/c'] : [])
        ->and($facts->strays)
        ->toBe($inHead ? [] : ['canonical' => 1]);
})->with([
    'a comment' => ['<!-- <div> -->', true],
    'style' => ['<style>p{content:"<div>"}</style>', true],
    'script' => ['<script>document.write("<div>")</script>', true],
    'noscript with an image' => ['<noscript><img src=p></noscript>', true],
    'template with a div' => ['<template><div></div></template>', true],
    'base' => ['<base target=_top>', true],
    'an image' => ['<img src=p>', false],
    'a div' => ['<div></div>', false],
    'text' => ['stray words', false],
    'an unknown element' => ['<x-tracker></x-tracker>', false],
    'iframe' => ['<iframe src=x></iframe>', false],
    'a paragraph end' => ['</p>', true],
    'a br end' => ['</br>', false],
    'after the head end, still before the body' => ['</head>', true],
]);

it('takes anchors, their images and their regions', function (): void {
    $facts = pageFacts(
        '<body><header><nav><a href="/n">Nav</a></nav><a href="/h">Top</a></header><main><article><header><a href="/in">In</a></header></article><a href="x?a=1&amp;b=2" rel="external nofollow"><img alt="Pic"></a><a name=here>no link</a><a href="mailto:x@y.z">mail</a><a href="#x">self</a></main><footer><a href=/f>Foot</a></footer>',
    );
    expect(array_map(static fn (Link $l): array => [$l->target, $l->anchor, $l->rel, $l->region], $facts->links))->toBe([
        ['http://shop.example/n', 'Nav', 0, Region::Header],
        ['http://shop.example/h', 'Top', 0, Region::Header],
        ['http://shop.example/in', 'In', 0, Region::Main],
        ['http://shop.example/dir/x?a=1&b=2', 'Pic', 1, Region::Main],
        ['http://shop.example/dir/page', 'self', 0, Region::Main],
        ['http://shop.example/f', 'Foot', 0, Region::Footer],
    ]);
});

it('lets one anchor close another, and base move relative links', function (): void {
    $facts = pageFacts('<head><base href="/shop/"></head><body><a href=a>one<a href=b>two</a>');
    expect(array_map(static fn (Link $l): string => $l->target.' '.$l->anchor, $facts->links))->toBe([
        'http://shop.example/shop/a one',
        'http://shop.example/shop/b two',
    ]);
});

it(
    'does not take the title of a drawing but its links, not the links of a template, nor the words of scripts',
    function (): void {
        $facts = pageFacts(
            '<body><svg><title>drawing</title><a href=/s>x</a></svg><template><a href=/t>t</a><h1>no</h1></template><script>var a = "<a href=/j>words here</a>"</script><p>two words</p>',
        );
        expect($facts->title)
            ->toBeNull()
            ->and(array_map(static fn ($link): string => $link->target, $facts->links))
            ->toBe(['http://shop.example/s'])
            ->and($facts->h1s)
            ->toBe([])
            ->and($facts->words)
            ->toBe(2);
    },
);

it('survives broken pages', function (string $html): void {
    expect(pageFacts($html))->toBeInstanceOf(PageFacts::class);
})->with([
    '',
    '<',
    '<!--',
    '<a href="',
    '<title>',
    '<script>',
    "\0\0<p>",
    '<a href=x',
    '</',
    '<!DOCTYPE',
    str_repeat('<div>', 20000),
    '<a '.str_repeat('x=1 ', 50000).'>',
    '<p'.str_repeat('"', 10000),
]);

it('decodes character references as the standard does', function (
    string $given,
    string $expected,
    bool $inAttribute = false,
): void {
    expect(Entities::decode($given, $inAttribute))->toBe($expected);
})->with([
    ['a &amp; b &lt;', 'a & b <'],
    ['&eacute;&Eacute', 'éÉ'],
    ['&copyright;', '©right;'],
    ['?a=1&copy=2', '?a=1&copy=2', true],
    ['?a=1&copy=2', '?a=1©=2'],
    ['&#8211;&#x2014;', '–—'],
    ['&#128;', '€'],
    ['&#0;', "\u{FFFD}"],
    ['&#xD800;', "\u{FFFD}"],
    ['&nonsense;', '&nonsense;'],
    ['&amp;lt;', '&lt;'],
    ['&', '&'],
    ['&rarr;&notin;', '→∉'],
    ['R&D', 'R&D'],
]);

it('brings pages of every charset to UTF-8', function (string $bytes, ?string $type, string $expected): void {
    expect(Charset::toUtf8($bytes, $type))->toContain($expected);
})->with([
    'header' => ["caf\xE9", 'text/html; charset=iso-8859-1', 'café'],
    'Latin-1 is windows-1252' => ["\x80 5", 'text/html; charset=latin1', '€ 5'],
    'meta' => ["<meta charset=windows-1251>\xCB", 'text/html', 'Л'],
    'http-equiv' => ["<meta http-equiv=content-type content='text/html; charset=iso-8859-2'>\xB1", null, 'ą'],
    'mark before header' => ["\xEF\xBB\xBFcafé", 'text/html; charset=iso-8859-1', 'café'],
    'UTF-16' => ["\xFF\xFEa\0", 'text/html', 'a'],
    'a guess' => ["caf\xE9", null, 'café'],
    'wrongly called UTF-8' => ["caf\xE9", 'text/html; charset=utf-8', 'caf'],
    'unknown name' => ['café', 'text/html; charset=x-none', 'café'],
]);

it('knows structured types', function (): void {
    expect(
        pageFacts(
            '<head><meta property="og:type" content="Product"><script type="application/ld+json">{"@graph":[{"@type":["Product","Thing"]},{"@type":"BreadcrumbList"}]}</script><script type="application/ld+json">{broken</script>',
        )->types,
    )->toBe(['og:product', 'Product', 'Thing', 'BreadcrumbList']);
});
