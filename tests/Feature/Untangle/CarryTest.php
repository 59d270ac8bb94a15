<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\AddressChanges;
use App\Changes\AddressDrifts;
use App\Changes\Addresses\SlugAdvice;
use App\Changes\AddressField;
use App\Changes\AddressSending;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\History;
use App\Changes\HistoryEvent;
use App\Changes\Origin;
use App\Changes\SentAddress;
use App\Gather\Files\FileSort;
use App\Inventory\Succession;
use App\Platform\Work\WorkDesk;
use App\Release\Making\Portion;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\Sending\LookWork;
use App\Release\UndoWish;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use App\Untangle\Deciding\Plan;
use App\Untangle\Finding\ReasonWords;
use App\Untangle\Redirects\Book;
use App\Untangle\Telling\Told;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** Sends what is ready of addresses and looks at it once. @return int the release */
function sendAddresses(Store $store, int $percent = 100): int
{
    $made = app(Releases::class)->send($store, new ReleaseWish([], percent: $percent), null);
    expect(app(WorkDesk::class)->workToEnd(sure($made['work'])))->toBe('done');
    lookOnce($made['release']);

    return $made['release'];
}

function lookOnce(int $release): void
{
    $work = (int) DB::table('work')->where('sort', LookWork::sort())->where('subject_id', $release)->max('id');
    if ($work > 0) {
        for (
            $i = 0;
            $i < 20 && DB::table('release_items')->where('release_id', $release)->where('seen', 'no')->exists();
            $i++
        ) {
            app(WorkDesk::class)->slice($work);
        }
    }
}

/** Where an address of the shop leads, or what it declares. */
function shopSays(string $path): string
{
    $context = stream_context_create(['http' => ['follow_location' => 0, 'ignore_errors' => true]]);
    $body = (string) file_get_contents(getenv('SHOP_URL').$path, false, $context);
    foreach ($http_response_header as $line) {
        if (preg_match('/^Location: (.*)$/i', $line, $found) === 1) {
            return 'redirects to '.str_replace((string) getenv('SHOP_URL'), '', trim($found[1]));
        }
    }

    return (preg_match('/^HTTP\/\S+ 410/', $http_response_header[0]) === 1 ? 'gone' : '').
        (preg_match('/<link rel="canonical" href="([^"]*)"/', $body, $found) === 1
            ? 'names '.str_replace((string) getenv('SHOP_URL'), '', $found[1])
            : '').
        (str_contains($body, 'noindex') ? ' noindex' : '');
}

it('folds every duplicate of the shop, sees it live, and takes all of it back', function (): void {
    $store = crawledStore();
    findTangles($store);
    $pages = DB::table('untangle_pages')
        ->where('store_id', $store->id)
        ->whereIn('action', ['canonical', 'redirect', 'noindex'])
        ->pluck('page_id')
        ->map(intval(...))
        ->all();
    $plan = Plan::of($store, array_values($pages));
    expect(count($plan->changes))
        ->toBeGreaterThan(10)
        ->and($plan->heldBack)
        ->toBe([])
        ->and($plan->put($store, null))
        ->toBe(count($plan->changes));
    $first = $plan->changes[0];
    $path = static fn (int $page): string => str_replace(
        (string) getenv('SHOP_URL'),
        '',
        (string) DB::table('pages')->where('id', $page)->value('url'),
    );
    $before = array_map(static fn (array $change): string => shopSays($path($change['page'])), $plan->changes);
    app(StoreOptions::class)->set($store, 'clicks_at_risk', '100');
    $release = sendAddresses($store->refresh());
    expect(DB::table('release_items')->where('release_id', $release)->where('state', 'live')->count())
        ->toBe(count($plan->changes))
        ->and(DB::table('release_items')->where('release_id', $release)->where('seen', 'seen')->count())
        ->toBe(count($plan->changes))
        ->and(shopSays($path($first['page'])))
        ->toBe('names '.str_replace((string) getenv('SHOP_URL'), '', $first['value']));
    expect(array_column(History::ofPage($first['page']), 'event'))->toBe([
        HistoryEvent::Seen,
        HistoryEvent::Live,
        HistoryEvent::Ready,
    ]);
    // The next crawl and search find that nothing is left of it.
    crawl($store);
    findTangles($store);
    expect(
        DB::table('untangle_pages')
            ->where('store_id', $store->id)
            ->whereIn('page_id', array_column($plan->changes, 'page'))
            ->where('action', '<>', 'leave')
            ->count(),
    )
        ->toBe(0)
        ->and(Plan::of($store, array_column($plan->changes, 'page'))->put($store, null))
        ->toBe(0);

    $undo = app(Releases::class)->undo($store, new UndoWish($release), null);
    expect(app(WorkDesk::class)->workToEnd(sure($undo['work'])))->toBe('done');
    lookOnce($undo['release']);
    expect(array_map(static fn (array $change): string => shopSays($path($change['page'])), $plan->changes))
        ->toBe($before)
        ->and(DB::table('address_states')->where('store_id', $store->id)->count())
        ->toBe(0)
        ->and(DB::table('release_items')->where('release_id', $undo['release'])->where('state', 'live')->count())
        ->toBe(count($plan->changes))
        ->and(DB::table('release_items')->where('release_id', $undo['release'])->where('seen', '<>', 'seen')->count())
        ->toBe(0);
});

it('applies each change of an address exactly once at a shop that fails, loses answers and limits', function (): void {
    $store = crawledStore();
    $pages = DB::table('pages')
        ->where('store_id', $store->id)
        ->where('url', 'like', '%/lamp/%?finish=%')
        ->orderBy('id')
        ->limit(24)
        ->get(['id', 'url']);
    $last = max([0, ...array_column(office('GET', '/changes')['items'], 'number')]);
    app(AddressChanges::class)->put(
        $store,
        array_values(
            $pages
                ->map(
                    static fn (stdClass $page): array => [
                        'page' => (int) $page->id,
                        'field' => AddressField::Canonical,
                        'value' => (string) strtok((string) $page->url, '?'),
                        'why' => 'test',
                    ],
                )
                ->all(),
        ),
        new Author(Origin::Hand, null),
    );
    office('PUT', '/switches', ['fail_every' => 5, 'lose_every' => 7]);
    $made = app(Releases::class)->send($store, new ReleaseWish([]), null);
    $desk = app(WorkDesk::class);
    for (
        $i = 0;
        $i < 400 && ! in_array(DB::table('work')->where('id', $made['work'])->value('state'), ['done', 'failed'], true);
        $i++
    ) {
        DB::table('work')
            ->where('id', $made['work'])
            ->update(['wake_at' => now()->subSecond()]);
        DB::table('release_items')
            ->where('release_id', $made['release'])
            ->update(['not_before' => null]);
        $desk->slice(sure($made['work']));
    }
    office('PUT', '/switches', ['fail_every' => 0, 'lose_every' => 0]);
    $log = array_filter(
        office('GET', "/changes?after=$last")['items'],
        static fn (array $row): bool => str_starts_with($row['resource'], 'address:'),
    );
    expect(DB::table('release_items')->where('release_id', $made['release'])->where('state', 'live')->count())
        ->toBe(24)
        ->and($log)
        ->toHaveCount(24)
        ->and(array_unique(array_column($log, 'resource')))
        ->toHaveCount(24);
});

it(
    'redirects, closes and calls gone; meets what the shop holds otherwise as a clash; and counts hits',
    function (): void {
        $store = crawledStore();
        $lamp = DB::table('pages')
            ->where('pages.store_id', $store->id)
            ->where('url', 'like', '%/lamp/%')
            ->where('url', 'not like', '%?%')
            ->join('page_index', 'page_index.page_id', '=', 'pages.id')
            ->where('status', 200)
            ->orderBy('pages.id')
            ->limit(4)
            ->get(['pages.id', 'url']);
        $path = static fn (stdClass $page): string => str_replace((string) getenv('SHOP_URL'), '', $page->url);
        $target = (string) getenv('SHOP_URL').'/range';
        office('PATCH', '/addresses?target='.rawurlencode($path(sure($lamp[3]))), ['redirect' => '/journal'], '"0"');
        app(AddressChanges::class)->put(
            $store,
            [
                [
                    'page' => (int) $lamp[0]?->id,
                    'field' => AddressField::Redirect,
                    'value' => $target,
                    'why' => 'moved',
                ],
                [
                    'page' => (int) $lamp[1]?->id,
                    'field' => AddressField::Robots,
                    'value' => 'noindex',
                    'why' => 'closed',
                ],
                ['page' => (int) $lamp[2]?->id, 'field' => AddressField::Redirect, 'value' => 'gone', 'why' => 'gone'],
                [
                    'page' => (int) $lamp[3]?->id,
                    'field' => AddressField::Redirect,
                    'value' => $target,
                    'why' => 'moved',
                ],
            ],
            new Author(Origin::Hand, null),
        );
        $release = sendAddresses($store);
        expect(shopSays($path(sure($lamp[0]))))
            ->toBe('redirects to /range')
            ->and(shopSays($path(sure($lamp[1]))))
            ->toContain('noindex')
            ->and(shopSays($path(sure($lamp[2]))))
            ->toBe('gone')
            ->and(shopSays($path(sure($lamp[3]))))
            ->toBe('redirects to /journal');
        expect(DB::table('release_items')->where('release_id', $release)->where('seen', 'seen')->count())
            ->toBe(3)
            ->and(DB::table('release_items')->where('release_id', $release)->where('state', 'clash')->count())
            ->toBe(1);
        $clash = DB::table('address_changes')->where('store_id', $store->id)->where('state', 'clash')->first();
        expect($clash)->base_value->toBe('/journal');
        $approver = member($store, Role::Approver);
        $this->actingAs($approver)
            ->get("/s/{$store->slug}/release")
            ->assertOk()
            ->assertSee('The shop has “/journal”.', false);
        $this->actingAs(member($store, Role::Writer))
            ->post("/s/{$store->slug}/release/addresses/$clash?->id", ['keep' => 'ours'])
            ->assertForbidden();
        $this->actingAs($approver)
            ->post("/s/{$store->slug}/release/addresses/$clash?->id", ['keep' => 'ours'])
            ->assertRedirect();
        sendAddresses($store);
        expect(shopSays($path(sure($lamp[3]))))->toBe('redirects to /range');
        // What is told to search engines, and how often the shop was asked.
        expect(Told::waiting($store))->toBe(4)->and(iterator_to_array(Told::export($store), false))->toHaveCount(4);
        $book = new Book($store, app(AddressChanges::class));
        $book->takeList($path(sure($lamp[0])).' /range', null);
        expect($book->countHits(app(App\Stores\Connections::class)))
            ->toBe(1)
            ->and((int) DB::table('untangle_redirects')->where('store_id', $store->id)->value('hits'))
            ->toBeGreaterThan(0);
    },
);

it('sends a first part, and stays within the clicks that one release may touch', function (): void {
    $store = crawledStore();
    $pages = DB::table('pages')
        ->where('store_id', $store->id)
        ->where('url', 'like', '%?finish=%')
        ->orderBy('id')
        ->limit(40)
        ->get(['id', 'url']);
    app(AddressChanges::class)->put(
        $store,
        array_values(
            $pages
                ->map(
                    static fn (stdClass $page): array => [
                        'page' => (int) $page->id,
                        'field' => AddressField::Canonical,
                        'value' => (string) strtok((string) $page->url, '?'),
                        'why' => 'test',
                    ],
                )
                ->all(),
        ),
        new Author(Origin::Hand, null),
    );
    $made = app(Releases::class)->send($store, new ReleaseWish([], name: 'First part', percent: 5), null);
    expect(DB::table('release_items')->where('release_id', $made['release'])->count())
        ->toBe(2)
        ->and(DB::table('address_changes')->where('store_id', $store->id)->where('state', 'ready')->count())
        ->toBe(38);
    // A keeper that is to be put right goes with the first of its duplicates, or these wait for it.
    $keeper = (int) DB::table('pages')
        ->where('store_id', $store->id)
        ->where('url', strtok((string) $pages[1]?->url, '?'))
        ->value('id');
    app(AddressChanges::class)->put(
        $store,
        [
            [
                'page' => $keeper,
                'field' => AddressField::Canonical,
                'value' => (string) strtok((string) $pages[1]?->url, '?'),
                'why' => 'keeper',
            ],
        ],
        new Author(Origin::Hand, null),
    );
    DB::table('page_index')
        ->where('store_id', $store->id)
        ->update(['clicks' => 0]);
    DB::table('page_index')
        ->where('page_id', $keeper)
        ->update(['clicks' => 1000000]);
    app(StoreOptions::class)->set($store->refresh(), 'clicks_at_risk', '50');
    $waits = DB::table('address_changes')
        ->where('store_id', $store->id)
        ->where('state', 'ready')
        ->where('value', strtok((string) $pages[1]?->url, '?'))
        ->count();
    $made = app(Releases::class)->send($store->refresh(), new ReleaseWish([], name: 'Without the keeper'), null);
    expect($waits)
        ->toBeGreaterThan(1)
        ->and(DB::table('release_items')->where('release_id', $made['release'])->count())
        ->toBe(39 - $waits)
        ->and(DB::table('address_changes')->where('store_id', $store->id)->where('state', 'ready')->count())
        ->toBe($waits);
    app(StoreOptions::class)->set($store->refresh(), 'clicks_at_risk', '100');
    $made = app(Releases::class)->send(
        $store->refresh(),
        new ReleaseWish([], name: 'With the keeper', percent: 1),
        null,
    );
    expect(
        DB::table('release_items')->where('release_id', $made['release'])->pluck('page_id')->map(intval(...))->all(),
    )->toContain($keeper);
    DB::table('address_changes')->where('store_id', $store->id)->delete();
    app(AddressChanges::class)->put(
        $store,
        array_values(
            $pages
                ->skip(2)
                ->map(
                    static fn (stdClass $page): array => [
                        'page' => (int) $page->id,
                        'field' => AddressField::Canonical,
                        'value' => (string) strtok((string) $page->url, '?'),
                        'why' => 'test',
                    ],
                )
                ->all(),
        ),
        new Author(Origin::Hand, null),
    );
    DB::table('page_index')
        ->where('store_id', $store->id)
        ->update(['clicks' => 0]);
    DB::table('page_index')
        ->whereIn('page_id', $pages->pluck('id'))
        ->update(['clicks' => 100]);
    app(StoreOptions::class)->set($store, 'clicks_at_risk', '10');
    $made = app(Releases::class)->send($store->refresh(), new ReleaseWish([], name: 'Within the bound'), null);
    // 10 of 100 of 4,000 clicks: four addresses of a hundred each.
    expect(DB::table('release_items')->where('release_id', $made['release'])->count())
        ->toBe(4)
        ->and(Portion::clicksAtRisk($store))
        ->toBe(400);
    DB::table('page_index')
        ->whereIn('page_id', $pages->pluck('id'))
        ->update(['clicks' => 100000]);
    DB::table('page_index')
        ->where('store_id', $store->id)
        ->whereNotIn('page_id', $pages->pluck('id'))
        ->update(['clicks' => 1]);
    app(StoreOptions::class)->set($store, 'clicks_at_risk', '1');
    expect(fn () => app(Releases::class)->send($store->refresh(), new ReleaseWish([]), null))->toThrow(
        InvalidArgumentException::class,
        'clicks_at_risk',
    );
});

it('tells what was released and shows no more, and puts it back', function (): void {
    $store = crawledStore();
    $page = DB::table('pages')
        ->where('store_id', $store->id)
        ->where('url', 'like', '%/lamp/%?finish=%')
        ->orderBy('id')
        ->first();
    $path = str_replace((string) getenv('SHOP_URL'), '', $page?->url);
    $other = (string) getenv('SHOP_URL').'/range';
    app(AddressChanges::class)->put(
        $store,
        [['page' => (int) $page?->id, 'field' => AddressField::Canonical, 'value' => $other, 'why' => 'test']],
        new Author(Origin::Hand, null),
    );
    sendAddresses($store);
    crawl($store);
    expect(AddressDrifts::list($store, AddressField::decisive(), 10))->toBe([]);
    $version = office('GET', '/addresses?target='.rawurlencode($path))['version'];
    office('PATCH', '/addresses?target='.rawurlencode($path), ['canonical' => ''], "\"$version\"");
    crawl($store);
    expect(AddressDrifts::list($store, AddressField::decisive(), 10))->toHaveCount(1);
    findTangles($store);
    $this->actingAs(member($store, Role::Writer))
        ->get("/s/{$store->slug}/untangle")
        ->assertOk()
        ->assertSee('no longer shows');
    $this->post("/s/{$store->slug}/untangle/drifts", ['do' => 'back'])->assertRedirect();
    sendAddresses($store);
    crawl($store);
    expect(shopSays($path))
        ->toBe('names /range')
        ->and(AddressDrifts::list($store, AddressField::decisive(), 10))
        ->toBe([]);
});

it('changes a slug with its redirect, and the page’s history, numbers and drafts go with it', function (): void {
    $store = crawledStore();
    $resource = DB::table('resources')
        ->where('store_id', $store->id)
        ->where('external_id', 'like', 'pro-%')
        ->whereNotNull('page_id')
        ->orderBy('id')
        ->first();
    $old = (string) $resource?->url;
    app(App\Changes\Drafts::class)->save(
        $store,
        new TextEdit((int) $resource?->id, Orchard\Core\Wording\TextField::Title, 'A better title', 0),
        new Author(Origin::Hand, null),
    );
    DB::table('page_index')
        ->where('page_id', $resource?->page_id)
        ->update(['clicks' => 500]);
    $writer = member($store, Role::Writer);
    $this->actingAs($writer)
        ->get("/s/{$store->slug}/untangle/slugs?all=1")
        ->assertOk()
        ->assertSee('ranks: 500 clicks');
    foreach (
        [
            'Bad Slug' => 'small letters',
            '' => 'required',
            basename($old) => 'its slug already',
            'never-used-slug' => 'Confirm a second time',
        ] as $slug => $why
    ) {
        $this->post("/s/{$store->slug}/untangle/slugs", [
            'resource' => $resource?->id,
            'slug' => $slug,
        ])->assertSessionHasErrors('slug');
        expect(implode(' ', session('errors')->all()))->toContain($why);
    }
    $taken = basename(
        (string) DB::table('resources')
            ->where('store_id', $store->id)
            ->where('external_id', 'like', 'pro-%')
            ->where('id', '<>', $resource?->id)
            ->value('url'),
    );
    expect(fn () => SlugAdvice::change($store, (int) $resource?->id, $taken, true, null))->toThrow(
        InvalidArgumentException::class,
        'is taken',
    );
    // What we hold that leads to the old address is mended with it: the book, what is live, what is waiting.
    $book = new Book($store, app(AddressChanges::class));
    $book->takeList('/long-ago '.str_replace((string) getenv('SHOP_URL'), '', $old), null);
    $others = DB::table('pages')
        ->where('store_id', $store->id)
        ->where('url', 'like', '%/range/%')
        ->orderBy('id')
        ->limit(2)
        ->pluck('id')
        ->all();
    DB::table('address_states')->insert([
        'store_id' => $store->id,
        'page_id' => $others[0],
        'field' => AddressField::Canonical->value,
        'value' => $old,
        'shown' => $old,
        'since' => now(),
    ]);
    $this->post("/s/{$store->slug}/untangle/slugs", [
        'resource' => $resource?->id,
        'slug' => 'quite-another-lamp',
        'confirmed' => '1',
    ])->assertSessionHasNoErrors();
    app(StoreOptions::class)->set($store, 'clicks_at_risk', '100');
    $release = sendAddresses($store->refresh());
    expect(DB::table('release_items')->where('release_id', $release)->first())
        ->state->toBe('live')
        ->seen->toBe('seen')
        ->and(shopSays(str_replace((string) getenv('SHOP_URL'), '', $old)))
        ->toBe('redirects to /lamp/quite-another-lamp');
    $now = DB::table('resources')->where('id', $resource?->id)->first();
    expect(DB::table('untangle_redirects')->where('store_id', $store->id)->pluck('to_url', 'origin')->all())
        ->toEqual(['list' => (string) $now?->url, 'slug' => (string) $now?->url])
        ->and(DB::table('address_changes')->where('page_id', $others[0])->value('value'))
        ->toBe((string) $now?->url);
    DB::table('address_states')->where('page_id', $others[0])->delete();
    DB::table('address_changes')->where('page_id', $others[0])->delete();
    expect($now?->url)
        ->toBe(getenv('SHOP_URL').'/lamp/quite-another-lamp')
        ->and((int) Succession::of((int) $resource?->page_id)->to?->id)
        ->toBe((int) $now?->page_id)
        ->and(DB::table('drafts')->where('resource_id', $resource?->id)->value('value'))
        ->toBe('A better title');
    crawl($store);
    expect(DB::table('resources')->where('id', $resource?->id)->value('page_id'))
        ->toBe($now?->page_id)
        ->and(DB::table('page_index')->where('page_id', $now?->page_id)->value('status'))
        ->toBe(200);
    $undo = app(Releases::class)->undo($store, new UndoWish($release), null);
    app(WorkDesk::class)->workToEnd(sure($undo['work']));
    expect(shopSays('/lamp/quite-another-lamp'))
        ->toBe('redirects to '.str_replace((string) getenv('SHOP_URL'), '', $old))
        ->and(DB::table('resources')->where('id', $resource?->id)->value('url'))
        ->toBe($old)
        ->and(Succession::of((int) $resource?->page_id)->to)
        ->toBeNull();
});

it('keeps a redirect book: lists, patterns, ways that go round, live pages, exports', function (): void {
    [, $store] = foundSite();
    $writer = member($store, Role::Writer);
    $this->actingAs($writer)
        ->post("/s/{$store->slug}/untangle/redirects", [
            'lines' => "from to\n/a /b\n/b /lamp/hazel 302\n/x /y\n/y /x\n/lamp/hazel /lamp/iris\nnonsense\n/never gone 410\n/q https://elsewhere.example/z",
        ])
        ->assertRedirect()
        ->assertSessionHas('refused');
    $rows = DB::table('untangle_redirects')
        ->where('store_id', $store->id)
        ->get()
        ->keyBy(static fn (stdClass $row): string => (string) parse_url($row->from_url, PHP_URL_PATH));
    expect($rows)
        ->toHaveCount(7)
        ->and($rows['/x']?->fault)
        ->toBe('[["goes-round","/x","/y","/x"]]')
        ->and($rows['/lamp/hazel']?->fault)
        ->toStartWith('[["live-page",')
        ->and($rows['/a']?->fault)
        ->toBeNull()
        ->and($rows['/never'])
        ->to_url->toBe('gone')
        ->status->toBe(410);
    $this->get("/s/{$store->slug}/untangle/redirects")
        ->assertOk()
        ->assertSee('goes round: /x → /y → /x')
        ->assertSee('a live page stands there');
    $csv = $this->get("/s/{$store->slug}/untangle/redirects/export/csv")
        ->assertOk()
        ->streamedContent();
    // Each way is one hop, whatever stands between.
    expect($csv)
        ->toContain('/a,'.rtrim($store->base_url, '/').'/lamp/hazel,301')
        ->not->toContain('/x')
        ->and($this->get("/s/{$store->slug}/untangle/redirects/export/nginx.conf")->streamedContent())
        ->toContain('map $uri $orchard_path_301_from')
        ->and($this->get("/s/{$store->slug}/untangle/redirects/export/apache.conf")->streamedContent())
        ->toContain('RewriteMap orchard_book')
        ->and($this->get("/s/{$store->slug}/untangle/redirects/export/apache.txt")->streamedContent())
        ->toContain('/a 301:');
    $this->get("/s/{$store->slug}/untangle/redirects/export/exe")->assertNotFound();
    $this->post("/s/{$store->slug}/untangle/redirects/put")->assertRedirect();
    expect(DB::table('address_changes')->where('store_id', $store->id)->pluck('value')->all())->toEqualCanonicalizing([
        rtrim($store->base_url, '/').'/lamp/hazel',
        rtrim($store->base_url, '/').'/lamp/hazel',
        'gone',
        'https://elsewhere.example/z',
    ]);
    $this->post("/s/{$store->slug}/untangle/redirects", [
        'from' => '/range/',
        'to' => '/kind/',
    ])->assertSessionHasNoErrors();
    expect(DB::table('untangle_redirects')->where('store_id', $store->id)->where('origin', 'pattern')->count())->toBe(
        10,
    );
    foreach (
        [
            ['from' => '/range/', 'to' => '/range/more/'],
            ['from' => 'range', 'to' => '/x'],
            ['from' => '/nobody/', 'to' => '/x/'],
            ['lines' => str_repeat("/a /b\n", 20001)],
        ] as $wrong
    ) {
        $this->post("/s/{$store->slug}/untangle/redirects", $wrong)->assertSessionHasErrors('lines');
    }
    $id = DB::table('untangle_redirects')->where('store_id', $store->id)->value('id');
    $this->post("/s/{$store->slug}/untangle/redirects/$id/drop")->assertRedirect();
    expect(DB::table('untangle_redirects')->where('id', $id)->exists())->toBeFalse();
});

it('sends vanished products where they belong, and none to the home page', function (): void {
    $site = new Site();
    $links = [];
    $name = static fn (int $i): string => [
        'Aldern', 'Brome', 'Corvin', 'Dessel', 'Elmet', 'Farrow', 'Gorse', 'Hazel', 'Iris', 'Juniper',
    ][$i % 10].
        ' '.
        ['arc', 'dome', 'globe', 'drum', 'cone', 'tripod'][intdiv($i, 10) % 6].
        ' lamp';
    // Sixty that stay; 120 that vanish: 30 replaced by one that stays, 40 wanted, 50 wanted by nobody.
    for ($i = 0; $i < 60; $i++) {
        $site->page("/lamp/stays-$i", productPage("S-$i", $name($i), "/lamp/stays-$i"));
        $links["/lamp/stays-$i"] = $name($i);
    }
    $gone = [];
    for ($i = 0; $i < 120; $i++) {
        $called = $i < 60 ? 'Old '.$name($i % 60) : "Strange thing$i of kind$i";
        $site->page("/lamp/goes-$i", productPage("G-$i", $called, "/lamp/goes-$i"));
        $gone["/lamp/goes-$i"] = $called;
    }
    $site->linking('/', $links + $gone);
    $store = $site->store();
    crawl($store);
    bringIn(
        $store,
        "number,name,url,state,replaced by\n".
            implode('', array_map(static fn (int $i): string => "G-$i,Old,/lamp/goes-$i,replaced,S-$i\n", range(0, 29))),
        FileSort::Products,
    );
    $day = now()->startOfWeek()->subWeeks(2)->toDateString();
    bringIn(
        $store,
        "page,day,clicks,impressions,position\n".
            implode(
                '',
                array_map(static fn (int $i): string => "/lamp/goes-$i,$day,".(5 + $i).",500,6\n", range(30, 59)),
            ).
            implode('', array_map(static fn (int $i): string => "/lamp/stays-$i,$day,3,300,6\n", range(0, 59))),
    );
    bringIn(
        $store,
        "source,target,anchor\n".
            implode(
                '',
                array_map(static fn (int $i): string => "https://blog.example/p$i,/lamp/goes-$i,lamp\n", range(60, 69)),
            ),
        FileSort::Backlinks,
    );
    for ($i = 0; $i < 120; $i++) {
        $site->without("/lamp/goes-$i");
    }
    $site->linking('/', $links + ['/lamp/goes-3' => 'Still linked']);
    crawl($store);
    findTangles($store);
    $lost = DB::table('untangle_lost as l')
        ->join('pages as p', 'p.id', '=', 'l.page_id')
        ->leftJoin('pages as t', 't.id', '=', 'l.target_page')
        ->where('l.store_id', $store->id)
        ->get(['p.url', 't.url as target', 'l.plan', 'l.clicks', 'l.backlinks'])
        ->keyBy(static fn (stdClass $row): string => basename($row->url));
    for ($i = 0; $i < 30; $i++) {
        expect($lost["goes-$i"] ?? null)
            ->plan->toBe('redirect')
            ->and($lost["goes-$i"]?->target)
            ->toEndWith("/lamp/stays-$i");
    }
    for ($i = 30; $i < 60; $i++) {
        expect($lost["goes-$i"])
            ->plan->toBe('like')
            ->and($lost["goes-$i"]?->target)
            ->toEndWith("/lamp/stays-$i");
    }
    for ($i = 60; $i < 70; $i++) {
        expect($lost["goes-$i"])->plan->toBe('ask')->target->toBeNull()->backlinks->toBe(1);
    }
    expect(
        $lost
            ->filter(static fn (stdClass $row): bool => $row->plan === 'gone')
            ->keys()
            ->filter(static fn (string $key): bool => (int) substr($key, 5) < 70),
    )
        ->toBeEmpty()
        ->and(
            $lost->filter(
                static fn (stdClass $row): bool => $row->target !== null &&
                    trim((string) parse_url($row->target, PHP_URL_PATH), '/') === '',
            ),
        )
        ->toBeEmpty();
    $writer = member($store, Role::Writer);
    $this->actingAs($writer)
        ->get("/s/{$store->slug}/untangle/lost")
        ->assertOk()
        ->assertSee('Still linked');
    $ticked = DB::table('untangle_lost')
        ->where('store_id', $store->id)
        ->where('plan', 'redirect')
        ->pluck('page_id')
        ->all();
    $this->post("/s/{$store->slug}/untangle/lost", ['pages' => $ticked, 'do' => 'redirect'])->assertRedirect();
    expect(
        DB::table('address_changes')
            ->where('store_id', $store->id)
            ->where('field', AddressField::Redirect->value)
            ->count(),
    )->toBe(30);
    $ask = DB::table('untangle_lost')->where('store_id', $store->id)->where('plan', 'ask')->pluck('page_id')->all();
    $this->post("/s/{$store->slug}/untangle/lost", ['pages' => $ask, 'do' => 'redirect'])->assertSessionHasErrors(
        'pages',
    );
    $this->post("/s/{$store->slug}/untangle/lost", [
        'pages' => [$ask[0]],
        'to' => [$ask[0] => '/lamp/stays-1'],
        'do' => 'redirect',
    ])->assertSessionHasNoErrors();
    $this->post("/s/{$store->slug}/untangle/lost", ['pages' => [$ask[1]], 'do' => 'gone'])->assertSessionHasNoErrors();
    expect(DB::table('address_changes')->where('page_id', $ask[1])->value('value'))->toBe('gone');
});

it('tells search engines by the IndexNow protocol, and what they answer', function (): void {
    [, $store] = foundSite();
    $page = pageAt($store, '/lamp/hazel?finish=brass');
    (new AddressSending())->live(
        new SentAddress($store->id, $page, AddressField::Canonical, '', 'x', 0, null),
        'x',
        false,
    );
    $writer = member($store, Role::Writer);
    $this->actingAs($writer)
        ->get("/s/{$store->slug}/untangle/told")
        ->assertOk()
        ->assertSee('its canonical has changed')
        ->assertSee('indexnow_url');
    $this->post("/s/{$store->slug}/untangle/told")->assertSessionHasErrors('told');
    app(StoreOptions::class)->set($store, 'indexnow_url', getenv('MARKET_URL').'/indexnow');
    app(StoreOptions::class)->set(
        $store->refresh(),
        'private_hosts',
        implode(',', [
            ...$store->options()->privateHosts,
            (string) preg_replace('~^http://~', '', (string) getenv('MARKET_URL')),
        ]),
    );
    $this->post("/s/{$store->slug}/untangle/told")
        ->assertSessionHasNoErrors()
        ->assertSessionHas('done', '1 addresses were sent.');
    expect(DB::table('untangle_told')->where('store_id', $store->id)->first())
        ->answer->toBe('status 202')
        ->sent_at->not->toBeNull();
    $this->post("/s/{$store->slug}/untangle/told")->assertSessionHasErrors('told');
    // What was told and is taken back is news again; what nobody was told of is none.
    (new AddressSending())->live(
        new SentAddress($store->id, $page, AddressField::Canonical, 'x', '', 0, null),
        null,
        true,
    );
    $other = pageAt($store, '/lamp/elmet?finish=brass');
    (new AddressSending())->live(
        new SentAddress($store->id, $other, AddressField::Robots, '', 'noindex', 0, null),
        'noindex',
        false,
    );
    expect(Told::waiting($store))->toBe(2);
    (new AddressSending())->live(
        new SentAddress($store->id, $other, AddressField::Robots, 'noindex', '', 0, null),
        null,
        true,
    );
    expect(Told::waiting($store))->toBe(1);
    $this->get("/s/{$store->slug}/untangle/told")
        ->assertSee('it is as it was before')
        ->assertDontSee('kept out of search');
    expect(fn () => app(StoreOptions::class)->set($store->refresh(), 'indexnow_url', 'not an address'))->toThrow(
        InvalidArgumentException::class,
    );
});

it('promotes a narrowed list that deserves it, and lets it fall only after a while', function (): void {
    $site = new Site();
    $cards = static fn (array $items): string => implode(
        '',
        array_map(static fn (int $i): string => "<li><a href=\"/lamp/p$i\">Lamp p$i</a> € 20.00</li>", $items),
    );
    $list = static fn (
        string $h1,
        array $items,
        string $canonical,
        string $text = 'All that hangs.',
    ): string => "<!doctype html><html lang=\"en\"><head><title>$h1</title><link rel=\"canonical\" href=\"$canonical\"></head><body><main><h1>$h1</h1><p>$text</p><ul>{$cards(
        $items,
    )}</ul></main></body></html>";
    $links = [];
    for ($i = 0; $i < 20; $i++) {
        $site->page("/lamp/p$i", productPage("P-$i", "Lamp p$i", "/lamp/p$i"));
    }
    $own =
        'Brass ages with the hand that turns it and so no two of these lamps look alike after a winter, which is why people who like them never polish them again and why we sell so many.';
    foreach (['hall', 'room', 'porch', 'attic', 'cellar'] as $n => $name) {
        $site
            ->page("/range/$name", $list("Lamps for the $name", range(0, 19), "/range/$name"))
            ->page(
                "/range/$name?only=brass",
                $list(
                    "Brass lamps for the $name",
                    range(0, 9),
                    "/range/$name",
                    str_replace('winter', "winter in the $name", $own),
                ),
            )
            ->page("/range/$name?only=tin", $list("Lamps for the $name", range(10, 13), "/range/$name"));
        array_push($links, "/range/$name", "/range/$name?only=brass", "/range/$name?only=tin");
    }
    $site->linking('/', array_combine($links, $links));
    $store = $site->store();
    DB::table('kind_rules')->insert([
        [
            'store_id' => $store->id,
            'place' => 900,
            'subject' => 'path',
            'test' => 'begins',
            'value' => '/range/',
            'kind' => 2,
        ],
        [
            'store_id' => $store->id,
            'place' => 901,
            'subject' => 'path',
            'test' => 'begins',
            'value' => '/lamp/',
            'kind' => 3,
        ],
    ]);
    crawl($store);
    $day = now()->startOfWeek()->subWeeks(2)->toDateString();
    bringIn(
        $store,
        "page,day,clicks,impressions,position\n/range/hall?only=brass,$day,9,900,6\n/range/hall?only=tin,$day,9,900,6\n/range/room,$day,2,100,5\n",
    );
    findTangles($store);
    $state = static fn (): array => DB::table('untangle_facets as f')
        ->join('pages as p', 'p.id', '=', 'f.page_id')
        ->where('f.store_id', $store->id)
        ->pluck('f.state', 'p.url')
        ->mapWithKeys(static fn (string $state, string $url): array => [(string) strstr($url, '/range') => $state])
        ->all();
    expect($state()['/range/hall?only=brass'])
        ->toBe('promoted')
        ->and($state()['/range/hall?only=tin'])
        ->toBe('kept')
        ->and($state()['/range/room?only=brass'])
        ->toBe('kept');
    $this->actingAs(member($store, Role::Owner))
        ->post("/s/{$store->slug}/untangle/rules", ['sort' => 'narrow', 'choice' => 'promote'])
        ->assertRedirect();
    findTangles($store);
    expect(untangled($store)['/range/hall?only=brass'])
        ->toMatchArray(['action' => 'canonical', 'verdict' => 'to the wider list'])
        ->and(untangled($store)['/range/room?only=brass']['action'])
        ->toBe('leave');
    $this->get("/s/{$store->slug}/untangle/filters?state=promoted")
        ->assertOk()
        ->assertSee('/range/hall?only=brass')
        ->assertDontSee('/range/room?only=brass');
    // Demand goes: it stands for four weeks more.
    DB::table('page_index')
        ->where('store_id', $store->id)
        ->update(['impressions' => 0]);
    findTangles($store);
    expect($state()['/range/hall?only=brass'])->toBe('falling');
    DB::table('untangle_facets')
        ->where('store_id', $store->id)
        ->update(['since' => now()->subDays(29)->toDateString()]);
    findTangles($store);
    expect($state()['/range/hall?only=brass'])->toBe('kept');
});

it('takes redirect lines whose addresses hold semicolons, commas and braces', function (): void {
    $store = (new Tests\Web\Site())->store();
    $book = app()->make(App\Untangle\Redirects\Book::class, ['store' => $store]);
    $taken = $book->takeList(
        "/a;b{1} /to-1\n/c,d /to-2 302\n/e;f;/to;3\n/g,/to-4,301\n\"/h;i\";\"/to,5\"\n/j\tgone\n/k, /to-6\n",
        null,
    );
    expect($taken)->toBe(['added' => 7, 'refused' => []]);
    $path = static fn (string $url): string => rawurldecode((string) preg_replace('~^https?://[^/]+~', '', $url));
    $lines = DB::table('untangle_redirects')
        ->where('store_id', $store->id)
        ->orderBy('id')
        ->get()
        ->map(static fn (stdClass $row): array => [$path($row->from_url), $path($row->to_url), (int) $row->status])
        ->all();
    expect($lines)->toEqualCanonicalizing([
        ['/a;b{1}', '/to-1', 301],
        ['/c,d', '/to-2', 302],
        ['/e;f', '/to;3', 301],
        ['/g', '/to-4', 301],
        ['/h;i', '/to,5', 301],
        ['/j', 'gone', 410],
        ['/k', '/to-6', 301],
    ]);
});

it(
    'knows a product that came back elsewhere by its number, however unlike its new name, and at once or later',
    function (): void {
        $site = new Tests\Web\Site();
        $links = [];
        foreach (range(1, 6) as $i) {
            $site->page("/lamp/old-$i", productPage("SKU-$i", "Aldern lamp $i", links: ''));
            $links["/lamp/old-$i"] = "Old $i";
        }
        $site->linking('/', $links);
        $store = $site->store();
        crawl($store);
        $rows = implode(
            '',
            array_map(
                static fn (int $i): string => "/lamp/old-$i,".
                    now()->startOfWeek()->subWeeks(2)->toDateString().
                    ",5,90\n",
                range(1, 6),
            ),
        );
        bringIn($store, "page,day,clicks,impressions\n$rows");
        $links = [];
        foreach (range(1, 6) as $i) {
            $site->page("/lamp/old-$i", 'Gone', 404);
            // Another product that is called much as the old one was.
            $site->page("/light/aldern-lamp-$i", productPage("OTHER-$i", "Aldern lamp $i again"));
            $links["/light/aldern-lamp-$i"] = "Decoy $i";
        }
        $site->linking('/', $links);
        crawl($store);
        // They come back a crawl later, under names that have nothing in common with the old ones.
        foreach (range(1, 6) as $i) {
            $site->page("/n/$i", productPage("SKU-$i", "Brome sconce, model $i"));
            $links["/n/$i"] = "New $i";
        }
        $site->linking('/', $links);
        crawl($store);
        findTangles($store);
        $lost = DB::table('untangle_lost as l')
            ->join('pages as p', 'p.id', '=', 'l.page_id')
            ->leftJoin('pages as t', 't.id', '=', 'l.target_page')
            ->where('l.store_id', $store->id)
            ->orderBy('p.url')
            ->get(['p.url', 't.url as target', 'l.plan']);
        expect($lost)->toHaveCount(6);
        foreach ($lost as $i => $row) {
            expect($row)
                ->plan->toBe('redirect')
                ->and($row->target)
                ->toEndWith('/n/'.($i + 1));
        }
    },
);

it(
    'knows a page that moved without its number by its old text, and what replaces one by an address',
    function (): void {
        $text = static fn (int $i): string => implode(
            ' ',
            array_map(
                static fn (int $n): string => 'word'.($i * 100 + ($n % 83)).' tone'.($n * 7) % 61,
                range(1, 90),
            ),
        );
        $page = static fn (
            string $name,
            string $text,
        ): string => "<!doctype html><html lang=\"en\"><head><title>$name</title></head><body><main><h1>$name</h1><p>$text</p><p>Made by hand in our own workshop.</p></main></body></html>";
        $site = new Site();
        $links = [];
        foreach (['alder', 'birch', 'cedar', 'dogwood'] as $i => $wood) {
            $site->page("/old/$wood-stool", $page(ucfirst($wood).' stool', $text($i)));
            $links["/old/$wood-stool"] = $wood;
        }
        $site->linking('/', $links);
        $store = $site->store();
        crawl($store);
        $day = now()->startOfWeek()->subWeeks(2)->toDateString();
        bringIn(
            $store,
            "page,day,clicks,impressions,position\n".
                implode(
                    '',
                    array_map(static fn (string $wood): string => "/old/$wood-stool,$day,20,500,6\n", [
                        'alder',
                        'birch',
                        'cedar',
                        'dogwood',
                    ]),
                ),
        );
        // The first two move under the name of the other wood; the texts tell which is which. The third is replaced by
        // a page that is told by its address.
        foreach ($links as $path => $wood) {
            $site->without($path);
        }
        $site
            ->page('/new/stool-birch-one', $page('Birch stool one', $text(0)))
            ->page('/new/stool-alder-two', $page('Alder stool two', $text(1)))
            ->page('/new/elm-chair', $page('Elm chair', $text(7)));
        $site->linking(
            '/',
            ['/new/stool-birch-one' => 'b', '/new/stool-alder-two' => 'a', '/new/elm-chair' => 'c'] + $links,
        );
        bringIn(
            $store,
            "number,name,url,state,replaced by\nC-1,Old,/old/cedar-stool,replaced,$site->url/new/elm-chair\n",
            FileSort::Products,
        );
        crawl($store);
        findTangles($store);
        $lost = DB::table('untangle_lost as l')
            ->join('pages as p', 'p.id', '=', 'l.page_id')
            ->leftJoin('pages as t', 't.id', '=', 'l.target_page')
            ->where('l.store_id', $store->id)
            ->get(['p.url', 't.url as target', 'l.plan', 'l.why'])
            ->keyBy(static fn (stdClass $row): string => basename($row->url));
        expect($lost['alder-stool'])
            ->plan->toBe('like')
            ->and($lost['alder-stool']?->target)
            ->toEndWith('/new/stool-birch-one')
            ->and(ReasonWords::ofLost($lost['alder-stool']?->why))
            ->toContain('its old text')
            ->and($lost['birch-stool']?->target)
            ->toEndWith('/new/stool-alder-two')
            ->and($lost['cedar-stool'])
            ->plan->toBe('redirect')
            ->and($lost['cedar-stool']?->target)
            ->toEndWith('/new/elm-chair')
            ->and($lost['dogwood-stool'])
            ->plan->not->toBe('redirect')
            ->and(ReasonWords::ofLost((string) $lost['dogwood-stool']?->why))
            ->not->toContain('its old text');
        // What answers again is no longer remembered as lost.
        $site->page('/old/alder-stool', $page('Alder stool', $text(0)));
        crawl($store);
        expect(DB::table('lost_texts')->where('store_id', $store->id)->count())->toBe(3);
    },
);
