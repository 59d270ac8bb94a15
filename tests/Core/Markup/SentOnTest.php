<?php

declare(strict_types=1);

use Orchard\Core\Markup\Link;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Markup\Xhtml;
use Orchard\Core\Url\PageUrl;

function readAt(string $html): Orchard\Core\Markup\PageFacts
{
    return PageReader::read($html, PageUrl::parse('https://shop.example/a/b') ?? throw new LogicException());
}

it('knows where a page sends its visitors at once', function (string $content, ?string $to): void {
    expect(
        readAt(
            "<!doctype html><html><head><title>x</title><meta http-equiv=\"Refresh\" content=\"$content\"></head><body><p>Text</p></body></html>",
        )->refresh,
    )->toBe($to);
})->with([
    ['0; url=/new', 'https://shop.example/new'],
    ['0;URL=/new', 'https://shop.example/new'],
    ["0; url='c'", 'https://shop.example/a/c'],
    ['1, https://other.example/', 'https://other.example/'],
    ['0 ; /new', 'https://shop.example/new'],
    ['5; url=/new', null],
    ['30', null],
    ['0', null],
    ['', null],
    ['x; url=/new', null],
]);

it('follows links in drawings and frames', function (): void {
    $facts = readAt(
        '<!doctype html><html><head><title>x</title></head><body><main><svg viewBox="0 0 9 9"><a href="/one"><circle r="2"/></a><a xlink:href="/two"><text>Two</text></a></svg><iframe src="/three" title="Sizes"></iframe><p>Text <a href="/four">Four</a></p></main></body></html>',
    );
    expect(array_map(static fn (Link $link): array => [$link->target, $link->anchor], $facts->links))->toBe([
        ['https://shop.example/one', ''],
        ['https://shop.example/two', ''],
        ['https://shop.example/three', 'Sizes'],
        ['https://shop.example/four', 'Four'],
    ]);
    $frames = readAt(
        '<html><head><title>x</title></head><frameset cols="20,80"><frame src="nav.html"><frame src="/main.html" title="Main"></frameset></html>',
    );
    expect(array_map(static fn (Link $link): string => $link->target, $frames->links))->toBe([
        'https://shop.example/a/nav.html',
        'https://shop.example/main.html',
    ]);
});

it('keeps what is said to single crawlers behind what is said to all', function (): void {
    expect(
        readAt(
            '<html><head><title>x</title><meta name="seekbot" content="noindex"><meta name="robots" content="index, follow"><meta name="theme" content="dark"></head><body></body></html>',
        )->robots,
    )->toBe(['index, follow', 'seekbot: noindex']);
});

it('reads a page that is served as XML as XML', function (): void {
    // After the example of XHTML 1.0, appendix C, with what is legal in XML alone.
    $xml =
        "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<!DOCTYPE html PUBLIC \"-//W3C//DTD XHTML 1.0 Strict//EN\" \"x\">\n<html xmlns=\"http://www.w3.org/1999/xhtml\" lang=\"en\"><head><title>Lamps &amp; shades</title><script src=\"a.js\"/><link rel=\"canonical\" href=\"/a/b\"/><style type=\"text/css\"/></head><body><div id=\"x\"/><!-- <p/> --><h1>Lamps</h1><p><![CDATA[Less < more & <b>plain</b>]]></p><textarea/><p><a href=\"/c\">C</a><br/>end</p></body></html>";
    $facts = readAt(Xhtml::toHtml($xml));
    expect($facts->title)
        ->toBe('Lamps & shades')
        ->and($facts->canonicals)
        ->toBe(['https://shop.example/a/b'])
        ->and($facts->h1s)
        ->toBe(['Lamps'])
        ->and($facts->links)
        ->toHaveCount(1)
        ->and($facts->details?->text->lines())
        ->toContain('Less < more & <b>plain</b>');
});
