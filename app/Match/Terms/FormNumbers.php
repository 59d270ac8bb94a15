<?php

declare(strict_types=1);

namespace App\Match\Terms;

/** What a source tells of a form of a term. */
final readonly class FormNumbers
{
    /**
     * @param  ?int  $volume  searches a month
     * @param  ?float  $difficulty  0 to 100
     * @param  string  $results  kinds of the pages that are found for it, as a file tells them
     * @param  int  $places  sum of positions over impressions, in thousandths
     */
    public function __construct(
        public ?int $volume = null,
        public ?float $difficulty = null,
        public string $results = '',
        public int $clicks = 0,
        public int $impressions = 0,
        public int $places = 0,
    ) {
    }
}
