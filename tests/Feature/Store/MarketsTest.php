<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Pages\ReindexWork;
use App\Platform\Work\WorkDesk;
use App\Stores\EditMarkets;
use App\Stores\MarketOptions;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\Check;
use Tests\Web\Site;

/** @return array<string, string> name of the market by path */
function marketsOfPages(Store $store, Site $site): array
{
    $found = [];
    foreach (
        DB::select(
            'SELECT p.url, m.name, n.name AS listed FROM pages p JOIN markets m ON m.id = p.market_id JOIN page_index i ON i.page_id = p.id JOIN markets n ON n.id = i.market_id WHERE p.store_id = ?',
            [$store->id],
        ) as $row
    ) {
        expect($row->listed)->toBe($row->name);
        $found[substr((string) $row->url, strlen($site->url))] = (string) $row->name;
    }
    ksort($found);

    return $found;
}

function reindexed(Store $store): void
{
    $work = DB::table('work')
        ->where('store_id', $store->id)
        ->where('sort', ReindexWork::sort())
        ->orderByDesc('id')
        ->value('id');
    expect(app(WorkDesk::class)->workToEnd((int) $work))->toBe('done');
}

it('sorts pages to the markets whose paths they have, and back when a market is taken out', function (): void {
    $site = (new Site())
        ->linking('/', ['/de' => 'Deutsch', '/de/lampe' => 'Lampe', '/den' => 'Den'])
        ->linking('/de', [])
        ->linking('/de/lampe', [])
        ->linking('/den', []);
    $store = $site->store();
    crawl($store);
    $owner = member($store, Role::Owner);
    $this->actingAs($owner)
        ->post("/s/{$store->slug}/settings/markets", ['name' => 'Germany', 'country' => 'de'])
        ->assertRedirect();
    $germany = Market::query()->where('store_id', $store->id)->where('name', 'Germany')->firstOrFail();
    expect($germany->country)->toBe('DE')->and($germany->brand)->toBe('A site');
    $this->post("/s/{$store->slug}/settings/markets/{$germany->id}", [
        'path' => '/de',
        'language' => 'de',
        'currency' => 'EUR',
    ])->assertRedirect();
    reindexed($store);
    expect(marketsOfPages($store, $site))->toBe([
        '/' => 'A site',
        '/de' => 'Germany',
        '/de/lampe' => 'Germany',
        '/den' => 'A site',
    ]);
    $this->get("/s/{$store->slug}/settings/markets")
        ->assertOk()
        ->assertSee('Market Germany');
    $this->post("/s/{$store->slug}/settings/markets/{$germany->id}/remove")->assertRedirect();
    reindexed($store);
    expect(array_unique(array_values(marketsOfPages($store, $site))))->toBe(['A site']);
    $this->post(
        "/s/{$store->slug}/settings/markets/".Markets::of($store)->first()->id.'/remove',
    )->assertSessionHasErrors('market');
});

it('checks texts by the limits of their own market, as soon as they are changed', function (): void {
    $store = crawledStore();
    $tooWide = static fn (): int => DB::table('write_rows')
        ->where('store_id', $store->id)
        ->whereRaw('title_checks & '.Check::TooWide->value)
        ->count();
    $before = $tooWide();
    $this->actingAs(member($store, Role::Owner))
        ->post("/s/{$store->slug}/settings/markets/".Markets::of($store)->first()->id, ['title_width' => '200'])
        ->assertRedirect();
    reindexed($store);
    expect($tooWide())->toBeGreaterThan($before);
});

it('keeps two markets’ equal texts from counting as repeated', function (): void {
    $store = crawledStore();
    $repeated = static fn (): int => DB::table('write_rows')
        ->where('store_id', $store->id)
        ->whereRaw('title_checks & '.Check::Repeated->value)
        ->count();
    $pair = DB::select(
        'SELECT t.resource_id, r.url FROM resource_texts t JOIN resources r ON r.id = t.resource_id WHERE t.store_id = ? AND t.field = 1 AND t.shown_digest = (SELECT shown_digest FROM resource_texts WHERE store_id = ? AND field = 1 AND shown_digest IS NOT NULL GROUP BY shown_digest HAVING COUNT(*) = 2 LIMIT 1)',
        [$store->id, $store->id],
    );
    expect($pair)->toHaveCount(2);
    $before = $repeated();
    $market = app(EditMarkets::class)->add($store, 'Elsewhere');
    MarketOptions::set($market, 'path', (string) parse_url((string) $pair[0]->url, PHP_URL_PATH));
    $this->actingAs(member($store, Role::Owner))
        ->post("/s/{$store->slug}/settings/markets/{$market->id}", ['brand' => 'Elsewhere'])
        ->assertRedirect();
    reindexed($store);
    expect($repeated())->toBe($before - 2);
});

it('makes the markets those of the countries that are named', function (): void {
    $store = (new Site())->store();
    $countries = static fn (): array => array_map(
        static fn (Market $market): string => $market->country,
        Markets::of($store)->all(),
    );
    expect(orchard(['store:set', 'markets', 'DE,AT', "--store={$store->slug}"])['code'])
        ->toBe(0)
        ->and($countries())
        ->toBe(['DE', 'AT']);
    expect(orchard(['store:set', 'markets', 'AT, CH', "--store={$store->slug}"])['code'])
        ->toBe(0)
        ->and($countries())
        ->toBe(['CH', 'AT']);
    expect(orchard(['store:set', 'markets', 'Austria', "--store={$store->slug}"]))
        ->code->toBe(2)
        ->err->toContain('two capital letters');
    expect(orchard(['store:set', 'currency', 'CHF', "--store={$store->slug}", '--market=AT'])['code'])
        ->toBe(0)
        ->and(Markets::of($store)->all()[1]->currency)
        ->toBe('CHF');
    expect(orchard(['store:set', 'currency', 'CHF', "--store={$store->slug}", '--market=FR']))
        ->code->toBe(2)
        ->err->toContain('There is no market "FR"');
});

it('keeps markets from other stores’ owners and from lesser roles', function (): void {
    $mine = (new Site())->store();
    $other = (new Site())->store();
    $market = Markets::of($mine)->first();
    $this->actingAs(member($other, Role::Owner))
        ->post("/s/{$other->slug}/settings/markets/{$market->id}", ['brand' => 'X'])
        ->assertNotFound();
    $this->post("/s/{$other->slug}/settings/markets/{$market->id}/remove")->assertNotFound();
    foreach ([Role::Viewer, Role::Writer, Role::Approver] as $role) {
        $this->actingAs(member($mine, $role))
            ->post("/s/{$mine->slug}/settings/markets", ['name' => 'Y'])
            ->assertForbidden();
    }
    expect($market->refresh()->brand)
        ->toBe('A site')
        ->and(Market::query()->where('store_id', $mine->id)->count())
        ->toBe(1);
});

it('tells markets apart by the language that pages give themselves, where addresses do not', function (): void {
    $site = (new Site())->linking('/', ['/de' => 'DE', '/at' => 'AT', '/lang' => 'Lang', '/none' => 'None']);
    $site
        ->page(
            '/de',
            '<html lang="de-DE"><title>D</title><link rel="alternate" hreflang="de-AT" href="/at"><link rel="alternate" hreflang="de-DE" href="/de"><body><h1>D</h1>',
        )
        ->page(
            '/at',
            '<html lang="de"><title>A</title><link rel="alternate" hreflang="de-DE" href="/de"><link rel="alternate" hreflang="de-AT" href="/at"><body><h1>A</h1>',
        )
        ->page('/lang', '<html lang="fr_CH"><title>L</title><body><h1>L</h1>')
        ->page('/none', '<title>N</title><body><h1>N</h1>');
    $store = $site->store();
    app(StoreOptions::class)->set($store, 'markets', 'DE,AT,CH');
    foreach (['DE' => 'de', 'AT' => 'de', 'CH' => 'de'] as $country => $language) {
        MarketOptions::set(
            Market::query()->where('store_id', $store->id)->where('country', $country)->firstOrFail(),
            'language',
            $language,
        );
    }
    crawl($store->refresh());
    expect(marketsOfPages($store, $site))->toMatchArray([
        '/de' => 'A site',
        '/at' => 'AT',
        '/lang' => 'CH',
        '/none' => 'A site',
    ]);
});
