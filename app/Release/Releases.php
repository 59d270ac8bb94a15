<?php

declare(strict_types=1);

namespace App\Release;

use App\Changes\AddressChange;
use App\Changes\AddressField;
use App\Changes\AddressSending;
use App\Changes\Draft;
use App\Changes\Drafts;
use App\Changes\Events\ReleaseBegun;
use App\Changes\Events\TextsChanged;
use App\Facts\Calendar\Calendar;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Release\Handing\FileBook;
use App\Release\Handing\Handover;
use App\Release\Handing\Way;
use App\Release\Handing\Ways;
use App\Release\Items\FieldChange;
use App\Release\Items\ItemState;
use App\Release\Items\ReleaseItem;
use App\Release\Items\Thing;
use App\Release\Items\Via;
use App\Release\Making\NewItems;
use App\Release\Making\Portion;
use App\Release\Making\Ready;
use App\Release\Sending\ItemBook;
use App\Release\Sending\LookWork;
use App\Release\Sending\SendWork;
use App\Stores\Models\Store;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/** Puts releases together: from ready drafts, or from what an earlier release changed. */
final class Releases
{
    /** More than this at once is several releases. */
    public const MOST_ITEMS = 20000;

    public function __construct(
        private readonly WorkDesk $desk,
        private readonly Drafts $drafts,
        private readonly AddressSending $addresses,
        private readonly ItemBook $book,
    ) {
    }

    /**
     * Takes what is ready into a release and begins to send it: texts and settings of addresses. What belongs to one
     * resource goes in one item.
     *
     * @return array{release: int, work: ?int}
     *
     * @throws InvalidArgumentException when nothing of it is ready, or the clicks at risk leave room for none
     */
    public function send(Store $store, ReleaseWish $wish, ?int $userId): array
    {
        $freeze = Calendar::freezeOn($store, $store->today());
        if ($freeze !== null) {
            throw new InvalidArgumentException("Nothing is released today: “{$freeze}” stands in the calendar.");
        }
        $ways = Ways::of($store, $wish->only);
        $portion = new Portion($store, $wish->percent);

        return DB::transaction(function () use ($store, $wish, $userId, $ways, $portion): array {
            $drafts = Ready::drafts($store, $wish->drafts);
            $addresses = Ready::addresses($store, $wish->addresses);
            $drafts = $drafts->whereIn(
                'resourceId',
                $portion->part(
                    array_values(array_unique($drafts->map(static fn (Draft $draft): int => $draft->resourceId)->all())),
                ),
            );
            $addresses = $portion->ofAddresses($addresses);
            if ($drafts->isEmpty() && $addresses->isEmpty()) {
                throw new InvalidArgumentException(Ready::nothing($store));
            }
            $release = $this->make(
                $store,
                $wish->name ?? now()->setTimezone($store->timezone)->format('D j M, H:i'),
                null,
                $userId,
            );
            $items = new NewItems($store, $release, $ways);
            $count = $items->addTexts($drafts) + $items->addAddresses($addresses);
            $this->drafts->beginSending(array_values($drafts->map(static fn (Draft $draft): int => $draft->id)->all()));
            $this->addresses->begin(
                array_values($addresses->map(static fn (AddressChange $change): int => $change->id)->all()),
            );
            $this->tell($store, $release);
            TextsChanged::dispatch(
                $store->id,
                array_values($drafts->map(static fn (Draft $draft): int => $draft->resourceId)->unique()->all()),
                [],
            );

            return $this->begin($store, $release, $count, $userId);
        });
    }

    /**
     * Sends texts that are no drafts, such as a campaign's, each over the text that it is based on.
     *
     * @param  Collection<int, Draft>  $texts
     * @return array{release: int, work: ?int}
     */
    public function sendTexts(Store $store, Collection $texts, ?int $userId, string $name): array
    {
        return DB::transaction(function () use ($store, $texts, $userId, $name): array {
            $release = $this->make($store, $name, null, $userId);
            $count = (new NewItems($store, $release, Ways::of($store)))->addTexts($texts);
            $this->tell($store, $release);

            return $this->begin($store, $release, $count, $userId);
        });
    }

    /** What has not been sent yet is not sent any more; it had no drafts of its own. */
    public function withdrawWaiting(Store $store, int $release): void
    {
        DB::table('release_items')
            ->where('store_id', $store->id)
            ->where('release_id', $release)
            ->whereIn('state', [ItemState::Waiting->value, ItemState::Handed->value])
            ->update(['state' => ItemState::Withdrawn->value, 'seen' => null, 'look_at' => null]);
    }

    /**
     * Puts items down and begins what they need: to be sent, or to be looked for.
     *
     * @return array{release: int, work: ?int} work is null where nothing is sent directly
     */
    private function begin(Store $store, int $release, int $count, ?int $userId): array
    {
        DB::table('release_batches')
            ->where('id', $release)
            ->update(['items' => $count]);
        foreach ((new Handover($store, $release))->obstacles() as $id => $obstacle) {
            $this->book->hinder($id, $obstacle['reason'], $obstacle['state'] === 'clash' ? $obstacle['theirs'] : null);
        }
        $this->book->changed->tell($store->id);
        $isHanded = DB::table('release_items')
            ->where('release_id', $release)
            ->where('state', ItemState::Handed->value)
            ->exists();
        $isDirect = DB::table('release_items')
            ->where('release_id', $release)
            ->where('via', Via::Direct->value)
            ->exists();
        $isHanded && $this->desk->begin(new NewWork(LookWork::class, $store->id, $release, $userId));

        return [
            'release' => $release,
            'work' => $isDirect
                ? $this->desk->begin(new NewWork(SendWork::class, $store->id, $release, $userId))
                : null,
        ];
    }

    /**
     * Takes back what a release made live, as a whole or some of its resources.
     *
     * @return array{release: int, work: ?int}
     *
     * @throws InvalidArgumentException when nothing of it is live and not yet taken back
     */
    public function undo(Store $store, UndoWish $wish, ?int $userId): array
    {
        return DB::transaction(function () use ($store, $wish, $userId): array {
            [$releaseId, $itemIds] = [$wish->releaseId, $wish->itemIds];
            $of =
                Rows::maybe(
                    DB::table('release_batches')
                        ->where('store_id', $store->id)
                        ->where('id', $releaseId)
                        ->lockForUpdate()
                        ->first(),
                ) ?? throw new InvalidArgumentException("There is no release $releaseId.");
            $items = Rows::of(
                DB::table('release_items')
                    ->where('release_id', $releaseId)
                    ->where('state', ItemState::Live->value)
                    ->whereNull('undone_by')
                    ->when($itemIds !== null, static fn ($query) => $query->whereIn('id', $itemIds ?? []))
                    ->orderBy('id')
                    ->lockForUpdate()
                    ->get(),
            );
            if ($items->isEmpty()) {
                throw new InvalidArgumentException(
                    'Everything of this release has already been taken back, or is not live.',
                );
            }
            $undo = $this->make($store, $wish->name ?? 'Undo of '.$of->name, $releaseId, $userId);
            $new = new NewItems($store, $undo, Ways::of($store));
            $files = FileBook::of($store);
            foreach ($items->chunk(500) as $chunk) {
                DB::table('release_items')->insert(
                    array_map(
                        static fn (ReleaseItem $item): array => $new->row(
                            self::wayBack($item, $files),
                            new Thing($item->resourceId, $item->externalId, $item->pageId),
                            array_map(
                                static fn (FieldChange $change): FieldChange => $change->reversed(),
                                $item->changes(),
                            ),
                        ),
                        Records::of(ReleaseItem::class, $chunk),
                    ),
                );
                DB::table('release_items')
                    ->whereIn('id', $chunk->pluck('id'))
                    ->update(['undone_by' => $undo]);
            }

            return $this->begin($store, $undo, $items->count(), $userId);
        });
    }

    /**
     * Gives up on what was handed over and has not been seen: its drafts are ready again.
     *
     * @param  ?list<int>  $itemIds  null for all that was not seen
     * @return int how many items
     */
    public function giveUp(Store $store, int $release, ?array $itemIds): int
    {
        return DB::transaction(function () use ($store, $release, $itemIds): int {
            $items = Rows::of(
                DB::table('release_items')
                    ->where('store_id', $store->id)
                    ->where('release_id', $release)
                    ->where('state', ItemState::Handed->value)
                    ->when($itemIds !== null, static fn ($query) => $query->whereIn('id', $itemIds ?? []))
                    ->lockForUpdate()
                    ->get(),
            );
            foreach (Records::of(ReleaseItem::class, $items) as $item) {
                $this->book->giveUp($item);
            }
            $this->book->changed->tell($store->id);

            return $items->count();
        });
    }

    /**
     * What went in as a file goes back as one, made of the newest file that holds the thing; the others go back as
     * they went.
     */
    private static function wayBack(ReleaseItem $item, FileBook $files): Way
    {
        $via = $item->via;
        $own = $item->fileId;
        if ($via !== Via::File) {
            return new Way($via);
        }
        $holding = array_unique(
            array_map(
                static fn (FieldChange $change): ?int => $change->field === AddressField::Redirect
                    ? $files->ofRedirects()
                    : $files->holding($item->resourceId, $change->field->key()),
                $item->changes(),
            ),
        );

        // All of it goes in one file: a newer one that lacks a column of it would leave that out.
        return new Way($via, count($holding) === 1 ? reset($holding) ?? $own : $own);
    }

    /** Others keep what is promised of it, as it stands on this day. */
    private function tell(Store $store, int $release): void
    {
        ReleaseBegun::dispatch(
            $store->id,
            $release,
            Bulk::ids(
                Rows::all(
                    'SELECT DISTINCT COALESCE(i.page_id, r.page_id) AS page FROM release_items i
                        LEFT JOIN resources r ON r.id = i.resource_id AND i.resource_id > 0
                        WHERE i.release_id = ? HAVING page IS NOT NULL ORDER BY page',
                    [$release],
                ),
                'page',
            ),
        );
    }

    private function make(Store $store, string $name, ?int $undoOf, ?int $userId): int
    {
        return DB::table('release_batches')->insertGetId([
            'store_id' => $store->id,
            'name' => mb_substr($name, 0, 120),
            'undo_of' => $undoOf,
            'user_id' => $userId,
            'created_at' => now(),
        ]);
    }

    /** All pages that have not been seen live are looked at again; what was handed over gets its time anew. */
    public static function lookAgain(Store $store, int $release): void
    {
        DB::table('release_items')
            ->where('release_id', $release)
            ->whereIn('seen', ['no', 'not yet', 'not seen'])
            ->update([
                'seen' => 'no',
                'look_at' => now(),
                'looks' => 0,
                'due_at' => DB::raw(
                    "IF(state = 'handed', TIMESTAMPADD(DAY, {$store->options()->handoverDays}, ".
                        'UTC_TIMESTAMP()), due_at)',
                ),
            ]);
    }

    /** What people want to remember of a release. */
    public static function note(Store $store, int $release, string $note): void
    {
        DB::table('release_batches')
            ->where('store_id', $store->id)
            ->where('id', $release)
            ->update(['note' => trim($note) ?: null]);
    }
}
