<?php

declare(strict_types=1);

namespace App\Tend\Known;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Which sitemap was told to which search engine, and when. */
final class Submissions
{
    private const SHOWN = 50;

    /** @return list<Submission> the newest first */
    public static function of(Store $store): array
    {
        return Records::of(
            Submission::class,
            Rows::of(
                DB::table('tend_submissions')
                    ->leftJoin('users', 'users.id', '=', 'tend_submissions.user_id')
                    ->where('store_id', $store->id)
                    ->orderByDesc('told_on')
                    ->orderByDesc('tend_submissions.id')
                    ->limit(self::SHOWN)
                    ->get(['tend_submissions.*', 'users.name as user_name']),
            ),
        );
    }

    /** @param  array<string, mixed>  $what  engine, sitemap and told_on; noted twice it stands there once */
    public static function note(Store $store, array $what, ?int $user): void
    {
        DB::table('tend_submissions')->updateOrInsert(['store_id' => $store->id] + $what, ['user_id' => $user]);
    }
}
