<?php

declare(strict_types=1);

namespace App\Access;

use App\Access\Models\Membership;
use App\Access\Models\User;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Who belongs to a store, and as what. The only writer of memberships, so that a store never loses its last owner. */
final readonly class Memberships
{
    public function __construct(private Invitations $invitations)
    {
    }

    /** The member with this id; null for everybody else, whatever other stores they belong to. */
    public static function member(Store $store, int $userId): ?User
    {
        $belongs = Membership::query()->where('store_id', $store->id)->where('user_id', $userId)->exists();

        return $belongs ? User::query()->find($userId) : null;
    }

    /**
     * Names of a store's people by id, in alphabetical order.
     *
     * @return array<int, string> those of a role or a higher one; of all where none is asked for
     */
    public static function people(Store $store, ?Role $least = null): array
    {
        $roles = array_filter(Role::cases(), static fn (Role $role): bool => $least === null || $role->includes($least));

        return DB::table('memberships')
            ->join('users', 'users.id', '=', 'memberships.user_id')
            ->where('store_id', $store->id)
            ->whereIn('role', array_column($roles, 'value'))
            ->orderBy('name')
            ->pluck('name', 'users.id')
            ->map(Typed::text(...))
            ->all();
    }

    /**
     * @param  array<int>  $users
     * @return array<int, string> their names by id
     */
    public static function named(array $users): array
    {
        return DB::table('users')->whereIn('id', $users)->pluck('name', 'id')->map(Typed::text(...))->all();
    }

    /** @throws LastOwner where the store would have none left */
    public function setRole(Store $store, User $user, Role $role): void
    {
        DB::transaction(function () use ($store, $user, $role): void {
            $this->keepAnOwner($store, $user, $role);
            Membership::query()
                ->where('store_id', $store->id)
                ->where('user_id', $user->id)
                ->update(['role' => $role]);
        });
    }

    /**
     * Takes somebody out of a store, and every link with it that could bring them back.
     *
     * @throws LastOwner where the store would have none left
     */
    public function remove(Store $store, User $user): void
    {
        DB::transaction(function () use ($store, $user): void {
            $this->keepAnOwner($store, $user, null);
            Membership::query()->where('store_id', $store->id)->where('user_id', $user->id)->delete();
            $this->invitations->endAllOf($store->id, $user->email);
        });
    }

    /** Brings a person in by command: somebody who is known already keeps name and password. */
    public static function enrol(int $storeId, NewMember $new): void
    {
        self::join(
            $storeId,
            User::query()->firstOrCreate(
                ['email' => $new->email],
                ['name' => $new->name, 'password' => $new->password],
            ),
            $new->role,
        );
    }

    /** Brings somebody in. A role that is there already is raised, never lowered: a link is no way to step down. */
    public static function join(int $storeId, User $user, Role $role): void
    {
        $there = Membership::query()
            ->where('store_id', $storeId)
            ->where('user_id', $user->id)
            ->lockForUpdate()
            ->first();
        if ($there === null) {
            Membership::query()->create(['user_id' => $user->id, 'store_id' => $storeId, 'role' => $role]);
        } elseif (! $there->role->includes($role)) {
            $there->update(['role' => $role]);
        }
    }

    /** @throws LastOwner */
    private function keepAnOwner(Store $store, User $user, ?Role $next): void
    {
        $owners = Membership::query()
            ->where('store_id', $store->id)
            ->where('role', Role::Owner)
            ->lockForUpdate()
            ->pluck('user_id');
        if ($next !== Role::Owner && $owners->count() === 1 && $owners->contains($user->id)) {
            throw LastOwner::of($store);
        }
    }
}
