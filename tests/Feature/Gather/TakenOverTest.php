<?php

declare(strict_types=1);

use App\Changes\Drafts;
use App\Gather\Pages\ListedPage;
use App\Gather\Pages\PageFilter;
use App\Gather\Pages\PageList;
use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * @param  array<string, string>  $asked
 * @return list<ListedPage>
 */
function inventoryOf(Store $store, array $asked): array
{
    return (new PageList())->page($store, PageFilter::of($asked))['rows'];
}

it('shows the lead term and the draft of a page, narrows by them, and keeps them over a crawl', function (): void {
    $store = crawledStore();
    expect(inventoryOf($store, ['lead' => '1']))->toBe([])->and(inventoryOf($store, ['draft' => '2']))->toBe([]);
    readyDrafts($store, 3);
    $page = (int) DB::table('resources')->where('store_id', $store->id)->whereNotNull('page_id')->value('page_id');
    PageTerms::lead($store, [$page => 'brass floor lamp'], TermOrigin::Hand, null);
    $leading = inventoryOf($store, ['lead' => '1', 'columns' => 'lead,draft']);
    expect($leading)
        ->toHaveCount(1)
        ->and($leading[0]->pageId)
        ->toBe($page)
        ->and($leading[0]->cells->text('lead_term'))
        ->toBe('brass floor lamp');
    $ready = static fn (): array => array_column(inventoryOf($store, ['draft' => '2']), 'pageId');
    $expected = DB::table('drafts as d')
        ->join('resources as r', 'r.id', '=', 'd.resource_id')
        ->where('d.store_id', $store->id)
        ->distinct()
        ->pluck('r.page_id')
        ->map(static fn (mixed $id): int => (int) $id)
        ->all();
    expect($ready())->toEqualCanonicalizing($expected)->and($expected)->toHaveCount(3);
    $this->actingAs(member($store, App\Access\Role::Viewer))
        ->get("/s/$store->slug/gather?columns=lead,draft,upside,tangle&draft=2")
        ->assertOk()
        ->assertSee('Duplicates, pages')
        ->assertSee('ready');
    crawl($store);
    expect($ready())->toEqualCanonicalizing($expected)->and(inventoryOf($store, ['lead' => '1']))->toHaveCount(1);
    // A draft that is taken back, and a term that goes, leave nothing behind.
    $drafts = DB::table('drafts')->where('store_id', $store->id)->pluck('id')->map(intval(...))->all();
    app(Drafts::class)->markReady($store, $drafts, false, null);
    PageTerms::lead($store, [$page => ''], TermOrigin::Hand, null);
    expect($ready())
        ->toBe([])
        ->and(inventoryOf($store, ['draft' => '1']))
        ->toHaveCount(3)
        ->and(inventoryOf($store, ['lead' => '1']))
        ->toBe([]);
    // A page that the list has lost and the next crawl brings again has what it had.
    DB::table('page_index')
        ->where('page_id', $expected[0])
        ->update(['draft' => 0]);
    crawl($store);
    expect(inventoryOf($store, ['draft' => '1']))->toHaveCount(3);
});

it('stands in the order of upside, as it was weighed', function (): void {
    $store = weighableStore();
    weigh($store);
    $scores = DB::table('weigh_scores')
        ->where('store_id', $store->id)
        ->where('upside', '>', 0)
        ->orderByDesc('upside')
        ->limit(20)
        ->pluck('upside', 'page_id')
        ->all();
    $rows = inventoryOf($store, ['sort' => 'upside', 'upside' => '0.01..']);
    expect(count($scores))
        ->toBeGreaterThan(1)
        ->and(
            array_map(
                static fn (ListedPage $row): float => $row->cells->number('upside'),
                array_slice($rows, 0, count($scores)),
            ),
        )
        ->toBe(array_map(static fn (mixed $upside): float => round((float) $upside, 2), array_values($scores)));
});

it('tells how many pages are one', function (): void {
    $store = crawledStore();
    findTangles($store);
    $sizes = DB::table('untangle_pages as u')
        ->join('untangle_tangles as t', 't.tangle_id', '=', 'u.tangle_id')
        ->where('u.store_id', $store->id)
        ->where('t.store_id', $store->id)
        ->pluck('t.pages', 'u.page_id')
        ->all();
    $told = DB::table('page_index')->where('store_id', $store->id)->where('tangle', '>', 0)->pluck('tangle', 'page_id');
    expect($told->all())->toEqual($sizes)->and(count($sizes))->toBeGreaterThan(0);
});
