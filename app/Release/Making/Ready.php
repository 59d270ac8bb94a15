<?php

declare(strict_types=1);

namespace App\Release\Making;

use App\Changes\AddressChange;
use App\Changes\Draft;
use App\Changes\DraftState;
use App\Changes\Spells\SpellCause;
use App\Changes\Spells\Spells;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Release\Releases;
use App\Stores\Models\Store;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/**
 * What may go now: it is ready, approved as the store asks for it, and no text of it is a campaign's. Its rows are
 * locked, so that no other release takes them.
 */
final class Ready
{
    /**
     * @param  ?list<int>  $ids  null for all
     * @return Collection<int, Draft>
     */
    public static function drafts(Store $store, ?array $ids): Collection
    {
        return self::notInCampaigns(
            Rows::of(
                self::approved(DB::table('drafts'), $store, $ids)
                    ->orderBy('resource_id')
                    ->orderBy('field')
                    ->limit(Releases::MOST_ITEMS)
                    ->lockForUpdate()
                    ->get(),
            )->map(Draft::fromRow(...)),
        );
    }

    /**
     * @param  ?list<int>  $ids  null for all
     * @return Collection<int, AddressChange>
     */
    public static function addresses(Store $store, ?array $ids): Collection
    {
        return collect(
            Records::of(
                AddressChange::class,
                Rows::of(
                    self::approved(DB::table('address_changes'), $store, $ids)
                        ->orderBy('page_id')
                        ->orderBy('field')
                        ->limit(Releases::MOST_ITEMS)
                        ->lockForUpdate()
                        ->get(),
                ),
            ),
        );
    }

    /**
     * Those of ready changes that the store lets go.
     *
     * @param  Builder  $changes  of drafts or address_changes
     * @param  ?list<int>  $ids  null for all
     */
    public static function approved(Builder $changes, Store $store, ?array $ids = null): Builder
    {
        $options = $store->options();

        return $changes
            ->where('store_id', $store->id)
            ->where('state', DraftState::Ready->value)
            ->when($ids !== null, static fn (Builder $query) => $query->whereIn('id', $ids ?? []))
            ->when($options->needsApproval > 0, static fn (Builder $query) => $query->whereNotNull('approved_at'))
            ->when(
                $options->asksSomebodyElse(),
                // Guests have no user of their own, and never write.
                static fn (Builder $query) => $query->whereRaw('NOT (approved_by <=> user_id AND user_id IS NOT NULL)'),
            );
    }

    /**
     * Those that somebody approved, whether or not the store asks for it.
     *
     * @param  string  $table  drafts or address_changes
     * @return list<int>
     */
    public static function approvedIds(string $table, Store $store): array
    {
        return array_values(
            Typed::ints(
                DB::table($table)
                    ->where('store_id', $store->id)
                    ->where('state', DraftState::Ready->value)
                    ->whereNotNull('approved_at')
                    ->orderBy('id')
                    ->limit(Releases::MOST_ITEMS)
                    ->pluck('id')
                    ->all(),
            ),
        );
    }

    /** Why nothing can go, with what helps. */
    public static function nothing(Store $store): string
    {
        $options = $store->options();

        return match (true) {
            $options->asksSomebodyElse() => 'Nothing of this is approved by somebody '.
                'else than who made it, as this store asks. ',
            $options->needsApproval > 0 => 'Nothing of this is approved, and this store releases only what is. ',
            default => 'Nothing of this is ready. ',
        }.'Mark drafts as ready on the writing desk, or decide on causes under Untangle first.';
    }

    /**
     * @param  Collection<int, Draft>  $drafts
     * @return Collection<int, Draft> without those whose text is a campaign's now: they wait until it is over
     */
    private static function notInCampaigns(Collection $drafts): Collection
    {
        $held = Spells::now(
            SpellCause::Campaign,
            array_values($drafts->map(static fn (Draft $draft): int => $draft->resourceId)->all()),
        );

        return $drafts->reject(
            static fn (Draft $draft): bool => isset($held["$draft->resourceId {$draft->field->value}"]),
        );
    }
}
