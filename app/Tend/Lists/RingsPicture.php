<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Inventory\Index\DepthRebuild;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Tend\Reach\Sectors;
use Orchard\Core\LinkGraph\TreeRings;

/**
 * A store as the rings of a tree (see TreeRings): the pages of most worth are marks of their own, the others dots;
 * where a field holds more than it has room for, it is shaded.
 *
 * @phpstan-type Mark array{page: int, x: float, y: float, r: float, depth: int, sector: int, state: string,
 *     label: string, angle: float}
 */
final class RingsPicture
{
    /** Rings that are drawn apart; deeper pages share the last one. */
    private const RINGS = 7;

    /** Pages that are marks of their own. */
    private const MARKS = 1200;

    /** What an orphan's ring is called in the drawing, behind all others. */
    private const LAST = 99;

    /** @var list<array{label: string, from: float, to: float}> */
    public array $rings = [];

    /** @var list<array{id: int, name: string, short: string, x: float, y: float, turn: float, line: string}> */
    public array $sectors = [];

    /** @var list<Mark> */
    public array $marks = [];

    /** Small pages, all in one path of points. */
    public string $dots = '';

    /** @var list<array{path: string, shade: int}> fields that hold more pages than they have room for */
    public array $shades = [];

    private readonly TreeRings $tree;

    /** Worth of the page of most worth. */
    private float $most = 0.0;

    private function __construct(private readonly Store $store, private readonly RingsLens $lens)
    {
        $cells = $this->cells();
        $byRing = $sizes = [];
        foreach ($cells as $sector => $rings) {
            foreach ($rings as $ring => $cell) {
                $ring === TreeRings::OUTSIDE || ($byRing[$ring] = ($byRing[$ring] ?? 0) + $cell['pages']);
            }
            $sizes[$sector] = (float) array_sum(array_column($rings, $lens->by === 'value' ? 'worth' : 'pages'));
        }
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
        $this->tree = new TreeRings($byRing, $sizes);
        $this->frame(array_keys($sizes));
        $this->place($cells);
    }

    public static function of(Store $store, RingsLens $lens): self
    {
        return new self($store, $lens);
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
     * @param  list<ReachedPage>  $way
     */
    public function points(array $way): string
    {
        $marks = array_column($this->marks, null, 'page');
        $points = [];
        foreach ($way as $step) {
            $mark = $marks[$step->pageId] ?? null;
            [$x, $y] = match (true) {
                $step->depth === 0 => TreeRings::centre(),
                $mark !== null => [$mark['x'], $mark['y']],
                default => $this->tree->middle($step->sector, self::ringOf($step->depth)),
            };
            $points[] = round($x, 1).','.round($y, 1);
        }

        return implode(' ', $points);
    }

    private static function ringOf(int $depth): int
    {
        return $depth === DepthRebuild::UNREACHED ? TreeRings::OUTSIDE : max(1, min($depth, self::RINGS + 1));
    }

    /** @return array<int, array<int, array{pages: int, worth: float}>> by sector and ring, without home */
    private function cells(): array
    {
        [$where, $values] = $this->lens->narrows();
        $cells = [];
        foreach (
            Rows::all(
                "SELECT sector, depth, SUM(pages) AS pages, SUM(worth) AS worth FROM tend_cells WHERE store_id = ?
                    AND depth > 0$where GROUP BY sector, depth",
                [$this->store->id, ...$values],
            ) as $row
        ) {
            $ring = self::ringOf($row->int('depth'));
            $cell = $cells[$row->int('sector')][$ring] ?? ['pages' => 0, 'worth' => 0.0];
            $cells[$row->int('sector')][$ring] = [
                'pages' => $cell['pages'] + $row->int('pages'),
                'worth' => $cell['worth'] + $row->number('worth'),
            ];
        }

        return $cells;
    }

    /** @param  list<int>  $sectors */
    private function frame(array $sectors): void
    {
        if ($sectors === []) {
            return;
        }
        foreach ($this->tree->rings() as $ring) {
            [$from, $to] = $this->tree->radii($ring);
            $this->rings[] = ['label' => $ring > self::RINGS ? "$ring+" : (string) $ring, 'from' => $from, 'to' => $to];
        }
        $names = SectorNames::of($this->store, $sectors);
        foreach ($sectors as $sector) {
            $label = $this->tree->label($sector);
            $name = self::nameOf($sector, $names[$sector] ?? null);
            // Letters of the drawing are about six pixels wide.
            $most = max(3, (int) floor($label['room'] / 6));
            $this->sectors[] = [
                'id' => $sector,
                'name' => $name,
                'short' => mb_strlen($name) > $most ? rtrim(mb_substr($name, 0, $most - 1)).'…' : $name,
                'x' => $label['x'],
                'y' => $label['y'],
                'turn' => $label['turn'],
                'line' => $this->tree->border($sector),
            ];
        }
    }

    /** @param  array<int, array<int, array{pages: int, worth: float}>>  $cells */
    private function place(array $cells): void
    {
        $pages = $this->pages();
        foreach ($cells as $sector => $rings) {
            foreach ($rings as $ring => $cell) {
                $spots = $this->tree->spots($sector, $ring, $cell['pages']);
                $own = $pages[$sector][$ring] ?? [];
                foreach ($spots as $nth => $spot) {
                    if (isset($own[$nth])) {
                        $this->marks[] = $this->mark($own[$nth], $sector, $ring, $spot);
                    } else {
                        $this->dots .= 'M'.round($spot['x'], 1).' '.round($spot['y'], 1).'h0';
                    }
                }
                if ($cell['pages'] > count($spots) && $ring !== TreeRings::OUTSIDE) {
                    $this->shades[] = [
                        'path' => $this->tree->outline($sector, $ring),
                        'shade' => (int) min(4, 1 + floor(log($cell['pages'] / max(1, count($spots)), 3))),
                    ];
                }
            }
        }
        usort(
            $this->marks,
            static fn (array $a, array $b): int => [$a['depth'], $a['angle']] <=> [$b['depth'], $b['angle']],
        );
    }

    /** @return array<int, array<int, list<RingPage>>> the pages of most worth by sector and ring */
    private function pages(): array
    {
        [$where, $values] = $this->lens->narrows();
        $rows = Records::select(
            RingPage::class,
            "SELECT t.page_id, t.sector, t.depth, t.aim, t.worth, p.url FROM (SELECT page_id, sector, depth, aim, worth
                FROM tend_pages WHERE store_id = ? AND indexable = 1$where ORDER BY worth DESC, page_id DESC LIMIT ".
                self::MARKS.
                ') t JOIN pages p ON p.id = t.page_id ORDER BY t.worth DESC, t.page_id DESC',
            [$this->store->id, ...$values],
        );
        $this->most = $rows[0]->worth ?? 0.0;
        $pages = [];
        foreach ($rows as $row) {
            if ($row->depth !== 0) {
                $pages[$row->sector][self::ringOf($row->depth)][] = $row;
            }
        }

        return $pages;
    }

    /**
     * @param  array{x: float, y: float, angle: float}  $spot
     * @return Mark
     */
    private function mark(RingPage $page, int $sector, int $ring, array $spot): array
    {
        $isOrphan = $ring === TreeRings::OUTSIDE;
        $size = sqrt($page->worth / max(1.0, $this->most));

        return [
            'page' => $page->pageId,
            'x' => round($spot['x'], 1),
            'y' => round($spot['y'], 1),
            'r' => round($isOrphan ? 3.5 + 2 * $size : 1.5 + 5 * $size, 1),
            'depth' => $isOrphan ? self::LAST : $ring,
            'sector' => $sector,
            'state' => $isOrphan ? 'orphan' : ($page->depth > $page->aim ? 'deep' : 'reached'),
            'label' => (string) parse_url($page->url, PHP_URL_PATH).
                ', '.
                ($isOrphan ? 'orphan' : $page->depth.' '.($page->depth === 1 ? 'click' : 'clicks').' from home'),
            'angle' => round($spot['angle'], 4),
        ];
    }
}
