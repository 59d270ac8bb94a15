<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

use Orchard\Core\Url\PageUrl;

/**
 * Reads the facts of a page from its HTML in one pass.
 *
 * Follows the tokenizer of the HTML Standard (section 13.2.5: tags, attributes, comments, raw text, character
 * references) and of
 * its tree construction what the facts need: where the head ends and the body begins, title elements of the HTML
 * namespace, inert templates, foreign content, anchors that close one another. Scripting counts as on, so noscript is
 * raw text, as it is for a browser. Checked against parse5 in the browser tests. One instance reads one page; time and
 * memory are linear in the page's size.
 */
final class PageReader
{
    /**
     * Raised whenever the same HTML would give other facts or links, so that pages read by an older edition are read
     * again.
     */
    public const EDITION = 7;

    private const REGION_TAGS = ['nav' => Region::Navigation, 'header' => Region::Header, 'footer' => Region::Footer];

    private ?string $title = null;

    private readonly DetailReader $details;

    private readonly HeadReader $head;

    private ?string $language = null;

    /** @var list<Link> */
    private array $links = [];

    private bool $inBody = false;

    private int $templates = 0;

    private int $foreign = 0;

    /** @var array<string, int> open nav, header, footer, main and article elements */
    private array $open = ['nav' => 0, 'header' => 0, 'footer' => 0, 'main' => 0, 'article' => 0];

    /** @var list<string> open header and footer elements that count as the page's, outermost first */
    private array $regions = [];

    /** @var array<string, int> open elements that part words, by name */
    private array $parting = [];

    private string $mainText = '';

    /** @var ?array{href: string, text: string, alt: string, rel: int, region: Region} */
    private ?array $anchor = null;

    private ?string $heading = null;

    private int $headingLevel = 1;

    /** Alt texts of the images in the open heading. */
    private string $headingAlt = '';

    /** @var ?array{string, int} the element that a class calls breadcrumbs, and how many of its name were open in it */
    private ?array $crumbs = null;

    /** Text of an element that looks like a heading and is none, while it is open. */
    private ?string $styled = null;

    private string $styledTag = '';

    private PageUrl $base;

    private bool $hasBase = false;

    /** @var array<string, ?string> */
    private array $resolved = [];

    private function __construct(private readonly PageUrl $url, private readonly ?RegionMemory $memory)
    {
        $this->base = $url;
        $this->details = new DetailReader();
        $this->head = new HeadReader($this->details, $this->resolve(...));
    }

    /**
     * @param  string  $html  in UTF-8, as Charset::toUtf8() gives it
     * @param  ?RegionMemory  $memory  of the regions of other pages of the same host
     */
    public static function read(string $html, PageUrl $url, ?RegionMemory $memory = null): PageFacts
    {
        $reader = new self($url, $memory);
        $reader->scan($html);

        return $reader->facts(Microdata::types($html), InsecureParts::of($html, $url, $reader->base));
    }

    /**
     * @param  list<string>  $marked  types by microdata
     * @param  list<array{what: string, url: string}>  $insecure
     */
    private function facts(array $marked, array $insecure): PageFacts
    {
        $this->closeAnchor();
        $this->closeHeading();
        $text = MainText::of($this->mainText);
        $details = $this->details->details($text, $insecure);

        return new PageFacts(
            $this->title,
            $this->head->description,
            $this->head->robots(),
            $this->head->canonicals,
            $details->h1s(),
            $text->words(),
            $this->language,
            array_values(array_unique([...$this->head->types, ...$this->details->types(), ...$marked])),
            $this->links,
            $this->head->strays,
            $details,
            $this->head->refresh,
        );
    }

    private function scan(string $html): void
    {
        $length = strlen($html);
        $at = 0;
        while ($at < $length) {
            $next = strpos($html, '<', $at);
            if ($next === false) {
                $this->text(substr($html, $at));

                return;
            }
            if ($next > $at) {
                $this->text(substr($html, $at, $next - $at));
            }
            $mark = $html[$next + 1] ?? '';
            if (ctype_alpha($mark)) {
                if (preg_match(Tokens::START_TAG, $html, $found, 0, $next) !== 1) {
                    return; // A tag that never ends: the standard drops it and all behind it.
                }
                $at = $this->startTag(strtolower($found[1]), $found[2], $html, $next + strlen($found[0]));
            } elseif ($mark === '/') {
                $at = $this->endTag($html, $next);
            } elseif ($mark === '!' || $mark === '?') {
                $at = Tokens::declarationEnd($html, $next, $this->foreign > 0);
            } else {
                $this->text('<');
                $at = $next + 1;
            }
        }
    }

    /** @return int where to read on */
    private function startTag(string $name, string $attributes, string $html, int $at): int
    {
        $selfClosing = str_ends_with($attributes, '/');
        if ($this->foreign > 0) {
            if (isset(Tags::BREAKOUT[$name])) {
                $this->foreign = 0;
            } else {
                $this->foreign += ($name === 'svg' || $name === 'math') && ! $selfClosing ? 1 : 0;
                // Search engines follow links in drawings; SVG 1.1 wrote them with a prefix.
                $name === 'a' &&
                    $this->templates === 0 &&
                    $this->linkTo(
                        Tokens::attributes($attributes)['href'] ??
                            (Tokens::attributes($attributes)['xlink:href'] ?? null),
                        '',
                    );

                return $at;
            }
        }
        if ($name === 'template') {
            $this->templates++;

            return $at;
        }
        if ($this->templates === 0) {
            if (! $this->inBody && ! isset(Tags::HEAD[$name])) {
                $this->inBody = true;
            }
            if ($this->memory !== null && isset(self::REGION_TAGS[$name]) && $this->foreign === 0) {
                $behind = $this->remembered($name, $html, $at);
                if ($behind !== null) {
                    return $behind;
                }
            }
            if (
                ! isset(Tags::INLINE[$name]) &&
                $name !== 'svg' &&
                $name !== 'math' &&
                (! isset(Tags::PART[$name]) || ($this->parting['table'] ?? 0) > 0)
            ) {
                $this->parting[$name] = ($this->parting[$name] ?? 0) + 1;
                if (stripos($attributes, 'breadcrumb') !== false && ! $this->isInCrumbs()) {
                    $this->crumbs = [$name, $this->parting[$name]];
                }
                $this->wordEnds();
            }
            $this->open($name, $attributes);
        }
        if ($name === 'svg' || $name === 'math') {
            $this->foreign += $selfClosing ? 0 : 1;
        } elseif (isset(Tags::RAW[$name])) {
            return $this->rawText($name, $attributes, $html, $at);
        } elseif ($name === 'plaintext') {
            $this->text(substr($html, $at));

            return strlen($html);
        }

        return $at;
    }

    /**
     * Takes a region that is known from other pages as it was read there.
     *
     * @return ?int where to read on; null where it has to be read here
     */
    private function remembered(string $name, string $html, int $at): ?int
    {
        if (
            $this->regions !== [] ||
            $this->anchor !== null ||
            $this->heading !== null ||
            $this->styled !== null ||
            ($name !== 'nav' && ($this->open['main'] > 0 || $this->open['article'] > 0))
        ) {
            return null;
        }
        $end = strpos($html, "</$name>", $at);
        if ($end === false) {
            return null;
        }
        $bytes = substr($html, $at, $end - $at);
        $key = RegionMemory::keyOf(self::REGION_TAGS[$name], $bytes);
        $facts = $this->memory?->find($key);
        if ($facts === null) {
            $facts = $this->readRegion($name, $bytes);
            $this->memory?->keep($key, $facts);
        }
        if ($facts === false) {
            return null;
        }
        array_push($this->links, ...$facts->links);
        $this->details->take($facts);
        $this->wordEnds();

        return $end + strlen($name) + 3;
    }

    /**
     * A region as a piece of its own; false where it leaves something open, tells more than links, or depends on where
     * it stands.
     */
    private function readRegion(string $name, string $bytes): RegionFacts|false
    {
        if (
            $this->hasBase ||
            stripos($bytes, "<$name") !== false ||
            preg_match(
                '~<(?:a|area|img)\b[^>]*?[\s\-](?:href|src)\s*=\s*(?!["\']?(?:/|https?:|data:|mailto:|tel:))~i',
                $bytes,
            ) === 1
        ) {
            return false;
        }
        $piece = new self($this->url, null);
        $piece->inBody = true;
        $piece->regions = [$name];
        $piece->scan($bytes);
        $isWhole =
            $piece->anchor === null &&
            $piece->heading === null &&
            $piece->styled === null &&
            $piece->templates === 0 &&
            $piece->foreign === 0 &&
            $piece->regions === [$name] &&
            array_sum($piece->open) === 0 &&
            array_filter($piece->parting) === [] &&
            $piece->title === null &&
            $piece->head->strays === [] &&
            $piece->head->types === [] &&
            ! $piece->hasBase &&
            $piece->language === null;

        return $isWhole ? $piece->details->region($piece->links) ?? false : false;
    }

    private function open(string $name, string $attributes): void
    {
        switch ($name) {
            case 'a':
            case 'area':
                $this->closeAnchor();
                $this->openAnchor($name, $attributes);
                break;
            case 'img':
                $given = Tokens::attributes($attributes);
                if ($this->anchor !== null) {
                    $this->anchor['alt'] .= ' '.($given['alt'] ?? '');
                }
                if ($this->heading !== null) {
                    $this->headingAlt .= ' '.($given['alt'] ?? '');
                }
                $this->details->image($given, fn (string $src): ?string => $this->resolve($src), $this->leadsAway());
                break;
            case 'h1':
            case 'h2':
            case 'h3':
            case 'h4':
            case 'h5':
            case 'h6':
                $this->closeHeading();
                $this->styled = null;
                $this->heading = '';
                $this->headingAlt = '';
                $this->headingLevel = (int) $name[1];
                break;
            case 'p':
            case 'div':
            case 'span':
            case 'strong':
                $this->openStyled($name, $attributes);
                break;
            case 'frame':
            case 'iframe':
                $given = Tokens::attributes($attributes);
                $this->linkTo($given['src'] ?? null, $given['title'] ?? '');
                break;
            case 'meta':
                $this->head->meta(Tokens::attributes($attributes), $this->inBody);
                break;
            case 'link':
                $this->head->link(Tokens::attributes($attributes), $this->inBody);
                break;
            case 'base':
                $href = Tokens::attributes($attributes)['href'] ?? null;
                if ($href !== null && ! $this->hasBase) {
                    $this->hasBase = true;
                    $this->base = $this->url->resolve($href) ?? $this->url;
                    $this->resolved = [];
                }
                break;
            case 'html':
                $this->language ??= Tokens::attributes($attributes)['lang'] ?? null;
                break;
            case 'nav':
            case 'header':
            case 'footer':
            case 'main':
            case 'article':
                if (
                    isset(self::REGION_TAGS[$name]) &&
                    ($name === 'nav' || ($this->open['main'] === 0 && $this->open['article'] === 0))
                ) {
                    $this->regions[] = $name;
                }
                $this->open[$name]++;
                break;
            default:
                break;
        }
    }

    private function endTag(string $html, int $at): int
    {
        if (
            preg_match(
                '~</([a-zA-Z][^\x00\t\n\f\r />]*)((?:[^>"\']|"[^"]*"|\'[^\']*\')*+)>~A',
                $html,
                $found,
                0,
                $at,
            ) !== 1
        ) {
            if (($html[$at + 2] ?? '') === '>') {
                return $at + 3;
            }
            $end = strpos($html, '>', $at);

            return $end === false ? strlen($html) : $end + 1;
        }
        $name = strtolower($found[1]);
        $after = $at + strlen($found[0]);
        if ($this->foreign > 0 && $name !== 'p' && $name !== 'br') {
            if ($name === 'svg' || $name === 'math') {
                $this->foreign--;
            }

            return $after;
        }
        $this->foreign = 0;
        if ($name === 'template') {
            $this->templates = max(0, $this->templates - 1);

            return $after;
        }
        if ($this->templates > 0) {
            return $after;
        }
        if (! $this->inBody && ($name === 'body' || $name === 'html' || $name === 'br')) {
            $this->inBody = true;
        }
        // The end of what is not open ends nothing, but for the two that make an element of their own.
        if (($this->parting[$name] ?? 0) > 0) {
            $this->parting[$name]--;
            $this->wordEnds();
        } elseif ($name === 'p' || $name === 'br') {
            $this->wordEnds();
        }
        switch ($name) {
            case 'a':
                $this->closeAnchor();
                break;
            case 'h1':
            case 'h2':
            case 'h3':
            case 'h4':
            case 'h5':
            case 'h6':
                $this->closeHeading();
                break;
            case 'p':
            case 'div':
            case 'span':
            case 'strong':
                if ($this->styled !== null && $this->styledTag === $name) {
                    $this->details->styled(Text::tidy(Entities::decode($this->styled)));
                    $this->styled = null;
                }
                break;
            case 'nav':
            case 'header':
            case 'footer':
            case 'main':
            case 'article':
                $this->open[$name] = max(0, $this->open[$name] - 1);
                if ($this->regions !== [] && end($this->regions) === $name) {
                    array_pop($this->regions);
                }
        }

        return $after;
    }

    /** The border of an element that is not part of a line of text parts words. */
    private function wordEnds(): void
    {
        $this->mainText .= "\n";
        if ($this->anchor !== null) {
            $this->anchor['text'] .= ' ';
        }
        if ($this->heading !== null) {
            $this->heading .= ' ';
        }
    }

    private function rawText(string $name, string $attributes, string $html, int $at): int
    {
        $end = Tokens::rawEnd($name, $html, $at);
        $content = substr($html, $at, $end - $at);
        if ($this->templates === 0) {
            if ($name === 'title') {
                $this->title ??= Text::tidy(Entities::decode(str_replace("\0", "\u{FFFD}", $content)));
            } elseif ($name === 'script') {
                if (stripos($attributes, 'ld+json') !== false) {
                    $this->details->structured($content);
                } else {
                    $this->details->script();
                }
            } elseif ($name === 'textarea') {
                $this->text(str_replace("\0", "\u{FFFD}", $content));
                $this->wordEnds();
                $this->parting[$name]--;
            }
        }
        $close = strpos($html, '>', $end);

        return $close === false ? strlen($html) : $close + 1;
    }

    private function text(string $text): void
    {
        if ($this->templates > 0 || $this->foreign > 0) {
            return;
        }
        if (! $this->inBody) {
            if (strspn($text, "\t\n\f\r ") === strlen($text)) {
                return;
            }
            $this->inBody = true;
        }
        if (str_contains($text, "\0")) {
            $text = str_replace("\0", '', $text);
        }
        if ($this->anchor !== null) {
            $this->anchor['text'] .= $text;
        }
        if ($this->heading !== null) {
            $this->heading .= $text;
        }
        if ($this->styled !== null) {
            $this->styled .= $text;
        }
        if ($this->regions === []) {
            // Line ends of the source are white space; those of the main text stand where elements part it.
            $text = strtr($text, "\n\r\f", '   ');
            $this->mainText .= str_contains($text, '&') ? Entities::decode($text) : $text;
        }
    }

    private function openAnchor(string $name, string $attributes): void
    {
        $given = Tokens::attributes($attributes);
        if (! isset($given['href'])) {
            return;
        }
        $region = $this->regions === [] ? Region::Main : self::REGION_TAGS[$this->regions[0]];
        $this->anchor = [
            'href' => $given['href'],
            'text' => '',
            'alt' => $name === 'area' ? $given['alt'] ?? '' : '',
            'rel' => isset($given['rel']) ? Link::relOf($given['rel']) : 0,
            'region' => $region,
        ];
        if ($name === 'area') {
            $this->closeAnchor();
        }
    }

    /** Whether what stands here is in a link to another page, and not in one to a larger picture. */
    private function leadsAway(): bool
    {
        $target = $this->anchor === null ? null : $this->resolve($this->anchor['href']);

        return $target !== null &&
            $target !== $this->url->text() &&
            preg_match('~\.(?:jpe?g|png|webp|gif|avif|svg)(?:\?|$)~i', $target) !== 1;
    }

    /** A link that has no text of its own: in a drawing, or by a frame. */
    private function linkTo(?string $href, string $title): void
    {
        if ($href !== null) {
            $around = $this->anchor;
            $this->anchor = [
                'href' => $href,
                'text' => '',
                'alt' => $title,
                'rel' => 0,
                'region' => $this->regions === [] ? Region::Main : self::REGION_TAGS[$this->regions[0]],
            ];
            $this->closeAnchor();
            $this->anchor = $around;
        }
    }

    private function closeAnchor(): void
    {
        if ($this->anchor === null) {
            return;
        }
        $anchor = $this->anchor;
        $this->anchor = null;
        $target = $this->resolve($anchor['href']);
        if ($target === null) {
            return;
        }
        $text = Text::tidy(Entities::decode($anchor['text']));
        if ($text === '') {
            $text = Text::tidy($anchor['alt']);
        }
        $this->links[] = new Link(
            $target,
            mb_strlen($text) > 255 ? mb_substr($text, 0, 255) : $text,
            $anchor['rel'],
            $anchor['region'],
        );
    }

    private function closeHeading(): void
    {
        if ($this->heading !== null) {
            $text = Text::tidy(Entities::decode($this->heading));
            $alt = Text::tidy($this->headingAlt);
            $this->details->heading(
                $this->headingLevel,
                $text === '' ? $alt : $text,
                $this->isInCrumbs() ? 'breadcrumbs' : $this->regions[0] ?? '',
                $text === '' && $alt !== '',
            );
            $this->heading = null;
        }
    }

    private function isInCrumbs(): bool
    {
        return $this->crumbs !== null && ($this->parting[$this->crumbs[0]] ?? 0) >= $this->crumbs[1];
    }

    /** A short text that a class or a role calls a heading, outside of any heading element. */
    private function openStyled(string $name, string $attributes): void
    {
        if (
            $this->heading === null &&
            $this->regions === [] &&
            $attributes !== '' &&
            (stripos($attributes, 'head') !== false ||
                stripos($attributes, 'title') !== false ||
                stripos($attributes, '"h') !== false) &&
            $this->inBody
        ) {
            $given = Tokens::attributes($attributes);
            if (
                ($given['role'] ?? '') === 'heading' ||
                preg_match('/(?:^|[\s_\-])(?:h[1-6]|heading|headline|title)(?:$|[\s_\-])/i', $given['class'] ?? '') ===
                    1
            ) {
                $this->styled = '';
                $this->styledTag = $name;

                return;
            }
        }
        if ($this->styled !== null && $this->styledTag === $name) {
            $this->styled = null; // It holds more than a text.
        }
    }

    private function resolve(string $href): ?string
    {
        if (! array_key_exists($href, $this->resolved)) {
            $this->resolved[$href] = $this->base->resolve($href)?->text();
        }

        return $this->resolved[$href];
    }
}
