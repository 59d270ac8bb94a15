<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\NumberWindow;
use App\Facts\ToldWeeks;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * Tells whether what was summed still holds: the sums, where days, kinds and markets of pages, keyword lists and the
 * words of own brand and makers are the same; and which pages make up the collections, where their links are.
 */
final readonly class Freshness
{
    private function __construct(public string $sums, public string $links)
    {
    }

    public static function of(Store $store, NumberWindow $window, QuerySums $queries): self
    {
        $pages = Rows::sole(
            "SELECT COUNT(*) AS n, SUM(CRC32(CONCAT_WS(' ', page_id, kind, market_id))) AS mark FROM page_index
                WHERE store_id = ?",
            [$store->id],
        );
        $lists = Rows::sole(
            'SELECT MAX(import_id) AS newest, COUNT(*) AS n FROM keyword_rows WHERE store_id = ? AND is_current = 1',
            [$store->id],
        );
        $links = Rows::sole(
            "SELECT COUNT(*) AS n, SUM(CRC32(CONCAT_WS(' ', l.from_page, l.to_page, t.canonical))) AS mark FROM ".
                'page_index c JOIN links l ON l.store_id = c.store_id AND l.from_page = c.page_id JOIN '.
                'page_index t ON t.page_id = l.to_page WHERE c.store_id = ? AND c.kind = ?',
            [$store->id, PageKind::Collection->value],
        );
        $mark = static fn (mixed ...$of): string => md5(json_encode($of, JSON_THROW_ON_ERROR));

        // Days behind the window's last, which is not complete yet, are in no sum.
        return new self(
            $mark(
                $window->firstDay,
                $window->lastDay,
                $window->isPeriod,
                self::ofDays($store, '0000-01-01', $window->lastDay),
                ToldWeeks::of($store, $window)->toJson(),
                $pages,
                $lists,
                serialize($queries->classifier()),
            ),
            $mark($links),
        );
    }

    /** Which rows tell these days. */
    public static function ofDays(Store $store, string $first, string $last): string
    {
        $days = Rows::sole(
            "SELECT COUNT(*) AS n, SUM(row_count) AS told, SUM(CRC32(CONCAT_WS(' ', facts, grain, day, days,
                import_id))) AS mark FROM fact_days WHERE store_id = ? AND state = 'owns' AND day BETWEEN ? AND ?",
            [$store->id, $first, $last],
        );

        return md5(json_encode($days, JSON_THROW_ON_ERROR));
    }

    /** What was kept last; null where nothing holds. */
    public static function kept(Store $store): ?self
    {
        $row = Rows::maybe(DB::table('weigh_states')->where('store_id', $store->id)->first());

        return $row === null ? null : new self($row->text('fingerprint'), $row->text('links'));
    }

    public static function keep(Store $store, string $sums, string $links): void
    {
        DB::table('weigh_states')->upsert(
            [['store_id' => $store->id, 'fingerprint' => $sums, 'links' => $links, 'summed_at' => now()]],
            ['store_id'],
            ['fingerprint', 'links', 'summed_at'],
        );
    }

    public static function forget(Store $store): void
    {
        DB::table('weigh_states')->where('store_id', $store->id)->delete();
    }
}
