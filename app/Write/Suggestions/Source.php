<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

/** A service that writes texts. */
final readonly class Source
{
    /** Number of the writer that ships. */
    public const OWN = 0;

    /**
     * @param  float  $priceIn  for a million tokens that are sent
     * @param  float  $priceOut  for a million tokens that come back
     */
    public function __construct(
        public int $id,
        public string $name,
        public string $url,
        public string $model,
        public string $secret,
        public float $priceIn,
        public float $priceOut,
        public string $currency,
    ) {
    }

    public function cost(int $tokensIn, int $tokensOut): float
    {
        return ($tokensIn * $this->priceIn + $tokensOut * $this->priceOut) / 1_000_000;
    }
}
