<?php

declare(strict_types=1);

use Orchard\Core\Sitemaps\Sitemap;
use Orchard\Core\Sitemaps\SitemapEntry;
use Orchard\Core\Sitemaps\SitemapWriter;
use Orchard\Core\Url\PageUrl;

/** @return list<string> what the published schema has against a file */
function againstSchema(string $xml): array
{
    $before = libxml_use_internal_errors(true);
    libxml_clear_errors();
    $document = new DOMDocument();
    $document->loadXML($xml);
    $document->schemaValidate(__DIR__.'/fixtures/all.xsd');
    $errors = array_map(static fn (LibXMLError $error): string => trim($error->message), libxml_get_errors());
    libxml_clear_errors();
    libxml_use_internal_errors($before);

    return $errors;
}

it('writes what the published schema accepts and our own reader reads back', function (): void {
    $writer = new SitemapWriter();
    $writer->add(
        new SitemapEntry(
            'https://shop.example/jugs?a=1&b=2',
            '2026-11-30',
            ['https://cdn.example/a&b.jpg', 'https://cdn.example/a&b.jpg'],
            [
                'en' => 'https://shop.example/jugs?a=1&b=2',
                'de-AT' => 'https://shop.example/de/kr%C3%BCge',
            ],
            'weekly',
            0.8,
        ),
    );
    $writer->add(new SitemapEntry('https://shop.example/<bowls>"\''));
    $writer->add(new SitemapEntry("https://shop.example/odd\u{1}\u{FFFE}"));
    $xml = $writer->text();
    expect(againstSchema($xml))
        ->toBe([])
        ->and($writer->entries())
        ->toBe(3)
        ->and(substr_count($xml, '<changefreq>weekly</changefreq><priority>0.8</priority>'))
        ->toBe(1)
        ->and(substr_count($xml, '<priority>'))
        ->toBe(1);
    $own = PageUrl::parse('https://shop.example/sitemap.xml');
    $read = Sitemap::read($xml, sure($own));
    expect($read->isIndex)
        ->toBeFalse()
        ->and(array_keys($read->urls))
        ->toBe([
            'https://shop.example/jugs?a=1&b=2',
            'https://shop.example/%3Cbowls%3E%22\'',
            'https://shop.example/odd',
        ])
        ->and($read->images)
        ->toBe(['https://shop.example/jugs?a=1&b=2' => 1])
        ->and(array_keys($read->alternates['https://shop.example/jugs?a=1&b=2']))
        ->toBe(['en', 'de-AT']);
});

it('finds fault with files that the protocol does not allow', function (): void {
    expect(
        againstSchema(
            '<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9"><url><lastmod>soon</lastmod></url></urlset>',
        ),
    )->not->toBe([]);
});

it('writes no more entries than a file may hold, and an index of the files', function (): void {
    $writer = new SitemapWriter();
    for ($i = 0; $i < SitemapWriter::MOST_ENTRIES; $i++) {
        $writer->add(new SitemapEntry("https://shop.example/$i"));
    }
    expect($writer->isFull())
        ->toBeTrue()
        ->and(fn () => $writer->add(new SitemapEntry('https://shop.example/more')))
        ->toThrow(InvalidArgumentException::class);
    $index = SitemapWriter::index([
        'https://shop.example/a.xml.gz' => '2026-11-30',
        'https://shop.example/b.xml.gz' => null,
    ]);
    $read = Sitemap::read($index, sure(PageUrl::parse('https://shop.example/sitemap.xml')));
    expect($read->isIndex)
        ->toBeTrue()
        ->and(array_keys($read->urls))
        ->toBe(['https://shop.example/a.xml.gz', 'https://shop.example/b.xml.gz']);
});

it('takes a page that changed some days ago to change about as often', function (
    ?string $changed,
    ?string $often,
): void {
    expect(SitemapEntry::frequencyOf($changed, '2026-03-31'))->toBe($often);
})->with([
    'never seen to change' => [null, null],
    'today' => ['2026-03-31', 'daily'],
    'later than today' => ['2026-04-02', 'daily'],
    'yesterday' => ['2026-03-30', 'daily'],
    'a week ago, over the change of clocks' => ['2026-03-24', 'weekly'],
    'eight days ago' => ['2026-03-23', 'monthly'],
    'a month ago' => ['2026-02-28', 'monthly'],
    'longer ago' => ['2026-02-27', 'yearly'],
]);
