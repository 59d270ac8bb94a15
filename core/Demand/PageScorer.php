<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * Reckons a page's upside: the gap between what its positions would earn and what it earns, and what better positions would bring, at the value of one of
 * its clicks; in clicks where no sales are known. Every figure is a mean over what is not known; the range comes from draws, or where no randomizer is given from the second moments by a log-normal law.
 */
final class PageScorer
{
    private const DRAWS = 160;

    /** Targets for which the second sum is told beside the one that is set. */
    private const TARGETS = [1, 2, 3, 4, 5];

    /** Withheld impressions raise the demand of the queries that are told at most to so many times. */
    private const MOST_WITHHELD = 3.0;

    /** Relative doubt about the second sum: about all probabilities of a lift together, and about how often deep positions are seen and clicked, which the curve tells only from afar. */
    private const DOUBT = 0.4;

    /** @var array<int, array<int, array<int, float>>> part of the searches that a target sees clicked, by group of queries, device and thousandths of the position */
    private array $seenAndClicked = [];

    public function __construct(private readonly StoreModel $model, private readonly Assumptions $assumptions)
    {
    }

    /**
     * @param  float  $part  part of the upside that counts: 0 for a page that cannot sell or is not listed
     * @param  ?Chance  $chance  from which the range is drawn; from the second moments where it is not given
     * @param  ?float  $season  the next 28 days of the page against the window; the market's where it is not given
     */
    public function score(Evidence $page, float $part = 1.0, ?Chance $chance = null, ?float $season = null): Upside
    {
        // Own brand is left out of the sums.
        $pairs = array_values(array_filter($page->pairs, static fn (Pair $pair): bool => $pair->class !== QueryClass::OwnBrand && $pair->impressions > 0));
        $scale = 28 / $this->model->days * ($season ?? $this->model->season);
        $law = $this->model->ratioOf($pairs);
        $gap = $law->shortfall(1.0);
        $ratio = $law->mean();
        $orderLaw = $this->model->ordersOf($page);
        [$value, $valueVariance] = $this->model->orderValueOf($page);
        $isMoney = $this->model->tellsMoney();
        $clickValue = $isMoney ? $orderLaw->mean() * $value * $this->assumptions->margin : 1.0;
        $money = $clickValue * $part;
        $told = array_sum(array_map(static fn (Pair $pair): int => $pair->query > 0 ? $pair->impressions : 0, $pairs));
        $all = array_sum(array_map(static fn (Pair $pair): int => $pair->impressions, $pairs));
        // What is withheld was searched for by the same queries, on days on which they were rare, or by others like them.
        $more = $told > 0 ? min(self::MOST_WITHHELD, $all / $told) : 1.0;
        $expected = $impressions = $wording = $position = 0.0;
        $queries = [];
        $lifts = array_fill_keys(self::TARGETS, 0.0);
        $wins = new QuickWins;
        foreach ($pairs as $pair) {
            $one = $this->model->expected($pair);
            $expected += $one;
            $impressions += $pair->impressions;
            $known = $queries[$pair->query] ?? ['wording' => 0.0, 'position' => 0.0, 'expected' => 0.0, 'target' => null, 'probability' => 0.0];
            $known['expected'] += $one * $scale;
            $known['wording'] += $one * $scale * $gap * $this->assumptions->shareClosed * $money;
            $wording += $one * $scale * $gap;
            if ($pair->query > 0 && $pair->isBest && $pair->position <= $this->assumptions->deepest) {
                $each = $scale * $more * min(1.5, $ratio) * $this->assumptions->ease($pair->difficulty);
                $demand = Visibility::demand($pair->impressions, $pair->position);
                foreach (self::TARGETS as $aim) {
                    $lifts[$aim] += $this->gain($pair, $demand, $one, $this->assumptions->targetOf($pair->position, $aim)) * $each * $money;
                }
                $known['target'] = $this->assumptions->targetOf($pair->position);
                $known['probability'] = $this->assumptions->probability($pair->difficulty);
                $mean = $this->gain($pair, $demand, $one, $known['target']) * $each * $this->assumptions->liftProbability;
                $position += $mean;
                $known['position'] += $mean * $money;
                $wins = $wins->with($pair, $mean, ! isset($queries[$pair->query]));
            }
            $queries[$pair->query] = $known;
        }
        $closed = $wording * $this->assumptions->shareClosed;
        $alone = $this->model->ratios->posterior(0, 0)->shortfall(1.0);
        $spread = $wording > 0 ? $law->squaredShortfall(1.0) / max(1e-12, $gap ** 2) - 1 : 0.0;
        $ranges = $chance === null
            ? self::byMoments($closed, $spread, $position, $isMoney ? $orderLaw : null, $value, $valueVariance, $clickValue, $part)
            : $this->byDraws($chance, $law, $expected * $scale * $this->assumptions->shareClosed, $position, $isMoney ? $orderLaw : null, $value, $valueVariance, $part);

        return new Upside($closed * $money, $position * $money, $ranges[0], $ranges[1], $ranges[2], $ranges[3], $closed, $wording, $position, $clickValue, $ratio, $impressions > 0 ? $expected / $impressions : 0.0, $gap > 0 ? max(0.0, min(1.0, 1 - $alone / $gap * ($this->model->ratios->strength / ($law->rate * $this->model->ratios->mean)))) : 0.0, $lifts, $wins, $queries);
    }

    /** Clicks of the window that a query would bring more at the target: its searches seen and clicked there, less what it earns where it stands. */
    private function gain(Pair $pair, float $demand, float $now, ?float $target): float
    {
        if ($target === null) {
            return 0.0;
        }
        $rate = $this->seenAndClicked[StoreModel::groupOf($pair)][$pair->device][(int) (1000 * $target)] ??= Visibility::seen($target) * $this->model->rate($pair, $target);

        return max(0.0, $demand * $rate - $now);
    }

    /** @return array{Range, Range, Range, Range} of both sums together, of each, and of the value of a click */
    private static function byMoments(float $wording, float $wordingSpread, float $position, ?GammaLaw $orders, float $value, float $valueVariance, float $clickValue, float $part): array
    {
        $worth = $orders === null ? 1.0 : (1 + 1 / $orders->shape) * (1 + ($value > 0 ? $valueVariance / $value ** 2 : 0));
        $clicks = $wording + $position;
        $variance = $wording ** 2 * $wordingSpread + (self::DOUBT * $position) ** 2;
        $money = $clickValue * $part;

        return [
            Range::ofMoments($clicks * $money, (1 + ($clicks > 0 ? $variance / $clicks ** 2 : 0)) * $worth - 1), Range::ofMoments($wording * $money, (1 + $wordingSpread) * $worth - 1),
            Range::ofMoments($position * $money, (1 + self::DOUBT ** 2) * $worth - 1), Range::ofMoments($clickValue, $worth - 1),
        ];
    }

    /** @return array{Range, Range, Range, Range} of both sums together, of each, and of the value of a click */
    private function byDraws(Chance $chance, GammaLaw $law, float $expected, float $position, ?GammaLaw $orders, float $value, float $valueVariance, float $part): array
    {
        $spread = $value > 0 ? sqrt(log(1 + $valueVariance / $value ** 2)) : 0.0;
        $draws = [[], [], [], []];
        for ($i = 0; $i < self::DRAWS; $i++) {
            $words = $expected * max(0.0, 1 - $chance->gamma($law->shape) / $law->rate);
            $places = $position * exp(self::DOUBT * $chance->normal() - self::DOUBT ** 2 / 2);
            $worth = $orders === null ? 1.0 : $chance->gamma($orders->shape) / $orders->rate * $value * exp($spread * $chance->normal() - $spread ** 2 / 2) * $this->assumptions->margin;
            $draws[0][] = ($words + $places) * $worth * $part;
            $draws[1][] = $words * $worth * $part;
            $draws[2][] = $places * $worth * $part;
            $draws[3][] = $worth;
        }

        return [Range::ofDraws($draws[0]), Range::ofDraws($draws[1]), Range::ofDraws($draws[2]), Range::ofDraws($draws[3])];
    }
}
