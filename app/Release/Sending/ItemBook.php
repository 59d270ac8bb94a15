<?php

declare(strict_types=1);

namespace App\Release\Sending;

use App\Catalogue\Resources;
use App\Catalogue\Texts;
use App\Changes\AddressField;
use App\Changes\AddressSending;
use App\Changes\ChangedTexts;
use App\Changes\Drafts;
use App\Changes\DraftState;
use App\Changes\Events\AddressMoved;
use App\Changes\History;
use App\Changes\HistoryEvent;
use App\Changes\NewHistoryEntry;
use App\Changes\Origin;
use App\Changes\SentAddress;
use App\Connectors\Shop\ShopResource;
use App\Inventory\PageBook;
use App\Inventory\Succession;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Release\Items\FieldChange;
use App\Release\Items\ItemState;
use App\Release\Items\ReleaseItem;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;

/** Writes down what became of the items of a release; always inside the sender's fenced transaction. */
final class ItemBook
{
    /** What was written down and is to be told of: by whoever writes down, when their transaction is through. */
    public readonly ChangedTexts $changed;

    public function __construct(private readonly Drafts $drafts, private readonly AddressSending $addresses)
    {
        $this->changed = new ChangedTexts();
    }

    /** Before a request: from here on the shop may or may not have the write. */
    public function intend(ReleaseItem $item, string $version): void
    {
        $this->set($item, [
            'state' => ItemState::Intended->value,
            'version' => $version,
            'unsure' => 1,
            'not_before' => null,
        ]);
    }

    public function notSent(ReleaseItem $item, string $reason, int $wait, bool $unsure): void
    {
        $this->set($item, [
            'state' => $unsure ? ItemState::Intended->value : ItemState::Waiting->value,
            'unsure' => $unsure ? 1 : 0,
            'reason' => mb_substr($reason, 0, 400),
            'not_before' => now()->addSeconds($wait),
        ]);
    }

    /** @param  int  $wait  seconds until it is tried again */
    public function later(ReleaseItem $item, FailedTry $try, int $wait): void
    {
        $this->set($item, [
            'attempts' => $item->attempts + $try->counts(),
            'reason' => mb_substr($try->reason, 0, 400),
            'unsure' => $try->isUnsure ? 1 : 0,
            'not_before' => $wait > 0 ? now()->addSeconds($wait) : null,
        ]);
    }

    public function refuse(ReleaseItem $item, string $reason): void
    {
        $this->set($item, ['state' => ItemState::Refused->value, 'reason' => mb_substr($reason, 0, 400)]);
        [$isUndo, $userId] = $this->batch($item);
        foreach ($item->changes() as $change) {
            if ($change->field instanceof AddressField) {
                $isUndo ||
                    $this->addresses->settle(
                        self::sent($item, $change, $change->field, $userId),
                        DraftState::Refused,
                        $reason,
                    );

                continue;
            }
            $entry = new NewHistoryEntry(
                $item->storeId,
                $change->field,
                HistoryEvent::Refused,
                $change->base,
                $change->target,
                $userId,
                $item->releaseId,
                $reason,
            );
            History::add($item->resourceId, $entry, Origin::from($change->origin));
            $this->changed->add($item->resourceId);
            if (! $isUndo) {
                $this->drafts->settle($item->resourceId, $change->field, DraftState::Refused, $reason);
            }
        }
        $this->giveBack($item, $isUndo);
    }

    /**
     * What cannot be handed over.
     *
     * @param  ?array<string, string>  $theirs  texts that the shop holds instead, by field: a clash; null where it is
     *     refused
     */
    public function hinder(int $id, string $reason, ?array $theirs): void
    {
        $item = Records::one(ReleaseItem::class, Rows::maybe(DB::table('release_items')->where('id', $id)->first()));
        if ($item === null) {
            return;
        }
        $this->set($item, ['seen' => null, 'look_at' => null, 'handed_at' => null]);
        if ($theirs === null) {
            $this->refuse($item, $reason);

            return;
        }
        $changes = $item->changes();
        $fields = $theirs;
        foreach ($changes as $change) {
            $fields[$change->field->key()] ??= $change->base;
        }
        $this->clash($item, $changes, new ShopResource($item->externalId, '', '', '', '', $fields, []), $reason);
    }

    /** @param  list<FieldChange>  $changes */
    public function clash(ReleaseItem $item, array $changes, ShopResource $now, string $reason): void
    {
        $this->set($item, [
            'state' => ItemState::Clash->value,
            'reason' => mb_substr($reason, 0, 400),
            'version' => $now->version,
        ]);
        [$isUndo, $userId] = $this->batch($item);
        foreach ($changes as $change) {
            $theirs = $now->fields[$change->field->key()] ?? '';
            if ($change->field instanceof AddressField) {
                $isUndo ||
                    $this->addresses->settle(
                        self::sent($item, $change, $change->field, $userId),
                        DraftState::Clash,
                        $reason,
                        $theirs,
                    );

                continue;
            }
            Texts::stored($item->resourceId, $change->field, $theirs);
            if ($theirs === $change->base && count($changes) > 1) {
                // The other text is the one that changed; this one can be sent again as it is.
                $isUndo || $this->drafts->settle($item->resourceId, $change->field, DraftState::Ready, null);

                continue;
            }
            $entry = new NewHistoryEntry(
                $item->storeId,
                $change->field,
                HistoryEvent::Clash,
                $change->base,
                $theirs,
                $userId,
                $item->releaseId,
                $reason,
            );
            History::add($item->resourceId, $entry, Origin::from($change->origin));
            $isUndo || $this->drafts->settle($item->resourceId, $change->field, DraftState::Clash, $reason);
        }
        $this->giveBack($item, $isUndo);
        $this->changed->add($item->resourceId);
    }

    /** @param  list<FieldChange>  $changes */
    public function live(ReleaseItem $item, array $changes, ShopResource $now): void
    {
        $this->set($item, [
            'state' => ItemState::Live->value,
            'version' => $now->version,
            'unsure' => 0,
            'reason' => null,
            'sent_at' => now(),
            'seen' => 'no',
            'look_at' => now(),
        ]);
        Resources::hasVersion($item->resourceId, $now->version);
        $this->hold($item, $changes, $now->path);
    }

    /**
     * What was handed over has been seen on its page, so the shop holds it.
     *
     * @param  list<FieldChange>  $changes
     */
    public function arrived(ReleaseItem $item, array $changes): void
    {
        $this->set($item, ['state' => ItemState::Live->value, 'reason' => null, 'sent_at' => now()]);
        $slug = array_filter($changes, static fn (FieldChange $change): bool => $change->field === AddressField::Slug);
        $this->hold($item, $changes, (string) (array_values($slug)[0]->shownAfter ?? ''));
    }

    /** What was handed over is not waited for any longer; its drafts are ready again. */
    public function giveUp(ReleaseItem $item): void
    {
        $this->set($item, ['state' => ItemState::Withdrawn->value, 'seen' => null, 'look_at' => null]);
        [$isUndo] = $this->batch($item);
        $this->changed->add($item->resourceId);
        foreach ($isUndo ? [] : $item->changes() as $change) {
            $change->field instanceof AddressField
                ? $this->addresses->backToReady((int) $item->pageId, $change->field)
                : $this->drafts->settle($item->resourceId, $change->field, DraftState::Ready, null);
        }
        $this->giveBack($item, $isUndo);
    }

    /**
     * Writes down what the shop holds from now on.
     *
     * @param  list<FieldChange>  $changes
     * @param  string  $path  where the thing shows now
     */
    private function hold(ReleaseItem $item, array $changes, string $path): void
    {
        [$isUndo, $userId] = $this->batch($item);
        $store = Store::query()->findOrFail($item->storeId);
        foreach ($changes as $change) {
            if ($change->field instanceof AddressField) {
                $this->addresses->live(
                    self::sent($item, $change, $change->field, $userId),
                    $change->shownAfter,
                    $isUndo,
                );
                $change->field === AddressField::Slug && $this->moved($store, $item, $path, $isUndo);

                continue;
            }
            $text = $this->drafts->lock($store, $item->resourceId, $change->field);
            Texts::stored($item->resourceId, $change->field, $change->target, $change->origin);
            $entry = new NewHistoryEntry(
                $store->id,
                $change->field,
                $isUndo ? HistoryEvent::Undone : HistoryEvent::Live,
                $change->base,
                $change->target,
                $userId,
                $item->releaseId,
            );
            History::add($item->resourceId, $entry, Origin::from($change->origin), $isUndo ? null : $change->recipe);
            $draft = $this->drafts->find($item->resourceId, $change->field);
            if ($draft === null) {
                continue;
            }
            if (! $isUndo && $draft->state === DraftState::Sending) {
                $this->changed->add($draft->resourceId, $this->drafts->remove($text, $draft));
            } elseif ($isUndo && $draft->baseValue === $change->base) {
                $this->drafts->rebase($draft, $change->target);
            }
        }
        $this->changed->add($item->resourceId);
    }

    /**
     * A resource has a new address: its history goes there with it, at once and not only when the next crawl finds the
     * redirect.
     */
    private function moved(Store $store, ReleaseItem $item, string $path, bool $isUndo): void
    {
        $url = PageUrl::parse($store->base_url)?->resolve($path);
        if ($url === null) {
            return;
        }
        ['from' => $old, 'page' => $page] = Resources::moved($store, $item->resourceId, $url);
        $old === $url->text() || AddressMoved::dispatch($store->id, $old, $url->text());
        if ($page === null) {
            return;
        }
        // Taken back, the page is again where it was.
        Succession::forget($page);
        if ($page !== (int) $item->pageId) {
            (new PageBook($store))->showsResource($page, $item->resourceId);
            $isUndo || Succession::byHand($store, (int) $item->pageId, $url->text());
        }
    }

    private static function sent(ReleaseItem $item, FieldChange $change, AddressField $field, ?int $user): SentAddress
    {
        return new SentAddress(
            $item->storeId,
            (int) $item->pageId,
            $field,
            $change->base,
            $change->target,
            $item->releaseId,
            $user,
        );
    }

    /** An undo that did not come about leaves the item of the release as it was: it can be taken back another time. */
    private function giveBack(ReleaseItem $item, bool $isUndo): void
    {
        if ($isUndo) {
            DB::table('release_items')
                ->where('external_id', $item->externalId)
                ->where('undone_by', $item->releaseId)
                ->update(['undone_by' => null]);
        }
    }

    /** @return array{bool, ?int} whether it is an undo, and who asked for it */
    private function batch(ReleaseItem $item): array
    {
        $batch = Rows::maybe(DB::table('release_batches')->where('id', $item->releaseId)->first());

        return [$batch?->undo_of !== null, $batch?->user_id === null ? null : $batch->int('user_id')];
    }

    /** @param  array<string, mixed>  $values */
    private function set(ReleaseItem $item, array $values): void
    {
        DB::table('release_items')->where('id', $item->id)->update($values);
    }
}
