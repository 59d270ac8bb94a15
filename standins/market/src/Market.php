<?php

declare(strict_types=1);

namespace Market;

use DateTimeImmutable;

/**
 * The market itself: who searches for what on which day, where the shop's pages stand, who clicks and who buys.
 *
 * Everything is drawn from the seed, the day and the names, so that a day once told is told the same again; only what
 * the shop shows changes it. A page's terms come from its address, which does not change with its texts.
 */
final class Market
{
    private const DEVICES = ['desktop' => 0.38, 'mobile' => 0.62];

    private const COUNTRIES = ['DE' => 0.8, 'AT' => 0.2];

    private const LONGEST_TITLE = 64;

    /**
     * @param  array<string, array{title: string, description: string, price: float}>  $pages  what the shop shows on
     * the day, by path
     */
    public function __construct(private readonly int $seed, private readonly array $pages)
    {
    }

    /**
     * What happened on a day.
     *
     * @return array{search: list<array{page: string, query: string, device: string, country: string, clicks: int,
     * impressions: int, position: float}>, sales: list<array{page: string, visits: int, orders: int, units: int,
     * revenue: float}>}
     */
    public function day(string $day): array
    {
        $date = new DateTimeImmutable($day);
        $ofYear = (int) $date->format('z');
        $ofWeek = [1 => 1.05, 1.0, 0.98, 0.97, 0.9, 1.0, 1.15][(int) $date->format('N')];
        $trend = 1 + 0.0006 * ((int) $date->format('U') / 86400 - 20400);
        $titles = array_count_values(array_column($this->pages, 'title'));
        $search = [];
        $sales = [];
        foreach ($this->pages as $path => $page) {
            $clicksOfPage = 0;
            foreach ([...$this->terms($path), ...$this->shared($path, $day)] as [$term, $demand, $place, $isBrand]) {
                $here =
                    $demand *
                    $ofWeek *
                    $trend *
                    $this->season($term, $ofYear) *
                    exp(0.25 * $this->normal("d$day$term"));
                $moved = max(
                    1.0,
                    $place *
                        exp(
                            0.1 * $this->normal("p$day$path$term") +
                                0.15 * sin($ofYear / 58 + $this->uniform("w$path$term") * 6.3),
                        ),
                );
                $quality = $isBrand ? 1.0 : self::quality($page, $term, $titles[$page['title']]);
                foreach (self::DEVICES as $device => $share) {
                    foreach (self::COUNTRIES as $country => $part) {
                        $position = round(max(1.0, $moved * ($device === 'mobile' ? 1.08 : 0.96)), 1);
                        $impressions = $this->count(
                            $here * $share * $part * self::seen($position),
                            "i$day$path$term$device$country",
                        );
                        if ($impressions === 0) {
                            continue;
                        }
                        $clicks = min(
                            $impressions,
                            $this->count(
                                $impressions * min(0.9, self::rate($position, $device, $isBrand) * $quality),
                                "c$day$path$term$device$country",
                            ),
                        );
                        $clicksOfPage += $clicks;
                        $search[] = [
                            'page' => $path,
                            'query' => $term,
                            'device' => $device,
                            'country' => $country,
                            'clicks' => $clicks,
                            'impressions' => $impressions,
                            'position' => $position,
                        ];
                    }
                }
            }
            $visits = $this->count($clicksOfPage * 0.82, "v$day$path"); // Consent and blockers keep the rest unseen.
            $isProduct = str_starts_with($path, '/lamp/');
            $orders = min(
                $visits,
                $this->count(
                    $visits *
                        ($isProduct
                            ? 0.012 + 0.03 * $this->uniform("o$path")
                            : (str_starts_with($path, '/range/')
                                ? 0.016
                                : 0.002)),
                    "b$day$path",
                ),
            );
            if ($visits > 0) {
                $price = $page['price'] > 0 ? $page['price'] : 60 + 90 * $this->uniform("m$path");
                $units = $orders + ($orders > 0 ? $this->count(0.2 * $orders, "u$day$path") : 0);
                $sales[] = [
                    'page' => $path,
                    'visits' => $visits,
                    'orders' => $orders,
                    'units' => $units,
                    'revenue' => round($units * $price, 2),
                ];
            }
        }

        return ['search' => $search, 'sales' => $sales];
    }

    /**
     * Terms for which the engine cannot decide between two pages: it shows the one on some days, the other on others.
     */
    public const TAKING_TURNS = [
        'statement floor lamp',
        'hotel style wall lamp',
        'lamp for reading nook',
        'sculptural lamp',
    ];

    /** Terms for which it shows two pages side by side, every day. */
    public const SIDE_BY_SIDE = [
        'small brass lamp',
        'warm hallway light',
        'glass pendant for kitchen',
        'soft bedroom light',
    ];

    /** @var ?array<string, list<array{string, int}>> terms that a page shares with another, and which of both it is */
    private ?array $sharing = null;

    /** @return list<array{string, float, float, bool}> as terms() tells them, of a day */
    private function shared(string $path, string $day): array
    {
        $terms = [];
        foreach ($this->sharing()[$path] ?? [] as [$term, $which]) {
            $turn = $this->uniform("turn$day$term") < 0.55 ? 0 : 1;
            if (in_array($term, self::SIDE_BY_SIDE, true) || $turn === $which) {
                $terms[] = [$term, 30 + 40 * $this->uniform("share$term"), 6.0 + 3 * $which, false];
            }
        }

        return $terms;
    }

    /** @return array<string, list<array{string, int}>> */
    private function sharing(): array
    {
        if ($this->sharing !== null) {
            return $this->sharing;
        }
        $paths = array_keys($this->pages);
        sort($paths);
        // The first range is left as it is: it is the one whose title is made better to see what comes of it.
        $ranges = array_slice(array_values(preg_grep('~^/range/~', $paths) ?: []), 1);
        $lamps = array_values(preg_grep('~^/lamp/(?!.*-(copy|\d+)$)~', $paths) ?: []);
        $this->sharing = [];
        if ($ranges === [] || $lamps === []) {
            return [];
        }
        foreach ([...self::TAKING_TURNS, ...self::SIDE_BY_SIDE] as $nth => $term) {
            $this->sharing[$ranges[($nth * 7) % count($ranges)]][] = [$term, 0];
            $this->sharing[$lamps[($nth * 31) % count($lamps)]][] = [$term, 1];
        }

        return $this->sharing;
    }

    /**
     * @return list<array{string, float, float, bool}> term, searches a day, position, whether it is the shop's own name
     */
    private function terms(string $path): array
    {
        if ($path === '/') {
            return [
                ['tindrel', 90.0, 1.0, true],
                ['tindrel lamps', 25.0, 1.0, true],
                ['tindrell', 6.0, 1.1, true],
                ['lamps online', 60.0, 14.0, false],
            ];
        }
        $words = explode(' ', trim(str_replace(['-', '/'], ' ', (string) preg_replace('~^/[^/]+/~', '/', $path))));
        $name = implode(' ', $words);
        $heavy = fn (string $key, float $middle, float $spread): float => $middle *
            exp($spread * $this->normal("h$key"));
        if (str_starts_with($path, '/range/')) {
            $place = 2 + 16 * $this->uniform("r$path") ** 1.4;

            return [
                [$name, $heavy($name, 26, 1.2), $place, false],
                ["$name buy online", $heavy("$name b", 6, 1.0), $place * 1.1, false],
                ["best $name", $heavy("$name e", 5, 1.0), $place * 1.3, false],
                ["$name for living room", $heavy("$name l", 3, 0.9), $place * 0.9, false],
            ];
        }
        if (str_starts_with($path, '/lamp/')) {
            $kind = implode(' ', array_slice($words, -2));
            $place = 1.5 + 6 * $this->uniform("r$path");

            return [
                [$name, $heavy($name, 1.6, 1.1), $place, false],
                [$words[0].' '.$kind, $heavy("$name k", 1.1, 1.0), $place * 1.2, false],
                [$kind, 40 + 200 * $this->uniform("g$kind"), 9 + 40 * $this->uniform("q$path"), false],
            ];
        }
        if (str_starts_with($path, '/journal/')) {
            return [
                ["how to $name", $heavy($name, 5, 1.2), 2 + 12 * $this->uniform("r$path"), false],
                [$name, $heavy("$name j", 3, 1.0), 4 + 10 * $this->uniform("s$path"), false],
                ["what is $name", $heavy("$name y", 2, 1.0), 3 + 14 * $this->uniform("t$path"), false],
            ];
        }

        return [["tindrel $name", 2.0, 1.2, true]];
    }

    /**
     * How much more than usual a title earns at its position: what it shares with the term, where, how long, and
     * whether it is its own.
     *
     * @param  array{title: string, description: string, price: float}  $page
     */
    private static function quality(array $page, string $term, int $sameTitle): float
    {
        $title = mb_strtolower($page['title']);
        $words = array_filter(explode(' ', $term), static fn (string $word): bool => mb_strlen($word) > 2);
        $found = array_filter($words, static fn (string $word): bool => str_contains($title, rtrim($word, 's')));
        $share = $words === [] ? 1.0 : count($found) / count($words);
        $first = (string) (reset($found) ?: '');
        $length = mb_strlen($page['title']);
        $description = mb_strlen($page['description']);

        return 0.62 +
            0.46 * $share +
            ($first !== '' && mb_strpos($title, rtrim($first, 's')) < $length / 2 ? 0.08 : 0.0) -
            ($length > self::LONGEST_TITLE ? 0.12 : 0.0) -
            ($length < 22 ? 0.14 : 0.0) -
            ($sameTitle > 1 ? 0.1 : 0.0) +
            ($description >= 70 && $description <= 160 ? 0.06 : -0.05);
    }

    /** Share of searches in which a position is seen at all. */
    private static function seen(float $position): float
    {
        return 1 / (1 + ($position / 11) ** 2.2);
    }

    private static function rate(float $position, string $device, bool $isBrand): float
    {
        $rate = $device === 'mobile' ? 0.27 * $position ** -1.05 : 0.31 * $position ** -0.92;

        return $isBrand ? min(0.62, 2.1 * $rate) : $rate;
    }

    private function season(string $term, int $ofYear): float
    {
        $wave = cos((2 * M_PI * ($ofYear - 345)) / 365);

        return preg_match('/garden|outdoor|terrace|solar|porch/', $term) === 1 ? 1 - 0.6 * $wave : 1 + 0.28 * $wave;
    }

    private function uniform(string $key): float
    {
        return ((int) hexdec(substr(hash('xxh64', $this->seed.$key), 0, 13)) + 0.5) / 4503599627370496;
    }

    private function normal(string $key): float
    {
        return sqrt(-2 * log($this->uniform("a$key"))) * cos(2 * M_PI * $this->uniform("b$key"));
    }

    /** A count with this mean: Poisson, by inversion where it is small and by the normal law where it is not. */
    private function count(float $mean, string $key): int
    {
        if ($mean > 30) {
            return max(0, (int) round($mean + sqrt($mean) * $this->normal($key)));
        }
        $u = $this->uniform($key);
        $n = 0;
        for ($p = $sum = exp(-$mean); $u > $sum && $n < 200; $sum += $p) {
            $p *= $mean / ++$n;
        }

        return $n;
    }
}
