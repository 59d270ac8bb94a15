<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Files that were brought in, and what is told of one. */
final class ImportList
{
    /** @return list<FileImport> the newest first, with how many of their days are superseded */
    public static function all(Store $store): array
    {
        return Records::of(
            FileImport::class,
            Rows::of(
                DB::table('gather_imports')
                    ->leftJoin('users', 'users.id', '=', 'user_id')
                    ->where('store_id', $store->id)
                    ->where('is_feed', 0)
                    ->orderByDesc('gather_imports.id')
                    ->limit(50)
                    ->get([
                        'gather_imports.*',
                        'users.name as user_name',
                        DB::raw(
                            "(SELECT SUM(state = 'rests') FROM fact_days
                            WHERE fact_days.import_id = gather_imports.id) AS resting",
                        ),
                    ]),
            ),
        );
    }

    /** @return array<string, mixed> for the view of a file: rows that were set aside, and days by state */
    public static function details(int $import): array
    {
        return [
            'asides' => Records::of(
                RowAside::class,
                Rows::of(DB::table('gather_asides')->where('import_id', $import)->orderBy('line')->limit(50)->get()),
            ),
            'days' => Records::select(
                DaysOfFile::class,
                'SELECT state, COUNT(*) AS days, MIN(day) AS first_day, MAX(day) AS last_day,
                        SUM(row_count) AS row_count FROM fact_days WHERE import_id = ? GROUP BY state',
                [$import],
            ),
        ];
    }
}
