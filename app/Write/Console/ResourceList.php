<?php

declare(strict_types=1);

namespace App\Write\Console;

use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/** The pages that a command is given: of a kind, or those of a file of URLs. */
final class ResourceList
{
    /**
     * @return list<int> resources
     *
     * @throws InvalidArgumentException where it is neither a kind nor a file
     */
    public static function of(Store $store, string $to): array
    {
        $kind = PageKind::fromKey($to);

        return $kind === null
            ? self::ofFile($store, $to)
            : self::ids(
                DB::table('resources')
                    ->where('store_id', $store->id)
                    ->where('gone', 0)
                    ->where('kind', $kind->value)
                    ->orderBy('id')
                    ->pluck('id')
                    ->all(),
            );
    }

    /**
     * @return list<int>
     *
     * @throws InvalidArgumentException where there is no such file, or nothing in it
     */
    public static function ofFile(Store $store, string $path): array
    {
        $urls =
            @file($path, FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?:
            throw new InvalidArgumentException("\"$path\" is neither a kind of page nor a file of URLs.");
        $ids = [];
        foreach (array_chunk($urls, 1000) as $chunk) {
            $ids[] = self::ids(
                DB::table('resources')
                    ->join('pages', 'pages.id', '=', 'resources.page_id')
                    ->where('resources.store_id', $store->id)
                    ->whereIn(
                        'pages.digest',
                        array_map(static fn (string $url): string => md5(trim($url), true), $chunk),
                    )
                    ->pluck('resources.id')
                    ->all(),
            );
        }

        return array_merge(...$ids);
    }

    /**
     * @param  array<mixed>  $ids
     * @return list<int>
     */
    private static function ids(array $ids): array
    {
        return array_values(array_map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0, $ids));
    }
}
