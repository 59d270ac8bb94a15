<?php

declare(strict_types=1);

use App\Access\Role;
use App\Inventory\KeptDetails;
use App\Tend\Finding\MakeupFinder;
use App\Tend\Finding\SeenPage;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Url\PageUrl;
use Tests\Shops\LinkedShop;
use Tests\Web\Site;

/** @param  list<string>  $paths */
function mapOfUrls(Site $site, array $paths): string
{
    $urls = array_map(static fn (string $path): string => "<url><loc>$site->url$path</loc></url>", $paths);

    return '<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">'.implode('', $urls).'</urlset>';
}

/** A shop with one fault of each sort that only all pages together tell. */
function faultySite(): Site
{
    $page = static fn (
        string $name,
        string $body,
        string $links = '',
    ): string => '<!doctype html><html lang="en"><head>'.
        "<title>$name</title><script type=\"application/ld+json\">{\"@type\":\"CollectionPage\",\"name\":\"$name\"}</script>".
        "</head><body><main>$body$links</main><footer><a href=\"/old\">Old</a></footer></body></html>";
    $shared =
        'The clay is dug behind the house and dries for a whole week in the shade of the barn. '.
        'Each morning the glaze is mixed anew, and no two mornings are ever quite alike in the kiln. '.
        'Wash it by hand with warm water, and keep it well away from the frost of the winter.';
    $site = new Site();
    $links = '';
    for ($i = 0; $i < 9; $i++) {
        $links .= "<a href=\"/c$i\">Kind $i</a> ";
        $site->page(
            "/c$i",
            $page(
                "Kind $i",
                '<h1>Made by hand</h1><p>Kind '.$i.' is told here by '.str_repeat("number$i ", 30).'.</p>',
            ),
        );
    }
    foreach (['one', 'two'] as $name) {
        $links .= "<a href=\"/$name\">$name</a> ";
        $site->page("/$name", $page("The twin $name", "<h1>The twin</h1><p>$shared</p><p>A line of $name.</p>"));
    }
    $links .=
        '<a href="/gone">gone</a> <a href="/old">old</a> <a href="/far">far</a> <a href="/round">round</a> <a href="/broken">broken</a> ';

    return $site
        ->page('/', $page('Home', '<h1>Home</h1>', $links.'<a href="/=odd">odd</a>'))
        ->page('/gone', 'nothing', 404)
        ->page('/broken', 'nothing', 500)
        ->page('/=odd', $page('Odd', '<p>no heading</p>'))
        ->redirect('/old', '/one')
        ->redirect('/far', '/middle')
        ->redirect('/middle', '/two')
        ->redirect('/round', '/about')
        ->redirect('/about', '/round');
}

it('tells what is wrong between pages, groups it by cause, and names what mends it', function (): void {
    $site = faultySite();
    $store = $site->store();
    crawl($store);
    tend($store);
    $found = foundOf($store, $site);
    expect($found['/c3']['shared-h1']->cause)
        ->toBe(['why' => 'banner', 'heading' => 'Made by hand'])
        ->and($found['/c3']['shared-h1']->detail['pages'])
        ->toBe(9)
        ->and($found['/one']['shared-h1']->cause['why'])
        ->toBe('twins')
        ->and((int) $found['/one']['shared-h1']->target_page)
        ->toBe((int) $found['/two']['shared-h1']->page_id)
        ->and($found['/one']['shared-text']->detail['pages'])
        ->toBe(2)
        ->and($found['/one']['shared-text']->cause)
        ->toBe(['why' => 'few'])
        ->and($found['/c3'])
        ->not->toHaveKey('shared-text')
        ->and($found['/gone']['link-to-missing']->detail)
        ->toBe(['status' => 404, 'text' => 1, 'around' => 0])
        ->and($found['/old']['link-to-redirect']->cause['place'])
        ->toBe('around')
        ->and($found['/old']['link-to-redirect']->detail['around'])
        ->toBeGreaterThan(10)
        ->and((int) $found['/old']['link-to-redirect']->target_page)
        ->toBe((int) $found['/one']['shared-h1']->page_id)
        ->and($found['/far']['redirect-chain']->detail)
        ->toMatchArray(['hops' => 2, 'to' => "$site->url/two"])
        ->and($found['/round']['redirect-chain']->cause)
        ->toBe(['why' => 'circle'])
        ->and($found['/broken']['server-error']->detail)
        ->toBe(['status' => 500])
        ->and($found['/old'])
        ->not->toHaveKey('redirect-chain');

    // As a file, by whom it is to be mended; what a spreadsheet would run as a formula is no formula there.
    $rows = json_decode(orchard(['tend:export', 'repairs', "--store=$store->slug", '--format=json'])['out'], true);
    $old = array_values(array_filter($rows, static fn (array $row): bool => $row['leads_to'] === "$site->url/old"));
    expect(array_column($old, 'place'))
        ->toEqualCanonicalizing(['text', 'footer'])
        ->and($old[0]['should_lead_to'])
        ->toBe("$site->url/one")
        ->and(max(some(array_column($old, 'pages'))))
        ->toBeGreaterThan(10);
    $headings = orchard(['tend:export', 'headings', "--store=$store->slug"]);
    expect($headings['out'])->toContain('url,finding,cause')->and($headings['code'])->toBe(0);
    expect(orchard(['tend:export', 'nothing', "--store=$store->slug"])['code'])->not->toBe(0);

    // The screens, for somebody who may only look.
    test()->actingAs(member($store, Role::Viewer));
    foreach (
        ['', '/orphans', '/depth', '/headings', '/images', '/words', '/status', '/links', '/add', '/maps', '/robots'] as $screen
    ) {
        test()
            ->get("/s/$store->slug/tend$screen")
            ->assertOk();
    }
    test()
        ->get("/s/$store->slug/tend/headings")
        ->assertSee('a banner: “Made by hand”')
        ->assertSee('9');
    $page = (int) $found['/gone']['link-to-missing']->page_id;
    test()
        ->get("/s/$store->slug/tend/pages/$page")
        ->assertSee('Links to a page that is not there')
        ->assertSee('gone');
    $spots = test()
        ->get("/s/$store->slug/tend/pages/$page/links.csv")
        ->assertOk();
    expect($spots->streamedContent())->toContain("$site->url/,text,");
    test()
        ->get("/s/$store->slug/tend/pages/999999999")
        ->assertNotFound();
});

it('leaves what somebody leaves, opens it again on the day, and tells what was mended', function (): void {
    $site = faultySite();
    $store = $site->store();
    crawl($store);
    tend($store);
    test()->actingAs(member($store, Role::Writer));
    $cause = (int) DB::table('tend_causes')
        ->where('store_id', $store->id)
        ->where('type', FindingType::SharedH1->value)
        ->where('name', 'like', '%banner%')
        ->value('id');
    $sums = static fn (int $cause): array => (array) DB::table('tend_causes')
        ->where('id', $cause)
        ->first(['pages', 'left_pages', 'mended']);
    expect($sums($cause))->toBe(['pages' => 9, 'left_pages' => 0, 'mended' => 0]);
    test()
        ->post("/s/$store->slug/tend/causes/$cause/leave", ['reason' => ''])
        ->assertSessionHasErrors('reason');
    test()
        ->post("/s/$store->slug/tend/causes/$cause/leave", ['reason' => 'yes', 'review_on' => '2020-01-01'])
        ->assertSessionHasErrors('review_on');
    $day = now()->addDays(10)->format('Y-m-d');
    test()
        ->post("/s/$store->slug/tend/causes/$cause/leave", [
            'reason' => 'The theme is replaced in spring.',
            'review_on' => $day,
        ])
        ->assertSessionHasNoErrors();
    expect($sums($cause))->toBe(['pages' => 0, 'left_pages' => 9, 'mended' => 0]);
    // What a later crawl finds of it is left, too, and a finding of another cause alone.
    $gone = DB::table('tend_findings')
        ->where('store_id', $store->id)
        ->where('type', FindingType::LinkToMissing->value)
        ->where('page_id', pageAt($store, '/gone'))
        ->first();
    test()
        ->post("/s/$store->slug/tend/findings", [
            'do' => 'leave',
            'findings' => [$gone?->id],
            'reason' => 'back in May',
        ])
        ->assertSessionHasNoErrors();
    test()
        ->post("/s/$store->slug/tend/findings", ['do' => 'leave', 'reason' => 'none'])
        ->assertSessionHasErrors('findings');
    $site->page('/c9', str_replace('Kind 3', 'Kind 9', (string) file_get_contents("$site->url/c3")));
    $site->page(
        '/',
        str_replace(
            '<a href="/c0">',
            '<a href="/c9">Kind 9</a> <a href="/c0">',
            (string) file_get_contents("$site->url/"),
        ),
    );
    crawl($store);
    tend($store);
    expect($sums($cause))
        ->toBe(['pages' => 0, 'left_pages' => 10, 'mended' => 0])
        ->and((int) DB::table('tend_findings')->where('id', $gone?->id)->value('state'))
        ->toBe(2);
    test()
        ->get("/s/$store->slug/tend/status?show=left")
        ->assertSee('/gone');
    // On the day it is open again; and what the next crawl does not find any more is mended.
    DB::table('tend_leaves')
        ->where('store_id', $store->id)
        ->whereNotNull('review_on')
        ->update(['review_on' => $store->today()]);
    $site->page('/c9', str_replace('Made by hand', 'Kind nine', (string) file_get_contents("$site->url/c9")));
    crawl($store);
    tend($store);
    expect($sums($cause))->toBe(['pages' => 9, 'left_pages' => 0, 'mended' => 1]);
    test()
        ->post("/s/$store->slug/tend/reopen", ['finding' => $gone?->id])
        ->assertSessionHasNoErrors();
    expect((int) DB::table('tend_findings')->where('id', $gone?->id)->value('state'))->toBe(1);
    test()
        ->get("/s/$store->slug/tend/headings?show=mended")
        ->assertSee('/c9');
});

it('concludes nothing from half a crawl', function (): void {
    $shop = new LinkedShop(3);
    [$store, $site] = tended($shop);
    $before = foundOf($store, $site, [FindingType::Orphan, FindingType::TooDeep]);
    expect($before)->not->toBe([]);
    $store->forceFill(['settings' => ['page_limit' => 5] + $store->settings])->save();
    expect(crawl($store->refresh())->state)->toBe('incomplete');
    tend($store);
    $after = foundOf($store, $site, [FindingType::Orphan, FindingType::TooDeep]);
    expect(array_keys($after))->toBe(array_keys($before));
    test()
        ->actingAs(member($store, Role::Viewer))
        ->get("/s/$store->slug/tend")
        ->assertSee('The last crawl was cut off');
});

it('keeps what was asked about a page, and the answer', function (): void {
    $shop = new LinkedShop(3);
    [$store, $site] = tended($shop);
    $page = (int) reached($store, $site)['/things/never-0']->page_id;
    test()->actingAs(member($store, Role::Writer));
    test()
        ->post("/s/$store->slug/tend/pages/$page/ask", ['asked' => 'Ines, campaigns'])
        ->assertSessionHasErrors('question');
    test()
        ->post("/s/$store->slug/tend/pages/$page/ask", [
            'asked' => 'Ines, campaigns',
            'question' => 'Is it still needed?',
        ])
        ->assertSessionHasNoErrors();
    $question = (int) DB::table('tend_questions')->where('store_id', $store->id)->value('id');
    test()
        ->post("/s/$store->slug/tend/questions/$question", ['answer' => 'Yes, until Easter.'])
        ->assertSessionHasNoErrors();
    test()
        ->get("/s/$store->slug/tend/pages/$page")
        ->assertSee('Ines, campaigns')
        ->assertSee('Yes, until Easter.');
    // The question of another store is nobody's here.
    $other = (new Site())->store();
    test()
        ->actingAs(member($other, Role::Writer))
        ->post("/s/$other->slug/tend/questions/$question", ['answer' => 'No.'])
        ->assertNotFound();
});

it('gives causes, findings and pages to scripts, as they are described', function (): void {
    $site = faultySite();
    $store = $site->store();
    crawl($store);
    tend($store);
    $user = member($store, Role::Viewer);
    $client = new Tests\Web\ApiClient($this, $user->createToken('test', ['read'])->plainTextToken);
    $causes = $client->call('listFindingCauses', ['store' => $store->slug])['data'];
    $banner = array_values(
        array_filter($causes, static fn (array $one): bool => str_contains($one['words'], 'banner')),
    )[0];
    expect($banner['pages'])->toBe(9)->and($banner['group'])->toBe('headings');
    $of = $client->call('listFindings', ['store' => $store->slug, 'cause' => $banner['cause']]);
    expect(array_column($of['data'], 'finding'))->toBe(array_fill(0, 9, 'shared-h1'))->and($of['next'])->toBeNull();
    $status = $client->call('listFindings', ['store' => $store->slug, 'group' => 'status'])['data'];
    expect(array_column($status, 'url'))->toContain("$site->url/gone");
    $pages = $client->call('listReachedPages', ['store' => $store->slug, 'order' => 'deep'])['data'];
    expect(count($pages))->toBe(13)->and($pages[0]['depth'])->toBe(1);
    $client->call('listFindings', ['store' => $store->slug], null, 422);
});

it('makes redirects and removals of orphans ready for release, as they are proposed', function (): void {
    $product = static fn (string $number, string $name, string $availability): string => str_replace(
        'InStock',
        $availability,
        productPage($number, $name),
    );
    $site = new Site();
    $site
        ->linking('/', ['/range/jugs' => 'Jugs'], '<script type="application/ld+json">{"@type":"WebSite"}</script>')
        ->page(
            '/range/jugs',
            '<!doctype html><html lang="en"><head><title>Jugs</title><script type="application/ld+json">{"@type":"CollectionPage"}</script></head><body><main><h1>Jugs</h1><a href="/p/blue-jug">Blue jug</a><a href="/p/red-jug">Red jug</a></main></body></html>',
        )
        ->page('/p/blue-jug', $product('J-1', 'Blue jug', 'InStock'))
        ->page('/p/red-jug', $product('J-2', 'Red jug', 'InStock'))
        ->page('/p/grey-jug', $product('J-3', 'Grey jug', 'Discontinued'))
        ->page('/p/wanted-jug', $product('J-4', 'Wanted jug', 'Discontinued'))
        ->page('/p/green-jug', $product('J-5', 'Green jug', 'InStock'))
        ->page(
            '/sitemap.xml',
            mapOfUrls($site, ['/p/grey-jug', '/p/wanted-jug', '/p/green-jug']),
            headers: [['Content-Type', 'application/xml']],
        )
        ->page('/robots.txt', "Sitemap: $site->url/sitemap.xml\n", headers: [['Content-Type', 'text/plain']]);
    $store = $site->store();
    crawl($store);
    DB::table('page_index')
        ->where('page_id', pageAt($store, '/p/wanted-jug'))
        ->update(['clicks' => 40]);
    tend($store);
    $found = foundOf($store, $site, [FindingType::Orphan]);
    expect($found['/p/grey-jug']['orphan']->detail['end'])
        ->toBe('remove')
        ->and($found['/p/wanted-jug']['orphan']->detail['end'])
        ->toBe('redirect')
        ->and((int) $found['/p/wanted-jug']['orphan']->target_page)
        ->toBe(pageAt($store, '/range/jugs'))
        ->and($found['/p/green-jug']['orphan']->detail['end'])
        ->toBe('link')
        ->and((int) $found['/p/green-jug']['orphan']->target_page)
        ->toBe(pageAt($store, '/range/jugs'));
    test()->actingAs(member($store, Role::Writer));
    $ids = array_map(static fn (array $of): int => (int) $of['orphan']->id, array_values($found));
    test()
        ->post("/s/$store->slug/tend/findings", ['do' => 'carry', 'findings' => $ids])
        ->assertSessionHasNoErrors();
    $ready = DB::table('address_changes')->where('store_id', $store->id)->pluck('value', 'page_id')->all();
    expect($ready)->toEqualCanonicalizing([
        pageAt($store, '/p/grey-jug') => 'gone',
        pageAt($store, '/p/wanted-jug') => "$site->url/range/jugs",
    ]);
    // Once more, nothing is put down twice.
    test()->post("/s/$store->slug/tend/findings", ['do' => 'carry', 'findings' => $ids]);
    expect(DB::table('address_changes')->where('store_id', $store->id)->count())->toBe(2);
});

it('tells what a secure page loads over http, what browsers block before what they fetch anew', function (): void {
    $store = shopStore();
    $url = PageUrl::parse('https://shop.example/a') ?? throw new LogicException();
    $found = static function (string $html, string $headers = '{}') use ($store, $url): ?Found {
        $details = PageReader::read($html, $url)->details ?? throw new LogicException();
        $page = SeenPage::from(
            rowOf([
                'page_id' => 1,
                'url' => $url->text(),
                'kind' => 3,
                'title' => 'A',
                'marks' => 0,
                'bytes' => 1,
                'response_ms' => 1,
                'types' => '[]',
                'details' => KeptDetails::of($details, false)->packed,
                'text' => null,
                'headers' => $headers,
            ]),
        );

        return collect((new MakeupFinder($store))->look($page))->first();
    };
    $image = '<img src="http://pictures.example/a.jpg" alt="a">';
    $script = '<script src="http://tags.example/t.js"></script>';
    expect($found($image)?->cause)
        ->toBe(['kind' => 3, 'host' => 'pictures.example'])
        ->and($found($image.$script)?->cause)
        ->toBe(['kind' => 3, 'host' => 'tags.example', 'what' => 'script'])
        ->and($found($image.$script)?->spots)
        ->toBe(2)
        ->and($found($image.$script, '{"content-security-policy":"default-src *; Upgrade-Insecure-Requests"}'))
        ->toBeNull()
        ->and($found('<img src="/a.jpg" alt="a"><script src="/t.js"></script>'))
        ->toBeNull();
});
