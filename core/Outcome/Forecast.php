<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

use InvalidArgumentException;

/**
 * What pages would have earned after a day, had nobody changed them: learned from pages that were left alone.
 *
 * For each span of weeks before the day a first regression says what clicks a page's impressions and position usually
 * earn; a page's own clicks beside that, shrunk by how little is known of it ((clicks + K) / (usual + K), the mean of
 * a gamma law; K is the one by which pages left alone are forecast best), are what it brings along. A second
 * regression says how much of it is still there afterwards. Its levels hold season, outages and trends that a stratum
 * shares. Whoever chooses pages by their past numbers so chooses nothing that the forecast does not know (Angrist and
 * Pischke, Mostly Harmless Econometrics, section 3.2): pages picked for a low click rate rise by themselves, and are
 * forecast to.
 */
final readonly class Forecast
{
    /** Strengths that are tried: clicks that are worth as much as what is usual. */
    private const STRENGTHS = [1.0, 3.0, 8.0, 20.0];

    /**
     * @param  list<CountRegression>  $usual  by span
     * @param  float  $strength  in clicks
     */
    private function __construct(private array $usual, public float $strength, public CountRegression $after)
    {
    }

    /**
     * @param  non-empty-list<WatchedPage>  $alone  pages that were left alone
     * @param  list<WatchedPage>  $changed  help to say what was usual before
     *
     * @throws InvalidArgumentException where pages of a stratum that were left alone have no clicks before or after
     */
    public static function learn(array $alone, array $changed = []): self
    {
        $known = [];
        foreach ($alone as $page) {
            $known[$page->stratum] = true;
        }
        $alike = array_filter($changed, static fn (WatchedPage $page): bool => isset($known[$page->stratum]));
        $all = [...$alone, ...array_values($alike)];
        $usual = [];
        foreach (array_keys($alone[0]->past) as $span) {
            $usual[] = CountRegression::fit(
                array_map(static fn (WatchedPage $page): int => $page->stratum, $all),
                array_map(static fn (WatchedPage $page): array => self::sight($page, $span), $all),
                array_map(static fn (WatchedPage $page): float => $page->past[$span], $all),
                [1.0, -1.0],
            );
        }
        $strata = array_map(static fn (WatchedPage $page): int => $page->stratum, $alone);
        $counts = array_map(static fn (WatchedPage $page): float => $page->after, $alone);
        $best = null;
        $least = INF;
        $slopes = [];
        foreach (self::STRENGTHS as $strength) {
            $rows = array_map(static fn (WatchedPage $page): array => self::row($page, $usual, $strength), $alone);
            $fit = CountRegression::fit($strata, $rows, $counts, $slopes === [] ? self::begin($rows) : $slopes);
            $slopes = $fit->slopes;
            $deviance = 0.0;
            foreach ($rows as $i => $row) {
                $mean = $fit->of($strata[$i], $row);
                $deviance += ($counts[$i] > 0 ? $counts[$i] * log($counts[$i] / $mean) : 0.0) - $counts[$i] + $mean;
            }
            if ($deviance < $least) {
                [$best, $least] = [new self($usual, $strength, $fit), $deviance];
            }
        }

        return $best ?? throw new InvalidArgumentException('No forecast can be learned of these pages.');
    }

    public function knows(WatchedPage $page): bool
    {
        return $this->after->knows($page->stratum);
    }

    /** Clicks that the page would have had; above 0. */
    public function of(WatchedPage $page): float
    {
        return $this->after->of($page->stratum, self::row($page, $this->usual, $this->strength));
    }

    /** @return list<float> the page's place among levels and slopes */
    public function place(WatchedPage $page): array
    {
        return $this->after->place($page->stratum, self::row($page, $this->usual, $this->strength));
    }

    /**
     * @param  list<list<float>>  $rows
     * @return list<float> what is usual stays, and half of what is unusual
     */
    private static function begin(array $rows): array
    {
        $spans = count($rows[0]) - 1;

        return [1.0, ...array_fill(0, $spans, 0.5 / $spans)];
    }

    /** @return list<float> how much a page was seen, and where */
    private static function sight(WatchedPage $page, int $span): array
    {
        return [log($page->shown[$span] + 1), log(max(1.0, $page->position[$span]))];
    }

    /**
     * @param  list<CountRegression>  $usual
     * @return list<float> by span: what is usual for such a page, then how the page differs
     */
    private static function row(WatchedPage $page, array $usual, float $strength): array
    {
        $means = $differs = [];
        foreach ($usual as $span => $of) {
            $mean = $of->of($page->stratum, self::sight($page, $span));
            $span === 0 && ($means[] = log($mean + 0.05));
            $differs[] = log(($page->past[$span] + $strength) / ($mean + $strength));
        }

        return [...$means, ...$differs];
    }
}
