<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** The newest crawl that brought a store's inventory up to date, and whether it saw all of it. */
final readonly class LastRead
{
    private function __construct(public int $crawl, public bool $isComplete, public Carbon $at)
    {
    }

    /** Null where the store was never crawled. */
    public static function of(Store $store): ?self
    {
        $row = Rows::maybe(DB::table('inventory_reads')->where('store_id', $store->id)->orderByDesc('crawl')->first());

        return $row === null
            ? null
            : new self($row->int('crawl'), $row->int('is_complete') === 1, Carbon::parse($row->text('read_at'), 'UTC'));
    }

    /** @return array<int, string> day of each crawl */
    public static function days(Store $store): array
    {
        return array_map(
            static fn (mixed $at): string => substr(Typed::text($at), 0, 10),
            DB::table('inventory_reads')->where('store_id', $store->id)->pluck('read_at', 'crawl')->all(),
        );
    }

    public static function tell(Store $store, int $crawl, bool $isComplete): void
    {
        DB::table('inventory_reads')->upsert(
            [
                [
                    'store_id' => $store->id,
                    'crawl' => $crawl,
                    'is_complete' => $isComplete ? 1 : 0,
                    'read_at' => now(),
                ],
            ],
            ['store_id', 'crawl'],
            ['is_complete', 'read_at'],
        );
    }
}
