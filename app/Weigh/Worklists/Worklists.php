<?php

declare(strict_types=1);

namespace App\Weigh\Worklists;

use App\Changes\LastTouched;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\Units;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Demand\WorkloadFill;

/** Named batches of pages for a period: filled by worth for effort, changed by hand, carried over when closed. */
final class Worklists
{
    /** Pages of one list. */
    public const MOST = 2000;

    /** Pages that are looked at when a list is filled. */
    private const CANDIDATES = 5000;

    /**
     * @return int the list's id
     *
     * @throws InvalidArgumentException where it would be due before it begins
     */
    public static function open(Store $store, NewWorklist $new, ?int $userId): int
    {
        if ($new->due < $new->first) {
            throw new InvalidArgumentException('The day on which it is due is the first day or later.');
        }

        return DB::table('weigh_worklists')->insertGetId([
            'store_id' => $store->id,
            'name' => mb_substr(trim($new->name), 0, 120),
            'owner_id' => $new->owner,
            'first_day' => $new->first,
            'due_day' => $new->due,
            'minutes' => $new->minutes,
            'most_pages' => $new->mostPages,
            'market_id' => $new->market,
            'state' => 'open',
            'note' => '',
            'created_by' => $userId,
            'created_at' => now(),
        ]);
    }

    /** The list with this id; null where it is none of this store's. */
    public static function find(Store $store, int $id): ?Worklist
    {
        return Records::one(
            Worklist::class,
            Rows::maybe(DB::table('weigh_worklists')->where('store_id', $store->id)->where('id', $id)->first()),
        );
    }

    /**
     * @return list<WorklistSums> the open ones by due day, then the closed ones, newest first
     */
    public static function all(Store $store): array
    {
        Progress::learn($store);
        $units = Units::of($store);
        $done = PageState::sql(true);
        $sums = [];
        foreach (
            Rows::all(
                "SELECT w.worklist_id, p.market_id, SUM(IF(w.state <> 'left', w.upside, 0)) AS upside,
                    SUM(IF(w.state IN
                        ($done), w.upside, 0)) AS done FROM weigh_worklist_pages w JOIN pages p ON p.id = w.page_id
                            WHERE w.store_id = ? GROUP BY w.worklist_id, p.market_id",
                [$store->id],
            ) as $row
        ) {
            $sums[$row->int('worklist_id')]['all'][$row->int('market_id')] = $row->number('upside');
            $sums[$row->int('worklist_id')]['done'][$row->int('market_id')] = $row->number('done');
        }
        $lists = Rows::all(
            "SELECT w.*, u.name AS owner, COALESCE(p.pages, 0) AS pages, COALESCE(p.done, 0) AS done,
                    COALESCE(p.upside, 0) AS upside, COALESCE(p.upside_done, 0) AS upside_done, COALESCE(p.planned,
                    0) AS planned
            FROM weigh_worklists w LEFT JOIN users u ON u.id = w.owner_id LEFT JOIN (
                SELECT worklist_id, SUM(state <>
                    'left') AS pages, SUM(state IN ($done)) AS done, SUM(IF(state <> 'left', upside, 0)) AS upside,
                        SUM(IF(state IN ($done), upside, 0)) AS upside_done, SUM(IF(state <> 'left', minutes, 0))
                            AS planned FROM weigh_worklist_pages WHERE store_id = ? GROUP BY worklist_id) p
                            ON p.worklist_id = w.id
            WHERE w.store_id = ? ORDER BY w.state =
            'closed', IF(w.state = 'open', w.due_day, NULL), w.id DESC LIMIT 200",
            [$store->id, $store->id],
        );
        foreach ($lists as $list) {
            $list->sums = $units->sums($sums[$list->int('id')]['all'] ?? []);
            $list->sums_done = $units->sums($sums[$list->int('id')]['done'] ?? []);
        }

        return Records::of(WorklistSums::class, $lists);
    }

    /** @return list<Worklist> the open ones, for choosing */
    public static function openOnes(Store $store): array
    {
        return Records::of(
            Worklist::class,
            Rows::of(
                DB::table('weigh_worklists')
                    ->where('store_id', $store->id)
                    ->where('state', 'open')
                    ->orderBy('due_day')
                    ->orderBy('id')
                    ->limit(50)
                    ->get(),
            ),
        );
    }

    /**
     * Puts pages at the end of a list; those that are in it already stay where they are, and those of other open lists
     * are left to these.
     *
     * @param  list<int>  $pages
     * @param  bool  $evenElsewhere  whether pages of other open lists are put in as well
     * @return array{added: int, elsewhere: int} how many were put in, and how many stand in other open lists
     *
     * @throws InvalidArgumentException where the list is closed or would be too long
     */
    public static function add(Store $store, Worklist $list, array $pages, bool $evenElsewhere = false): array
    {
        return DB::transaction(static function () use ($store, $list, $pages, $evenElsewhere): array {
            $held = Rows::maybe(DB::table('weigh_worklists')->where('id', $list->id)->lockForUpdate()->first());
            if ($held === null || $held->state !== 'open') {
                throw new InvalidArgumentException('That worklist is closed.');
            }
            $known = DB::table('weigh_worklist_pages')->where('worklist_id', $list->id)->count();
            $place = Typed::int(DB::table('weigh_worklist_pages')->where('worklist_id', $list->id)->max('place'));
            $effort = Effort::of($store);
            $asked = count($pages);
            if (! $evenElsewhere && $pages !== []) {
                $elsewhere = Bulk::ids(
                    Rows::all(
                        "SELECT DISTINCT p.page_id FROM weigh_worklist_pages p JOIN weigh_worklists w
                            ON w.id = p.worklist_id AND w.state = 'open' WHERE p.store_id = ? AND p.worklist_id <> ?
                            AND p.page_id IN (".
                            Bulk::list($pages).
                            ')',
                        [$store->id, $list->id],
                    ),
                    'page_id',
                );
                $pages = array_values(array_diff($pages, $elsewhere));
            }
            $order = array_flip($pages);
            $rows = [];
            foreach (
                $pages === []
                    ? []
                    : Rows::all(
                        'SELECT i.page_id, i.kind, COALESCE(s.upside, 0) AS upside FROM page_index i LEFT
                            JOIN weigh_scores s ON s.page_id = i.page_id LEFT JOIN weigh_worklist_pages w
                            ON w.worklist_id = ? AND w.page_id = i.page_id WHERE i.store_id = ? AND w.page_id
                            IS NULL
                            AND i.page_id IN ('.
                            Bulk::list($pages).
                            ')',
                        [$list->id, $store->id],
                    ) as $row
            ) {
                $rows[$order[$row->int('page_id')]] = [
                    $list->id,
                    $row->int('page_id'),
                    $store->id,
                    0,
                    $effort->minutes($row->int('kind')),
                    PageState::Planned->value,
                    '',
                    $row->number('upside'),
                    now()->format('Y-m-d H:i:s'),
                ];
            }
            if ($known + count($rows) > self::MOST) {
                throw new InvalidArgumentException(
                    'A worklist holds '.
                        number_format(self::MOST).
                        ' pages at most; this would make '.
                        number_format($known + count($rows)).
                        '.',
                );
            }
            ksort($rows);
            foreach ($rows as &$row) {
                $row[3] = ++$place;
            }
            unset($row);
            // What is written of them already is looked for.
            DB::table('weigh_worklists')
                ->where('id', $list->id)
                ->update(['learned_to' => 0]);
            Bulk::write(
                'weigh_worklist_pages',
                ['worklist_id', 'page_id', 'store_id', 'place', 'minutes', 'state', 'note', 'upside', 'added_at'],
                $rows,
            );

            return ['added' => count($rows), 'elsewhere' => $asked - count($pages)];
        });
    }

    /**
     * Fills what is left of a list's capacity with the pages that are worth most for their effort, the exact best of up
     * to 200 candidates. Pages of open lists and pages whose text was changed less than six weeks ago are passed over.
     *
     * @return array{added: int, settling: int} pages put in, and passed over because they settle
     */
    public static function fill(Store $store, Worklist $list, Lens $lens): array
    {
        $used = Rows::sole(
            "SELECT COUNT(*) AS pages, COALESCE(SUM(minutes), 0) AS minutes FROM weigh_worklist_pages
                WHERE worklist_id = ? AND state <> 'left'",
            [$list->id],
        );
        $byPages = $list->mostPages !== null;
        $free =
            $list->mostPages === null ? $list->minutes - $used->int('minutes') : $list->mostPages - $used->int('pages');
        $left = min(WorkloadFill::MOST, max(0, $free));
        [$where, $values] = $lens->narrows();
        $rows = Rows::all(
            "SELECT s.page_id, s.kind, s.upside AS worth FROM weigh_scores s WHERE s.store_id = ? AND s.upside >
                0$where AND NOT EXISTS (SELECT 1 FROM weigh_worklist_pages p JOIN weigh_worklists w
                    ON w.id = p.worklist_id AND w.state = 'open' WHERE p.store_id = s.store_id
                    AND p.page_id = s.page_id) ORDER BY s.upside DESC, s.page_id LIMIT ".self::CANDIDATES,
            [$store->id, ...$values],
        );
        $touched = [];
        foreach (array_chunk(Bulk::ids($rows, 'page_id'), 1000) as $portion) {
            $touched += LastTouched::ofPages($portion);
        }
        $effort = Effort::of($store);
        $candidates = [];
        $settling = 0;
        foreach ($rows as $row) {
            if (LastTouched::isSettling($touched[$row->int('page_id')] ?? null)) {
                $settling++;
            } else {
                $candidates[] = [
                    'id' => $row->int('page_id'),
                    'worth' => $row->number('worth'),
                    'effort' => $byPages ? 1 : $effort->minutes($row->int('kind')),
                ];
            }
        }

        return [
            'added' => self::add($store, $list, WorkloadFill::choose($candidates, $left))['added'],
            'settling' => $settling,
        ];
    }

    /** @param  array<string, mixed>  $columns  what of the list itself is changed: name, days, owner, note, capacity */
    public static function rename(Worklist $list, array $columns): void
    {
        DB::table('weigh_worklists')->where('id', $list->id)->update($columns);
    }

    /** Changes one page of a list; whether it is left out is all that is said by hand of how far it is. */
    public static function change(Worklist $list, int $page, PageChange $change): void
    {
        $changes = array_filter(
            [
                'state' => $change->isLeft === null ? null : ($change->isLeft ? PageState::Left : PageState::Planned)->value,
                'minutes' => $change->minutes,
                'note' => $change->note === null ? null : mb_substr(trim($change->note), 0, 500),
            ],
            static fn (mixed $value): bool => $value !== null,
        );
        $changes === [] ||
            DB::table('weigh_worklist_pages')
                ->where('worklist_id', $list->id)
                ->where('page_id', $page)
                ->update($changes);
        $change->isLeft === null ||
            DB::table('weigh_worklists')
                ->where('id', $list->id)
                ->update(['learned_to' => 0]);
    }

    /** Moves a page one place up or down. */
    public static function move(Worklist $list, int $page, int $by): void
    {
        DB::transaction(static function () use ($list, $page, $by): void {
            $pages = Bulk::ids(
                Rows::all(
                    'SELECT page_id FROM weigh_worklist_pages WHERE worklist_id = ? ORDER BY place, page_id
                        FOR UPDATE',
                    [$list->id],
                ),
                'page_id',
            );
            $at = array_search($page, $pages, true);
            $other = $at === false ? null : $pages[$at + $by] ?? null;
            if ($at === false || $other === null) {
                return;
            }
            [$pages[$at], $pages[$at + $by]] = [$other, $page];
            foreach ($pages as $place => $id) {
                DB::update(
                    'UPDATE weigh_worklist_pages SET place = ? WHERE worklist_id = ? AND page_id = ? AND place <> ?',
                    [$place + 1, $list->id, $id, $place + 1],
                );
            }
        });
    }

    public static function remove(Worklist $list, int $page): void
    {
        DB::table('weigh_worklist_pages')->where('worklist_id', $list->id)->where('page_id', $page)->delete();
    }

    /**
     * Closes a list; what was not done goes over into another one, in its order.
     *
     * @return int pages carried over
     */
    public static function close(Store $store, Worklist $list, ?Worklist $into): int
    {
        Progress::learn($store);

        return DB::transaction(static function () use ($store, $list, $into): int {
            if (
                DB::table('weigh_worklists')
                    ->where('id', $list->id)
                    ->where('state', 'open')
                    ->update(['state' => 'closed', 'closed_at' => now()]) === 0
            ) {
                return 0;
            }
            $open = Bulk::ids(
                Rows::all(
                    'SELECT page_id FROM weigh_worklist_pages WHERE worklist_id = ? AND state IN ('.
                        PageState::sql(false).
                        ') ORDER BY place',
                    [$list->id],
                ),
                'page_id',
            );
            if ($into === null || $open === []) {
                return 0;
            }
            $n = self::add($store, $into, $open)['added'];
            // Its planned effort and note go with it.
            DB::update(
                'UPDATE weigh_worklist_pages n JOIN weigh_worklist_pages o ON o.worklist_id = ?
                    AND o.page_id = n.page_id SET n.minutes = o.minutes, n.note = o.note, n.added_at = o.added_at
                    WHERE n.worklist_id = ? AND n.page_id IN ('.
                    Bulk::list($open).
                    ')',
                [$list->id, $into->id],
            );
            DB::table('weigh_worklists')
                ->where('id', $into->id)
                ->whereNull('carried_from')
                ->update(['carried_from' => $list->id]);

            return $n;
        });
    }

    public static function drop(Worklist $list): void
    {
        DB::transaction(static function () use ($list): void {
            DB::table('weigh_worklist_pages')->where('worklist_id', $list->id)->delete();
            DB::table('weigh_worklists')->where('id', $list->id)->delete();
        });
    }
}
