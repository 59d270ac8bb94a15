<?php

declare(strict_types=1);

namespace App\Tend\Maps;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Orchard\Core\Sitemaps\SitemapWriter;
use ZipArchive;

/** The sitemaps of a store as they are served and taken along. */
final class SiteMaps
{
    /** The part of the address at which a store's sitemaps are served; made when they are first asked for. */
    public static function token(Store $store): string
    {
        $known = self::state($store);
        if ($known !== null) {
            return $known->token;
        }
        DB::table('tend_map_states')->insertOrIgnore(['store_id' => $store->id, 'token' => Str::random(32)]);

        return Typed::text(DB::table('tend_map_states')->where('store_id', $store->id)->value('token'));
    }

    /** Null where the store has not asked for sitemaps. */
    public static function state(Store $store): ?MapState
    {
        return Records::one(
            MapState::class,
            Rows::maybe(DB::table('tend_map_states')->where('store_id', $store->id)->first()),
        );
    }

    /** @return list<MapFile> */
    public static function files(Store $store): array
    {
        return Records::of(
            MapFile::class,
            Rows::of(
                DB::table('tend_maps')
                    ->where('store_id', $store->id)
                    ->orderBy('market_id')
                    ->orderBy('kind')
                    ->orderByRaw('LENGTH(name), name')
                    ->get(['name', 'market_id', 'kind', 'urls', 'told', 'listed', 'changed', 'made_at']),
            ),
        );
    }

    /** The index, whose files stand under an address; null where there are none. */
    public static function index(Store $store, string $under, string $ending = '.xml.gz'): ?string
    {
        $files = [];
        foreach (self::files($store) as $file) {
            $files[rtrim($under, '/')."/{$file->name}$ending"] = $file->changed;
        }

        return $files === [] ? null : SitemapWriter::index($files);
    }

    /** One file, gzipped; null where there is none of this name. */
    public static function file(Store $store, string $name): ?string
    {
        $body = DB::table('tend_maps')->where('store_id', $store->id)->where('name', $name)->value('body');

        return is_string($body) ? $body : null;
    }

    public static function byToken(string $token): ?Store
    {
        $id = DB::table('tend_map_states')->where('token', $token)->value('store_id');

        return $id === null ? null : Store::query()->find(Typed::int($id));
    }

    /**
     * All files and their index, as they would stand in the root of the shop. @return string path of a file that is the
     * caller's to delete
     */
    public static function zip(Store $store): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'maps');
        $zip = new ZipArchive();
        $zip->open($path, ZipArchive::OVERWRITE);
        $zip->addFromString('sitemap.xml', (string) self::index($store, rtrim($store->base_url, '/')));
        foreach (self::files($store) as $file) {
            $zip->addFromString("{$file->name}.xml.gz", (string) self::file($store, $file->name));
        }
        $zip->close();

        return $path;
    }
}
