<?php

declare(strict_types=1);

namespace App\Gather\Parsing;

use Orchard\Core\Markup\Charset;
use Orchard\Core\Markup\PageFacts;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Url\PageUrl;

/** Parses pages one after the other and remembers which blocks it has told of. */
final class PageParser
{
    /** @var array<string, true> */
    private array $told = [];

    public function parse(string $body, ?string $contentType, string $url): ParsedPage
    {
        $facts = PageReader::read(Charset::toUtf8($body, $contentType), PageUrl::parse($url) ?? throw new \InvalidArgumentException("$url is no URL."));
        $main = [];
        $regions = [];
        foreach ($facts->links as $link) {
            $entry = [$link->target, $link->anchor, $link->nofollow];
            if ($link->region->repeats()) {
                $regions[$link->region->value][] = $entry;
            } else {
                $main[] = $entry;
            }
        }
        $blocks = [];
        foreach ($regions as $region => $links) {
            $digest = md5($region.serialize($links), true);
            $blocks[] = [$digest, $region, isset($this->told[$digest]) ? null : $links];
            $this->told[$digest] = true;
        }
        $bare = new PageFacts($facts->title, $facts->description, $facts->robots, $facts->canonicals, $facts->h1s, $facts->words, $facts->language, $facts->types, [], $facts->strays);

        return new ParsedPage($bare, $main, $blocks);
    }
}
