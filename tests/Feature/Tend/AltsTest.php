<?php

declare(strict_types=1);

use App\Access\Role;
use App\Tend\Lists\MadeAlts;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** A shop whose products have pictures of several views, beside those of its frame and of other products. */
function picturedSite(): Site
{
    $page = static fn (string $name, string $main): string => '<!doctype html><html lang="de"><head>'.
        "<title>$name</title></head><body><header><a href=\"/\"><img src=\"/logo-krug.svg\" alt=\"Tonhaus\"></a></header>".
        "<main><h1>$name</h1>$main</main></body></html>";

    $offer = static fn (string $name): string => '<script type="application/ld+json">{"@type":"Product","name":"'.
        $name.
        '","offers":{"@type":"Offer","price":"3.00","priceCurrency":"EUR"}}</script>';

    return (new Site())
        ->page('/', $page('Tonhaus', '<a href="/p/krug-anna">Krug Anna</a> <a href="/p/krug-berta">Krug Berta</a>'))
        ->page(
            '/p/krug-anna',
            $page(
                'Krug Anna',
                '<img src="/b/krug-anna.jpg" alt="Krug Anna"><img src="/b/krug-anna-seite.jpg">'.
                    '<a href="/b/krug-anna-gross.jpg"><img src="/b/krug-anna-3_800x800.jpg" alt="Krug Anna"></a>'.
                    '<img src="/b/krug-anna-unten.jpg" alt="Der Stempel der Werkstatt">'.
                    $offer('Krug Anna').
                    '<a href="/p/krug-berta"><img src="/b/krug-berta.jpg"></a><img src="/b/=krug-anna-4.jpg">',
            ),
        )
        ->page(
            '/p/krug-berta',
            $page('Krug Berta', '<img src="/b/krug-berta.jpg" alt="Krug Berta">'.$offer('Krug Berta')),
        );
}

it('proposes alts for the further images of a product, as a table and on its page', function (): void {
    $site = picturedSite();
    $store = $site->store();
    DB::table('markets')
        ->where('store_id', $store->id)
        ->update(['language' => 'de']);
    crawl($store);
    tend($store);
    $rows = iterator_to_array(MadeAlts::rows($store), false);
    expect($rows)->toBe([
        ["$site->url/p/krug-anna", "$site->url/b/krug-anna-seite.jpg", '', 'Krug Anna, Seitenansicht'],
        ["$site->url/p/krug-anna", "$site->url/b/krug-anna-3_800x800.jpg", 'Krug Anna', 'Krug Anna, Ansicht 3'],
        ["$site->url/p/krug-anna", "$site->url/b/=krug-anna-4.jpg", '', 'Krug Anna, Ansicht 5'],
    ]);
    expect(orchard(['tend:export', 'alts', "--store=$store->slug"])['out'])
        ->toContain('url,image,alt,proposed_alt')
        ->toContain('Seitenansicht');
    $anna = pageAt($store, '/p/krug-anna');
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/$store->slug/tend/pages/$anna")
        ->assertOk()
        ->assertSee('Alts proposed for 3 further images')
        ->assertDontSee('Put them into the next release');
    $this->post("/s/$store->slug/tend/pages/$anna/alts")->assertForbidden();
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/$store->slug/tend/pages/$anna/alts")
        ->assertSessionHas('done', '1 page is ready for release.');
    $this->post("/s/$store->slug/tend/pages/$anna/alts")->assertSessionHas(
        'done',
        'Nothing new: what the ticked would get is ready, or live, already.',
    );
    expect(json_decode((string) DB::table('address_changes')->where('page_id', $anna)->value('value'), true))->toBe([
        ['image' => '/b/krug-anna-seite.jpg', 'alt' => 'Krug Anna, Seitenansicht'],
        ['image' => '/b/krug-anna-3_800x800.jpg', 'alt' => 'Krug Anna, Ansicht 3'],
        ['image' => '/b/=krug-anna-4.jpg', 'alt' => 'Krug Anna, Ansicht 5'],
    ]);
});
