<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

use App\Inventory\WhyNot;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Duplicates\KeeperReason;
use Orchard\Core\Duplicates\ParameterEffect;
use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\Reasons\Reason;

/**
 * What people decide: of a cause, for all of its addresses and those that will come; of a single address; of a
 * parameter. What was found is reckoned anew at once for the cause concerned; keepers and tangles follow with the next
 * finding.
 */
final class Decisions
{
    private const CHUNK = 2000;

    /** @throws InvalidArgumentException when there is no such cause or choice */
    public static function ofCause(Store $store, int $cause, ?string $choice, ?int $userId): void
    {
        $row =
            Rows::maybe(DB::table('untangle_causes')->where('store_id', $store->id)->where('id', $cause)->first()) ??
            throw new InvalidArgumentException('There is no such cause any more.');
        $sort = CauseSort::from($row->text('sort'));
        if ($choice !== null && ! isset($sort->choices()[$choice])) {
            throw new InvalidArgumentException("There is no choice \"$choice\" here.");
        }
        DB::table('untangle_causes')
            ->where('id', $cause)
            ->update([
                'decision' => $choice,
                'decided_by' => $choice === null ? null : $userId,
                'decided_at' => $choice === null ? null : now(),
            ]);
        Reckoning::of($store, $cause, $sort, new Choice($choice ?? Rules::of($store)->choice($sort), $choice !== null));
    }

    /**
     * Sets a store's rule; causes that are not decided by themselves follow it.
     *
     * @throws InvalidArgumentException when there is no such choice
     */
    public static function rule(Store $store, CauseSort $sort, string $choice, ?int $userId): void
    {
        Rules::set($store, $sort, $choice, $userId);
        foreach (
            DB::table('untangle_causes')
                ->where('store_id', $store->id)
                ->where('sort', $sort->value)
                ->whereNull('decision')
                ->pluck('id') as $cause
        ) {
            Reckoning::of($store, Typed::int($cause), $sort, new Choice($choice, false));
        }
    }

    /** This page stays in its tangle, whatever the evidence; false takes that back. */
    public static function keeper(Store $store, int $page, bool $isKeeper, ?int $userId): void
    {
        DB::transaction(static function () use ($store, $page, $isKeeper, $userId): void {
            Reckoning::all($store, self::setKeeper($store, $page, $isKeeper, $userId));
        });
    }

    /**
     * Of every tangle of a cause the best of the cause's own addresses stays instead of the keeper: the one with the
     * most clicks, then links.
     *
     * @return int tangles whose keeper changes
     */
    public static function keepInstead(Store $store, int $cause, ?int $userId): int
    {
        $best = [];
        foreach (
            Rows::all(
                'SELECT u.tangle_id, u.page_id FROM untangle_pages u JOIN page_index i ON i.page_id = u.page_id
                    WHERE u.store_id = ? AND u.cause_id = ? AND u.tangle_id > 0 AND u.keeper_page <> u.page_id
                    AND i.status = 200 AND i.why_not IN ('.
                    WhyNot::Indexable->value.
                    ','.
                    WhyNot::CanonicalElsewhere->value.
                    ') ORDER BY u.clicks DESC, i.links_in DESC, u.page_id',
                [$store->id, $cause],
            ) as $row
        ) {
            $best[$row->int('tangle_id')] ??= $row->int('page_id');
        }
        DB::transaction(static function () use ($store, $best, $userId): void {
            $causes = [];
            foreach ($best as $page) {
                $causes += self::setKeeper($store, $page, true, $userId);
            }
            Reckoning::all($store, $causes);
        });

        return count($best);
    }

    /** This page is not one with the others of its tangle. */
    public static function apart(Store $store, int $page, bool $isApart, ?int $userId): void
    {
        $isApart
            ? self::decide($store, $page, ['apart', 'yes'], $userId)
            : DB::table('untangle_decisions')
                ->where('store_id', $store->id)
                ->where('page_id', $page)
                ->where('sort', 'apart')
                ->delete();
    }

    /**
     * What is done about some addresses of one cause, whatever the cause says; null takes that back.
     *
     * @param  list<int>  $pages
     */
    public static function actions(Store $store, int $cause, array $pages, ?Means $means, ?int $userId): void
    {
        DB::transaction(static function () use ($store, $cause, $pages, $means, $userId): void {
            foreach (array_chunk($pages, 500) as $chunk) {
                $means === null
                    ? DB::table('untangle_decisions')
                        ->where('store_id', $store->id)
                        ->where('sort', 'action')
                        ->whereIn('page_id', $chunk)
                        ->delete()
                    : DB::table('untangle_decisions')->upsert(
                        array_map(
                            static fn (int $page): array => [
                                'store_id' => $store->id,
                                'page_id' => $page,
                                'sort' => 'action',
                                'value' => $means->value,
                                'user_id' => $userId,
                                'set_at' => now(),
                            ],
                            $chunk,
                        ),
                        ['store_id', 'page_id', 'sort'],
                        ['value', 'user_id', 'set_at'],
                    );
            }
            Reckoning::all($store, [$cause => true]);
        });
    }

    /** What is done about one address, whatever its cause says; null takes that back. */
    public static function action(Store $store, int $page, ?Means $means, ?int $userId): void
    {
        $means === null
            ? DB::table('untangle_decisions')
                ->where('store_id', $store->id)
                ->where('page_id', $page)
                ->where('sort', 'action')
                ->delete()
            : self::decide($store, $page, ['action', $means->value], $userId);
        $row = Rows::maybe(
            DB::table('untangle_pages')
                ->where('store_id', $store->id)
                ->where('page_id', $page)
                ->first(['cause_id']),
        );
        if ($row !== null) {
            $means !== null &&
                DB::table('untangle_pages')
                    ->where('store_id', $store->id)
                    ->where('page_id', $page)
                    ->update([
                        'action' => $means->value,
                        'why' => Reason::pack([new Reason(ActionReason::DecidedHere)]),
                        'is_safe' => 1,
                    ]);
            Reckoning::all($store, [$row->int('cause_id') => true]);
        }
    }

    /** What a parameter does, as the owner says; null takes that back. It holds from the next finding on. */
    public static function parameter(
        Store $store,
        string $scope,
        string $name,
        ?ParameterEffect $effect,
        ?int $userId,
    ): void {
        DB::table('untangle_parameters')
            ->where('store_id', $store->id)
            ->where('scope', $scope)
            ->where('name', $name)
            ->update([
                'said' => $effect?->value,
                'said_by' => $effect === null ? null : $userId,
                'said_at' => $effect === null ? null : now(),
            ]);
    }

    /** @param  array{string, string}  $what  sort and value of the decision */
    private static function decide(Store $store, int $page, array $what, ?int $userId): void
    {
        [$sort, $value] = $what;
        DB::table('untangle_decisions')->upsert(
            [
                [
                    'store_id' => $store->id,
                    'page_id' => $page,
                    'sort' => $sort,
                    'value' => $value,
                    'user_id' => $userId,
                    'set_at' => now(),
                ],
            ],
            ['store_id', 'page_id', 'sort'],
            ['value', 'user_id', 'set_at'],
        );
    }

    /** @return array<int, true> causes to be reckoned anew */
    private static function setKeeper(Store $store, int $page, bool $isKeeper, ?int $userId): array
    {
        $tangle = Typed::int(
            DB::table('untangle_pages')->where('store_id', $store->id)->where('page_id', $page)->value('tangle_id'),
        );
        // One tangle has one keeper: whoever was decided on before no longer is.
        DB::table('untangle_decisions')
            ->where('store_id', $store->id)
            ->where('sort', 'keeper')
            ->whereIn(
                'page_id',
                DB::table('untangle_pages')
                    ->where('store_id', $store->id)
                    ->where('tangle_id', $tangle)
                    ->where('tangle_id', '>', 0)
                    ->select('page_id'),
            )
            ->delete();
        if (! $isKeeper) {
            return [];
        }
        self::decide($store, $page, ['keeper', 'yes'], $userId);

        return $tangle === 0 ? [] : self::changeKeeper($store, $tangle, $page);
    }

    /**
     * The tangle shows its new keeper at once, and what each address declares is judged by it.
     *
     * @return array<int, true> causes of its addresses
     */
    private static function changeKeeper(Store $store, int $tangle, int $keeper): array
    {
        $causes = $byResult = [];
        foreach (
            Rows::all(
                'SELECT u.page_id, u.declared_page, u.verdict, u.cause_id, i.status FROM untangle_pages u
                    JOIN page_index i ON i.store_id = u.store_id AND i.page_id = u.page_id WHERE u.store_id = ?
                    AND u.tangle_id = ?',
                [$store->id, $tangle],
            ) as $row
        ) {
            $page = $row->int('page_id');
            $verdict = (CanonicalVerdict::fromKey($row->text('verdict')) ?? CanonicalVerdict::NotNeeded)->withKeeper(
                $page === $keeper,
                $row->int('declared_page') === $keeper && $page !== $keeper,
            );
            [$means, $why] = match (true) {
                $page === $keeper => [Means::Leave, ActionReason::DecidedKeeper],
                $verdict === CanonicalVerdict::ToKeeper => [Means::Leave, ActionReason::NamesKeeper],
                $row->int('status') !== 200 => [Means::Leave, ActionReason::Redirects],
                default => [Means::Canonical, ActionReason::OnePage],
            };
            $byResult["{$verdict->key()}\n{$means->value}\n{$why->value}"][] = $page;
            $row->int('cause_id') > 0 && ($causes[$row->int('cause_id')] = true);
        }
        DB::table('untangle_tangles')
            ->where('store_id', $store->id)
            ->where('tangle_id', $tangle)
            ->update([
                'keeper_page' => $keeper,
                'reasons' => Reason::pack([new Reason(KeeperReason::Decided)]),
                'lead_points' => 1000,
            ]);
        foreach ($byResult as $result => $pages) {
            [$verdict, $means, $why] = explode("\n", $result);
            foreach (array_chunk($pages, self::CHUNK) as $chunk) {
                DB::table('untangle_pages')
                    ->where('store_id', $store->id)
                    ->whereIn('page_id', $chunk)
                    ->update([
                        'keeper_page' => $keeper,
                        'verdict' => $verdict,
                        'action' => $means,
                        'why' => Reason::pack([new Reason(ActionReason::from($why))]),
                        'is_safe' => 1,
                    ]);
            }
        }

        return $causes;
    }
}
