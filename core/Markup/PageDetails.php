<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/** What else a page says: kept of its newest fetch alone, for looking at and for the checks that need all of it. */
final readonly class PageDetails
{
    /**
     * @param  list<array{level: int, text: string, part?: string, image?: true}>  $headings  H1 to H6 in their
     *     order; level 0 is a short text that only looks like a heading; part is nav, header, footer or breadcrumbs
     *     where it stands there; image where its text is an image's alt text
     * @param  list<array{src: string, alt: ?string, width: int, height: int, away?: true}>  $images  declared sizes in
     *     px, 0 where none is; alt null where the attribute is missing; away where it stands in a link to another page
     * @param  list<array{where: string, url: string, written: string}>  $canonicals  every one given; where is tag,
     *     header or body (a stray one, which does not count)
     * @param  list<array{code: string, url: string}>  $hreflangs  as the head gives them
     * @param  array<string, string>  $paging  next and prev
     * @param  array<string, string>  $social  content by property, such as og:title; the first of each
     * @param  array<string, string>  $crawlers  robots directives by the name of the crawler that they speak to
     * @param  list<mixed>  $structured  JSON-LD as it was given, decoded
     * @param  list<string>  $structuredErrors  one a script that is no JSON
     * @param  list<array{url: string, anchor: string}>  $externals  links to other hosts
     * @param  list<array{what: string, url: string}>  $insecure  see InsecureParts
     */
    public function __construct(
        public array $headings,
        public array $images,
        public array $canonicals,
        public array $hreflangs,
        public array $paging,
        public array $social,
        public array $crawlers,
        public array $structured,
        public array $structuredErrors,
        public ?string $refresh,
        public bool $needsScript,
        public MainText $text,
        public array $externals = [],
        public array $insecure = [],
    ) {
    }

    /** @return list<string> */
    public function h1s(): array
    {
        return array_values(
            array_map(
                static fn (array $heading): string => $heading['text'],
                array_filter($this->headings, static fn (array $heading): bool => $heading['level'] === 1),
            ),
        );
    }

    public function imagesWithoutAlt(): int
    {
        return count(array_filter($this->images, static fn (array $image): bool => $image['alt'] === null));
    }

    /** @param  list<array{url: string, anchor: string}>  $externals */
    public function withExternals(array $externals): self
    {
        return new self(
            $this->headings,
            $this->images,
            $this->canonicals,
            $this->hreflangs,
            $this->paging,
            $this->social,
            $this->crawlers,
            $this->structured,
            $this->structuredErrors,
            $this->refresh,
            $this->needsScript,
            $this->text,
            $externals,
            $this->insecure,
        );
    }

    /** All but the text, as JSON. */
    public function toJson(): string
    {
        $all = get_object_vars($this);
        unset($all['text']);

        return json_encode(
            array_filter($all, static fn (mixed $value): bool => $value !== [] && $value !== null && $value !== false),
            JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
        );
    }
}
