<?php

declare(strict_types=1);

namespace App\Gather\Changed;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/** Begins comparisons of two crawls and reads their causes and changes. */
final readonly class Comparisons
{
    public const PAGE = 50;

    public function __construct(private WorkDesk $desk)
    {
    }

    /** @return list<ComparableCrawl> the newest first */
    public static function crawls(Store $store): array
    {
        return Records::of(
            ComparableCrawl::class,
            Rows::of(
                DB::table('gather_crawls')
                    ->where('store_id', $store->id)
                    ->whereIn('state', ['complete', 'incomplete'])
                    ->orderByDesc('id')
                    ->limit(60)
                    ->get(),
            ),
        );
    }

    /**
     * The comparison of two crawls, begun where it has not been made yet.
     *
     * @throws InvalidArgumentException where they are not two ended crawls of the store, in order
     */
    public function of(Store $store, int $before, int $after): Comparison
    {
        $known = DB::table('gather_crawls')
            ->where('store_id', $store->id)
            ->whereIn('id', [$before, $after])
            ->whereIn('state', ['complete', 'incomplete'])
            ->count();
        if ($before >= $after || $known !== 2) {
            throw new InvalidArgumentException('Choose two crawls that came to an end, the earlier one first.');
        }

        return DB::transaction(function () use ($store, $before, $after): Comparison {
            if (
                DB::table('gather_comparisons')->insertOrIgnore([
                    'store_id' => $store->id,
                    'before_crawl' => $before,
                    'after_crawl' => $after,
                    'state' => 'running',
                    'created_at' => now(),
                ]) > 0
            ) {
                $this->desk->begin(new NewWork(CompareWork::class, $store->id, (int) DB::getPdo()->lastInsertId()));
            }

            return Records::sole(
                Comparison::class,
                'SELECT * FROM gather_comparisons WHERE store_id = ? AND before_crawl = ? AND after_crawl = ?',
                [$store->id, $before, $after],
            );
        });
    }

    /** Begins to compare the last two complete crawls, so that in the morning it stands there what changed. */
    public function ofLatest(Store $store): void
    {
        $crawls = DB::table('gather_crawls')
            ->where('store_id', $store->id)
            ->where('state', 'complete')
            ->orderByDesc('id')
            ->limit(2)
            ->pluck('id')
            ->all();
        if (count($crawls) === 2) {
            $this->of($store, Typed::int($crawls[1]), Typed::int($crawls[0]));
        }
    }

    /** @param  string  $cause  its digest, 16 bytes */
    public static function cause(int $comparison, string $cause): ?ComparedCause
    {
        return Records::first(
            ComparedCause::class,
            'SELECT * FROM gather_causes WHERE comparison_id = ? AND cause = ?',
            [$comparison, $cause],
        );
    }

    /** @return list<ComparedCause> those that touch the most clicks and pages first */
    public static function causes(int $comparison): array
    {
        return Records::of(
            ComparedCause::class,
            Rows::of(
                DB::table('gather_causes')
                    ->where('comparison_id', $comparison)
                    ->orderByDesc('clicks')
                    ->orderByDesc('pages')
                    ->orderBy('aspect')
                    ->orderBy('cause')
                    ->limit(200)
                    ->get(),
            ),
        );
    }

    /** @return array{rows: list<ComparedPage>, next: ?string} pages of one cause, those with the most clicks first */
    public static function changes(int $comparison, string $cause, ?string $after): array
    {
        $where = '';
        $values = [$comparison, $cause];
        if ($after !== null && preg_match('/^(\d+)\.(\d+)$/', $after, $found) === 1) {
            $where = ' AND (c.clicks < ? OR (c.clicks = ? AND c.page_id < ?))';
            array_push($values, $found[1], $found[1], $found[2]);
        }
        $rows = Records::select(
            ComparedPage::class,
            "SELECT c.*, p.url FROM gather_changes c JOIN pages p ON p.id = c.page_id WHERE c.comparison_id = ?
                    AND c.cause = ?$where ORDER BY c.clicks DESC, c.page_id DESC LIMIT ".
                (self::PAGE + 1),
            $values,
        );
        $next = null;
        if (count($rows) > self::PAGE) {
            array_pop($rows);
            $last = $rows[count($rows) - 1];
            $next = "{$last->clicks}.{$last->pageId}";
        }

        return ['rows' => $rows, 'next' => $next];
    }
}
