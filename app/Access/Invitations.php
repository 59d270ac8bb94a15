<?php

declare(strict_types=1);

namespace App\Access;

use App\Access\Mail\InvitationMail;
use App\Access\Mail\Postbox;
use App\Access\Models\Membership;
use App\Access\Models\User;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use InvalidArgumentException;

/**
 * Brings people into a store by a link that works once, for seven days. Only a hash of it is kept.
 *
 * An address has one open link to a store: a new one, or the same sent again, ends the one before.
 */
final class Invitations
{
    private const DAYS = 7;

    /**
     * @return string the secret part of the link
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function invite(Store $store, string $email, Role $role, ?User $by): string
    {
        $email = Str::lower($email);
        $has = Membership::query()
            ->where('store_id', $store->id)
            ->whereIn('user_id', User::query()->where('email', $email)->select('id'))
            ->first();
        if ($has !== null && $has->role->includes($role)) {
            throw new InvalidArgumentException(
                "$email is {$has->role->value} here already. Change the role under People.",
            );
        }
        $secret = Str::random(40);
        DB::transaction(function () use ($store, $email, $role, $by, $secret): void {
            $this->endAllOf($store->id, $email);
            DB::table('access_invitations')->insert([
                'store_id' => $store->id,
                'email' => $email,
                'role' => $role->value,
                'secret_hash' => hash('sha256', $secret),
                'invited_by' => $by?->id,
                'expires_at' => now()->addDays(self::DAYS),
                'created_at' => now(),
            ]);
        });
        Postbox::send($email, new InvitationMail($store->name, $role, $secret));

        return $secret;
    }

    /** Invites somebody to the server, to add stores of their own. @return string the secret part of the link */
    public function inviteToServer(string $email): string
    {
        $email = Str::lower($email);
        $secret = Str::random(40);
        DB::transaction(static function () use ($email, $secret): void {
            self::opened()
                ->whereNull('store_id')
                ->where('email', $email)
                ->update(['ended_at' => now()]);
            DB::table('access_invitations')->insert([
                'store_id' => null,
                'email' => $email,
                'role' => Role::Owner->value,
                'secret_hash' => hash('sha256', $secret),
                'invited_by' => null,
                'expires_at' => now()->addDays(self::DAYS),
                'created_at' => now(),
            ]);
        });

        return $secret;
    }

    /** @return list<OpenInvitation> the newest first */
    public static function open(int $storeId): array
    {
        return array_values(
            array_map(
                OpenInvitation::of(...),
                Rows::of(self::opened()->where('store_id', $storeId)->orderByDesc('id')->limit(200)->get())->all(),
            ),
        );
    }

    /** Makes a new link of an open invitation; the one before opens nothing any more. Null where it is not open. */
    public function again(Store $store, int $id): ?string
    {
        $row = Rows::maybe(self::opened()->where('store_id', $store->id)->where('id', $id)->first());
        if ($row === null) {
            return null;
        }
        $secret = Str::random(40);
        $isOurs =
            self::opened()
                ->where('id', $id)
                ->update(['secret_hash' => hash('sha256', $secret), 'expires_at' => now()->addDays(self::DAYS)]) === 1;
        if ($isOurs) {
            Postbox::send(
                $row->text('email'),
                new InvitationMail($store->name, Role::from($row->text('role')), $secret),
            );
        }

        return $isOurs ? $secret : null;
    }

    public static function emailOf(int $id): string
    {
        return Typed::text(DB::table('access_invitations')->where('id', $id)->value('email'));
    }

    /** @return bool whether it was open until now */
    public function withdraw(int $storeId, int $id): bool
    {
        return self::opened()
            ->where('store_id', $storeId)
            ->where('id', $id)
            ->update(['ended_at' => now()]) === 1;
    }

    public function endAllOf(int $storeId, string $email): void
    {
        self::opened()
            ->where('store_id', $storeId)
            ->where('email', Str::lower($email))
            ->update(['ended_at' => now()]);
    }

    /** Null where the link is used up, ended, too old or made up. */
    public function find(string $secret): ?FoundInvitation
    {
        $row = Rows::maybe(self::opened()->where('secret_hash', hash('sha256', $secret))->first());
        if ($row === null) {
            return null;
        }
        $known = User::query()->where('email', $row->email)->exists();

        return new FoundInvitation(
            $row->int('id'),
            $row->intOrNull('store_id'),
            $row->text('email'),
            $row->text('role'),
            $known,
        );
    }

    /**
     * Takes the invitation up; someone who has an account keeps name and password. Null where another click was first.
     */
    public function accept(string $secret, string $name, string $password): ?User
    {
        return DB::transaction(function () use ($secret, $name, $password): ?User {
            $found = $this->find($secret);
            if (
                $found === null ||
                self::opened()
                    ->where('id', $found->id)
                    ->update(['used_at' => now()]) === 0
            ) {
                return null;
            }
            $user =
                User::query()->where('email', $found->email)->first() ??
                User::query()->create(['name' => $name, 'email' => $found->email, 'password' => $password]);
            if ($found->storeId === null) {
                $user->forceFill(['adds_stores' => true])->save();
            } else {
                Memberships::join($found->storeId, $user, Role::from($found->role));
            }

            return $user;
        });
    }

    private static function opened(): \Illuminate\Database\Query\Builder
    {
        return DB::table('access_invitations')
            ->whereNull('used_at')
            ->whereNull('ended_at')
            ->where('expires_at', '>', now());
    }
}
