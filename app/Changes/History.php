<?php

declare(strict_types=1);

namespace App\Changes;

use App\Changes\Editing\Author;
use App\Changes\Editing\LockedText;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use Illuminate\Support\Facades\DB;

/** The append-only record of what happened to every text; written in the transaction of the change itself. */
final class History
{
    /** What happened to one resource's texts is told of another from now on, since the one came to be the other. */
    public static function move(int $from, int $to): void
    {
        DB::table('history')
            ->where('resource_id', $from)
            ->update(['resource_id' => $to]);
    }

    /**
     * What happened to a text of a resource.
     *
     * @param  ?Origin  $origin  of the text that stands there now
     * @param  ?int  $recipeId  that made it
     * @return int the entry's number, which is also the revision of a draft
     */
    public static function add(
        int $resourceId,
        NewHistoryEntry $entry,
        ?Origin $origin = null,
        ?int $recipeId = null,
    ): int {
        return DB::table('history')->insertGetId(
            ['resource_id' => $resourceId, 'origin' => $origin?->value, 'recipe_id' => $recipeId] + $entry->columns(),
        );
    }

    /**
     * One entry for each of many texts whose rows are locked.
     *
     * @param  list<array{LockedText, ?string, ?string}>  $texts  what stood there, and what does now
     * @return array<string, int> the entries' numbers by the texts' keys
     */
    public static function addTexts(int $storeId, HistoryEvent $event, array $texts, Author $by): array
    {
        if ($texts === []) {
            return [];
        }
        $before = Typed::int(DB::table('history')->max('id'));
        $at = now()->format('Y-m-d H:i:s.v');
        Bulk::write(
            'history',
            [
                'store_id', 'resource_id', 'field', 'event', 'before_value', 'after_value', 'origin', 'user_id',
                'created_at',
            ],
            array_map(
                static fn (array $one): array => [
                    $storeId,
                    $one[0]->resourceId,
                    $one[0]->field->value,
                    $event->value,
                    $one[1],
                    $one[2],
                    $by->origin->value,
                    $by->userId,
                    $at,
                ],
                $texts,
            ),
        );
        // Numbers need not follow each other without gaps; nobody else writes of texts that are locked.
        $ids = Bulk::list(array_map(static fn (array $one): int => $one[0]->resourceId, $texts));
        $numbers = [];
        foreach (
            Rows::all(
                "SELECT resource_id, field, MAX(id) AS id FROM history WHERE resource_id IN ($ids) AND id > ?
                    AND event = ? GROUP BY resource_id, field",
                [$before, $event->value],
            ) as $row
        ) {
            $numbers["$row->resource_id $row->field"] = $row->int('id');
        }

        return $numbers;
    }

    /** @param  list<array{int, NewHistoryEntry}>  $entries  each with the resource whose text it is of */
    public static function addMany(array $entries): void
    {
        DB::table('history')->insert(
            array_map(static fn (array $one): array => ['resource_id' => $one[0]] + $one[1]->columns(), $entries),
        );
    }

    /** What happened to an address; such entries have a page and no resource. */
    public static function addAddress(int $pageId, NewHistoryEntry $entry): void
    {
        DB::table('history')->insert(['resource_id' => 0, 'page_id' => $pageId] + $entry->columns());
    }

    /** @param  list<array{page_id: int, field: int, base_value: string, value: string}>  $changes */
    public static function addAddresses(int $storeId, HistoryEvent $event, array $changes, ?int $userId): void
    {
        DB::table('history')->insert(
            array_map(
                static fn (array $change): array => [
                    'store_id' => $storeId,
                    'resource_id' => 0,
                    'page_id' => $change['page_id'],
                    'field' => $change['field'],
                    'event' => $event->value,
                    'before_value' => $change['base_value'],
                    'after_value' => $change['value'],
                    'user_id' => $userId,
                    'created_at' => now()->format('Y-m-d H:i:s.v'),
                ],
                $changes,
            ),
        );
    }

    /** @return list<HistoryEntry> newest first */
    public static function ofPage(int $pageId, int $limit = 100): array
    {
        return self::entries('page_id', $pageId, $limit);
    }

    /**
     * What happened to a page: to its texts, and to what is set for its address.
     *
     * @return list<HistoryEntry> newest first
     */
    public static function all(int $pageId, ?int $resourceId, int $limit = 100): array
    {
        $entries = [...self::ofPage($pageId, $limit), ...$resourceId === null ? [] : self::of($resourceId, $limit)];
        usort($entries, static fn (HistoryEntry $a, HistoryEntry $b): int => $b->id <=> $a->id);

        return array_slice($entries, 0, $limit);
    }

    /** @return list<HistoryEntry> newest first */
    public static function of(int $resourceId, int $limit = 100): array
    {
        return self::entries('resource_id', $resourceId, $limit);
    }

    /** @return list<HistoryEntry> */
    private static function entries(string $of, int $id, int $limit): array
    {
        return array_values(
            array_map(
                HistoryEntry::of(...),
                Rows::of(
                    DB::table('history')
                        ->leftJoin('users', 'users.id', '=', 'history.user_id')
                        ->where($of, $id)
                        ->orderByDesc('history.id')
                        ->limit($limit)
                        ->get(['history.*', 'users.name as user_name']),
                )->all(),
            ),
        );
    }
}
