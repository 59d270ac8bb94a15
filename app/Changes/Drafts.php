<?php

declare(strict_types=1);

namespace App\Changes;

use App\Catalogue\Events\ResourceGivesWay;
use App\Catalogue\PlannedResources;
use App\Catalogue\Texts;
use App\Changes\Editing\Author;
use App\Changes\Editing\DraftWriter;
use App\Changes\Editing\TextEdit;
use App\Changes\Events\DraftsReady;
use App\Changes\Events\TextsChanged;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Wording\TextField;

/**
 * Saves, takes back and marks drafts. Every save is a history entry; the row of the stored text is the lock, so that
 * two people on one text come one after the other.
 */
final class Drafts
{
    public function __construct(private readonly DraftWriter $writer)
    {
    }

    /**
     * Saves a text over the revision that the author saw.
     *
     * @throws InvalidArgumentException when the text is longer than any shop takes, or there is no such resource in
     * the store
     */
    public function save(Store $store, TextEdit $edit, Author $author): SaveOutcome
    {
        return $this->writer->save($store, [$edit], $author)[0];
    }

    /**
     * Marks drafts as ready for release, or takes the mark away.
     *
     * @param  array<int>  $draftIds
     * @return int how many were marked
     */
    public function markReady(Store $store, array $draftIds, bool $ready, ?int $userId): int
    {
        $marked = [];
        foreach (array_chunk($draftIds, 500) as $chunk) {
            $marked = [
                ...$marked,
                ...DB::transaction(function () use ($store, $chunk, $ready, $userId): array {
                    $states = $ready ? [DraftState::Open, DraftState::Refused] : [DraftState::Ready];
                    $rows = Rows::of(
                        DB::table('drafts')
                            ->where('store_id', $store->id)
                            ->whereIn('id', $chunk)
                            ->whereIn('state', array_map(static fn (DraftState $s): string => $s->value, $states))
                            ->lockForUpdate()
                            ->get(),
                    );
                    if ($ready) {
                        // What stands ready could be sent, and there is nothing yet to send it to.
                        $ids = $rows->pluck('resource_id')->map(static fn (mixed $n): int => Typed::int($n))->unique();
                        $planned = PlannedResources::among(array_values($ids->all()));
                        $rows = $rows->reject(static fn (Row $row): bool => isset($planned[$row->int('resource_id')]));
                    }
                    DB::table('drafts')
                        ->whereIn('id', $rows->pluck('id'))
                        ->update([
                            'state' => $ready ? DraftState::Ready->value : DraftState::Open->value,
                            'note' => null,
                            'approved_by' => null,
                            'approved_at' => null,
                            'ready_at' => $ready ? now() : null,
                        ]);
                    if ($ready) {
                        History::addMany(
                            NewHistoryEntry::ofDrafts($rows->map(Draft::fromRow(...)), HistoryEvent::Ready, $userId),
                        );
                    }

                    return $rows->pluck('resource_id')->map(static fn (mixed $n): int => Typed::int($n))->all();
                }),
            ];
        }
        TextsChanged::dispatch($store->id, array_values(array_unique($marked)), []);
        $ready && $marked !== [] && DraftsReady::dispatch($store->id);

        return count($marked);
    }

    /** Decides a clash: our text over the shop's, to be sent again; or the shop's, and the draft goes. */
    public function decide(Store $store, int $draftId, bool $ours, ?int $userId): bool
    {
        return DB::transaction(function () use ($store, $draftId, $ours, $userId): bool {
            $row = Rows::maybe(
                DB::table('drafts')
                    ->where('store_id', $store->id)
                    ->where('id', $draftId)
                    ->where('state', DraftState::Clash->value)
                    ->first(),
            );
            if ($row === null) {
                return false;
            }
            $draft = Draft::fromRow($row);
            $text = $this->lock($store, $draft->resourceId, $draft->field);
            if ($ours) {
                DB::table('drafts')
                    ->where('id', $draft->id)
                    ->update([
                        'state' => DraftState::Ready->value,
                        'base_value' => $text->stored,
                        'note' => null,
                    ]);
                $entry = new NewHistoryEntry(
                    $store->id,
                    $draft->field,
                    HistoryEvent::Ready,
                    $text->stored,
                    $draft->value,
                    $userId,
                    note: 'over the shop’s own change',
                );
                History::add($draft->resourceId, $entry, $draft->origin);
                TextsChanged::dispatch($store->id, [$draft->resourceId], []);
            } else {
                $entry = new NewHistoryEntry(
                    $store->id,
                    $draft->field,
                    HistoryEvent::Dropped,
                    $draft->value,
                    $text->stored,
                    $userId,
                );
                History::add($draft->resourceId, $entry, $draft->origin);
                TextsChanged::dispatch($store->id, [$draft->resourceId], $this->remove($text, $draft));
            }

            return true;
        });
    }

    /** @return array<int, Draft> by number of a TextField */
    public function ofResource(int $resourceId): array
    {
        $drafts = [];
        foreach (Rows::of(DB::table('drafts')->where('resource_id', $resourceId)->get()) as $row) {
            $drafts[$row->int('field')] = Draft::fromRow($row);
        }

        return $drafts;
    }

    public function find(int $resourceId, TextField $field): ?Draft
    {
        $row = Rows::maybe(
            DB::table('drafts')->where('resource_id', $resourceId)->where('field', $field->value)->first(),
        );

        return $row === null ? null : Draft::fromRow($row);
    }

    /**
     * Removes a draft whose text is live, or no longer wanted; to be called with the text's row locked.
     *
     * @return list<string> digests of what was to show and of what shows now, to be told of (TextsChanged)
     */
    public function remove(StoredText $text, Draft $draft): array
    {
        DB::table('drafts')->where('id', $draft->id)->delete();
        Texts::draft($draft->resourceId, $draft->field, null, null);

        return array_values(array_filter([$text->draftDigest, $text->shownDigest], is_string(...)));
    }

    /**
     * Drafts are on their way to the shop.
     *
     * @param  list<int>  $draftIds
     */
    public function beginSending(array $draftIds): void
    {
        foreach (array_chunk($draftIds, 5000) as $ids) {
            DB::table('drafts')
                ->whereIn('id', $ids)
                ->update(['state' => DraftState::Sending->value]);
        }
    }

    /** What became of a draft that was on its way and did not get into the shop; to be told of (TextsChanged). */
    public function settle(int $resourceId, TextField $field, DraftState $state, ?string $note): void
    {
        DB::table('drafts')
            ->where('resource_id', $resourceId)
            ->where('field', $field->value)
            ->where('state', DraftState::Sending->value)
            ->update(['state' => $state->value, 'note' => $note === null ? null : mb_substr($note, 0, 400)]);
    }

    /** A draft that was begun on a text that was now taken back stands on the older text. */
    public function rebase(Draft $draft, string $base): void
    {
        DB::table('drafts')
            ->where('id', $draft->id)
            ->update(['base_value' => $base]);
    }

    /**
     * What was written for one resource is for another from now on; where that has a draft of its own, its own stays.
     * Those that move stand on the other's stored texts and wait for a look.
     */
    public function move(ResourceGivesWay $event): void
    {
        $digests = DB::transaction(static function () use ($event): array {
            $moved = Rows::all(
                'SELECT d.id, d.field, d.store_id, t.market_id, t.stored, f.draft_shown, f.draft_digest
                    FROM drafts d
                    JOIN resource_texts t ON t.resource_id = ? AND t.field = d.field
                    JOIN resource_texts f ON f.resource_id = d.resource_id AND f.field = d.field
                    LEFT JOIN drafts own ON own.resource_id = t.resource_id AND own.field = d.field
                    WHERE d.resource_id = ? AND own.id IS NULL FOR UPDATE',
                [$event->to, $event->from],
            );
            $texts = [];
            foreach ($moved as $row) {
                DB::table('drafts')
                    ->where('id', $row->id)
                    ->update(['resource_id' => $event->to, 'base_value' => $row->stored]);
                Texts::draft($event->from, TextField::from($row->int('field')), null, null);
                $texts[] = [
                    $event->to,
                    $row->int('field'),
                    $row->int('store_id'),
                    $row->int('market_id'),
                    $row->textOrNull('draft_shown'),
                    $row->textOrNull('draft_digest'),
                ];
            }
            Texts::draftMany($texts);
            History::move($event->from, $event->to);

            return array_values(array_filter(array_column($texts, 5)));
        }, 3);
        TextsChanged::dispatch($event->storeId, [$event->to], $digests);
    }

    /**
     * What was guessed of stored texts is known now: drafts that wait stand on what is known.
     *
     * @param  list<int>  $resources
     */
    public function rebaseAll(array $resources): void
    {
        $list = Bulk::list($resources);
        DB::update(
            'UPDATE drafts d JOIN resource_texts t ON t.resource_id = d.resource_id AND t.field = d.field SET '.
                "d.base_value = t.stored WHERE d.resource_id IN ($list) AND d.state IN ('open', 'ready')",
        );
    }

    /**
     * Locks the row of a stored text until the transaction ends.
     *
     * @throws InvalidArgumentException when the store has no such resource
     */
    public function lock(Store $store, int $resourceId, TextField $field): StoredText
    {
        $row = Rows::maybe(
            DB::table('resource_texts')
                ->where('resource_id', $resourceId)
                ->where('field', $field->value)
                ->where('store_id', $store->id)
                ->lockForUpdate()
                ->first(),
        );

        return Records::one(StoredText::class, $row) ??
            throw new InvalidArgumentException("This store has no text of resource $resourceId.");
    }
}
