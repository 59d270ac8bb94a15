<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Orchard\Core\Url\PageUrl;

/** What a searcher gets at a URL: by this pages are told to be the same or not. */
final readonly class Identity
{
    /** Own words below which a text says too little to be judged by likeness. */
    public const FEW_WORDS = 60;

    /** Product links from which a page is a list of products. */
    private const LIST = 3;

    /** @var list<string> */
    public array $words;

    /**
     * @param  int  $page  its number
     * @param  int  $market  pages of different markets are never the same
     * @param  string  $language  BCP 47 in small letters, '' where the page tells none
     * @param  string  $number  stock number from structured data or files; '' where none is known
     * @param  string  $name  product's name from structured data; '' where none
     * @param  list<string>  $lines  main text without what the site repeats, line by line
     * @param  bool  $isListKind  whether it is known to be a list, however few its products
     * @param  list<int>  $items  products that the main content links to, in their order
     * @param  list<int>  $links  whatever else it links to, in ascending order, where nothing says which pages are
     *     products: what lists differ by then
     */
    public function __construct(
        public int $page,
        public PageUrl $url,
        public int $market,
        public string $language,
        public bool $isProduct,
        public string $title,
        public string $h1,
        public string $number,
        public string $name,
        public array $lines,
        public array $items = [],
        public bool $isListKind = false,
        public array $links = [],
    ) {
        $this->words = Words::of(implode("\n", $lines));
    }

    public function isList(): bool
    {
        return ! $this->isProduct && count($this->items) >= ($this->isListKind ? 1 : self::LIST);
    }

    /** What it is called: the name, else the H1, else the title. */
    public function called(): string
    {
        return $this->name !== '' ? $this->name : ($this->h1 !== '' ? $this->h1 : $this->title);
    }

    /** Whether it says enough of its own to be judged by likeness. */
    public function saysEnough(): bool
    {
        return count($this->words) >= self::FEW_WORDS;
    }

    /** Whether a searcher who got both would see no difference: equal for pages with the same digest. */
    public function digest(): string
    {
        return md5(
            serialize([
                $this->market,
                $this->isProduct,
                $this->title,
                $this->h1,
                $this->number,
                $this->name,
                $this->lines,
                $this->items,
                $this->links,
            ]),
            true,
        );
    }

    /** Whether there is anything at all to know it by. */
    public function isBlank(): bool
    {
        return $this->words === [] && $this->items === [] && $this->number === '';
    }
}
