<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * What a market's own rows say of all its pages: the click curve, how classes differ, how far pages and queries spread,
 * what a click is worth.
 */
final readonly class StoreModel
{
    private const WITHHELD = 9;

    /**
     * By how much variances are larger than they seem, for their strengths and means are themselves learned from the
     * same rows.
     */
    private const PLUGGED_IN = 1.4;

    /**
     * @param  array<int, float>  $classes  clicks against the curve by class of query
     * @param  RateShrinkage  $ratios  page click ratios: mean 1
     * @param  float  $querySpread  squared relative spread of queries within a page
     * @param  array<int, RateShrinkage>  $orders  orders a click by kind of page; 0 for all kinds
     * @param  array<int, array{float, float, float}>  $orderValues  mean order value, its squared relative spread
     *     between pages, and within them, by kind; 0 for all
     * @param  array<int, array{float, float, float, float}>  $groups  how orders a click and the value of an order
     *     stand in each collection (and word, by numbers below 0; 0 for the market as a whole) against its pages'
     *     kinds, and the relative variance of either as far as it is known
     * @param  float  $season  the next 28 days against the window, day by day
     * @param  float  $days  of the window
     */
    public function __construct(
        public ClickCurve $curve,
        public array $classes,
        public RateShrinkage $ratios,
        public float $querySpread,
        public array $orders,
        public array $orderValues,
        public array $groups,
        public float $season,
        public float $days,
    ) {
    }

    /** Whether sales say what a click is worth; without them clicks themselves are what is counted. */
    public function tellsMoney(): bool
    {
        return ($this->orderValues[0][0] ?? 0.0) > 0;
    }

    /**
     * Which multiple of the curve holds for a pair: that of its class, or of what is withheld, whose mean position
     * hides near ones and far ones.
     */
    public static function groupOf(Pair $pair): int
    {
        return $pair->query === 0 ? self::WITHHELD : $pair->class->value;
    }

    public function expected(Pair $pair): float
    {
        return $pair->impressions * $this->rate($pair, $pair->position);
    }

    /** The click rate that a query of the pair's class earns at a position on its device. */
    public function rate(Pair $pair, float $position): float
    {
        return min(0.98, ($this->classes[self::groupOf($pair)] ?? 1.0) * $this->curve->rate($position, $pair->device));
    }

    /**
     * What is known of a page's click ratio, as a law: its queries differ, so that many clicks of one query tell less
     * than as many of several.
     *
     * @param  list<Pair>  $pairs  without own brand
     */
    public function ratioOf(array $pairs): GammaLaw
    {
        $expected = $clicks = 0.0;
        $ofQuery = [];
        foreach ($pairs as $pair) {
            $one = $this->expected($pair);
            $expected += $one;
            $clicks += $pair->clicks;
            // A query is the same on all its devices; what is withheld is many.
            $pair->query === 0 || ($ofQuery[$pair->query] = ($ofQuery[$pair->query] ?? 0.0) + $one);
        }

        return $this->ratioLaw(
            $clicks,
            $expected,
            array_sum(array_map(static fn (float $one): float => $one ** 2, $ofQuery)),
        );
    }

    /**
     * The same from sums over the queries.
     *
     * @param  float  $squares  of the expected clicks of each
     */
    public function ratioLaw(float $clicks, float $expected, float $squares): GammaLaw
    {
        if ($expected <= 0) {
            return $this->ratios->posterior(0, 0);
        }
        $worth = min(1.0, $expected / ($expected + $this->querySpread * $squares));

        return $this->ratios->posterior($clicks * $worth, $expected * $worth);
    }

    /**
     * What is known of the orders a click brings on a page: its own, leaned on what its kind, its collection and its
     * words bring.
     */
    public function ordersOf(Evidence $page): GammaLaw
    {
        $kind = $this->orders[$page->kind] ?? $this->orders[0];
        [$factor, , $variance] = $this->factorOf($page);
        $law = (new RateShrinkage($kind->mean * $factor, $kind->strength))->posterior($page->orders, $page->clicks);
        // What is not known of the collection is not known of the page, so far as it leans on it.
        $leans = 1 - $page->clicks / max(1e-12, $law->rate);
        $shape = 1 / (self::PLUGGED_IN / $law->shape + $variance * $leans ** 2);

        return new GammaLaw($shape, $shape / $law->mean());
    }

    /** @return array{float, float} mean value of an order on a page, and its variance as far as it is known */
    public function orderValueOf(Evidence $page): array
    {
        [$mean, $between, $within] = $this->orderValues[$page->kind] ?? $this->orderValues[0];
        [, $factor, , $variance] = $this->factorOf($page);
        $mean *= $factor;
        $prior = $between > 0 ? $within / $between : 1e6;
        $known = ($page->revenue + $prior * $mean) / ($page->orders + $prior);
        $leans = $prior / ($page->orders + $prior);

        return [
            max(0.0, $known),
            max(0.0, self::PLUGGED_IN * $mean ** 2 * ($between * $leans + $variance * $leans ** 2)),
        ];
    }

    /**
     * What a page's collection and words say together of its orders a click and the value of an order.
     *
     * @return array{float, float, float, float} factors of both, and the relative variance of either as far as it is
     *     known
     */
    private function factorOf(Evidence $page): array
    {
        // What is not known of the market as a whole is not known of any page that leans on it.
        $of = [1.0, 1.0, $this->groups[0][2] ?? 0.0, $this->groups[0][3] ?? 0.0];
        foreach ($page->features() as $feature) {
            if (isset($this->groups[$feature])) {
                [$rate, $value, $rateVariance, $valueVariance] = $this->groups[$feature];
                $of = [$of[0] * $rate, $of[1] * $value, $of[2] + $rateVariance, $of[3] + $valueVariance];
            }
        }

        return [
            max(1 / WorthFit::MOST, min(WorthFit::MOST, $of[0])),
            max(1 / WorthFit::MOST, min(WorthFit::MOST, $of[1])),
            $of[2],
            $of[3],
        ];
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'curve' => $this->curve->toArray(),
            'classes' => $this->classes,
            'ratio_strength' => $this->ratios->strength,
            'query_spread' => $this->querySpread,
            'season' => $this->season,
            'days' => $this->days,
            'orders' => array_map(static fn (RateShrinkage $one): array => [$one->mean, $one->strength], $this->orders),
            'order_values' => $this->orderValues,
            'groups' => $this->groups,
        ];
    }

    /** @param  array<string, mixed>  $data  as toArray() gives it */
    public static function fromArray(array $data): self
    {
        $number = static fn (mixed $value, float $else): float => is_numeric($value) ? (float) $value : $else;
        $list = static fn (mixed $value): array => is_array($value) ? $value : [];
        $orders = $values = [];
        foreach ($list($data['orders'] ?? null) as $kind => $one) {
            $orders[(int) $kind] = new RateShrinkage(
                $number($list($one)[0] ?? null, 0.01),
                $number($list($one)[1] ?? null, 2.0),
            );
        }
        foreach ($list($data['order_values'] ?? null) as $kind => $one) {
            $values[(int) $kind] = [
                $number($list($one)[0] ?? null, 0.0),
                $number($list($one)[1] ?? null, 0.0),
                $number($list($one)[2] ?? null, 0.0),
            ];
        }
        $groups = [];
        foreach ($list($data['groups'] ?? null) as $group => $one) {
            $groups[(int) $group] = [
                $number($list($one)[0] ?? null, 1.0),
                $number($list($one)[1] ?? null, 1.0),
                $number($list($one)[2] ?? null, 0.0),
                $number($list($one)[3] ?? null, 0.0),
            ];
        }
        $classes = [];
        foreach ($list($data['classes'] ?? null) as $class => $multiple) {
            $classes[(int) $class] = $number($multiple, 1.0);
        }

        return new self(
            ClickCurve::fromArray($list($data['curve'] ?? null)),
            $classes,
            new RateShrinkage(1.0, $number($data['ratio_strength'] ?? null, 8.0)),
            $number($data['query_spread'] ?? null, 0.05),
            $orders,
            $values,
            $groups,
            $number($data['season'] ?? null, 1.0),
            $number($data['days'] ?? null, 91.0),
        );
    }
}
