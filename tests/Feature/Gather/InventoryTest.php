<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Pages\PageColumn;
use App\Gather\Pages\PageFilter;
use App\Gather\Pages\PageList;
use App\Inventory\PageMark;
use App\Inventory\PageSource;
use App\Inventory\Selections;
use App\Inventory\Succession;
use App\Stores\Kinds\KindRule;
use App\Stores\Kinds\KindRules;
use App\Stores\Kinds\KindSuggestions;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Write\Desk\DeskFilter;
use App\Write\Desk\DeskList;
use App\Write\Desk\DeskRow;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** A store of 200 pages with figures from a fixed seed. */
function figuredStore(): Store
{
    $store = (new Site())->store();
    $market = (int) DB::table('markets')->where('store_id', $store->id)->value('id');
    mt_srand(7);
    for ($n = 0; $n < 200; $n++) {
        $path = ['/lamp/', '/range/', '/journal/2026/', '/'][$n % 4]."page-$n".($n % 10 === 0 ? '?a=/x' : '');
        $page = DB::table('pages')->insertGetId([
            'store_id' => $store->id,
            'market_id' => $market,
            'digest' => md5(rtrim($store->base_url, '/').$path, true),
            'url' => rtrim($store->base_url, '/').$path,
        ]);
        DB::table('page_facts')->insert([
            'page_id' => $page,
            'store_id' => $store->id,
            'from_crawl' => 1,
            'digest' => random_bytes(16),
            'status' => 200,
            'robots' => '',
            'robots_header' => '',
            'canonicals' => '[]',
            'h1s' => '[]',
            'types' => '[]',
            'strays' => '{}',
            'title' => "Page $n",
        ]);
        DB::table('page_index')->insert([
            'page_id' => $page,
            'store_id' => $store->id,
            'market_id' => $market,
            'kind' => mt_rand(1, 8),
            'status' => [200, 200, 301, 404][mt_rand(0, 3)],
            'indexable' => mt_rand(0, 1),
            'why_not' => mt_rand(0, 10),
            'depth' => [1, 2, 3, 65535][mt_rand(0, 3)],
            'links_in' => mt_rand(0, 9),
            'links_nav' => mt_rand(0, 9),
            'links_out' => mt_rand(0, 9),
            'words' => mt_rand(0, 400),
            'title_chars' => mt_rand(0, 90),
            'description_chars' => mt_rand(0, 200),
            'h1s' => mt_rand(0, 3),
            'images' => mt_rand(0, 9),
            'no_alt' => mt_rand(0, 4),
            'canonical' => mt_rand(0, 4),
            'bytes' => mt_rand(0, 9999),
            'response_ms' => mt_rand(0, 999),
            'hreflangs' => mt_rand(0, 3),
            'marks' => mt_rand(0, 511),
            'sources' => mt_rand(0, 1023),
            'life' => mt_rand(0, 6),
            'stock' => mt_rand(0, 3) === 0 ? null : mt_rand(0, 50),
            'price' => mt_rand(0, 3) === 0 ? null : mt_rand(0, 20000) / 100,
            'changed_crawl' => mt_rand(1, 3),
            'clicks' => mt_rand(0, 50),
            'impressions' => mt_rand(0, 900),
            'position_milli' => mt_rand(0, 30000),
            'orders' => mt_rand(0, 5),
            'revenue' => mt_rand(0, 90000) / 100,
            'address' => $path,
        ]);
    }

    return $store;
}

/**
 * @param  array<array-key, mixed>  $asked
 * @return list<int> all pages of a filter, screen by screen
 */
function listed(Store $store, array $asked): array
{
    $ids = [];
    $after = null;
    do {
        ['rows' => $rows, 'next' => $after] = (new PageList())->page(
            $store,
            PageFilter::of($asked + array_filter(['after' => $after])),
        );
        array_push($ids, ...array_column($rows, 'pageId'));
    } while ($after !== null);

    return $ids;
}

it('answers every filter and every order as a look at each row does', function (): void {
    $store = figuredStore();
    $rows = DB::table('page_index')->where('store_id', $store->id)->get()->all();
    foreach (PageColumn::cases() as $column) {
        $asks = $column->isNumber()
            ? ['2..', '..100', '1..3', '5.5..40']
            : ($column === PageColumn::Status
                ? ['200', '301']
                : array_slice(array_map(strval(...), array_keys($column->choices())), 0, 5));
        foreach ($asks as $asked) {
            $expected = array_values(
                array_filter($rows, static function (stdClass $row) use ($column, $asked): bool {
                    $value = $row->{$column->column()};
                    if ($column->isNumber()) {
                        [$from, $to] = explode('..', $asked);

                        return $value !== null &&
                            ($column !== PageColumn::Position || $value > 0) &&
                            ($from === '' || $value >= $column->scale() * (float) $from) &&
                            ($to === '' || $value <= $column->scale() * (float) $to);
                    }

                    return match ($column) {
                        PageColumn::Engines => in_array($asked, ['indexable', 'not'], true)
                            ? (int) $row->indexable === ($asked === 'not' ? 0 : 1)
                            : (int) $value === (int) $asked,
                        PageColumn::Marks => ((int) $value & (PageMark::fromKey($asked)->value ?? 0)) !== 0,
                        PageColumn::Sources => ((int) $value & (PageSource::fromKey($asked)->value ?? 0)) !== 0,
                        PageColumn::Kind => (int) $value === PageKind::fromKey($asked)?->value,
                        PageColumn::Life => Orchard\Core\StructuredData\LifeState::from((int) $value)->key() === $asked,
                        default => (int) $value === (int) $asked,
                    };
                }),
            );
            $found = listed($store, [$column->value => $asked]);
            sort($found);
            expect($found)
                ->toBe(
                    array_map(static fn (stdClass $row): int => (int) $row->page_id, $expected),
                    "$column->value=$asked",
                )
                ->and((new PageList())->count($store, PageFilter::of([$column->value => $asked])))
                ->toBe(count($expected))
                ->and(
                    array_merge(
                        [],
                        ...iterator_to_array(
                            (new PageList())->ids($store, PageFilter::of([$column->value => $asked])),
                            false,
                        ),
                    ),
                )
                ->toBe($found);
        }
        foreach ([$column->value, "-$column->value"] as $sort) {
            $order = listed($store, ['sort' => $sort]);
            $values = array_map(
                static fn (int $id): float => (float) (DB::table('page_index')
                    ->where('page_id', $id)
                    ->value($column->column()) ?? (($column->isDown() xor $sort[0] === '-') ? -1 : 1e11)),
                $order,
            );
            $sorted = $values;
            ($column->isDown() xor $sort[0] === '-') ? rsort($sorted) : sort($sorted);
            expect($order)
                ->toHaveCount(200)
                ->and(count(array_unique($order)))
                ->toBe(200)
                ->and($values)
                ->toBe($sorted, $sort);
        }
    }
});

it('combines filters, reads its own address back, and forgets what cannot be meant', function (): void {
    $asked = [
        'kind' => 'product',
        'words' => '..300',
        'life' => 'selling',
        'sort' => '-clicks',
        'columns' => 'kind,words,price',
        'folder' => '/lamp/',
        'q' => 'page',
    ];
    $filter = PageFilter::of($asked);
    expect(PageFilter::of($filter->query()))
        ->toEqual($filter)
        ->and($filter->columns)
        ->toBe([PageColumn::Kind, PageColumn::Words, PageColumn::Price]);
    $nonsense = PageFilter::of([
        'kind' => 'wardrobe',
        'words' => 'many',
        'status' => '9999',
        'life' => 'eternal',
        'sort' => 'secret; DROP TABLE',
        'columns' => 'password,kind',
        'folder' => 'lamp',
        'selection' => '-3',
        'marks' => '1 OR 1',
        'price' => '..',
        'depth' => '1..2..3',
    ]);
    expect($nonsense->query())
        ->toBe(['columns' => 'kind'])
        ->and($nonsense->asksForSome())
        ->toBeFalse();
});

it('adds up by folder, and a slash in the query makes none', function (): void {
    $store = figuredStore();
    $folders = array_column((new PageList())->folders($store, PageFilter::of([])), null, 'folder');
    expect(array_map(static fn (array $folder): int => $folder['pages'], $folders))
        ->toEqual(['/lamp/' => 50, '/range/' => 50, '/journal/' => 50, '/' => 50])
        ->and(array_sum(array_column($folders, 'clicks')))
        ->toBe((int) DB::table('page_index')->where('store_id', $store->id)->sum('clicks'))
        ->and(
            array_column(
                (new PageList())->folders($store, PageFilter::of(['folder' => '/journal/'])),
                'pages',
                'folder',
            ),
        )
        ->toBe(['/journal/2026/' => 50]);
});

it('sends what was ticked, or all that match, to the desk, to a file or to a list', function (): void {
    $store = crawledStore();
    $writer = member($store, Role::Writer);
    $this->actingAs($writer);
    $products = array_column(
        DB::select(
            'SELECT i.page_id FROM page_index i JOIN resources r ON r.id = i.resource_id WHERE i.store_id = ? AND i.kind = 3 AND r.page_id = i.page_id ORDER BY i.page_id LIMIT 3',
            [$store->id],
        ),
        'page_id',
    );
    $to = $this->post("/s/{$store->slug}/gather/send", ['to' => 'desk', 'pages' => $products])
        ->assertRedirect()
        ->headers->get('Location');
    $this->get((string) $to)->assertOk()->assertSee('picked pages');
    preg_match('/selection=(\d+)/', (string) $to, $id);
    expect(
        array_map(
            static fn (DeskRow $row): ?int => $row->pageId,
            (new DeskList())->page(
                $store,
                DeskFilter::from(Request::create('/', 'GET', ['selection' => $id[1] ?? ''])),
            )['rows'],
        ),
    )->toEqualCanonicalizing($products);
    $kept = $this->post("/s/{$store->slug}/gather/send", [
        'to' => 'list',
        'name' => 'To look at',
        'all' => '1',
        'filter' => ['kind' => 'collection'],
    ])
        ->assertRedirect()
        ->headers->get('Location');
    $selection = Selections::named($store)[0];
    expect($selection->name)
        ->toBe('To look at')
        ->and((int) $selection->pages)
        ->toBe(DB::table('page_index')->where('store_id', $store->id)->where('kind', 2)->count());
    $this->get((string) $kept)->assertOk()->assertSee('To look at');
    $csv = $this->get(
        (string) $this->post("/s/{$store->slug}/gather/send", [
            'to' => 'csv',
            'pages' => $products,
            'filter' => ['columns' => 'price,life'],
        ])->headers->get('Location'),
    )
        ->assertOk()
        ->streamedContent();
    $lines = explode("\n", trim($csv));
    expect($lines)->toHaveCount(4)->and(trim($lines[0]))->toEndWith('sources,price,life');
    $this->post("/s/{$store->slug}/gather/send", ['to' => 'desk'])->assertSessionHasErrors('pages');
    $this->post("/s/{$store->slug}/gather/send", ['to' => 'list', 'all' => '1'])->assertSessionHasErrors('name');
    // Pages of another store are none of this one's.
    $other = figuredStore();
    $foreign = DB::table('pages')->where('store_id', $other->id)->value('id');
    $this->post("/s/{$store->slug}/gather/send", ['to' => 'csv', 'pages' => [$foreign]])->assertSessionHasErrors(
        'pages',
    );
    $this->actingAs(member($other, Role::Owner))
        ->get("/s/{$other->slug}/gather?selection={$selection->id}")
        ->assertNotFound();
    $this->actingAs(member($store, Role::Viewer))
        ->post("/s/{$store->slug}/gather/selections/{$selection->id}/drop")
        ->assertForbidden();
    $this->actingAs($writer)
        ->post("/s/{$store->slug}/gather/selections/{$selection->id}/drop")
        ->assertRedirect();
    expect(DB::table('selected_pages')->where('selection_id', $selection->id)->count())->toBe(0);
});

it('picks pages by pasted addresses, and tells which are not known', function (): void {
    $store = figuredStore();
    $base = rtrim($store->base_url, '/');
    $picked = Selections::pasted(
        $store,
        "$base/lamp/page-4\n/range/page-1  $base/lamp/page-4?utm_source=x\r\nhttps://elsewhere.example/a, /nowhere",
    );
    expect(count($picked['pages']))
        ->toBe(2)
        ->and($picked['unknown'])
        ->toBe(['https://elsewhere.example/a', '/nowhere']);
    $this->actingAs(member($store, Role::Viewer))
        ->post("/s/{$store->slug}/gather/paste", ['addresses' => '/range/page-1'])
        ->assertRedirect();
    $this->post("/s/{$store->slug}/gather/paste", ['addresses' => '/nowhere'])->assertSessionHasErrors('addresses');
    $this->post("/s/{$store->slug}/gather/paste", ['addresses' => ''])->assertSessionHasErrors('addresses');
});

it('keeps views for oneself or for all, and only their keeper lets them go', function (): void {
    $store = figuredStore();
    [$one, $two] = [member($store, Role::Writer), member($store, Role::Viewer)];
    $this->actingAs($one)
        ->post("/s/{$store->slug}/gather/views", [
            'name' => 'Thin pages',
            'filter' => ['words' => '..100', 'nonsense' => 'x'],
        ])
        ->assertRedirect();
    $this->post("/s/{$store->slug}/gather/views", [
        'name' => 'For all',
        'shared' => '1',
        'filter' => ['kind' => 'product'],
    ]);
    $this->get("/s/{$store->slug}/gather")
        ->assertSee('Thin pages')
        ->assertSee('words=..100');
    $this->actingAs($two)
        ->get("/s/{$store->slug}/gather")
        ->assertDontSee('Thin pages')
        ->assertSee('For all');
    $view = (int) DB::table('saved_views')->where('store_id', $store->id)->where('name', 'For all')->value('id');
    $this->post("/s/{$store->slug}/gather/views/$view/drop");
    expect(DB::table('saved_views')->where('id', $view)->exists())->toBeTrue();
    $this->actingAs($one)->post("/s/{$store->slug}/gather/views/$view/drop");
    expect(DB::table('saved_views')->where('id', $view)->exists())->toBeFalse();
});

it('turns the form’s ranges and choices into an address', function (): void {
    $store = figuredStore();
    $this->actingAs(member($store, Role::Viewer))
        ->get(
            "/s/{$store->slug}/gather/ask?".
                http_build_query([
                    'by' => [
                        'words' => ['from' => '', 'to' => '300'],
                        'kind' => 'product',
                        'depth' => ['from' => 'x', 'to' => ''],
                    ],
                    'show' => ['kind', 'words'],
                    'keep' => ['q' => 'page'],
                ]),
        )
        ->assertRedirect(
            route('gather', [
                $store,
                'kind' => 'product',
                'words' => '..300',
                'q' => 'page',
                'columns' => 'kind,words',
            ]),
        );
});

it('knows who followed whom: by redirect, by product number, by hand, and never in a circle', function (): void {
    $product = '<script type="application/ld+json">{"@type":"Product","sku":"S-1","name":"Lamp"}</script>';
    $site = (new Site())
        ->linking('/', ['/old' => 'Old', '/p' => 'P'])
        ->linking('/old', [])
        ->linking('/p', [], $product);
    $store = $site->store();
    crawl($store);
    $site
        ->redirect('/old', '/new')
        ->linking('/new', [])
        ->linking('/', ['/old' => 'Old', '/p-moved' => 'P'])
        ->without('/p')
        ->linking('/p-moved', [], $product);
    crawl($store);
    $page = static fn (string $path): int => (int) DB::table('pages')
        ->where('store_id', $store->id)
        ->where('url', $site->url.$path)
        ->value('id');
    expect(Succession::of($page('/old'))->to?->url)
        ->toBe("{$site->url}/new")
        ->and(Succession::of($page('/p'))->to?->url)
        ->toBe("{$site->url}/p-moved")
        ->and(Succession::of($page('/new'))->from)
        ->toHaveCount(1);
    $this->actingAs(member($store, Role::Writer));
    $this->post("/s/{$store->slug}/gather/pages/{$page('/new')}/successor", [
        'address' => '/old',
    ])->assertSessionHasErrors('address');
    $this->post("/s/{$store->slug}/gather/pages/{$page('/new')}/successor", [
        'address' => '/',
    ])->assertSessionDoesntHaveErrors();
    expect(Succession::of($page('/new'))->to?->url)->toBe("{$site->url}/");
    $this->get("/s/{$store->slug}/gather/pages/{$page('/new')}")
        ->assertOk()
        ->assertSee('by hand')
        ->assertSee('Replaces');
});

it('lets a person say how a product lives, against what pages and files say', function (): void {
    $site = productSite();
    $store = $site->store();
    crawl($store);
    $page = (int) DB::table('pages')
        ->where('store_id', $store->id)
        ->where('url', "{$site->url}/p/one")
        ->value('id');
    $this->actingAs(member($store, Role::Viewer))
        ->post("/s/{$store->slug}/gather/pages/$page/life", ['life' => 'resting'])
        ->assertForbidden();
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/gather/pages/$page/life", ['life' => 'back-on', 'back_on' => '2027-03-01'])
        ->assertRedirect();
    sortAnew($store);
    expect(
        (array) DB::table('page_products')
            ->where('page_id', $page)
            ->first(['life', 'origin', 'back_on']),
    )->toBe(['life' => 3, 'origin' => 1, 'back_on' => '2027-03-01']);
    $this->post("/s/{$store->slug}/gather/pages/$page/life", ['life' => 'unknown']);
    sortAnew($store);
    expect(
        (array) DB::table('page_products')
            ->where('page_id', $page)
            ->first(['life', 'origin']),
    )->toBe(['life' => 1, 'origin' => 3]);
});

it('suggests rules for pages that none tells yet, and takes them up', function (): void {
    $site = (new Site())->linking('/', [
        '/shop/a' => 'A',
        '/shop/b' => 'B',
        '/basket' => 'Basket',
        '/thing' => 'Thing',
    ]);
    foreach (['/shop/a', '/shop/b'] as $path) {
        $site->linking($path, [], '<script type="application/ld+json">{"@type":"ItemList"}</script>');
    }
    $site->linking('/basket', [])->linking('/thing', []);
    $store = $site->store();
    crawl($store);
    expect(
        array_map(
            static fn (array $one): string => $one['rule']->test.
                ' '.
                $one['rule']->value.
                ' '.
                $one['rule']->kind->key(),
            KindSuggestions::of($store),
        ),
    )->toBe(['begins /shop/ collection', 'is /basket account']);
    $this->actingAs(member($store, Role::Owner))
        ->post("/s/{$store->slug}/settings/kinds/suggested", ['take' => ['/basket', '/nonsense']])
        ->assertRedirect();
    sortAnew($store);
    expect(KindRules::of($store)->rules[0])
        ->toEqual(new KindRule('path', 'is', '/basket', PageKind::Account))
        ->and(
            (int) DB::table('page_index')->where('store_id', $store->id)->where('address', '/basket')->value('marks') &
                PageMark::KeptOut->value,
        )
        ->toBe(PageMark::KeptOut->value);
});

it('finds by the beginnings of words, common ones and rare ones alike', function (): void {
    $store = figuredStore();
    foreach (DB::table('page_index')->where('store_id', $store->id)->get() as $row) {
        DB::table('page_words')->insert([
            'page_id' => $row->page_id,
            'store_id' => $store->id,
            'words' => ' page '.($row->page_id % 40 === 0 ? 'zephyr ' : '').'lamps',
        ]);
    }
    $rare = listed($store, ['q' => 'zeph']);
    DB::table('common_words')->insert([
        ['store_id' => $store->id, 'word' => 'page'],
        ['store_id' => $store->id, 'word' => 'lamps'],
    ]);
    expect($rare)
        ->not->toBe([])
        ->and(listed($store, ['q' => 'zeph lamp']))
        ->toBe($rare)
        ->and(listed($store, ['q' => 'LAMP page']))
        ->toHaveCount(200)
        ->and(listed($store, ['q' => 'amps']))
        ->toBe([])
        ->and(listed($store, ['q' => 'zeph', 'words' => '..100', 'sort' => 'clicks']))
        ->toHaveCount(count(array_intersect($rare, listed($store, ['words' => '..100']))));
});

it('shows a stranger nothing, and everybody what is under way', function (string $path): void {
    $store = figuredStore();
    $this->get("/s/{$store->slug}$path")->assertRedirect('/sign-in');
    $this->actingAs(member(shopStore(), Role::Owner))
        ->get("/s/{$store->slug}$path")
        ->assertNotFound();
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}$path")
        ->assertSuccessful();
})->with([
    '/gather',
    '/gather/count?words=..100',
    '/gather/counts',
    '/gather/folders',
    '/gather/rendered',
    '/gather/feed',
    '/under-way',
]);
