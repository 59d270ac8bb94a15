<?php

declare(strict_types=1);

use App\Access\Role;
use App\Platform\Work\WorkDesk;
use App\Stores\Hooks\HookCalls;
use App\Stores\Hooks\HookWork;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use Tests\Web\Receiver;
use Tests\Web\Site;

const HOOK_SECRET = 'sixteen-letters-and-more';

function hookedStore(string $url, bool $mayBePrivate = true): Store
{
    // The site lives as long as the tests of this file.
    static $sites = [];
    $store = ($sites[] = (new Site())->linking('/', []))->store();
    $options = app(StoreOptions::class);
    $options->set($store, 'hook_url', $url);
    $options->set($store->refresh(), 'hook_secret', HOOK_SECRET);
    if ($mayBePrivate) {
        $host = (string) parse_url($url, PHP_URL_HOST).':'.(int) parse_url($url, PHP_URL_PORT);
        $options->set(
            $store->refresh(),
            'private_hosts',
            implode(',', [...$store->refresh()->options()->privateHosts, $host]),
        );
    }

    return $store->refresh();
}

function callWork(Store $store): int
{
    return (int) DB::table('work')->where('store_id', $store->id)->where('sort', HookWork::sort())->max('id');
}

it('calls a script when long work ends, signed so that it can be checked', function (): void {
    $receiver = new Receiver();
    $store = hookedStore($receiver->url);
    crawl($store);
    $calls = HookCalls::latest($store);
    $call = sure(end($calls));
    expect($call->event)->toBe('gather.crawl.done')->and($call->state)->toBe('waiting');
    app(WorkDesk::class)->workToEnd(
        (int) DB::table('work')->where('sort', HookWork::sort())->where('subject_id', $call->id)->value('id'),
    );
    $got = $receiver->got()[0];
    $headers = $got['headers'];
    // As whoever receives it would: HMAC over id, time and body.
    $expected =
        'v1,'.
        base64_encode(
            hash_hmac(
                'sha256',
                "{$headers['webhook-id']}.{$headers['webhook-timestamp']}.{$got['body']}",
                HOOK_SECRET,
                true,
            ),
        );
    expect($headers['webhook-signature'])
        ->toBe($expected)
        ->and(abs(time() - (int) $headers['webhook-timestamp']))
        ->toBeLessThan(60)
        ->and($headers['content-type'])
        ->toBe('application/json');
    $body = json_decode($got['body'], true, flags: JSON_THROW_ON_ERROR);
    expect($body['event'])
        ->toBe('gather.crawl.done')
        ->and($body['store'])
        ->toBe($store->slug)
        ->and($body['data']['state'])
        ->toBe('done');
    expect(HookCalls::find($store->id, $call->id)?->isDone())->toBeTrue();
});

it('tries again until it is taken, by the same id, and gives up in the end', function (): void {
    $receiver = new Receiver([500, 503, 200]);
    $store = hookedStore($receiver->url);
    crawl($store);
    $work = callWork($store);
    $desk = app(WorkDesk::class);
    for ($try = 1; $try <= 3; $try++) {
        DB::table('work')
            ->where('id', $work)
            ->update(['wake_at' => now('UTC')->subMinute()]);
        $desk->slice($work);
    }
    $ids = array_map(static fn (array $one): string => $one['headers']['webhook-id'], $receiver->got());
    expect($ids)
        ->toHaveCount(3)
        ->and(array_unique($ids))
        ->toHaveCount(1)
        ->and(HookCalls::latest($store)[0]->inWords())
        ->toBe('taken, 200, at the 3. try')
        ->and((string) DB::table('work')->where('id', $work)->value('state'))
        ->toBe('done');
    $gone = new Receiver(array_fill(0, 20, 410));
    $never = hookedStore($gone->url);
    crawl($never);
    $work = callWork($never);
    for ($try = 1; $try <= 12; $try++) {
        DB::table('work')
            ->where('id', $work)
            ->update(['wake_at' => now('UTC')->subMinute()]);
        $desk->slice($work);
    }
    $call = HookCalls::latest($never)[0];
    expect($call->state)->toBe('failed')->and($call->tries)->toBe(9)->and($call->status)->toBe(410);
    // By hand it is called once more.
    $this->actingAs(member($never, Role::Owner))
        ->get("/s/{$never->slug}/settings/scripts")
        ->assertSee('given up after 9 tries');
    $this->post("/s/{$never->slug}/hooks/{$call->id}/again")->assertRedirect();
    expect(HookCalls::find($never->id, $call->id)?->state)->toBe('waiting');
});

it('reaches no private address without the owner’s word, and nobody else’s calls', function (): void {
    $receiver = new Receiver();
    $store = hookedStore($receiver->url, mayBePrivate: false);
    $owner = member($store, Role::Owner);
    $answer = $this->actingAs($owner)->post("/s/{$store->slug}/settings", ['group' => 'scripts', 'then' => 'ask']);
    $answer->assertSessionHasErrors('trial');
    expect($receiver->got())
        ->toBe([])
        ->and(HookCalls::latest($store)[0]->problem)
        ->toContain('not a public address');
    $other = hookedStore((new Receiver())->url);
    $call = HookCalls::latest($store)[0];
    $this->actingAs(member($other, Role::Owner));
    $this->post("/s/{$other->slug}/hooks/{$call->id}/again")->assertNotFound();
    $this->post("/s/{$store->slug}/hooks/{$call->id}/again")->assertNotFound();
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/hooks/{$call->id}/again")
        ->assertForbidden();
});

it('tries an address from the screen, and keeps its secret to itself', function (): void {
    $receiver = new Receiver([204]);
    $store = hookedStore($receiver->url);
    $owner = member($store, Role::Owner);
    $this->actingAs($owner)
        ->post("/s/{$store->slug}/settings", ['group' => 'scripts', 'then' => 'ask', 'hook_url' => "$receiver->url/x"])
        ->assertSessionHas('done', 'It was called and answered 204.');
    $this->get("/s/{$store->slug}/settings/scripts")
        ->assertOk()
        ->assertDontSee(HOOK_SECRET)
        ->assertSee('trial');
    expect(
        (string) DB::table('connections')->where('store_id', $store->id)->where('sort', 'hook')->value('secret'),
    )->not->toContain(HOOK_SECRET);
    $this->post("/s/{$store->slug}/settings", ['group' => 'scripts', 'hook_secret' => 'short'])->assertSessionHasErrors(
        'hook_secret',
    );
    $this->post("/s/{$store->slug}/settings", ['group' => 'scripts', 'hook_url' => 'nonsense'])->assertSessionHasErrors(
        'hook_url',
    );
    // Without an address nothing is kept to be told.
    app(StoreOptions::class)->set($store->refresh(), 'hook_url', '');
    $calls = count(HookCalls::latest($store));
    crawl($store->refresh());
    expect(HookCalls::latest($store))->toHaveCount($calls);
});

it('calls nobody unsigned', function (): void {
    $receiver = new Receiver();
    $store = hookedStore($receiver->url);
    DB::table('connections')
        ->where('store_id', $store->id)
        ->where('sort', 'hook')
        ->update(['secret' => Crypt::encryptString('')]);
    $this->actingAs(member($store, Role::Owner))
        ->post("/s/{$store->slug}/settings", ['group' => 'scripts', 'then' => 'ask'])
        ->assertSessionHasErrors('trial');
    expect($receiver->got())
        ->toBe([])
        ->and(HookCalls::latest($store)[0]->problem)
        ->toContain('No secret is set');
});
