<?php

declare(strict_types=1);

namespace App\Changes\Review;

use App\Changes\Draft;
use App\Changes\DraftState;
use App\Changes\Events\TextsChanged;
use App\Changes\History;
use App\Changes\HistoryEvent;
use App\Changes\NewHistoryEntry;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** What reviewers say of drafts that are ready for release: that they may go, or that they go back. */
final class Approvals
{
    /**
     * Approves drafts that are ready, as they were seen; a text that is changed afterwards is approved no longer. What
     * belongs to another reviewer stays as it is, and one's own where the store asks for somebody else.
     *
     * @param  list<SeenDraft>  $drafts
     * @return int how many were approved by this
     */
    public function approve(Store $store, array $drafts, Approver $by): int
    {
        return $this->judge($store, $drafts, $by, null);
    }

    /**
     * Sends drafts that are ready back to whoever writes, with a word.
     *
     * @param  list<SeenDraft>  $drafts
     * @return int how many went back
     */
    public function sendBack(Store $store, array $drafts, string $word, Approver $by): int
    {
        return $this->judge($store, $drafts, $by, $word);
    }

    /**
     * @param  list<SeenDraft>  $drafts
     * @param  ?string  $word  with which they go back; null where they are approved
     */
    private function judge(Store $store, array $drafts, Approver $by, ?string $word): int
    {
        $isApproval = $word === null;
        $event = $isApproval ? HistoryEvent::Approved : HistoryEvent::Returned;
        $judged = [];
        foreach (array_chunk($drafts, 1000) as $some) {
            $seen = array_column($some, 'revision', 'id');
            array_push(
                $judged,
                ...DB::transaction(static function () use ($store, $seen, $by, $event, $isApproval, $word): array {
                    $rows = Rows::of(
                        DB::table('drafts')
                            ->where('store_id', $store->id)
                            ->whereIn('id', Reviewers::judged($store, array_keys($seen), $by))
                            ->where('state', DraftState::Ready->value)
                            ->when($isApproval, static fn ($query) => $query->whereNull('approved_at'))
                            ->when(
                                $isApproval && $by->userId !== null && $store->options()->asksSomebodyElse(),
                                static fn ($query) => $query->whereRaw('NOT (user_id <=> ?)', [$by->userId]),
                            )
                            ->lockForUpdate()
                            ->get(),
                    )->filter(
                        static fn (Row $row): bool => $seen[$row->int('id')] === null ||
                            $seen[$row->int('id')] === $row->int('revision'),
                    );
                    $note = mb_substr('sent back'.($word === '' ? '' : ": $word"), 0, 400);
                    DB::table('drafts')
                        ->whereIn('id', $rows->pluck('id'))
                        ->update(
                            [
                                'approved_by' => $isApproval ? $by->userId : null,
                                'approved_name' => $isApproval ? $by->guest : null,
                                'approved_at' => $isApproval ? now() : null,
                            ] + ($isApproval ? [] : ['state' => DraftState::Open->value, 'note' => $note]),
                        );
                    $said = implode(': ', array_filter([$by->guest === null ? '' : "$by->guest, by link", $word]));
                    History::addMany(
                        NewHistoryEntry::ofDrafts(
                            $rows->map(Draft::fromRow(...)),
                            $event,
                            $by->userId,
                            $said === '' ? null : $said,
                        ),
                    );
                    $isApproval ||
                        Comments::addMany(
                            $store,
                            array_values(
                                $rows
                                    ->map(static fn (Row $row): array => [$row->int('resource_id'), $row->int('field')])
                                    ->all(),
                            ),
                            (string) $word,
                            $by,
                        );

                    return Bulk::ids($rows->all(), 'resource_id');
                }, 3),
            );
        }
        $judged === [] || TextsChanged::dispatch($store->id, array_values(array_unique($judged)), []);

        return count($judged);
    }
}
