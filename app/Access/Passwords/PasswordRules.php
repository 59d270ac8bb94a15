<?php

declare(strict_types=1);

namespace App\Access\Passwords;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;
use Illuminate\Support\Str;

/** Long enough, and not among the common ones. No rules of composition: they make passwords worse. */
final readonly class PasswordRules implements ValidationRule
{
    /** Characters; tools/make-common-passwords.mjs leaves out what is shorter. */
    public const SHORTEST = 12;

    public const LONGEST = 200;

    /** @param  string  $email  of the person, which must not be the password itself */
    private function __construct(private string $email)
    {
    }

    /** @return list<string|self> */
    public static function for(string $email): array
    {
        return ['required', 'string', 'min:'.self::SHORTEST, 'max:'.self::LONGEST, new self($email)];
    }

    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        $word = Str::lower(is_string($value) ? $value : '');
        if ($word === Str::lower($this->email) || count_chars($word, 3) === substr($word, 0, 1)) {
            $fail('This password would be the first guess of anyone. Choose another.');
        } elseif (self::isCommon($word)) {
            $fail('This password is among the most common ones, which are tried first. Choose another.');
        }
    }

    /** Whether a word in lower case stands in resources/common-passwords.txt. */
    private static function isCommon(string $word): bool
    {
        $list = "\n".file_get_contents(resource_path('common-passwords.txt'));

        return str_contains($list, "\n$word\n");
    }
}
