<?php

declare(strict_types=1);

namespace App\Stores\Steps;

/** What needs a hand in a step, as a sentence, and the straight way to it. */
final readonly class Hand
{
    /**
     * @param  ?int  $count  written before the words, strongly
     * @param  string  $words  such as "causes are your call; 417 changes are safe as they stand"
     * @param  string  $label  of the link, such as "Decide the 12"
     * @param  string  $needs  ability of the store's policy, without which the link is not offered
     */
    public function __construct(
        public ?int $count,
        public string $words,
        public string $url,
        public string $label,
        public string $needs = 'view',
    ) {
    }
}
