<?php

declare(strict_types=1);

use App\Access\Models\User;
use App\Access\Role;
use App\Stores\Models\Store;
use App\Weigh\Worklists\NewWorklist;
use App\Weigh\Worklists\Worklists;
use Illuminate\Support\Facades\DB;
use Tests\Web\ApiClient;
use Tests\Web\Site;

function tokenOf(Store $store, Role $role = Role::Viewer): string
{
    return member($store, $role)->createToken('script', ['read'], now()->addDay())->plainTextToken;
}

/** @return array<string, mixed> */
function openApi(): array
{
    return (array) json_decode(
        (string) file_get_contents(resource_path('api/openapi.json')),
        true,
        flags: JSON_THROW_ON_ERROR,
    );
}

it('answers what its description says, key by key', function (): void {
    $store = weighableStore();
    weigh($store);
    $list =
        Worklists::find(
            $store,
            Worklists::open($store, new NewWorklist('December', '2026-12-01', '2026-12-31', 600), null),
        ) ?? throw new LogicException();
    Worklists::add($store, $list, [(int) DB::table('weigh_scores')->where('store_id', $store->id)->value('page_id')]);
    $client = new ApiClient($this, tokenOf($store));
    $rows = 0;
    foreach ($client->operations as $name => ['path' => $path]) {
        if (str_contains($path, '/weigh/')) {
            $in = ['store' => $store->slug] + (str_contains($path, '{list}') ? ['list' => (int) $list->id] : []);
            $rows += count($client->call($name, $in)['data']);
        }
    }
    expect($rows)->toBeGreaterThan(12)->and($client->answered)->toHaveCount(8);
});

it(
    'refuses by name what cannot be meant, as a problem document, and goes through a list to its end',
    function (): void {
        $store = weighableStore();
        weigh($store);
        $this->withToken(tokenOf($store));
        $at = "/api/v1/stores/{$store->slug}/weigh";
        foreach (
            [
                'pages?weaks=4' => 'weaks',
                'pages?weeks=5' => 'weeks',
                'pages?weeks[]=4' => 'weeks',
                'pages?kind=lamp' => 'kind',
                'pages?sort=name' => 'sort',
                'pages?after=12' => 'after',
                'pages?after=x_1' => 'after',
                'pages?market=0' => 'market',
                'pages?market=abc' => 'market',
                'pages?limit=0' => 'limit',
                'pages?limit=201' => 'limit',
                'queries?class=brands' => 'class',
                'queries?after=1.5' => 'after',
                'groups?by=moon' => 'by',
                'worklists?state=open' => 'state',
            ] as $path => $field
        ) {
            $answer = $this->get("$at/$path")
                ->assertStatus(422)
                ->assertHeader('Content-Type', 'application/problem+json');
            expect($answer->json('errors.0.parameter'))->toBe($field, $path)->and($answer->json('status'))->toBe(422);
        }
        $seen = [];
        $after = '';
        do {
            $answer = $this->getJson("$at/pages?limit=2$after")
                ->assertOk()
                ->json();
            $seen = [...$seen, ...array_column($answer['data'], 'page')];
            $after = '&after='.urlencode((string) $answer['next']);
        } while ($answer['next'] !== null && count($seen) < 50);
        expect($seen)
            ->toHaveCount($answer['total'])
            ->and(count(array_unique($seen)))
            ->toBe($answer['total'])
            ->and($answer['window']['currency'])
            ->toBe('EUR');
        $markets = $this->getJson('/api/v1/stores')->json('data.0.markets');
        expect($markets[0])->toHaveKeys(['id', 'name', 'language', 'country', 'currency']);
        $this->getJson("$at/pages?market={$markets[0]['id']}")
            ->assertOk()
            ->assertJsonPath('window.market', $markets[0]['id']);
    },
);

it('answers in JSON wherever scripts come in, and never with a name of its own parts', function (): void {
    $store = weighableStore();
    $token = tokenOf($store);
    foreach (
        [
            '/api',
            '/api/nowhere',
            '/api/v1/nowhere',
            "/api/v1/stores/{$store->slug}/weigh/worklists/99999999",
            '/api/v1/stores/no-such-store/weigh/pages',
        ] as $path
    ) {
        $answer = $this->withToken($token)
            ->get($path)
            ->assertNotFound()
            ->assertHeader('Content-Type', 'application/problem+json');
        expect($answer->content())->not->toContain('App')->not->toContain('Model')->not->toContain('route');
        expect($answer->json())->toHaveKeys(['type', 'title', 'status', 'detail']);
    }
    $this->withToken($token)
        ->post("/api/v1/stores/{$store->slug}/weigh/pages")
        ->assertStatus(405)
        ->assertHeader('Content-Type', 'application/problem+json');
    $this->app['auth']->forgetGuards();
    $this->withToken($token)->get('/api/v1/openapi.json')->assertOk()->assertJsonPath('openapi', '3.1.0');
    $this->app['auth']->forgetGuards();
    $this->flushHeaders()->get('/api/v1/openapi.json')->assertStatus(401);
});

it('has a schema for everything that its description refers to', function (): void {
    $described = openApi();
    preg_match_all(
        '~"#/(components/[^"]+)"~',
        json_encode($described, JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR),
        $references,
    );
    expect(count($references[1]))->toBeGreaterThan(40);
    foreach (array_unique($references[1]) as $reference) {
        expect(data_get($described, str_replace('/', '.', $reference)))->not->toBeNull($reference);
    }
});

it('says the same as the screens', function (): void {
    $store = weighableStore();
    weigh($store);
    $this->withToken(tokenOf($store));
    $pages = $this->getJson("/api/v1/stores/{$store->slug}/weigh/pages")->json('data');
    $exported = weighed($store);
    foreach ($pages as $page) {
        $row = $exported[(string) parse_url($page['url'], PHP_URL_PATH)];
        expect($page['upside'])
            ->toEqualWithDelta($row['upside'], 0.011)
            ->and($page['clicks'])
            ->toBe($row['clicks'])
            ->and($page['reason'])
            ->toBe($row['reason']);
    }
    $kinds = $this->getJson("/api/v1/stores/{$store->slug}/weigh/groups?by=class")->json('data');
    $named = array_column($kinds, null, 'name');
    expect($named['all']['clicks'])
        ->toBe(array_sum(array_column($exported, 'clicks')))
        ->and($named['brand']['clicks'])
        ->toBe(13 * 30)
        ->and($named['but-brand']['clicks'])
        ->toBe(13 * (60 + 12 + 20 + 20));
    expect($this->getJson("/api/v1/stores/{$store->slug}/weigh/queries?class=brand")->json('data.0.text'))->toBe(
        'a site',
    );
});

it('opens for living tokens of the store’s people alone, and never for a session', function (): void {
    $store = weighableStore();
    $path = "/api/v1/stores/{$store->slug}/weigh/pages";
    $this->get($path)->assertStatus(401)->assertHeader('Content-Type', 'application/problem+json');
    $this->actingAs(member($store, Role::Owner))->get($path)->assertStatus(401);
    $this->app['auth']->forgetGuards();
    $this->withToken('orchard_nonsense')->get($path)->assertStatus(401);
    $this->withToken(tokenOf((new Site())->store(), Role::Owner))->get($path)->assertStatus(404);
    $this->app['auth']->forgetGuards();
    $old = member($store, Role::Viewer)->createToken('old', ['read'], now()->subMinute())->plainTextToken;
    $this->withToken($old)->get($path)->assertStatus(401);
    $this->app['auth']->forgetGuards();
    $user = member($store, Role::Viewer);
    $token = $user->createToken('mine', ['read'], now()->addDay())->plainTextToken;
    $this->withToken($token)->get($path)->assertOk();
    expect($this->withToken($token)->getJson('/api/v1/stores')->json('data'))->toHaveCount(1);
    // Whoever is no longer of the store's people reads nothing of it.
    DB::table('memberships')->where('user_id', $user->id)->delete();
    $this->app['auth']->forgetGuards();
    $this->withToken($token)->get($path)->assertStatus(404);
    // It opens no screen, and begins nothing.
    $this->app['auth']->forgetGuards();
    $this->app['auth']->shouldUse('web');
    $this->withToken($token)
        ->post("/s/{$store->slug}/weigh/score")
        ->assertRedirect('/sign-in');
});

it('lets people make tokens of their own and take them back, nobody else’s', function (): void {
    $store = (new Site())->store();
    $this->get('/tokens')->assertRedirect('/sign-in');
    $mine = member($store, Role::Viewer);
    $this->actingAs($mine)
        ->post('/tokens', ['name' => 'report', 'days' => 30])
        ->assertRedirect('/tokens')
        ->assertSessionHas('token');
    $this->get('/tokens')->assertOk()->assertSee('report');
    $id = (int) DB::table('personal_access_tokens')->where('tokenable_id', $mine->id)->value('id');
    $kept = (string) DB::table('personal_access_tokens')->where('id', $id)->value('token');
    expect($kept)->toMatch('/^[0-9a-f]{64}$/');
    $this->post('/tokens', ['name' => '', 'days' => 30])->assertSessionHasErrors('name');
    $this->post('/tokens', ['name' => 'x', 'days' => 9999])->assertSessionHasErrors('days');
    $this->actingAs(member($store, Role::Owner))
        ->post("/tokens/$id/take-back")
        ->assertRedirect();
    expect(DB::table('personal_access_tokens')->where('id', $id)->exists())->toBeTrue();
    $this->actingAs($mine)
        ->post("/tokens/$id/take-back")
        ->assertRedirect();
    expect(DB::table('personal_access_tokens')->where('id', $id)->exists())->toBeFalse();
    for ($n = 0; $n < 20; $n++) {
        $mine->createToken("t$n");
    }
    $this->post('/tokens', ['name' => 'one more', 'days' => 1])->assertSessionHasErrors('name');
    expect(User::query()->findOrFail($mine->id)->tokens()->count())->toBe(20);
    $this->get('/api/v1/openapi.json')->assertOk();
});
