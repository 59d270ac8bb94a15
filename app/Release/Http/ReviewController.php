<?php

declare(strict_types=1);

namespace App\Release\Http;

use App\Access\Models\User;
use App\Access\Role;
use App\Changes\AddressChanges;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Changes\Review\Approvals;
use App\Changes\Review\Approver;
use App\Changes\Review\SeenDraft;
use App\Changes\StoreDrafts;
use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use InvalidArgumentException;

/** What an approver does with what is ready before it is sent: approves it, sends it back with a word, or mends it. */
final class ReviewController
{
    public function texts(Request $request, Store $store, Approvals $approvals): RedirectResponse
    {
        $given = $request->validate(
            [
                'do' => ['required', 'in:approve,back'],
                'drafts' => ['required', 'array', 'max:1000'],
                'drafts.*' => ['integer', 'min:1'],
                'word' => ['nullable', 'string', 'max:300'],
            ],
            ['drafts.required' => 'No text is ticked.'],
        );
        $ids = array_values(array_map(intval(...), $given['drafts']));
        /** @var User $user */
        $user = $request->user();
        $by = Approver::person($user->id, $user->roleIn($store) === Role::Owner);
        if ($given['do'] === 'approve') {
            return back()->with(
                'done',
                self::counted($approvals->approve($store, SeenDraft::now($ids), $by), 'text is', 'texts are').
                    ' approved.',
            );
        }

        return back()->with(
            'done',
            self::counted(
                $approvals->sendBack($store, SeenDraft::now($ids), trim((string) ($given['word'] ?? '')), $by),
                'text goes',
                'texts go',
            ).' back to the writing desk.',
        );
    }

    public function addresses(Request $request, Store $store, AddressChanges $changes): RedirectResponse
    {
        $given = $request->validate(
            [
                'do' => ['required', 'in:approve,back'],
                'changes' => ['required', 'array', 'max:1000'],
                'changes.*' => ['integer', 'min:1'],
            ],
            ['changes.required' => 'No change is ticked.'],
        );
        $ids = array_values(array_map(intval(...), $given['changes']));
        $user = Caller::id($request);

        return back()->with(
            'done',
            $given['do'] === 'approve'
                ? self::counted($changes->approve($store, $ids, $user), 'change is', 'changes are').' approved.'
                : self::counted($changes->dropSome($store, $ids, $user), 'change is', 'changes are').' withdrawn.',
        );
    }

    /** Another text in place of one that is ready; it stays ready, and is to be approved anew. */
    public function edit(Request $request, Store $store, int $draft, Drafts $drafts): RedirectResponse
    {
        $given = $request->validate([
            'text' => ['present', 'nullable', 'string', 'max:5000'],
            'revision' => ['required', 'integer', 'min:0'],
        ]);
        $known = StoreDrafts::byId($store, $draft) ?? abort(404);
        $user = Caller::id($request);
        try {
            $outcome = $drafts->save(
                $store,
                new TextEdit(
                    $known->resourceId,
                    $known->field,
                    (string) ($given['text'] ?? ''),
                    (int) $given['revision'],
                ),
                new Author(Origin::Hand, $user),
            );
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['text' => $wrong->getMessage()]);
        }
        if (! $outcome->saved) {
            return back()->withErrors([
                'text' => ($outcome->reason ?? '').
                    ($outcome->isClash()
                        ? " {$outcome->otherAuthor} wrote: “{$outcome->draft?->value}”. Your text is in the history."
                        : ''),
            ]);
        }
        $outcome->draft === null || $drafts->markReady($store, [$outcome->draft->id], true, $user);

        return back()->with(
            'done',
            $outcome->draft === null
                ? 'This is the shop’s own text: there is nothing to send.'
                : 'Saved, and ready for release.',
        );
    }

    private static function counted(int $count, string $one, string $many): string
    {
        return number_format($count).' '.($count === 1 ? $one : $many);
    }
}
