<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

use InvalidArgumentException;

/**
 * Judges changes to pages against pages that were left alone: what came, less what the forecast says would have come
 * (difference in differences, with the past as a covariate), with the error of both.
 *
 * The error holds the chance of counting, each page's drift and its collection's (Spread, learned from pages left
 * alone), and that the forecast itself is learned (the larger of its model's and its clusters' variance: White 1980,
 * Liang and Zeger 1986). Drift has a long tail, which a sum of a few giant pages keeps and one of many equal pages
 * does not: degrees of freedom go by the number of pages that the error comes from (Kish, Survey Sampling, section
 * 11.7), at TAIL for each, as bench/outcome.php has shown to hold.
 */
final readonly class Judge
{
    /** Pages left alone, at least: fewer tell nothing of what would have come. */
    public const LEAST_ALONE = 20;

    private const TAIL = 4;

    /**
     * @param  list<WatchedPage>  $alone
     * @param  list<float>  $means  their forecasts
     * @param  list<list<float>>  $places  theirs among levels and slopes
     */
    private function __construct(
        public Forecast $forecast,
        public Spread $spread,
        private array $alone,
        private array $means,
        private array $places,
    ) {
    }

    /**
     * @param  list<WatchedPage>  $alone
     * @param  list<WatchedPage>  $changed
     *
     * @throws InvalidArgumentException where too few pages were left alone, or those of a stratum counted nothing
     */
    public static function learn(array $alone, array $changed): self
    {
        if (count($alone) < self::LEAST_ALONE) {
            throw new InvalidArgumentException('Too few pages were left alone to say what would have come.');
        }
        $forecast = Forecast::learn($alone, $changed);
        $means = array_map($forecast->of(...), $alone);

        return new self(
            $forecast,
            Spread::of($alone, $means, count($forecast->after->levels) + count($forecast->after->slopes)),
            $alone,
            $means,
            array_map($forecast->place(...), $alone),
        );
    }

    /** @param  list<WatchedPage>  $pages  that were changed; those of strata without pages left alone are left out */
    public function outcome(array $pages): Outcome
    {
        $pages = array_values(array_filter($pages, $this->forecast->knows(...)));
        $came = $expected = 0.0;
        $means = $own = $together = [];
        $direction = array_fill(0, count($this->forecast->after->inverse), 0.0);
        foreach ($pages as $i => $page) {
            $mean = $means[$i] = $this->forecast->of($page);
            $came += $page->after;
            $expected += $mean;
            $page->cluster === 0 || ($together[$page->cluster] = ($together[$page->cluster] ?? 0.0) + $mean);
            foreach ($this->forecast->place($page) as $j => $x) {
                $direction[$j] += $mean * $x;
            }
        }
        $factor = $expected > 0 ? $came / $expected : 1.0;
        foreach ($pages as $i => $page) {
            $drift = $this->spread->drift - ($page->cluster === 0 ? 0.0 : $this->spread->shared);
            // Of the drift some is there whatever was changed, and some grows with what came of it.
            $own[] =
                ($this->spread->counting * $means[$i] * (1 + $factor)) / 2 +
                ($drift * $means[$i] ** 2 * (1 + $factor ** 2)) / 2;
        }
        foreach ($together as $mean) {
            $own[] = $this->spread->shared * $mean ** 2;
        }
        $learned = $this->learned($direction);
        $variance = array_sum($own) + $learned;
        $squares = array_sum(array_map(static fn (float $one): float => $one ** 2, $own));
        $squares += $learned ** 2 / max(1, count($this->alone) - count($direction));

        return new Outcome(
            count($pages),
            $came,
            $expected,
            sqrt($variance),
            $squares > 0 ? (self::TAIL * $variance ** 2) / $squares : 1.0,
        );
    }

    /**
     * How far the forecast of a sum may be off because it is learned: a standard error, as a share of the sum.
     *
     * @param  list<WatchedPage>  $pages
     */
    public function unsure(array $pages): float
    {
        $sum = 0.0;
        $direction = array_fill(0, count($this->forecast->after->inverse), 0.0);
        foreach (array_filter($pages, $this->forecast->knows(...)) as $page) {
            $mean = $this->forecast->of($page);
            $sum += $mean;
            foreach ($this->forecast->place($page) as $j => $x) {
                $direction[$j] += $mean * $x;
            }
        }

        return $sum > 0 ? sqrt($this->learned($direction)) / $sum : 0.0;
    }

    /**
     * The variance of a sum of forecasts that comes from their being learned.
     *
     * @param  array<int, float>  $direction  derivatives of the sum by levels and slopes
     */
    private function learned(array $direction): float
    {
        $along = [];
        foreach ($this->forecast->after->inverse as $row) {
            $sum = 0.0;
            foreach ($row as $j => $x) {
                $sum += $x * $direction[$j];
            }
            $along[] = $sum;
        }
        $model = 0.0;
        $clusters = [];
        foreach ($this->alone as $i => $page) {
            $reach = 0.0;
            foreach ($this->places[$i] as $j => $x) {
                $reach += $along[$j] * $x;
            }
            $mean = $this->means[$i];
            $model += ($this->spread->counting * $mean + $this->spread->drift * $mean ** 2) * $reach ** 2;
            $key = $page->cluster === 0 ? -$page->id : $page->cluster;
            $clusters[$key] = ($clusters[$key] ?? 0.0) + ($page->after - $mean) * $reach;
        }

        return max($model, array_sum(array_map(static fn (float $one): float => $one ** 2, $clusters)));
    }
}
