<?php

declare(strict_types=1);

namespace App\Watch\Lists;

use App\Changes\HistoryEvent;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Watch\Changed\ChangeSource;
use App\Watch\Judging\LeftOut;
use Generator;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/** The pages of a change: what came on each beside what would have come, and why some do not count. */
final class ChangePages
{
    public const COLUMNS = [
        'url', 'kind', 'live_on', 'counts', 'clicks_before', 'clicks', 'expected', 'gain', 'impressions_before',
        'impressions', 'position_before', 'position', 'orders_before', 'orders', 'revenue_before', 'revenue',
        'promised', 'title_before', 'title_now',
    ];

    public const PAGE = 100;

    /** Positions beyond which a text is hardly read, so that another one changes little. */
    private const OUT_OF_SIGHT = 10.5;

    /** Impressions in four weeks below which nothing is seen of a text. */
    private const HARDLY_SEEN = 50;

    public static function find(Store $store, int $change): ?WatchedChange
    {
        return Records::first(
            WatchedChange::class,
            'SELECT c.*, u.name AS decider FROM watch_changes c LEFT JOIN users u ON u.id = c.decided_by
                WHERE c.store_id = ? AND c.id = ?',
            [$store->id, $change],
        );
    }

    /** The change that a release is judged as; null before it is first judged. */
    public static function ofRelease(Store $store, int $release): ?int
    {
        $change = DB::table('watch_changes')
            ->where('store_id', $store->id)
            ->where('source', ChangeSource::Release->value)
            ->where('source_id', $release)
            ->value('id');

        return $change === null ? null : Typed::int($change);
    }

    /**
     * @param  ?int  $part  of one group; null for all
     * @param  bool  $isLeft  those that do not count, instead of those that do
     * @return array{rows: list<ChangedPage>, next: ?string}
     */
    public static function page(int $change, ?int $part, bool $isLeft, ?string $after): array
    {
        [$gain, $id] =
            $after !== null && preg_match('/^(-?[\d.]{1,30}(?:e[+-]?\d{1,3})?) (\d{1,18})$/i', $after, $found) === 1
                ? [(float) $found[1], (int) $found[2]]
                : [INF, 0];
        $where = $isLeft ? 'w.left_out > 0' : 'w.part > 0';
        $values = [$change];
        if ($part !== null) {
            $where .= ' AND w.part = ?';
            $values[] = $part;
        }
        if ($gain !== INF) {
            $where .= ' AND (w.gain < ? OR (w.gain = ? AND w.page_id > ?))';
            array_push($values, $gain, $gain, $id);
        }
        $rows = Rows::all(
            "SELECT w.*, p.url FROM watch_pages w JOIN pages p ON p.id = w.page_id WHERE w.change_id = ? AND $where
                ORDER BY w.gain DESC, w.page_id LIMIT ".
                (self::PAGE + 1),
            $values,
        );
        $last = $rows[self::PAGE - 1] ?? null;

        return [
            'rows' => self::told(array_values(array_slice($rows, 0, self::PAGE))),
            'next' => $last !== null && isset($rows[self::PAGE]) ? sprintf('%.17g %d', $last->gain, $last->page_id) : null,
        ];
    }

    /** @return list<ChangedPage> those that moved most, either way, with their texts before and now */
    public static function moved(Store $store, WatchedChange $change, int $most): array
    {
        $half = intdiv($most + 1, 2);
        $select = 'SELECT w.*, p.url FROM watch_pages w JOIN pages p ON p.id = w.page_id WHERE w.change_id = ?
            AND w.part > 0 AND w.gain';
        $rows = [
            ...Rows::all("$select >= 1 ORDER BY w.gain DESC, w.page_id LIMIT $half", [$change->id]),
            ...array_reverse(
                Rows::all("$select <= -1 ORDER BY w.gain, w.page_id LIMIT ".($most - $half), [$change->id]),
            ),
        ];
        $texts = self::texts($store, $change, Bulk::ids($rows, 'page_id'));
        foreach ($rows as $row) {
            [$row->title_before, $row->title_now] = $texts[$row->int('page_id')] ?? [null, null];
        }

        return self::told(array_values($rows));
    }

    /** @return array<int, int> how many pages do not count, by LeftOut */
    public static function leftOut(int $change): array
    {
        return Typed::ints(
            DB::table('watch_pages')
                ->where('change_id', $change)
                ->where('left_out', '>', 0)
                ->groupBy('left_out')
                ->selectRaw('left_out, COUNT(*) AS n')
                ->pluck('n', 'left_out')
                ->all(),
        );
    }

    /** @return list<int> pages of a group that count */
    public static function ofPart(int $change, int $part): array
    {
        return Bulk::ids(
            Rows::all(
                'SELECT page_id FROM watch_pages WHERE change_id = ? AND part = ? ORDER BY expected DESC, page_id',
                [$change, $part],
            ),
            'page_id',
        );
    }

    /** @return Generator<list<string|int|float|null>> */
    public static function export(Store $store, WatchedChange $change): Generator
    {
        $after = 0;
        while (true) {
            $rows = Rows::all(
                'SELECT w.*, p.url FROM watch_pages w JOIN pages p ON p.id = w.page_id WHERE w.change_id = ?
                    AND w.page_id > ? ORDER BY w.page_id LIMIT 1000',
                [$change->id, $after],
            );
            if ($rows === []) {
                return;
            }
            $ids = Bulk::ids($rows, 'page_id');
            $texts = self::texts($store, $change, $ids);
            foreach (self::told(array_values($rows)) as $row) {
                $after = $row->pageId;
                $known = static fn (float|int|null $value): float|int|null => $row->part > 0 ? $value : null;
                yield [
                    $row->url,
                    PageKind::tryFrom($row->kind)?->key() ?? '',
                    $row->liveOn,
                    LeftOut::from($row->leftOut)->words(1),
                    $known($row->clicksBefore),
                    $known($row->clicks),
                    $known(round($row->expected, 2)),
                    $known(round($row->gain, 2)),
                    $known($row->impressionsBefore),
                    $known($row->impressions),
                    $row->positionBefore === null ? null : round($row->positionBefore, 2),
                    $row->position === null ? null : round($row->position, 2),
                    $known($row->ordersBefore),
                    $known($row->orders),
                    $known($row->revenueBefore),
                    $known($row->revenue),
                    $row->promised,
                    $texts[$after][0] ?? null,
                    $texts[$after][1] ?? null,
                ];
            }
        }
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, array{string, string}> the changed title, else the first changed text, before and since
     */
    private static function texts(Store $store, WatchedChange $change, array $pages): array
    {
        $texts = [];
        if ($change->source === ChangeSource::Release && $pages !== []) {
            foreach (
                Rows::of(
                    DB::table('history')
                        ->join('resources', 'resources.id', '=', 'history.resource_id')
                        ->where('history.store_id', $store->id)
                        ->where('release_id', $change->sourceId)
                        ->where('event', HistoryEvent::Live->value)
                        ->whereIn('resources.page_id', $pages)
                        ->whereIn('field', [
                            TextField::Title->value,
                            TextField::Description->value,
                            TextField::H1->value,
                        ])
                        ->orderBy('field')
                        ->get(['resources.page_id', 'before_value', 'after_value']),
                ) as $row
            ) {
                $texts[$row->int('page_id')] ??= [$row->text('before_value'), $row->text('after_value')];
            }
        }

        return $texts;
    }

    /**
     * @param  list<Row>  $rows  of the database
     * @return list<ChangedPage>
     */
    private static function told(array $rows): array
    {
        $position = static fn (int $places, int $impressions): ?float => $impressions > 0
            ? $places / $impressions / 1000
            : null;
        foreach ($rows as $row) {
            $row->position_before = $position($row->int('places_before'), $row->int('impressions_before'));
            $row->position = $position($row->int('places'), $row->int('impressions'));
            $row->why_not = match (true) {
                $row->int('part') === 0 || $row->number('gain') >= 1 => '',
                $row->int('impressions') < self::HARDLY_SEEN => 'hardly seen',
                $row->position > self::OUT_OF_SIGHT => 'its position, not its wording',
                default => '',
            };
        }

        return Records::of(ChangedPage::class, $rows);
    }
}
