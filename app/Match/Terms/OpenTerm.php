<?php

declare(strict_types=1);

namespace App\Match\Terms;

use Orchard\Core\Terms\AskedFor;
use Orchard\Core\Terms\Reach;

/** A term that no page serves, what is planned for it, and what a page for it could earn in four weeks. */
final readonly class OpenTerm
{
    /** Chances are not told below this. */
    private const LEAST = 0.01;

    /** Difficulty of a term of which none is told. */
    private const USUAL = 40.0;

    /**
     * @param  ?int  $volume  searches a month
     * @param  ?float  $difficulty  0 to 100
     * @param  int  $asked  number of what it asks for (Asks::kind)
     * @param  ?int  $products  in stock that have all its words
     * @param  ?string  $reason  why it is left without a page
     * @param  int  $written  texts that are written for the planned page
     */
    public function __construct(
        public int $id,
        public string $term,
        public ?int $volume,
        public ?float $difficulty,
        public int $asked,
        public float $potential,
        public ?int $products,
        public ?string $planName,
        public ?string $planUrl,
        public ?int $planPage,
        public ?string $reason,
        public ?string $reviewOn,
        public int $written,
    ) {
    }

    public function kind(): ?AskedFor
    {
        return Asks::kind($this->asked);
    }

    /** @return array{float, float} what it could earn where its difficulty lies as far off as the reach is uncertain */
    public function range(Reach $reach): array
    {
        $by = $this->potential / max(self::LEAST, $reach->chance($this->difficulty));
        $middle = $this->difficulty ?? self::USUAL;

        return [
            $by * max(self::LEAST, $reach->chance($middle + $reach->spread)),
            $by * max(self::LEAST, $reach->chance($middle - $reach->spread)),
        ];
    }
}
