<?php

declare(strict_types=1);

use App\Access\Role;
use App\Platform\Work\WorkDesk;
use App\Tend\Asking\AskWork;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

it('asks images whether they are there and how heavy they are, once in a while', function (): void {
    $jpeg = [['Content-Type', 'image/jpeg']];
    $html = static fn (
        string $name,
        string ...$images,
    ): string => "<!doctype html><html lang=\"en\"><head><title>$name</title></head><body><main><h1>$name</h1>".
        implode('', array_map(static fn (string $src): string => "<img src=\"$src\" alt=\"A jug\">", $images)).
        '<a href="/other">other</a></main></body></html>';
    $site = new Site();
    // Another site, on a port of its own.
    $other = (new Site())->page('/there', 'yes')->page('/shy', '', 405);
    $site
        ->page('/', $html('Jugs', '/light.jpg', '/gone.jpg', '/heavy.jpg', '/moved.jpg', '/IMG_2041.jpg'))
        ->page(
            '/other',
            str_replace(
                '</main>',
                "<a href=\"$other->url/there\">a</a> <a href=\"$other->url/nowhere\">b</a> <a href=\"$other->url/shy\">c</a></main>",
                $html('Bowls', '/light.jpg'),
            ),
        )
        ->page('/light.jpg', str_repeat('x', 2000), headers: $jpeg)
        ->page('/IMG_2041.jpg', str_repeat('x', 2000), headers: $jpeg)
        ->page('/heavy.jpg', str_repeat('x', 600_000), headers: $jpeg)
        ->redirect('/moved.jpg', '/light.jpg');
    $store = $site->store();
    app(App\Stores\StoreOptions::class)->set(
        $store->refresh(),
        'private_hosts',
        substr($site->url, 7).','.substr($other->url, 7),
    );
    $store->refresh();
    crawl($store);
    tend($store);
    expect(array_keys(foundOf($store, $site)['/']))->toBe(['image-name']);
    test()->actingAs(member($store, Role::Writer));
    test()
        ->post("/s/$store->slug/tend/ask")
        ->assertSessionHasNoErrors();
    $work = (int) DB::table('work')->where('store_id', $store->id)->where('sort', AskWork::sort())->max('id');
    expect(app(WorkDesk::class)->workToEnd($work))->toBe('done');
    tend($store);
    $found = foundOf($store, $site);
    expect(array_keys($found['/']))
        ->toEqualCanonicalizing(['image-name', 'image-gone', 'image-moved', 'heavy-image'])
        ->and($found['/']['heavy-image']->detail['images'][0])
        ->toBe(["$site->url/heavy.jpg", 600_000, 200])
        ->and($found['/']['image-gone']->detail['images'][0][0])
        ->toBe("$site->url/gone.jpg")
        ->and(array_keys($found['/other']))
        ->toBe(['dead-outgoing'])
        ->and($found['/other']['dead-outgoing']->detail['images'])
        ->toBe([["$other->url/nowhere", 0, 404]])
        ->and(DB::table('tend_asked')->where('store_id', $store->id)->count())
        ->toBe(8);
    test()
        ->get("/s/$store->slug/tend/images")
        ->assertOk()
        ->assertSee('Heavy image');
    // Asked again at once, nothing is asked for a second time.
    $asked = DB::table('tend_asked')->where('store_id', $store->id)->max('asked_at');
    DB::table('tend_asked')
        ->where('store_id', $store->id)
        ->update(['bytes' => 7, 'status' => 200]);
    test()->post("/s/$store->slug/tend/ask");
    app(WorkDesk::class)->workToEnd(
        (int) DB::table('work')->where('store_id', $store->id)->where('sort', AskWork::sort())->max('id'),
    );
    expect(DB::table('tend_asked')->where('store_id', $store->id)->distinct()->pluck('bytes')->all())
        ->toBe([7])
        ->and(DB::table('tend_asked')->where('store_id', $store->id)->max('asked_at'))
        ->toBe($asked);
});
