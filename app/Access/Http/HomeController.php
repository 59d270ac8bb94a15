<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\LastOwner;
use App\Access\Memberships;
use App\Access\Models\User;
use App\Platform\Work\WorkView;
use App\Stores\Leaving\DeleteWork;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

final class HomeController
{
    public function home(Request $request): RedirectResponse
    {
        /** @var User $user */
        $user = $request->user();
        $stores = $user->stores()->limit(2)->get();

        return match (true) {
            $stores->count() === 1 => redirect()->route('store', $stores->firstOrFail()),
            $stores->isEmpty() && $user->mayAddStores() => redirect()->route('stores.new'),
            default => redirect()->route('stores'),
        };
    }

    public function stores(Request $request): View
    {
        /** @var User $user */
        $user = $request->user();

        $mine = $user->stores()->orderBy('archived_at')->orderBy('name')->get();
        $leaving = [];
        foreach ($mine->whereNotNull('leaving_at') as $store) {
            $leaving[$store->id] = WorkView::about(DeleteWork::sort(), $store->id);
        }

        return view('store.stores', ['mine' => $mine, 'leaving' => $leaving]);
    }

    /** Goes out of a store; the last owner cannot. */
    public function leave(Request $request, Store $store, Memberships $memberships): RedirectResponse
    {
        /** @var User $user */
        $user = $request->user();
        try {
            $memberships->remove($store, $user);
        } catch (LastOwner $refused) {
            return redirect()
                ->route('stores')
                ->withErrors(['store' => $refused->getMessage()]);
        }

        return redirect()
            ->route('stores')
            ->with('done', "You have left {$store->name}. Only a new invitation brings you back.");
    }
}
