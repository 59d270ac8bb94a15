<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/**
 * Collects, while a page is read, what PageDetails holds. Every list has a limit, so that no page grows without end.
 */
final class DetailReader
{
    private const MOST_HEADINGS = 300;

    private const MOST_IMAGES = 500;

    private const MOST_LINES = 500;

    /** Bytes of JSON-LD that are kept of one page. */
    private const MOST_STRUCTURED = 60_000;

    /** A text that looks like a heading has at most so many characters. */
    private const LONGEST_HEADING = 90;

    /** Words of main text below which a page with scripts is taken to be filled by them. */
    private const FEWEST_WORDS = 15;

    private const DIRECTIVES = [
        'all', 'none', 'index', 'noindex', 'follow', 'nofollow', 'noarchive', 'nosnippet', 'notranslate',
        'noimageindex', 'indexifembedded',
    ];

    /** @var list<array{level: int, text: string, part?: string, image?: true}> */
    private array $headings = [];

    /** @var list<array{src: string, alt: ?string, width: int, height: int, away?: true}> */
    private array $images = [];

    /** @var list<array{where: string, url: string, written: string}> */
    private array $canonicals = [];

    /** @var list<array{code: string, url: string}> */
    private array $hreflangs = [];

    /** @var array<string, string> */
    private array $paging = [];

    /** @var array<string, string> */
    private array $social = [];

    /** @var array<string, string> */
    private array $crawlers = [];

    /** @var list<mixed> */
    private array $structured = [];

    private int $structuredBytes = 0;

    /** @var list<string> */
    private array $errors = [];

    private ?string $refresh = null;

    private int $scripts = 0;

    /**
     * @param  string  $part  nav, header, footer or breadcrumbs where it stands in one of them
     * @param  bool  $isImage  whether its text is an image's
     */
    public function heading(int $level, string $text, string $part = '', bool $isImage = false): void
    {
        if (count($this->headings) < self::MOST_HEADINGS) {
            $this->headings[] =
                ['level' => $level, 'text' => mb_substr($text, 0, 1000)] +
                ($part === '' ? [] : ['part' => $part]) +
                ($isImage ? ['image' => true] : []);
        }
    }

    public function styled(string $text): void
    {
        if ($text !== '' && mb_strlen($text) <= self::LONGEST_HEADING) {
            $this->heading(0, $text);
        }
    }

    /**
     * @param  array<string, string>  $given
     * @param  \Closure(string): ?string  $resolve
     * @param  bool  $leadsAway  whether it stands in a link to another page
     */
    public function image(array $given, \Closure $resolve, bool $leadsAway = false): void
    {
        if (count($this->images) >= self::MOST_IMAGES) {
            return;
        }
        $src = trim($given['src'] ?? '');
        if ($src === '' || str_starts_with($src, 'data:')) {
            $src = trim($given['data-src'] ?? '') ?: $src;
        }
        if ($src === '') {
            // A browser takes one of the set; the first stands for it.
            $src = (string) preg_replace('/[\s,].*$/s', '', trim($given['srcset'] ?? ''));
        }
        $this->images[] =
            [
                'src' => match (true) {
                    $src === '' => '',
                    str_starts_with($src, 'data:') => substr($src, 0, 40),
                    default => mb_substr($resolve($src) ?? $src, 0, 2048),
                },
                'alt' => isset($given['alt']) ? mb_substr(Text::tidy($given['alt']), 0, 500) : null,
                'width' => min(99999, (int) ($given['width'] ?? 0)),
                'height' => min(99999, (int) ($given['height'] ?? 0)),
            ] + ($leadsAway ? ['away' => true] : []);
    }

    /**
     * A meta element by its property or name; what stands in the body counts for nothing but social tags.
     *
     * @param  array<string, string>  $given
     */
    public function meta(string $name, array $given, bool $inBody): void
    {
        $content = Text::tidy($given['content'] ?? '');
        if (strtolower(trim($given['http-equiv'] ?? '')) === 'refresh') {
            $this->refresh ??= mb_substr($content, 0, 2048);
        } elseif ($name === '' || $inBody) {
            return;
        } elseif (str_contains($name, ':')) {
            if (count($this->social) < 60) {
                $this->social[mb_substr($name, 0, 60)] ??= mb_substr($content, 0, 1000);
            }
        } elseif (preg_match('/^[a-z][a-z0-9\-_]{2,40}$/', $name) === 1 && self::isDirectives($content)) {
            $this->crawlers[$name] = isset($this->crawlers[$name])
                ? $this->crawlers[$name].', '.$content
                : $content;
        }
    }

    public function hreflang(string $code, string $url): void
    {
        if (count($this->hreflangs) < self::MOST_LINES) {
            $this->hreflangs[] = ['code' => mb_substr($code, 0, 35), 'url' => mb_substr($url, 0, 2048)];
        }
    }

    public function paging(string $way, string $url): void
    {
        $this->paging[$way] ??= mb_substr($url, 0, 2048);
    }

    public function canonical(string $where, string $url, string $written): void
    {
        if (count($this->canonicals) < 20) {
            $this->canonicals[] = [
                'where' => $where,
                'url' => mb_substr($url, 0, 2048),
                'written' => mb_substr($written, 0, 2048),
            ];
        }
    }

    public function structured(string $json): void
    {
        $json = trim($json);
        $data = json_decode($json, true, 64);
        if (! is_array($data)) {
            count($this->errors) < 20 &&
                ($this->errors[] =
                    json_last_error() === JSON_ERROR_NONE
                        ? 'holds no object'
                        : lcfirst(json_last_error_msg()).': '.mb_substr(mb_scrub($json), 0, 80));

            return;
        }
        $this->structuredBytes += strlen($json);
        if ($this->structuredBytes <= self::MOST_STRUCTURED) {
            $this->structured[] = $data;
        } else {
            $this->structured[] = ['@type' => array_slice(self::typesOf($data), 0, 20)];
        }
    }

    public function script(): void
    {
        $this->scripts++;
    }

    /** What a region brings, read elsewhere. */
    public function take(RegionFacts $facts): void
    {
        foreach ($facts->headings as $heading) {
            $this->heading($heading['level'], $heading['text'], $heading['part'] ?? '', $heading['image'] ?? false);
        }
        foreach ($facts->images as $image) {
            count($this->images) < self::MOST_IMAGES && ($this->images[] = $image);
        }
        $this->scripts += $facts->scripts;
    }

    /**
     * What was collected, as a region's; null where there is more than a region may bring.
     *
     * @param  list<Link>  $links
     */
    public function region(array $links): ?RegionFacts
    {
        $more = [
            $this->canonicals,
            $this->hreflangs,
            $this->paging,
            $this->social,
            $this->crawlers,
            $this->structured,
            $this->errors,
        ];

        return array_filter($more) === [] && $this->refresh === null
            ? new RegionFacts($links, $this->headings, $this->images, $this->scripts)
            : null;
    }

    /** @return list<string> schema.org types of the nodes, the outermost and those of a graph */
    public function types(): array
    {
        return array_merge([], ...array_map(self::typesOf(...), array_filter($this->structured, is_array(...))));
    }

    /** @param  list<array{what: string, url: string}>  $insecure  as PageDetails has it */
    public function details(MainText $text, array $insecure = []): PageDetails
    {
        $needsScript = $this->scripts > 0 && $this->headings === [] && $text->words() < self::FEWEST_WORDS;

        return new PageDetails(
            $this->headings,
            $this->images,
            $this->canonicals,
            $this->hreflangs,
            $this->paging,
            $this->social,
            $this->crawlers,
            $this->structured,
            $this->errors,
            $this->refresh,
            $needsScript,
            $text,
            insecure: $insecure,
        );
    }

    /**
     * @param  array<array-key, mixed>  $data
     * @return list<string>
     */
    private static function typesOf(array $data): array
    {
        $types = [];
        $nodes = array_is_list($data) ? $data : (is_array($data['@graph'] ?? null) ? $data['@graph'] : [$data]);
        foreach ($nodes as $node) {
            foreach ((array) (is_array($node) ? $node['@type'] ?? [] : []) as $type) {
                if (is_string($type)) {
                    $types[] = $type;
                }
            }
        }

        return $types;
    }

    private static function isDirectives(string $content): bool
    {
        $words = array_map(trim(...), explode(',', strtolower($content)));

        return array_filter(
            $words,
            static fn (string $word): bool => ! in_array($word, self::DIRECTIVES, true) &&
                preg_match('/^(max-(snippet|image-preview|video-preview)|unavailable_after)\s*:/', $word) !== 1,
        ) === [];
    }
}
