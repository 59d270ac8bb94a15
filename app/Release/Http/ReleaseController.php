<?php

declare(strict_types=1);

namespace App\Release\Http;

use App\Access\Models\User;
use App\Changes\AddressChanges;
use App\Changes\Drafts;
use App\Release\Handing\WayPreview;
use App\Release\Lists\ReadyWeight;
use App\Release\Lists\ReleaseScreen;
use App\Release\Releases;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;

/** What is ready to go, the way it takes, and clashes to decide. */
final class ReleaseController
{
    public function index(Request $request, Store $store): View
    {
        return view('release.index', ReleaseScreen::of($request, $store));
    }

    /** The clicks that are at risk, and the largest pages before and after; by itself, since thousands may be ready. */
    public function weight(Store $store): View
    {
        return view('release.weight', [
            'store' => $store,
            'weight' => ReadyWeight::of($store),
            'senders' => ReleaseScreen::senders($store),
        ]);
    }

    /** Which way what is ready will go; by itself, since thousands may be ready. */
    public function ways(Store $store): View
    {
        return view('release.ways', ['store' => $store, 'ways' => (new WayPreview($store))->count()]);
    }

    public function send(SendRequest $request, Store $store, Releases $releases): RedirectResponse
    {
        /** @var User $user */
        $user = $request->user();
        try {
            $made = $releases->send($store, $request->wish($store), $user->id);
        } catch (InvalidArgumentException $wrong) {
            return redirect()
                ->route('release', $store)
                ->withErrors(['drafts' => $wrong->getMessage()]);
        }

        return redirect()->route('release.show', [$store, $made['release']]);
    }

    public function decide(Request $request, Store $store, int $draft, Drafts $drafts): RedirectResponse
    {
        $request->validate(['keep' => ['required', 'in:ours,theirs']]);
        /** @var User $user */
        $user = $request->user();
        $done = $drafts->decide($store, $draft, $request->input('keep') === 'ours', $user->id);

        return redirect()
            ->route('release', $store)
            ->with(
                'done',
                match (true) {
                    ! $done => 'This clash has already been decided.',
                    $request->input('keep') === 'ours' => 'The draft is ready to be sent over the shop’s text.',
                    default => 'The shop’s text stays; your draft is in the history.',
                },
            );
    }

    /**
     * Ours over the shop's setting of an address, or the shop's over ours; what was refused is sent again or dropped.
     */
    public function decideAddress(
        Request $request,
        Store $store,
        int $change,
        AddressChanges $changes,
    ): RedirectResponse {
        $request->validate(['keep' => ['required', 'in:ours,theirs']]);
        /** @var User $user */
        $user = $request->user();

        return redirect()
            ->route('release', $store)
            ->with(
                'done',
                $changes->decide($store, $change, $request->input('keep') === 'ours', $user->id)
                    ? 'Decided.'
                    : 'This has already been decided.',
            );
    }
}
