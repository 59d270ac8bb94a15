<?php

declare(strict_types=1);

namespace App\Tend\Lists;

/** The words of links that lead to a page, in one place of the pages where they stand. */
final readonly class AnchorRow
{
    /**
     * @param  int  $rel  bits of a Link
     * @param  ?int  $pages  that have them; null around the text
     * @param  int  $example  one of these
     */
    public function __construct(
        public string $place,
        public string $anchor,
        public int $rel,
        public ?int $pages,
        public int $example,
        public string $exampleUrl,
    ) {
    }
}
