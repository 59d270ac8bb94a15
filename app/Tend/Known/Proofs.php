<?php

declare(strict_types=1);

namespace App\Tend\Known;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Markup\Charset;
use Orchard\Core\Markup\HeadMeta;
use Orchard\Core\Url\PageUrl;
use stdClass;

/** By what a store proves to search engines whose it is: a meta element of its home page, or a file. */
final class Proofs
{
    public const META = 1;

    public const FILE = 2;

    /** @return list<stdClass> */
    public static function of(Store $store): array
    {
        return array_values(
            DB::table('tend_proofs')->where('store_id', $store->id)->orderBy('engine')->orderBy('id')->get()->all(),
        );
    }

    /** Looks whether each is live. @return int how many are */
    public static function look(Store $store): int
    {
        $seen = 0;
        $home = null;
        foreach (self::of($store) as $proof) {
            if ((int) $proof->way === self::META) {
                $home ??= self::fetch($store, $store->baseUrl()) ?? '';
                $contents = HeadMeta::contents($home, (string) $proof->name);
                $isLive = (string) $proof->value === '' ? $contents !== [] : in_array($proof->value, $contents, true);
            } else {
                $url = $store->baseUrl()->resolve('/'.ltrim((string) $proof->name, '/'));
                $body = $url === null ? null : self::fetch($store, $url);
                $isLive =
                    $body !== null && ((string) $proof->value === '' || str_contains($body, (string) $proof->value));
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
