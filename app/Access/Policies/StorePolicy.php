<?php

declare(strict_types=1);

namespace App\Access\Policies;

use App\Access\Models\User;
use App\Access\Role;
use App\Stores\Models\Store;
use Illuminate\Auth\Access\Response;

/** Who may do what in a store. Strangers are told that there is no such store. */
final class StorePolicy
{
    public function view(User $user, Store $store): Response
    {
        return $this->needs(Role::Viewer, $user, $store);
    }

    public function write(User $user, Store $store): Response
    {
        return $this->needs(Role::Writer, $user, $store);
    }

    public function release(User $user, Store $store): Response
    {
        return $this->needs(Role::Approver, $user, $store);
    }

    public function manage(User $user, Store $store): Response
    {
        return $this->needs(Role::Owner, $user, $store);
    }

    private function needs(Role $role, User $user, Store $store): Response
    {
        $has = $user->roleIn($store);

        return match (true) {
            $has === null => Response::denyAsNotFound(),
            $store->leaving_at !== null => Response::deny('This store is being deleted.'),
            ! $store->isAtWork() && in_array($role, [Role::Writer, Role::Approver], true) => Response::deny(
                'This store is archived: it can be looked at. Its owner can bring it back under Settings, Leaving.',
            ),
            $has->includes($role) => Response::allow(),
            default => Response::deny("This needs the role of {$role->value}; you are {$has->value} here."),
        };
    }
}
