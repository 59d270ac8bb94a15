<?php

declare(strict_types=1);

namespace App\Tend\Robots;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Robots\RobotsTxt;

/** The versions of a store's robots.txt: as the shop shows it, and as people write it here. */
final class RobotsBook
{
    private const FETCHED = 1;

    private const WRITTEN = 2;

    /** @return list<RobotsVersion> newest first, without what is in them */
    public static function versions(Store $store): array
    {
        return Records::of(
            RobotsVersion::class,
            Rows::of(
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
                    ]),
            ),
        );
    }

    public static function find(Store $store, int $id): ?RobotsVersion
    {
        return self::one(DB::table('tend_robots')->where('store_id', $store->id)->where('id', $id));
    }

    /** What the shop showed when it was last asked; null where it never was. */
    public static function live(Store $store): ?RobotsVersion
    {
        return self::one(
            DB::table('tend_robots')->where('store_id', $store->id)->where('origin', self::FETCHED)->orderByDesc('id'),
        );
    }

    /** The newest that was written here. */
    public static function written(Store $store): ?RobotsVersion
    {
        return self::one(
            DB::table('tend_robots')->where('store_id', $store->id)->where('origin', self::WRITTEN)->orderByDesc('id'),
        );
    }

    /** The newest of all. */
    public static function newest(Store $store): ?RobotsVersion
    {
        return self::one(DB::table('tend_robots')->where('store_id', $store->id)->orderByDesc('id'));
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
        if ($same !== null && ($same->origin === self::WRITTEN || $same->status === $answer->status)) {
            DB::table('tend_robots')
                ->where('id', $same->id)
                ->update(['seen_at' => now()]);
        }
        if ($live !== null && $live->body === $body && $live->status === $answer->status) {
            DB::table('tend_robots')
                ->where('id', $live->id)
                ->update(['seen_at' => now()]);

            return $live->id;
        }

        return self::write($store, [
            'origin' => self::FETCHED,
            'status' => $answer->status,
            'body' => $body,
            'user_id' => $user,
            'seen_at' => now(),
        ]);
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

        return $newest !== null && $newest->body === $body
            ? $newest->id
            : self::write($store, [
                'origin' => self::WRITTEN,
                'body' => $body,
                'note' => mb_substr($note, 0, 300),
                'user_id' => $user,
            ]);
    }

    private static function sameAs(Store $store, string $body): ?RobotsVersion
    {
        $newest = self::newest($store);

        return $newest !== null && trim($newest->body) === trim($body) ? $newest : null;
    }

    private static function one(Builder $versions): ?RobotsVersion
    {
        return Records::one(RobotsVersion::class, Rows::maybe($versions->first()));
    }

    /** @param  array<string, mixed>  $columns  of the table tend_robots, beside those of every version */
    private static function write(Store $store, array $columns): int
    {
        return DB::table('tend_robots')->insertGetId(
            $columns + ['store_id' => $store->id, 'status' => 0, 'note' => '', 'made_at' => now()],
        );
    }
}
