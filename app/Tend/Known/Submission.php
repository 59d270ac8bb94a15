<?php

declare(strict_types=1);

namespace App\Tend\Known;

/** That a search engine was told of a sitemap. */
final readonly class Submission
{
    /**
     * @param  string  $toldOn  yyyy-mm-dd
     * @param  ?string  $userName  whoever noted it
     */
    public function __construct(
        public string $engine,
        public string $sitemap,
        public string $toldOn,
        public ?string $userName,
    ) {
    }
}
