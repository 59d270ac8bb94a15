<?php

declare(strict_types=1);

namespace App\Changes;

use App\Catalogue\TextDigest;
use App\Catalogue\Texts;
use App\Changes\Events\TextsChanged;
use App\Platform\Database\Bulk;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Wording\TextField;

/**
 * Saves, takes back and marks drafts. Every save is a history entry; the row of the stored text is the lock, so that
 * two people on one text come one after the other.
 */
final class Drafts
{
    /**
     * Saves a text over the revision that the author saw.
     *
     * @param  int  $seenRevision  revision of the draft that was on the author's screen; 0 where there was none
     *
     * @throws InvalidArgumentException when the text is longer than any shop takes, or there is no such resource in the store
     */
    public function save(
        Store $store,
        int $resourceId,
        TextField $field,
        string $value,
        int $seenRevision,
        Origin $origin,
        ?int $userId,
        ?int $recipeId = null,
    ): SaveOutcome {
        $value = self::tidy($value, $field);

        return DB::transaction(function () use (
            $store,
            $resourceId,
            $field,
            $value,
            $seenRevision,
            $origin,
            $userId,
            $recipeId,
        ): SaveOutcome {
            $text = $this->lock($store, $resourceId, $field);
            $known = $this->find($resourceId, $field);
            if (($known !== null ? $known->revision : 0) !== $seenRevision) {
                if ($known !== null && $known->value === $value) {
                    return SaveOutcome::saved($known);
                }
                if ($known === null && $value === (string) $text->stored) {
                    return SaveOutcome::saved(null);
                }
                History::add(
                    $store->id,
                    $resourceId,
                    $field,
                    HistoryEvent::NotTaken,
                    $known?->value,
                    $value,
                    $userId,
                    $origin,
                );

                return SaveOutcome::clash($known, $this->authorSince($resourceId, $field, $seenRevision));
            }
            if ($known?->state === DraftState::Sending) {
                return SaveOutcome::refused(
                    $known,
                    'This text is on its way to the shop. Wait until the release has sent it.',
                );
            }
            if ($known !== null && $known->value === $value) {
                return SaveOutcome::saved($known);
            }
            if ($value === (string) $text->stored) {
                if ($known !== null) {
                    History::add(
                        $store->id,
                        $resourceId,
                        $field,
                        HistoryEvent::Reverted,
                        $known->value,
                        $value,
                        $userId,
                        $origin,
                    );
                    $this->remove($store, $text, $known);
                }

                return SaveOutcome::saved(null);
            }

            return SaveOutcome::saved($this->write($store, $text, $field, $value, $known, $origin, $userId, $recipeId));
        });
    }

    /**
     * Saves what a recipe made, unless a person wrote the text: a draft by hand or import, or a live text that was.
     *
     * @return bool whether it was saved
     */
    public function saveByRecipe(
        Store $store,
        int $resourceId,
        TextField $field,
        string $value,
        int $recipeId,
        ?int $userId,
    ): bool {
        $value = self::tidy($value, $field);

        return DB::transaction(function () use ($store, $resourceId, $field, $value, $recipeId, $userId): bool {
            $text = $this->lock($store, $resourceId, $field);
            $known = $this->find($resourceId, $field);
            if (
                ! self::recipeMay($known?->origin, Origin::from((string) $text->origin), $known?->state) ||
                $value === '' ||
                $value === ($known !== null ? $known->value : (string) $text->stored)
            ) {
                return false;
            }
            if ($value === (string) $text->stored) {
                return false;
            }
            $this->write($store, $text, $field, $value, $known, Origin::Recipe, $userId, $recipeId);

            return true;
        });
    }

    /**
     * Takes a draft back that a recipe made, where it still stands as it was made.
     *
     * @param  ?string  $was  the draft that stood there before; null where there was none
     */
    public function takeBackRecipe(
        Store $store,
        int $resourceId,
        TextField $field,
        string $made,
        ?string $was,
        ?int $userId,
    ): bool {
        return DB::transaction(function () use ($store, $resourceId, $field, $made, $was, $userId): bool {
            $text = $this->lock($store, $resourceId, $field);
            $known = $this->find($resourceId, $field);
            if (
                $known === null ||
                $known->value !== self::tidy($made, $field) ||
                $known->origin !== Origin::Recipe ||
                $known->state === DraftState::Sending
            ) {
                return false;
            }
            if ($was === null || $was === (string) $text->stored) {
                History::add(
                    $store->id,
                    $resourceId,
                    $field,
                    HistoryEvent::Reverted,
                    $known->value,
                    (string) $text->stored,
                    $userId,
                    Origin::Recipe,
                );
                $this->remove($store, $text, $known);
            } else {
                $this->write(
                    $store,
                    $text,
                    $field,
                    $was,
                    $known,
                    Origin::Recipe,
                    $userId,
                    DB::table('drafts')->where('id', $known->id)->value('recipe_id'),
                );
            }

            return true;
        });
    }

    /** Whether a recipe may write where such a draft and such a live text are. */
    public static function recipeMay(?Origin $draft, Origin $live, ?DraftState $state): bool
    {
        if ($state === DraftState::Sending) {
            return false;
        }

        return $draft === null ? ! in_array($live, [Origin::Hand, Origin::Import], true) : $draft === Origin::Recipe;
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
                    $rows = DB::table('drafts')
                        ->where('store_id', $store->id)
                        ->whereIn('id', $chunk)
                        ->whereIn('state', array_map(static fn (DraftState $s): string => $s->value, $states))
                        ->lockForUpdate()
                        ->get();
                    DB::table('drafts')
                        ->whereIn('id', $rows->pluck('id'))
                        ->update([
                            'state' => $ready ? DraftState::Ready->value : DraftState::Open->value,
                            'note' => null,
                            'approved_by' => null,
                            'approved_at' => null,
                        ]);
                    if ($ready) {
                        History::addMany($store->id, HistoryEvent::Ready, $rows->all(), $userId);
                    }

                    return $rows->pluck('resource_id')->map(static fn (mixed $n): int => (int) $n)->all();
                }),
            ];
        }
        TextsChanged::dispatch($store->id, array_values(array_unique($marked)), []);

        return count($marked);
    }

    /**
     * Approves drafts that are ready, as they stand; a text that is changed afterwards is approved no longer.
     *
     * @param  list<int>  $draftIds
     * @return int how many were approved by this
     */
    public function approve(Store $store, array $draftIds, int $userId): int
    {
        return $this->judge(
            $store,
            $draftIds,
            HistoryEvent::Approved,
            ['approved_by' => $userId, 'approved_at' => now()],
            $userId,
            null,
        );
    }

    /**
     * Sends drafts that are ready back to whoever writes, with a word.
     *
     * @param  list<int>  $draftIds
     * @return int how many went back
     */
    public function sendBack(Store $store, array $draftIds, string $word, int $userId): int
    {
        return $this->judge(
            $store,
            $draftIds,
            HistoryEvent::Returned,
            [
                'state' => DraftState::Open->value,
                'note' => mb_substr('sent back'.($word === '' ? '' : ": $word"), 0, 400),
                'approved_by' => null,
                'approved_at' => null,
            ],
            $userId,
            $word,
        );
    }

    /**
     * @param  list<int>  $draftIds
     * @param  array<string, mixed>  $changes
     */
    private function judge(
        Store $store,
        array $draftIds,
        HistoryEvent $event,
        array $changes,
        int $userId,
        ?string $word,
    ): int {
        $resources = DB::transaction(static function () use (
            $store,
            $draftIds,
            $event,
            $changes,
            $userId,
            $word,
        ): array {
            $rows = DB::table('drafts')
                ->where('store_id', $store->id)
                ->whereIn('id', $draftIds)
                ->where('state', DraftState::Ready->value)
                ->when($event === HistoryEvent::Approved, static fn ($query) => $query->whereNull('approved_at'))
                ->lockForUpdate()
                ->get();
            DB::table('drafts')->whereIn('id', $rows->pluck('id'))->update($changes);
            foreach ($rows as $row) {
                History::add(
                    $store->id,
                    (int) $row->resource_id,
                    TextField::from((int) $row->field),
                    $event,
                    null,
                    (string) $row->value,
                    $userId,
                    null,
                    note: $word === '' ? null : $word,
                );
            }

            return array_values($rows->map(static fn (object $row): int => (int) $row->resource_id)->all());
        });
        $resources === [] || TextsChanged::dispatch($store->id, array_values(array_unique($resources)), []);

        return count($resources);
    }

    /** Decides a clash: our text over the shop's, to be sent again; or the shop's, and the draft goes. */
    public function decide(Store $store, int $draftId, bool $ours, ?int $userId): bool
    {
        return DB::transaction(function () use ($store, $draftId, $ours, $userId): bool {
            $row = DB::table('drafts')
                ->where('store_id', $store->id)
                ->where('id', $draftId)
                ->where('state', DraftState::Clash->value)
                ->first();
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
                        'base_value' => (string) $text->stored,
                        'note' => null,
                    ]);
                History::add(
                    $store->id,
                    $draft->resourceId,
                    $draft->field,
                    HistoryEvent::Ready,
                    (string) $text->stored,
                    $draft->value,
                    $userId,
                    $draft->origin,
                    note: 'over the shop’s own change',
                );
                TextsChanged::dispatch($store->id, [$draft->resourceId], []);
            } else {
                History::add(
                    $store->id,
                    $draft->resourceId,
                    $draft->field,
                    HistoryEvent::Dropped,
                    $draft->value,
                    (string) $text->stored,
                    $userId,
                    $draft->origin,
                );
                $this->remove($store, $text, $draft);
            }

            return true;
        });
    }

    public function find(int $resourceId, TextField $field): ?Draft
    {
        $row = DB::table('drafts')->where('resource_id', $resourceId)->where('field', $field->value)->first();

        return $row === null ? null : Draft::fromRow($row);
    }

    /** Removes a draft whose text is live, or no longer wanted; to be called with the text's row locked. */
    public function remove(Store $store, object $text, Draft $draft): void
    {
        DB::table('drafts')->where('id', $draft->id)->delete();
        Texts::draft($draft->resourceId, $draft->field, null, null);
        TextsChanged::dispatch(
            $store->id,
            [$draft->resourceId],
            array_filter([$text->draft_digest, $text->shown_digest]),
        );
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

    /** What became of a draft that was on its way and did not get into the shop. */
    public function settle(int $storeId, int $resourceId, TextField $field, DraftState $state, ?string $note): void
    {
        DB::table('drafts')
            ->where('resource_id', $resourceId)
            ->where('field', $field->value)
            ->where('state', DraftState::Sending->value)
            ->update(['state' => $state->value, 'note' => $note === null ? null : mb_substr($note, 0, 400)]);
        TextsChanged::dispatch($storeId, [$resourceId], []);
    }

    /** A draft that was begun on a text that was now taken back stands on the older text. */
    public function rebase(Draft $draft, string $base): void
    {
        DB::table('drafts')
            ->where('id', $draft->id)
            ->update(['base_value' => $base]);
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
    public function lock(Store $store, int $resourceId, TextField $field): object
    {
        return DB::table('resource_texts')
            ->where('resource_id', $resourceId)
            ->where('field', $field->value)
            ->where('store_id', $store->id)
            ->lockForUpdate()
            ->first() ?? throw new InvalidArgumentException("This store has no text of resource $resourceId.");
    }

    private function write(
        Store $store,
        object $text,
        TextField $field,
        string $value,
        ?Draft $known,
        Origin $origin,
        ?int $userId,
        ?int $recipeId,
    ): Draft {
        $resourceId = (int) $text->resource_id;
        $revision = History::add(
            $store->id,
            $resourceId,
            $field,
            HistoryEvent::Saved,
            $known !== null ? $known->value : (string) $text->stored,
            $value,
            $userId,
            $origin,
        );
        DB::table('drafts')->upsert(
            [
                [
                    'store_id' => $store->id,
                    'resource_id' => $resourceId,
                    'field' => $field->value,
                    'value' => $value,
                    'base_value' => $known !== null ? $known->baseValue : (string) $text->stored,
                    'origin' => $origin->value,
                    'recipe_id' => $recipeId,
                    'state' => DraftState::Open->value,
                    'note' => null,
                    'revision' => $revision,
                    'user_id' => $userId,
                    'updated_at' => now(),
                    'approved_by' => null,
                    'approved_at' => null,
                ],
            ],
            ['resource_id', 'field'],
            [
                'value', 'base_value', 'origin', 'recipe_id', 'state', 'note', 'revision', 'user_id', 'updated_at',
                'approved_by', 'approved_at',
            ],
        );
        $shown = $this->shown($store, $resourceId, $field, $value, (int) $text->market_id);
        $digest = TextDigest::of($shown);
        Texts::draft($resourceId, $field, $shown, $digest);
        TextsChanged::dispatch(
            $store->id,
            [$resourceId],
            array_filter([$text->draft_digest, $digest, $text->shown_digest]),
        );

        return $this->find($resourceId, $field) ??
            throw new \LogicException('A draft that was just written is not there.');
    }

    private function shown(Store $store, int $resourceId, TextField $field, string $value, int $market): string
    {
        if ($value === '' || $field !== TextField::Title) {
            return $value;
        }
        $kind = (int) DB::table('resources')->where('id', $resourceId)->value('kind');

        return $value.TitleSuffixes::of($store)->suffix($market, $kind);
    }

    private function authorSince(int $resourceId, TextField $field, int $seenRevision): string
    {
        $row = DB::table('history')
            ->leftJoin('users', 'users.id', '=', 'history.user_id')
            ->where('resource_id', $resourceId)
            ->where('field', $field->value)
            ->where('history.id', '>', $seenRevision)
            ->whereIn('event', [
                HistoryEvent::Saved->value,
                HistoryEvent::Reverted->value,
                HistoryEvent::Live->value,
                HistoryEvent::Dropped->value,
            ])
            ->orderByDesc('history.id')
            ->first(['users.name']);

        return (string) ($row->name ?? 'Someone');
    }

    private static function tidy(string $value, TextField $field): string
    {
        $value = trim((string) preg_replace('/\s+/u', ' ', mb_scrub($value)));
        if (mb_strlen($value) > $field->longest()) {
            throw new InvalidArgumentException(
                "{$field->label()}: {$field->longest()} characters at most; this has ".mb_strlen($value).'.',
            );
        }

        return $value;
    }
}
