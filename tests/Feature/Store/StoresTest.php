<?php

declare(strict_types=1);

use App\Access\Role;
use App\Stores\AddStore;
use App\Stores\Kinds\KindRules;
use App\Stores\Kinds\PageKind;
use App\Stores\MarketOptions;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Orchard\Core\Url\PageUrl;

it('adds a store from the command line and says what is wrong with a bad one', function (): void {
    $slug = 'cli-'.Str::lower(Str::random(8));
    expect(orchard(['store:add', '--name=CLI store', '--url=https://cli.example', "--slug=$slug", '--json']))
        ->code->toBe(0)
        ->out->toContain("\"slug\":\"$slug\"");
    expect(orchard(['store:add', '--name=CLI store', '--url=https://cli.example', "--slug=$slug"]))
        ->code->toBe(2)
        ->err->toContain('already');
    expect(orchard(['store:add', '--name=X', '--url=ftp://cli.example'])['code'])->toBe(2);
    expect(orchard(['store:add', '--name=X', '--url=https://x.example', '--currency=euro'])['code'])->toBe(2);
    expect(orchard(['store:list']))->code->toBe(0)->out->toContain($slug);
});

it('sets options within their bounds', function (string $key, string $good, string $bad): void {
    $store = app(AddStore::class)->add('Options', 'https://o.example', 'o-'.Str::lower(Str::random(8)));
    $options = app(StoreOptions::class);
    expect(fn () => $options->set($store, $key, $bad))->toThrow(InvalidArgumentException::class);
    $options->set($store, $key, $good);
    expect(array_column($options->list($store->refresh()), 'value', 'key')[$key])->toEqual($good);
})->with([
    ['concurrency', '4', '99'],
    ['timezone', 'Europe/Berlin', 'Moon'],
    ['private_hosts', '127.0.0.1:8080', 'nohost'],
    ['shop_url', 'https://o.example/api', 'nope'],
]);

it('sets options of a market within their bounds', function (string $key, string $good, string $bad): void {
    $store = app(AddStore::class)->add('Options', 'https://o.example', 'o-'.Str::lower(Str::random(8)));
    $market = Markets::of($store)->first();
    expect(fn () => MarketOptions::set($market, $key, $bad))->toThrow(InvalidArgumentException::class);
    MarketOptions::set($market, $key, $good);
    expect(array_column(MarketOptions::list($market->refresh()), 'value', 'key')[$key])->toEqual($good);
})->with([
    ['title_width', '560', '5'],
    ['language', 'pt-BR', 'x'],
    ['currency', 'USD', 'dollar'],
    ['country', 'AT', 'Austria'],
    ['host', 'at.shop.example', 'at.shop.example/x'],
    ['path', '/at', 'at'],
    ['brand', 'Lamps', str_repeat('x', 121)],
    ['market_name', 'Austria', ''],
]);

it('sets and lists options from the command line', function (): void {
    $store = app(AddStore::class)->add('Options', 'https://o.example', 'o-'.Str::lower(Str::random(8)));
    expect(orchard(['store:set', 'title_width', '560', "--store={$store->slug}"])['code'])->toBe(0);
    expect(orchard(['store:set', 'title_width', 'wide', "--store={$store->slug}"])['code'])->toBe(2);
    expect(orchard(['store:set', '--list', "--store={$store->slug}"]))->code->toBe(0)->out->toContain('560');
});

it('keeps the shop’s token encrypted and never shows it', function (): void {
    $store = app(AddStore::class)->add('Secret', 'https://s.example', 's-'.Str::lower(Str::random(8)));
    app(StoreOptions::class)->set($store, 'shop_token', 'very-secret-token');
    expect(DB::table('connections')->where('store_id', $store->id)->value('secret'))->not->toContain(
        'very-secret-token',
    );
    $this->actingAs(member($store, Role::Owner))
        ->get("/s/{$store->slug}/settings")
        ->assertOk()
        ->assertDontSee('very-secret-token');
});

it('keeps settings from the page, and what was typed where something is wrong', function (): void {
    $store = app(AddStore::class)->add('Page', 'https://p.example', 'p-'.Str::lower(Str::random(8)));
    $owner = member($store, Role::Owner);
    $this->actingAs($owner)
        ->post("/s/{$store->slug}/settings", ['name' => 'New name'])
        ->assertRedirect();
    $this->post("/s/{$store->slug}/settings/markets/".Markets::of($store)->first()->id, [
        'title_width' => '580',
    ])->assertRedirect();
    expect($store->refresh()->name)
        ->toBe('New name')
        ->and(Markets::of($store)->first()->textLimits()->titleWidth)
        ->toBe(580.0);
    $this->actingAs($owner)
        ->post("/s/{$store->slug}/settings", ['timezone' => 'Nowhere'])
        ->assertSessionHasErrors('timezone');
});

it('takes the owner’s rules for kinds in their order', function (): void {
    $store = app(AddStore::class)->add('Kinds', 'https://k.example', 'k-'.Str::lower(Str::random(8)));
    $this->actingAs(member($store, Role::Owner))
        ->post("/s/{$store->slug}/settings/kinds", [
            'rules' => [
                [
                    'place' => 20,
                    'subject' => 'path',
                    'test' => 'begins',
                    'value' => '/p/',
                    'kind' => PageKind::Product->value,
                ],
                [
                    'place' => 10,
                    'subject' => 'path',
                    'test' => 'ends',
                    'value' => '/index',
                    'kind' => PageKind::Collection->value,
                ],
                ['place' => 30, 'subject' => 'path', 'test' => 'is', 'value' => '', 'kind' => PageKind::Home->value],
            ],
        ])
        ->assertSessionHasNoErrors();
    $rules = KindRules::of($store);
    $kind = static fn (string $path): PageKind => $rules->kindOf(
        PageUrl::parse("https://k.example$path") ?? throw new LogicException(),
        null,
        [],
    );
    expect(count($rules->rules))
        ->toBe(2)
        ->and($kind('/p/lamp'))
        ->toBe(PageKind::Product)
        ->and($kind('/p/index'))
        ->toBe(PageKind::Collection)
        ->and($kind('/x'))
        ->toBe(PageKind::Other);
    $this->actingAs(member($store, Role::Owner))
        ->post("/s/{$store->slug}/settings/kinds", [
            'rules' => [['place' => 1, 'subject' => 'moon', 'test' => 'is', 'value' => 'x', 'kind' => 1]],
        ])
        ->assertSessionHasErrors();
});

it('puts a page into the market whose host and path fit most closely', function (): void {
    $store = app(AddStore::class)->add('Markets', 'https://m.example', 'm-'.Str::lower(Str::random(8)));
    $german = Market::query()->create([
        'store_id' => $store->id,
        'place' => 1,
        'name' => 'German',
        'language' => 'de',
        'currency' => 'EUR',
        'path_prefix' => '/de',
        'limits' => (object) [],
    ]);
    $swiss = Market::query()->create([
        'store_id' => $store->id,
        'place' => 2,
        'name' => 'Swiss',
        'language' => 'de',
        'country' => 'CH',
        'currency' => 'CHF',
        'path_prefix' => '/de-ch',
        'limits' => (object) [],
    ]);
    $markets = Markets::of($store);
    $of = static fn (string $path): int => $markets->marketOf(
        PageUrl::parse("https://m.example$path") ?? throw new LogicException(),
    )->id;
    expect($of('/de/lampe'))
        ->toBe($german->id)
        ->and($of('/de-ch/lampe'))
        ->toBe($swiss->id)
        ->and($of('/lamp'))
        ->toBe($markets->first()->id)
        ->and($of('/destiny'))
        ->toBe($markets->first()->id);
});
