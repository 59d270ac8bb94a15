<?php

declare(strict_types=1);

use App\Access\Invitations;
use App\Access\Models\Membership;
use App\Access\Models\User;
use App\Access\Passwords\PasswordRules;
use App\Access\Role;
use App\Stores\AddStore;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Facades\Validator;
use Illuminate\Support\Str;
use Tests\Web\MailCatcher;

function houseOf(): Store
{
    return app(AddStore::class)->add('House', 'https://house.example', 'house-'.Str::lower(Str::random(10)));
}

/** The link that the last answer shows, as a path. */
function shownLink(): string
{
    return (string) preg_replace('~^https?://[^/]+~', '', (string) session('link')['url']);
}

it('lets nobody back in by a link that is older than their removal', function (): void {
    $store = houseOf();
    $owner = member($store, Role::Owner);
    $email = Str::lower(Str::random(10)).'@new.example';
    $secret = app(Invitations::class)->invite($store, $email, Role::Viewer, $owner);
    $this->post("/invitations/$secret", ['name' => 'Nia', 'password' => 'a-long-password'])->assertRedirect('/');
    $nia = User::query()->where('email', $email)->firstOrFail();
    $older = app(Invitations::class)->invite($store, $email, Role::Approver, $owner);
    $this->actingAs($owner)
        ->post("/s/{$store->slug}/people/{$nia->id}", ['role' => 'none'])
        ->assertSessionHasNoErrors();
    $this->app['auth']->guard('web')->logout();
    $this->get("/invitations/$older")->assertStatus(410);
    $this->post("/invitations/$older", ['password' => 'a-long-password'])->assertStatus(410);
    expect($nia->fresh()?->roleIn($store))->toBeNull();
});

it('lists open invitations, makes their links anew, and withdraws them', function (): void {
    $store = houseOf();
    $owner = member($store, Role::Owner);
    $this->actingAs($owner)->post("/s/{$store->slug}/people", ['email' => 'Late@new.example', 'role' => 'writer']);
    $first = shownLink();
    $this->get("/s/{$store->slug}/people")
        ->assertSee('late@new.example')
        ->assertSee('Withdraw');
    $id = (int) DB::table('access_invitations')->where('store_id', $store->id)->value('id');
    $this->post("/s/{$store->slug}/people/invitations/$id/again");
    $second = shownLink();
    expect($second)->not->toBe($first);
    $this->get($first)->assertStatus(410);
    $this->get($second)->assertOk()->assertSee('late@new.example');
    $stranger = member(houseOf(), Role::Owner);
    $this->actingAs($stranger)
        ->post("/s/{$stranger->stores()->value('slug')}/people/invitations/$id/withdraw")
        ->assertNotFound();
    $this->actingAs($owner)
        ->post("/s/{$store->slug}/people/invitations/$id/withdraw")
        ->assertSessionHas('done');
    $this->get($second)->assertStatus(410);
    $this->post("/s/{$store->slug}/people/invitations/$id/again")->assertNotFound();
});

it('has one open link for an address: a newer invitation ends the one before', function (): void {
    $store = houseOf();
    $owners = app(Invitations::class)->invite($store, 'one@new.example', Role::Owner, null);
    $viewers = app(Invitations::class)->invite($store, 'ONE@new.example', Role::Viewer, null);
    $this->get("/invitations/$owners")->assertStatus(410);
    $this->get("/invitations/$viewers")
        ->assertOk()
        ->assertSee('viewer');
});

it('keeps the last owner, whichever way is tried', function (): void {
    $store = houseOf();
    $owner = member($store, Role::Owner);
    $writer = member($store, Role::Writer);
    // A link for a lower role, made while its person was not yet the last owner.
    $secret = app(Invitations::class)->invite($store, 'own@new.example', Role::Viewer, $owner);
    $owner->update(['email' => 'own-'.Str::lower(Str::random(8)).'@new.example']);
    DB::table('access_invitations')
        ->where('store_id', $store->id)
        ->update(['email' => $owner->email]);
    $this->post("/invitations/$secret", ['password' => 'a-long-password'])
        ->assertRedirect('/')
        ->assertSessionHasNoErrors();
    expect($owner->fresh()?->roleIn($store))->toBe(Role::Owner);

    $this->actingAs($owner)
        ->post("/s/{$store->slug}/people", ['email' => $owner->email, 'role' => 'viewer'])
        ->assertSessionHasErrors('email');
    $this->post("/s/{$store->slug}/people/{$owner->id}", ['role' => 'none'])->assertSessionHasErrors('role');
    foreach (['viewer', 'none'] as $role) {
        expect(orchard(['access:role', "--store={$store->slug}", "--email={$owner->email}", "--role=$role"]))
            ->code->toBe(1)
            ->err->toContain('one owner at least');
    }
    expect(orchard(['access:role', "--store={$store->slug}", "--email={$writer->email}", '--role=owner']))->code->toBe(
        0,
    );
    expect(orchard(['access:role', "--store={$store->slug}", "--email={$owner->email}", '--role=none']))->code->toBe(0);
    expect(Membership::query()->where('store_id', $store->id)->pluck('role', 'user_id')->all())->toBe([
        $writer->id => Role::Owner,
    ]);
});

it('knows nobody who does not belong to the store', function (): void {
    $store = houseOf();
    $owner = member($store, Role::Owner);
    $elsewhere = member(houseOf(), Role::Writer);
    foreach (["/people/{$elsewhere->id}", "/people/{$elsewhere->id}/reset", '/people/99999999'] as $path) {
        $this->actingAs($owner)
            ->post("/s/{$store->slug}$path", ['role' => 'viewer'])
            ->assertNotFound()
            ->assertDontSee($elsewhere->name);
    }
    expect($elsewhere->stores()->count())->toBe(1);
});

it('counts wrong passwords for the account and for the address, and right ones not at all', function (): void {
    $people = [];
    for ($i = 0; $i < 12; $i++) {
        $people[] = member(houseOf(), Role::Viewer);
    }
    // Whether somebody is in afterwards: a refusal, too, is answered by leading back to the start.
    $isIn = function (string $email, string $password, string $address): bool {
        $this->call(
            'POST',
            '/sign-in',
            ['email' => $email, 'password' => $password],
            [],
            [],
            ['REMOTE_ADDR' => $address],
        );
        $guard = $this->app['auth']->guard('web');

        return tap($guard->check(), static fn () => $guard->logout());
    };
    // An office of many: forty right sign-ins from one address.
    for ($i = 0; $i < 40; $i++) {
        expect($isIn($people[$i % 12]->email, 'a-long-password', '192.0.2.1'))->toBeTrue();
    }
    // Guesses at one account from many addresses.
    for ($i = 0; $i < 5; $i++) {
        expect($isIn($people[0]->email, "guess $i", "198.51.100.$i"))->toBeFalse();
    }
    expect($isIn($people[0]->email, 'a-long-password', '198.51.100.77'))->toBeFalse();
    // The person's own address goes on working, and so does everybody else.
    expect($isIn($people[0]->email, 'a-long-password', '192.0.2.1'))->toBeTrue();
    // Guesses from one address at many accounts.
    for ($i = 0; $i < 30; $i++) {
        expect($isIn("nobody$i@x.example", 'guess', '203.0.113.9'))->toBeFalse();
    }
    expect($isIn($people[3]->email, 'a-long-password', '203.0.113.9'))->toBeFalse();
    expect($isIn($people[3]->email, 'a-long-password', '203.0.113.10'))->toBeTrue();
});

it('makes the next guess wait longer each time', function (): void {
    $user = member(houseOf(), Role::Viewer);
    $guess = function (string $password) use ($user): string {
        $this->post('/sign-in', ['email' => $user->email, 'password' => $password]);

        return (string) session('errors')?->first('email');
    };
    for ($i = 0; $i < 5; $i++) {
        expect($guess("guess $i"))->toContain('do not belong together');
    }
    $waits = [];
    for ($i = 0; $i < 4; $i++) {
        // The right password is not looked at either: else the wait would only slow down those who guess wrongly.
        preg_match('/in (\d+) second/', $guess('a-long-password'), $found);
        $waits[] = $wait = (int) ($found[1] ?? 0);
        $this->travel($wait + 1)->seconds();
        expect($guess("later $i"))->toContain('do not belong together');
    }
    expect($waits)->toBe([15, 30, 60, 120]);
    $this->travel(241)->seconds();
    expect($guess('a-long-password'))->toBe('');
    $this->assertAuthenticatedAs($user);
});

it('believes forwarded headers only from a trusted proxy', function (): void {
    $forwarded = [
        'HTTP_X_FORWARDED_FOR' => '198.51.100.5',
        'HTTP_X_FORWARDED_PROTO' => 'https',
        'REMOTE_ADDR' => '10.1.1.1',
    ];
    Route::get('/who-asks', static fn (Illuminate\Http\Request $r): array => [$r->ip(), $r->isSecure()]);
    Illuminate\Http\Middleware\TrustProxies::at(['10.2.0.0/16']);
    expect($this->call('GET', '/who-asks', [], [], [], $forwarded)->json())->toBe(['10.1.1.1', false]);
    Illuminate\Http\Middleware\TrustProxies::at(['10.1.0.0/16']);
    $answer = $this->call('GET', '/who-asks', [], [], [], $forwarded);
    expect($answer->json())
        ->toBe(['198.51.100.5', true])
        ->and($answer->headers->get('Strict-Transport-Security'))
        ->toStartWith('max-age=');
    Illuminate\Http\Middleware\TrustProxies::at([]);
    expect($this->get('http://127.0.0.1/who-asks')->headers->get('Strict-Transport-Security'))->toBeNull();
});

it('gives every throttle a name, so that none shares its counter', function (): void {
    $named = 0;
    foreach (Route::getRoutes()->getRoutes() as $route) {
        foreach ($route->gatherMiddleware() as $middleware) {
            if (is_string($middleware) && str_starts_with($middleware, 'throttle:')) {
                expect($middleware)->toMatch('/^throttle:[a-z-]+$/', $route->uri());
                $named++;
            }
        }
    }
    expect($named)->toBeGreaterThan(7);
    $store = houseOf();
    for ($i = 0; $i < 6; $i++) {
        // Six people of one office accept in one minute.
        $secret = app(Invitations::class)->invite(
            $store,
            Str::lower(Str::random(9))."$i@office.example",
            Role::Writer,
            null,
        );
        $this->get("/invitations/$secret")->assertOk();
        $this->post("/invitations/$secret", ['name' => "P $i", 'password' => 'a-long-password'])->assertRedirect('/');
        $this->app['auth']->guard('web')->logout();
    }
    expect(Membership::query()->where('store_id', $store->id)->count())->toBe(6);
});

it('takes long passwords that are not common, of whatever signs', function (string $password, bool $isTaken): void {
    expect(Validator::make(['p' => $password], ['p' => PasswordRules::for('nia@new.example')])->passes())->toBe(
        $isTaken,
    );
})->with([
    ['lamps in a row', true],
    ['ünïcödé wörds', true],
    ['aaaabbbbcccc', true],
    ['elevenchars', false],
    ['passwordpassword', false],
    ['PasswordPassword', false],
    ['123456789012', false],
    ['nia@new.example', false],
    ['aaaaaaaaaaaaaa', false],
]);

it('changes a password by its owner, ends the other sessions and says so', function (): void {
    config(['session.driver' => 'database']);
    $user = member(houseOf(), Role::Viewer);
    DB::table('sessions')->insert([
        [
            'id' => ($other = Str::random(40)),
            'user_id' => $user->id,
            'ip_address' => '192.0.2.8',
            'user_agent' => 'Mozilla/5.0 (X11; Linux x86_64) Firefox/140.0',
            'payload' => '',
            'last_activity' => time(),
        ],
        [
            'id' => ($foreign = Str::random(40)),
            'user_id' => $user->id + 100_000,
            'ip_address' => '192.0.2.9',
            'user_agent' => '',
            'payload' => '',
            'last_activity' => time(),
        ],
    ]);
    $this->actingAs($user)
        ->get('/account')
        ->assertOk()
        ->assertSee('Firefox on Linux')
        ->assertSee('192.0.2.8')
        ->assertDontSee($other)
        ->assertDontSee('192.0.2.9');
    $this->post('/account/password', ['current' => 'wrong', 'password' => 'quite another one'])->assertSessionHasErrors(
        'current',
    );
    $this->post('/account/password', [
        'current' => 'a-long-password',
        'password' => 'a-long-password',
    ])->assertSessionHasErrors('password');
    $this->post('/account/password', ['current' => 'a-long-password', 'password' => 'short'])->assertSessionHasErrors(
        'password',
    );
    expect(DB::table('sessions')->where('id', $other)->exists())->toBeTrue();
    $this->post('/account/password', [
        'current' => 'a-long-password',
        'password' => 'quite another one',
    ])->assertSessionHas('done');
    expect(Hash::check('quite another one', (string) $user->fresh()?->password))->toBeTrue();
    expect(DB::table('sessions')->where('id', $other)->exists())
        ->toBeFalse()
        ->and(DB::table('sessions')->where('id', $foreign)->exists())
        ->toBeTrue();
});

it('ends a session of one’s own, and nobody else’s', function (): void {
    $user = member(houseOf(), Role::Viewer);
    $id = Str::random(40);
    DB::table('sessions')->insert([
        'id' => $id,
        'user_id' => $user->id,
        'ip_address' => '192.0.2.8',
        'user_agent' => '',
        'payload' => '',
        'last_activity' => time(),
    ]);
    $key = substr(hash('sha256', 'session '.$id), 0, 24);
    $this->actingAs(member(houseOf(), Role::Owner))->post('/account/session', ['key' => $key]);
    expect(DB::table('sessions')->where('id', $id)->exists())->toBeTrue();
    $this->actingAs($user)
        ->post('/account/session', ['key' => $key])
        ->assertSessionHas('done', 'That session is ended.');
    expect(DB::table('sessions')->where('id', $id)->exists())->toBeFalse();
});

it('resets a password by a mailed link, once, and tells nobody who has an account', function (): void {
    $catcher = new MailCatcher();
    config([
        'mail.mailers.smtp.host' => '127.0.0.1',
        'mail.mailers.smtp.port' => $catcher->port,
        'queue.default' => 'sync',
        'app.url' => 'https://orchard.example',
    ]);
    $user = member(houseOf(), Role::Viewer);
    DB::table('sessions')->insert([
        'id' => ($session = Str::random(40)),
        'user_id' => $user->id,
        'ip_address' => '',
        'user_agent' => '',
        'payload' => '',
        'last_activity' => time(),
    ]);
    $this->call('POST', '/new-password', ['email' => $user->email], [], [], ['HTTP_HOST' => 'evil.example']);
    $told = session('done');
    $this->post('/new-password', ['email' => 'nobody-'.Str::random(8).'@x.example']);
    expect($told)->not->toBeNull()->toBe(session('done'));
    $mails = $catcher->mails();
    expect($mails)
        ->toHaveCount(1)
        ->and($mails[0]['to'])
        ->toBe([$user->email]);
    preg_match('~https?://\S+~', $mails[0]['text'], $link);
    // The link leads to where the settings say, whatever host the request named for itself.
    expect($link[0] ?? '')
        ->toStartWith('https://orchard.example/new-password/')
        ->not->toContain('evil');
    $path = substr($link[0] ?? '', strlen('https://orchard.example'));
    $this->get($path)->assertOk()->assertSee($user->email);
    $this->post($path, ['email' => $user->email, 'password' => 'too short'])->assertSessionHasErrors('password');
    $this->post($path, ['email' => 'other@x.example', 'password' => 'a new long password'])->assertSessionHasErrors(
        'password',
    );
    $this->post($path, ['email' => $user->email, 'password' => 'a new long password'])->assertRedirect('/sign-in');
    expect(Hash::check('a new long password', (string) $user->fresh()?->password))
        ->toBeTrue()
        ->and(DB::table('sessions')->where('id', $session)->exists())
        ->toBeFalse();
    $this->post($path, ['email' => $user->email, 'password' => 'once more, long'])->assertSessionHasErrors('password');
});

it('mails an invitation where there is a mail server', function (): void {
    $catcher = new MailCatcher();
    config([
        'mail.mailers.smtp.host' => '127.0.0.1',
        'mail.mailers.smtp.port' => $catcher->port,
        'queue.default' => 'sync',
    ]);
    $store = houseOf();
    $store->update(['name' => 'Gärten & Töpfe']);
    $this->actingAs(member($store, Role::Owner))
        ->post("/s/{$store->slug}/people", ['email' => 'new@x.example', 'role' => 'writer'])
        ->assertSessionHasNoErrors();
    expect($catcher->mails()[0])->subject->toContain('Gärten & Töpfe')->text->toContain('/invitations/');
});

it('has an owner make the link where no mail is sent, but not into other people’s stores', function (): void {
    $store = houseOf();
    $owner = member($store, Role::Owner);
    $writer = member($store, Role::Writer);
    $this->get('/new-password')->assertSee('sends no mail');
    $this->actingAs($owner)->post("/s/{$store->slug}/people/{$writer->id}/reset");
    $this->app['auth']->guard('web')->logout();
    $this->post(shownLink(), [
        'email' => $writer->email,
        'password' => 'chosen by the writer',
    ])->assertRedirect('/sign-in');
    expect(Hash::check('chosen by the writer', (string) $writer->fresh()?->password))->toBeTrue();

    Membership::query()->create(['user_id' => $writer->id, 'store_id' => houseOf()->id, 'role' => Role::Viewer]);
    $this->actingAs($owner)
        ->post("/s/{$store->slug}/people/{$writer->id}/reset")
        ->assertForbidden();
    $this->get("/s/{$store->slug}/people")->assertSee('belongs to other stores, too');
    $byCommand = orchard(['access:reset', "--email={$writer->email}"]);
    expect($byCommand)->code->toBe(0)->out->toContain('/new-password/');
    expect(orchard(['access:reset', '--email=nobody@x.example']))->code->toBe(2);
});

it('writes little of what strangers report, and counts the rest', function (): void {
    $log = storage_path('logs/application-'.now()->toDateString().'.log');
    $size = static function () use ($log): int {
        clearstatcache();

        return is_file($log) ? (int) filesize($log) : 0;
    };
    cache()->flush();
    $before = $size();
    for ($i = 0; $i < 60; $i++) {
        $report = [
            'csp-report' => [
                'effective-directive' => 'img-src',
                'blocked-uri' => "https://x.example/$i".str_repeat('y', 1500),
                'document-uri' => 'http://127.0.0.1/s/a?secret=1',
                'script-sample' => "\nforged line",
            ],
        ];
        $this->call(
            'POST',
            '/csp-reports',
            [],
            [],
            [],
            ['CONTENT_TYPE' => 'application/csp-report', 'REMOTE_ADDR' => "198.51.100.$i"],
            (string) json_encode($report),
        );
    }
    expect($size() - $before)
        ->toBeGreaterThan(100)
        ->toBeLessThan(41 * 450);
    $written = substr((string) file_get_contents($log), $before);
    expect($written)->not->toContain('secret=1')->not->toContain('forged line');
    $again = $size();
    foreach (['not json', '{"csp-report": 7}', str_repeat('x', 20_000)] as $odd) {
        expect(
            $this->call(
                'POST',
                '/csp-reports',
                [],
                [],
                [],
                ['CONTENT_TYPE' => 'application/csp-report', 'REMOTE_ADDR' => '198.51.100.200'],
                $odd,
            )->status(),
        )->toBeIn([204, 413]);
    }
    expect($size() - $again)->toBeLessThan(400);
});
