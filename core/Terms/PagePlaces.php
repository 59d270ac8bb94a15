<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/** What a page says in each of the places in which its term may stand. */
final readonly class PagePlaces
{
    /**
     * @param  ?string  $text  main text of the page; null where it is not known
     * @param  ?list<string>  $images  alternative texts of its images
     * @param  list<string>  $links  what links to it say
     */
    public function __construct(
        public string $title,
        public string $heading,
        public string $description,
        public string $slug,
        public ?string $text,
        public ?array $images,
        public array $links,
    ) {
    }
}
