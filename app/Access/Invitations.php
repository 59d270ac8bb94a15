<?php

declare(strict_types=1);

namespace App\Access;

use App\Access\Models\Membership;
use App\Access\Models\User;
use App\Store\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Brings people into a store by a link that works once, for seven days. Only a hash of it is kept. */
final class Invitations
{
    private const DAYS = 7;

    /** @return string the secret part of the link */
    public function invite(Store $store, string $email, Role $role, ?User $by): string
    {
        $secret = Str::random(40);
        DB::table('access_invitations')->insert([
            'store_id' => $store->id, 'email' => Str::lower($email), 'role' => $role->value, 'secret_hash' => hash('sha256', $secret),
            'invited_by' => $by?->id, 'expires_at' => now()->addDays(self::DAYS), 'created_at' => now(),
        ]);

        return $secret;
    }

    /** @return ?object{id: int, store_id: int, email: string, role: string, known: bool} null where the link is used up, too old or made up */
    public function find(string $secret): ?object
    {
        $row = DB::table('access_invitations')->where('secret_hash', hash('sha256', $secret))->whereNull('used_at')->where('expires_at', '>', now())->first();
        if ($row === null) {
            return null;
        }

        return (object) ['id' => (int) $row->id, 'store_id' => (int) $row->store_id, 'email' => (string) $row->email, 'role' => (string) $row->role, 'known' => User::query()->where('email', $row->email)->exists()];
    }

    /** Takes the invitation up; someone who has an account keeps name and password. Null where another click was first. */
    public function accept(string $secret, string $name, string $password): ?User
    {
        return DB::transaction(function () use ($secret, $name, $password): ?User {
            $found = $this->find($secret);
            if ($found === null || DB::table('access_invitations')->where('id', $found->id)->whereNull('used_at')->update(['used_at' => now()]) === 0) {
                return null;
            }
            $user = User::query()->where('email', $found->email)->first() ?? User::query()->create(['name' => $name, 'email' => $found->email, 'password' => $password]);
            Membership::query()->upsert([['user_id' => $user->id, 'store_id' => $found->store_id, 'role' => $found->role]], ['user_id', 'store_id'], ['role']);

            return $user;
        });
    }
}
