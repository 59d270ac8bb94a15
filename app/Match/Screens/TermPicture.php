<?php

declare(strict_types=1);

namespace App\Match\Screens;

use App\Match\Terms\MarketTerm;
use App\Match\Terms\Pages;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * The terms of a screen on one side and their pages on the other, with a line for each that goes for one: where lines
 * begin and end, in rows.
 */
final readonly class TermPicture
{
    /** Pixels of a row, as the style sheet has them (8-match.css). */
    public const ROW = 27;

    public const WIDTH = 150;

    /**
     * @param  list<array{id: int, rival: bool, ...}>  $pages  in their order, as Pages tells them
     * @param  list<array{from: int, to: ?int, type: string, term: int}>  $lines  rows from 0; a line to no row ends in
     *         the open
     */
    private function __construct(public array $pages, public array $lines)
    {
    }

    /** @param  list<MarketTerm>  $terms */
    public static function of(Store $store, array $terms): self
    {
        $rivals = self::rivals(
            array_values(
                array_map(
                    static fn (MarketTerm $term): int => $term->id,
                    array_filter($terms, static fn (MarketTerm $term): bool => $term->rivals),
                ),
            ),
        );
        $rows = $isRival = $lines = [];
        $place = static function (int $page) use (&$rows): int {
            return $rows[$page] ??= count($rows);
        };
        foreach ($terms as $from => $term) {
            $id = $term->id;
            $page = $term->leadPage ?? $term->supportPage;
            if ($page !== null) {
                $lines[] = [
                    'from' => $from,
                    'to' => $place((int) $page),
                    'type' => $term->leadPage === null ? 'support' : 'lead',
                    'term' => $id,
                ];
            } elseif (! in_array($term->served, [1, 4], true)) {
                $lines[] = ['from' => $from, 'to' => null, 'type' => 'open', 'term' => $id];
            }
            foreach ($rivals[$id] ?? [] as $rival) {
                if ($rival !== (int) $page) {
                    $isRival[$rival] ??= ! isset($rows[$rival]);
                    $lines[] = ['from' => $from, 'to' => $place($rival), 'type' => 'rival', 'term' => $id];
                }
            }
        }
        $known = Pages::of($store, array_keys($rows));
        $pages = [];
        foreach (array_keys($rows) as $page) {
            $pages[] = ($known[$page] ?? [
                'id' => $page,
                'name' => "page $page",
                'kind' => PageKind::Other,
                'url' => '',
                'lead' => '',
                'locked' => false,
            ]) + ['rival' => $isRival[$page] ?? false];
        }

        return new self($pages, $lines);
    }

    /** The path of a line, in pixels. */
    public static function path(int $from, ?int $to): string
    {
        $y = static fn (int $row): string => (string) ($row * self::ROW + self::ROW / 2);
        if ($to === null) {
            return "M0 {$y($from)} h34";
        }
        $half = self::WIDTH / 2;

        return "M0 {$y($from)} C$half {$y($from)} $half {$y($to)} ".self::WIDTH." {$y($to)}";
    }

    /**
     * @param  list<int>  $terms
     * @return array<int, list<int>> pages that take turns, by term
     */
    private static function rivals(array $terms): array
    {
        $rivals = [];
        foreach (
            $terms === []
                ? []
                : Rows::of(
                    DB::table('match_rivalries')
                        ->whereIn('term_id', $terms)
                        ->where('takes_turns', 1)
                        ->get(['term_id', 'page_id', 'rival_id']),
                ) as $row
        ) {
            $rivals[$row->int('term_id')][] = $row->int('page_id');
            $rivals[$row->int('term_id')][] = $row->int('rival_id');
        }

        return array_map(static fn (array $pages): array => array_values(array_unique($pages)), $rivals);
    }
}
