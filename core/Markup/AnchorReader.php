<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/** Collects the links of a page: anchors with the text and the images in them, areas, frames and links in drawings. */
final class AnchorReader
{
    /** Characters that are kept of an anchor's text. */
    private const LONGEST = 255;

    /** @var list<Link> */
    private array $links = [];

    /** @var ?array{href: string, text: string, alt: string, rel: int, region: Region} */
    private ?array $open = null;

    public function __construct(private readonly Addresses $addresses)
    {
    }

    /** @return list<Link> in their order; of the anchor that is open nothing yet */
    public function links(): array
    {
        return $this->links;
    }

    /** @param  list<Link>  $links  of a region that was read elsewhere */
    public function take(array $links): void
    {
        array_push($this->links, ...$links);
    }

    public function isOpen(): bool
    {
        return $this->open !== null;
    }

    /** An anchor or an area begins, which ends the anchor before; an area has nothing in it. */
    public function begin(string $name, string $attributes, Region $region): void
    {
        $this->close();
        $given = Tokens::attributes($attributes);
        if (! isset($given['href'])) {
            return;
        }
        $this->open = [
            'href' => $given['href'],
            'text' => '',
            'alt' => $name === 'area' ? $given['alt'] ?? '' : '',
            'rel' => isset($given['rel']) ? Link::relOf($given['rel']) : 0,
            'region' => $region,
        ];
        if ($name === 'area') {
            $this->close();
        }
    }

    /** A link that has no text of its own: in a drawing, or by a frame. */
    public function lone(?string $href, string $title, Region $region): void
    {
        if ($href !== null) {
            $around = $this->open;
            $this->open = ['href' => $href, 'text' => '', 'alt' => $title, 'rel' => 0, 'region' => $region];
            $this->close();
            $this->open = $around;
        }
    }

    public function text(string $text): void
    {
        if ($this->open !== null) {
            $this->open['text'] .= $text;
        }
    }

    /** An image in the anchor, which speaks for it where no text does. */
    public function image(string $alt): void
    {
        if ($this->open !== null) {
            $this->open['alt'] .= " $alt";
        }
    }

    /** Whether what stands here is in a link to another page, and not in one to a larger picture. */
    public function leadsAway(): bool
    {
        $target = $this->open === null ? null : $this->addresses->resolve($this->open['href']);

        return $target !== null &&
            $target !== $this->addresses->page->text() &&
            preg_match('~\.(?:jpe?g|png|webp|gif|avif|svg)(?:\?|$)~i', $target) !== 1;
    }

    public function close(): void
    {
        if ($this->open === null) {
            return;
        }
        $anchor = $this->open;
        $this->open = null;
        $target = $this->addresses->resolve($anchor['href']);
        if ($target === null) {
            return;
        }
        $text = Text::tidy(Entities::decode($anchor['text']));
        if ($text === '') {
            $text = Text::tidy($anchor['alt']);
        }
        $this->links[] = new Link(
            $target,
            mb_strlen($text) > self::LONGEST ? mb_substr($text, 0, self::LONGEST) : $text,
            $anchor['rel'],
            $anchor['region'],
        );
    }
}
