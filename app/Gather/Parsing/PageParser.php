<?php

declare(strict_types=1);

namespace App\Gather\Parsing;

use App\Inventory\KeptDetails;
use Orchard\Core\Markup\Charset;
use Orchard\Core\Markup\NotFoundText;
use Orchard\Core\Markup\PageFacts;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Markup\RegionMemory;
use Orchard\Core\Markup\Xhtml;
use Orchard\Core\Url\PageUrl;

/** Parses pages one after the other and remembers which blocks and URLs it has told of. */
final class PageParser
{
    /** URLs remembered; beyond this many all are told again. */
    private const MEMORY = 200_000;

    /** @var array<string, true> digests of blocks */
    private array $told = [];

    /** @var array<string, string> digest by URL; an empty one for a page of another host */
    private array $digests = [];

    private readonly ?MissingPage $missing;

    /** Regions that pages share; those of the newest host. */
    private RegionMemory $memory;

    private string $host = '';

    /** @param  ?string  $missing  HTML that answers for an address that does not exist */
    public function __construct(?string $missing = null)
    {
        $this->memory = new RegionMemory();
        $this->missing = $missing === null ? null : MissingPage::from($missing);
    }

    /** @throws \InvalidArgumentException where the page has no address */
    public function parse(string $body, ?string $contentType, string $url): ParsedPage
    {
        $page = PageUrl::parse($url) ?? throw new \InvalidArgumentException("$url is no URL.");
        if ($this->host !== $page->authority) {
            [$this->memory, $this->host] = [new RegionMemory(), $page->authority];
        }
        $text = Charset::toUtf8($body, $contentType);
        $facts = PageReader::read(
            preg_match('~^application/xhtml\+xml~i', (string) $contentType) === 1 ? Xhtml::toHtml($text) : $text,
            $page,
            $this->memory,
        );
        if (count($this->digests) > self::MEMORY) {
            $this->digests = [];
        }
        $urls = [];
        $main = [];
        $regions = [];
        $externals = [];
        foreach ($facts->links as $link) {
            $digest = $this->digests[$link->target] ?? null;
            if ($digest === null) {
                $digest = $this->digests[$link->target] =
                    PageUrl::parse($link->target)?->sameHostAs($page) === true ? PageUrl::digestOf($link->target) : '';
                if ($digest !== '') {
                    $urls[$digest] = $link->target;
                }
            }
            if ($digest === '') {
                if (count($externals) < 200) {
                    $externals[] = ['url' => $link->target, 'anchor' => $link->anchor];
                }

                continue;
            }
            $entry = [$digest, $link->anchor, $link->rel];
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
        $bare = new PageFacts(
            $facts->title,
            $facts->description,
            $facts->robots,
            $facts->canonicals,
            $facts->h1s,
            $facts->words,
            $facts->language,
            $facts->types,
            [],
            $facts->strays,
            refresh: $facts->refresh,
        );

        $details = (
            $facts->details ?? throw new \LogicException('A page was read without its details.')
        )->withExternals($externals);

        $isMissing =
            $this->missing?->isLike($details->text, $facts->title) === true ||
            NotFoundText::isSaid(
                $facts->title,
                $facts->h1s,
                $facts->words,
                array_intersect($facts->types, ['Product', 'ProductGroup', 'og:product']) !== [],
            );

        return new ParsedPage(
            $bare,
            KeptDetails::of($details, $isMissing),
            $urls,
            $main,
            $blocks,
            md5(serialize([$main, array_column($blocks, 0)]), true),
        );
    }
}
