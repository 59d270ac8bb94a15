<?php

declare(strict_types=1);

namespace App\Match\Tracking;

use App\Facts\SearchHistory;
use App\Platform\Bytes;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Generator;
use Illuminate\Support\Facades\DB;

/** A tracked term day by day. A day that rows tell and on which it has none is a day on which it was not seen. */
final readonly class TermHistory
{
    /** Days that a panel shows. */
    private const SHOWN = 182;

    /**
     * @param  list<string>  $days  that are told, the oldest first
     * @param  array<string, TermDay>  $rows  by day
     */
    private function __construct(public array $days, public array $rows)
    {
    }

    public static function of(Store $store, int $market, string $digest): self
    {
        $days = array_slice(SearchHistory::days($store), -self::SHOWN);
        $rows =
            $days === []
                ? []
                : Records::select(
                    TermDay::class,
                    'SELECT day, clicks, impressions, position_sum / impressions AS position_milli FROM match_days
                        WHERE store_id = ? AND market_id = ? AND digest = '.
                        (new Bytes($digest))->literal().
                        ' AND day >= ? ORDER BY day',
                    [$store->id, $market, $days[0]],
                );

        return new self($days, array_column($rows, null, 'day'));
    }

    public const COLUMNS = ['market', 'term', 'day', 'clicks', 'impressions', 'position', 'url'];

    /** @return Generator<list<string|int|float|null>> every day on which a tracked term was seen */
    public static function table(Store $store): Generator
    {
        foreach (
            Rows::lazily(
                DB::table('match_days as d')
                    ->join('match_said as s', static function ($join): void {
                        $join
                            ->on('s.store_id', 'd.store_id')
                            ->on('s.market_id', 'd.market_id')
                            ->on('s.digest', 'd.digest');
                    })
                    ->join('markets as m', 'm.id', '=', 'd.market_id')
                    ->leftJoin('pages as p', 'p.id', '=', 'd.page_id')
                    ->where('d.store_id', $store->id)
                    ->orderBy('d.market_id')
                    ->orderBy('d.digest')
                    ->orderBy('d.day')
                    ->select(['m.name', 's.term', 'd.day', 'd.clicks', 'd.impressions', 'd.position_sum', 'p.url'])
                    ->cursor(),
            ) as $row
        ) {
            yield [
                $row->text('name'),
                $row->text('term'),
                $row->text('day'),
                $row->int('clicks'),
                $row->int('impressions'),
                round($row->int('position_sum') / $row->int('impressions') / 1000, 1),
                (string) ($row->url ?? ''),
            ];
        }
    }
}
