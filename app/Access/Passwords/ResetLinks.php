<?php

declare(strict_types=1);

namespace App\Access\Passwords;

use App\Access\Mail\Postbox;
use App\Access\Models\Membership;
use App\Access\Models\User;
use App\Access\Role;
use App\Access\Sessions;
use App\Platform\Typed;
use Illuminate\Auth\Passwords\PasswordBroker;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Password;
use Illuminate\Support\Str;

/** Links by which somebody chooses a new password: once, within an hour. Only a hash of the token is kept. */
final class ResetLinks
{
    /** The link leads to the address in the settings, never to the host that a request names for itself. */
    public static function url(string $email, string $token): string
    {
        return config()->string('app.url').route('password.reset', ['token' => $token, 'email' => $email], false);
    }

    public static function make(User $user): string
    {
        return self::url($user->email, self::broker()->createToken($user));
    }

    /** Mails a link to an address that belongs to somebody; twice within a minute it is not sent again. */
    public static function mail(string $email): void
    {
        self::broker()->sendResetLink(['email' => Str::lower($email)], static function (
            User $user,
            string $token,
        ): void {
            Postbox::send($user->email, new ResetMail($user->email, $token));
        });
    }

    /** Sets the password and ends all sessions of the person. False where the link is used up, too old or made up. */
    public static function use(string $email, string $token, string $password): bool
    {
        $given = ['email' => Str::lower($email), 'token' => $token, 'password' => $password];
        $result = DB::transaction(
            static fn (): mixed => self::broker()->reset($given, static function (User $user) use ($password): void {
                $user->update(['password' => $password]);
                Sessions::endAll($user->id);
            }),
        );

        return $result === Password::PASSWORD_RESET;
    }

    /** Whether an owner may make a link for somebody: only where that opens no store that is not the owner's own. */
    public static function mayMake(User $owner, User $user): bool
    {
        return self::among($owner, [$user->id]) !== [];
    }

    /**
     * Those of these people for whom an owner may make a link.
     *
     * @param  list<int>  $people  ids
     * @return list<int>
     */
    public static function among(User $owner, array $people): array
    {
        $owned = Membership::query()->where('user_id', $owner->id)->where('role', Role::Owner)->select('store_id');
        $elsewhere = Membership::query()
            ->whereIn('user_id', $people)
            ->whereNotIn('store_id', $owned)
            ->pluck('user_id')
            ->all();

        return array_values(array_diff($people, Typed::ints($elsewhere)));
    }

    private static function broker(): PasswordBroker
    {
        /** @var PasswordBroker */
        return Password::broker();
    }
}
