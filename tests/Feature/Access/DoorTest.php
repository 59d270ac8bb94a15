<?php

declare(strict_types=1);

use App\Access\Invitations;
use App\Access\Models\Membership;
use App\Access\Models\User;
use App\Access\Role;
use App\Stores\AddStore;
use Illuminate\Routing\Middleware\ThrottleRequests;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Str;

function someStore(): App\Stores\Models\Store
{
    return app(AddStore::class)->add('Some store', 'https://shop.example', 'some-'.Str::lower(Str::random(10)));
}

it('signs in with the right password only, and keeps passwords as Argon2id', function (): void {
    $user = member(someStore(), Role::Viewer);
    expect($user->password)->toStartWith('$argon2id$');
    $this->post('/sign-in', ['email' => $user->email, 'password' => 'wrong'])->assertSessionHasErrors('email');
    $this->assertGuest();
    $this->post('/sign-in', ['email' => $user->email, 'password' => 'a-long-password'])->assertRedirect('/');
    $this->assertAuthenticatedAs($user);
    $this->post('/sign-out')->assertRedirect('/sign-in');
    $this->assertGuest();
});

it('throttles guesses', function (): void {
    $user = member(someStore(), Role::Viewer);
    for ($i = 0; $i < 5; $i++) {
        $this->post('/sign-in', ['email' => $user->email, 'password' => "guess $i"]);
    }
    $this->post('/sign-in', ['email' => $user->email, 'password' => 'a-long-password'])->assertSessionHasErrors(
        'email',
    );
    $this->assertGuest();
});

it('turns guests to the door and strangers away as if there were no such store', function (): void {
    $store = someStore();
    $this->get("/s/{$store->slug}/write")->assertRedirect('/sign-in');
    $this->actingAs(member(someStore(), Role::Owner))
        ->get("/s/{$store->slug}/write")
        ->assertNotFound();
});

it('has a policy on every route of a store, and refuses the stranger and the lesser role', function (): void {
    $store = someStore();
    $stranger = member(someStore(), Role::Owner);
    $needed = ['view' => null, 'write' => Role::Viewer, 'release' => Role::Writer, 'manage' => Role::Approver];
    $seen = 0;
    foreach (Route::getRoutes()->getRoutes() as $route) {
        if (! str_starts_with($route->uri(), 's/{store}')) {
            continue;
        }
        $abilities = array_map(
            static fn (string $m): string => Str::between($m, 'can:', ','),
            array_filter(
                $route->gatherMiddleware(),
                static fn (mixed $m): bool => is_string($m) && str_starts_with($m, 'can:'),
            ),
        );
        expect($abilities)->not->toBeEmpty($route->uri());
        expect($route->gatherMiddleware())->toContain('auth');
        $strictest = array_values(array_intersect(array_reverse(array_keys($needed)), $abilities))[0];
        $url =
            '/'.
            str_replace(
                ['{store}', '{format}', '{field}'],
                [$store->slug, 'csv', 'title'],
                preg_replace('/\{(?!store|format|field)[a-z?]+\}/', '1', $route->uri()) ?? '',
            );
        $method = $route->methods()[0];
        expect($this->actingAs($stranger)->call($method, $url)->status())->toBe(404, "$method $url for a stranger");
        if ($needed[$strictest] !== null) {
            expect($this->actingAs(member($store, $needed[$strictest]))->call($method, $url)->status())->toBe(
                403,
                "$method $url for the {$needed[$strictest]->value}",
            );
        }
        $seen++;
    }
    expect($seen)->toBeGreaterThan(30);
});

it(
    'answers a field that is given as a list with words, on every route of a store, and never breaks off',
    function (): void {
        $store = someStore();
        $this->withoutMiddleware(ThrottleRequests::class);
        $names = [];
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator(app_path())) as $file) {
            preg_match_all(
                "/(?:string|input|integer|query|boolean|get|float|filled)\\('([a-z_]+)'|'([a-z_]+)' => \\['(?:nullable|required)/",
                is_file((string) $file) ? (string) file_get_contents((string) $file) : '',
                $found,
            );
            array_push($names, ...$found[1], ...$found[2]);
        }
        $fields = array_fill_keys(array_diff(array_unique(array_filter($names)), ['_token', '_method']), ['1', ['2']]);
        expect(count($fields))->toBeGreaterThan(80);
        $broken = [];
        foreach (Route::getRoutes()->getRoutes() as $route) {
            if (! str_starts_with($route->uri(), 's/{store}') || str_ends_with($route->uri(), 'sign-out')) {
                continue;
            }
            $path = preg_replace('/\{(?!store|format|field)[a-z?]+\}/', '1', $route->uri()) ?? '';
            $url = '/'.str_replace(['{store}', '{format}', '{field}'], [$store->slug, 'csv', 'title'], $path);
            $answer = $this->actingAs(member($store, Role::Owner))->call($route->methods()[0], $url, $fields);
            if ($answer->baseResponse->getStatusCode() >= 500) {
                $broken[] = $route->methods()[0].' '.$route->uri().': '.$answer->exception?->getMessage();
            }
        }
        expect($broken)->toBe([]);
    },
);

it('leaves no route open that is not meant to be', function (): void {
    $open = [];
    foreach (Route::getRoutes()->getRoutes() as $route) {
        // A session, or a token where scripts come in.
        if (array_intersect(['auth', 'auth:sanctum', 'auth:web,sanctum'], $route->gatherMiddleware()) === []) {
            $open[] = $route->methods()[0].' '.$route->uri();
        }
    }
    expect($open)->toEqualCanonicalizing([
        'GET health',
        'GET {fallbackPlaceholder}',
        'GET sign-in',
        'POST sign-in',
        'GET invitations/{secret}',
        'POST invitations/{secret}',
        'POST csp-reports',
        'GET new-password',
        'POST new-password',
        'GET new-password/{token}',
        'POST new-password/{token}',
        // A list that is shared by its link alone, and the form of a mapping.
        'GET handed/{token}',
        'GET handed/{token}/{form}',
        'GET schema/shop-mapping.json',
        // Texts that a guest is asked to approve, by a link alone.
        'GET reports/{token}',
        'GET review/{token}',
        'POST review/{token}',
        'POST review/{token}/{draft}',
        // Sitemaps, which search engines fetch.
        'GET sitemaps/{token}/{file}',
    ]);
});

it('tells an address that leads nowhere within the store’s frame, in words for people', function (): void {
    $store = someStore();
    $this->get("/s/{$store->slug}/weigh/nothing")
        ->assertNotFound()
        ->assertDontSee($store->name)
        ->assertDontSee('route');
    $this->actingAs(member($store, Role::Viewer));
    $frame = 'aria-label="The eight steps"';
    $this->get("/s/{$store->slug}/weigh/nothing")
        ->assertNotFound()
        ->assertSee('This page does not exist')
        ->assertSee($frame, false);
    $this->get("/s/{$store->slug}/gather/pages/999999999")
        ->assertNotFound()
        ->assertSee('This page does not exist')
        ->assertDontSee('No query results')
        ->assertSee($frame, false);
    $this->get('/s/no-such-store')->assertNotFound()->assertDontSee('App\\Stores')->assertDontSee($frame, false);
    $this->getJson('/api/v1/nothing')->assertNotFound();
});

it('asks for the token of the form on every change', function (): void {
    $this->app['env'] = 'production'; // Laravel leaves the check out in unit tests.
    $response = $this->withMiddleware()->post('/sign-in', ['email' => 'a@b.example', 'password' => 'x']);
    expect($response->status())->toBe(419);
});

it('sends strict headers, and cookies that are Secure where the scheme is', function (): void {
    $plain = $this->get('http://127.0.0.1/sign-in');
    $csp = (string) $plain->headers->get('Content-Security-Policy');
    expect($csp)
        ->toContain("default-src 'self'")
        ->not->toContain('unsafe')
        ->and($plain->headers->get('X-Content-Type-Options'))
        ->toBe('nosniff');
    $cookie = static fn ($response) => current(
        array_filter($response->headers->getCookies(), static fn ($c): bool => $c->getName() === 'orchard_session'),
    );
    expect($cookie($plain)->isSecure())
        ->toBeFalse()
        ->and($cookie($plain)->isHttpOnly())
        ->toBeTrue()
        ->and($cookie($plain)->getSameSite())
        ->toBe('lax');
    expect($cookie($this->get('https://127.0.0.1/sign-in'))->isSecure())->toBeTrue();
});

it('lets an invitation in once', function (): void {
    $store = someStore();
    $email = Str::lower(Str::random(10)).'@new.example';
    $secret = app(Invitations::class)->invite($store, $email, Role::Writer, null);
    expect(DB::table('access_invitations')->where('store_id', $store->id)->value('secret_hash'))->not->toContain(
        $secret,
    );
    $this->get("/invitations/$secret")
        ->assertOk()
        ->assertSee($store->name);
    $this->post("/invitations/$secret", ['name' => 'Nia New', 'password' => 'short'])->assertSessionHasErrors(
        'password',
    );
    $this->post("/invitations/$secret", ['name' => 'Nia New', 'password' => 'long-enough-word'])->assertRedirect('/');
    $user = User::query()->where('email', $email)->firstOrFail();
    expect($user->roleIn($store))->toBe(Role::Writer);
    $this->post("/invitations/$secret", ['name' => 'Again', 'password' => 'long-enough-word'])->assertStatus(410);
});

it('does not open somebody’s account by a link alone', function (): void {
    $user = member(someStore(), Role::Viewer);
    $secret = app(Invitations::class)->invite(someStore(), $user->email, Role::Owner, null);
    $this->post("/invitations/$secret", ['password' => 'not theirs at all'])->assertSessionHasErrors('password');
    $this->assertGuest();
});

it('keeps one owner in every store', function (): void {
    $store = someStore();
    $owner = member($store, Role::Owner);
    $this->actingAs($owner)
        ->post("/s/{$store->slug}/people/{$owner->id}", ['role' => 'viewer'])
        ->assertSessionHasErrors('role');
    $second = member($store, Role::Owner);
    $this->actingAs($owner)
        ->post("/s/{$store->slug}/people/{$second->id}", ['role' => 'none'])
        ->assertSessionHasNoErrors();
    expect(Membership::query()->where('store_id', $store->id)->pluck('role', 'user_id')->all())->toBe([
        $owner->id => Role::Owner,
    ]);
});

it('invites from the command line', function (): void {
    $store = someStore();
    expect(orchard(['access:invite', "--store={$store->slug}", '--email=x@y.example', '--role=approver']))
        ->code->toBe(0)
        ->out->toContain('/invitations/');
    expect(orchard(['access:invite', "--store={$store->slug}", '--email=nonsense']))->code->toBe(2)->out->toBe('');
    expect(orchard(['access:invite', '--store=no-such-store', '--email=x@y.example']))
        ->code->toBe(2)
        ->err->toContain('no-such-store');
});

it('leaves what a form said to the page behind it, whatever fragments are asked for in between', function (): void {
    $store = someStore();
    $this->actingAs(member($store, Role::Owner));
    $said = fn (array $headers) => $this->withHeaders($headers)->get(route('people', $store))->assertOk();
    foreach ([['HX-Request' => 'true'], ['Sec-Fetch-Dest' => 'empty']] as $aside) {
        $this->flushHeaders()
            ->post(route('people.invite', $store), [
                'email' => 'newcomer@told.example',
                'role' => 'viewer',
                'how' => 'link',
            ])
            ->assertRedirect();
        $said($aside);
        $this->flushHeaders();
        $said(['Sec-Fetch-Dest' => 'document'])
            ->assertSee('newcomer@told.example')
            ->assertSee('role="status"', false);
        $said(['Sec-Fetch-Dest' => 'document'])->assertDontSee('role="status"', false);
    }
});

it(
    'tells within a page that a part of it could not be made, and leaves the rest of the page as it is',
    function (): void {
        $store = someStore();
        $this->actingAs(member($store, Role::Owner));
        $part = $this->withHeaders(['HX-Request' => 'true'])->get("/s/{$store->slug}/release/999999999/progress");
        $part
            ->assertNotFound()
            ->assertSee('role="alert"', false)
            ->assertDontSee('<html', false)
            ->assertDontSee('<nav', false);
        $this->flushHeaders()
            ->get("/s/{$store->slug}/release/999999999/progress")
            ->assertNotFound()
            ->assertSee('<html', false);
    },
);
