<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\Editing\Author;
use App\Changes\Origin;
use App\Release\Handing\HandedList;
use App\Release\Handing\WayPreview;
use App\Release\Items\Via;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/**
 * A shop without an API whose filters are pages of their own. @return array{Site, Store}
 *
 * @return array<array-key, mixed>
 */
function filteredShop(): array
{
    $site = new Site();
    $links = [];
    foreach (['ash', 'birch', 'cedar', 'elder'] as $slug) {
        $links += ["/lamp/$slug" => $slug, "/lamp/$slug?finish=brass" => "$slug in brass"];
        foreach (['', '?finish=brass'] as $query) {
            $site->page("/lamp/$slug$query", productPage("N-$slug", "$slug lamp"));
        }
    }
    $site
        ->linking('/', $links + ['/old' => 'old', '/odd' => 'odd'])
        ->linking('/old', [])
        ->linking('/odd', []);
    $store = $site->store();
    crawl($store);

    return [$site, $store];
}

/** Settings that somebody is to make: a canonical for each filtered page, a redirect, noindex for a single one. */
function settings(Store $store): int
{
    $base = rtrim($store->base_url, '/');
    $put = static fn (string $path, AddressField $field, string $value): array => [
        'page' => pageAt($store, $path),
        'field' => $field,
        'value' => $value,
        'why' => 'a test',
    ];
    app(AddressChanges::class)->put(
        $store,
        [
            ...array_map(
                static fn (string $slug): array => $put(
                    "/lamp/$slug?finish=brass",
                    AddressField::Canonical,
                    "$base/lamp/$slug",
                ),
                ['ash', 'birch', 'cedar', 'elder'],
            ),
            $put('/old', AddressField::Redirect, "$base/lamp/ash"),
            $put('/odd', AddressField::Robots, 'noindex'),
        ],
        new Author(Origin::Hand, null),
    );

    return app(Releases::class)->send($store, new ReleaseWish([]), null)['release'];
}

it(
    'gives a developer the cause instead of the pages where it is a template, and ticks off by looking',
    function (): void {
        [$site, $store] = filteredShop();
        expect((new WayPreview($store))->count())->toBe([]);
        $release = settings($store);
        $list = new HandedList($store, $release);
        [$template, $single] = $list->groups();
        expect($template)
            ->isTemplate->toBeTrue()
            ->count->toBe(4)
            ->done->toBe(0)
            ->words->toBe('On every URL of the form /lamp/…?finish=…: canonical = the same URL without “finish”')
            ->and($template->examples)
            ->toHaveCount(4);
        expect($single)->isTemplate->toBeFalse()->words->toContain('/odd: robots = noindex');
        expect($list->redirects())
            ->toHaveCount(1)
            ->and($list->redirects()[0]->from->path)
            ->toBe('/old');

        // The developer changes the template for all but one; nobody ticks anything.
        foreach (['ash', 'birch', 'cedar'] as $slug) {
            $site->page("/lamp/$slug?finish=brass", productPage("N-$slug", "$slug lamp", "$site->url/lamp/$slug"));
        }
        $site->redirect('/old', '/lamp/ash');
        lookAtAll($release);
        expect($list->groups()[0])
            ->done->toBe(3)
            ->and($list->progress())
            ->toBe(['count' => 6, 'done' => 4]);
        expect(DB::table('address_states')->where('store_id', $store->id)->count())->toBe(4);
    },
);

it('shows the list to whoever has its link, and nothing else of the store to anybody', function (): void {
    [, $store] = filteredShop();
    $release = settings($store);
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/release/$release/links")
        ->assertForbidden();
    $this->actingAs(member($store, Role::Approver));
    $this->post("/s/{$store->slug}/release/$release/links")->assertRedirect();
    $link = session('link');
    $this->get("/s/{$store->slug}/release/$release/list")
        ->assertOk()
        ->assertSee('the same URL without');
    $this->post('/sign-out');
    $path = (string) parse_url((string) $link, PHP_URL_PATH);
    $this->get($path)
        ->assertOk()
        ->assertSee('On every URL of the form')
        ->assertDontSee('Settings')
        ->assertHeader('X-Robots-Tag', 'noindex');
    expect($this->get("$path/csv")->streamedContent())->toContain('/lamp/ash');
    expect($this->get("$path/nginx.conf")->streamedContent())->toContain('map');
    $this->get("$path/passwd")->assertNotFound();
    $this->get('/handed/'.str_repeat('a', 40))->assertNotFound();
    $this->get("/s/{$store->slug}/release/$release/list")->assertRedirect('/sign-in');
    // It ends by its time, and when somebody ends it.
    DB::table('release_links')->update(['expires_at' => now()->subMinute()]);
    $this->get($path)->assertNotFound();
    DB::table('release_links')->update(['expires_at' => now()->addDay()]);
    $this->actingAs(member($store, Role::Owner))->post("/s/{$store->slug}/release/$release/links/end");
    $this->post('/sign-out');
    $this->get($path)->assertNotFound();
});

it('tells beforehand which way each change will go', function (): void {
    $store = potteryStore(connected: false);
    freshPottery(24);
    crawl($store);
    shopFile($store, 'wares.csv', potteryOffice('GET', '/files/wares.csv'));
    readyDrafts($store, 24);
    $told = (new WayPreview($store))->count();
    $made = app(Releases::class)->send($store, new ReleaseWish(), null);
    $taken = DB::table('release_items')->where('release_id', $made['release'])->pluck('fields', 'via')->keys()->all();
    expect($told)
        ->toBe(['wares.csv' => 32])
        ->and($taken)
        ->toBe([Via::File->value]);
});
