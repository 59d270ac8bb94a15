<?php

declare(strict_types=1);

namespace App\Changes\Editing;

use App\Catalogue\PlannedResources;
use App\Catalogue\TextDigest;
use App\Catalogue\Texts;
use App\Changes\Draft;
use App\Changes\DraftState;
use App\Changes\Events\TextsChanged;
use App\Changes\History;
use App\Changes\HistoryEvent;
use App\Changes\Origin;
use App\Changes\SaveOutcome;
use App\Platform\Database\Bulk;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Wording\TextField;

/**
 * Writes drafts, one or thousands, in few statements. The rows of the stored texts are the locks, so that two people
 * on one text come one after the other; every text that is written is an entry of the history.
 */
final class DraftWriter
{
    /** Texts of one transaction. */
    private const CHUNK = 500;

    /**
     * Saves texts over the revisions that their author saw.
     *
     * @param  list<TextEdit>  $edits  one for each text at most
     * @return list<SaveOutcome> in the order of the edits
     *
     * @throws InvalidArgumentException when a text is longer than any shop takes, or the store has no such text
     */
    public function save(Store $store, array $edits, Author $by): array
    {
        $edits = array_map(
            static fn (TextEdit $edit): TextEdit => new TextEdit(
                $edit->resourceId,
                $edit->field,
                self::tidy($edit->value, $edit->field),
                $edit->seenRevision,
            ),
            $edits,
        );
        $outcomes = [];
        foreach (array_chunk($edits, self::CHUNK) as $some) {
            array_push($outcomes, ...DB::transaction(fn (): array => $this->saveSome($store, $some, $by), 3));
        }

        return $outcomes;
    }

    /**
     * Saves what a recipe made, unless a person wrote the text: a draft by hand or import, or a live text that was.
     *
     * @param  array<int, string>  $texts  by resource
     * @return list<int> resources whose text was saved
     */
    public function saveByRecipe(Store $store, TextField $field, array $texts, Author $by): array
    {
        $saved = [];
        foreach (array_chunk($texts, self::CHUNK, preserve_keys: true) as $some) {
            $done = DB::transaction(function () use ($store, $field, $some, $by): array {
                $edits = [];
                $texts = LockedText::lock($store, [$field->value => array_keys($some)]);
                $held = TextLook::inTrials($texts);
                foreach ($texts as $key => $text) {
                    $value = self::tidy($some[$text->resourceId], $field);
                    if (
                        ! isset($held[$key]) &&
                        self::recipeMay($text->draft?->origin, $text->origin, $text->draft?->state) &&
                        ! in_array($value, ['', $text->stored, $text->draft?->value], true)
                    ) {
                        $edits[] = [$text, $value];
                    }
                }
                $this->write($store, $edits, [], $by);

                return array_map(static fn (array $edit): int => $edit[0]->resourceId, $edits);
            }, 3);
            array_push($saved, ...$done);
        }

        return $saved;
    }

    /**
     * Takes drafts back that a recipe made, where they still stand as they were made.
     *
     * @param  array<int, array{made: string, was: ?string}>  $texts  by resource: what the recipe made, and the
     *                                                            draft that stood there before
     * @return list<int> resources whose draft was taken back
     */
    public function takeBackRecipe(Store $store, TextField $field, array $texts, Author $by): array
    {
        return DB::transaction(function () use ($store, $field, $texts, $by): array {
            $write = $revert = [];
            foreach (LockedText::lock($store, [$field->value => array_keys($texts)]) as $text) {
                ['made' => $made, 'was' => $was] = $texts[$text->resourceId];
                if (
                    $text->draft === null ||
                    $text->draft->value !== self::tidy($made, $field) ||
                    $text->draft->origin !== Origin::Recipe ||
                    $text->draft->state === DraftState::Sending
                ) {
                    continue;
                }
                if ($was === null || $was === $text->stored) {
                    $revert[] = $text;
                } else {
                    $write[] = [$text, $was];
                }
            }
            $this->write($store, $write, $revert, $by);

            return [
                ...array_map(static fn (LockedText $text): int => $text->resourceId, $revert),
                ...array_map(static fn (array $one): int => $one[0]->resourceId, $write),
            ];
        }, 3);
    }

    /** Whether a recipe may write where such a draft and such a live text are. */
    public static function recipeMay(?Origin $draft, Origin $live, ?DraftState $state): bool
    {
        if ($state === DraftState::Sending) {
            return false;
        }

        return $draft === null
            ? ! in_array($live, [Origin::Hand, Origin::Import, Origin::Suggested], true)
            : $draft === Origin::Recipe;
    }

    /**
     * Brings drafts back to what they were, where nobody has changed them since.
     *
     * @param  list<Restoration>  $wanted
     * @return list<bool> whether each stands as wanted now, in that order
     */
    public function restore(Store $store, array $wanted, ?int $userId): array
    {
        $results = [];
        foreach (array_chunk($wanted, self::CHUNK) as $some) {
            array_push($results, ...DB::transaction(fn (): array => $this->restoreSome($store, $some, $userId), 3));
        }

        return $results;
    }

    /**
     * @param  list<TextEdit>  $edits
     * @return list<SaveOutcome>
     */
    private function saveSome(Store $store, array $edits, Author $by): array
    {
        $texts = LockedText::lock($store, TextLook::byField($edits));
        $held = TextLook::inTrials($texts);
        $outcomes = $write = $revert = $late = [];
        foreach ($edits as $nth => $edit) {
            $text =
                $texts[$edit->key()] ??
                throw new InvalidArgumentException("This store has no text of resource $edit->resourceId.");
            $now = $text->draft === null ? $text->stored : $text->draft->value;
            if ($edit->value === $now) {
                // What is wanted stands there already, whoever wrote it.
                $outcomes[$nth] = null;
            } elseif (isset($held[$edit->key()])) {
                $outcomes[$nth] =
                    'This text is in a trial until '.
                    substr($held[$edit->key()], 0, 10).
                    ' and is not changed before. Whoever may release can drop the trial.';
            } elseif ($text->revision() !== $edit->seenRevision) {
                $late[$nth] = [$text, $edit];
            } elseif ($text->draft?->state === DraftState::Sending) {
                $outcomes[$nth] = 'This text is on its way to the shop. Wait until the release has sent it.';
            } elseif ($edit->value === $text->stored) {
                $revert[] = $text;
                $outcomes[$nth] = null;
            } else {
                $write[] = [$text, $edit->value];
                $outcomes[$nth] = null;
            }
        }
        $this->write($store, $write, $revert, $by);
        $this->keepLate($store, $late, $by);
        $drafts = TextLook::drafts($edits);
        $authors = array_map(static fn (array $one): string => TextLook::authorSince(...$one), $late);
        $result = [];
        foreach ($edits as $nth => $edit) {
            $draft = $drafts[$edit->key()] ?? null;
            $result[] = match (true) {
                isset($late[$nth]) => SaveOutcome::clash($draft, $authors[$nth]),
                $outcomes[$nth] !== null => SaveOutcome::refused($draft, $outcomes[$nth]),
                default => SaveOutcome::saved($draft),
            };
        }

        return $result;
    }

    /**
     * Writes drafts over locked texts and takes others away, with their history and what undoes them.
     *
     * @param  list<array{LockedText, string}>  $write
     * @param  list<LockedText>  $revert
     */
    private function write(Store $store, array $write, array $revert, Author $by): void
    {
        if ($write === [] && $revert === []) {
            return;
        }
        $revisions = History::addTexts(
            $store->id,
            HistoryEvent::Saved,
            array_map(
                static fn (array $one): array => [$one[0], $one[0]->draft->value ?? $one[0]->stored, $one[1]],
                $write,
            ),
            $by,
        );
        History::addTexts(
            $store->id,
            HistoryEvent::Reverted,
            array_map(
                static fn (LockedText $text): array => [$text, $text->draft->value ?? $text->stored, $text->stored],
                $revert,
            ),
            $by,
        );
        $now = now()->format('Y-m-d H:i:s');
        $changes = array_map(static fn (LockedText $text): DraftChange => new DraftChange($text, null), $revert);
        // What stands ready could be sent, and there is nothing yet to send it to.
        $planned =
            $by->approvedBy === null
                ? []
                : PlannedResources::among(
                    array_values(array_map(static fn (array $one): int => $one[0]->resourceId, $write)),
                );
        foreach ($write as [$text, $value]) {
            $approvedBy = isset($planned[$text->resourceId]) ? null : $by->approvedBy;
            $changes[] = new DraftChange(
                $text,
                new DraftSnapshot(
                    $value,
                    $text->draft->baseValue ?? $text->stored,
                    $by->origin,
                    $by->recipeId,
                    $approvedBy === null ? DraftState::Open : DraftState::Ready,
                    null,
                    $revisions[$text->key()],
                    $by->userId,
                    $now,
                    $approvedBy,
                    $approvedBy === null ? null : $now,
                ),
            );
        }
        $by->stepId === null || EditSteps::keep($by->stepId, $changes);
        $this->put($store, $changes);
        $approved = array_filter($changes, static fn (DraftChange $one): bool => $one->draft?->approvedBy !== null);
        History::addTexts(
            $store->id,
            HistoryEvent::Approved,
            array_values(
                array_map(static fn (DraftChange $one): array => [$one->text, null, $one->draft?->value], $approved),
            ),
            new Author($by->origin, $by->approvedBy, $by->recipeId),
        );
    }

    /** @param  array<array{LockedText, TextEdit}>  $late  texts that somebody else had changed meanwhile */
    private function keepLate(Store $store, array $late, Author $by): void
    {
        History::addTexts(
            $store->id,
            HistoryEvent::NotTaken,
            array_values(
                array_map(static fn (array $one): array => [$one[0], $one[0]->draft?->value, $one[1]->value], $late),
            ),
            $by,
        );
    }

    /**
     * @param  list<Restoration>  $wanted
     * @return list<bool>
     */
    private function restoreSome(Store $store, array $wanted, ?int $userId): array
    {
        $texts = LockedText::lock($store, TextLook::byField($wanted));
        $held = TextLook::inTrials($texts);
        $results = $changes = $entries = [];
        foreach ($wanted as $one) {
            $text = $texts[$one->key()] ?? null;
            $target = $one->draft === null ? 0 : $one->draft->revision;
            if ($text === null || isset($held[$one->key()]) || $text->draft?->state === DraftState::Sending) {
                $results[] = false;
            } elseif ($text->revision() === $target) {
                // Already done, by an attempt that was cut off.
                $results[] = true;
            } elseif ($text->revision() !== $one->overRevision) {
                $results[] = false;
            } else {
                $results[] = true;
                $changes[] = new DraftChange($text, $one->draft);
                $entries[] = [$text, $text->draft->value ?? $text->stored, $one->draft->value ?? $text->stored];
            }
        }
        History::addTexts($store->id, HistoryEvent::Restored, $entries, new Author(Origin::Hand, $userId));
        $this->put($store, $changes);

        return $results;
    }

    /** @param  list<DraftChange>  $changes */
    private function put(Store $store, array $changes): void
    {
        if ($changes === []) {
            return;
        }
        $drafts = $shown = $digests = $gone = [];
        $suffixes = TitleSuffixes::of($store);
        $kinds = TextLook::kinds($changes);
        foreach ($changes as $change) {
            $text = $change->text;
            $value = $change->draft?->value;
            $isTitle = $value !== null && $value !== '' && $text->field === TextField::Title;
            $suffix = $isTitle ? $suffixes->suffix($text->marketId, $kinds[$text->resourceId] ?? 0) : '';
            $willShow = $value === null ? null : $value.$suffix;
            $digest = TextDigest::of($willShow);
            $shown[] = [$text->resourceId, $text->field->value, $store->id, $text->marketId, $willShow, $digest];
            array_push($digests, $text->draftDigest, $text->shownDigest, $digest);
            if ($change->draft === null) {
                $gone[$text->field->value][] = $text->resourceId;
            } else {
                $drafts[] = [$store->id, $text->resourceId, $text->field->value, ...$change->draft->values()];
            }
        }
        $updates = array_map(static fn (string $column): string => "$column = VALUES($column)", DraftSnapshot::COLUMNS);
        Bulk::upsert(
            'drafts',
            ['store_id', 'resource_id', 'field', ...DraftSnapshot::COLUMNS],
            $drafts,
            implode(', ', $updates),
        );
        foreach ($gone as $field => $resources) {
            DB::table('drafts')->where('field', $field)->whereIn('resource_id', $resources)->delete();
        }
        Texts::draftMany($shown);
        TextsChanged::dispatch(
            $store->id,
            array_values(array_unique(array_column($shown, 0))),
            array_values(array_unique(array_filter($digests))),
        );
    }

    /** @throws InvalidArgumentException when the text is longer than any shop takes */
    private static function tidy(string $value, TextField $field): string
    {
        $edit = new TextEdit(0, $field, $value, 0);
        $problem = $edit->problem();

        return $problem === null ? $edit->tidy() : throw new InvalidArgumentException($problem);
    }
}
