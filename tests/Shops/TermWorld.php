<?php

declare(strict_types=1);

namespace Tests\Shops;

/**
 * A shop of garden things whose truth is known: which page serves which term how well, how many search for it, and what
 * a click brings. Terms and pages are made of hidden traits; names tell only part of them, and some names mislead. What
 * a store could know, and no more, comes out as files.
 *
 * Its rules share nothing with the matching under test: service is reckoned from traits, places from service and a
 * strength of each page that no file tells.
 */
final class TermWorld
{
    private const KINDS = [
        'watering can',
        'plant stand',
        'garden bench',
        'bird feeder',
        'rain barrel',
        'hose reel',
        'seed tray',
        'trellis',
    ];

    private const TRAITS = [
        'copper', 'zinc', 'oak', 'cedar', 'folding', 'hanging', 'balcony', 'indoor', 'large', 'small', 'antique',
        'modern',
    ];

    private const MODELS = [
        'Aldermoor', 'Brackley', 'Corfe', 'Dunnel', 'Estover', 'Farleigh', 'Gannet', 'Holloway', 'Inchley', 'Jarrow',
        'Kelling', 'Lodden', 'Marwick', 'Nuttall', 'Osborn', 'Penwith', 'Quenby', 'Rathlin', 'Selwyn', 'Tiverley',
    ];

    /**
     * @var list<array{path: string, kind: string, noun: int, traits: list<int>, model: ?int, name: string,
     *     price: float, strength: float, value: float}>
     */
    public array $pages = [];

    /** @var list<array{text: string, noun: int, traits: list<int>, model: ?int, searches: int, difficulty: int}> */
    public array $terms = [];

    /** @var array<int, array<int, float>> by term and page */
    private array $places = [];

    /** @var array<int, array<string, int>> clicks of search, by page and day */
    private array $clicks = [];

    public function __construct(int $seed, int $products = 150, private readonly float $reach = 38.0)
    {
        mt_srand($seed);
        $this->makePages($products);
        $this->makeTerms();
        $this->rank();
    }

    /** Where the search engine shows which pages, by an opinion of its own on how they serve. */
    private function rank(): void
    {
        foreach ($this->terms as $nth => $t) {
            $scores = [];
            foreach ($this->pages as $page => $p) {
                $service = $this->service($page, $nth);
                if ($service > 0.01) {
                    $scores[$page] = log(0.03 + $service) + $p['strength'] + self::normal() * 1.1;
                }
            }
            arsort($scores);
            $place = max(1.0, 9 + ($t['difficulty'] - $this->reach) / 2.2 + 4 * self::normal());
            $this->places[$nth] = [];
            foreach (array_slice(array_keys($scores), 0, 4) as $rank => $page) {
                $this->places[$nth][$page] = min(60.0, max(1.0, $place + $rank * mt_rand(1, 7)));
            }
        }
    }

    /**
     * What a page would truly earn a month if it went for the term: with some chance, the better the more it serves, it
     * comes to the third place; otherwise it stays where it is. Who does not find what was asked for buys less.
     */
    public function worth(int $page, int $term): float
    {
        $service = $this->service($page, $term);
        $now = $this->places[$term][$page] ?? 60.0;
        $chance = $service / (1 + exp(($this->terms[$term]['difficulty'] - $this->reach) / 9));
        $rate = $chance * self::rate(min(3.0, $now)) + (1 - $chance) * self::rate($now);

        return $this->terms[$term]['searches'] * $rate * sqrt($service) * $this->pages[$page]['value'];
    }

    private static function rate(float $position): float
    {
        return 0.3 * exp(-0.27 * ($position - 1)) + 0.004 * max(0.0, 1 - $position / 60);
    }

    /** 0 to 1: how well a page answers whoever searches the term. */
    private function service(int $page, int $term): float
    {
        [$p, $t] = [$this->pages[$page], $this->terms[$term]];
        if ($p['noun'] !== $t['noun']) {
            return 0.0;
        }
        $lacking = count(array_diff($t['traits'], $p['traits']));
        if ($t['model'] !== null) {
            return $p['model'] === $t['model'] ? 1.0 - 0.3 * min(1, $lacking) : 0.02;
        }
        if ($p['kind'] === 'product') {
            // One product where many were asked for.
            return $lacking > 0 ? 0.03 : (count($t['traits']) >= 2 ? 0.75 : (count($t['traits']) === 1 ? 0.35 : 0.12));
        }
        $more = count(array_diff($p['traits'], $t['traits']));

        return $lacking > 0 ? 0.3 / (1 + $lacking) : 1 / (1 + 0.8 * $more);
    }

    /** @return string a file of pages: address, kind, name, price */
    public function pageFile(): string
    {
        $rows = "url,kind,title,price,in stock,material\n";
        foreach ($this->pages as $p) {
            $told = array_filter($p['traits'], static fn (int $trait): bool => $trait < 4);
            $rows .=
                "{$p['path']},{$p['kind']},\"{$p['name']}\",".
                ($p['kind'] === 'product' ? $p['price'] : '').
                ',yes,'.
                implode(' ', array_map(static fn (int $trait): string => self::TRAITS[$trait], $told)).
                "\n";
        }

        return $rows;
    }

    public function keywordFile(): string
    {
        $rows = "keyword,volume,difficulty\n";
        foreach ($this->terms as $t) {
            $rows .= "\"{$t['text']}\",{$t['searches']},{$t['difficulty']}\n";
        }

        return $rows;
    }

    /**
     * Rows of search: for each term the pages that the search engine shows, the best for it first, by its own opinion.
     *
     * @param  list<string>  $days
     */
    public function searchFile(array $days): string
    {
        $rows = "page,query,day,clicks,impressions,position\n";
        foreach ($this->terms as $nth => $t) {
            $rank = 0;
            foreach ($this->places[$nth] as $page => $position) {
                $shown = $position <= 10 ? 0.9 : ($position <= 20 ? 0.25 : 0.03);
                foreach ($days as $day) {
                    $impressions = (int) round(
                        (($t['searches'] / 4.35) * $shown * ($rank === 0 ? 1 : 0.6) * mt_rand(80, 120)) / 100,
                    );
                    if ($impressions > 0) {
                        $clicks = min($impressions, self::count($impressions * self::rate($position)));
                        $this->clicks[$page][$day] = ($this->clicks[$page][$day] ?? 0) + $clicks;
                        $rows .=
                            "{$this->pages[$page]['path']},\"{$t['text']}\",$day,$clicks,$impressions,".
                            round($position, 1).
                            "\n";
                    }
                }
                $rank++;
            }
        }

        return $rows;
    }

    /**
     * Sales by page and day: visits, orders, and what they brought.
     *
     * @param  list<string>  $days
     */
    public function salesFile(array $days): string
    {
        $rows = "page,day,visits,orders,revenue\n";
        foreach ($this->pages as $page => $p) {
            foreach ($days as $day) {
                // Clicks but for those whose searchers said no to being counted.
                $visits = (int) round(0.8 * ($this->clicks[$page][$day] ?? 0));
                $mean = ($visits * $p['value']) / 0.8 / 40;
                $orders = self::count($mean);
                $rows .= "{$p['path']},$day,$visits,$orders,". 40 * $orders."\n";
            }
        }

        return $rows;
    }

    private function makePages(int $products): void
    {
        $add = function (string $kind, int $noun, array $traits, ?int $model, string $name): void {
            $nth = count($this->pages);
            $this->pages[] = [
                'path' => ($kind === 'product' ? '/thing/' : '/all/').
                    trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($name)), '-').
                    ($kind === 'product' ? "-$nth" : ''),
                'kind' => $kind,
                'noun' => $noun,
                'traits' => array_values($traits),
                'model' => $model,
                'name' => $name,
                'price' => (float) mt_rand(15, 220),
                'strength' => self::normal() * 0.5,
                'value' => 0.4 * exp(0.35 * self::normal()),
            ];
        };
        foreach (array_keys(self::KINDS) as $noun) {
            $add('collection', $noun, [], null, ucwords(self::KINDS[$noun]).'s');
            foreach ([0, 2, 6, 8] as $trait) {
                $add(
                    'collection',
                    $noun,
                    [$trait],
                    null,
                    ucfirst(self::TRAITS[$trait]).' '.ucwords(self::KINDS[$noun]).'s',
                );
            }
        }
        for ($i = 0; $i < $products; $i++) {
            $noun = mt_rand(0, count(self::KINDS) - 1);
            $traits = array_unique([mt_rand(0, 3), mt_rand(4, 11)]);
            $model = mt_rand(0, count(self::MODELS) - 1);
            // Names leave a trait out now and then, and some boast of one that the thing has not.
            $said = array_filter($traits, static fn (): bool => mt_rand(1, 100) <= 75);
            mt_rand(1, 100) <= 6 && ($said[] = mt_rand(0, 11));
            $add(
                'product',
                $noun,
                $traits,
                $model,
                self::MODELS[$model].
                    ' '.
                    implode(
                        ' ',
                        array_map(static fn (int $trait): string => ucfirst(self::TRAITS[$trait]), array_unique($said)),
                    ).
                    ' '.
                    ucwords(self::KINDS[$noun]),
            );
        }
    }

    private function makeTerms(): void
    {
        $add = function (string $text, int $noun, array $traits, ?int $model, float $middle): void {
            $searches = (int) max(10, $middle * exp(0.9 * self::normal()));
            $this->terms[] = [
                'text' => $text,
                'noun' => $noun,
                'traits' => array_values($traits),
                'model' => $model,
                'searches' => $searches,
                'difficulty' => (int) max(2, min(90, 8 * log10($searches) + 12 * self::normal() + 12)),
            ];
        };
        foreach (self::KINDS as $noun => $name) {
            $add($name.'s', $noun, [], null, 9000);
            foreach (self::TRAITS as $trait => $word) {
                $add("$word {$name}s", $noun, [$trait], null, 900);
                foreach (array_rand(array_fill(4, 8, 1), 2) as $other) {
                    $other !== $trait &&
                        $trait < 4 &&
                        $add(self::TRAITS[$other]." $word $name", $noun, [$trait, $other], null, 120);
                }
            }
        }
        $made = [];
        foreach ($this->pages as $p) {
            $text = $p['model'] === null ? '' : strtolower(self::MODELS[$p['model']]).' '.self::KINDS[$p['noun']];
            if ($text !== '' && ! isset($made[$text])) {
                $made[$text] = true;
                $add($text, $p['noun'], [], $p['model'], 90);
            }
        }
    }

    /** A count of this mean (Knuth's way for a Poisson law). */
    private static function count(float $mean): int
    {
        if ($mean > 30) {
            return max(0, (int) round($mean + sqrt($mean) * self::normal()));
        }
        $count = 0;
        for ($left = exp(-$mean), $p = mt_rand() / mt_getrandmax(); $p > $left; $count++) {
            $p *= mt_rand() / mt_getrandmax();
        }

        return $count;
    }

    private static function normal(): float
    {
        return sqrt(-2 * log((mt_rand() + 1) / (mt_getrandmax() + 2))) * cos((2 * M_PI * mt_rand()) / mt_getrandmax());
    }
}
