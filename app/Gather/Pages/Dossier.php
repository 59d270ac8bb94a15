<?php

declare(strict_types=1);

namespace App\Gather\Pages;

use App\Changes\History;
use App\Facts\Calendar\Calendar;
use App\Facts\PageNumbers;
use App\Inventory\Index\ListsOfPage;
use App\Inventory\Index\RepeatedLines;
use App\Inventory\KeptDetails;
use App\Inventory\PageSource;
use App\Inventory\Succession;
use App\Platform\Typed;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Markup\LinkHeader;
use Orchard\Core\Url\PageUrl;

/** All about one page, as its dossier shows it. */
final class Dossier
{
    /** @return ?array<string, mixed> for the view gather.page; null where the store has no such page */
    public static function of(Store $store, int $page): ?array
    {
        $row = DB::table('pages')->where('store_id', $store->id)->where('id', $page)->first();
        if ($row === null) {
            return null;
        }
        $resource = $row->resource_id === null ? null : DB::table('resources')->where('id', $row->resource_id)->first();

        return [
            'store' => $store,
            'page' => $row,
            'facts' => DB::table('page_facts')->where('page_id', $page)->where('to_crawl', 0)->first() ??
                DB::table('page_facts')->where('page_id', $page)->orderByDesc('to_crawl')->first(),
            'index' => DB::table('page_index')->where('page_id', $page)->first(),
            'resource' => $resource,
            'texts' => $resource === null
                    ? collect()
                    : DB::table('resource_texts')->where('resource_id', $resource->id)->get()->keyBy('field'),
            'history' => History::all($page, $resource === null ? null : (int) $resource->id),
            'linksIn' => DB::table('links')
                ->join('pages', 'pages.id', '=', 'links.from_page')
                ->where('to_page', $page)
                ->limit(50)
                ->get(['pages.id', 'pages.url', 'anchor', 'rel']),
            'linksOut' => DB::table('links')
                ->join('pages', 'pages.id', '=', 'links.to_page')
                ->where('links.store_id', $store->id)
                ->where('from_page', $page)
                ->orderBy('place')
                ->limit(100)
                ->get(['pages.id', 'pages.url', 'anchor', 'rel']),
            'numbers' => ($numbers = PageNumbers::of($store, $page)),
            'events' => $numbers === null || $numbers->weeks === []
                    ? []
                    : Calendar::between($store, $numbers->window->firstDay, $numbers->window->lastDay),
            'currency' => Markets::of($store)->find((int) $row->market_id)->currency,
            'sources' => PageSource::namesOf((int) $row->sources),
            'kept' => ($kept = DB::table('page_details')->where('page_id', $page)->first()),
            'details' => KeptDetails::unpack($kept?->details),
            'languages' => self::languages(
                (string) $row->url,
                KeptDetails::unpack($kept?->details),
                (array) json_decode((string) $kept?->headers, true),
                DB::table('gather_sitemap_pages')->where('page_id', $page)->value('alternates'),
            ),
            'sizes' => (array) json_decode(
                Typed::text(DB::table('gather_image_sizes')->where('page_id', $page)->value('sizes')),
                true,
            ),
            'ownText' => (new RepeatedLines($store->id))->ownText(KeptDetails::textOf($kept?->text)),
            'product' => DB::table('page_products')->where('page_id', $page)->first(),
            'told' => ListsOfPage::of($page),
            'successor' => Succession::of($page),
            'earlier' => DB::table('page_facts')
                ->where('page_id', $page)
                ->where('to_crawl', '>', 0)
                ->orderByDesc('to_crawl')
                ->limit(10)
                ->get(),
        ];
    }

    /**
     * The versions in other languages that the page's head, its headers and the sitemaps name.
     *
     * @param  array<string, mixed>  $details
     * @param  array<array-key, mixed>  $headers
     * @return list<array{string, string, string}> where it is said, language code, address
     */
    private static function languages(string $url, array $details, array $headers, mixed $sitemap): array
    {
        $told = [];
        foreach (is_array($details['hreflangs'] ?? null) ? $details['hreflangs'] : [] as $one) {
            $one = (array) $one;
            $told[] = ['tag', Typed::text($one['code'] ?? ''), Typed::text($one['url'] ?? '')];
        }
        $page = PageUrl::parse($url);
        foreach (
            $page === null || ! is_string($headers['link'] ?? null)
                ? []
                : LinkHeader::of([$headers['link']], $page)->hreflangs as $one
        ) {
            $told[] = ['header', $one['code'], $one['url']];
        }
        foreach (is_string($sitemap) ? (array) json_decode($sitemap, true) : [] as $code => $address) {
            $told[] = ['sitemap', (string) $code, is_string($address) ? $address : ''];
        }

        return $told;
    }
}
