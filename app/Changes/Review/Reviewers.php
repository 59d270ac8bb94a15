<?php

declare(strict_types=1);

namespace App\Changes\Review;

use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use InvalidArgumentException;

/** Who approves which texts of a store. */
final class Reviewers
{
    public const MOST = 30;

    /** Days that a guest's link lasts. */
    public const LINK_DAYS = 30;

    /** @return list<Reviewer> in their order */
    public static function of(Store $store): array
    {
        return array_values(
            Rows::of(DB::table('text_reviewers')->where('store_id', $store->id)->orderBy('place')->orderBy('id')->get())
                ->map(static fn (Row $row): Reviewer => Reviewer::fromRow($row))
                ->all(),
        );
    }

    public static function parts(Store $store): Parts
    {
        return new Parts(self::of($store));
    }

    /**
     * @param  list<int>  $drafts
     * @return list<int> those of them that somebody may judge
     */
    public static function judged(Store $store, array $drafts, Approver $by): array
    {
        [$part, $values] = self::parts($store)->judgedBy($by);

        return $drafts === []
            ? []
            : Bulk::ids(
                Rows::all(
                    'SELECT d.id FROM drafts d JOIN resources r ON r.id = d.resource_id WHERE d.store_id = ?
                        AND d.id IN ('.
                        Bulk::list($drafts).
                        ") AND $part",
                    [$store->id, ...$values],
                ),
                'id',
            );
    }

    /**
     * Adds a reviewer behind the others, or changes one.
     *
     * @return int its number
     *
     * @throws InvalidArgumentException where it is nobody, both a person and a guest, or one too many
     */
    public static function put(Store $store, Reviewer $reviewer): int
    {
        if (($reviewer->userId === null) === ($reviewer->guest === null)) {
            throw new InvalidArgumentException(
                'Either somebody of the store approves, or a guest whose name is given.',
            );
        }
        $columns = [
            'user_id' => $reviewer->userId,
            'guest' => $reviewer->guest,
            'guest_email' => $reviewer->guestEmail,
            'deputy_id' => $reviewer->deputyId === $reviewer->userId ? null : $reviewer->deputyId,
            'kind' => $reviewer->kind,
            'maker' => $reviewer->maker,
            'collection_id' => $reviewer->collectionId,
            'market_id' => $reviewer->marketId,
            'days' => $reviewer->days,
            'away_until' => $reviewer->awayUntil,
        ];
        if ($reviewer->id > 0) {
            DB::table('text_reviewers')->where('store_id', $store->id)->where('id', $reviewer->id)->update($columns);

            return $reviewer->id;
        }
        if (count(self::of($store)) >= self::MOST) {
            throw new InvalidArgumentException('A store has at most '.self::MOST.' parts.');
        }
        $last = DB::table('text_reviewers')->where('store_id', $store->id)->max('place');

        return DB::table('text_reviewers')->insertGetId(
            [
                'store_id' => $store->id,
                'place' => is_numeric($last) ? (int) $last + 1 : 1,
                'made_at' => now(),
            ] + $columns,
        );
    }

    public static function remove(Store $store, int $id): void
    {
        DB::table('text_reviewers')->where('store_id', $store->id)->where('id', $id)->delete();
    }

    /** Puts one before the one above it. */
    public static function up(Store $store, int $id): void
    {
        $ids = array_map(static fn (Reviewer $one): int => $one->id, self::of($store));
        $at = array_search($id, $ids, true);
        if (is_int($at) && $at > 0) {
            [$ids[$at - 1], $ids[$at]] = [$ids[$at], $ids[$at - 1]];
        }
        foreach ($ids as $place => $one) {
            DB::table('text_reviewers')
                ->where('id', $one)
                ->update(['place' => $place + 1]);
        }
    }

    /**
     * A link by which a guest sees their part, and nothing else; the one before ends. Only a digest of it is kept.
     *
     * @return string the word that it ends in; it is told once
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public static function link(Store $store, int $id): string
    {
        $token = Str::random(40);
        $isMade = DB::table('text_reviewers')
            ->where('store_id', $store->id)
            ->where('id', $id)
            ->whereNotNull('guest')
            ->update([
                'token_hash' => hash('sha256', $token, true),
                'token_until' => now()->addDays(self::LINK_DAYS),
            ]);

        return $isMade > 0 ? $token : throw new InvalidArgumentException('Links are for guests.');
    }

    public static function endLink(Store $store, int $id): void
    {
        DB::table('text_reviewers')
            ->where('store_id', $store->id)
            ->where('id', $id)
            ->update(['token_hash' => null, 'token_until' => null]);
    }

    /** @return array{Store, Reviewer}|null whom a link belongs to; null where it has ended, or never was one */
    public static function open(string $token): ?array
    {
        $row = Rows::maybe(
            DB::table('text_reviewers')
                ->where('token_hash', hash('sha256', $token, true))
                ->where('token_until', '>', now())
                ->first(),
        );
        $store = $row === null ? null : Store::query()->find($row->int('store_id'));

        return $row === null || $store === null || ! $store->isAtWork() ? null : [$store, Reviewer::fromRow($row)];
    }

    /**
     * @return list<array{reviewer: Reviewer, waiting: int, due: int, soon: int}> what waits in each part; due: longer
     *     than it may; soon: its time is up within a day
     */
    public static function waiting(Store $store): array
    {
        $told = [];
        $parts = self::parts($store);
        foreach (self::of($store) as $reviewer) {
            [$part, $values] = $parts->of($reviewer);
            $row = Rows::sole(
                'SELECT COUNT(*) AS waiting, COALESCE(SUM(d.ready_at < UTC_TIMESTAMP() - INTERVAL ? DAY), 0) AS due,
                    COALESCE(SUM(d.ready_at < UTC_TIMESTAMP() - INTERVAL ? DAY), 0) AS soon
                    FROM drafts d JOIN resources r ON r.id = d.resource_id
                    WHERE d.store_id = ? AND d.state = ? AND d.approved_at IS NULL AND '.$part,
                [$reviewer->days, $reviewer->days - 1, $store->id, 'ready', ...$values],
            );
            $told[] = [
                'reviewer' => $reviewer,
                'waiting' => $row->int('waiting'),
                'due' => $row->int('due'),
                'soon' => $row->int('soon') - $row->int('due'),
            ];
        }

        return $told;
    }

    /** Whether somebody is to be reminded now: it was so many hours ago, or never, and is remembered by this. */
    public static function remind(Reviewer $reviewer, int $hours): bool
    {
        return DB::table('text_reviewers')
            ->where('id', $reviewer->id)
            ->where(
                static fn ($query) => $query
                    ->whereNull('reminded_at')
                    ->orWhere('reminded_at', '<', now()->subHours($hours)),
            )
            ->update(['reminded_at' => now()]) > 0;
    }
}
