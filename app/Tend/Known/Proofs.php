<?php

declare(strict_types=1);

namespace App\Tend\Known;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Markup\Charset;
use Orchard\Core\Markup\HeadMeta;
use Orchard\Core\Url\PageUrl;

/** By what a store proves to search engines whose it is: a meta element of its home page, or a file. */
final class Proofs
{
    public const META = 1;

    public const FILE = 2;

    /** Proofs of one store. */
    private const MOST = 50;

    /** @return list<Proof> */
    public static function of(Store $store): array
    {
        return Records::of(
            Proof::class,
            Rows::of(DB::table('tend_proofs')->where('store_id', $store->id)->orderBy('engine')->orderBy('id')->get()),
        );
    }

    /**
     * Keeps a proof; one that is there already gets the new value.
     *
     * @throws InvalidArgumentException where the store has too many already
     */
    public static function keep(Store $store, Proof $proof, ?int $user): void
    {
        if (DB::table('tend_proofs')->where('store_id', $store->id)->count() >= self::MOST) {
            throw new InvalidArgumentException('There are '.self::MOST.' proofs already; drop some first.');
        }
        DB::table('tend_proofs')->upsert(
            [
                [
                    'store_id' => $store->id,
                    'engine' => $proof->engine,
                    'way' => $proof->way,
                    'name' => $proof->name,
                    'value' => $proof->value,
                    'user_id' => $user,
                ],
            ],
            ['store_id', 'engine', 'way', 'name'],
            ['value', 'user_id'],
        );
    }

    public static function drop(Store $store, int $proof): void
    {
        DB::table('tend_proofs')->where('store_id', $store->id)->where('id', $proof)->delete();
    }

    /** Looks whether each is live. @return int how many are */
    public static function look(Store $store): int
    {
        $seen = 0;
        $home = null;
        foreach (self::of($store) as $proof) {
            if ($proof->way === self::META) {
                $home ??= self::fetch($store, $store->baseUrl()) ?? '';
                $contents = HeadMeta::contents($home, $proof->name);
                $isLive = $proof->value === '' ? $contents !== [] : in_array($proof->value, $contents, true);
            } else {
                $url = $store->baseUrl()->resolve('/'.ltrim($proof->name, '/'));
                $body = $url === null ? null : self::fetch($store, $url);
                $isLive = $body !== null && ($proof->value === '' || str_contains($body, $proof->value));
            }
            $seen += $isLive ? 1 : 0;
            DB::table('tend_proofs')
                ->where('id', $proof->id)
                ->update(['looked_at' => now()] + ($isLive ? ['seen_at' => now()] : ['seen_at' => null]));
        }

        return $seen;
    }

    private static function fetch(Store $store, PageUrl $url): ?string
    {
        $options = $store->options();
        $answer = GuardedHttp::allowing($options->privateHosts)->fetch(
            new HttpRequest($url, timeout: min(10, $options->timeout), maxBytes: 500_000),
        );

        return $answer->status === 200 ? Charset::toUtf8($answer->body, $answer->header('content-type')) : null;
    }
}
