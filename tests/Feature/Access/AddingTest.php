<?php

declare(strict_types=1);

use App\Access\Invitations;
use App\Access\Models\Membership;
use App\Access\Models\User;
use App\Access\Role;
use App\Gather\Crawl\Crawl;
use App\Stores\Adding\NewStore;
use App\Stores\Adding\NotAShop;
use App\Stores\Adding\ShopProbe;
use App\Stores\AddStore;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Illuminate\Support\Str;
use Symfony\Component\Process\Process;
use Tests\Web\Site;

/** Somebody who was invited to the server, and to no store. */
function founder(): User
{
    $user = User::query()->create([
        'name' => 'Fay Founder',
        'email' => Str::lower(Str::random(12)).'@people.example',
        'password' => 'a-long-password',
    ]);
    $user->forceFill(['adds_stores' => true])->save();

    return $user;
}

function shopOf(Site $site, string $head = '', string $body = '', string $lang = 'de-AT', int $links = 12): Site
{
    $anchors = implode(' ', array_map(static fn (int $n): string => "<a href=\"/p/$n\">Vase $n</a>", range(1, $links)));

    return $site->page(
        '/',
        "<!doctype html><html lang=\"$lang\"><head><title>Vasen und Schalen | Tonwerk</title>$head</head><body><main><h1>Tonwerk</h1>$anchors $body</main></body></html>",
    );
}

it('proposes a store from what a shop’s pages say, and tells where each was read', function (): void {
    $site = shopOf(
        new Site(),
        '<meta property="og:site_name" content="Tonwerk"><link rel="alternate" hreflang="de-AT" href="/"><link rel="alternate" hreflang="en-GB" href="/en">',
        '<p>Vase ab 49,90 €</p>',
    );
    $site
        ->page(
            '/robots.txt',
            "User-agent: *\nDisallow: /basket\nSitemap: /map.xml\n",
            headers: [['Content-Type', 'text/plain']],
        )
        ->page(
            '/map.xml',
            '<?xml version="1.0"?><urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9"><url><loc>'.
                "{$site->url}/p/1</loc></url><url><loc>{$site->url}/p/2</loc></url></urlset>",
            headers: [['Content-Type', 'application/xml']],
        );
    $sight = ShopProbe::look($site->url, true);
    expect([$sight->name->value, $sight->name->from])
        ->toBe(['Tonwerk', 'og:site_name'])
        ->and([$sight->language->value, $sight->language->from])
        ->toBe(['de-AT', 'the page’s lang attribute'])
        ->and([$sight->country->value, $sight->country->from])
        ->toBe(['AT', 'hreflang'])
        ->and([$sight->currency->value, $sight->currency->from])
        ->toBe(['EUR', 'prices on the home page'])
        ->and($sight->timezone->value)
        ->toBe('Europe/Vienna')
        ->and($sight->pages)
        ->toBe(2)
        ->and(count($sight->markets))
        ->toBe(2)
        ->and($sight->obstacle)
        ->toBeNull();
});

it('reads the name from structured data, the title, and last the address', function (): void {
    $site = shopOf(
        new Site(),
        '<script type="application/ld+json">{"@graph":[{"@type":"Organization","name":"Tonwerk GmbH"}]}</script>',
    );
    expect(ShopProbe::look($site->url, true)->name->value)->toBe('Tonwerk GmbH');
    $plain = shopOf(new Site());
    $name = ShopProbe::look($plain->url, true)->name;
    expect([$name->value, $name->from])->toBe(['Tonwerk', 'the home page’s title']);
});

it('says what is in the way of a crawl, and what to do', function (): void {
    $barred = shopOf(new Site())->page('/robots.txt', "User-agent: *\nDisallow: /\n");
    expect(ShopProbe::look($barred->url, true)->obstacle)->toContain('“User-agent: youngorchard”');
    $down = shopOf(new Site())->page('/robots.txt', '', 503);
    expect(ShopProbe::look($down->url, true)->obstacle)->toContain('answers 503');
    $closed = (new Site())->page('/', 'Who are you?', 401);
    expect(ShopProbe::look($closed->url, true)->obstacle)->toContain('asks for a password');
    $form = (new Site())->page('/', '<html><title>Soon</title><form><input type="password" name="p"></form></html>');
    expect(ShopProbe::look($form->url, true)->obstacle)->toContain('asks for a password');
    $shut = (new Site())->page('/', 'No', 403);
    expect(ShopProbe::look($shut->url, true)->obstacle)->toContain('refuses us (it answers 403)');
});

it('tells what is no shop in words, with what to do', function (
    Closure $make,
    string $words,
    bool $isPrivate = false,
): void {
    $site = new Site();
    $address = $make($site);
    try {
        ShopProbe::look($address, ! $isPrivate);
        $told = 'nothing';
    } catch (NotAShop $not) {
        $told = $not->getMessage();
        expect($not->isPrivate)->toBe($isPrivate);
    }
    expect($told)->toContain($words);
})->with([
    'no address' => [static fn (Site $site): string => 'not an address', 'is no web address'],
    'another scheme' => [static fn (Site $site): string => 'ftp://shop.example', 'is no web address'],
    'nothing there' => [static fn (Site $site): string => "$site->url/", 'answers 404'],
    'a file' => [
        static fn (Site $site): string => $site->page('/', '%PDF', 200, [['Content-Type', 'application/pdf']])->url,
        'is no web page but application/pdf',
    ],
    'trouble' => [static fn (Site $site): string => $site->page('/', 'oh', 500)->url, 'has trouble just now'],
    'nobody answers' => [static fn (Site $site): string => $site->drop('/')->url, 'Look whether it opens in a browser'],
    'in circles' => [static fn (Site $site): string => $site->redirect('/', '/')->url, 'leads on and on'],
    'a private address' => [static fn (Site $site): string => shopOf($site)->url, 'stands in a private network', true],
]);

it('follows to another host only where that may be asked, and says so', function (): void {
    $there = shopOf(new Site());
    $here = (new Site())->redirect('/', "{$there->url}/");
    // The owner's word is for one host and port.
    expect(fn () => ShopProbe::look($here->url, true))->toThrow(NotAShop::class, 'stands in a private network');
});

it('says where an address leads to another host, and where a shop is slow', function (): void {
    $there = shopOf(new Site());
    $here = (new Site())->redirect('/', "{$there->url}/");
    $store = $here->store();
    $ports = array_map(static fn (Site $site): string => '127.0.0.1:'.parse_url($site->url, PHP_URL_PORT), [
        $here,
        $there,
    ]);
    app(StoreOptions::class)->set($store, 'private_hosts', implode(',', $ports));
    $sight = ShopProbe::lookAs($store->refresh());
    expect($sight->remarks[0])
        ->toBe("{$ports[0]} leads to {$ports[1]}. The store is made of {$ports[1]}.")
        ->and($sight->url)
        ->toBe("{$there->url}/");
    $slow = shopOf(new Site())->slow('/', 4.3);
    expect(implode(' ', ShopProbe::look($slow->url, true)->remarks))->toMatch('/The home page took [4-9] seconds/');
});

it('adds a store from the screen: typed, looked at, changed, crawled', function (): void {
    $site = shopOf(
        new Site(),
        '<link rel="alternate" hreflang="de-AT" href="/"><link rel="alternate" hreflang="de-CH" href="/ch"><link rel="alternate" hreflang="cs-CZ" href="/cz">',
    );
    $name = 'Tonwerk '.Str::lower(Str::random(8));
    $slug = Str::slug($name);
    $user = founder();
    $this->actingAs($user)->get('/')->assertRedirect('/stores/new');
    $this->post('/stores/new', ['url' => $site->url])->assertSessionHasErrors('url');
    $seen = (string) $this->post('/stores/new', ['url' => $site->url, 'private' => '1'])
        ->assertRedirect()
        ->headers->get('Location');
    $page = $this->get($seen)->assertOk()->assertSee('Switzerland, German')->assertSee('the page’s lang attribute');
    preg_match('/name="seen" value="([a-z0-9]{24})"/', (string) $page->content(), $key);
    $form = [
        'name' => $name,
        'url' => $site->url,
        'language' => 'de-AT',
        'currency' => 'EUR',
        'timezone' => 'Europe/Vienna',
        'country' => 'AT',
        'seen' => $key[1] ?? '',
        'markets' => ['0', '1'],
        'private' => '1',
        'crawl' => '1',
    ];
    foreach (
        [['name', str_repeat('x', 300)], ['currency', 'euro'], ['timezone', 'Wien'], ['url', 'x y']] as [$field, $value]
    ) {
        $this->post('/stores', [$field => $value] + $form)->assertSessionHasErrors($field);
    }
    $this->post('/stores', ['language' => '!!'] + $form)->assertSessionHasErrors();
    expect($user->stores()->count())->toBe(0);
    $this->post('/stores', $form)->assertRedirect("/s/$slug");
    $store = Store::query()->where('slug', $slug)->firstOrFail();
    expect($user->fresh()?->roleIn($store))
        ->toBe(Role::Owner)
        ->and(
            array_map(
                static fn (Market $one): array => [
                    $one->name,
                    $one->language,
                    $one->country,
                    $one->currency,
                    $one->path_prefix,
                ],
                Markets::of($store)->all(),
            ),
        )
        ->toBe([['Austria, German', 'de-AT', 'AT', 'EUR', ''], ['Switzerland, German', 'de-CH', 'CH', 'CHF', '/ch']])
        ->and(Crawl::latest($store->id)?->state)
        ->toBe('running');
    $this->get("/s/$slug")
        ->assertOk()
        ->assertSee('runs now')
        ->assertSee('pages so far');
    // The same address a second time is told, and added only where it is meant.
    $this->post('/stores', $form)->assertSessionHasErrors('url');
    $this->post('/stores', ['again' => '1'] + $form)->assertRedirect("/s/$slug-2");
});

it('lets those add stores who own one or were invited to the server, nobody else', function (): void {
    $store = app(AddStore::class)->add('Own', 'https://own.example', 'own-'.Str::lower(Str::random(8)));
    $this->get('/stores/new')->assertRedirect('/sign-in');
    foreach ([Role::Viewer, Role::Writer, Role::Approver] as $role) {
        $this->actingAs(member($store, $role));
        $this->get('/stores/new')->assertForbidden();
        $this->post('/stores/new', ['url' => 'https://x.example'])->assertForbidden();
        $this->post('/stores', [])->assertForbidden();
        $this->get('/stores')->assertOk()->assertDontSee('Add a store');
    }
    $this->actingAs(member($store, Role::Owner))->get('/stores/new')->assertOk();
    $secret = app(Invitations::class)->inviteToServer('Fresh@people.example');
    $this->app['auth']->guard('web')->logout();
    $this->get("/invitations/$secret")
        ->assertOk()
        ->assertSee('may add stores');
    $this->post("/invitations/$secret", ['name' => 'Fresh', 'password' => 'a-long-password'])->assertRedirect('/');
    expect(User::query()->where('email', 'fresh@people.example')->firstOrFail()->mayAddStores())->toBeTrue();
    User::query()->where('email', 'fresh@people.example')->delete();
    // What one person has seen of a shop is nobody else's.
    $this->actingAs(founder());
    $this->get('/stores/new?seen='.str_repeat('a', 24))
        ->assertOk()
        ->assertSee('Type the address again');
});

it('gives each a short name of its own where many add the same at once', function (): void {
    $name = 'Rush '.Str::random(8);
    $code =
        '$s = app(App\Stores\AddStore::class); $s->oneAfterTheOther(fn () => $s->asSeen(new App\Stores\Adding\NewStore('.
        var_export($name, true).
        ', "https://rush.example", "en", "EUR", "UTC")));';
    $run =
        'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); '.
        $code;
    $all = array_map(static fn (): Process => new Process([PHP_BINARY, '-r', $run], base_path()), range(1, 4));
    array_walk($all, static fn (Process $one) => $one->start());
    foreach ($all as $one) {
        $one->wait();
        expect($one->getExitCode())->toBe(0, $one->getErrorOutput().$one->getOutput());
    }
    $slugs = Store::query()->where('name', $name)->orderBy('id')->pluck('slug')->all();
    $base = Str::slug($name);
    expect($slugs)->toBe([$base, "$base-2", "$base-3", "$base-4"]);
});

it('makes a short name of any name', function (string $name): void {
    $store = app(AddStore::class)->asSeen(
        new NewStore($name, 'https://any-name.example', 'ja', 'JPY', 'Asia/Tokyo', 'JP'),
    );
    expect($store->slug)
        ->toMatch('/^[a-z0-9][a-z0-9\-]{0,62}$/')
        ->and(Markets::of($store)->first()->country)
        ->toBe('JP');
})->with(['株式会社', str_repeat('long ', 24), '"><script>', '—']);

it('knows when somebody was here last', function (): void {
    $store = app(AddStore::class)->add('Seen', 'https://seen.example', 'seen-'.Str::lower(Str::random(8)));
    $user = member($store, Role::Viewer);
    $this->actingAs($user)
        ->get("/s/{$store->slug}")
        ->assertOk()
        ->assertDontSee('You were last here');
    Membership::query()
        ->where('user_id', $user->id)
        ->update(['seen_at' => now('UTC')->subDays(2)]);
    $this->get("/s/{$store->slug}/gather")->assertOk();
    $this->get("/s/{$store->slug}")
        ->assertOk()
        ->assertSee('You were last here '.now('UTC')->subDays(2)->format('l'));
});
