<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\Models\User;
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

        return $stores->count() === 1 && $stores[0] !== null
            ? redirect()->route('store', $stores[0])
            : redirect()->route('stores');
    }

    public function stores(Request $request): View
    {
        /** @var User $user */
        $user = $request->user();

        return view('store.stores', ['mine' => $user->stores()->orderBy('name')->get()]);
    }
}
