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
    public const EDITION = 9;

    private ?string $title = null;

    private readonly DetailReader $details;

    private readonly HeadReader $head;

    private ?string $language = null;

    private readonly AnchorReader $anchors;

    private readonly HeadingReader $headings;

    private readonly Addresses $addresses;

    private OpenElements $open;

    private bool $inBody = false;

    private int $templates = 0;

    private int $foreign = 0;

    private string $mainText = '';

    private function __construct(private readonly PageUrl $url, private readonly ?RegionMemory $memory)
    {
        $this->addresses = new Addresses($url);
        $this->open = new OpenElements();
        $this->details = new DetailReader();
        $this->anchors = new AnchorReader($this->addresses);
        $this->headings = new HeadingReader($this->details);
        $this->head = new HeadReader($this->details, $this->addresses->resolve(...));
    }

    /**
     * @param  string  $html  in UTF-8, as Charset::toUtf8() gives it
     * @param  ?RegionMemory  $memory  of the regions of other pages of the same host
     */
    public static function read(string $html, PageUrl $url, ?RegionMemory $memory = null): PageFacts
    {
        $reader = new self($url, $memory);
        $reader->scan($html);

        return $reader->facts(Microdata::types($html), InsecureParts::of($html, $url, $reader->addresses->current()));
    }

    /**
     * @param  list<string>  $marked  types by microdata
     * @param  list<array{what: string, url: string}>  $insecure
     */
    private function facts(array $marked, array $insecure): PageFacts
    {
        $this->anchors->close();
        $this->headings->close($this->open->part());
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
            $this->anchors->links(),
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
                    $this->anchors->lone(
                        Tokens::attributes($attributes)['href'] ??
                            (Tokens::attributes($attributes)['xlink:href'] ?? null),
                        '',
                        $this->open->region(),
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
            if ($this->memory !== null && isset(OpenElements::REGIONS[$name]) && $this->foreign === 0) {
                $behind = $this->remembered($name, $html, $at);
                if ($behind !== null) {
                    return $behind;
                }
            }
            if (
                ! isset(Tags::INLINE[$name]) &&
                $name !== 'svg' &&
                $name !== 'math' &&
                (! isset(Tags::PART[$name]) || $this->open->isInTable())
            ) {
                $this->open->beginParting($name, $attributes);
                $this->wordEnds();
            }
            $this->begin($name, $attributes);
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
            ! $this->open->isMain() ||
            $this->addresses->hasBase() ||
            $this->anchors->isOpen() ||
            $this->headings->isOpen() ||
            ! $this->open->isOfPage($name)
        ) {
            return null;
        }
        $end = strpos($html, "</$name>", $at);
        if ($end === false) {
            return null;
        }
        $bytes = substr($html, $at, $end - $at);
        $key = RegionMemory::keyOf(OpenElements::REGIONS[$name], $bytes);
        $facts = $this->memory?->find($key);
        if ($facts === null) {
            $facts = $this->readRegion($name, $bytes);
            $this->memory?->keep($key, $facts);
        }
        if ($facts === false) {
            return null;
        }
        $this->anchors->take($facts->links);
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
        if (! RegionMemory::isPiece($name, $bytes)) {
            return false;
        }
        $piece = new self($this->url, null);
        $piece->inBody = true;
        $piece->open = new OpenElements($name);
        $piece->scan($bytes);
        $isWhole =
            ! $piece->anchors->isOpen() &&
            ! $piece->headings->isOpen() &&
            $piece->templates === 0 &&
            $piece->foreign === 0 &&
            $piece->open->isWhole($name) &&
            $piece->title === null &&
            $piece->head->strays === [] &&
            $piece->head->types === [] &&
            ! $piece->addresses->hasBase() &&
            $piece->language === null;

        return $isWhole ? $piece->details->region($piece->anchors->links()) ?? false : false;
    }

    private function begin(string $name, string $attributes): void
    {
        switch ($name) {
            case 'a':
            case 'area':
                $this->anchors->begin($name, $attributes, $this->open->region());
                break;
            case 'img':
                $given = Tokens::attributes($attributes);
                $this->anchors->image($given['alt'] ?? '');
                $this->headings->image($given['alt'] ?? '');
                $this->details->image($given, $this->addresses->resolve(...), $this->anchors->leadsAway());
                break;
            case 'frame':
            case 'iframe':
                $given = Tokens::attributes($attributes);
                $this->anchors->lone($given['src'] ?? null, $given['title'] ?? '', $this->open->region());
                break;
            case 'meta':
                $this->head->meta(Tokens::attributes($attributes), $this->inBody);
                break;
            case 'link':
                $this->head->link(Tokens::attributes($attributes), $this->inBody);
                break;
            case 'base':
                $this->addresses->base(Tokens::attributes($attributes)['href'] ?? null);
                break;
            case 'html':
                $this->language ??= Tokens::attributes($attributes)['lang'] ?? null;
                break;
            default:
                if (isset(OpenElements::SECTIONS[$name])) {
                    $this->open->beginSection($name);
                } elseif (isset(HeadingReader::STYLED[$name])) {
                    $this->headings->beginStyled($name, $attributes, $this->open->isMain() && $this->inBody);
                } elseif (isset(HeadingReader::LEVELS[$name])) {
                    $this->headings->begin(HeadingReader::LEVELS[$name], $this->open->part());
                }
        }
    }

    private function endTag(string $html, int $at): int
    {
        [$name, $after] = Tokens::endTag($html, $at);
        if ($name === null) {
            return $after;
        }
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
        if ($this->open->endParting($name) || $name === 'p' || $name === 'br') {
            $this->wordEnds();
        }
        if ($name === 'a') {
            $this->anchors->close();
        } elseif (isset(OpenElements::SECTIONS[$name])) {
            $this->open->endSection($name);
        } elseif (isset(HeadingReader::STYLED[$name])) {
            $this->headings->closeStyled($name);
        } elseif (isset(HeadingReader::LEVELS[$name])) {
            $this->headings->close($this->open->part());
        }

        return $after;
    }

    /** The border of an element that is not part of a line of text parts words. */
    private function wordEnds(): void
    {
        $this->mainText .= "\n";
        $this->anchors->text(' ');
        $this->headings->wordEnds();
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
                $this->open->endParting($name);
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
        $this->anchors->text($text);
        $this->headings->text($text);
        if ($this->open->isMain()) {
            // Line ends of the source are white space; those of the main text stand where elements part it.
            $text = strtr($text, "\n\r\f", '   ');
            $this->mainText .= str_contains($text, '&') ? Entities::decode($text) : $text;
        }
    }
}
