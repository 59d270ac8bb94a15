<?php

declare(strict_types=1);

namespace App\Changes;

use App\Changes\Events\AddressSet;
use Illuminate\Support\Facades\DB;

/** What becomes of changes of addresses that are on their way to the shop; inside the sender's transaction. */
final class AddressSending
{
    /**
     * Changes are on their way to the shop.
     *
     * @param  list<int>  $ids
     */
    public function begin(array $ids): void
    {
        foreach (array_chunk($ids, 5000) as $chunk) {
            DB::table('address_changes')
                ->whereIn('id', $chunk)
                ->update(['state' => DraftState::Sending->value]);
        }
    }

    /**
     * The shop holds the value now.
     *
     * @param  ?string  $shown  what the page shows then; null where the theme decides
     */
    public function live(SentAddress $sent, ?string $shown, bool $isUndo): void
    {
        $sent->value === ''
            ? DB::table('address_states')->where('page_id', $sent->page)->where('field', $sent->field->value)->delete()
            : DB::table('address_states')->upsert(
                [
                    [
                        'page_id' => $sent->page,
                        'field' => $sent->field->value,
                        'store_id' => $sent->store,
                        'value' => $sent->value,
                        'shown' => $shown,
                        'release_id' => $sent->release,
                        'since' => now(),
                        'drifted' => null,
                    ],
                ],
                ['page_id', 'field'],
                ['value', 'shown', 'release_id', 'since', 'drifted'],
            );
        $changes = DB::table('address_changes')->where('page_id', $sent->page)->where('field', $sent->field->value);
        $isUndo
            ? $changes->update(['base_value' => $sent->value])
            : $changes->where('state', DraftState::Sending->value)->delete();
        self::tell($sent, $isUndo ? HistoryEvent::Undone : HistoryEvent::Live, $sent->value, null);
        AddressSet::dispatch($sent->store, $sent->page, $sent->field, $sent->value);
    }

    /**
     * What was on its way stands still again, with the reason.
     *
     * @param  ?string  $theirs  what the shop holds, which it would be written over next; null where that is unchanged
     */
    public function settle(SentAddress $sent, DraftState $state, string $reason, ?string $theirs = null): void
    {
        DB::table('address_changes')
            ->where('page_id', $sent->page)
            ->where('field', $sent->field->value)
            ->where('state', DraftState::Sending->value)
            ->update(
                ['state' => $state->value, 'note' => mb_substr($reason, 0, 400)] +
                    ($theirs === null ? [] : ['base_value' => $theirs]),
            );
        $event = $state === DraftState::Refused ? HistoryEvent::Refused : HistoryEvent::Clash;
        self::tell($sent, $event, $theirs ?? $sent->value, $reason);
    }

    /** A change that was handed over and given up waits again. */
    public function backToReady(int $page, AddressField $field): void
    {
        DB::table('address_changes')
            ->where('page_id', $page)
            ->where('field', $field->value)
            ->where('state', DraftState::Sending->value)
            ->update(['state' => DraftState::Ready->value]);
    }

    private static function tell(SentAddress $sent, HistoryEvent $event, string $after, ?string $reason): void
    {
        $entry = new NewHistoryEntry(
            $sent->store,
            $sent->field,
            $event,
            $sent->before,
            $after,
            $sent->user,
            $sent->release,
            $reason,
        );
        History::addAddress($sent->page, $entry);
    }
}
