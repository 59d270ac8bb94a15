<?php

declare(strict_types=1);

namespace App\Access;

use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use Illuminate\Support\Facades\DB;

/** Where somebody is signed in. A session is told by a digest of its id: the id itself would open it. */
final class Sessions
{
    /** @return list<SignedIn> the newest first */
    public static function of(int $userId, string $own): array
    {
        $oldest = time() - 60 * Typed::int(config('session.lifetime'));

        return array_values(
            Rows::of(
                DB::table('sessions')
                    ->where('user_id', $userId)
                    ->where('last_activity', '>=', $oldest)
                    ->orderByDesc('last_activity')
                    ->limit(100)
                    ->get(['id', 'ip_address', 'user_agent', 'last_activity']),
            )
                ->map(
                    static fn (Row $row): SignedIn => new SignedIn(
                        self::key($row->text('id')),
                        $row->text('ip_address'),
                        self::browser($row->text('user_agent')),
                        $row->int('last_activity'),
                        $row->id === $own,
                    ),
                )
                ->all(),
        );
    }

    /** Ends one of somebody's own sessions. */
    public static function end(int $userId, string $key): bool
    {
        foreach (DB::table('sessions')->where('user_id', $userId)->pluck('id') as $id) {
            if (self::key(Typed::text($id)) === $key) {
                return DB::table('sessions')->where('id', $id)->delete() === 1;
            }
        }

        return false;
    }

    /** @param  ?string  $but  id of the session that goes on */
    public static function endAll(int $userId, ?string $but = null): int
    {
        return DB::table('sessions')
            ->where('user_id', $userId)
            ->when($but !== null, static fn ($q) => $q->where('id', '!=', $but))
            ->delete();
    }

    private static function key(string $id): string
    {
        return substr(hash('sha256', 'session '.$id), 0, 24);
    }

    /** A browser and a system in words, from what the browser says of itself. */
    private static function browser(string $agent): string
    {
        $first = static function (array $names) use ($agent): ?string {
            foreach ($names as $sign => $name) {
                if (str_contains($agent, $sign)) {
                    return $name;
                }
            }

            return null;
        };
        $browser = $first([
            'Edg/' => 'Edge',
            'OPR/' => 'Opera',
            'Firefox/' => 'Firefox',
            'Chrome/' => 'Chrome or Chromium',
            'Safari/' => 'Safari',
        ]);
        $system = $first([
            'Android' => 'Android',
            'iPhone' => 'iPhone',
            'iPad' => 'iPad',
            'Windows' => 'Windows',
            'Mac OS' => 'macOS',
            'Linux' => 'Linux',
        ]);

        return $browser === null ? 'another program' : $browser.($system === null ? '' : ' on '.$system);
    }
}
