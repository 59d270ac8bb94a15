<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

/** What came of a change to some pages, in clicks. */
final readonly class Outcome
{
    /** Of a hundred ranges ninety hold the truth. */
    public const RANGE = 0.1;

    /**
     * At most so likely by chance alone: then something was earned or lost. Stricter than the range, so that of a
     * hundred changes without effect fewer than eight are told to have one.
     */
    public const TELLING = 0.05;

    /** Pages, at least, of which a verdict is spoken. */
    public const LEAST_PAGES = 30;

    /** One side of the law that holds 80%: so likely an effect of the smallest size is told. */
    private const POWER = 0.4;

    /**
     * @param  int  $pages  that were looked at
     * @param  float  $came  clicks that came afterwards
     * @param  float  $expected  clicks that would have come, as pages left alone went
     * @param  float  $error  standard error of the difference
     * @param  float  $freedom  degrees of freedom of the error
     */
    public function __construct(
        public int $pages,
        public float $came,
        public float $expected,
        public float $error,
        public float $freedom,
    ) {
    }

    /** Clicks that would not have come; below 0 where they are lacking. */
    public function gain(): float
    {
        return $this->came - $this->expected;
    }

    public function low(): float
    {
        return $this->gain() - $this->reach();
    }

    public function high(): float
    {
        return $this->gain() + $this->reach();
    }

    /** Half of the range: the truth is within it 9 times in 10. */
    public function reach(): float
    {
        return $this->law()->bound(self::RANGE) * $this->error;
    }

    /** How likely a difference as large as this one, or larger, comes by chance alone; 0 to 1. */
    public function chance(): float
    {
        return $this->error > 0 ? $this->law()->beyond($this->gain() / $this->error) : 1.0;
    }

    /** The smallest effect that would be told four times in five, as a share of what was expected. */
    public function smallest(): float
    {
        $law = $this->law();

        return $this->expected > 0
            ? (($law->bound(self::TELLING) + $law->bound(self::POWER)) * $this->error) / $this->expected
            : INF;
    }

    public function verdict(): Verdict
    {
        return match (true) {
            $this->pages < self::LEAST_PAGES => Verdict::Few,
            $this->chance() > self::TELLING => Verdict::None,
            default => $this->gain() > 0 ? Verdict::Earned : Verdict::Lost,
        };
    }

    private function law(): StudentLaw
    {
        return new StudentLaw(max(2.0, $this->freedom));
    }
}
