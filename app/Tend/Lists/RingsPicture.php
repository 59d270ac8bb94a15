<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Inventory\Index\DepthRebuild;
use App\Stores\Models\Store;
use App\Tend\Reach\Sectors;
use Illuminate\Support\Facades\DB;

/**
 * A store as the rings of a tree: home in the middle, a ring for each click of depth, a sector for each collection,
 * orphans outside the bark. The pages of most worth are marks of their own, the others dots; where a field holds more
 * than it has room for, it is shaded.
 *
 * @phpstan-type RingSector array{id: int, name: string, short: string, from: float, to: float, x: float, y: float,
 *     turn: float, line: string}
 */
final class RingsPicture
{
    public const WIDTH = 620;

    public const HEIGHT = 590;

    private const CENTRE = [310.0, 295.0];

    private const HOME = 22.0;

    private const BARK = 236.0;

    private const OUTSIDE = 249.0;

    /** Rings that are drawn apart; deeper pages share the last one. */
    private const RINGS = 7;

    /** Pages that are marks of their own. */
    private const MARKS = 1200;

    private const SPACING = 6.5;

    private const NARROWEST = 12.5;

    /** @var list<array{label: string, from: float, to: float, deepest: int}> */
    public array $rings = [];

    /**
     * @var list<array{id: int, name: string, short: string, from: float, to: float, x: float, y: float, turn: float,
     * line: string}>
     */
    public array $sectors = [];

    /**
     * @var list<array{page: int, x: float, y: float, r: float, depth: int, sector: int, state: string, label: string,
     * angle: float}>
     */
    public array $marks = [];

    /** Small pages, all in one path of points. */
    public string $dots = '';

    /** @var list<array{path: string, shade: int}> fields that hold more pages than they have room for */
    public array $shades = [];

    /** Worth of the page of most worth. */
    private float $most = 0.0;

    /** @var array<int, array<int, array{pages: int, deep: int, worth: float}>> by sector and depth */
    private array $cells = [];

    private function __construct(
        private readonly Store $store,
        private readonly ?int $market,
        public readonly ?int $only,
        private readonly string $by,
    ) {
    }

    /**
     * @param  ?int  $market  null for all
     * @param  ?int  $only  the sector that is looked at; null for all
     * @param  string  $by  pages or value: what decides how wide a sector is
     */
    public static function of(Store $store, ?int $market, ?int $only, string $by): self
    {
        $picture = new self($store, $market, $only, $by);
        $picture->read();
        if ($picture->cells !== []) {
            $picture->place();
        }

        return $picture;
    }

    public static function nameOf(int $sector, ?string $name): string
    {
        return match ($sector) {
            Sectors::NONE => 'Other pages',
            Sectors::ARTICLES => 'Articles',
            default => $name === null || $name === '' ? 'Collection' : $name,
        };
    }

    /**
     * Where the pages of a way stand; those that are no mark in the middle of their field.
     *
     * @param  list<object>  $way  pages with page_id, depth and sector
     */
    public function points(array $way): string
    {
        $marks = array_column($this->marks, null, 'page');
        $points = [];
        foreach ($way as $step) {
            $mark = $marks[(int) $step->page_id] ?? null;
            [$x, $y] = match (true) {
                (int) $step->depth === 0 => self::CENTRE,
                $mark !== null => [$mark['x'], $mark['y']],
                default => $this->middle((int) $step->sector, (int) $step->depth),
            };
            $points[] = round($x, 1).','.round($y, 1);
        }

        return implode(' ', $points);
    }

    private function read(): void
    {
        foreach (
            DB::select(
                'SELECT sector, depth, SUM(pages) AS pages, SUM(deep) AS deep, SUM(worth) AS worth FROM tend_cells
                    WHERE store_id = ?'.
                    ($this->market === null ? '' : ' AND market_id = ?').
                    ($this->only === null ? '' : ' AND sector = ?').
                    ' GROUP BY sector, depth',
                array_values(
                    array_filter(
                        [$this->store->id, $this->market, $this->only],
                        static fn (?int $value): bool => $value !== null,
                    ),
                ),
            ) as $row
        ) {
            $depth = (int) $row->depth;
            if ($depth !== 0) {
                $ring = $depth === DepthRebuild::UNREACHED ? $depth : min($depth, self::RINGS + 1);
                $cell = $this->cells[(int) $row->sector][$ring] ?? ['pages' => 0, 'deep' => 0, 'worth' => 0.0];
                $this->cells[(int) $row->sector][$ring] = [
                    'pages' => $cell['pages'] + (int) $row->pages,
                    'deep' => $cell['deep'] + (int) $row->deep,
                    'worth' => $cell['worth'] + (float) $row->worth,
                ];
            }
        }
    }

    private function place(): void
    {
        $this->placeRings();
        $this->placeSectors();
        $pages = $this->pages();
        $dots = [];
        foreach ($this->sectors as $sector) {
            foreach ($this->cells[$sector['id']] as $depth => $cell) {
                $spots = $this->spots($sector, $depth, $cell['pages']);
                $own = $pages[$sector['id']][$depth] ?? [];
                $count = count($spots);
                // The most worthy first, and far from one another.
                $stride = self::stride($count);
                foreach ($own as $nth => $page) {
                    $spot = $spots[($nth * $stride) % max(1, $count)] ?? null;
                    $spot === null || $this->mark($page, $sector, $depth, $spot);
                }
                foreach ($count > count($own) ? range(count($own), $count - 1) : [] as $nth) {
                    [$x, $y] = $spots[($nth * $stride) % $count];
                    $dots[] = 'M'.round($x, 1).' '.round($y, 1).'h0';
                }
                if ($cell['pages'] > $count && $depth !== DepthRebuild::UNREACHED) {
                    $this->shades[] = [
                        'path' => $this->field($sector, $depth),
                        'shade' => (int) min(4, 1 + floor(log($cell['pages'] / max(1, $count), 3))),
                    ];
                }
            }
        }
        $this->dots = implode('', $dots);
        usort(
            $this->marks,
            static fn (array $a, array $b): int => [$a['depth'], $a['angle']] <=> [$b['depth'], $b['angle']],
        );
    }

    /** Rings are the wider the more pages they hold. */
    private function placeRings(): void
    {
        $pages = [];
        foreach ($this->cells as $depths) {
            foreach ($depths as $depth => $cell) {
                if ($depth !== DepthRebuild::UNREACHED) {
                    $pages[$depth] = ($pages[$depth] ?? 0) + $cell['pages'];
                }
            }
        }
        $last = $pages === [] ? 1 : max(array_keys($pages));
        $weights = [];
        for ($depth = 1; $depth <= $last; $depth++) {
            $weights[$depth] = sqrt($pages[$depth] ?? 0);
        }
        $free = self::BARK - self::HOME - 6 - self::NARROWEST * count($weights);
        $at = self::HOME + 6;
        foreach ($weights as $depth => $weight) {
            $to = $at + self::NARROWEST + ($free * $weight) / max(1.0, array_sum($weights));
            $this->rings[] = [
                'label' => $depth > self::RINGS ? $depth.'+' : (string) $depth,
                'from' => $at,
                'to' => $to,
                'deepest' => $depth,
            ];
            $at = $to;
        }
    }

    private function placeSectors(): void
    {
        $sizes = [];
        foreach ($this->cells as $sector => $depths) {
            $sum = array_sum(array_column($depths, $this->by === 'value' ? 'worth' : 'pages'));
            $sizes[$sector] = sqrt(max(1.0, (float) $sum));
        }
        $names = $this->names(array_keys($sizes));
        // Collections by size, then articles, then all that stands with none.
        uksort(
            $sizes,
            static fn (int $a, int $b): int => [$a === Sectors::NONE, $a === Sectors::ARTICLES, $sizes[$b], $a] <=> [
                $b === Sectors::NONE,
                $b === Sectors::ARTICLES,
                $sizes[$a],
                $b,
            ],
        );
        $least = 0.06 * array_sum($sizes);
        $sizes = array_map(static fn (float $size): float => max($size, $least), $sizes);
        $at = -M_PI / 2;
        foreach ($sizes as $sector => $size) {
            $to = $at + (2 * M_PI * $size) / array_sum($sizes);
            $middle = ($at + $to) / 2;
            // Words run along the bark, and stand upright below as above.
            $isBelow = sin($middle) > 0;
            [$x, $y] = self::point(self::OUTSIDE + ($isBelow ? 22 : 12), $middle);
            [$lineFrom, $lineTo] = [self::point(self::HOME + 4, $at), self::point(self::BARK, $at)];
            $this->sectors[] = [
                'id' => $sector,
                'name' => $names[$sector],
                'short' => self::fitting($names[$sector], (self::OUTSIDE + 12) * ($to - $at) - 6),
                'from' => $at,
                'to' => $to,
                'x' => round($x, 1),
                'y' => round($y, 1),
                'turn' => round(rad2deg($middle) + ($isBelow ? -90 : 90), 1),
                'line' => sprintf('M%.1f %.1fL%.1f %.1f', ...$lineFrom, ...$lineTo),
            ];
            $at = $to;
        }
    }

    /**
     * @param  list<int>  $sectors
     * @return array<int, string>
     */
    private function names(array $sectors): array
    {
        $names = [];
        foreach (
            DB::table('page_facts')
                ->where('store_id', $this->store->id)
                ->where('to_crawl', 0)
                ->whereIn(
                    'page_id',
                    array_values(array_filter($sectors, static fn (int $id): bool => $id !== Sectors::ARTICLES)),
                )
                ->get(['page_id', 'title', 'h1s']) as $row
        ) {
            $names[(int) $row->page_id] = SectorNames::of((string) $row->title, (string) $row->h1s);
        }

        return array_combine(
            $sectors,
            array_map(static fn (int $sector): string => self::nameOf($sector, $names[$sector] ?? null), $sectors),
        );
    }

    /** @return array<int, array<int, list<object>>> the pages of most worth by sector and ring */
    private function pages(): array
    {
        $where =
            'store_id = ? AND indexable = 1'.
            ($this->only === null ? '' : ' AND sector = ?').
            ($this->market === null ? '' : ' AND market_id = ?');
        $rows = DB::select(
            "SELECT t.page_id, t.sector, t.depth, t.aim, t.worth, t.clicks, p.url FROM (SELECT page_id, sector,
                depth, aim,
                worth, clicks FROM tend_pages WHERE $where ORDER BY worth DESC, page_id DESC LIMIT ".
                self::MARKS.
                ') t JOIN pages p ON p.id = t.page_id ORDER BY t.worth DESC, t.page_id DESC',
            array_values(
                array_filter(
                    [$this->store->id, $this->only, $this->market],
                    static fn (?int $value): bool => $value !== null,
                ),
            ),
        );
        $this->most = (float) ($rows[0]->worth ?? 0);
        $pages = [];
        foreach ($rows as $row) {
            $depth = (int) $row->depth;
            if ($depth !== 0) {
                $ring = $depth === DepthRebuild::UNREACHED ? $depth : min($depth, self::RINGS + 1);
                $pages[(int) $row->sector][$ring][] = $row;
            }
        }

        return $pages;
    }

    /**
     * @param  RingSector  $sector
     * @param  array{float, float, float}  $spot
     */
    private function mark(object $page, array $sector, int $ring, array $spot): void
    {
        $isOrphan = $ring === DepthRebuild::UNREACHED;
        $size = sqrt((float) $page->worth / max(1.0, $this->most));
        $this->marks[] = [
            'page' => (int) $page->page_id,
            'x' => round($spot[0], 1),
            'y' => round($spot[1], 1),
            'r' => round($isOrphan ? 3.5 + 2 * $size : 1.5 + 5 * $size, 1),
            'depth' => $isOrphan ? 99 : $ring,
            'sector' => $sector['id'],
            'state' => $isOrphan ? 'orphan' : ((int) $page->depth > (int) $page->aim ? 'deep' : 'reached'),
            'label' => (string) parse_url((string) $page->url, PHP_URL_PATH).
                ', '.
                ($isOrphan ? 'orphan' : (int) $page->depth.' clicks from home'),
            'angle' => round($spot[2], 4),
        ];
    }

    /**
     * Places in a field, row by row.
     *
     * @param  RingSector  $sector
     * @return list<array{float, float, float}> x, y and angle
     */
    private function spots(array $sector, int $depth, int $pages): array
    {
        [$from, $to] = $this->radii($depth);
        $rows = max(1, (int) floor(($to - $from - 4) / self::SPACING));
        $gap = ($to - $from) / $rows;
        $all = [];
        for ($row = 0; $row < $rows; $row++) {
            $radius = $from + $gap * ($row + 0.5);
            $length = $radius * ($sector['to'] - $sector['from']) - 5;
            $fit = max(1, (int) floor($length / self::SPACING));
            $step = ($sector['to'] - $sector['from']) / $fit;
            for ($nth = 0; $nth < $fit; $nth++) {
                $angle = $sector['from'] + $step * ($nth + 0.5 + 0.18 * ($row % 2 === 0 ? 1 : -1));
                $all[] = [...self::point($radius, $angle), $angle];
            }
        }
        $count = min($pages, count($all));
        $spots = [];
        for ($nth = 0; $nth < $count; $nth++) {
            $spots[] = $all[(int) floor(($nth * count($all)) / $count)];
        }

        return $spots;
    }

    /** @return array{float, float} */
    private function radii(int $depth): array
    {
        if ($depth === DepthRebuild::UNREACHED) {
            return [self::OUTSIDE - 5, self::OUTSIDE + 5];
        }
        $ring = $this->rings[min($depth, count($this->rings)) - 1] ?? ['from' => self::HOME, 'to' => self::BARK];

        return [$ring['from'], $ring['to']];
    }

    /**
     * @param  array{id: int, name: string, short: string, from: float, to: float, x: float, y: float, turn: float,
     * line: string}  $sector
     */
    private function field(array $sector, int $depth): string
    {
        [$from, $to] = $this->radii($depth);
        $wide = $sector['to'] - $sector['from'] > M_PI ? 1 : 0;
        $end = min($sector['to'], $sector['from'] + 2 * M_PI - 0.001);
        [$a, $b] = [self::point($from, $sector['from']), self::point($to, $sector['from'])];
        [$c, $d] = [self::point($to, $end), self::point($from, $end)];

        return sprintf(
            'M%.1f %.1fL%.1f %.1fA%.1f %.1f 0 %d 1 %.1f %.1fL%.1f %.1fA%.1f %.1f 0 %d 0 %.1f %.1fZ',
            ...$a,
            ...$b,
            ...[$to, $to, $wide],
            ...$c,
            ...$d,
            ...[$from, $from, $wide],
            ...$a,
        );
    }

    /** @return array{float, float} */
    private function middle(int $sector, int $depth): array
    {
        foreach ($this->sectors as $one) {
            if ($one['id'] === $sector) {
                [$from, $to] = $this->radii($depth === DepthRebuild::UNREACHED ? $depth : min($depth, self::RINGS + 1));

                return self::point(($from + $to) / 2, ($one['from'] + $one['to']) / 2);
            }
        }

        return self::CENTRE;
    }

    /** @return array{float, float} */
    private static function point(float $radius, float $angle): array
    {
        return [self::CENTRE[0] + $radius * cos($angle), self::CENTRE[1] + $radius * sin($angle)];
    }

    /** A name cut to a length in pixels; letters of the drawing are about six wide. */
    private static function fitting(string $name, float $room): string
    {
        $most = max(3, (int) floor($room / 6));

        return mb_strlen($name) > $most ? rtrim(mb_substr($name, 0, $most - 1)).'…' : $name;
    }

    /** A step that visits all of so many places, neighbours late. */
    private static function stride(int $count): int
    {
        $stride = max(1, (int) round(0.618 * $count));
        while ($count > 1 && self::divisor($stride, $count) !== 1) {
            $stride++;
        }

        return $stride;
    }

    private static function divisor(int $a, int $b): int
    {
        return $b === 0 ? $a : self::divisor($b, $a % $b);
    }
}
