<?php

declare(strict_types=1);

use Orchard\Core\Sitemaps\Sitemap;
use Orchard\Core\Url\PageUrl;

function sitemap(string $bytes): Sitemap
{
    return Sitemap::read($bytes, PageUrl::parse('https://shop.example/sitemap.xml') ?? throw new LogicException());
}

function urlset(string $inside): string
{
    return '<?xml version="1.0" encoding="UTF-8"?><urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9" xmlns:image="http://www.google.com/schemas/sitemap-image/1.1">'.
        $inside.
        '</urlset>';
}

it('reads lists of pages in XML: entities, CDATA, white space, image entries', function (): void {
    $found = sitemap(
        urlset(
            "<url><loc> https://shop.example/a?x=1&amp;y=2 </loc><lastmod>2026-01-01</lastmod></url>\n<url><loc><![CDATA[https://shop.example/b]]></loc><image:image><image:loc>https://shop.example/b.jpg</image:loc></image:image></url><url><loc>HTTPS://SHOP.example:443/c</loc></url>",
        ),
    );
    expect($found->isIndex)
        ->toBeFalse()
        ->and(array_keys($found->urls))
        ->toBe(['https://shop.example/a?x=1&y=2', 'https://shop.example/b', 'https://shop.example/c'])
        ->and($found->problems)
        ->toBe([])
        ->and($found->entries)
        ->toBe(3);
});

it('reads an index, a text file, and either gzipped', function (): void {
    $index = '<sitemapindex><sitemap><loc>https://shop.example/s1.xml</loc></sitemap></sitemapindex>';
    expect(sitemap($index)->isIndex)
        ->toBeTrue()
        ->and(array_keys(sitemap($index)->urls))
        ->toBe(['https://shop.example/s1.xml'])
        ->and(array_keys(sitemap("\xEF\xBB\xBFhttps://shop.example/a\r\nhttps://shop.example/b\n")->urls))
        ->toBe(['https://shop.example/a', 'https://shop.example/b'])
        ->and(array_keys(sitemap((string) gzencode(urlset('<url><loc>https://shop.example/a</loc></url>')))->urls))
        ->toBe(['https://shop.example/a']);
});

it('keeps what can be read and tells what is wrong with the rest, entry by entry', function (): void {
    $found = sitemap(
        urlset(
            '<url><loc>https://shop.example/a</loc></url><url><loc>/relative</loc></url><url><loc>https://other.example/x</loc></url><url><loc></loc></url><url><loc>https://shop.example/a#top</loc></url><url><loc>https://shop.example/z</loc></url>',
        ),
    );
    expect(array_keys($found->urls))
        ->toBe(['https://shop.example/a', 'https://shop.example/z'])
        ->and($found->problems)
        ->toBe([
            [2, '/relative', 'is no absolute http or https address'],
            [3, 'https://other.example/x', 'is on another host'],
            [4, '', 'is empty'],
            [5, 'https://shop.example/a#top', 'is listed twice'],
        ]);
});

it('tells what is no sitemap', function (string $bytes, string $why): void {
    $found = sitemap($bytes);
    expect($found->problems[0][2] ?? '')
        ->toContain($why)
        ->and($found->isIndex)
        ->toBeFalse();
})->with([
    'nothing' => ['', 'empty'],
    'a page' => ['<!DOCTYPE html><html><title>Not found</title></html>', 'HTML'],
    'a feed' => ['<rss><channel><link>https://shop.example/</link></channel></rss>', '<rss>'],
    'broken' => [
        '<urlset><url><loc>https://shop.example/a</loc></url><url><loc>https://shop.example/b</urlset>',
        'broken in line 1',
    ],
    'a broken gzip' => ["\x1F\x8Bxxxx", 'cannot be unpacked'],
    'entities of its own' => [
        '<?xml version="1.0"?><!DOCTYPE urlset [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]><urlset><url><loc>https://shop.example/&b;</loc></url></urlset>',
        'document type',
    ],
    'a file from the disk' => [
        '<?xml version="1.0"?><!DOCTYPE urlset [<!ENTITY x SYSTEM "file:///etc/passwd">]><urlset><url><loc>https://shop.example/&x;</loc></url></urlset>',
        'document type',
    ],
]);

it('keeps the pages in front of the place where a file breaks', function (): void {
    expect(
        array_keys(
            sitemap('<urlset><url><loc>https://shop.example/a</loc></url><url><loc>https://shop.example/b</urlset>')
                ->urls,
        ),
    )->toContain('https://shop.example/a');
});

it('cuts a file at the protocol’s limit and says so', function (): void {
    $lines = implode("\n", array_map(static fn (int $i): string => "https://shop.example/p$i", range(1, 50_002)));
    $found = sitemap($lines);
    expect(count($found->urls))
        ->toBe(50_000)
        ->and($found->problems)
        ->toBe([[0, '', 'has more than 50,000 entries; the rest is left out']]);
    $entries = array_map(
        static fn (int $i): string => "<url><loc>https://shop.example/p$i</loc></url>",
        range(1, 50_003),
    );
    $found = sitemap('<urlset>'.implode('', $entries).'</urlset>');
    expect(array_key_last($found->urls))
        ->toBe('https://shop.example/p50000')
        ->and($found->entries)
        ->toBe(50_000)
        ->and($found->problems)
        ->toBe([[0, '', 'has more than 50,000 entries; the rest is left out']]);
});
