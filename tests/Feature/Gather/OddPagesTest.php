<?php

declare(strict_types=1);

use App\Gather\Crawl\Crawl;
use App\Gather\Crawl\Crawls;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** Facts and index of one page of a site. */
function factsOf(Store $store, Site $site, string $path): stdClass
{
    $row = DB::selectOne(
        'SELECT f.*, i.indexable, i.why_not, i.depth, i.links_in FROM pages p JOIN page_facts f ON f.page_id = p.id AND f.to_crawl = 0 JOIN page_index i ON i.page_id = p.id WHERE p.store_id = ? AND p.url = ?',
        [$store->id, $site->url.$path],
    );

    return $row ?? throw new LogicException("$path was not found by the crawl.");
}

/** @param  list<array{string, string}>|null  $headers */
function onePage(string $body, ?array $headers = null, int $status = 200): stdClass
{
    $site = (new Site())->linking('/', ['/page' => 'The page'])->page('/page', $body, $status, $headers);
    $store = $site->store();
    crawl($store);

    return factsOf($store, $site, '/page');
}

it('reads titles in every charset that pages come in', function (string $body, string $type, string $title): void {
    expect(onePage($body, [['Content-Type', $type]])->title)->toBe($title);
})->with([
    'by the header' => ["<title>Caf\xE9</title>", 'text/html; charset=iso-8859-1', 'Café'],
    'by meta charset' => ["<meta charset=\"windows-1251\"><title>\xCB\xE0\xEC\xEF\xE0</title>", 'text/html', 'Лампа'],
    'by meta http-equiv' => [
        "<meta http-equiv=\"Content-Type\" content=\"text/html; charset=iso-8859-2\"><title>\xBB\xE9</title>",
        'text/html',
        'ťé',
    ],
    'a byte order mark before a header that lies' => [
        "\xEF\xBB\xBF<title>Café</title>",
        'text/html; charset=iso-8859-1',
        'Café',
    ],
    'UTF-16 with its mark' => [
        "\xFF\xFE".mb_convert_encoding('<title>Lámpa</title>', 'UTF-16LE', 'UTF-8'),
        'text/html',
        'Lámpa',
    ],
    'entities' => [
        '<title>Oak &amp; Ash &#8211; 10&nbsp;&euro; &notanentity;</title>',
        'text/html; charset=utf-8',
        'Oak & Ash – 10 € ¬anentity;',
    ],
    'bytes that are no text' => ["<title>A\xFFB</title>", 'text/html; charset=utf-8', "A\u{FFFD}B"],
]);

it('takes only what is the page’s own', function (): void {
    $facts = onePage(
        '<html><head><!-- <link rel="canonical" href="/comment"> --><script>var x = \'<link rel="canonical" href="/script"><title>Script</title>\';</script><title>Right</title></head>'.
            '<body><svg><title>Drawing</title></svg><template><h1>Template</h1></template><h1>Heading</h1><link rel="canonical" href="/body"><meta name="robots" content="noindex"></body></html>',
    );
    expect($facts)
        ->title->toBe('Right')
        ->canonicals->toBe('[]')
        ->h1s->toBe('["Heading"]')
        ->indexable->toBe(1)
        ->and(json_decode($facts->strays, true))
        ->toMatchArray(['canonical' => 1, 'robots' => 1]);
});

it('reads canonicals against the page’s base, from tag and header', function (): void {
    $base = onePage('<head><base href="/shop/"><link rel="canonical" href="lamp"><title>x</title></head>');
    expect(json_decode($base->canonicals, true)[0])->toEndWith('/shop/lamp')->and($base->why_not)->toBe(8);
    $header = onePage('<title>x</title>', [
        ['Content-Type', 'text/html'],
        ['Link', '</style.css>; rel=preload, </other>; rel="canonical"'],
    ]);
    expect($header->canonical_header)->toEndWith('/other')->and($header->why_not)->toBe(8);
});

it('obeys directives in meta and header, by whatever crawler they name for all', function (
    string $meta,
    array $headers,
    int $why,
): void {
    expect(
        onePage("<head>$meta<title>x</title></head>", [['Content-Type', 'text/html'], ...array_values($headers)])
            ->why_not,
    )->toBe($why);
})->with([
    'none' => ['', [], 0],
    'meta' => ['<meta name="ROBOTS" content="NoIndex, follow">', [], 6],
    'meta none' => ['<meta name="robots" content="none">', [], 6],
    'header' => ['', [['X-Robots-Tag', 'noindex']], 6],
    'two headers' => ['', [['X-Robots-Tag', 'nofollow'], ['X-Robots-Tag', 'noindex']], 6],
    'only nofollow' => ['<meta name="robots" content="nofollow">', [], 0],
]);

it('follows redirects one by one, and is stopped by no circle', function (): void {
    $site = (new Site())
        ->linking('/', ['/one' => 'One', '/circle' => 'Circle', '/self' => 'Self', '/nowhere' => 'Nowhere'])
        ->redirect('/one', '/two', 302)
        ->redirect('/two', '/three', 307)
        ->linking('/three', [])
        ->redirect('/circle', '/elcric')
        ->redirect('/elcric', '/circle')
        ->redirect('/self', '/self')
        ->page('/nowhere', '', 301, []);
    $store = $site->store();
    expect(crawl($store)->state)->toBe('complete');
    expect(factsOf($store, $site, '/one'))
        ->status->toBe(302)
        ->redirect_url->toBe($site->url.'/two')
        ->depth->toBe(1)
        ->and(factsOf($store, $site, '/two'))
        ->status->toBe(307)
        ->depth->toBe(1)
        ->and(factsOf($store, $site, '/three'))
        ->status->toBe(200)
        ->depth->toBe(1)
        ->and(factsOf($store, $site, '/circle'))
        ->redirect_url->toBe($site->url.'/elcric')
        ->and(factsOf($store, $site, '/self'))
        ->redirect_url->toBe($site->url.'/self')
        ->and(factsOf($store, $site, '/nowhere'))
        ->status->toBe(301)
        ->redirect_url->toBeNull();
});

it('shows a redirect to a private address as what it is, and never goes there', function (string $target): void {
    $site = (new Site())->linking('/', ['/away' => 'Away'])->redirect('/away', $target);
    $store = $site->store();
    crawl($store);
    expect(factsOf($store, $site, '/away'))
        ->status->toBe(301)
        ->redirect_url->toBe($target)
        ->and(DB::table('pages')->where('store_id', $store->id)->pluck('url')->all())
        ->toEqualCanonicalizing([$site->url.'/', $site->url.'/away']);
})->with([
    'the cloud’s own address' => 'http://169.254.169.254/latest/meta-data/',
    'a neighbour' => 'http://10.0.0.1/',
    'this machine by another name' => 'http://localhost:1/',
]);

it('cuts off a page that is too large, and says so', function (): void {
    $site = (new Site())
        ->linking('/', ['/big' => 'Big'])
        ->page('/big', '<title>Big</title><p>'.str_repeat('word ', 20000));
    $store = $site->store();
    app(StoreOptions::class)->set($store, 'page_bytes', '10000');
    crawl($store->refresh());
    expect(factsOf($store, $site, '/big'))
        ->title->toBe('Big')
        ->bytes->toBe(10000)
        ->problem->toContain('cut off at 10,000 bytes');
});

it('keeps error pages, files and empty answers apart from pages', function (): void {
    $site = (new Site())
        ->linking('/', ['/missing' => 'm', '/broken' => 'b', '/file.pdf' => 'f', '/empty' => 'e', '/teapot' => 't'])
        ->page('/broken', '<title>Sorry</title>', 500)
        ->page('/file.pdf', '%PDF-1.4', 200, [['Content-Type', 'application/pdf']])
        ->page('/empty', '')
        ->page('/teapot', '<title>Tea</title>', 418);
    $store = $site->store();
    crawl($store);
    $seen = [];
    foreach (['/missing', '/broken', '/file.pdf', '/empty', '/teapot'] as $path) {
        $facts = factsOf($store, $site, $path);
        $seen[$path] = [(int) $facts->status, (int) $facts->why_not, $facts->title];
    }
    expect($seen)->toBe([
        '/missing' => [404, 3, null],
        '/broken' => [500, 4, 'Sorry'],
        '/file.pdf' => [200, 5, null],
        '/empty' => [200, 0, null],
        '/teapot' => [418, 3, 'Tea'],
    ]);
});

it('goes nowhere that robots.txt bars, and knows the page all the same', function (): void {
    $site = (new Site())
        ->linking('/', ['/shut' => 'Shut', '/open' => 'Open', '/shut/but/open' => 'Exception'])
        ->linking('/open', [])
        ->linking('/shut', [])
        ->linking('/shut/but/open', [])
        ->page('/robots.txt', "User-agent: *\nDisallow: /shut\nAllow: /shut/but\n", 200, [
            ['Content-Type', 'text/plain'],
        ]);
    $store = $site->store();
    $site->asked();
    crawl($store);
    $asked = $site->asked();
    expect($asked)
        ->not->toContain('/shut')
        ->and($asked)
        ->toContain('/shut/but/open')
        ->and(factsOf($store, $site, '/shut'))
        ->status->toBe(0)
        ->why_not->toBe(7)
        ->links_in->toBe(1);
});

it('does not start where robots.txt cannot be read', function (): void {
    $site = (new Site())->linking('/', [])->page('/robots.txt', 'sorry', 503);
    $store = $site->store();
    $begun = app(Crawls::class)->begin($store, null);
    expect(app(WorkDesk::class)->workToEnd($begun['work']))
        ->toBe('failed')
        ->and(Crawl::latest($store->id)?->remark)
        ->toContain('robots.txt answered 503')
        ->and($site->asked())
        ->not->toContain('/');
});

it('waits when the shop asks for it, and comes back', function (): void {
    $site = (new Site())
        ->linking('/', ['/busy' => 'Busy'])
        ->page('/busy', 'later', 429, [['Retry-After', '1'], ['Content-Type', 'text/html']]);
    $store = $site->store();
    $crawl = crawl($store);
    expect(array_count_values($site->asked())['/busy'])
        ->toBe(3)
        ->and((int) $crawl->failed)
        ->toBe(1)
        ->and(factsOf($store, $site, '/busy'))
        ->status->toBe(429)
        ->problem->toContain('429');
});

it('ignores a canonical that is no web address, as search engines do', function (string $canonical): void {
    $site = (new Tests\Web\Site())
        ->linking('/', ['/a' => 'A'], '<link rel="canonical" href="/">')
        ->linking('/a', [], '<link rel="canonical" href="'.$canonical.'">');
    $store = $site->store();
    crawl($store);
    $row = DB::table('page_index')->where('page_id', pageAt($store, '/a'))->first();
    expect($row)->indexable->toBe(1)->why_not->toBe(0)->canonical->toBe(App\Inventory\CanonicalState::NoAddress->value);
})->with(['javascript:void(0)', 'about:blank', 'mailto:a@b.example', 'http://', 'https://[broken']);

it('calls no page what answers with success and no page', function (int $status): void {
    $site = (new Tests\Web\Site())
        ->linking('/', ['/a' => 'A'])
        ->page('/a', '<title>A</title><p>part of it</p>', $status);
    $store = $site->store();
    crawl($store);
    expect((int) DB::table('page_index')->where('page_id', pageAt($store, '/a'))->value('why_not'))->toBe(
        App\Inventory\WhyNot::NoWholePage->value,
    );
})->with([206, 202]);

it('knows a not-found page with status 200 by its own words, also where real 404s exist', function (): void {
    $site = (new Tests\Web\Site())
        ->linking('/', ['/gone' => 'Gone', '/lamp-404' => 'Lamp 404', '/real' => 'Real'])
        ->page(
            '/gone',
            '<title>Sorry – Shop</title><body><main><h1>This page could not be found</h1><p>Try the search.</p></main>',
        )
        ->linking('/lamp-404', [], '<title>Lamp 404 – Shop</title>');
    $store = $site->store();
    crawl($store);
    $why = fn (string $path): int => (int) DB::table('page_index')
        ->where('page_id', pageAt($store, $path))
        ->value('why_not');
    expect($why('/gone'))
        ->toBe(App\Inventory\WhyNot::LooksMissing->value)
        ->and($why('/lamp-404'))
        ->toBe(0)
        ->and($why('/real'))
        ->toBe(App\Inventory\WhyNot::ClientError->value);
});

it('asks again where the first answer is "not modified", and tells it if it stays so', function (): void {
    $site = (new Tests\Web\Site())
        ->linking('/', ['/odd' => 'Odd', '/fine' => 'Fine'])
        ->page('/odd', '', 304)
        ->linking('/fine', []);
    $store = $site->store();
    $begun = app(App\Gather\Crawl\Crawls::class)->begin($store, null);
    app(App\Platform\Work\WorkDesk::class)->workToEnd($begun['work']);
    expect(count(array_filter($site->asked(), static fn (string $path): bool => $path === '/odd')))->toBe(3);
    $row = DB::table('page_index')->where('page_id', pageAt($store, '/odd'))->first();
    expect($row)->not->toBeNull()->indexable->toBe(0)->status->toBe(304);
    expect(
        (string) DB::table('gather_frontier')->where('page_id', pageAt($store, '/odd'))->value('problem'),
    )->toContain('304');
});

it(
    'takes a page that sends its visitors on at once for a redirect, and a noindex for a crawler on the list for what it is',
    function (): void {
        $site = (new Site())
            ->linking('/', ['/sent' => 'Sent', '/named' => 'Named', '/plain' => 'Plain'])
            ->linking('/sent', [], '<meta http-equiv="refresh" content="0; url=/there">')
            ->linking('/named', [], '<meta name="seekbot" content="noindex">')
            ->linking('/plain', [])
            ->linking('/there', []);
        $site
            ->page(
                '/xml',
                '<html xmlns="http://www.w3.org/1999/xhtml"><head><title>Xml</title><script/></head><body><h1>Xml</h1><a href="/from-xml">x</a></body></html>',
                200,
                [['Content-Type', 'application/xhtml+xml; charset=utf-8']],
            )
            ->linking('/from-xml', [])
            ->linking('/plain', ['/xml' => 'Xml']);
        $store = $site->store();
        crawl($store);
        $rows = static function () use ($store): array {
            $rows = [];
            foreach (
                app(App\Gather\Pages\PageExport::class)->rows($store, [
                    App\Platform\Database\Bulk::ids(
                        DB::select('SELECT page_id FROM page_index WHERE store_id = ?', [$store->id]),
                        'page_id',
                    ),
                ]) as $row
            ) {
                $named = array_combine(array_slice(App\Gather\Pages\PageExport::COLUMNS, 0, count($row)), $row);
                $rows[(string) parse_url((string) $named['url'], PHP_URL_PATH)] = $named;
            }

            return $rows;
        };
        $found = $rows();
        expect($found['/sent'])
            ->indexable->toBe('no')
            ->why_not->toBe('meta refresh to another page')
            ->and(array_keys($found))
            ->toContain('/there', '/from-xml')
            ->and($found['/named']['indexable'])
            ->toBe('yes');
        app(App\Stores\StoreOptions::class)->set($store, 'crawlers', 'Seekbot, imagebot');
        App\Stores\Events\RulesChanged::dispatch($store->id, null);
        sortAnew($store->refresh());
        expect($rows()['/named'])->indexable->toBe('no')->why_not->toBe('noindex for seekbot');
        $this->actingAs(member($store, App\Access\Role::Viewer))
            ->get(route('page', [$store, pageAt($store, '/named')]))
            ->assertOk()
            ->assertSee('noindex for seekbot');
        findTangles($store);
        expect(untangled($store)['/sent'])->toMatchArray(['keeper' => '/there']);
    },
);
