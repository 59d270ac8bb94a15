<?php

declare(strict_types=1);

namespace App\Write\Review;

use App\Changes\DraftState;
use App\Changes\Events\DraftsReady;
use App\Inventory\Makers;
use App\Platform\Database\Bulk;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkRun;
use App\Platform\Work\WorkView;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Write\Facts\PageFacts;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Claims\Claim;
use Orchard\Core\Claims\FactCheck;

/**
 * Holds texts that wait for approval against the facts of their pages, so that what passes can be approved together.
 */
final class ClaimsWork implements LongWork
{
    private const PORTION = 25;

    /** What stands for the digest of an empty text. */
    private const NONE = "REPEAT('\\0', 16)";

    public static function sort(): string
    {
        return 'write.claims';
    }

    public static function title(): string
    {
        return 'holding texts against facts';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public static function afterReady(DraftsReady $event): void
    {
        self::beginFor($event->storeId);
    }

    /** A crawl or a file may have brought other facts: what was judged by the old ones is judged again. */
    public static function afterGather(int $storeId): void
    {
        if (DB::table('write_claims')->where('store_id', $storeId)->delete() > 0) {
            self::beginFor($storeId);
        }
    }

    private static function beginFor(int $storeId): void
    {
        $latest = WorkView::latest($storeId, self::sort());
        $latest !== null && $latest->isActive() ? null : app(WorkDesk::class)->begin(self::class, $storeId, 0, null);
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        $makers = Makers::of($store);
        $markets = Markets::of($store);
        $checks = [];
        while (true) {
            $rows = DB::select(
                'SELECT r.id, r.page_id, r.market_id, r.kind, r.name, r.attributes, d.field, d.value,
                    COALESCE(t.draft_digest, '.
                    self::NONE.
                    ') AS digest FROM drafts d JOIN resources r ON r.id = d.resource_id
                    JOIN resource_texts t ON t.resource_id = d.resource_id AND t.field = d.field
                    LEFT JOIN write_claims c ON c.resource_id = d.resource_id AND c.field = d.field
                    AND c.digest = COALESCE(t.draft_digest, '.
                    self::NONE.
                    ') WHERE d.store_id = ? AND d.state = ? AND d.approved_at IS NULL AND c.resource_id IS NULL
                    ORDER BY d.id LIMIT '.
                    self::PORTION,
                [$store->id, DraftState::Ready->value],
            );
            if ($rows === []) {
                return SliceEnd::done();
            }
            $sheets = PageFacts::of($store, $rows);
            $judged = [];
            foreach ($rows as $row) {
                $check = $checks[(int) $row->market_id] ??= new FactCheck(
                    $markets->find((int) $row->market_id)->language,
                    $makers,
                );
                $doubts = array_map(
                    static fn (Claim $one): array => ['text' => $one->text, 'missing' => $one->type->missing()],
                    $check->doubts((string) $row->value, $sheets[(int) $row->id]),
                );
                $judged[] = [
                    (int) $row->id,
                    (int) $row->field,
                    $store->id,
                    (string) $row->digest,
                    json_encode($doubts, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                    now()->format('Y-m-d H:i:s'),
                ];
            }
            $run->fenced(
                static fn () => Bulk::write(
                    'write_claims',
                    ['resource_id', 'field', 'store_id', 'digest', 'doubts', 'judged_at'],
                    $judged,
                    'REPLACE',
                ),
            );
            $done = is_int($run->progress()['done'] ?? null) ? $run->progress()['done'] : 0;
            $run->beat(['done' => $done + count($judged)], force: true);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }
}
