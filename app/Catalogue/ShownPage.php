<?php

declare(strict_types=1);

namespace App\Catalogue;

/** What a page shows, of which its texts are read. */
final readonly class ShownPage
{
    /**
     * @param  ?string  $h1s  JSON list of its main headings
     * @param  array<array-key, mixed>  $details  as PageDetails has them: social, images, structured
     * @param  string  $text  of its main part, line by line
     * @param  string  $kept  what the shop keeps as its intro; '' where that is not known
     */
    public function __construct(
        public string $url,
        public ?string $title,
        public ?string $description,
        public ?string $h1s,
        public array $details,
        public string $text,
        public string $kept = '',
    ) {
    }
}
