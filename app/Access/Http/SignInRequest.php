<?php

declare(strict_types=1);

namespace App\Access\Http;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;

/** An attempt to sign in: five a minute for one address and name, and thirty a minute for one address. */
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

    /** @throws ValidationException when the two do not belong together, or there were too many attempts */
    public function signIn(): void
    {
        $one = 'sign-in:'.sha1(Str::lower($this->string('email')->value()).'|'.$this->ip());
        $all = 'sign-in-from:'.$this->ip();
        if (RateLimiter::tooManyAttempts($one, 5) || RateLimiter::tooManyAttempts($all, 30)) {
            $seconds = max(RateLimiter::availableIn($one), RateLimiter::availableIn($all));
            throw ValidationException::withMessages(['email' => "Too many attempts. Try again in $seconds seconds."]);
        }
        RateLimiter::hit($one, 60);
        RateLimiter::hit($all, 60);
        if (! Auth::attempt($this->only('email', 'password'))) {
            throw ValidationException::withMessages(['email' => 'This e-mail address and password do not belong together.']);
        }
        RateLimiter::clear($one);
        $this->session()->regenerate();
    }
}
