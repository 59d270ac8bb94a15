<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Pages\ListedPage;
use App\Gather\Pages\PageFilter;
use App\Gather\Pages\PageList;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** @param  list<string>  $paths */
function mapOf(Site $site, array $paths): string
{
    return '<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">'.
        implode(
            '',
            array_map(
                static fn (string $path): string => '<url><loc>'.
                    (str_starts_with($path, '/') ? $site->url : '').
                    $path.
                    '</loc></url>',
                $paths,
            ),
        ).
        '</urlset>';
}

/** @return array<string, array<string, mixed>> export rows by path */
function exported(string $slug, Site $site): array
{
    $rows = json_decode(orchard(['gather:export', "--store=$slug", '--format=json'])['out'], true);

    return array_combine(
        array_map(static fn (array $row): string => substr($row['url'], strlen($site->url)), $rows),
        $rows,
    );
}

it(
    'reads the sitemaps that robots.txt names, fetches what they list, and says what is wrong with them',
    function (): void {
        $site = (new Site())
            ->linking('/', ['/a' => 'A'])
            ->linking('/a', [])
            ->linking('/alone', []);
        $xml = [['Content-Type', 'application/xml']];
        $site
            ->page(
                '/robots.txt',
                "User-agent: *\nAllow: /\n\nSitemap: {$site->url}/maps.xml\nsitemap: /more.txt\nSitemap: https://elsewhere.example/map.xml\n",
                headers: [['Content-Type', 'text/plain']],
            )
            ->page(
                '/maps.xml',
                "<sitemapindex><sitemap><loc>{$site->url}/map-1.xml.gz</loc></sitemap><sitemap><loc>{$site->url}/maps.xml</loc></sitemap><sitemap><loc>{$site->url}/missing.xml</loc></sitemap></sitemapindex>",
                headers: $xml,
            )
            ->page(
                '/map-1.xml.gz',
                (string) gzencode(mapOf($site, ['/a', '/alone', '/gone', 'https://elsewhere.example/x'])),
                headers: [['Content-Type', 'application/gzip']],
            )
            ->page('/more.txt', "{$site->url}/\n", headers: [['Content-Type', 'text/plain']]);
        $store = $site->store();
        $crawl = crawl($store);
        $rows = exported($store->slug, $site);
        expect($rows['/alone'])
            ->toMatchArray(['status' => 200, 'depth' => null, 'sources' => 'sitemap'])
            ->and($rows['/gone'])
            ->toMatchArray(['status' => 404, 'sources' => 'sitemap'])
            ->and($rows['/a']['sources'])
            ->toBe('links sitemap')
            ->and($rows['/']['sources'])
            ->toBe('links sitemap')
            ->and($rows)
            ->not->toHaveKey('/map-1.xml.gz');
        $orphans = app(PageList::class)->page($store, PageFilter::of(['reached' => 'no']))['rows'];
        expect(array_map(static fn (ListedPage $row): string => substr($row->url, strlen($site->url)), $orphans))
            ->toBe(['/alone', '/gone'])
            ->and(app(PageList::class)->counts($store)['unreached'])
            ->toBe(2);
        $files = DB::table('gather_sitemaps')
            ->where('crawl_id', $crawl->id)
            ->orderBy('url')
            ->get()
            ->map(
                static fn (stdClass $row): string => "{$row->url} {$row->status} {$row->entries} {$row->pages} ".
                    count((array) json_decode((string) $row->problems, true)),
            )
            ->all();
        expect($files)->toEqualCanonicalizing([
            "{$site->url}/maps.xml 200 3 0 0",
            "{$site->url}/map-1.xml.gz 200 4 3 1",
            "{$site->url}/missing.xml 404 0 0 0",
            "{$site->url}/more.txt 200 1 1 0",
            'https://elsewhere.example/map.xml 0 0 0 1',
        ]);
        $this->actingAs(member($store, Role::Viewer))
            ->get("/s/{$store->slug}/gather/crawl")
            ->assertOk()
            ->assertSee('map-1.xml.gz')
            ->assertSee('is on another host');
    },
);

it('looks at /sitemap.xml where robots.txt names none, and forgets what is listed no more', function (): void {
    $site = (new Site())->linking('/', [])->linking('/alone', [])->linking('/other', []);
    $xml = [['Content-Type', 'application/xml']];
    $site->page('/sitemap.xml', mapOf($site, ['/alone', '/other']), headers: $xml);
    $store = $site->store();
    crawl($store);
    expect(exported($store->slug, $site)['/alone']['sources'])->toBe('sitemap');
    $site->page('/sitemap.xml', mapOf($site, ['/other']), headers: $xml);
    crawl($store);
    $rows = exported($store->slug, $site);
    expect($rows)->not->toHaveKey('/alone')->and($rows['/other']['sources'])->toBe('sitemap');
    // A sitemap that does not answer concludes nothing.
    $site->page('/sitemap.xml', 'sorry', 503);
    crawl($store);
    expect(exported($store->slug, $site)['/other']['sources'])->toBe('sitemap');
});

it('keeps image entries and versions in other languages that sitemaps name, and those of headers', function (): void {
    $site = (new Site())
        ->linking('/', ['/a' => 'A'])
        ->page('/a', '<title>A</title><body><h1>A</h1>', 200, [
            ['Content-Type', 'text/html'],
            ['Link', '</a-fr>; rel="alternate"; hreflang="fr"'],
            ['Link', '</a>; rel="canonical"'],
        ]);
    $site->page(
        '/sitemap.xml',
        '<?xml version="1.0"?><urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9" xmlns:xhtml="http://www.w3.org/1999/xhtml" xmlns:image="http://www.sitemaps.example/image"><url><loc>'.
            $site->url.
            '/a</loc><xhtml:link rel="alternate" hreflang="de-AT" href="'.
            $site->url.
            '/at/a"/><image:image><image:loc>'.
            $site->url.
            '/i.png</image:loc></image:image><image:image><image:loc>'.
            $site->url.
            '/j.png</image:loc></image:image></url></urlset>',
        200,
        [['Content-Type', 'application/xml']],
    );
    $store = $site->store();
    crawl($store);
    $page = (int) DB::table('pages')
        ->where('store_id', $store->id)
        ->where('url', "{$site->url}/a")
        ->value('id');
    expect(
        (array) DB::table('gather_sitemap_pages')
            ->where('page_id', $page)
            ->first(['images', 'alternates']),
    )
        ->toBe(['images' => 2, 'alternates' => json_encode(['de-AT' => "{$site->url}/at/a"], JSON_UNESCAPED_SLASHES)])
        ->and(
            DB::table('gather_sitemaps')
                ->join('gather_crawls', 'gather_crawls.id', '=', 'crawl_id')
                ->where('store_id', $store->id)
                ->sum('images'),
        )
        ->toBe('2');
    $this->actingAs(member($store, App\Access\Role::Viewer))
        ->get("/s/{$store->slug}/gather/pages/$page")
        ->assertOk()
        ->assertSee("de-AT: {$site->url}/at/a")
        ->assertSee("fr: {$site->url}/a-fr");
});
