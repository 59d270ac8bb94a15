<?php

declare(strict_types=1);

use App\Access\Role;
use App\Catalogue\PlannedResources;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Inventory\Terms\PageTerms;
use App\Inventory\WhyNot;
use App\Match\Planning\Plan;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\AskedFor;
use Orchard\Core\Wording\TextField;
use Tests\TestCase;

function gapTerm(Store $store): stdClass
{
    return DB::table('match_terms')->where('store_id', $store->id)->where('term', 'rattan lamps')->first() ??
        throw new LogicException('The term is gone.');
}

function plannedPage(Store $store): int
{
    return (int) DB::table('planned_pages')->where('store_id', $store->id)->value('page_id');
}

function draftOf(int $resource, TextField $field = TextField::Title): ?stdClass
{
    return DB::table('drafts')->where('resource_id', $resource)->where('field', $field->value)->first();
}

/**
 * Plans the page and writes its title; tells its resource.
 *
 * @param  array<array-key, mixed>  $what
 */
function plannedAndWritten(TestCase $test, Store $store, array $what = []): int
{
    $test->actingAs(member($store, Role::Writer));
    $test
        ->post("/s/$store->slug/match/terms/".gapTerm($store)->id.'/plan', ['plan' => 'planned'] + $what)
        ->assertSessionHas('done');
    $resource = (int) DB::table('resources')->where('page_id', plannedPage($store))->value('id');
    app(Drafts::class)->save(
        $store,
        new TextEdit($resource, TextField::Title, 'Rattan lamps by hand', 0),
        new Author(Origin::Hand, null),
    );

    return $resource;
}

it('plans a page beside its like, gives it the term, and lets it be written but not sent', function (): void {
    /** @var TestCase $this */
    [$site, $store] = shopWithGap();
    $resource = plannedAndWritten($this, $store);
    $page = plannedPage($store);
    $index = DB::table('page_index')->where('page_id', $page)->first();
    expect((string) DB::table('pages')->where('id', $page)->value('url'))
        ->toEndWith('/collections/rattan-lamps')
        ->and((int) $index?->why_not)
        ->toBe(WhyNot::Planned->value)
        ->and(PageTerms::leads([$page]))
        ->toBe([$page => 'rattan lamps'])
        ->and((int) gapTerm($store)->lead_page)
        ->toBe($page)
        ->and((int) gapTerm($store)->served)
        ->toBe(3);
    // It is a row of the desk, and stays one when all is made anew.
    matchUp($store);
    crawl($store);
    expect(DB::table('write_rows')->where('resource_id', $resource)->count())
        ->toBe(1)
        ->and((int) gapTerm($store)->served)
        ->toBe(3)
        ->and((int) DB::table('page_index')->where('page_id', $page)->value('why_not'))
        ->toBe(WhyNot::Planned->value);
    $this->post("/s/$store->slug/match/planned/write?page=$page")->assertRedirectContains('selection=');
    $ready = $this->postJson("/s/$store->slug/write/ready", [
        'rows' => [$resource],
        'scope' => 'rows',
        'mark' => 'ready',
    ]);
    expect($ready->json('count'))
        ->toBe(0)
        ->and($ready->json('words'))
        ->toContain('One waits until its planned page is there.')
        ->and(draftOf($resource)?->state)
        ->toBe('open');
    $this->get("/s/$store->slug/match/open?show=planned")
        ->assertSee('/collections/rattan-lamps')
        ->assertSee('1 text written');
});

it(
    'joins a planned page to the page that appears at its address, with its term and what was written',
    function (): void {
        /** @var TestCase $this */
        [$site, $store] = shopWithGap();
        $resource = plannedAndWritten($this, $store);
        $page = plannedPage($store);
        lampPage($site, '/collections/rattan-lamps', 'Rattan');
        lampPage($site, '/', 'Kiln', [
            '/collections/table-lamps',
            '/collections/floor-lamps',
            '/collections/rattan-lamps',
        ]);
        crawl($store);
        expect(DB::table('resources')->where('id', $resource)->value('from_page'))
            ->toBe(1)
            ->and(DB::table('planned_pages')->where('store_id', $store->id)->count())
            ->toBe(0)
            ->and(draftOf($resource)?->value)
            ->toBe('Rattan lamps by hand')
            ->and(draftOf($resource)?->base_value)
            ->toBe(
                (string) DB::table('resource_texts')
                    ->where('resource_id', $resource)
                    ->where('field', 1)
                    ->value('stored'),
            )
            ->and(draftOf($resource)?->base_value)
            ->not->toBe('')
            ->and(PageTerms::leads([$page]))
            ->toBe([$page => 'rattan lamps'])
            ->and((int) gapTerm($store)->served)
            ->toBe(1)
            ->and(DB::table('match_said')->where('store_id', $store->id)->value('plan'))
            ->toBe('')
            ->and(app(Drafts::class)->markReady($store, [(int) draftOf($resource)?->id], true, null))
            ->toBe(1);
    },
);

it('asks for a planned page that nothing links to once somebody says that it is there', function (): void {
    /** @var TestCase $this */
    [$site, $store] = shopWithGap();
    $resource = plannedAndWritten($this, $store);
    $page = plannedPage($store);
    lampPage($site, '/collections/rattan-lamps', 'Rattan');
    crawl($store);
    expect(plannedPage($store))->toBe($page);
    $this->post("/s/$store->slug/match/planned/$page/arrived", [
        'url' => '/collections/rattan-lamps',
    ])->assertSessionHas('done');
    crawl($store);
    expect(plannedPage($store))
        ->toBe(0)
        ->and(PlannedResources::among([$resource]))
        ->toBe([])
        ->and(PageTerms::leads([$page]))
        ->toBe([$page => 'rattan lamps']);
});

it('joins it at another address by its name, and by hand where the name is another', function (
    string $path,
    string $name,
    bool $byHand,
): void {
    /** @var TestCase $this */
    [$site, $store] = shopWithGap();
    $resource = plannedAndWritten($this, $store, ['name' => 'Rattan Lamps']);
    $planned = plannedPage($store);
    lampPage($site, $path, $name);
    // A table lamp of the same name was there before, and is no new page.
    lampPage($site, '/', 'Kiln', ['/collections/table-lamps', '/collections/floor-lamps', $path]);
    crawl($store);
    $real = (int) DB::table('pages')
        ->where('store_id', $store->id)
        ->where('url', $site->url.$path)
        ->value('id');
    if ($byHand) {
        expect(plannedPage($store))->toBe($planned);
        $join = fn (int $page, string $url) => $this->post("/s/$store->slug/match/planned/$page/arrived", [
            'url' => $url,
        ]);
        $join($planned, '/nowhere')->assertSessionHasErrors('url');
        $join($real, $path)->assertNotFound();
        $join($planned, $path)->assertSessionHas('done');
    }
    $own = (int) DB::table('resources')
        ->where('store_id', $store->id)
        ->where('page_id', $real)
        ->where('gone', 0)
        ->value('id');
    expect(DB::table('planned_pages')->where('store_id', $store->id)->count())
        ->toBe(0)
        ->and(draftOf($own)?->value)
        ->toBe('Rattan lamps by hand')
        ->and(draftOf($own)?->base_value)
        ->toBe($name)
        ->and(PageTerms::leads([$planned, $real]))
        ->toBe([$real => 'rattan lamps'])
        ->and(DB::table('page_index')->where('page_id', $planned)->exists())
        ->toBeFalse()
        ->and(DB::table('write_rows')->where('store_id', $store->id)->where('resource_id', $own)->value('drafted'))
        ->toBe(1)
        ->and($byHand ? (int) DB::table('resources')->where('id', $resource)->value('gone') : 1)
        ->toBe(1);
    crawl($store);
    expect(draftOf($own)?->value)->toBe('Rattan lamps by hand');
})->with([
    'the same name' => ['/collections/rattan', 'Rattan lamps', false],
    'another name' => ['/collections/woven', 'Woven lights', true],
]);

it('takes a plan back and makes it again, with what was written', function (): void {
    /** @var TestCase $this */
    [$site, $store] = shopWithGap();
    $resource = plannedAndWritten($this, $store);
    $page = plannedPage($store);
    $this->post("/s/$store->slug/match/undo")->assertSessionHas('done');
    expect(plannedPage($store))
        ->toBe(0)
        ->and(PageTerms::leads([$page]))
        ->toBe([])
        ->and((int) gapTerm($store)->served)
        ->not->toBe(3)
        ->and(DB::table('page_index')->where('page_id', $page)->exists())
        ->toBeFalse();
    $this->post("/s/$store->slug/match/redo")->assertSessionHas('done');
    expect(plannedPage($store))
        ->toBe($page)
        ->and((int) gapTerm($store)->lead_page)
        ->toBe($page)
        ->and(draftOf($resource)?->value)
        ->toBe('Rattan lamps by hand')
        ->and(PlannedResources::among([$resource]))
        ->toBe([$resource => true]);
    // At another address it is another page: the first has neither the term nor a row of the desk any more.
    $plan = fn (array $what) => $this->post("/s/$store->slug/match/terms/".gapTerm($store)->id.'/plan', $what);
    $plan(['plan' => 'planned', 'address' => '/collections/woven'])->assertSessionHas('done');
    $moved = plannedPage($store);
    $rows = static fn (): array => DB::table('write_rows')
        ->join('resources', 'resources.id', '=', 'resource_id')
        ->where('write_rows.store_id', $store->id)
        ->where('from_page', 3)
        ->pluck('page_id')
        ->all();
    expect(PageTerms::leads([$page, $moved]))
        ->toBe([$moved => 'rattan lamps'])
        ->and($moved)
        ->not->toBe($page)
        ->and($rows())
        ->toBe([$moved]);
    // Given up by its own button it is gone as well, and the term is open.
    $this->post("/s/$store->slug/match/terms/".gapTerm($store)->id.'/plan', ['plan' => 'open'])->assertSessionHas(
        'done',
    );
    expect(plannedPage($store))->toBe(0)->and($rows())->toBe([])->and((int) gapTerm($store)->served)->toBe(0);
});

it('refuses plans where a page is, of no kind, elsewhere, or by those who may not', function (): void {
    /** @var TestCase $this */
    [$site, $store] = shopWithGap();
    $url = "/s/$store->slug/match/terms/".gapTerm($store)->id.'/plan';
    $this->actingAs(member($store, Role::Writer));
    foreach (
        ['/collections/table-lamps', 'https://elsewhere.example/x', "$site->url/collections/floor-lamps"] as $where
    ) {
        $this->post($url, ['plan' => 'planned', 'address' => $where])->assertSessionHasErrors('address');
    }
    $this->post($url, ['plan' => 'planned', 'kind' => 'castle'])->assertSessionHasErrors('address');
    $this->post($url, ['plan' => 'planned', 'kind' => 'cart'])->assertSessionHasErrors('address');
    expect(DB::table('planned_pages')->where('store_id', $store->id)->count())
        ->toBe(0)
        ->and(DB::table('resources')->where('store_id', $store->id)->where('from_page', 3)->count())
        ->toBe(0);
    $this->post("/s/$store->slug/match/planned/write")->assertSessionHasErrors('plan');
    $this->actingAs(member($store, Role::Viewer));
    $this->post($url, ['plan' => 'planned'])->assertForbidden();
    $this->post("/s/$store->slug/match/planned/1/arrived", ['url' => '/'])->assertForbidden();
    $this->post("/s/$store->slug/match/planned/write")->assertForbidden();
});

it('proposes an address as the shop has them, in the letters that URLs have', function (): void {
    [$site, $store] = shopWithGap();
    $market = Markets::of($store)->first();
    $of = static fn (string $term, AskedFor $asked): string => Plan::for($store, $market, $term, $asked)->url->target();
    expect($of('lamps & shades', AskedFor::Collection))
        ->toBe('/collections/lamps-shades')
        ->and($of('how to hang a lamp', AskedFor::Article))
        ->toBe('/how-to-hang-a-lamp')
        ->and(rawurldecode($of('真鍮 ランプ', AskedFor::Collection)))
        ->toBe('/collections/真鍮-ランプ');
});
