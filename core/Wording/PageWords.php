<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/** What a page itself says, as far as its texts for searchers are held against it; what is empty is not. */
final readonly class PageWords
{
    /**
     * @param  string  $name  of the page in the shop
     * @param  string  $h1  its first main heading
     * @param  string  $body  its main text
     * @param  list<float>  $prices  amounts that it may name; empty where none is known
     * @param  list<string>  $telling  values that tell it from others, such as "aged brass"
     */
    public function __construct(
        public string $name = '',
        public string $h1 = '',
        public string $body = '',
        public array $prices = [],
        public array $telling = [],
    ) {
    }
}
