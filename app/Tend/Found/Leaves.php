<?php

declare(strict_types=1);

namespace App\Tend\Found;

use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Findings that somebody leaves as they are, with the reason and the day on which they are open again. */
final class Leaves
{
    private const NONE = "\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0";

    /** Leaves all that a cause has, now and later. */
    public static function cause(Store $store, int $cause, LeaveReason $reason): void
    {
        $row = Rows::maybe(DB::table('tend_causes')->where('store_id', $store->id)->where('id', $cause)->first());
        if ($row !== null) {
            DB::transaction(static function () use ($store, $row, $reason): void {
                self::write($store, [[$row->int('type'), 0, $row->text('digest')]], $reason);
                self::apply($store, [$row->int('id')]);
            });
        }
    }

    /** @param  list<int>  $findings */
    public static function findings(Store $store, array $findings, LeaveReason $reason): int
    {
        $rows = Rows::of(
            DB::table('tend_findings')
                ->where('store_id', $store->id)
                ->whereIn('id', $findings)
                ->where('state', '<>', FindingState::Mended->value)
                ->get(['type', 'page_id', 'cause_id']),
        );
        DB::transaction(static function () use ($store, $rows, $reason): void {
            self::write(
                $store,
                array_values(
                    $rows
                        ->map(static fn (Row $row): array => [$row->int('type'), $row->int('page_id'), self::NONE])
                        ->all(),
                ),
                $reason,
            );
            self::apply($store, array_values(array_unique(Bulk::ids($rows->all(), 'cause_id'))));
        });

        return $rows->count();
    }

    /** Opens again what was left: one finding, or all of a cause. */
    public static function reopen(Store $store, ?int $cause, ?int $finding): void
    {
        DB::transaction(static function () use ($store, $cause, $finding): void {
            $row =
                $finding === null
                    ? Rows::maybe(DB::table('tend_causes')->where('store_id', $store->id)->where('id', $cause)->first())
                    : Rows::maybe(
                        DB::table('tend_findings')->where('store_id', $store->id)->where('id', $finding)->first(),
                    );
            if ($row === null) {
                return;
            }
            DB::table('tend_leaves')
                ->where('store_id', $store->id)
                ->where('type', $row->type)
                ->when(
                    $finding === null,
                    static fn ($query) => $query->where('page_id', 0)->where('cause_digest', $row->digest),
                    static fn ($query) => $query->where('page_id', $row->page_id),
                )
                ->delete();
            self::apply($store, [(int) ($row->cause_id ?? $row->id)]);
        });
    }

    /**
     * Brings findings and sums of causes in line with what people left; called inside a transaction.
     *
     * @param  ?list<int>  $causes  null for all
     */
    public static function apply(Store $store, ?array $causes = null): void
    {
        if ($causes === []) {
            return;
        }
        $of = $causes === null ? '' : ' AND %s IN ('.Bulk::list($causes).')';
        $ofFindings = sprintf($of, 'f.cause_id');
        $ofCauses = sprintf($of, 'c.id');
        [$open, $left, $mended] = [FindingState::Open->value, FindingState::Left->value, FindingState::Mended->value];
        // What is to be looked at again is open again from that day on.
        DB::delete('DELETE FROM tend_leaves WHERE store_id = ? AND review_on <= ?', [$store->id, $store->today()]);
        DB::update(
            "UPDATE tend_findings f JOIN tend_causes c ON c.id = f.cause_id
                LEFT JOIN tend_leaves p ON p.store_id = f.store_id AND p.type = f.type AND p.page_id = f.page_id
                LEFT JOIN tend_leaves w ON w.store_id = f.store_id AND w.type = f.type AND w.page_id = 0
                AND w.cause_digest = c.digest
                SET f.state = IF(p.id IS NULL AND w.id IS NULL, ?, ?)
                WHERE f.store_id = ? AND f.state <> ? AND f.state <> IF(p.id IS NULL AND w.id IS NULL, ?,
                ?)$ofFindings",
            [$open, $left, $store->id, $mended, $open, $left],
        );
        DB::update(
            "UPDATE tend_causes c LEFT JOIN (SELECT cause_id, SUM(state = ?) AS open, SUM(state = ?) AS lies,
                SUM(state = ?) AS mended, SUM(IF(state = ?, spots, 0)) AS spots, SUM(IF(state = ?, clicks, 0)) AS
                clicks,
                SUM(IF(state = ?, revenue, 0)) AS revenue, SUM(IF(state = ?, upside, 0)) AS upside,
                SUM(IF(state = ?, worth, 0)) AS worth FROM tend_findings f WHERE store_id = ?$ofFindings GROUP BY
                cause_id) s
                ON s.cause_id = c.id
                SET c.pages = COALESCE(s.open, 0), c.left_pages = COALESCE(s.lies, 0), c.mended = COALESCE(s.mended, 0),
                c.spots = COALESCE(s.spots, 0), c.clicks = COALESCE(s.clicks, 0), c.revenue = COALESCE(s.revenue, 0),
                c.upside = COALESCE(s.upside, 0), c.worth = COALESCE(s.worth, 0) WHERE c.store_id = ?$ofCauses",
            [$open, $left, $mended, $open, $open, $open, $open, $open, $store->id, $store->id],
        );
        DB::delete('DELETE FROM tend_causes WHERE store_id = ? AND pages = 0 AND left_pages = 0 AND mended = 0', [
            $store->id,
        ]);
    }

    /** @param  list<array{int, int, string}>  $what  type, page, digest of the cause */
    private static function write(Store $store, array $what, LeaveReason $reason): void
    {
        foreach ($what as [$type, $page, $digest]) {
            DB::statement(
                'REPLACE INTO tend_leaves (store_id, type, page_id, cause_digest, reason, review_on, user_id, left_at)
                    VALUES (?, ?, ?, '.
                    (new Bytes($digest))->literal().
                    ', ?, ?, ?, ?)',
                [
                    $store->id,
                    $type,
                    $page,
                    mb_substr($reason->words, 0, 300),
                    $reason->reviewOn,
                    $reason->userId,
                    now(),
                ],
            );
        }
    }
}
