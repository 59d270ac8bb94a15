<?php

declare(strict_types=1);

namespace Orchard\Core\Sitemaps;

use InvalidArgumentException;
use XMLWriter;

/**
 * Writes one sitemap file (sitemaps.org 0.9) with the image extension and versions in other languages. Priority and
 * frequency are written only where an entry has them: most search engines pass them over.
 */
final class SitemapWriter
{
    /** Entries of a file: a fifth of what the protocol allows, so that the index state of a file says something. */
    public const MOST_ENTRIES = 10_000;

    /** Images of one page that are listed. */
    public const MOST_IMAGES = 20;

    private const NAMESPACES = [
        'xmlns' => 'http://www.sitemaps.org/schemas/sitemap/0.9',
        'xmlns:image' => 'http://www.google.com/schemas/sitemap-image/1.1',
        'xmlns:xhtml' => 'http://www.w3.org/1999/xhtml',
    ];

    private readonly XMLWriter $xml;

    private int $entries = 0;

    public function __construct()
    {
        $this->xml = self::begin('urlset', self::NAMESPACES);
    }

    public function isFull(): bool
    {
        return $this->entries >= self::MOST_ENTRIES;
    }

    public function entries(): int
    {
        return $this->entries;
    }

    /** @throws InvalidArgumentException where the file is full */
    public function add(SitemapEntry $entry): void
    {
        if ($this->isFull()) {
            throw new InvalidArgumentException('The file is full.');
        }
        $this->entries++;
        $this->xml->startElement('url');
        $this->xml->writeElement('loc', self::clean($entry->url));
        $entry->changed === null || $this->xml->writeElement('lastmod', $entry->changed);
        $entry->frequency === null || $this->xml->writeElement('changefreq', $entry->frequency);
        $entry->priority === null || $this->xml->writeElement('priority', sprintf('%.1F', $entry->priority));
        foreach ($entry->versions as $code => $version) {
            $this->xml->startElement('xhtml:link');
            $this->xml->writeAttribute('rel', 'alternate');
            $this->xml->writeAttribute('hreflang', (string) $code);
            $this->xml->writeAttribute('href', self::clean($version));
            $this->xml->endElement();
        }
        foreach (array_slice(array_unique($entry->images), 0, self::MOST_IMAGES) as $image) {
            $this->xml->startElement('image:image');
            $this->xml->writeElement('image:loc', self::clean($image));
            $this->xml->endElement();
        }
        $this->xml->endElement();
    }

    public function text(): string
    {
        $this->xml->endDocument();

        return $this->xml->outputMemory();
    }

    /**
     * The index of several files.
     *
     * @param  array<string, ?string>  $files  day of the newest change by address
     */
    public static function index(array $files): string
    {
        $xml = self::begin('sitemapindex', ['xmlns' => self::NAMESPACES['xmlns']]);
        foreach ($files as $url => $changed) {
            $xml->startElement('sitemap');
            $xml->writeElement('loc', self::clean((string) $url));
            $changed === null || $xml->writeElement('lastmod', $changed);
            $xml->endElement();
        }
        $xml->endDocument();

        return $xml->outputMemory();
    }

    /** @param  array<string, string>  $namespaces */
    private static function begin(string $root, array $namespaces): XMLWriter
    {
        $xml = new XMLWriter();
        $xml->openMemory();
        $xml->startDocument('1.0', 'UTF-8');
        $xml->startElement($root);
        foreach ($namespaces as $name => $uri) {
            $xml->writeAttribute($name, $uri);
        }

        return $xml;
    }

    /** What XML 1.0 cannot hold is left out. */
    private static function clean(string $text): string
    {
        return (string) preg_replace(
            '/[^\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u',
            '',
            mb_scrub($text),
        );
    }
}
