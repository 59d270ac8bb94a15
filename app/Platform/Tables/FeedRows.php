<?php

declare(strict_types=1);

namespace App\Platform\Tables;

use DateTimeZone;
use Generator;
use InvalidArgumentException;
use Orchard\Core\Logs\AccessLine;
use Orchard\Core\Sitemaps\Sitemap;
use Orchard\Core\StructuredData\ProductData;
use Orchard\Core\Url\PageUrl;
use XMLReader;

/**
 * Files that are no tables, read as if they were: product feeds (RSS 2.0, Atom), JSON-LD, sitemaps, web server logs.
 * The first row has the names.
 */
final class FeedRows
{
    /**
     * Elements of a product that get a column of their own, by local name; whatever else there is goes into the last
     * one.
     */
    private const NAMES = [
        'id', 'title', 'link', 'description', 'price', 'sale_price', 'availability', 'availability_date', 'quantity',
        'brand', 'gtin', 'mpn', 'product_type', 'color', 'material', 'size', 'pattern', 'condition', 'rating',
        'review_count', 'attributes',
    ];

    /** Bytes of a JSON-LD file, which has to be read whole. */
    private const MOST_JSON = 50_000_000;

    /** Bytes of one text in a feed. */
    private const MOST_TEXT = 20_000;

    /** Lines of a log that cannot be read and are told one by one; a public server's log has any number of them. */
    private const MOST_ODD = 500;

    /** Different lines of a log's summary that are held before they are told. */
    private const MOST_SUMS = 100_000;

    /**
     * How the rows of such a file are read; null where it is none of them.
     *
     * @param  string  $source  path or stream address that gives the plain bytes
     * @param  ?DateTimeZone  $zone  whose days a log's times are told in; the log's own where it is not given
     * @return ?\Closure(): Generator<int, list<string>>
     *
     * @throws InvalidArgumentException where it is a page or a broken file
     */
    public static function of(string $source, ?DateTimeZone $zone = null): ?\Closure
    {
        $start = (string) file_get_contents($source, length: 65536);
        $plain = ltrim((string) preg_replace('/^\xEF\xBB\xBF/', '', $start));
        if (preg_match('/^<(?:!doctype\s+html|html)\b/i', $plain) === 1) {
            throw new InvalidArgumentException(
                'This is an HTML page, whatever its name says; a table or a feed is wanted.',
            );
        }
        if (str_starts_with($plain, '<')) {
            if (preg_match('/<!(DOCTYPE|ENTITY)/i', $start) === 1) {
                throw new InvalidArgumentException(
                    'The XML file brings a document type or entities of its own; nothing is read from such a file.',
                );
            }
            if (preg_match('/<(?:\w+:)?(urlset|sitemapindex)\b/', $start, $found) === 1) {
                return $found[1] === 'sitemapindex'
                    ? throw new InvalidArgumentException('This is a sitemap index; import the sitemaps that it lists.')
                    : static fn (): Generator => self::sitemap($source);
            }

            return preg_match('/<(?:\w+:)?(rss|feed|RDF|channel|products|items)\b/', $start) === 1
                ? static fn (): Generator => self::xml($source)
                : throw new InvalidArgumentException('The XML file is no RSS or Atom feed and no sitemap.');
        }
        if (preg_match('/^[\[{]\s*["{\[]/', $plain) === 1) {
            return static fn (): Generator => self::json($source);
        }
        foreach (array_slice(preg_split('/\r?\n/', $plain) ?: [], 0, 50) as $line) {
            if (AccessLine::parse($line) !== null) {
                return static fn (): Generator => self::log($source, $zone);
            }
        }

        return null;
    }

    /** @return Generator<int, list<string>> */
    private static function xml(string $source): Generator
    {
        $xml = new XMLReader();
        if (! @$xml->open($source, null, LIBXML_NONET | LIBXML_COMPACT)) {
            throw new InvalidArgumentException('The XML file cannot be opened.');
        }
        yield 1 => self::NAMES;
        $number = 1;
        $item = null;
        $depth = 0;
        $before = libxml_use_internal_errors(true);
        libxml_clear_errors();
        try {
            while (@$xml->read()) {
                if ($xml->nodeType === XMLReader::DOC_TYPE) {
                    throw new InvalidArgumentException(
                        'The XML file brings a document type of its own; nothing is read from such a file.',
                    );
                }
                if ($item === null) {
                    if (
                        $xml->nodeType === XMLReader::ELEMENT &&
                        in_array($xml->localName, ['item', 'entry', 'product'], true) &&
                        ! $xml->isEmptyElement
                    ) {
                        [$item, $depth] = [[], $xml->depth];
                    }

                    continue;
                }
                if ($xml->nodeType === XMLReader::ELEMENT && $xml->depth === $depth + 1) {
                    $name = strtolower($xml->localName);
                    $text = mb_strcut(trim($xml->readString()), 0, self::MOST_TEXT);
                    $value = $name === 'link' && $text === '' ? (string) $xml->getAttribute('href') : $text;
                    $item[$name] = isset($item[$name]) ? $item[$name] : $value;
                } elseif ($xml->nodeType === XMLReader::END_ELEMENT && $xml->depth === $depth) {
                    yield ++$number => self::row($item);
                    $item = null;
                }
            }
            $error = libxml_get_last_error();
            if ($error !== false && $error->level >= LIBXML_ERR_ERROR) {
                throw new InvalidArgumentException(
                    "The XML file is broken in line {$error->line}: ".trim($error->message).'.',
                );
            }
        } finally {
            libxml_clear_errors();
            libxml_use_internal_errors($before);
        }
    }

    /**
     * @param  array<string, string>  $item
     * @return list<string>
     */
    private static function row(array $item): array
    {
        $rest = array_diff_key($item, array_flip(self::NAMES));
        $item['link'] = ($item['link'] ?? '') === '' ? $item['url'] ?? '' : $item['link'];
        $item['attributes'] =
            $rest === []
                ? ''
                : json_encode(
                    $rest,
                    JSON_UNESCAPED_UNICODE |
                        JSON_UNESCAPED_SLASHES |
                        JSON_INVALID_UTF8_SUBSTITUTE |
                        JSON_THROW_ON_ERROR,
                );

        return array_map(static fn (string $name): string => $item[$name] ?? '', self::NAMES);
    }

    /** @return Generator<int, list<string>> */
    private static function json(string $source): Generator
    {
        $text = (string) file_get_contents($source, length: self::MOST_JSON + 1);
        if (strlen($text) > self::MOST_JSON) {
            throw new InvalidArgumentException(
                'The JSON file is larger than '.number_format(self::MOST_JSON).' bytes; cut it into several.',
            );
        }
        $data = json_decode((string) preg_replace('/^\xEF\xBB\xBF/', '', $text), true, 64);
        if (! is_array($data)) {
            throw new InvalidArgumentException('The JSON file cannot be read: '.json_last_error_msg().'.');
        }
        yield 1 => self::NAMES;
        $number = 1;
        foreach (self::products($data) as $node) {
            $product = ProductData::from($node);
            yield ++$number => self::row(
                array_filter(
                    [
                        'id' => $product->number,
                        'title' => $product->name,
                        'link' => is_string($node['url'] ?? null)
                            ? $node['url']
                            : (is_string($node['@id'] ?? null)
                                ? $node['@id']
                                : ''),
                        'price' => $product->price === null ? '' : trim($product->price.' '.$product->currency),
                        'availability' => $product->life->value === 0 ? '' : $product->life->label(),
                        'availability_date' => (string) $product->backOn,
                        'brand' => $product->maker,
                        'rating' => (string) $product->rating,
                        'review_count' => (string) $product->reviews,
                    ],
                    static fn (string $value): bool => $value !== '',
                ),
            );
        }
        if ($number === 1) {
            throw new InvalidArgumentException('The JSON file holds no product of schema.org.');
        }
    }

    /**
     * @param  array<array-key, mixed>  $data
     * @return Generator<array<array-key, mixed>>
     */
    private static function products(array $data): Generator
    {
        if (! array_is_list($data) && in_array('Product', (array) ($data['@type'] ?? []), true)) {
            yield $data;

            return;
        }
        foreach ($data as $inner) {
            if (is_array($inner)) {
                yield from self::products($inner);
            }
        }
    }

    /** @return Generator<int, list<string>> */
    private static function sitemap(string $source): Generator
    {
        $bytes = (string) file_get_contents($source, length: Sitemap::MOST_BYTES + 1);
        $read = Sitemap::read(
            $bytes,
            PageUrl::parse((string) (preg_match('~<loc>\s*([^<\s]+)~', $bytes, $found) === 1 ? $found[1] : '')) ??
                throw new InvalidArgumentException('The sitemap lists no address.'),
        );
        yield 1 => ['url'];
        $number = 1;
        foreach (array_keys($read->urls) as $url) {
            yield ++$number => [(string) $url];
        }
    }

    /**
     * What crawlers fetched, summed by day, address, crawler and status. Lines in which nothing was asked for (TLS
     * knocks, time-outs) say nothing of pages; of those that are none of the format the first ones come as they are.
     *
     * @return Generator<int, list<string>>
     */
    private static function log(string $source, ?DateTimeZone $zone): Generator
    {
        yield 1 => ['day', 'address', 'crawler', 'status', 'fetches'];
        $file = fopen($source, 'rb') ?: throw new InvalidArgumentException('The log cannot be opened.');
        /** @var array<string, int> $sums */
        $sums = [];
        $odd = 0;
        $number = 1;
        $tell = static function (array $sums) use (&$number): Generator {
            foreach ($sums as $key => $n) {
                yield ++$number => [...explode("\t", (string) $key), (string) $n];
            }
        };
        while (($line = fgets($file, 65536)) !== false) {
            $parsed = AccessLine::parse($line);
            if ($parsed === null) {
                if (trim($line) !== '' && ++$odd <= self::MOST_ODD) {
                    yield ++$number => ['', mb_substr(mb_scrub(trim($line)), 0, 300), '', '', ''];
                }

                continue;
            }
            $crawler = $parsed->crawler();
            if ($crawler !== null && ($parsed->method === 'GET' || $parsed->method === 'HEAD')) {
                $key =
                    $parsed->day($zone).
                    "\t".
                    str_replace("\t", '%09', $parsed->target).
                    "\t$crawler\t{$parsed->status}";
                $sums[$key] = ($sums[$key] ?? 0) + 1;
                if (count($sums) >= self::MOST_SUMS) {
                    yield from $tell($sums);
                    $sums = [];
                }
            }
        }
        fclose($file);
        yield from $tell($sums);
    }
}
