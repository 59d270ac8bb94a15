<?php

declare(strict_types=1);

namespace Orchard\Core\Sitemaps;

use Orchard\Core\Url\PageUrl;
use XMLReader;

/**
 * One sitemap file (sitemaps.org 0.9): a list of pages or of other sitemaps in XML, or of pages as lines of text;
 * gzipped or not. What is wrong with it is a finding; what can be read is kept. Entities of its own are never followed.
 *
 * XmlRead: whether it is an index, the locations, why it could not be read to its end, and what else the entries tell,
 * by their number from 0.
 *
 * @phpstan-type XmlRead array{
 *     bool, list<string>, ?string, array<int, array{images: int, alternates: array<string, string>}>
 * }
 */
final readonly class Sitemap
{
    /** Entries of one file, by the protocol. */
    public const MOST_ENTRIES = 50_000;

    /** Bytes of one file unpacked, by the protocol. */
    public const MOST_BYTES = 52_428_800;

    /** Problems that are told one by one. */
    private const MOST_PROBLEMS = 100;

    /**
     * @param  bool  $isIndex  whether it lists sitemaps
     * @param  array<string, true>  $urls  in PageUrl's form, on the sitemap's own host, in their order
     * @param  array<string, int>  $images  image entries by the URL of their page
     * @param  array<string, array<string, string>>  $alternates  addresses by language code, by the URL of the page
     * @param  list<array{int, string, string}>  $problems  entry number (0 for the file itself), what stands there,
     *     what is wrong
     */
    private function __construct(
        public bool $isIndex,
        public array $urls,
        public array $problems,
        public int $entries,
        public array $images = [],
        public array $alternates = [],
    ) {
    }

    /** @param  PageUrl  $own  where the file stands */
    public static function read(string $bytes, PageUrl $own): self
    {
        if (str_starts_with($bytes, "\x1F\x8B")) {
            set_error_handler(static fn (): bool => true); // A broken file is a finding, no warning.
            $plain = gzdecode($bytes, self::MOST_BYTES + 1);
            restore_error_handler();
            if ($plain === false || strlen($plain) > self::MOST_BYTES) {
                return new self(
                    false,
                    [],
                    [
                        [
                            0,
                            '',
                            $plain === false
                                ? 'cannot be unpacked, or unpacks to more than 50 MB'
                                : 'unpacks to more than 50 MB',
                        ],
                    ],
                    0,
                );
            }
            $bytes = $plain;
        }
        $bytes = (string) preg_replace('/^\xEF\xBB\xBF/', '', $bytes);
        $start = ltrim(substr($bytes, 0, 4096));
        if ($start === '') {
            return new self(false, [], [[0, '', 'is empty']], 0);
        }
        if (preg_match('/^<(?:!doctype\s+html|html)\b/i', $start) === 1) {
            return new self(false, [], [[0, '', 'is an HTML page, no sitemap']], 0);
        }

        return self::judged(
            $own,
            $start[0] === '<' ? self::xml($bytes) : [false, preg_split('/\r\n|\r|\n/', trim($bytes)) ?: [], null, []],
        );
    }

    /** @return XmlRead */
    private static function xml(string $bytes): array
    {
        $before = libxml_use_internal_errors(true);
        libxml_clear_errors();
        $xml = new XMLReader();
        $locations = [];
        $more = [];
        $entry = -1;
        $root = '';
        $broken = null;
        if ($xml->XML($bytes, null, LIBXML_NONET | LIBXML_COMPACT) !== false) {
            while (@$xml->read()) {
                if ($xml->nodeType === XMLReader::DOC_TYPE) {
                    $broken = 'has a document type of its own; nothing is read from such a file';

                    break;
                }
                if ($xml->nodeType !== XMLReader::ELEMENT) {
                    continue;
                }
                if ($xml->depth === 0) {
                    $root = $xml->localName;
                } elseif ($xml->depth === 1) {
                    $entry++;
                } elseif ($xml->depth === 2 && $xml->localName === 'image') {
                    $more[$entry] ??= ['images' => 0, 'alternates' => []];
                    $more[$entry]['images']++;
                } elseif (
                    $xml->depth === 2 &&
                    $xml->localName === 'link' &&
                    $xml->getAttribute('hreflang') !== null &&
                    $xml->getAttribute('href') !== null
                ) {
                    $more[$entry] ??= ['images' => 0, 'alternates' => []];
                    count($more[$entry]['alternates']) < 200 &&
                        ($more[$entry]['alternates'][
                            mb_substr((string) $xml->getAttribute('hreflang'), 0, 35)
                        ] = mb_substr((string) $xml->getAttribute('href'), 0, 2048));
                } elseif ($xml->depth === 2 && $xml->localName === 'loc') {
                    $locations[] = trim($xml->readString());
                    if (count($locations) > self::MOST_ENTRIES) {
                        break;
                    }
                }
            }
        }
        $error = libxml_get_last_error();
        libxml_clear_errors();
        libxml_use_internal_errors($before);
        if ($broken === null && $error !== false && $error->level >= LIBXML_ERR_ERROR) {
            $broken = 'is broken in line '.$error->line.': '.trim($error->message);
            // The reader gives nothing of the piece in which a file breaks.
            preg_match_all('~<loc>\s*([^<]{1,2048}?)\s*</loc>~', $bytes, $found);
            $locations = array_slice(
                array_map(
                    static fn (string $text): string => html_entity_decode($text, ENT_QUOTES | ENT_XML1, 'UTF-8'),
                    $found[1],
                ),
                0,
                self::MOST_ENTRIES,
            );
            $root = str_contains(substr($bytes, 0, 4096), '<sitemapindex') ? 'sitemapindex' : 'urlset';
        } elseif ($broken === null && ! in_array($root, ['urlset', 'sitemapindex'], true)) {
            $broken = "begins with <$root>; a sitemap begins with <urlset> or <sitemapindex>";
        }

        return [$root === 'sitemapindex', $locations, $broken, $broken === null ? $more : []];
    }

    /** @param  XmlRead  $read */
    private static function judged(PageUrl $own, array $read): self
    {
        [$isIndex, $locations, $broken, $more] = $read;
        $urls = [];
        $images = [];
        $alternates = [];
        $problems = $broken === null ? [] : [[0, '', $broken]];
        foreach ($locations as $i => $location) {
            if ($i === self::MOST_ENTRIES) {
                $problems[] = [0, '', 'has more than 50,000 entries; the rest is left out'];

                break;
            }
            $url = PageUrl::parse($location);
            $wrong = match (true) {
                trim($location) === '' => 'is empty',
                $url === null => 'is no absolute http or https address',
                ! $url->sameHostAs($own) => 'is on another host',
                isset($urls[$url->text()]) => 'is listed twice',
                default => null,
            };
            if ($wrong === null && $url !== null) {
                $urls[$url->text()] = true;
                if (($more[$i]['images'] ?? 0) > 0) {
                    $images[$url->text()] = $more[$i]['images'];
                }
                if (($more[$i]['alternates'] ?? []) !== []) {
                    $alternates[$url->text()] = $more[$i]['alternates'];
                }
            } elseif (count($problems) < self::MOST_PROBLEMS) {
                $problems[] = [$i + 1, mb_substr(mb_scrub($location), 0, 300), (string) $wrong];
            }
        }

        return new self($isIndex, $urls, $problems, min(count($locations), self::MOST_ENTRIES), $images, $alternates);
    }
}
