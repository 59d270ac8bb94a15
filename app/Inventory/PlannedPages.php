<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Inventory\Index\PageCounts;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/**
 * Pages that are to be made: known by the address that they shall have, listed as planned, and pages like any other
 * once they answer.
 */
final class PlannedPages
{
    /**
     * @return int the page
     *
     * @throws InvalidArgumentException where the address is none of the market, or a page answers there
     */
    public static function plan(Store $store, PagePlan $planned, ?int $userId): int
    {
        [$market, $kind, $name, $url] = [$planned->market, $planned->kind, $planned->name, $planned->url];
        $markets = Markets::of($store);
        $isOfMarket = $markets->needLanguages() || $markets->marketOf($url)->id === $market->id;
        if (! $url->sameHostAs($store->baseUrl()) || ! $isOfMarket) {
            throw new InvalidArgumentException("{$url->text()} is no address of {$market->name}.");
        }

        return DB::transaction(static function () use ($store, $market, $kind, $name, $url, $userId): int {
            $book = new PageBook($store);
            $page = $book->idsOf([$url->digest() => $url->text()])[$url->digest()];
            $known = Rows::maybe(
                DB::table('page_index')
                    ->where('page_id', $page)
                    ->first(['status', 'why_not']),
            );
            if ($known !== null && $known->int('status') > 0 && $known->int('status') < 400) {
                throw new InvalidArgumentException("There is a page at {$url->text()} already.");
            }
            $book->known([$page], PageSource::Planned);
            $book->toMarket([$page], $market->id);
            DB::table('planned_pages')->updateOrInsert(
                ['page_id' => $page],
                [
                    'store_id' => $store->id,
                    'market_id' => $market->id,
                    'kind' => $kind->value,
                    'name' => mb_substr($name, 0, 190),
                    'after_crawl' => Typed::int(DB::table('pages')->where('store_id', $store->id)->max('seen_crawl')),
                    'user_id' => $userId,
                    'planned_at' => now(),
                ],
            );
            // An address that answers with an error stays listed as that; it is planned all the same.
            if ($known === null || $known->int('status') === 0) {
                DB::table('page_index')->updateOrInsert(
                    ['page_id' => $page],
                    [
                        'store_id' => $store->id,
                        'market_id' => $market->id,
                        'kind' => $kind->value,
                        'status' => 0,
                        'indexable' => 0,
                        'why_not' => WhyNot::Planned->value,
                        'sources' => DB::table('pages')->where('id', $page)->value('sources'),
                        'address' => substr($url->target(), 0, 190),
                    ],
                );
            }
            DB::table('page_words')->updateOrInsert(
                ['page_id' => $page],
                ['store_id' => $store->id, 'words' => WordSearch::textOf($name, $url->target())],
            );
            PageCounts::rebuild($store->id);

            return $page;
        }, 3);
    }

    /** Gives a plan up. What else is known of its address stays. */
    public static function drop(Store $store, int $page): void
    {
        DB::transaction(static function () use ($store, $page): void {
            $isOne = DB::table('planned_pages')->where('store_id', $store->id)->where('page_id', $page)->delete() > 0;
            if (! $isOne) {
                return;
            }
            (new PageBook($store))->noLongerIn(PageSource::Planned, [$page]);
            $index = DB::table('page_index')->where('store_id', $store->id)->where('page_id', $page);
            if (DB::table('pages')->where('id', $page)->where('sources', '>', 0)->exists()) {
                (clone $index)
                    ->where('why_not', WhyNot::Planned->value)
                    ->update(['why_not' => WhyNot::NotFetched->value]);
            } elseif ((clone $index)->where('status', 0)->delete() > 0) {
                DB::table('page_words')->where('page_id', $page)->delete();
            }
            $index->update(['sources' => DB::raw('sources & ~'.PageSource::Planned->value)]);
            PageCounts::rebuild($store->id);
        }, 3);
    }

    /** @return array<int, PlannedPage> by page */
    public static function of(Store $store): array
    {
        $planned = [];
        foreach (
            Rows::all(
                'SELECT n.page_id, n.kind, n.name, n.market_id, n.after_crawl, p.url FROM planned_pages n
                    JOIN pages p ON p.id = n.page_id WHERE n.store_id = ? ORDER BY n.page_id',
                [$store->id],
            ) as $row
        ) {
            $planned[$row->int('page_id')] = PlannedPage::of($row);
        }

        return $planned;
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, PageKind> kinds of those that are planned
     */
    public static function kinds(array $pages): array
    {
        $kinds = [];
        foreach (
            $pages === []
                ? []
                : Rows::all(
                    'SELECT page_id, kind FROM planned_pages WHERE page_id IN
                    ('.
                        Bulk::list($pages).
                        ')',
                ) as $row
        ) {
            $kinds[$row->int('page_id')] = PageKind::from($row->int('kind'));
        }

        return $kinds;
    }
}
