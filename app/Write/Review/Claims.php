<?php

declare(strict_types=1);

namespace App\Write\Review;

use App\Changes\DraftState;
use App\Changes\Origin;
use App\Inventory\Makers;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkView;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Write\Facts\PageFacts;
use App\Write\WrittenPage;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Claims\Claim;
use Orchard\Core\Claims\FactCheck;

/**
 * Holds drafts against the facts of their pages: those that people wrote, brought in or took from a source, and all
 * that wait for approval. What was found stands in write_claims beside a digest of the text, and counts for that text
 * alone.
 */
final class Claims
{
    /** Drafts that are judged beside the scheduler's other work; more of them are long work. */
    private const FEW = 40;

    /** What stands for the digest of an empty text. */
    private const NONE = "REPEAT('\\0', 16)";

    /** Claims that stand for the text as it is now, as a condition on resource_texts t and write_claims c. */
    public const CURRENT =
        'c.resource_id = t.resource_id AND c.field = t.field
        AND c.digest = COALESCE(t.draft_digest, '.
        self::NONE.
        ')';

    /** Judges what was written lately, in all stores; what is much is left to long work. */
    public static function tick(): void
    {
        foreach (Store::query()->atWork()->get() as $store) {
            // Nothing is written without an entry of the history.
            $newest = DB::table('history')->where('store_id', $store->id)->max('id');
            if ($newest !== null && Cache::get("claims.$store->id") !== $newest) {
                $rows = self::unjudged($store, self::FEW);
                count($rows) < self::FEW ? self::judge($store, $rows) : self::begin($store->id);
                Cache::put("claims.$store->id", $newest, now()->addHours(6));
            }
        }
    }

    /** Begins to judge what is not judged yet, unless that is under way. */
    public static function begin(int $storeId): void
    {
        if (! (WorkView::latest($storeId, ClaimsWork::sort())?->isActive() ?? false)) {
            app(WorkDesk::class)->begin(new NewWork(ClaimsWork::class, $storeId));
        }
    }

    /** A crawl or a file may have brought other facts: what was judged by the old ones is judged again. */
    public static function afterGather(int $storeId): void
    {
        if (DB::table('write_claims')->where('store_id', $storeId)->delete() > 0) {
            self::begin($storeId);
        }
    }

    /**
     * @return list<UnjudgedText>
     */
    public static function unjudged(Store $store, int $most): array
    {
        return Records::select(
            UnjudgedText::class,
            'SELECT r.id, r.page_id, r.market_id, r.kind, r.name, r.attributes, d.field, d.value,
                    COALESCE(t.draft_digest, '.
                self::NONE.
                ') AS digest FROM drafts d JOIN resources r ON r.id = d.resource_id
                    JOIN resource_texts t ON t.resource_id = d.resource_id AND t.field = d.field
                    LEFT JOIN write_claims c ON '.
                self::CURRENT.
                ' WHERE d.store_id = ? AND (d.state = ? AND d.approved_at IS NULL OR d.state = ? AND d.origin <> ?)
                    AND c.resource_id IS NULL ORDER BY d.id LIMIT '.
                $most,
            [$store->id, DraftState::Ready->value, DraftState::Open->value, Origin::Recipe->value],
        );
    }

    /**
     * @param  list<UnjudgedText>  $rows
     * @return list<list<int|string>> rows of write_claims
     */
    public static function judged(Store $store, array $rows): array
    {
        $sheets = PageFacts::of($store, array_map(static fn (UnjudgedText $row): WrittenPage => $row->page(), $rows));
        $makers = Makers::of($store);
        $markets = Markets::of($store);
        $checks = $judged = [];
        foreach ($rows as $row) {
            $check = $checks[$row->marketId] ??= new FactCheck($markets->find($row->marketId)->language, $makers);
            $doubts = array_map(
                static fn (Claim $one): array => ['text' => $one->text, 'missing' => $one->type->missing()],
                $check->doubts($row->value, $sheets[$row->id]),
            );
            $judged[] = [
                $row->id,
                $row->field,
                $store->id,
                $row->digest,
                json_encode($doubts, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                $doubts === [] ? 0 : 1,
                now()->format('Y-m-d H:i:s'),
            ];
        }

        return $judged;
    }

    /** @param  list<list<int|string>>  $judged */
    public static function keep(array $judged): void
    {
        Bulk::write(
            'write_claims',
            ['resource_id', 'field', 'store_id', 'digest', 'doubts', 'doubtful', 'judged_at'],
            $judged,
            'REPLACE',
        );
    }

    /** @param  list<UnjudgedText>  $rows */
    private static function judge(Store $store, array $rows): void
    {
        $rows === [] || self::keep(self::judged($store, $rows));
    }
}
