<?php

declare(strict_types=1);

namespace App\Gather\Rendering;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Inventory\KeptDetails;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;

/** Asks how many bytes the images of a page have: by HEAD, on demand, the first forty. */
final class ImageSizes
{
    private const MOST = 40;

    private const AT_A_TIME = 6;

    /** @return int images that told their size */
    public static function weigh(Store $store, int $page): int
    {
        $details = KeptDetails::unpack(
            Typed::text(
                DB::table('page_details')->where('store_id', $store->id)->where('page_id', $page)->value('details'),
            ),
        );
        $sources = array_values(
            array_unique(
                array_filter(
                    array_map(
                        static fn (mixed $image): string => is_array($image) && is_string($image['src'] ?? null)
                            ? $image['src']
                            : '',
                        (array) ($details['images'] ?? []),
                    ),
                    static fn (string $src): bool => preg_match('~^https?://~', $src) === 1,
                ),
            ),
        );
        $http = GuardedHttp::allowing($store->options()->privateHosts);
        $waiting = array_slice($sources, 0, self::MOST);
        $sizes = [];
        while ($waiting !== [] || $http->underWay() > 0) {
            while ($waiting !== [] && $http->underWay() < self::AT_A_TIME) {
                $src = array_shift($waiting);
                $url = PageUrl::parse($src);
                $url === null || $http->add(new HttpRequest($url, 'HEAD', timeout: 5, maxBytes: 1000), $src);
            }
            foreach ($http->finished(0.05) as [$src, $answer]) {
                $length = $answer->header('content-length');
                $sizes[Typed::text($src)] =
                    $answer->status === 200 && ctype_digit((string) $length)
                        ? (int) $length
                        : ($answer->status === 0
                            ? (string) $answer->problem
                            : "answers {$answer->status}");
            }
        }
        DB::table('gather_image_sizes')->upsert(
            [
                [
                    'page_id' => $page,
                    'store_id' => $store->id,
                    'sizes' => json_encode(
                        (object) $sizes,
                        JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
                    ),
                    'weighed_at' => now(),
                ],
            ],
            ['page_id'],
            ['sizes', 'weighed_at'],
        );

        return count(array_filter($sizes, is_int(...)));
    }
}
