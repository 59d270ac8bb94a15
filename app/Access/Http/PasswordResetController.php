<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\Mail\Postbox;
use App\Access\Passwords\MailResetLink;
use App\Access\Passwords\PasswordRules;
use App\Access\Passwords\ResetLinks;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

final class PasswordResetController
{
    public function ask(): View
    {
        return view('access.forgotten', ['mails' => Postbox::isThere()]);
    }

    /** The answer is the same for every address, so that nobody learns who has an account. */
    public function send(Request $request): RedirectResponse
    {
        $request->validate(['email' => ['required', 'email', 'max:190']]);
        MailResetLink::dispatch($request->string('email')->value());

        return redirect()
            ->route('sign-in')
            ->with('done', 'If this address belongs to somebody here, a link is on its way to it.');
    }

    public function choose(Request $request, string $token): View
    {
        return view('access.reset', ['token' => $token, 'email' => $request->string('email')->limit(190, '')->value()]);
    }

    public function store(Request $request, string $token): RedirectResponse
    {
        $request->validate(['email' => ['required', 'email', 'max:190']]);
        $email = $request->string('email')->value();
        $request->validate(['password' => PasswordRules::for($email)]);
        if (! ResetLinks::use($email, $token, $request->string('password')->value())) {
            return back()->withErrors([
                'password' => 'This link has been used, or is older than an hour. Ask for another.',
            ]);
        }

        return redirect()
            ->route('sign-in')
            ->with('done', 'The new password is set. You were signed out everywhere; sign in with it.');
    }
}
