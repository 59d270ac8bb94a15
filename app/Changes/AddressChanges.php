<?php

declare(strict_types=1);

namespace App\Changes;

use App\Changes\Editing\Author;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * What is to become true of single addresses: their canonical, robots, redirect or slug, and of parts of their pages.
 * One change for each address and field; a later one takes the place of an earlier one unless that is on its way to the
 * shop. What becomes of those on their way: AddressSending.
 */
final class AddressChanges
{
    /**
     * Puts changes down, ready for a release. Each is written against what holds by our doing; a shop that holds
     * something else is met as a clash. What already holds, or is being asked for, is left out.
     *
     * @param  list<array{page: int, field: AddressField, value: string, why: string, base?: string}>  $changes  base is
     *     what the shop holds where we did not set it, such as a slug
     * @param  bool  $again  also what holds by our doing already, because it does not show
     * @return int how many were put down
     */
    public function put(Store $store, array $changes, Author $by, bool $again = false): int
    {
        [$origin, $userId] = [$by->origin, $by->userId];
        $count = 0;
        foreach (array_chunk($changes, 500) as $chunk) {
            $count += DB::transaction(function () use ($store, $chunk, $origin, $userId, $again): int {
                $pages = array_column($chunk, 'page');
                $holds = $this->byPageAndField(
                    Rows::of(
                        DB::table('address_states')->where('store_id', $store->id)->whereIn('page_id', $pages)->get(),
                    )->all(),
                );
                $known = $this->byPageAndField(
                    Rows::of(
                        DB::table('address_changes')
                            ->where('store_id', $store->id)
                            ->whereIn('page_id', $pages)
                            ->lockForUpdate()
                            ->get(),
                    )->all(),
                );
                $rows = $history = [];
                foreach ($chunk as $change) {
                    $key = "{$change['page']} {$change['field']->value}";
                    $base = $again
                        ? (string) ($change['base'] ?? '')
                        : (string) ($holds[$key]->value ?? ($change['base'] ?? ''));
                    $now = $known[$key] ?? null;
                    if (
                        ($now !== null &&
                            ($now->state === DraftState::Sending->value || $now->value === $change['value'])) ||
                        ($now === null && ! $again && $base === $change['value'])
                    ) {
                        continue;
                    }
                    $rows[$key] = [
                        $store->id,
                        $change['page'],
                        $change['field']->value,
                        $change['value'],
                        $base,
                        mb_substr($change['why'], 0, 400),
                        $origin->value,
                        DraftState::Ready->value,
                        null,
                        $userId,
                        now()->format('Y-m-d H:i:s'),
                    ];
                    $history[] = [
                        'page_id' => $change['page'],
                        'field' => $change['field']->value,
                        'base_value' => $base,
                        'value' => $change['value'],
                    ];
                }
                Bulk::write(
                    'address_changes',
                    [
                        'store_id', 'page_id', 'field', 'value', 'base_value', 'why', 'origin', 'state', 'note',
                        'user_id', 'updated_at',
                    ],
                    array_values($rows),
                    'REPLACE',
                );
                History::addAddresses($store->id, HistoryEvent::Ready, $history, $userId);

                return count($rows);
            });
        }

        return $count;
    }

    /**
     * What was released and shows no more is to be set again.
     *
     * @param  list<DriftedAddress>  $drifts
     * @return int how many were put down
     */
    public function again(Store $store, array $drifts, int $userId): int
    {
        return $this->put(
            $store,
            array_map(
                static fn (DriftedAddress $drift): array => [
                    'page' => $drift->pageId,
                    'field' => $drift->field,
                    'value' => $drift->value,
                    'why' => 'shows something else since it was released',
                    'base' => '',
                ],
                $drifts,
            ),
            new Author(Origin::Hand, $userId),
            again: true,
        );
    }

    /**
     * What names an address that has moved names its new one: changes that wait at once, and what holds by a new
     * change.
     *
     * @return int how many changes were put down
     */
    public function retarget(Store $store, string $from, string $to): int
    {
        $naming = [AddressField::Canonical->value, AddressField::Redirect->value];
        DB::table('address_changes')
            ->where('store_id', $store->id)
            ->whereIn('field', $naming)
            ->where('value', $from)
            ->update(['value' => $to]);
        $holds = Rows::of(
            DB::table('address_states')
                ->join('pages', 'pages.id', '=', 'page_id')
                ->where('address_states.store_id', $store->id)
                ->whereIn('field', $naming)
                ->where('value', $from)
                ->where('pages.url', '<>', $to)
                ->get(['page_id', 'field']),
        );
        $change = static fn (Row $row): array => [
            'page' => $row->int('page_id'),
            'field' => AddressField::from($row->int('field')),
            'value' => $to,
            'why' => 'what it led to has moved',
        ];

        return $this->put($store, array_values($holds->map($change)->all()), new Author(Origin::Recipe, null));
    }

    /**
     * Takes changes back that decide addresses and are not on their way.
     *
     * @param  ?list<int>  $pages  null for all
     */
    public function drop(Store $store, ?array $pages, ?int $userId): int
    {
        $ids = Bulk::ids(
            Rows::of(
                DB::table('address_changes')
                    ->where('store_id', $store->id)
                    ->whereIn('field', AddressField::decisive())
                    ->when($pages !== null, static fn ($query) => $query->whereIn('page_id', $pages ?? []))
                    ->get(['id']),
            )->all(),
            'id',
        );
        $dropped = 0;
        foreach (array_chunk($ids, 1000) as $some) {
            $dropped += $this->dropSome($store, $some, $userId);
        }

        return $dropped;
    }

    /**
     * Approves changes that are ready, as they stand; where the store asks for somebody else, not one's own.
     *
     * @param  list<int>  $ids
     * @return int how many were approved by this
     */
    public function approve(Store $store, array $ids, int $userId): int
    {
        return DB::transaction(static function () use ($store, $ids, $userId): int {
            $rows = Rows::of(
                DB::table('address_changes')
                    ->where('store_id', $store->id)
                    ->whereIn('id', $ids)
                    ->where('state', DraftState::Ready->value)
                    ->whereNull('approved_at')
                    ->when(
                        $store->options()->asksSomebodyElse(),
                        static fn ($query) => $query->whereRaw('NOT (user_id <=> ?)', [$userId]),
                    )
                    ->lockForUpdate()
                    ->get(),
            );
            DB::table('address_changes')
                ->whereIn('id', $rows->pluck('id'))
                ->update(['approved_by' => $userId, 'approved_at' => now()]);
            History::addAddresses($store->id, HistoryEvent::Approved, self::entries($rows->all()), $userId);

            return count($rows);
        });
    }

    /**
     * Takes single changes back that are not on their way.
     *
     * @param  list<int>  $ids
     */
    public function dropSome(Store $store, array $ids, ?int $userId): int
    {
        return DB::transaction(static function () use ($store, $ids, $userId): int {
            $rows = Rows::of(
                DB::table('address_changes')
                    ->where('store_id', $store->id)
                    ->whereIn('id', $ids)
                    ->where('state', '<>', DraftState::Sending->value)
                    ->lockForUpdate()
                    ->get(),
            );
            DB::table('address_changes')->whereIn('id', $rows->pluck('id'))->delete();
            $back = array_map(
                static fn (array $one): array => [
                    'base_value' => $one['value'],
                    'value' => $one['base_value'],
                ] + $one,
                self::entries($rows->all()),
            );
            History::addAddresses($store->id, HistoryEvent::Dropped, $back, $userId);

            return count($rows);
        });
    }

    /**
     * @param  array<Row>  $rows  of address_changes
     * @return list<array{page_id: int, field: int, base_value: string, value: string}>
     */
    private static function entries(array $rows): array
    {
        return array_values(
            array_map(
                static fn (Row $row): array => [
                    'page_id' => $row->int('page_id'),
                    'field' => $row->int('field'),
                    'base_value' => $row->text('base_value'),
                    'value' => $row->text('value'),
                ],
                $rows,
            ),
        );
    }

    /** The shop's own setting over ours, or ours over the shop's, after the two met. */
    public function decide(Store $store, int $id, bool $ours, ?int $userId): bool
    {
        return DB::transaction(static function () use ($store, $id, $ours, $userId): bool {
            $row = Rows::maybe(
                DB::table('address_changes')
                    ->where('store_id', $store->id)
                    ->where('id', $id)
                    ->whereIn('state', [DraftState::Clash->value, DraftState::Refused->value])
                    ->lockForUpdate()
                    ->first(),
            );
            if ($row === null) {
                return false;
            }
            $ours
                ? DB::table('address_changes')
                    ->where('id', $id)
                    ->update(['state' => DraftState::Ready->value, 'note' => null])
                : DB::table('address_changes')->where('id', $id)->delete();
            // What was to come is before what comes of it: ours stays, or gives way to what the shop holds.
            [$base, $value] = [$row->text('base_value'), $row->text('value')];
            $entry = new NewHistoryEntry(
                $store->id,
                AddressField::from($row->int('field')),
                $ours ? HistoryEvent::Ready : HistoryEvent::Dropped,
                $ours ? $base : $value,
                $ours ? $value : $base,
                $userId,
            );
            History::addAddress($row->int('page_id'), $entry);

            return true;
        });
    }

    /**
     * @param  array<Row>  $rows
     * @return array<string, Row>
     */
    private function byPageAndField(array $rows): array
    {
        return array_combine(array_map(static fn (Row $row): string => "$row->page_id $row->field", $rows), $rows);
    }
}
