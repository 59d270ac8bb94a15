<?php

declare(strict_types=1);

use App\Access\Role;
use App\Watch\Changed\Marks;
use App\Watch\Changed\NewMark;
use App\Watch\Reports\Readers;
use App\Watch\Reports\Report;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Tests\Shops\WatchedStore;
use Tests\Web\MailCatcher;

/** @return array{WatchedStore, int} */
function reported(): array
{
    static $made = null;
    if ($made === null) {
        $watched = WatchedStore::of(160, array_fill_keys(range(1, 45), 1.5), 9);
        $watched->store->update(['name' => 'Käte & Søn']);
        $change = Marks::add(
            $watched->store,
            new NewMark('<b>Bold</b> titles', $watched->day(9), pathsOf(range(1, 45))),
            null,
        );
        judgeAll($watched->store);
        $made = [$watched, $change['change']];
    }

    return $made;
}

it('writes a report that needs no other file, and names what was earned', function (): void {
    [$watched] = reported();
    $file = (string) tempnam(sys_get_temp_dir(), 'report');
    $told = orchard([
        'watch:report',
        "--store={$watched->store->slug}",
        "--out=$file",
        "--from={$watched->day(10)}",
        '--to='.$watched->store->today(),
    ]);
    $html = (string) file_get_contents($file);
    unlink($file);
    expect($told['code'])
        ->toBe(0)
        ->and($html)
        ->toContain('Käte &amp; Søn')
        ->toContain('&lt;b&gt;Bold&lt;/b&gt; titles')
        ->toContain('more clicks in 28 days')
        ->toContain('@page')
        ->not->toMatch('~<(link|script|img|iframe)\b|https?://(?!watched)~');
    $json = json_decode(
        orchard(['watch:report', "--store={$watched->store->slug}", "--from={$watched->day(10)}", '--json'])['out'],
        true,
    );
    expect($json['sum']['changes'])->toBe(1)->and($json['changes'][0]['verdict'])->toBe('earned');
    // A time without any change says so instead of a sum.
    expect(Report::of($watched->store, '2026-01-01', '2026-01-31')->sum->changes)
        ->toBe(0)
        ->and(fn () => Report::of($watched->store, '2026-02-30'))
        ->toThrow(InvalidArgumentException::class)
        ->and(fn () => Report::of($watched->store, '2026-03-01', '2026-02-01'))
        ->toThrow(InvalidArgumentException::class)
        ->and(orchard(['watch:report', "--store={$watched->store->slug}", '--out=/nowhere/at/all.html']))
        ->code->toBe(2);
});

it('is read by whoever has its link, until it ends', function (): void {
    [$watched] = reported();
    $at = "/s/{$watched->store->slug}/watch/report";
    $this->actingAs(member($watched->store, Role::Approver));
    $this->post("$at/link", ['from' => $watched->day(10), 'to' => $watched->store->today()])->assertSessionHas('link');
    $link = (string) parse_url((string) session('link'), PHP_URL_PATH);
    $this->get("$at?from=nonsense")
        ->assertOk()
        ->assertSee('Days are written as');
    auth()->logout();
    $this->flushSession();
    $this->get($link)->assertOk()->assertSee('Bold')->assertDontSee('Sign out');
    $this->get('/reports/'.str_repeat('a', 40))->assertNotFound();
    DB::table('watch_links')
        ->where('store_id', $watched->store->id)
        ->update(['expires_at' => now()->subMinute()]);
    $this->get($link)->assertNotFound();
    DB::table('watch_links')
        ->where('store_id', $watched->store->id)
        ->update(['expires_at' => now()->addDay()]);
    $this->get($link)->assertOk();
    $this->actingAs(member($watched->store, Role::Approver))
        ->post("$at/link/end")
        ->assertSessionHas('done');
    $this->get($link)->assertNotFound();
});

it('goes to its readers by e-mail, each month once', function (): void {
    [$watched] = reported();
    $catcher = new MailCatcher();
    config([
        'mail.mailers.smtp.host' => '127.0.0.1',
        'mail.mailers.smtp.port' => $catcher->port,
        'queue.default' => 'sync',
    ]);
    $at = "/s/{$watched->store->slug}/watch/report/readers";
    $this->actingAs(member($watched->store, Role::Owner));
    $this->post($at, ['email' => 'no address'])->assertSessionHasErrors('email');
    $boss = 'boss-'.Str::lower(Str::random(8)).'@client.example';
    $this->post($at, ['email' => Str::ucfirst($boss)])->assertSessionHasNoErrors();
    $this->post($at, ['email' => $boss])->assertSessionHasNoErrors();
    $sent = static fn (): array => array_values(
        array_filter($catcher->mails(), static fn (array $mail): bool => $mail['to'] === [$boss]),
    );
    $this->travelTo(now()->startOfMonth()->addDays(3)->setTime(12, 0));
    Readers::tick();
    expect($sent())->toBe([]);
    $this->travelTo(now()->startOfMonth()->addDays(5)->setTime(12, 0));
    Readers::tick();
    Readers::tick();
    $mails = $sent();
    expect($mails)
        ->toHaveCount(1)
        ->and($mails[0]['subject'])
        ->toContain('Käte & Søn')
        ->and($mails[0]['text'])
        ->toContain('what was done, what it earned');
    $this->travelTo(now()->addMonth());
    Readers::tick();
    expect($sent())->toHaveCount(2);
    $this->post("$at/".Readers::all($watched->store)[0]->id.'/drop')->assertSessionHas('done');
    $this->travelTo(now()->addMonth());
    Readers::tick();
    expect($sent())->toHaveCount(2);
});
