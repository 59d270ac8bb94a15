<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\SignIn\Guesses;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Auth;
use Illuminate\Validation\ValidationException;

/**
 * An attempt to sign in. Failed ones are counted for the account and, apart from it, for the address they come from.
 */
final class SignInRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['email' => ['required', 'string', 'max:190'], 'password' => ['required', 'string', 'max:200']];
    }

    /** @throws ValidationException when the two do not belong together, or there were too many guesses */
    public function signIn(): void
    {
        $email = $this->string('email')->value();
        $address = (string) $this->ip();
        $account = Guesses::at($email, $address);
        $from = Guesses::from($address);
        $wait = max($account->wait(), $from->wait());
        if ($wait > 0 || ! $from->mayTry() || ! $account->mayTry()) {
            $seconds = max(1, $wait);
            throw ValidationException::withMessages([
                'email' => "Too many wrong passwords. The next one is looked at in $seconds ".
                    ($seconds === 1 ? 'second.' : 'seconds.'),
            ])->status(429);
        }
        if (! Auth::attempt($this->only('email', 'password'))) {
            $account->failed();
            $from->failed();
            throw ValidationException::withMessages([
                'email' => 'This e-mail address and password do not belong together.',
            ]);
        }
        $account->wasRight(forgetOthers: true);
        $from->wasRight(forgetOthers: false);
        Guesses::know($email, $address);
        $this->session()->regenerate();
    }
}
