<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\Models\User;
use App\Access\Passwords\PasswordRules;
use App\Access\Sessions;
use App\Access\SignIn\Guesses;
use App\Platform\Web\Forms;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Hash;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use Illuminate\View\View;

/** What belongs to a person alone: the password, and where they are signed in. */
final class AccountController
{
    public function show(Request $request): View
    {
        $user = self::user($request);

        return view('access.account', [
            'person' => $user,
            'sessions' => Sessions::of($user->id, $request->session()->getId()),
        ]);
    }

    public function changePassword(Request $request): RedirectResponse
    {
        $user = self::user($request);
        $request->validate(
            [
                'current' => ['required', 'string', 'max:'.PasswordRules::LONGEST],
                'password' => [...PasswordRules::for($user->email), 'different:current'],
            ],
            ['password.different' => 'The new password is the old one.'],
        );
        $guesses = Guesses::at($user->email, (string) $request->ip());
        if (! $guesses->mayTry()) {
            throw ValidationException::withMessages([
                'current' => 'Too many wrong passwords. Try again later.',
            ])->status(429);
        }
        if (! Hash::check($request->string('current')->value(), $user->password)) {
            $guesses->failed();
            throw ValidationException::withMessages(['current' => 'This is not your current password.']);
        }
        $guesses->wasRight(forgetOthers: true);
        $user->update(['password' => $request->string('password')->value()]);
        $request->session()->regenerate(destroy: true);
        $ended = Sessions::endAll($user->id, $request->session()->getId());

        return redirect()
            ->route('account')
            ->with('done', 'The password is changed.'.self::andEnded($ended));
    }

    /** How numbers and dates are written for this person. */
    public function writeAs(Request $request): RedirectResponse
    {
        $given = $request->validate(['locale' => ['nullable', Rule::in(Forms::LOCALES)]]);
        User::query()
            ->whereKey(self::user($request)->id)
            ->update(['locale' => $given['locale'] ?? null]);

        return redirect()->route('account')->with('done', 'Saved.');
    }

    public function endSession(Request $request): RedirectResponse
    {
        $request->validate(['key' => ['required', 'string', 'max:64']]);
        $isEnded = Sessions::end(self::user($request)->id, $request->string('key')->value());

        return redirect()
            ->route('account')
            ->with('done', $isEnded ? 'That session is ended.' : 'That session had ended already.');
    }

    public function endOthers(Request $request): RedirectResponse
    {
        $ended = Sessions::endAll(self::user($request)->id, $request->session()->getId());

        return redirect()
            ->route('account')
            ->with('done', $ended === 0 ? 'You are signed in nowhere else.' : trim(self::andEnded($ended)));
    }

    private static function andEnded(int $count): string
    {
        return match ($count) {
            0 => '',
            1 => ' One other session is ended.',
            default => " $count other sessions are ended.",
        };
    }

    private static function user(Request $request): User
    {
        $user = $request->user();

        return $user instanceof User ? $user : abort(401);
    }
}
