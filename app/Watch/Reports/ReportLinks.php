<?php

declare(strict_types=1);

namespace App\Watch\Reports;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use InvalidArgumentException;

/** Links by which somebody without an account reads one report until it ends. Only a digest of each is kept. */
final class ReportLinks
{
    public const DAYS = 30;

    private const MOST = 100;

    /**
     * @return string the word that the link ends in; it is told once
     *
     * @throws InvalidArgumentException where the store has too many
     */
    public static function make(Report $report, ?int $userId): string
    {
        if (self::count($report->store) >= self::MOST) {
            throw new InvalidArgumentException('There are '.self::MOST.' links already; end them first.');
        }
        $token = Str::random(40);
        DB::table('watch_links')->insert([
            'store_id' => $report->store->id,
            'token_hash' => hash('sha256', $token, true),
            'from_day' => $report->from,
            'to_day' => $report->to,
            'expires_at' => now()->addDays(self::DAYS),
            'user_id' => $userId,
            'created_at' => now(),
        ]);

        return $token;
    }

    /** The report that a link opens; null where it has ended, or never was one. */
    public static function open(string $token): ?Report
    {
        $row = Rows::maybe(
            DB::table('watch_links')
                ->where('token_hash', hash('sha256', $token, true))
                ->where('expires_at', '>', now())
                ->first(),
        );
        $store = $row === null ? null : Store::query()->find($row->int('store_id'));

        return $row === null || $store === null
            ? null
            : Report::of($store, $row->text('from_day'), $row->text('to_day'));
    }

    public static function count(Store $store): int
    {
        return DB::table('watch_links')->where('store_id', $store->id)->where('expires_at', '>', now())->count();
    }

    public static function end(Store $store): void
    {
        DB::table('watch_links')->where('store_id', $store->id)->delete();
    }
}
