<?php

declare(strict_types=1);

namespace App\Match\Terms;

/** A term of known difficulty that no page leads, as a row of the list. */
final readonly class ReachTerm
{
    /**
     * @param  string  $digest  16 bytes
     * @param  ?int  $volume  searches a month
     * @param  ?float  $difficulty  0 to 100
     * @param  int  $asked  number of what it asks for (Asks::kind)
     * @param  int  $positionMilli  1000 x average position; 0 where it is not seen
     * @param  ?string  $results  what the results show besides pages
     * @param  int  $origins  bits of Dictionary
     */
    public function __construct(
        public int $id,
        public string $digest,
        public string $term,
        public ?int $volume,
        public ?float $difficulty,
        public int $asked,
        public int $positionMilli,
        public ?string $results,
        private int $origins,
    ) {
    }

    /** @return list<string> who told of it, in words */
    public function origins(): array
    {
        return array_keys(
            array_filter([
                'research' => $this->origins & Dictionary::RESEARCH,
                'searches' => $this->origins & Dictionary::SEARCHED,
                'rivals' => $this->origins & Dictionary::RIVALS,
                'you' => $this->origins & Dictionary::PEOPLE,
            ]),
        );
    }
}
