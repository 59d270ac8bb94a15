<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\Invitations;
use App\Access\Models\User;
use App\Store\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Hash;
use Illuminate\Validation\Rules\Password;
use Illuminate\Validation\ValidationException;
use Illuminate\View\View;

final class InvitationController
{
    public function show(Invitations $invitations, string $secret): View
    {
        $found = $invitations->find($secret);
        abort_if($found === null, 410, 'This invitation has been used, or is older than seven days. Ask for another.');

        return view('access.invitation', ['invitation' => $found, 'store' => Store::query()->findOrFail($found->store_id), 'secret' => $secret]);
    }

    public function accept(Request $request, Invitations $invitations, string $secret): RedirectResponse
    {
        $found = $invitations->find($secret);
        abort_if($found === null, 410, 'This invitation has been used, or is older than seven days. Ask for another.');
        if ($found->known) {
            // The link alone must not open somebody's account.
            $request->validate(['password' => ['required', 'string', 'max:200']]);
            $user = User::query()->where('email', $found->email)->firstOrFail();
            if (! Hash::check($request->string('password')->value(), $user->password)) {
                throw ValidationException::withMessages(['password' => 'This is not the password of '.$found->email.'.']);
            }
        } else {
            $request->validate(['name' => ['required', 'string', 'max:80'], 'password' => ['required', 'string', 'max:200', Password::min(10)]]);
        }
        $user = $invitations->accept($secret, $request->string('name')->value(), $request->string('password')->value());
        abort_if($user === null, 410, 'This invitation has just been used.');
        Auth::login($user);
        $request->session()->regenerate();

        return redirect('/');
    }
}
