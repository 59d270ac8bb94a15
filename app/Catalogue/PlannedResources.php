<?php

declare(strict_types=1);

namespace App\Catalogue;

use App\Catalogue\Events\ResourceGivesWay;
use App\Catalogue\Events\ResourcesChanged;
use App\Inventory\Events\PlannedPageArrived;
use App\Inventory\PageBook;
use App\Inventory\PagePlan;
use App\Inventory\PlannedPage;
use App\Inventory\PlannedPages;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Terms\TermForm;

/**
 * Resources of pages that are planned, so that they can be written before they exist. When such a page is met, at its
 * own address or at another one under its name, what was written for it is written for that page.
 */
final class PlannedResources
{
    /** In resources.from_page: made from a plan. */
    public const FROM_PLAN = 3;

    /**
     * @return int the page
     *
     * @throws InvalidArgumentException as PlannedPages::plan() does
     */
    public static function plan(Store $store, PagePlan $planned, ?int $userId): int
    {
        $kind = $planned->kind;
        if (! in_array($kind, PageResources::WRITTEN, true)) {
            throw new InvalidArgumentException("Nothing is written for a page of the kind {$kind->label()}.");
        }

        return DB::transaction(static function () use ($store, $planned, $userId): int {
            $page = PlannedPages::plan($store, $planned, $userId);
            Bulk::upsert(
                'resources',
                [
                    'store_id', 'market_id', 'external_id', 'kind', 'name', 'url', 'page_id', 'version', 'attributes',
                    'from_page', 'synced_at',
                ],
                [
                    [
                        $store->id,
                        $planned->market->id,
                        "page:$page",
                        $planned->kind->value,
                        $planned->name,
                        $planned->url->text(),
                        $page,
                        '',
                        '{}',
                        self::FROM_PLAN,
                        now()->format('Y-m-d H:i:s'),
                    ],
                ],
                'kind = VALUES(kind), name = VALUES(name), market_id = VALUES(market_id), '.
                    'from_page = VALUES(from_page), gone = 0',
            );
            $resource = Typed::int(
                DB::table('resources')
                    ->where('store_id', $store->id)
                    ->where('external_id', "page:$page")
                    ->value('id'),
            );
            $texts = [];
            foreach (PageTexts::of(new ShownPage('', '', '', null, [], '')) as $field => $text) {
                $texts[] = [$resource, $field, $store->id, $planned->market->id, $text];
            }
            Texts::storeMany($texts);
            (new PageBook($store))->showEach([$page => $resource]);
            ResourcesChanged::dispatch($store->id, [$resource]);

            return $page;
        }, 3);
    }

    /** Gives a plan up; what was written stays for the day on which it is planned again. */
    public static function drop(Store $store, int $page): void
    {
        DB::transaction(static function () use ($store, $page): void {
            $planned = Bulk::ids(
                Rows::of(
                    DB::table('resources')
                        ->where('store_id', $store->id)
                        ->where('page_id', $page)
                        ->where('from_page', self::FROM_PLAN)
                        ->get(['id']),
                )->all(),
                'id',
            );
            DB::table('resources')
                ->whereIn('id', $planned)
                ->update(['gone' => 1]);
            PlannedPages::drop($store, $page);
            ResourcesChanged::dispatch($store->id, $planned);
        }, 3);
    }

    /**
     * @param  list<int>  $resources
     * @return array<int, true> those of them whose page is planned and not there yet
     */
    public static function among(array $resources): array
    {
        return $resources === []
            ? []
            : array_fill_keys(
                Bulk::ids(
                    Rows::all(
                        'SELECT id FROM resources WHERE from_page = ? AND id IN ('.Bulk::list($resources).')',
                        [self::FROM_PLAN],
                    ),
                    'id',
                ),
                true,
            );
    }

    /**
     * @param  list<string>  $names  external ids
     * @return list<int> resources of these names that were made from plans
     */
    public static function named(Store $store, array $names): array
    {
        return Bulk::ids(
            Rows::of(
                DB::table('resources')
                    ->where('store_id', $store->id)
                    ->where('from_page', self::FROM_PLAN)
                    ->whereIn('external_id', $names)
                    ->get(['id']),
            )->all(),
            'id',
        );
    }

    /**
     * Joins plans to the pages that a crawl met: at the planned address; else the one new page of the kind in the
     * market that goes by the same name, or whose address ends alike.
     */
    public static function meet(Store $store): void
    {
        foreach (PlannedPages::of($store) as $page => $plan) {
            $real = self::isThere($page) ? $page : self::byName($store, $plan);
            $real === null || self::arrive($store, $page, $real);
        }
    }

    /**
     * A planned page has come to be this one. Where no resource is made from it yet, the planned one is from the next
     * crawl on.
     *
     * @throws InvalidArgumentException where nothing is planned there, or the page is planned itself
     */
    public static function arrive(Store $store, int $planned, int $page): void
    {
        $from = DB::table('resources')
            ->where('store_id', $store->id)
            ->where('page_id', $planned)
            ->where('from_page', self::FROM_PLAN)
            ->value('id');
        $plans = PlannedPages::of($store);
        if (! isset($plans[$planned]) || ($page !== $planned && isset($plans[$page]))) {
            throw new InvalidArgumentException('Only a plan can arrive, and only at a page that is there.');
        }

        DB::transaction(static function () use ($store, $planned, $page, $from): void {
            $own = DB::table('resources')
                ->where('store_id', $store->id)
                ->where('page_id', $page)
                ->where('gone', 0)
                ->where('from_page', '<>', self::FROM_PLAN)
                ->orderBy('from_page')
                ->value('id');
            if (is_numeric($from) && is_numeric($own)) {
                DB::table('resources')
                    ->where('id', $from)
                    ->update(['gone' => 1]);
                ResourceGivesWay::dispatch($store->id, (int) $from, (int) $own);
            } elseif (is_numeric($from)) {
                DB::table('resources')
                    ->where('id', $from)
                    ->update([
                        'page_id' => $page,
                        'external_id' => "page:$page",
                        'url' => DB::table('pages')->where('id', $page)->value('url'),
                        'gone' => 0,
                    ]);
                (new PageBook($store))->showEach([$page => (int) $from]);
            }
            PlannedPageArrived::dispatch($store->id, $planned, $page);
            PlannedPages::drop($store, $planned);
            is_numeric($from) && ResourcesChanged::dispatch($store->id, [(int) $from]);
        }, 3);
    }

    private static function isThere(int $page): bool
    {
        return DB::table('page_index')->where('page_id', $page)->where('status', 200)->exists();
    }

    private static function byName(Store $store, PlannedPage $plan): ?int
    {
        $name = TermForm::normal($plan->name);
        $end = self::end($plan->url);
        $found = [];
        foreach (
            Rows::all(
                'SELECT p.id, p.url, COALESCE(r.name, f.title) AS name, f.h1s FROM pages p JOIN page_index i
                    ON i.page_id = p.id AND i.indexable = 1 AND i.status = 200 AND i.kind IN (?, ?, ?)
                    AND i.market_id = ?
                    LEFT JOIN resources r ON r.page_id = p.id AND r.gone = 0
                    LEFT JOIN page_facts f ON f.page_id = p.id AND f.to_crawl = 0
                    WHERE p.store_id = ? AND p.first_crawl > ? LIMIT 20000',
                [
                    $plan->kind->value,
                    // Of what kind a page is may not be known at its first sight.
                    PageKind::Plain->value,
                    PageKind::Other->value,
                    $plan->marketId,
                    $store->id,
                    $plan->afterCrawl,
                ],
            ) as $row
        ) {
            $h1s = json_decode($row->text('h1s'), true);
            $names = [$row->text('name'), is_array($h1s) && is_string($h1s[0] ?? null) ? $h1s[0] : ''];
            $isOne =
                in_array($name, array_map(TermForm::normal(...), $names), true) ||
                ($end !== '' && self::end($row->text('url')) === $end);
            $isOne && ($found[$row->int('id')] = true);
        }

        return count($found) === 1 ? array_key_first($found) : null;
    }

    private static function end(string $url): string
    {
        $path = trim((string) parse_url($url, PHP_URL_PATH), '/');

        return $path === '' ? '' : basename($path);
    }
}
