<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Connectors\Http\HttpAnswer;
use App\Inventory\FetchedPage;
use LogicException;
use Orchard\Core\Markup\LinkHeader;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Url\PageUrl;

/** What an answer tells of a page before it is parsed. */
final class AnsweredPage
{
    /** Headers that are kept. */
    private const HEADERS = [
        'etag', 'last-modified', 'cache-control', 'expires', 'vary', 'content-language', 'content-encoding', 'link',
        'x-robots-tag', 'strict-transport-security', 'server', 'age', 'content-security-policy',
    ];

    public static function of(FrontierPage $page, HttpAnswer $answer, string $type, int $pageBytes): FetchedPage
    {
        $url = PageUrl::parse($page->url) ?? throw new LogicException("$page->url is no address.");
        $location = $answer->status >= 300 && $answer->status < 400 ? $answer->header('location') : null;

        return new FetchedPage(
            $page->id,
            $page->url,
            $answer->status,
            $location === null ? null : $url->resolve($location)?->text() ?? mb_substr($location, 0, 2048),
            trim(explode(';', $type)[0]),
            implode('; ', $answer->headers['x-robots-tag'] ?? []),
            LinkHeader::of($answer->headers['link'] ?? [], $url)->canonical,
            strlen($answer->body),
            $answer->cut ? 'cut off at '.number_format($pageBytes).' bytes' : null,
            headers: array_map(
                static fn (array $values): string => mb_substr(mb_scrub(implode(', ', $values)), 0, 1000),
                array_intersect_key($answer->headers, array_flip(self::HEADERS)),
            ),
            responseMs: (int) round(1000 * $answer->seconds),
        );
    }

    /** 16 bytes that stand for all of an answer that facts are read from, and for the reader. */
    public static function digest(HttpAnswer $answer, string $type): string
    {
        return hash(
            'xxh128',
            serialize([
                PageReader::EDITION,
                $answer->status,
                $type,
                $answer->headers['x-robots-tag'] ?? [],
                $answer->headers['link'] ?? [],
                $answer->cut,
            ]).$answer->body,
            true,
        );
    }
}
