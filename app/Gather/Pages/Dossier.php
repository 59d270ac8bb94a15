<?php

declare(strict_types=1);

namespace App\Gather\Pages;

use App\Changes\Drafts;
use App\Changes\History;
use App\Facts\Calendar\Calendar;
use App\Facts\PageNumbers;
use App\Inventory\Index\ListsOfPage;
use App\Inventory\Index\RepeatedLines;
use App\Inventory\KeptDetails;
use App\Inventory\PageSource;
use App\Inventory\Succession;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
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
    public static function of(Store $store, int $page, Drafts $drafts): ?array
    {
        $row = KnownPage::find($store, $page);
        if ($row === null) {
            return null;
        }
        $kept = Records::one(
            KeptAnswer::class,
            Rows::maybe(DB::table('page_details')->where('page_id', $page)->first()),
        );
        $details = KeptDetails::unpack($kept?->details);
        $numbers = PageNumbers::of($store, $page);
        // How a page is now, or how it was seen last.
        $facts = Rows::maybe(
            DB::table('page_facts')->where('page_id', $page)->orderByRaw('to_crawl = 0 DESC, to_crawl DESC')->first(),
        );

        return [
            'store' => $store,
            'page' => $row,
            'facts' => Records::one(CrawledFacts::class, $facts),
            'index' => Records::one(
                IndexedPage::class,
                Rows::maybe(DB::table('page_index')->where('page_id', $page)->first()),
            ),
            'texts' => self::texts($row),
            'drafts' => $row->resourceId === null ? [] : $drafts->ofResource($row->resourceId),
            'history' => History::all($page, $row->resourceId),
            'linksIn' => Records::of(
                LinkOfPage::class,
                Rows::of(
                    DB::table('links')
                        ->join('pages', 'pages.id', '=', 'links.from_page')
                        ->where('to_page', $page)
                        ->limit(50)
                        ->get(['pages.id', 'pages.url', 'anchor', 'rel']),
                ),
            ),
            'linksOut' => Records::of(
                LinkOfPage::class,
                Rows::of(
                    DB::table('links')
                        ->join('pages', 'pages.id', '=', 'links.to_page')
                        ->where('links.store_id', $store->id)
                        ->where('from_page', $page)
                        ->orderBy('place')
                        ->limit(100)
                        ->get(['pages.id', 'pages.url', 'anchor', 'rel']),
                ),
            ),
            'numbers' => $numbers,
            'events' => $numbers === null || $numbers->weeks === []
                    ? []
                    : Calendar::between($store, $numbers->window->firstDay, $numbers->window->lastDay),
            'currency' => Markets::of($store)->find($row->marketId)->currency,
            'sources' => PageSource::namesOf($row->sources),
            'kept' => $kept,
            'details' => $details,
            'languages' => self::languages(
                $row->url,
                $details,
                $kept?->headers() ?? [],
                DB::table('gather_sitemap_pages')->where('page_id', $page)->value('alternates'),
            ),
            'sizes' => (array) json_decode(
                Typed::text(DB::table('gather_image_sizes')->where('page_id', $page)->value('sizes')),
                true,
            ),
            'ownText' => (new RepeatedLines($store->id))->ownText(KeptDetails::textOf($kept?->text)),
            'product' => Records::one(
                ProductOfPage::class,
                Rows::maybe(DB::table('page_products')->where('page_id', $page)->first()),
            ),
            'told' => ListsOfPage::of($page),
            'successor' => Succession::of($page),
            'earlier' => Records::of(
                CrawledFacts::class,
                Rows::of(
                    DB::table('page_facts')
                        ->where('page_id', $page)
                        ->where('to_crawl', '>', 0)
                        ->orderByDesc('to_crawl')
                        ->limit(10)
                        ->get(),
                ),
            ),
        ];
    }

    /** @return array<int, TextOfPage> by number of a TextField */
    private static function texts(KnownPage $page): array
    {
        return $page->resourceId === null
            ? []
            : array_column(
                Records::of(
                    TextOfPage::class,
                    Rows::of(DB::table('resource_texts')->where('resource_id', $page->resourceId)->get()),
                ),
                null,
                'field',
            );
    }

    /**
     * The versions in other languages that the page's head, its headers and the sitemaps name.
     *
     * @param  array<string, mixed>  $details
     * @param  array<string, string>  $headers
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
            $page === null || ! isset($headers['link']) ? [] : LinkHeader::of([$headers['link']], $page)->hreflangs as $one
        ) {
            $told[] = ['header', $one['code'], $one['url']];
        }
        foreach (is_string($sitemap) ? (array) json_decode($sitemap, true) : [] as $code => $address) {
            $told[] = ['sitemap', (string) $code, is_string($address) ? $address : ''];
        }

        return $told;
    }
}
