<?php

declare(strict_types=1);

namespace Orchard\Core\Markets;

use Orchard\Core\Url\PageUrl;

/** A market of a shop as its home page tells it by hreflang (RFC 8288 links with the relation alternate). */
final readonly class SeenMarket
{
    /** Markets of one shop that are proposed. */
    private const MOST = 40;

    /**
     * @param  string  $host  its pages stand on; empty where all markets share one
     * @param  string  $path  with which the paths of its pages begin, such as /de; empty for none
     */
    private function __construct(
        public LanguageTag $tag,
        public string $host,
        public string $path,
        public string $url,
    ) {
    }

    /** "Austria, German"; the language alone where no country is named. */
    public function name(): string
    {
        return $this->tag->country === null
            ? $this->tag->name()
            : "{$this->tag->country->name()}, {$this->tag->name()}";
    }

    /**
     * The markets that a home page names; none where it names fewer than two that can be told apart by host or path.
     *
     * @param  list<array{code: string, url: string}>  $hreflangs  as the page gives them
     * @return list<self> in the order of the page; the one that the page itself is stands first
     */
    public static function ofHome(PageUrl $home, array $hreflangs): array
    {
        $seen = [];
        foreach ($hreflangs as ['code' => $code, 'url' => $url]) {
            $tag = LanguageTag::of($code);
            $at = $home->resolve($url);
            // One that is told by a parameter alone cannot be told from the others by host or path.
            if ($tag === null || $at === null || $at->query !== null) {
                continue;
            }
            $path = rtrim($at->path, '/');
            $key = $at->authority.$path;
            $known = $seen[$key] ?? null;
            // "de" and "de-DE" for the same page: the one that names a country says more.
            if (
                $known === null ||
                ($known->tag->country === null && $tag->country !== null && $known->tag->language === $tag->language)
            ) {
                $seen[$key] = new self($tag, $at->host(), $path, $at->text());
            }
        }
        if (count($seen) < 2) {
            return [];
        }
        $hosts = array_unique(array_map(static fn (self $one): string => $one->host, $seen));
        $markets = array_map(
            static fn (self $one): self => count($hosts) === 1 ? new self($one->tag, '', $one->path, $one->url) : $one,
            array_values($seen),
        );
        $own = array_search($home->authority.rtrim($home->path, '/'), array_keys($seen), true);
        if (is_int($own)) {
            array_unshift($markets, ...array_splice($markets, $own, 1));
        }

        return array_slice($markets, 0, self::MOST);
    }
}
