<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\Models\User;
use App\Stores\Models\Store;
use Throwable;

/**
 * Whether an error can be told inside the frame of the store in which it happened: that needs the person, the store
 * and a database that answers.
 */
final class ErrorFrame
{
    public static function isSafe(): bool
    {
        try {
            return request()->user() instanceof User && self::store() !== null && app(FrameComposer::class)->standsUp();
        } catch (Throwable) {
            return false;
        }
    }

    /**
     * The store that the address names, where the person belongs to it; errors before the route was bound have its
     * name alone.
     */
    public static function store(): ?Store
    {
        $store = request()->route('store') ?? (request()->segment(1) === 's' ? request()->segment(2) : null);
        $user = request()->user();

        return match (true) {
            ! ($user instanceof User) => null,
            $store instanceof Store => $user->roleIn($store) === null ? null : $store,
            is_string($store) => $user->stores()->where('slug', $store)->first(),
            default => null,
        };
    }
}
