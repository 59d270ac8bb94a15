<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\Invitations;
use App\Access\Models\User;
use App\Access\Passwords\PasswordRules;
use App\Access\SignIn\Guesses;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Hash;
use Illuminate\Validation\ValidationException;
use Illuminate\View\View;

final class InvitationController
{
    private const OVER = 'This invitation has been used or withdrawn, or is older than seven days. Ask for another.';

    public function show(Invitations $invitations, string $secret): View
    {
        $found = $invitations->find($secret);
        abort_if($found === null, 410, self::OVER);

        return view('access.invitation', [
            'invitation' => $found,
            'store' => $found->storeId === null ? null : Store::query()->findOrFail($found->storeId),
            'secret' => $secret,
        ]);
    }

    public function accept(Request $request, Invitations $invitations, string $secret): RedirectResponse
    {
        $found = $invitations->find($secret);
        abort_if($found === null, 410, self::OVER);
        if ($found->known) {
            // The link alone must not open somebody's account.
            $request->validate(['password' => ['required', 'string', 'max:'.PasswordRules::LONGEST]]);
            self::checkPassword($found->email, $request);
        } else {
            $request->validate([
                'name' => ['required', 'string', 'max:80'],
                'password' => PasswordRules::for($found->email),
            ]);
        }
        $user = $invitations->accept($secret, $request->string('name')->value(), $request->string('password')->value());
        abort_if($user === null, 410, 'This invitation has just been used.');
        Auth::login($user);
        $request->session()->regenerate();

        return redirect('/');
    }

    /** @throws ValidationException */
    private static function checkPassword(string $email, Request $request): void
    {
        $guesses = Guesses::at($email, (string) $request->ip());
        $user = User::query()->where('email', $email)->firstOrFail();
        if (! $guesses->mayTry()) {
            throw ValidationException::withMessages([
                'password' => 'Too many wrong passwords. Try again later.',
            ])->status(429);
        }
        if (! Hash::check($request->string('password')->value(), $user->password)) {
            $guesses->failed();
            throw ValidationException::withMessages(['password' => "This is not the password of $email."]);
        }
        $guesses->wasRight(forgetOthers: true);
    }
}
