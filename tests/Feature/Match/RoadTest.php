<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Files\FileSort;
use App\Match\Roads\NewRoad;
use App\Match\Roads\OwnLinks;
use App\Match\Roads\RoadBook;
use App\Match\Roads\RoadExport;
use App\Match\Roads\RoadStep;
use App\Match\Roads\RoadView;
use App\Match\Roads\WeakerTerm;
use App\Match\Terms\MarketTerm;
use App\Match\Terms\TermList;
use App\Match\Tracking\TrackWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\LinkStock;

/** A store whose collections have terms of known difficulty, matched. */
function roadStore(): Store
{
    static $store = null;
    if ($store !== null) {
        return $store->refresh();
    }
    [, $store] = shopWithGap();
    bringIn(
        $store,
        "keyword,volume,difficulty\ntable lamps,700,60\nsmall table lamps,90,20\nblue table lamps,50,25\nbest table lamps,400,75\n",
        FileSort::Keywords,
    );
    $rows = "page,query,day,clicks,impressions,position\n";
    foreach (daysBack(56) as $nth => $day) {
        // It rises: the last four weeks on the first page, all weeks together not.
        $small = $nth < 28 ? 25 : 6;
        $rows .=
            "/collections/table-lamps,table lamps,$day,2,100,18\n/collections/table-lamps,small table lamps,$day,3,40,$small\n".
            "/collections/table-lamps,blue table lamps,$day,0,30,14\n";
    }
    bringIn($store, $rows);
    weigh($store);
    matchUp($store);

    return $store->refresh();
}

function roadTerm(Store $store, string $name): MarketTerm
{
    $id = DB::table('match_terms')
        ->where('store_id', $store->id)
        ->where('term', 'like', "%$name%")
        ->orderByRaw('LENGTH(term)')
        ->value('id');

    return TermList::these($store, [(int) $id])[0];
}

it('reckons how far a rival page is ahead, with the store’s own factor, price and budget', function (): void {
    $store = roadStore();
    $term = roadTerm($store, 'table lamp');
    bringIn(
        $store,
        "url,source,anchor,rel,placement\n/collections/table-lamps,https://one.example/a,lamps,follow,content\n".
            "/collections/table-lamps,https://one.example/b,lamps,follow,content\n".
            "/collections/table-lamps,https://two.example/,lamps,follow,\n".
            "/collections/table-lamps,https://three.example/,lamps,nofollow,content\n".
            "/collections/table-lamps,https://four.example/,lamps,follow,Footer\n",
        FileSort::Backlinks,
    );
    $page = pageAt($store, '/collections/table-lamps');
    // One site twice, one with nofollow, one in its footer: two sites link to it in their content.
    expect(OwnLinks::of($store, $page)->backlinks)->toBe(2);
    $internal = (int) DB::table('page_index')->where('page_id', $page)->value('links_in');
    $this->actingAs($writer = member($store, Role::Writer));
    $this->post(route('match.road.keep', [$store, $term->id]), [
        'rival' => 'https://rival.example/lamps',
        'backlinks' => 30,
        'internal' => 40,
    ])->assertRedirect(route('match.road', [$store, $term->id]));
    $expected = 30 + 40 / 5 - 2 - $internal / 5;
    $road = RoadView::of($store, $term);
    expect($road?->page)
        ->toBe($page)
        ->and($road?->road->gap)
        ->toEqualWithDelta($expected, 1e-9)
        ->and($road?->road->months)
        ->toBeNull();
    foreach (
        ['link_factor' => '4', 'link_home' => '25', 'link_price' => '100', 'link_budget' => '700'] as $key => $value
    ) {
        app(StoreOptions::class)->set($store, $key, $value);
    }
    $links = (int) floor(30 + 40 / 4 - 2 - $internal / 4) + 1;
    $road = RoadView::of($store->refresh(), $term)?->road;
    expect([$road?->links, $road?->toHome, $road?->cost, $road?->months])->toBe([
        $links,
        $links - (int) ceil(0.75 * $links),
        100.0 * $links,
        (int) ceil($links / 7),
    ]);
    $this->get(route('match.road', [$store, $term->id]))
        ->assertOk()
        ->assertSee("<b>$links</b> backlinks more", false);
    $this->get(route('match.roads', $store))->assertOk()->assertSee('https://rival.example/lamps');
    // What somebody counted elsewhere counts before the lists.
    $this->post(route('match.road.keep', [$store, $term->id]), [
        'rival' => 'https://rival.example/lamps',
        'backlinks' => 30,
        'internal' => 40,
        'own' => 500,
    ]);
    expect(RoadView::of($store, $term)?->road->links)->toBe(0);
    $this->get(route('match.road', [$store, $term->id]))->assertSee('has more links already');
    expect(DB::table('match_roads')->where('store_id', $store->id)->count())->toBe(1);
});

it('puts easier terms on the way, tracks them, and notes the day on which each is won', function (): void {
    $store = roadStore();
    $term = roadTerm($store, 'table lamp');
    $writer = member($store, Role::Writer);
    RoadBook::keep($store, $term, new NewRoad('https://rival.example/x', new LinkStock(50, 0), null), $writer->id);
    $weaker = array_column(WeakerTerm::all($store, $term), 'term', 'id');
    expect(array_filter($weaker, static fn (string $name): bool => str_contains($name, 'best')))->toBe([]);
    $small = roadTerm($store, 'small table lamp');
    $blue = roadTerm($store, 'blue table lamp');
    expect($weaker)->toHaveKeys([(int) $small->id, (int) $blue->id]);
    $this->actingAs($writer);
    $act = route('match.road.steps', [$store, $term->id]);
    $this->post($act, ['do' => 'add'])->assertSessionHasErrors('terms');
    $this->post($act, [
        'do' => 'add',
        'terms' => [(int) $small->id, (int) $blue->id, (int) $term->id],
    ])->assertRedirect();
    $this->post($act, ['do' => 'add', 'terms' => [(int) $small->id]])->assertRedirect();
    $steps = RoadView::of($store, $term)?->steps;
    // The term itself is no step to it, and none is there twice.
    expect(array_map(static fn (RoadStep $step): ?int => $step->termId, sure($steps)))->toBe([
        (int) $small->id,
        (int) $blue->id,
    ]);
    expect(
        DB::table('match_said')
            ->where('store_id', $store->id)
            ->where('tracked', 1)
            ->whereIn('digest', [$small->digest, $blue->digest])
            ->count(),
    )->toBe(2);
    app(WorkDesk::class)->workToEnd((int) TrackWork::begin($store, null));
    $steps = RoadView::of($store, $term)?->steps;
    // One stands at 6 now, the other at 14. What is on the road is offered no more.
    expect(array_column(WeakerTerm::all($store, $term), 'id'))->not->toContain((int) $small->id);
    expect(sure($steps)[0]->reachedOn)
        ->toBe(max(some(daysBack(56))))
        ->and(sure($steps)[1]->reachedOn)
        ->toBeNull()
        ->and(RoadView::of($store, $term)?->reached())
        ->toBe(1);
    $this->get(route('match.roads', $store))->assertSee('1 of 2');
    expect(array_column(iterator_to_array(RoadExport::rows($store), false), 9))->toBe([$small->term, $blue->term]);
    // A matching gives terms new numbers; the road is known by the term.
    matchUp($store);
    expect(RoadView::of($store, roadTerm($store, 'table lamp'))?->steps)->toHaveCount(2);
    $term = roadTerm($store, 'table lamp');
    $act = route('match.road.steps', [$store, $term->id]);
    $this->post($act, ['do' => 'drop', 'step' => bin2hex($blue->digest)])->assertRedirect();
    expect(RoadView::of($store, $term)?->steps)->toHaveCount(1);
    $this->post($act, ['do' => 'end'])->assertRedirect(route('match.roads', $store));
    expect(RoadView::of($store, $term))
        ->toBeNull()
        ->and(DB::table('match_road_steps')->count())
        ->toBe(0);
});

it('refuses numbers that are none, viewers and strangers', function (): void {
    $store = roadStore();
    $term = roadTerm($store, 'table lamp');
    $keep = route('match.road.keep', [$store, $term->id]);
    $good = ['rival' => 'https://rival.example/', 'backlinks' => 3, 'internal' => 4];
    $this->actingAs(member($store, Role::Viewer));
    $this->post($keep, $good)->assertForbidden();
    $this->post(route('match.road.steps', [$store, $term->id]), ['do' => 'end'])->assertForbidden();
    $this->get(route('match.road', [$store, $term->id]))->assertOk()->assertDontSee('Reckon</button>', false);
    $this->actingAs(member($store, Role::Writer));
    foreach (
        [['rival' => 'javascript:1'], ['backlinks' => -1], ['internal' => 'x'], ['backlinks' => 1e12], ['rival' => '']] as $wrong
    ) {
        $this->post($keep, $wrong + $good)->assertSessionHasErrors(array_key_first($wrong));
    }
    $this->post(route('match.road.steps', [$store, $term->id]), ['do' => 'end'])->assertNotFound();
    $other = shopStore();
    $this->actingAs(member($other, Role::Owner));
    $this->get(route('match.road', [$other, $term->id]))->assertNotFound();
    $this->get(route('match.roads', $store))->assertNotFound();
    $this->post(route('match.road.keep', [$other, $term->id]), $good)->assertNotFound();
});
