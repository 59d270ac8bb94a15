<?php

declare(strict_types=1);

namespace App\Tend\Robots;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Robots\RobotsTxt;
use stdClass;

/** The versions of a store's robots.txt: as the shop shows it, and as people write it here. */
final class RobotsBook
{
    private const FETCHED = 1;

    private const WRITTEN = 2;

    /** @return list<stdClass> newest first, without what is in them */
    public static function versions(Store $store): array
    {
        return array_values(
            DB::table('tend_robots')
                ->leftJoin('users', 'users.id', '=', 'tend_robots.user_id')
                ->where('store_id', $store->id)
                ->orderByDesc('tend_robots.id')
                ->limit(50)
                ->get([
                    'tend_robots.id',
                    'origin',
                    'status',
                    'note',
                    'made_at',
                    'seen_at',
                    'users.name as user_name',
                    DB::raw('LENGTH(body) AS bytes'),
                ])
                ->all(),
        );
    }

    public static function find(Store $store, int $id): ?stdClass
    {
        return DB::table('tend_robots')->where('store_id', $store->id)->where('id', $id)->first();
    }

    /** What the shop showed when it was last asked; null where it never was. */
    public static function live(Store $store): ?stdClass
    {
        return DB::table('tend_robots')
            ->where('store_id', $store->id)
            ->where('origin', self::FETCHED)
            ->orderByDesc('id')
            ->first();
    }

    /** The newest that was written here. */
    public static function written(Store $store): ?stdClass
    {
        return DB::table('tend_robots')
            ->where('store_id', $store->id)
            ->where('origin', self::WRITTEN)
            ->orderByDesc('id')
            ->first();
    }

    /** The newest of all. */
    public static function newest(Store $store): ?stdClass
    {
        return DB::table('tend_robots')->where('store_id', $store->id)->orderByDesc('id')->first();
    }

    /**
     * Asks the shop for its robots.txt. A version that it shows already is only seen again; one that was written here
     * is live by this.
     *
     * @return int the version that is live
     *
     * @throws InvalidArgumentException where the shop does not answer
     */
    public static function fetch(Store $store, ?int $user): int
    {
        $url = $store->baseUrl()->resolve('/robots.txt');
        $options = $store->options();
        $answer =
            $url === null
                ? null
                : GuardedHttp::allowing($options->privateHosts)->fetch(
                    new HttpRequest($url, timeout: min(10, $options->timeout), maxBytes: RobotsTxt::MAX_BYTES),
                );
        if ($answer === null || $answer->status === 0) {
            throw new InvalidArgumentException(
                'The shop’s robots.txt could not be fetched'.($answer?->problem ? ": $answer->problem." : '.'),
            );
        }
        $body = $answer->status === 200 ? mb_scrub($answer->body) : '';
        $live = self::live($store);
        $same = self::sameAs($store, $body);
        if ($same !== null && ($same->origin === self::WRITTEN || (int) $same->status === $answer->status)) {
            DB::table('tend_robots')
                ->where('id', $same->id)
                ->update(['seen_at' => now()]);
        }
        if ($live !== null && (string) $live->body === $body && (int) $live->status === $answer->status) {
            DB::table('tend_robots')
                ->where('id', $live->id)
                ->update(['seen_at' => now()]);

            return (int) $live->id;
        }

        return self::write($store, self::FETCHED, $answer->status, $body, '', $user, now()->toDateTimeString());
    }

    /**
     * Keeps a version that somebody has written.
     *
     * @throws InvalidArgumentException where it is longer than crawlers read
     */
    public static function save(Store $store, string $body, string $note, ?int $user): int
    {
        // What a form sends has lost the end of its last line.
        $body = rtrim(str_replace("\r\n", "\n", mb_scrub($body)))."\n";
        if (strlen($body) > RobotsTxt::MAX_BYTES) {
            throw new InvalidArgumentException('It has more than 500 KiB; crawlers need not read what is behind.');
        }
        $newest = self::newest($store);

        return $newest !== null && (string) $newest->body === $body
            ? (int) $newest->id
            : self::write($store, self::WRITTEN, 0, $body, $note, $user, null);
    }

    private static function sameAs(Store $store, string $body): ?stdClass
    {
        $newest = self::newest($store);

        return $newest !== null && trim((string) $newest->body) === trim($body) ? $newest : null;
    }

    private static function write(
        Store $store,
        int $origin,
        int $status,
        string $body,
        string $note,
        ?int $user,
        ?string $seenAt,
    ): int {
        return DB::table('tend_robots')->insertGetId([
            'store_id' => $store->id,
            'origin' => $origin,
            'status' => $status,
            'body' => $body,
            'note' => mb_substr($note, 0, 300),
            'user_id' => $user,
            'made_at' => now(),
            'seen_at' => $seenAt,
        ]);
    }
}
