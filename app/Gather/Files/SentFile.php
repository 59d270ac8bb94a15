<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Platform\Database\Records;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** A file that was sent, and how far its import is. */
final readonly class SentFile
{
    /** Files of a list. */
    private const MOST = 100;

    /**
     * @param  int  $bytes  of the whole file
     * @param  int  $arrived  of those
     * @param  ?string  $sort  what its rows are; null until somebody has said so
     * @param  ?string  $firstDay  of its rows, where they have days
     * @param  ?string  $remark  a sentence for people
     */
    public function __construct(
        public int $id,
        public string $fileName,
        public int $bytes,
        public int $arrived,
        public string $state,
        public ?string $sort,
        public int $rowsTaken,
        public int $rowsAside,
        public ?string $firstDay,
        public ?string $lastDay,
        public ?string $remark,
    ) {
    }

    public static function find(Store $store, int $import): ?self
    {
        return Records::one(self::class, Imports::find($store, $import));
    }

    /** @return list<self> the newest first, without feeds that are fetched */
    public static function latest(Store $store): array
    {
        $rows = DB::table('gather_imports')
            ->where('store_id', $store->id)
            ->where('is_feed', 0)
            ->orderByDesc('id')
            ->limit(self::MOST)
            ->get();

        return Records::of(self::class, $rows);
    }
}
