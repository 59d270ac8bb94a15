<?php

declare(strict_types=1);

use App\Access\Role;
use App\Connectors\Http\Browser;
use App\Connectors\Http\BrowserProcess;
use App\Gather\Rendering\Renders;
use App\Gather\Rendering\RenderWork;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

beforeEach(function (): void {
    BrowserProcess::isThere() || $this->markTestSkipped('No Chromium, or no sandbox for it, is there.');
});

it('shows what script makes of a page beside what was sent, and reaches nothing but the store', function (): void {
    $elsewhere = (new Site())->page('/secret.js', 'document.title = "From elsewhere";', 200, [
        ['Content-Type', 'text/javascript'],
        ['Access-Control-Allow-Origin', '*'],
    ]);
    $site = (new Site())
        ->linking('/', ['/app' => 'App'])
        ->page(
            '/app',
            '<!doctype html><title>Loading</title><link rel="canonical" href="/app"><div id="root"></div><script src="/app.js"></script><script src="'.
                $elsewhere->url.
                '/secret.js"></script>',
        )
        ->page(
            '/app.js',
            'document.title = "Alma lamp"; document.querySelector("link[rel=canonical]").href = "/lamp/alma"; document.getElementById("root").innerHTML = "<h1>Alma</h1><p>'.
                str_repeat('brass ', 30).
                '</p><a href=\'/lamp/alma\'>Alma</a>"; fetch("'.
                $elsewhere->url.
                '/stolen");',
            200,
            [['Content-Type', 'text/javascript']],
        );
    $store = $site->store();
    crawl($store);
    $page = (int) DB::table('pages')
        ->where('store_id', $store->id)
        ->where('url', "{$site->url}/app")
        ->value('id');
    expect((int) DB::table('page_index')->where('page_id', $page)->value('marks') & 1)
        ->toBe(1)
        ->and(Renders::sample($store))
        ->toContain($page);
    $elsewhere->asked();
    $work = app(WorkDesk::class)->begin(new NewWork(RenderWork::class, $store->id, 0, null, ['left' => [$page]]));
    expect(app(WorkDesk::class)->workToEnd($work))->toBe('done');
    $render = DB::table('gather_renders')->where('page_id', $page)->first();
    [$raw, $shown] = [json_decode((string) $render?->raw, true), json_decode((string) $render?->shown, true)];
    expect($render?->problem)
        ->toBeNull()
        ->and((bool) $render?->differs)
        ->toBeTrue()
        ->and($raw)
        ->toMatchArray(['title' => 'Loading', 'h1' => [], 'links' => 0, 'words' => 0])
        ->and($shown)
        ->toMatchArray([
            'title' => 'Alma lamp',
            'h1' => ['Alma'],
            'links' => 1,
            'canonical' => ["{$site->url}/lamp/alma"],
        ])
        ->and($elsewhere->asked())
        ->toBe([]);
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/gather/rendered")
        ->assertOk()
        ->assertSee('Alma lamp')
        ->assertSee('Loading');
    $this->post("/s/{$store->slug}/gather/rendered")->assertForbidden();
});

it('tells why a page cannot be shown', function (): void {
    $site = (new Site())->linking('/', ['/gone' => 'Gone']);
    $store = $site->store();
    crawl($store);
    $page = (int) DB::table('pages')
        ->where('store_id', $store->id)
        ->where('url', "{$site->url}/gone")
        ->value('id');
    app(Renders::class)->show($store, $page);
    expect(DB::table('gather_renders')->where('page_id', $page)->value('problem'))->toBe('The page answers 404.');
});

it('asks images for their bytes on demand', function (): void {
    $site = (new Site())
        ->page(
            '/',
            '<title>Home</title><body><h1>Home</h1><img src="/a.png" alt="A"><img src="/gone.png"><img src="http://10.0.0.1/secret.png" alt="">',
        )
        ->page('/a.png', str_repeat('x', 1234), 200, [['Content-Type', 'image/png']]);
    $store = $site->store();
    crawl($store);
    $page = (int) DB::table('pages')->where('store_id', $store->id)->value('id');
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/gather/pages/$page/images")
        ->assertRedirect();
    $sizes = (array) json_decode(
        (string) DB::table('gather_image_sizes')->where('page_id', $page)->value('sizes'),
        true,
    );
    expect($sizes["{$site->url}/a.png"])
        ->toBe(1234)
        ->and($sizes["{$site->url}/gone.png"])
        ->toBe('answers 404')
        ->and($sizes['http://10.0.0.1/secret.png'])
        ->toContain('not a public address');
    $this->get("/s/{$store->slug}/gather/pages/$page")
        ->assertSee('1,234')
        ->assertSee('no alt');
    $this->actingAs(member($store, Role::Viewer))
        ->post("/s/{$store->slug}/gather/pages/$page/images")
        ->assertForbidden();
});

it('shows no page where neither a sandbox nor another user keeps the browser from what is ours', function (): void {
    $site = (new Site())->linking('/', []);
    $store = $site->store();
    config(['app.renderer' => '']);
    expect(BrowserProcess::isThere())->toBeFalse();
    $browser = new Browser(new App\Connectors\Http\AddressGuard($store->options()->privateHosts));
    expect(fn () => $browser->show(sure(Orchard\Core\Url\PageUrl::parse("{$site->url}/")), ''))->toThrow(
        RuntimeException::class,
        'sandbox',
    );
    $this->actingAs(member($store, Role::Writer))
        ->get("/s/{$store->slug}/gather/rendered")
        ->assertOk()
        ->assertSee('Pages cannot be rendered')
        ->assertDontSee('Show a sample');
});
