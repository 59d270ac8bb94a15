<?php

declare(strict_types=1);

namespace App\Access\Models;

use App\Access\Role;
use Illuminate\Database\Eloquent\Model;

/**
 * @property int $user_id
 * @property int $store_id
 * @property Role $role
 */
final class Membership extends Model
{
    public $timestamps = false;

    protected $fillable = ['user_id', 'store_id', 'role'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['role' => Role::class];
    }
}
