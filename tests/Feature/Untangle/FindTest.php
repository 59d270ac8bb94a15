<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\AddressField;
use App\Gather\Files\FileSort;
use App\Platform\Work\WorkDesk;
use App\Untangle\Deciding\CauseSort;
use App\Untangle\Deciding\Decisions;
use App\Untangle\Deciding\Means;
use App\Untangle\Deciding\Plan;
use App\Untangle\Deciding\Reckoning;
use App\Untangle\Finding\Finds;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\ParameterEffect;
use Tests\Web\Site;

it('finds one product at all of its addresses, its keeper, and what each declares', function (): void {
    [, $store] = foundSite();
    $rows = untangled($store);
    foreach (['aldern', 'hazel'] as $slug) {
        $tangle = array_filter(
            $rows,
            static fn (array $row): bool => $row['tangle'] !== '' && $row['tangle'] === $rows["/lamp/$slug"]['tangle'],
        );
        expect(array_keys($tangle))
            ->toEqualCanonicalizing([
                "/lamp/$slug",
                "/lamp/$slug?finish=brass",
                "/lamp/$slug?finish=copper",
                "/range/all/$slug",
                ...$slug === 'aldern' ? ['/lamp/aldern-old'] : [],
            ])
            ->and(array_unique(array_column($tangle, 'keeper')))
            ->toBe(["/lamp/$slug"]);
    }
    expect(
        array_map(
            static fn (array $row): string => $row['verdict'],
            array_intersect_key(
                $rows,
                array_flip([
                    '/lamp/aldern', '/lamp/brome', '/lamp/corvin', '/lamp/dessel', '/lamp/hazel',
                    '/lamp/hazel?finish=brass', '/range/all/farrow', '/lamp/elmet?finish=brass', '/lamp/aldern-old',
                    '/lamp/brome?finish=brass', '/',
                ]),
            ),
        ),
    )->toEqualCanonicalizing([
        '/lamp/aldern' => 'absent on a keeper',
        '/lamp/brome' => 'unreachable',
        '/lamp/corvin' => 'redirected',
        '/lamp/dessel' => 'foreign',
        '/lamp/hazel' => 'to self',
        '/lamp/hazel?finish=brass' => 'to keeper',
        '/range/all/farrow' => 'absent on a duplicate',
        '/lamp/elmet?finish=brass' => 'to itself, not the keeper',
        '/lamp/aldern-old' => 'not needed',
        '/lamp/brome?finish=brass' => 'chain',
        '/' => 'to self',
    ]);
    expect($rows['/range/all/farrow'])
        ->toMatchArray(['action' => 'canonical'])
        ->and($rows['/lamp/hazel?finish=brass']['action'])
        ->toBe('leave')
        ->and($rows['/lamp/aldern-copy'])
        ->toMatchArray(['tangle' => '', 'keeper' => ''])
        ->and($rows['/lamp/brome']['action'])
        ->toBe('canonical');
    // Something done once more finds the same.
    findTangles($store);
    expect(untangled($store))->toBe($rows);
});

it('gathers what was found by cause, and shows it', function (): void {
    [, $store] = foundSite();
    $causes = DB::table('untangle_causes')
        ->where('store_id', $store->id)
        ->get()
        ->keyBy(static fn (stdClass $row): string => trim("$row->type $row->parameter $row->scope"));
    expect($causes['path /lamp/* /range/*/*'])
        ->sort->toBe('path')
        ->urls->toBe(10)
        ->to_do->toBe(4)
        ->and($causes['parameter finish /lamp/'])
        ->sort->toBe('variant')
        ->urls->toBe(20)
        ->and($causes['redirects']?->to_do)
        ->toBe(0)
        ->and(
            DB::table('untangle_pages')
                ->where('store_id', $store->id)
                ->where('cause_id', $causes['parameter finish /lamp/']?->id)
                ->count(),
        )
        ->toBe(20);
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/untangle")
        ->assertOk()
        ->assertSee('Safe now')
        ->assertSee('Your call')
        ->assertSee('Variants by parameter finish, /lamp/')
        ->assertSee('One page at several paths, /range/*/* and /lamp/*');
    $this->get("/s/{$store->slug}/untangle/causes/{$causes['parameter finish /lamp/']?->id}")
        ->assertOk()
        ->assertSee('/lamp/elmet?finish=brass');
    $tangle = DB::table('untangle_pages')
        ->where('store_id', $store->id)
        ->where('page_id', pageAt($store, '/lamp/hazel'))
        ->value('tangle_id');
    $this->get("/s/{$store->slug}/untangle/tangles/$tangle")
        ->assertOk()
        ->assertSee('the keeper')
        ->assertSee('/range/all/hazel')
        ->assertSee('Evidence, in points');
    $this->get(
        "/s/{$store->slug}/untangle/compare?a=".
            pageAt($store, '/lamp/hazel').
            '&b='.
            pageAt($store, '/lamp/hazel?finish=brass'),
    )
        ->assertOk()
        ->assertSee('Shown in brass.')
        ->assertSee('stock number N-7 on both');
    $this->get(
        "/s/{$store->slug}/untangle/compare?a=".pageAt($store, '/lamp/hazel').'&b=99999999',
    )->assertNotFound();
    foreach (
        [
            'tangles', 'tangles?words=hazel&only=to-do', 'troubles', 'troubles?verdict=unreachable', 'parameters',
            'rules', 'rules?sort=variant&choice=leave', 'filters', 'versions', 'redirects', 'lost', 'slugs', 'told',
            'export.csv', 'links.csv',
        ] as $screen
    ) {
        $this->get("/s/{$store->slug}/untangle/$screen")->assertOk();
    }
    $this->get("/s/{$store->slug}/untangle/causes/99999999")->assertNotFound();
});

it('learns what a parameter does, and follows what the owner says of it', function (): void {
    [, $store] = foundSite();
    $learned = DB::table('untangle_parameters')->where('store_id', $store->id)->where('name', 'finish')->first();
    expect($learned)
        ->scope->toBe('/lamp/')
        ->effect->toBe('variant')
        ->pairs->toBe(20)
        ->bases->toBe(10)
        ->is_sure->toBe(1);
    Decisions::parameter($store, '/lamp/', 'finish', ParameterEffect::Page, null);
    $this->actingAs(member($store, Role::Owner))
        ->post("/s/{$store->slug}/untangle/parameters", [
            'scope' => '/lamp/',
            'name' => 'finish',
            'effect' => 'nothing',
        ])
        ->assertRedirect();
    $work = (int) DB::table('work')->where('store_id', $store->id)->where('sort', 'untangle.find')->max('id');
    app(WorkDesk::class)->workToEnd($work);
    expect(DB::table('untangle_parameters')->where('store_id', $store->id)->where('name', 'finish')->first())
        ->said->toBe('nothing')
        ->effect->toBe('variant')
        ->and(
            DB::table('untangle_causes')
                ->where('store_id', $store->id)
                ->where(['type' => 'parameter', 'parameter' => 'finish', 'scope' => '/lamp/'])
                ->value('sort'),
        )
        ->toBe('parameter');
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/untangle/parameters", ['scope' => '/lamp/', 'name' => 'finish', 'effect' => 'page'])
        ->assertForbidden();
});

it('lets a decision on a cause cover its addresses, and those that come later', function (): void {
    [$site, $store] = foundSite();
    $cause = DB::table('untangle_causes')
        ->where('store_id', $store->id)
        ->where(['type' => 'path', 'scope' => '/range/*/*', 'parameter' => '/lamp/*'])
        ->first();
    expect(Reckoning::preview($store, (int) $cause?->id, CauseSort::Path, 'redirect'))->toBe(['redirect' => [10, 0]]);
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/untangle/causes/$cause?->id", ['choice' => 'redirect'])
        ->assertRedirect();
    expect(untangled($store)['/range/all/hazel']['action'])->toBe('redirect');
    $this->post("/s/{$store->slug}/untangle/causes/$cause?->id", ['choice' => 'explode'])->assertSessionHasErrors(
        'choice',
    );
    $site
        ->page('/lamp/late', productPage('L-1', 'Late lamp', '/lamp/late'))
        ->page('/range/all/late', productPage('L-1', 'Late lamp', '/lamp/late'))
        ->linking('/more', ['/lamp/late' => 'Late', '/range/all/late' => 'Late again'])
        ->linking('/', ['/more' => 'More', '/lamp/hazel' => 'Hazel', '/range/all/hazel' => 'Hazel']);
    crawl($store);
    findTangles($store);
    expect(untangled($store)['/range/all/late'])
        ->toMatchArray(['keeper' => '/lamp/late', 'action' => 'redirect'])
        ->and(DB::table('untangle_causes')->where('id', $cause?->id)->value('decision'))
        ->toBe('redirect');
    // One address may differ.
    Decisions::action($store, pageAt($store, '/range/all/hazel'), Means::Leave, null);
    findTangles($store);
    expect(untangled($store)['/range/all/hazel']['action'])
        ->toBe('leave')
        ->and(untangled($store)['/range/all/late']['action'])
        ->toBe('redirect');
    Decisions::ofCause($store, (int) $cause?->id, null, null);
    expect(untangled($store)['/range/all/late']['action'])->toBe('leave');
});

it('keeps the keeper that a person chose, and parts what a person parted', function (): void {
    [, $store] = foundSite();
    $owner = member($store, Role::Owner);
    $page = pageAt($store, '/range/all/hazel');
    $this->actingAs($owner)
        ->post("/s/{$store->slug}/untangle/pages/$page", ['do' => 'keeper'])
        ->assertRedirect();
    expect(untangled($store)['/lamp/hazel']['keeper'])->toBe('/range/all/hazel');
    findTangles($store);
    expect(untangled($store)['/lamp/hazel'])->toMatchArray([
        'keeper' => '/range/all/hazel',
        'verdict' => 'to itself, not the keeper',
        'action' => 'canonical',
    ]);
    $this->post("/s/{$store->slug}/untangle/pages/$page", ['do' => 'no-keeper']);
    findTangles($store);
    expect(untangled($store)['/lamp/hazel']['keeper'])->toBe('/lamp/hazel');
    $this->post("/s/{$store->slug}/untangle/pages/$page", ['do' => 'apart']);
    findTangles($store);
    expect(untangled($store)['/range/all/hazel'])
        ->toMatchArray(['tangle' => '', 'keeper' => ''])
        ->and(untangled($store)['/lamp/hazel']['keeper'])
        ->toBe('/lamp/hazel');
    $this->post("/s/{$store->slug}/untangle/pages/99999999", ['do' => 'keeper'])->assertNotFound();
    $this->post("/s/{$store->slug}/untangle/pages/$page", ['do' => 'nonsense'])->assertSessionHasErrors('do');
});

it('shows at once, where a person chose a keeper, what the next search will find', function (): void {
    [, $store] = foundSite();
    $shown = static fn (): array => array_map(
        static fn (array $row): array => array_intersect_key(
            $row,
            array_flip(['keeper', 'declared', 'verdict', 'action']),
        ),
        array_filter(
            untangled($store),
            static fn (array $row): bool => str_contains($row['url'], 'hazel') || str_contains($row['url'], 'elmet'),
        ),
    );
    foreach (['/range/all/hazel', '/lamp/elmet?finish=brass', '/lamp/hazel?finish=brass'] as $address) {
        $this->actingAs(member($store, Role::Writer))
            ->post("/s/{$store->slug}/untangle/pages/".pageAt($store, $address), ['do' => 'keeper'])
            ->assertRedirect();
        $atOnce = $shown();
        findTangles($store);
        expect($atOnce)->toBe($shown(), $address)->and($atOnce[$address]['keeper'])->toBe($address);
    }
});

it('lets the addresses of a cause stay instead, in bulk', function (): void {
    [, $store] = foundSite();
    $cause = DB::table('untangle_causes')
        ->where('store_id', $store->id)
        ->where(['type' => 'path', 'scope' => '/range/*/*', 'parameter' => '/lamp/*'])
        ->value('id');
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/untangle/causes/$cause/keep-instead")
        ->assertRedirect();
    findTangles($store);
    $rows = untangled($store);
    foreach (['aldern', 'hazel', 'juniper'] as $slug) {
        expect($rows["/lamp/$slug"]['keeper'])
            ->toBe("/range/all/$slug")
            ->and($rows["/lamp/$slug"]['action'])
            ->toBe('canonical');
    }
    $this->actingAs(member($store, Role::Viewer))
        ->post("/s/{$store->slug}/untangle/causes/$cause/keep-instead")
        ->assertForbidden();
});

it('plans changes that end in one hop, keepers named right as well, and nothing the second time', function (): void {
    [, $store] = foundSite();
    $pages = DB::table('untangle_pages')->where('store_id', $store->id)->pluck('page_id')->map(intval(...))->all();
    $plan = Plan::of($store, array_values($pages));
    $byPage = array_column($plan->changes, null, 'page');
    expect($plan->heldBack)
        ->toBe([])
        ->and($byPage[pageAt($store, '/lamp/brome')]['value'])
        ->toBe($store->base_url === '' ? '' : rtrim($store->base_url, '/').'/lamp/brome')
        ->and($byPage[pageAt($store, '/range/all/farrow')])
        ->toMatchArray(['field' => AddressField::Canonical, 'value' => rtrim($store->base_url, '/').'/lamp/farrow']);
    // Of one address alone: its keeper, which names an error page, is put right with it.
    $one = Plan::of($store, [pageAt($store, '/lamp/brome?finish=brass')]);
    expect(array_column($one->changes, 'page'))
        ->toEqualCanonicalizing([pageAt($store, '/lamp/brome?finish=brass'), pageAt($store, '/lamp/brome')])
        ->and($one->keepers)
        ->toBe(1);
    expect($plan->put($store, null))
        ->toBe(count($plan->changes))
        ->and($plan->put($store, null))
        ->toBe(0)
        ->and(Plan::of($store, array_values($pages))->put($store, null))
        ->toBe(0)
        ->and(DB::table('address_changes')->where('store_id', $store->id)->where('state', 'ready')->count())
        ->toBe(count($plan->changes));
    $this->actingAs(member($store, Role::Approver))
        ->get("/s/{$store->slug}/release")
        ->assertOk()
        ->assertSee('URLs and what stands on pages')
        ->assertSee('a first 5%');
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/untangle/drop")
        ->assertRedirect();
    expect(DB::table('address_changes')->where('store_id', $store->id)->count())->toBe(0);
});

it('follows the store’s rules by sort, previewed before they hold', function (): void {
    [, $store] = foundSite();
    $owner = member($store, Role::Owner);
    $this->actingAs($owner)
        ->get("/s/{$store->slug}/untangle/rules?sort=variant&choice=leave")
        ->assertOk()
        ->assertSee('means:')
        ->assertSee('leave as is');
    expect(untangled($store)['/lamp/elmet?finish=brass']['action'])->toBe('canonical');
    $this->post("/s/{$store->slug}/untangle/rules", ['sort' => 'variant', 'choice' => 'leave'])->assertRedirect();
    expect(untangled($store)['/lamp/elmet?finish=brass'])
        ->toMatchArray(['action' => 'leave'])
        ->and(untangled($store)['/lamp/elmet?finish=brass']['why'])
        ->toContain('kept apart');
    $this->post("/s/{$store->slug}/untangle/rules", [
        'sort' => 'variant',
        'choice' => 'rewrite',
    ])->assertSessionHasErrors('choice');
    $this->post("/s/{$store->slug}/untangle/rules", ['sort' => 'nothing', 'choice' => 'leave'])->assertNotFound();
    $this->actingAs(member($store, Role::Approver))
        ->post("/s/{$store->slug}/untangle/rules", ['sort' => 'variant', 'choice' => 'canonical'])
        ->assertForbidden();
});

it('keeps a variant apart that is searched for by itself', function (): void {
    [, $store] = foundSite();
    Decisions::rule($store, CauseSort::Variant, 'demand', null);
    expect(untangled($store)['/lamp/elmet?finish=brass']['action'])->toBe('canonical');
    $day = now()->subDays(20)->toDateString();
    // The product's queries are booked under whichever of its addresses is found; a second grain tells them once more.
    bringIn(
        $store,
        "page,query,day,clicks,impressions,position\n/lamp/elmet?finish=copper,brass elmet lamp,$day,4,90,5\n/lamp/elmet,elmet lamp,$day,4,900,5\n",
    );
    bringIn(
        $store,
        "page,query,device,day,clicks,impressions,position\n/lamp/elmet?finish=copper,brass elmet lamp,mobile,$day,4,90,5\n/lamp/elmet,elmet lamp,mobile,$day,4,900,5\n",
    );
    findTangles($store);
    $rows = untangled($store);
    expect($rows['/lamp/elmet?finish=brass'])
        ->toMatchArray(['action' => 'leave'])
        ->and($rows['/lamp/elmet?finish=brass']['why'])
        ->toContain('searched for by itself: “brass elmet lamp”, 90 impressions')
        ->and($rows['/lamp/elmet?finish=copper']['action'])
        ->toBe('canonical');
});

it(
    'takes two markets in one language with the same text for no duplicate, and tells of the one return link that is missing',
    function (): void {
        $text = str_repeat(
            'These are the terms under which we send lamps to you, and you send them back if they do not please. ',
            6,
        );
        $head = static fn (string $own, bool $whole = true): string => "<link rel=\"canonical\" href=\"$own\">".
            ($whole ? '<link rel="alternate" hreflang="en-GB" href="/gb/terms">' : '').
            '<link rel="alternate" hreflang="en-US" href="/us/terms">';
        $build = static fn (bool $whole): Site => (new Site())
            ->linking('/', ['/gb/terms' => 'GB', '/us/terms' => 'US'])
            ->page(
                '/gb/terms',
                "<!doctype html><html lang=\"en\"><head><title>Terms</title>{$head(
                    '/gb/terms',
                )}</head><body><main><h1>Terms</h1><p>$text</p></main></body></html>",
            )
            ->page(
                '/us/terms',
                "<!doctype html><html lang=\"en\"><head><title>Terms</title>{$head(
                    '/us/terms',
                    $whole,
                )}</head><body><main><h1>Terms</h1><p>$text</p></main></body></html>",
            );
        foreach ([true, false] as $whole) {
            $site = $build($whole);
            $store = $site->store();
            crawl($store);
            findTangles($store);
            $faults = DB::table('untangle_versions')->where('store_id', $store->id)->get();
            expect(array_filter(array_column(untangled($store), 'tangle')))
                ->toBe([])
                ->and(array_column(untangled($store), 'verdict'))
                ->not->toContain('odd', 'unlike')
                ->and(count($faults))
                ->toBe($whole ? 0 : 1);
            if (! $whole) {
                expect($faults[0])->fault->toBe('no return link')->code->toBe('en-US');
                $this->actingAs(member($store, Role::Viewer))
                    ->get("/s/{$store->slug}/untangle/versions")
                    ->assertOk()
                    ->assertSee('No return link')
                    ->assertSee('/gb/terms');
            }
        }
    },
);

it('audits versions that Link headers name, too', function (): void {
    $text = str_repeat(
        'These are the terms under which we send lamps to you, and you send them back if they do not please. ',
        6,
    );
    $page = "<!doctype html><html lang=\"en\"><head><title>Terms</title></head><body><main><h1>Terms</h1><p>$text</p></main></body></html>";
    $site = new Site();
    $links = static fn (bool $whole): array => [
        ['Content-Type', 'text/html; charset=utf-8'],
        [
            'Link',
            "<{$site->url}/us/terms>; rel=\"alternate\"; hreflang=\"en-US\"".
            ($whole ? ", <{$site->url}/gb/terms>; rel=\"alternate\"; hreflang=\"en-GB\"" : ''),
        ],
    ];
    $site
        ->linking('/', ['/gb/terms' => 'GB', '/us/terms' => 'US'])
        ->page('/gb/terms', $page, 200, $links(true))
        ->page('/us/terms', $page, 200, $links(false));
    $store = $site->store();
    crawl($store);
    findTangles($store);
    expect(array_filter(array_column(untangled($store), 'tangle')))
        ->toBe([])
        ->and(DB::table('untangle_versions')->where('store_id', $store->id)->pluck('fault')->all())
        ->toBe(['no return link']);
});

it('lists what folds and stands in the sitemap all the same', function (): void {
    $site = tangledSite();
    $site->page(
        '/sitemap.xml',
        '<?xml version="1.0"?><urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">'.
            implode(
                '',
                array_map(static fn (string $path): string => "<url><loc>{$site->url}$path</loc></url>", [
                    '/lamp/hazel',
                    '/range/all/hazel',
                    '/lamp/iris',
                ]),
            ).
            '</urlset>',
        200,
        [['Content-Type', 'application/xml']],
    );
    $store = $site->store();
    crawl($store);
    findTangles($store);
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/untangle/troubles?verdict=listed")
        ->assertOk()
        ->assertSee('/range/all/hazel')
        ->assertDontSee('/range/all/iris');
    // What stands in the sitemap speaks for a page, and is not all that does.
    expect(untangled($store)['/range/all/hazel']['keeper'])->toBe('/lamp/hazel');
});

it('shows where the search engine kept another page, another market’s among them', function (): void {
    [, $store] = foundSite();
    bringIn(
        $store,
        "url,indexed,google selected canonical\n/lamp/hazel,yes,/range/all/hazel\n/lamp/iris,yes,/lamp/iris\n",
        FileSort::Index,
    );
    findTangles($store);
    expect(
        (int) DB::table('untangle_pages')
            ->where('store_id', $store->id)
            ->where('page_id', pageAt($store, '/lamp/hazel'))
            ->value('chosen_page'),
    )->toBe(pageAt($store, '/range/all/hazel'));
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/untangle/troubles?verdict=chosen")
        ->assertOk()
        ->assertSee('Search engine chose another canonical')
        ->assertSee('/range/all/hazel')
        ->assertDontSee('/lamp/iris');
});

it('loses nothing and repeats nothing when it is stopped between any two steps', function (): void {
    [, $store] = foundSite();
    $whole = untangled($store);
    $desk = app(WorkDesk::class);
    foreach (['read', 'study', 'pairs', 'judge', 'group'] as $phase) {
        $work = app(Finds::class)->begin($store->id, null);
        // A process that died after this step left its lease and its progress behind.
        DB::table('work')
            ->where('id', $work)
            ->update([
                'state' => 'running',
                'owner' => 'dead:1',
                'fence' => 7,
                'started_at' => now(),
                'expires_at' => now()->subMinutes(5),
                'progress' => json_encode(['phase' => $phase, 'after' => 0]),
            ]);
        expect($desk->workToEnd($work))->toBe('done')->and(untangled($store))->toBe($whole);
    }
});

it('finds and exports from the command line', function (): void {
    [, $store] = foundSite();
    $found = orchard(['untangle:find', "--store=$store->slug", '--wait', '--json']);
    expect($found['code'])
        ->toBe(0)
        ->and(json_decode($found['out'], true))
        ->toMatchArray(['state' => 'done', 'tangles' => 10]);
    $csv = orchard(['untangle:export', "--store=$store->slug"]);
    expect($csv['code'])
        ->toBe(0)
        ->and(explode("\r\n", $csv['out'])[0])
        ->toBe('url,tangle,keeper,declared,verdict,action,safe,why')
        ->and($csv['out'])
        ->toContain('/range/all/farrow')
        ->and(substr_count($csv['out'], "\n"))
        ->toBe(1 + count(untangled($store)));
    expect(orchard(['untangle:find', '--store=nobody'])['code'])->toBe(2);
});

it('says that nothing is there where nothing is there', function (): void {
    $store = (new Site())->linking('/', [])->store();
    findTangles($store);
    expect(untangled($store))->toBe([]);
    $this->actingAs(member($store, Role::Owner))
        ->get("/s/{$store->slug}/untangle")
        ->assertOk()
        ->assertSee('Nothing is left to do here.');
    $this->get("/s/{$store->slug}/untangle/tangles")
        ->assertOk()
        ->assertSee('No duplicates were found.');
});

it(
    'tells a canonical under the other scheme of the store as such, and mends it by the store’s rule',
    function (): void {
        $site = new Tests\Web\Site();
        $links = [];
        foreach (['alma'] as $i => $name) {
            $site->page(
                "/lamp/$name",
                productPage(
                    "N-$i",
                    ucfirst($name).' lamp',
                    str_replace('http://', 'https://', $site->url)."/lamp/$name",
                ),
            );
            $links["/lamp/$name"] = $name;
        }
        $store = $site->linking('/', $links, '<link rel="canonical" href="/">')->store();
        crawl($store);
        findTangles($store);
        $rows = untangled($store);
        foreach ($links as $path => $name) {
            expect($rows[$path])->verdict->toBe('other form')->action->toBe('canonical');
            // The store's own address may be the one that is written wrongly: nothing is done without a person.
            expect((int) DB::table('untangle_pages')->where('page_id', pageAt($store, $path))->value('is_safe'))->toBe(
                0,
            );
        }
        $this->actingAs(member($store, App\Access\Role::Viewer))
            ->get("/s/{$store->slug}/untangle/troubles")
            ->assertOk()
            ->assertSee('with other scheme or www');
    },
);
