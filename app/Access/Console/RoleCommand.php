<?php

declare(strict_types=1);

namespace App\Access\Console;

use App\Access\Memberships;
use App\Access\Models\User;
use App\Access\Role;
use App\Stores\Console\StoreCommand;
use Illuminate\Support\Str;

final class RoleCommand extends StoreCommand
{
    protected $signature = 'access:role {--store= : slug of the store} {--email= : whose} {--role= : viewer, writer, approver, owner or none} {--json : one JSON document on standard output}';

    protected $description = 'Change somebody\'s role in a store, or take them out of it (--role=none)';

    public function handle(Memberships $memberships): int
    {
        return $this->guarded(function () use ($memberships): int {
            $store = $this->store();
            $email = Str::lower((string) $this->option('email'));
            $given = (string) $this->option('role');
            $role = Role::tryFrom($given);
            $user = User::query()->where('email', $email)->first();
            if ($user === null || Memberships::member($store, $user->id) === null) {
                return $this->badCall(
                    $email === '' ? 'Whose? Give --email=ADDRESS.' : "$email does not belong to {$store->name}.",
                );
            }
            if ($role === null && $given !== 'none') {
                return $this->badCall('--role wants viewer, writer, approver, owner or none.');
            }
            $role === null ? $memberships->remove($store, $user) : $memberships->setRole($store, $user, $role);
            $told =
                $role === null
                    ? "$email no longer has access to {$store->name}."
                    : "$email is now {$role->value} of {$store->name}.";

            return $this->answer(['store' => $store->slug, 'email' => $email, 'role' => $given], $told);
        });
    }
}
