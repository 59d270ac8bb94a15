<?php

declare(strict_types=1);

namespace App\Watch\Lists;

use App\Facts\Calendar\Coming;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Watch\Changed\ChangeSource;
use App\Watch\Changed\Decision;
use Generator;
use Illuminate\Support\Facades\DB;

/** Changes and their results, the newest first. */
final class ResultList
{
    public const COLUMNS = [
        'release', 'name', 'date', 'pages', 'clicks', 'clicks_low', 'clicks_high', 'revenue', 'revenue_low',
        'revenue_high', 'verdict', 'promised', 'currency', 'source', 'chance', 'left_alone', 'days', 'decided',
        'orders', 'orders_low', 'orders_high',
    ];

    public const PAGE = 50;

    private const FROM = 'FROM watch_changes c LEFT JOIN watch_results r ON r.change_id = c.id AND r.part = 0';

    private const SELECT = 'SELECT c.*, r.pages AS counted, r.came, r.expected, r.low, r.high, r.chance, r.smallest,
        r.click_value, r.currency';

    /**
     * @param  ?string  $after  day and id of the last row that was seen, as next() told it
     * @return array{rows: list<ResultRow>, next: ?string}
     */
    public static function page(Store $store, ?string $after): array
    {
        [$day, $id] =
            $after !== null && preg_match('/^(\d{4}-\d\d-\d\d) (\d{1,18})$/', $after, $found) === 1
                ? [$found[1], (int) $found[2]]
                : ['9999-12-31', PHP_INT_MAX];
        $rows = Rows::all(
            self::SELECT.
                ' '.
                self::FROM.
                ' WHERE c.store_id = ? AND (c.first_day, c.id) < (?, ?) ORDER BY c.first_day DESC, c.id DESC LIMIT '.
                (self::PAGE + 1),
            [$store->id, $day, $id],
        );
        $last = $rows[self::PAGE - 1] ?? null;

        return [
            'rows' => array_values(array_map(ResultRow::fromRow(...), array_slice($rows, 0, self::PAGE))),
            'next' => $last !== null && isset($rows[self::PAGE]) ? "$last->first_day $last->id" : null,
        ];
    }

    /** @return list<Coming> days from which changes can be judged */
    public static function coming(Store $store): array
    {
        return array_values(
            Rows::of(
                DB::table('watch_changes')
                    ->where('store_id', $store->id)
                    ->where('ready_on', '>=', $store->today())
                    ->where('decided', Decision::Open->value)
                    ->orderBy('ready_on')
                    ->limit(20)
                    ->get(['id', 'name', 'ready_on']),
            )
                ->map(
                    static fn (Row $row): Coming => new Coming(
                        $row->text('ready_on'),
                        "what “{$row->name}” earned can be told",
                        route('watch.change', [$store, $row->int('id')]),
                    ),
                )
                ->all(),
        );
    }

    public static function find(Store $store, int $id): ?ResultRow
    {
        $row = Rows::one(self::SELECT.' '.self::FROM.' WHERE c.store_id = ? AND c.id = ?', [$store->id, $id]);

        return $row === null ? null : ResultRow::fromRow($row);
    }

    /** @return list<ResultRow> made between two days, the newest first */
    public static function between(Store $store, string $from, string $to, int $most): array
    {
        $rows = Rows::all(
            self::SELECT.
                ' '.
                self::FROM.
                ' WHERE c.store_id = ? AND c.first_day BETWEEN ? AND ? ORDER BY c.first_day DESC, c.id DESC LIMIT '.
                $most,
            [$store->id, $from, $to],
        );

        return array_values(array_map(ResultRow::fromRow(...), $rows));
    }

    /** @return array{int, int, ?int, ?int} place from the newest, number of all, the newer one and the older one */
    public static function place(Store $store, int $id): array
    {
        $row = Rows::maybe(
            DB::table('watch_changes')
                ->where('id', $id)
                ->first(['first_day']),
        );
        $of = static fn (string $sign, string $order): ?int => ($found = Rows::one(
            "SELECT id FROM watch_changes WHERE store_id = ? AND (first_day, id) $sign (?, ?)
                ORDER BY first_day $order, id $order LIMIT 1",
            [$store->id, $row->first_day ?? '', $id],
        )) === null
            ? null
            : $found->int('id');
        $newer = Rows::figure(
            'SELECT COUNT(*) AS n FROM watch_changes WHERE store_id = ? AND (first_day, id) > (?, ?)',
            [$store->id, $row->first_day ?? '', $id],
        );

        return [
            $newer + 1,
            DB::table('watch_changes')->where('store_id', $store->id)->count(),
            $of('>', 'ASC'),
            $of('<', 'DESC'),
        ];
    }

    /** @return Generator<list<string|int|float|null>> all changes, the newest first, told for 28 days */
    public static function export(Store $store): Generator
    {
        foreach (
            Rows::all(self::SELECT.' '.self::FROM.' WHERE c.store_id = ? ORDER BY c.first_day DESC, c.id DESC', [
                $store->id,
            ]) as $found
        ) {
            $row = ResultRow::fromRow($found);
            $clicks = static fn (string $of): ?float => $row->gain === null ? null : round($row->gain[$of], 1);
            $money = static function (string $of) use ($row): ?float {
                $money = $row->money($of);

                return $money === null ? null : round($money, 2);
            };
            yield [
                $row->source === ChangeSource::Release ? $row->sourceId : null,
                $row->name,
                $row->day,
                $row->pages,
                $clicks('clicks'),
                $clicks('low'),
                $clicks('high'),
                $money('clicks'),
                $money('low'),
                $money('high'),
                $row->verdictKey(),
                $row->promised === null ? null : round($row->promised, 2),
                $row->currency,
                $row->source->label(),
                $row->chance === null ? null : round($row->chance, 4),
                $row->alone,
                7 * $row->weeksTold,
                $row->decision->label(),
                $row->orders === null ? null : round($row->orders->gain(), 1),
                $row->orders === null ? null : round($row->orders->low, 1),
                $row->orders === null ? null : round($row->orders->high, 1),
            ];
        }
    }
}
