<?php

declare(strict_types=1);

namespace App\Weigh\Weighing;

use App\Facts\Events\BreaksChanged;
use App\Facts\NumberWindow;
use App\Inventory\Events\InventoryRefreshed;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Units;
use App\Weigh\Scoring\MainReason;
use Generator;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;

/** Begins the weighing, and reads its result. */
final readonly class Scores
{
    public const COLUMNS = [
        'url', 'kind', 'market', 'impressions', 'clicks', 'withheld_clicks', 'ctr', 'position', 'expected_ctr',
        'orders', 'revenue', 'upside', 'low', 'high', 'upside_wording', 'upside_position', 'reason', 'currency',
    ];

    public function __construct(private WorkDesk $desk)
    {
    }

    /** @return int the work's id; one that has not begun yet serves */
    public function begin(int $storeId, ?int $userId): int
    {
        return DB::transaction(function () use ($storeId, $userId): int {
            DB::table('stores')->where('id', $storeId)->lockForUpdate()->first();
            $waiting = DB::table('work')
                ->where('store_id', $storeId)
                ->where('sort', ScoreWork::sort())
                ->where('state', 'waiting')
                ->whereNull('started_at')
                ->value('id');

            return $waiting === null
                ? $this->desk->begin(new NewWork(ScoreWork::class, $storeId, 0, $userId))
                : Typed::int($waiting);
        });
    }

    /**
     * Begins the weighing of stores whose sums do not hold, since an upgrade made them otherwise or a weighing failed;
     * of each once an hour at most.
     */
    public function beginMissing(): void
    {
        $stores = Rows::all(
            "SELECT w.store_id FROM number_windows w JOIN stores t ON t.id = w.store_id AND t.archived_at IS NULL
                AND t.leaving_at IS NULL LEFT JOIN weigh_states s ON s.store_id = w.store_id
                WHERE s.store_id IS NULL AND NOT EXISTS (SELECT 1 FROM work k WHERE k.store_id = w.store_id
                AND k.sort = ? AND (k.state IN ('waiting', 'running')
                OR k.created_at > UTC_TIMESTAMP() - INTERVAL 1 HOUR))",
            [ScoreWork::sort()],
        );
        foreach (Bulk::ids($stores, 'store_id') as $store) {
            $this->begin($store, null);
        }
    }

    /**
     * @return Generator<list<string|int|float|null>> all pages, the most upside first; sums in the market's currency,
     *     or in clicks where no sales are known, as the last column tells
     */
    public static function export(Store $store): Generator
    {
        $markets = Markets::of($store);
        $seen = 0;
        $units = Units::of($store);
        $ids = [];
        // Unlike currencies have no common order: one stands behind the other.
        foreach ($units->markets() as $ofUnit) {
            array_push(
                $ids,
                ...Bulk::ids(
                    Rows::all(
                        'SELECT page_id FROM weigh_scores WHERE store_id = ? AND market_id IN ('.
                            Bulk::list($ofUnit).
                            ') ORDER BY upside DESC, page_id DESC',
                        [$store->id],
                    ),
                    'page_id',
                ),
            );
        }
        foreach (array_chunk($ids, 2000) as $chunk) {
            $rows = [];
            foreach (
                Rows::all(
                    'SELECT s.*, p.url FROM weigh_scores s JOIN pages p ON p.id = s.page_id WHERE s.page_id IN ('.
                        Bulk::list($chunk).
                        ')',
                ) as $row
            ) {
                $rows[$row->int('page_id')] = $row;
            }
            foreach ($chunk as $id) {
                $row = $rows[$id] ?? null;
                if ($row === null) {
                    continue;
                }
                $seen++;
                $two = static fn (mixed $value): float => round(Typed::number($value), 2);
                yield [
                    $row->text('url'),
                    PageKind::from($row->int('kind'))->key(),
                    $markets->find($row->int('market_id'))->name,
                    $row->int('impressions'),
                    $row->int('clicks'),
                    $row->int('withheld_clicks'),
                    $row->int('impressions') > 0 ? round($row->int('clicks') / $row->int('impressions'), 5) : null,
                    $row->int('position_milli') === 0 ? null : $row->int('position_milli') / 1000,
                    round($row->number('expected_rate'), 5),
                    $units->isMoney($row->int('market_id')) ? $row->int('orders') : null,
                    $units->isMoney($row->int('market_id')) ? $two($row->revenue) : null,
                    $two($row->upside),
                    $two($row->low),
                    $two($row->high),
                    $two($row->wording),
                    $two($row->lift),
                    (string) MainReason::wordsOf($row->reason),
                    $units->unit($row->int('market_id')),
                ];
            }
        }
    }

    public static function listen(): void
    {
        Event::listen([InventoryRefreshed::class, BreaksChanged::class], static function (
            InventoryRefreshed|BreaksChanged $event,
        ): void {
            if (NumberWindow::of(Store::query()->findOrFail($event->storeId)) !== null) {
                app(self::class)->begin($event->storeId, null);
            }
        });
    }
}
