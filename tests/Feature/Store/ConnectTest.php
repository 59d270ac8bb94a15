<?php

declare(strict_types=1);

use App\Access\Role;
use App\Connectors\Shop\WriteResult;
use App\Stores\Connections;
use App\Stores\Shop\MappingDraft;
use App\Stores\Shop\Trial;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;

it('keeps what is typed of a mapping, be it whole or not, and uses it only when it is', function (): void {
    $store = potteryStore(connected: false);
    $this->actingAs(member($store, Role::Owner));
    $post = fn (array $at, string $do = 'keep', array $more = []) => $this->from(
        "/s/{$store->slug}/connect/mapping",
    )->post("/s/{$store->slug}/connect/mapping", ['list' => 0, 'do' => $do, 'at' => $at] + $more);
    $post(
        [
            '/lists/0/name' => 'wares',
            '/lists/0/list/path' => '/wares',
            '/lists/0/fields/title' => '/search/headline',
            '/lists/0/write/put/title' => '/ware/search/headline',
        ],
        more: ['url' => getenv('POTTERY_URL').'/backend', 'secret' => potterySecret()],
    )->assertSessionHasNoErrors();
    $page = $this->get("/s/{$store->slug}/connect/mapping")->assertOk();
    $page->assertSee('/search/headline')->assertSee('Still lacking')->assertDontSee(potterySecret());
    $post([], 'use')->assertSessionHasErrors('mapping');
    expect(app(Connections::class)->mapping($store))->toBeNull();

    $post([
        '/sign_in/by' => 'client',
        '/sign_in/user' => 'orchard-keeper',
        '/sign_in/path' => '/auth/token',
        '/sign_in/token' => '/token/value',
        '/lists/0/items' => '/result/rows',
        '/lists/0/inside' => '/ware',
        '/lists/0/fields/id' => '/no',
        '/lists/0/fields/path' => '/texts/link',
        '/lists/0/read/request/path' => '/wares/{id}',
        '/lists/0/read/item' => '/result/ware',
        '/lists/0/write/request/path' => '/wares/{id}',
        '/lists/0/write/request/method' => 'PUT',
        '/lists/0/write/request/headers' => "X-By: orchard\nX-At: {id}",
        '/lists/0/attributes' => "glaze = /facts/glaze\nprice = /facts/price/gross",
        '/lists/0/paging/by' => 'page',
        '/lists/0/paging/size' => '50',
        '/rate/per_second' => '40.5',
    ])->assertSessionHasNoErrors();
    $draft = (new MappingDraft($store))->read();
    expect(MappingDraft::lacks($draft))
        ->toBe('')
        ->and($draft->rate->per_second)
        ->toBe(40.5)
        ->and((array) $draft->lists[0]->write->request->headers)
        ->toBe(['X-By' => 'orchard', 'X-At' => '{id}'])
        ->and((array) $draft->lists[0]->attributes)
        ->toBe(['glaze' => '/facts/glaze', 'price' => '/facts/price/gross'])
        ->and($draft->lists[0]->paging->size)
        ->toBe(50);
    $post([], 'use')->assertSessionHasNoErrors();
    expect(app(Connections::class)->mapping($store)?->lists[0]->can('title'))->toBeTrue();

    // What is wrong is told with its place, and what was kept before stays.
    $post(['/lists/0/paging/size' => 'many'])->assertSessionHasErrors(['mapping' => '/lists/0/paging/size: a number.']);
    $post(['/lists/0/write/request/body' => '{"a":'])->assertSessionHasErrors('mapping');
    $post(['/lists/0/../x' => '1'])->assertSessionHasErrors('mapping');
    expect((new MappingDraft($store))->read()->lists[0]->paging->size)->toBe(50);
    // Another window took the list out, or a place that holds others is overwritten: nothing of the draft is lost.
    foreach (
        [
            '/lists/7/fields/title' => '/x',
            '/lists/0/name' => '',
            '/lists/0/fields' => 'x',
            '/lists/0' => 'x',
            '/sign_in' => 'x',
        ] as $place => $text
    ) {
        $post([$place => $text])->assertSessionHasErrors('mapping');
        $this->get("/s/{$store->slug}/connect/mapping")->assertOk();
    }
    // Taking a field out, a list in and out.
    $post(['/lists/0/fields/title' => ''])->assertSessionHasNoErrors();
    expect(isset((new MappingDraft($store))->read()->lists[0]->fields->title))->toBeFalse();
    $post([], 'add')->assertRedirect("/s/{$store->slug}/connect/mapping?list=1");
    $this->get("/s/{$store->slug}/connect/mapping?list=1")->assertOk();
    $this->post("/s/{$store->slug}/connect/mapping", ['list' => 1, 'do' => 'drop']);
    expect((new MappingDraft($store))->read()->lists)->toHaveCount(1);
});

it('exports a mapping without its secret and takes it in again', function (): void {
    $store = potteryStore();
    $this->actingAs(member($store, Role::Owner));
    $json = $this->get("/s/{$store->slug}/connect/mapping.json")
        ->assertOk()
        ->getContent();
    expect(json_decode((string) $json, true))
        ->toEqual(json_decode((string) file_get_contents(base_path('docs/examples/fennmoor.mapping.json')), true))
        ->and($json)
        ->not->toContain(potterySecret());
    $other = potteryStore(connected: false);
    $this->actingAs(member($other, Role::Owner))
        ->post("/s/{$other->slug}/connect/mapping/import", [
            'file' => UploadedFile::fake()->createWithContent('m.json', (string) $json),
        ])
        ->assertSessionHasNoErrors();
    expect(MappingDraft::lacks((new MappingDraft($other))->read()))->toBe('');
    $this->post("/s/{$other->slug}/connect/mapping/import", [
        'file' => UploadedFile::fake()->createWithContent('m.json', '{"mapping":2}'),
    ])->assertSessionHasErrors('file');
    $out = orchard(['store:mapping', "--store={$store->slug}"]);
    expect($out['code'])
        ->toBe(0)
        ->and(json_decode($out['out'], true)['lists'][0]['name'])
        ->toBe('wares');
    expect(
        orchard(['store:mapping', base_path('docs/examples/fennmoor.mapping.json'), "--store={$other->slug}"])['code'],
    )
        ->toBe(0)
        ->and(app(Connections::class)->hasShop($other))
        ->toBeFalse();
});

it('puts back what a trial left that was cut off, and nothing that somebody else wrote', function (): void {
    freshPottery(12);
    $store = potteryStore();
    $shop = app(Connections::class)->shop($store);
    $steps = (new Trial($store, $shop))->run('wares:1001', 'title');
    expect(array_column($steps, 'isGood'))
        ->toBe([true, true, true, true])
        ->and(Trial::leftOver($store))
        ->toBeNull();
    $was = $shop->read('wares:1001')->fields['title'];
    foreach (["$was." => $was, 'Somebody else' => 'Somebody else'] as $left => $after) {
        expect($shop->write($shop->read('wares:1001'), ['title' => (string) $left])->result)->toBe(
            WriteResult::Applied,
        );
        DB::table('connections')
            ->where('store_id', $store->id)
            ->update(['trial' => json_encode(['id' => 'wares:1001', 'field' => 'title', 'was' => $was, 'at' => 'x'])]);
        $this->actingAs(member($store, Role::Owner))
            ->get("/s/{$store->slug}/connect/mapping")
            ->assertSee('A trial was cut off');
        expect((new Trial($store, $shop))->putRight())
            ->toBeNull()
            ->and($shop->read('wares:1001')->fields['title'])
            ->toBe($after)
            ->and(Trial::leftOver($store))
            ->toBeNull();
    }
});

it('takes ways and files from an owner alone, within their limits', function (): void {
    $store = handedStore(12);
    $this->actingAs(member($store, Role::Approver))
        ->get("/s/{$store->slug}/connect")
        ->assertForbidden();
    $this->actingAs(member($store, Role::Owner))
        ->get("/s/{$store->slug}/connect")
        ->assertOk()
        ->assertSee('Connect by mapping');
    $this->post("/s/{$store->slug}/connect/ways", [
        'ways' => ['title' => 'person', 'canonical' => ''],
        'days' => 3,
    ])->assertSessionHasNoErrors();
    expect($store->refresh()->options()->ways)
        ->toBe(['title' => 'person'])
        ->and($store->options()->handoverDays)
        ->toBe(3);
    $this->post("/s/{$store->slug}/connect/ways", [
        'ways' => ['title' => 'pigeon'],
        'days' => 3,
    ])->assertSessionHasErrors();
    $this->post("/s/{$store->slug}/connect/ways", ['days' => 0])->assertSessionHasErrors('days');
    $wares = potteryOffice('GET', '/files/wares.csv');
    $place = $this->post("/s/{$store->slug}/connect/files", [
        'file' => UploadedFile::fake()->createWithContent('wares.csv', $wares),
    ])->headers->get('Location');
    $this->get((string) $place)->assertOk()->assertSee('Headline for search');
    $this->post((string) $place, ['type' => 'items', 'is' => [0 => 'key', 1 => 'key']])->assertSessionHasErrors('file');
    $this->post((string) $place, [
        'type' => 'items',
        'is' => [0 => 'key', 1 => 'url', 3 => 'title'],
        'needs' => [7],
    ])->assertSessionHas('done');
    $file = (int) basename((string) $place);
    $other = potteryStore(connected: false);
    $this->actingAs(member($other, Role::Owner))
        ->get("/s/{$other->slug}/connect/files/$file")
        ->assertNotFound();
    $this->post("/s/{$other->slug}/connect/files/$file/remove");
    expect(DB::table('release_files')->where('id', $file)->value('removed_at'))->toBeNull();
    $this->actingAs(member($store, Role::Owner))->post("/s/{$store->slug}/connect/files/$file/remove");
    expect(DB::table('release_files')->where('id', $file)->value('removed_at'))->not->toBeNull();
});
