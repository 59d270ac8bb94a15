<?php

declare(strict_types=1);

use Orchard\Core\Markup\Microdata;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Url\PageUrl;

it('reads types of items that stand for themselves', function (string $html, array $types): void {
    expect(Microdata::types($html))->toBe($types);
})->with([
    // The HTML Standard's own examples, with schema.org's types.
    ['<div itemscope itemtype="https://schema.org/Product"><span itemprop="name">Vase</span></div>', ['Product']],
    ['<div itemscope itemtype="http://schema.org/Product http://schema.org/Thing">', ['Product', 'Thing']],
    ["<section itemtype='https://www.schema.org/BlogPosting' itemscope>", ['BlogPosting']],
    ['<div itemscope itemtype=https://schema.org/Product>', ['Product']],
    [
        '<div itemscope itemtype="https://schema.org/Product"><div itemprop="offers" itemscope itemtype="https://schema.org/Offer"></div></div>',
        ['Product'],
    ],
    // Two products are a list.
    [
        '<ul><li itemscope itemtype="https://schema.org/Product"></li><li itemscope itemtype="https://schema.org/Product"></li></ul>',
        [],
    ],
    [
        '<div itemscope itemtype="https://schema.org/BreadcrumbList"><div itemscope itemtype="https://schema.org/Product">',
        ['BreadcrumbList', 'Product'],
    ],
    ['<div itemtype="https://schema.org/Product">no scope</div>', []],
    ['<!-- <div itemscope itemtype="https://schema.org/Product"> -->', []],
    ['<script>var a = \'<div itemscope itemtype="https://schema.org/Product">\';</script>', []],
    ['<div itemscope itemtype="https://vocab.example/Product">', []],
    ['<p>itemtype is a word</p>', []],
    ['', []],
]);

it('tells a page’s types by microdata, too', function (): void {
    $url = PageUrl::parse('https://shop.example/vase') ?? throw new LogicException();
    $html =
        '<!doctype html><title>Vase</title><body itemscope itemtype="https://schema.org/Product"><h1 itemprop="name">Vase</h1>';
    expect(PageReader::read($html, $url)->types)->toBe(['Product']);
});
