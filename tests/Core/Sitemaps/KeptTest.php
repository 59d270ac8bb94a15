<?php

declare(strict_types=1);

use Orchard\Core\Sitemaps\Sitemap;
use Orchard\Core\Sitemaps\SitemapEntry;
use Orchard\Core\Sitemaps\SitemapWriter;
use Orchard\Core\Url\PageUrl;

// What is read of sitemaps and how they are written, kept as it was when it was looked at; what is written is held
// against the protocol's own schemas in SitemapWriterTest.

it('keeps what is read of sitemaps', function (): void {
    $head =
        '<?xml version="1.0" encoding="UTF-8"?><urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9" xmlns:image="http://www.google.com/schemas/sitemap-image/1.1" xmlns:xhtml="http://www.w3.org/1999/xhtml">';
    $files = [
        '',
        ' ',
        'https://shop.example/a',
        "https://shop.example/a\r\nhttps://shop.example/b\n\nnonsense\n",
        "\xEF\xBB\xBFhttps://shop.example/a",
        '<html><body>no</body></html>',
        '<!DOCTYPE html><p>',
        '<rss/>',
        "$head</urlset>",
        "$head<url><loc>https://shop.example/a</loc></url><url><loc> https://shop.example/b?x=1&amp;y=2 </loc><image:image><image:loc>/i.jpg</image:loc></image:image><image:image/></url></urlset>",
        "$head<url><loc>https://shop.example/a</loc><xhtml:link rel=\"alternate\" hreflang=\"de\" href=\"https://shop.example/de\"/><xhtml:link hreflang=\"fr\"/><xhtml:link href=\"x\"/></url><url><loc>https://other.example/x</loc></url><url><loc>/relative</loc></url><url><loc></loc></url><url/></urlset>",
        "$head<url><loc>https://shop.example/a</loc></url><url><loc>https://shop.example/b",
        "$head<url><loc>https://shop.example/a&b</loc></url></urlset>",
        "$head<url><loc>https://shop.example/a</loc><loc>https://shop.example/b</loc></url></urlset>",
        '<sitemapindex xmlns="http://www.sitemaps.org/schemas/sitemap/0.9"><sitemap><loc>https://shop.example/s1.xml</loc></sitemap><sitemap><loc>https://shop.example/s2.xml.gz</loc></sitemap></sitemapindex>',
        '<sitemapindex><sitemap><loc>https://shop.example/s1.xml</loc>',
        '<!DOCTYPE urlset [<!ENTITY x SYSTEM "file:///etc/passwd">]><urlset><url><loc>&x;</loc></url></urlset>',
        "\x1F\x8Bbroken",
        (string) gzencode("$head<url><loc>https://shop.example/zipped</loc></url></urlset>"),
        "$head<url><loc>https://shop.example/ä</loc></url><url><loc>https://shop.example/a</loc></url><url><loc>https://shop.example/a</loc></url><url><loc>http://shop.example/plain</loc></url><url><loc>https://shop.example/a#f</loc></url></urlset>",
        '<urlset><url><loc>https://shop.example/no-namespace</loc><lastmod>2026-01-01</lastmod></url></urlset>',
        "$head<url><loc>ftp://shop.example/a</loc></url><url><loc>https://shop.example/".
        str_repeat('x', 2100).
        '</loc></url></urlset>',
    ];
    $told = [];
    foreach ($files as $file) {
        foreach (['https://shop.example/sitemap.xml', 'https://shop.example/deep/sitemap.xml'] as $at) {
            $read = Sitemap::read($file, PageUrl::parse($at) ?? throw new LogicException($at));
            $told[] =
                mb_scrub(substr($file, -60)).
                ' '.
                json_encode(
                    [
                        $read->isIndex,
                        array_map(
                            static fn (mixed $url): string => $url instanceof PageUrl
                                ? substr($url->text(), 0, 90)
                                : substr((string) json_encode($url), 0, 90),
                            $read->urls,
                        ),
                        array_map(
                            static fn (array $one): array => array_map(
                                static fn (mixed $part): mixed => is_string($part) ? mb_substr($part, 0, 90) : $part,
                                $one,
                            ),
                            $read->problems,
                        ),
                        $read->entries,
                        $read->images,
                        $read->alternates,
                    ],
                    JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE,
                );
        }
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps how sitemaps are written', function (): void {
    $writer = new SitemapWriter();
    $writer->add(new SitemapEntry('https://shop.example/a?x=1&y=2'));
    $writer->add(
        new SitemapEntry(
            "https://shop.example/\x01b",
            '2026-11-30',
            array_map(static fn (int $n): string => "https://shop.example/$n.jpg", range(1, 25)),
            ['de' => 'https://shop.example/de', 'en-GB' => 'https://shop.example/b'],
            'weekly',
            0.8,
        ),
    );
    $told = [
        $writer->text(),
        (string) $writer->entries(),
        SitemapWriter::index([]),
        SitemapWriter::index(['https://shop.example/1.xml' => '2026-11-30', 'https://shop.example/2.xml?a&b' => null]),
    ];
    foreach (
        [
            null,
            '2026-12-01',
            '2026-11-30',
            '2026-11-29',
            '2026-11-24',
            '2026-11-23',
            '2026-10-31',
            '2026-10-30',
            '2020-01-01',
            '2027-01-01',
        ] as $changed
    ) {
        $told[] = "$changed ".(SitemapEntry::frequencyOf($changed, '2026-12-01') ?? '-');
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});
