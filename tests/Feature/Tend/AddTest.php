<?php

declare(strict_types=1);

use App\Access\Role;
use App\Inventory\Index\DepthRebuild;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use App\Tend\Adding\AddWork;
use App\Tend\Adding\LinkState;
use App\Tend\Finding\Finds;
use Illuminate\Support\Facades\DB;
use Tests\Shops\LinkedShop;

function proposeLinks(Store $store): void
{
    expect(app(WorkDesk::class)->workToEnd(app(Finds::class)->begin($store->id, null, AddWork::class)))->toBe('done');
}

it('works out what five hundred new links change together, as the crawl after them measures it', function (): void {
    $shop = new LinkedShop(9, 3);
    [$store, $site] = tended($shop);
    $pages = reached($store, $site);
    $paths = array_values(array_diff(array_keys($pages), ['/old-way', '/short-cut']));
    mt_srand(4);
    $links = [];
    while (count($links) < 500) {
        [$from, $to] = [$paths[mt_rand(0, count($paths) - 1)], $paths[mt_rand(0, count($paths) - 1)]];
        $from === $to || ($links["$from $to"] = [$from, $to]);
    }
    foreach ($links as [$from, $to]) {
        DB::table('tend_links')->insert([
            'store_id' => $store->id,
            'market_id' => $pages[$to]->market_id,
            'from_page' => $pages[$from]->page_id,
            'to_page' => $pages[$to]->page_id,
            'reason' => 1,
            'state' => LinkState::Listed->value,
            'anchor' => "the way to $to",
            'sentence' => '',
            'relevance' => 1,
            'run' => 0,
        ]);
    }
    proposeLinks($store);
    // Only the five hundred are put into the shop: what is proposed beside them is taken back first.
    DB::table('tend_links')
        ->where('store_id', $store->id)
        ->where('state', LinkState::Proposed->value)
        ->update([
            'state' => LinkState::Left->value,
        ]);
    proposeLinks($store);
    $told = DB::table('tend_links')
        ->where('store_id', $store->id)
        ->whereIn('state', [LinkState::Listed->value, LinkState::Live->value])
        ->get()
        ->keyBy('to_page');
    foreach ($links as [$from, $to]) {
        $shop->link($from, $to, "the way to $to");
    }
    [$again, $site] = tended($shop);
    $after = reached($again, $site);
    $compared = $nearer = 0;
    foreach ($pages as $path => $before) {
        $foreseen = $told[$before->page_id] ?? null;
        if ($foreseen !== null && (int) $foreseen->state === LinkState::Listed->value) {
            $compared++;
            $nearer += (int) $foreseen->depth_then < (int) $foreseen->depth_now ? 1 : 0;
            expect((int) $foreseen->depth_then)
                ->toBe((int) $after[$path]->depth)
                ->and(abs((int) $foreseen->weight_then - (int) $after[$path]->weight))
                ->toBeLessThanOrEqual(1000);
        }
    }
    expect($compared)->toBeGreaterThan(100)->and($nearer)->toBeGreaterThan(20);
});

it('proposes links to what needs them, each by words of its own, and sees them live', function (): void {
    $shop = new LinkedShop(13);
    [$store, $site] = tended($shop);
    proposeLinks($store);
    $rows = DB::select(
        'SELECT l.*, a.url AS from_url, b.url AS to_url FROM tend_links l JOIN pages a ON a.id = l.from_page
            JOIN pages b ON b.id = l.to_page WHERE l.store_id = ?',
        [$store->id],
    );
    expect(count($rows))->toBeGreaterThan(5);
    $path = static fn (string $url): string => substr($url, strlen($site->url));
    $depths = $shop->depths();
    $byAnchor = $onPage = [];
    foreach ($rows as $row) {
        $byAnchor[mb_strtolower($row->anchor)][$row->to_page] = true;
        $onPage[$row->from_page] = ($onPage[$row->from_page] ?? 0) + 1;
        // Whoever links is reached itself, and does not link there yet.
        expect($depths[$path($row->from_url)])->not->toBeNull();
        expect(
            DB::table('links')
                ->where('from_page', $row->from_page)
                ->where('to_page', $row->to_page)
                ->where('rel', 0)
                ->exists(),
        )->toBeFalse();
    }
    expect(max(some(array_map(count(...), $byAnchor))))->toBe(1)->and(max(some($onPage)))->toBeLessThanOrEqual(3);
    $orphans = array_filter(
        $rows,
        static fn (stdClass $row): bool => (int) $row->depth_now === DepthRebuild::UNREACHED &&
            (int) $row->depth_then < DepthRebuild::UNREACHED,
    );
    expect($orphans)->not->toBe([]);

    // Two go on the list, one of them into the shop; the next crawl sees which.
    [$one, $two] = array_values($rows);
    test()->actingAs(member($store, Role::Writer));
    test()
        ->post("/s/{$store->slug}/tend/add", ['do' => 'list', 'links' => [$one->id, $two->id]])
        ->assertSessionHasNoErrors();
    $shop->link($path($one->from_url), $path($one->to_url), $one->anchor);
    $shop->site($site);
    crawl($store);
    tend($store);
    proposeLinks($store);
    $state = static fn (int $id): int => (int) DB::table('tend_links')->where('id', $id)->value('state');
    expect($state($one->id))->toBe(LinkState::Live->value)->and($state($two->id))->toBe(LinkState::Listed->value);
});
