<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** When pages were last looked through, and by what. */
final readonly class TendState
{
    /**
     * @param  bool  $isComplete  whether reach is told by a whole crawl
     * @param  string  $aims  JSON: depth aimed for by role, and how it came about
     */
    public function __construct(public string $foundAt, public bool $isComplete, public string $aims)
    {
    }

    /** Null where the store was not looked through yet. */
    public static function of(Store $store): ?self
    {
        return Records::one(self::class, Rows::maybe(DB::table('tend_states')->where('store_id', $store->id)->first()));
    }
}
