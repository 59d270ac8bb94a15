<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * Links by which somebody without an account sees the list of one release, and nothing else. Only a digest of each is
 * kept.
 */
final class ShareLinks
{
    public const DAYS = 30;

    /** @return string the word that the link ends in; it is told once */
    public function make(Store $store, int $release, ?int $userId): string
    {
        $token = Str::random(40);
        DB::table('release_links')->insert([
            'release_id' => $release,
            'store_id' => $store->id,
            'token_hash' => hash('sha256', $token, true),
            'expires_at' => now()->addDays(self::DAYS),
            'user_id' => $userId,
            'created_at' => now(),
        ]);

        return $token;
    }

    /**
     * @return array{store: Store, release: int, name: string}|null what a link opens; null where it has ended, or never
     *     was one
     */
    public function open(string $token): ?array
    {
        $row = Rows::maybe(
            DB::table('release_links')
                ->join('release_batches', 'release_batches.id', '=', 'release_links.release_id')
                ->where('token_hash', hash('sha256', $token, true))
                ->where('expires_at', '>', now())
                ->first(['release_links.store_id', 'release_links.release_id', 'release_batches.name']),
        );
        $store = $row === null ? null : Store::query()->find($row->int('store_id'));

        return $row === null || $store === null
            ? null
            : ['store' => $store, 'release' => $row->int('release_id'), 'name' => $row->text('name')];
    }

    public function count(int $release): int
    {
        return DB::table('release_links')->where('release_id', $release)->where('expires_at', '>', now())->count();
    }

    public function end(Store $store, int $release): void
    {
        DB::table('release_links')->where('store_id', $store->id)->where('release_id', $release)->delete();
    }
}
