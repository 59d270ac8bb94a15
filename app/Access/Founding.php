<?php

declare(strict_types=1);

namespace App\Access;

use App\Access\Models\User;
use App\Stores\Adding\NewStore;
use App\Stores\AddStore;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/** Makes a store with its first owner. */
final readonly class Founding
{
    public function __construct(private AddStore $stores)
    {
    }

    /**
     * @param  bool  $evenAgain  whether a second store of the same address is meant
     *
     * @throws AlreadyHere where this person has a store at the address
     * @throws InvalidArgumentException with a sentence for people
     */
    public function found(User $user, NewStore $new, bool $evenAgain): Store
    {
        return $this->stores->oneAfterTheOther(function () use ($user, $new, $evenAgain): Store {
            $known = $evenAgain ? null : $this->known($user, $new->url);
            if ($known !== null) {
                throw AlreadyHere::at($known);
            }

            return DB::transaction(function () use ($user, $new): Store {
                $store = $this->stores->asSeen($new);
                Memberships::join($store->id, $user, Role::Owner);

                return $store;
            });
        });
    }

    private function known(User $user, string $url): ?Store
    {
        $place = static fn (string $of): string => parse_url($of, PHP_URL_HOST).':'.parse_url($of, PHP_URL_PORT);

        return $user
            ->stores()
            ->get(['stores.id', 'slug', 'stores.name', 'base_url'])
            ->first(static fn (Store $one): bool => $place($one->base_url) === $place($url));
    }
}
