<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\AddressField;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Live\LiveChanges;
use App\Gather\Files\FileSort;
use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\UndoWish;
use App\Stores\Models\Store;
use App\Watch\Changed\ChangeBook;
use App\Watch\Changed\Marks;
use App\Watch\Changed\NewMark;
use App\Watch\Judging\GroupedBy;
use App\Watch\Lists\AcrossChanges;
use App\Watch\Lists\ResultList;
use Illuminate\Support\Facades\DB;
use Tests\Shops\WatchedStore;

/** @return array<string, stdClass> groups of a change by name */
function groupsBy(int $change, GroupedBy $by): array
{
    return DB::table('watch_results')
        ->where('change_id', $change)
        ->where('grouped_by', $by->value)
        ->orderBy('part')
        ->get()
        ->keyBy('name')
        ->all();
}

function recipeNamed(Store $store, string $name): int
{
    return keptRecipe($store, $name, '#name');
}

/**
 * The pages of a change were written by a recipe.
 *
 * @param  array<array-key, mixed>  $numbers
 */
function writtenBy(int $change, int $recipe, array $numbers): void
{
    DB::table('watch_pages as w')
        ->join('pages as p', 'p.id', '=', 'w.page_id')
        ->where('change_id', $change)
        ->where(static function ($query) use ($numbers): void {
            foreach ($numbers as $number) {
                $query->orWhere('p.url', 'like', "%/p/$number");
            }
        })
        ->update(['w.recipe_id' => $recipe, 'w.origin' => 'recipe']);
}

it('tells results by recipe and by what people search for, beside kinds', function (): void {
    $good = range(1, 40);
    $poor = range(41, 80);
    $watched = WatchedStore::of(320, array_fill_keys($good, 1.6) + array_fill_keys($poor, 0.8), 9);
    $store = $watched->store;
    $change = Marks::add($store, new NewMark('Two recipes', $watched->day(9), pathsOf([...$good, ...$poor])), null)[
        'change'
    ];
    writtenBy($change, recipeNamed($store, 'Short and plain'), $good);
    $gone = recipeNamed($store, 'Dropped later');
    writtenBy($change, $gone, range(41, 45));
    DB::table('write_recipes')->where('id', $gone)->delete();
    writtenBy($change, recipeNamed($store, 'Long and loud'), range(46, 80));
    // Every second page is to be found for lamps; the others for nothing.
    $market = (int) DB::table('markets')->where('store_id', $store->id)->value('id');
    $head = DB::table('match_terms')->insertGetId(termRow($store, $market, 'floor lamps', null));
    foreach (range(2, 80, 2) as $number) {
        DB::table('match_terms')->insert(
            termRow($store, $market, "floor lamp $number", pageAt($store, "/p/$number"), $head),
        );
    }
    judgeAll($store);
    $recipes = groupsBy($change, GroupedBy::Recipe);
    expect(array_map(static fn (stdClass $row): int => (int) $row->pages, $recipes))
        ->toBe(['Short and plain' => 40, 'Long and loud' => 35])
        ->and($recipes['Short and plain']->came)
        ->toBeGreaterThan($recipes['Short and plain']->expected)
        ->and($recipes['Long and loud']->came)
        ->toBeLessThan($recipes['Long and loud']->expected);
    $queries = groupsBy($change, GroupedBy::Query);
    expect(array_map(static fn (stdClass $row): int => (int) $row->pages, $queries))->toBe(['floor lamps' => 40]);
    // Each sum is that of its pages.
    $ofPages = DB::table('watch_pages as w')
        ->join('match_terms as t', 't.lead_page', '=', 'w.page_id')
        ->where('change_id', $change);
    expect((float) $queries['floor lamps']->came)
        ->toBe((float) $ofPages->sum('w.clicks'))
        ->and((float) $queries['floor lamps']->expected)
        ->toEqualWithDelta((float) $ofPages->sum('w.expected'), 1e-6);
    $all = DB::table('watch_results')->where('change_id', $change)->where('part', 0)->first();
    expect(array_sum(array_column(groupsBy($change, GroupedBy::Work), 'came')))->toBe((float) $all?->came);
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/watch/changes/$change")
        ->assertOk()
        ->assertSeeInOrder(['Recipe', 'Short and plain', 'What people search for', 'floor lamps']);
    // One change alone is told on its own page.
    expect(AcrossChanges::of($store, GroupedBy::Recipe))->toBe([]);
});

it('adds up what one recipe earned over all changes', function (): void {
    $watched = WatchedStore::of(320, array_fill_keys(range(1, 80), 1.5), 9);
    $store = $watched->store;
    $first = Marks::add($store, new NewMark('First half', $watched->day(9), pathsOf(range(1, 40))), null)['change'];
    $second = Marks::add($store, new NewMark('Second half', $watched->day(9), pathsOf(range(41, 80))), null)['change'];
    $recipe = recipeNamed($store, 'Short and plain');
    writtenBy($first, $recipe, range(1, 40));
    writtenBy($second, $recipe, range(41, 70));
    judgeAll($store);
    [$sum] = AcrossChanges::of($store, GroupedBy::Recipe);
    $parts = DB::table('watch_results as r')
        ->join('watch_changes as c', 'c.id', '=', 'r.change_id')
        ->whereIn('change_id', [$first, $second])
        ->where('grouped_by', GroupedBy::Recipe->value);
    expect([$sum->name, $sum->changes, $sum->pages])
        ->toBe(['Short and plain', 2, 70])
        ->and($sum->clicks->value)
        ->toEqualWithDelta((float) $parts->sum(DB::raw('(came - expected) * 4 / weeks_told')), 1e-6)
        ->and($sum->isTold())
        ->toBeTrue();
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/watch")
        ->assertOk()
        ->assertSeeInOrder(['Over all changes', 'Recipe', 'Short and plain']);
});

it(
    'knows by which recipe a text was made that a release made live, and forgets it when it is taken back',
    function (): void {
        $store = crawledStore();
        $recipe = keptRecipe($store, 'Names first', '#name for the table');
        ranRecipe($store, $recipe);
        $some = DB::table('drafts')->where('store_id', $store->id)->orderBy('id')->limit(6)->pluck('id');
        $ids = array_values($some->map(static fn (mixed $id): int => (int) $id)->all());
        app(Drafts::class)->markReady($store, $ids, true, null);
        // One was changed by hand since: no recipe made it.
        $draft = DB::table('drafts')->where('id', $ids[0])->first();
        app(Drafts::class)->save(
            $store,
            new TextEdit(
                (int) $draft?->resource_id,
                Orchard\Core\Wording\TextField::Title,
                'Quite another title',
                (int) $draft?->revision,
            ),
            new Author(App\Changes\Origin::Hand, null),
        );
        app(Drafts::class)->markReady($store, [$ids[0]], true, null);
        ['release' => $release, 'work' => $work] = app(Releases::class)->send($store, new ReleaseWish(), null);
        expect(app(WorkDesk::class)->workToEnd((int) $work))->toBe('done');
        $made = array_column(LiveChanges::ofRelease($store, $release), 'recipe', 'origin');
        ksort($made);
        expect($made)->toBe(['hand' => null, 'recipe' => $recipe]);
        DB::transaction(static fn () => app(ChangeBook::class)->sync($store));
        expect(DB::table('watch_pages')->where('store_id', $store->id)->where('recipe_id', $recipe)->count())->toBe(5);
        ['release' => $undo, 'work' => $work] = app(Releases::class)->undo($store, new UndoWish($release), null);
        expect(app(WorkDesk::class)->workToEnd((int) $work))->toBe('done');
        expect(
            DB::table('history')
                ->where('release_id', $undo)
                ->where('event', 'undone')
                ->whereNotNull('recipe_id')
                ->count(),
        )->toBe(0);
    },
);

it('keeps one bit for each field, of texts and of addresses', function (): void {
    $bits = array_map(
        static fn (AddressField|Orchard\Core\Wording\TextField $field): int => ChangeBook::bit($field->value),
        [...Orchard\Core\Wording\TextField::cases(), ...App\Changes\AddressField::cases()],
    );
    expect(array_unique($bits))
        ->toHaveCount(count($bits))
        ->and(array_sum($bits))
        ->toBe(array_reduce($bits, static fn (int $all, int $bit): int => $all | $bit, 0))
        // The column holds thirty-two of them.
        ->toBeLessThan(2 ** 32);
});

/** @return array<string, mixed> */
function termRow(Store $store, int $market, string $term, ?int $page, int $head = 0): array
{
    return [
        'store_id' => $store->id,
        'market_id' => $market,
        'digest' => md5($term, binary: true),
        'term' => $term,
        'forms' => 1,
        'results' => '',
        'clicks' => 0,
        'impressions' => 0,
        'position_milli' => 0,
        'origins' => 1,
        'run' => 1,
        'because' => '',
        'head_id' => $head,
        'lead_page' => $page,
    ];
}

it('judges orders by themselves where sales are told, and says nothing of them where they are not', function (): void {
    $good = range(1, 60);
    $watched = WatchedStore::of(300, array_fill_keys($good, 1.8), 9);
    $store = $watched->store;
    $change = Marks::add($store, new NewMark('Better titles', $watched->day(9), pathsOf($good)), null)['change'];
    judgeAll($store);
    expect(ResultList::find($store, $change)?->orders)->toBeNull();
    // Every tenth click of each page buys something, in each week.
    $sales = "page,day,orders,revenue\n";
    foreach (
        DB::table('search_rows as s')
            ->join('pages as p', 'p.id', '=', 's.page_id')
            ->where('s.store_id', $store->id)
            ->orderBy('s.page_id')
            ->orderBy('day')
            ->get(['p.url', 's.day', 's.clicks']) as $row
    ) {
        $carry[$row->url] = ($carry[$row->url] ?? 0) + $row->clicks;
        $orders = intdiv($carry[$row->url], 10);
        $carry[$row->url] -= 10 * $orders;
        $orders > 0 && ($sales .= parse_url($row->url, PHP_URL_PATH).",$row->day,$orders,". 40 * $orders.".00\n");
    }
    bringIn($store, $sales, FileSort::Sales, $watched->days[0], $watched->days[count($watched->days) - 1]);
    weigh($store);
    judgeAll($store);
    $result = ResultList::find($store, $change);
    $orders = $result?->orders;
    expect($orders)
        ->not->toBeNull()
        ->and($orders?->isTold())
        ->toBeTrue()
        ->and($orders?->came)
        ->toEqualWithDelta((float) DB::table('watch_pages')->where('change_id', $change)->sum('orders'), 1e-6)
        // About a tenth of the clicks that came beyond what would have come.
        ->and($orders?->low)
        ->toBeLessThan(sure($result?->gain)['clicks'] / 10)
        ->and($orders?->high)
        ->toBeGreaterThan(sure($result?->gain)['clicks'] / 10);
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/watch/changes/$change")
        ->assertOk()
        ->assertSeeInOrder(['Orders', 'would have come', '40.00', 'an order'])
        ->assertDontSee('cannot be told: chance alone');
});
