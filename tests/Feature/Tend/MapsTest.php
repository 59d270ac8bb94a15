<?php

declare(strict_types=1);

use App\Access\Role;
use App\Tend\Maps\SiteMaps;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Sitemaps\Sitemap;
use Orchard\Core\Url\PageUrl;
use Tests\Shops\LinkedShop;

it(
    'serves sitemaps of what may be listed and stays, by kind, and drops what is on its way elsewhere',
    function (): void {
        $shop = new LinkedShop(4);
        [$store, $site] = tended($shop);
        expect(orchard(['tend:maps', "--store=$store->slug"])['code'])->toBe(0);
        $token = SiteMaps::token($store);
        $index = $this->get("/sitemaps/$token/sitemap.xml")->assertOk();
        preg_match_all('~<loc>([^<]+)</loc>~', (string) $index->getContent(), $found);
        $files = $found[1];
        expect(count($files))
            ->toBeGreaterThan(2)
            ->and($files[0])
            ->toContain("/sitemaps/$token/sitemap-");
        $listed = [];
        foreach ($files as $file) {
            $name = basename((string) parse_url($file, PHP_URL_PATH));
            $xml = (string) $this->get("/sitemaps/$token/$name")
                ->assertOk()
                ->getContent();
            $packed = (string) $this->get("/sitemaps/$token/$name.gz")
                ->assertOk()
                ->getContent();
            expect(gzdecode($packed))->toBe($xml);
            $document = new DOMDocument();
            $document->loadXML($xml);
            expect(@$document->schemaValidate(__DIR__.'/../../Core/Sitemaps/fixtures/all.xsd'))->toBeTrue();
            foreach (array_keys(Sitemap::read($xml, sure(PageUrl::parse("$site->url/sitemap.xml")))->urls) as $url) {
                $listed[substr((string) $url, strlen($site->url))] = $name;
            }
        }
        // Everything that may be listed, orphans, too, each once; nothing that redirects or asks not to be listed.
        $meant = array_values(
            array_filter(array_keys($shop->depths()), static fn (string $path): bool => ! isset($shop->closed[$path])),
        );
        $parts = array_filter($meant, static fn (string $path): bool => ! isset($listed[$path]));
        // The further parts of a list may be listed by themselves, and stand in no sitemap all the same.
        $turned = array_filter(
            $meant,
            static fn (string $path): bool => preg_match('~^/kinds/kind-\d+.+~', $path) === 1,
        );
        expect($turned)
            ->not->toBe([])
            ->and(array_intersect($turned, array_keys($listed)))
            ->toBe([])
            ->and(array_diff(array_keys($listed), $meant))
            ->toBe([])
            // What is missing are the further parts of lists alone.
            ->and(
                array_filter($parts, static fn (string $path): bool => preg_match('~^/kinds/kind-\d+.+~', $path) !== 1),
            )
            ->toBe([])
            ->and($listed['/things/thing-0-0'])
            ->toStartWith('sitemap-products')
            ->and($listed['/kinds/kind-0'])
            ->toStartWith('sitemap-collections')
            ->and($listed['/'])
            ->toStartWith('sitemap-pages');
        DB::table('address_changes')->insert([
            'store_id' => $store->id,
            'page_id' => pageAt($store, '/things/thing-0-0'),
            'field' => 13,
            'value' => "$site->url/things/thing-0-1",
            'base_value' => '',
            'why' => '',
            'origin' => 'hand',
            'state' => 'ready',
            'note' => '',
            'updated_at' => now(),
        ]);
        orchard(['tend:maps', "--store=$store->slug"]);
        $xml = (string) $this->get("/sitemaps/$token/sitemap-products-1.xml")->getContent();
        expect($xml)->not->toContain('/things/thing-0-0<')->toContain('/things/thing-0-1<');

        // Priority and frequency only where they are asked for.
        expect($xml)->not->toContain('<priority>')->not->toContain('<changefreq>');
        expect(orchard(['store:set', 'sitemap_hints', '1', "--store=$store->slug"])['code'])->toBe(0);
        orchard(['tend:maps', "--store=$store->slug"]);
        $home = (string) $this->get("/sitemaps/$token/sitemap-pages-1.xml")->getContent();
        $xml = (string) $this->get("/sitemaps/$token/sitemap-products-1.xml")->getContent();
        expect(
            preg_match(
                "~<loc>$site->url/</loc>(<lastmod>[^<]+</lastmod><changefreq>\\w+</changefreq>)?<priority>1\.0<~",
                $home,
            ),
        )
            ->toBe(1)
            ->and(substr_count($xml, '<priority>'))
            ->toBe(substr_count($xml, '<loc>'))
            ->and(substr_count($xml, '<changefreq>'))
            ->toBe(substr_count($xml, '<lastmod>'));

        $this->get('/sitemaps/'.str_repeat('a', 32).'/sitemap.xml')->assertNotFound();
        $this->get("/sitemaps/$token/other-1.xml")->assertNotFound();
        $this->actingAs(member($store, Role::Viewer));
        $zip = $this->get("/s/$store->slug/tend/maps.zip")->assertOk();
        expect($zip->headers->get('content-type'))->toContain('zip');
        $this->get("/s/$store->slug/tend/maps")
            ->assertSee('sitemap-products-1.xml')
            ->assertSee($token);
    },
);

it('tells what the shop’s own sitemap lists for nothing, and what it leaves out', function (): void {
    $shop = new LinkedShop(8);
    [$store, $site] = tended($shop);
    $found = foundOf($store, $site);
    expect($found['/old-way']['listed-in-vain']->cause)
        ->toBe(['why' => 2])
        ->and($found['/things/thing-0-0'])
        ->toHaveKey('not-listed')
        ->and($found['/things/never-0'] ?? [])
        ->not->toHaveKey('not-listed');
});

it('keeps each version of robots.txt, and tells what one would shut out before it is live', function (): void {
    $shop = new LinkedShop(8);
    [$store, $site] = tended($shop);
    $this->actingAs(member($store, Role::Writer));
    $this->post("/s/$store->slug/tend/robots/fetch")->assertSessionHasNoErrors();
    $live = DB::table('tend_robots')->where('store_id', $store->id)->sole();
    expect($live->body)->toContain('Allow: /')->and($live->seen_at)->not->toBeNull();
    $written =
        "User-agent: *\nDisallow: /things/\nDisallow: /shut\nAllow: /things/thing-0-0\nDisallow: kinds\n\nUser-agent: looker\nDisallow: /\n";
    $answer = $this->post("/s/$store->slug/tend/robots/check", [
        'body' => $written,
        'addresses' => "/things/thing-0-0\n/things/thing-0-1\nhttps://elsewhere.example/\n",
    ])->assertOk();
    $shut = count(
        array_filter(
            array_keys(reached($store, $site)),
            static fn (string $path): bool => (str_starts_with($path, '/things/') && $path !== '/things/thing-0-0') ||
                str_starts_with($path, '/shut'),
        ),
    );
    $answer
        ->assertSeeInOrder(['may be fetched', 'line 4', 'shut out', 'line 2', 'not of this host'])
        ->assertSee("<b class=\"hand\">$shut</b>", false)
        ->assertSee('this one matches nothing')
        // Pages that ask not to be listed and can no longer be heard.
        ->assertSee('ask not to be listed');
    expect(DB::table('tend_robots')->where('store_id', $store->id)->count())->toBe(1);
    $all = $this->post("/s/$store->slug/tend/robots/check", ['body' => $written, 'crawler' => 'looker'])->assertOk();
    $all->assertSee('<b class="hand">'.count(reached($store, $site)).'</b>', false);

    $this->post("/s/$store->slug/tend/robots", [
        'body' => $written,
        'note' => 'things are shut',
    ])->assertSessionHasNoErrors();
    $version = (int) DB::table('tend_robots')->where('store_id', $store->id)->max('id');
    $this->get("/s/$store->slug/tend/robots?version=$live->id")
        ->assertSee('things are shut')
        ->assertSee('not yet');
    expect((string) $this->get("/s/$store->slug/tend/robots/$version")->getContent())->toBe($written);
    // Put into the shop, it is seen live, and nothing is kept twice.
    $site->page('/robots.txt', $written, headers: [['Content-Type', 'text/plain']]);
    $this->post("/s/$store->slug/tend/robots/fetch")->assertSessionHasNoErrors();
    expect(DB::table('tend_robots')->where('id', $version)->value('seen_at'))->not->toBeNull();
    $this->get("/s/$store->slug/tend/robots?version=999999999")->assertNotFound();
});
