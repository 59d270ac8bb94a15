<?php

declare(strict_types=1);

namespace App\Access\Http;

use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\View\View;

final class SessionController
{
    public function create(): View
    {
        return view('access.sign-in');
    }

    public function store(SignInRequest $request): RedirectResponse
    {
        $request->signIn();

        return redirect()->intended('/');
    }

    public function destroy(Request $request): RedirectResponse
    {
        Auth::logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return redirect('/sign-in');
    }
}
