<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/** A link as it stands on a page. */
final readonly class Link
{
    /**
     * @param  string  $target  absolute, in PageUrl's form
     * @param  string  $anchor  its text, or the alt text of its images where it has none; at most 255 characters
     */
    public function __construct(
        public string $target,
        public string $anchor,
        public bool $nofollow,
        public Region $region,
    ) {
    }
}
