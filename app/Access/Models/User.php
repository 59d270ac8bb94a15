<?php

declare(strict_types=1);

namespace App\Access\Models;

use App\Access\Role;
use App\Stores\Models\Store;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Foundation\Auth\User as Authenticatable;
use Laravel\Sanctum\HasApiTokens;
use Laravel\Sanctum\PersonalAccessToken;

/**
 * @property int $id
 * @property string $name
 * @property string $email
 * @property string $password
 * @property bool $adds_stores may add stores without owning one
 * @property ?string $locale how numbers and dates are written, BCP 47; null as the browser asks
 */
final class User extends Authenticatable
{
    /** @use HasApiTokens<PersonalAccessToken> */
    use HasApiTokens;

    protected $fillable = ['name', 'email', 'password'];

    protected $hidden = ['password', 'remember_token'];

    /** @var array<int, ?Role> roles looked up in this request, by store */
    private array $roles = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['password' => 'hashed', 'adds_stores' => 'boolean'];
    }

    /** @return BelongsToMany<Store, $this> */
    public function stores(): BelongsToMany
    {
        return $this->belongsToMany(Store::class, 'memberships')->withPivot('role');
    }

    /** Whoever owns a store may add others; so may whoever was invited to the server itself. */
    public function mayAddStores(): bool
    {
        return $this->adds_stores ||
            Membership::query()->where('user_id', $this->id)->where('role', Role::Owner)->exists();
    }

    public function roleIn(Store $store): ?Role
    {
        if (! array_key_exists($store->id, $this->roles)) {
            $role = Membership::query()->where('user_id', $this->id)->where('store_id', $store->id)->value('role');
            $this->roles[$store->id] = $role instanceof Role ? $role : null;
        }

        return $this->roles[$store->id];
    }
}
