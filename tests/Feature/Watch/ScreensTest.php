<?php

declare(strict_types=1);

use App\Access\Models\User;
use App\Access\Role;
use App\Stores\AddStore;
use App\Watch\Changed\Marks;
use App\Watch\Changed\NewMark;
use App\Watch\Lists\ChangedPage;
use App\Watch\Lists\ChangePages;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Tests\Shops\WatchedStore;
use Tests\Web\ApiClient;

beforeEach(function (): void {
    /** @var ?array{WatchedStore, int, int} $made */
    static $made = null;
    if ($made === null) {
        $watched = WatchedStore::of(200, array_fill_keys(range(1, 50), 1.5), 9);
        $earned = Marks::add(
            $watched->store,
            new NewMark('A new theme', $watched->day(9), pathsOf(range(1, 50))),
            null,
        )['change'];
        $open = Marks::add($watched->store, new NewMark('Too new', $watched->day(1), pathsOf(range(60, 99))), null)[
            'change'
        ];
        judgeAll($watched->store);
        $made = [$watched, $earned, $open];
    }
    [$this->watched, $this->earned, $this->open] = $made;
    $this->store = $this->watched->store;
    $this->at = "/s/{$this->store->slug}/watch";
});

it('tells what each change earned, and what cannot be told yet', function (): void {
    $this->actingAs(member($this->store, Role::Viewer));
    $this->get($this->at)
        ->assertOk()
        ->assertSee('A new theme')
        ->assertSeeTextInOrder(['earned', 'more clicks in 28 days'])
        ->assertSee('cannot be told yet; needs about')
        ->assertDontSee('Judge again');
    $this->get("$this->at/changes/$this->earned")
        ->assertOk()
        ->assertSee('that would not have come')
        ->assertSee('How it was measured')
        ->assertDontSee('Keep it');
    $this->get("$this->at/changes/$this->open")
        ->assertOk()
        ->assertSee('It can be told from');
    $this->get("$this->at/changes/$this->earned/pages")
        ->assertOk()
        ->assertSee('/p/14');
    $this->get("$this->at/changes/$this->earned/pages?show=left&after=rubbish&group=abc")->assertOk();
    $this->get("$this->at?after=9999-99-99%20x")->assertOk();
    $this->get("$this->at/changes/999999999")->assertNotFound();
    $this->get("$this->at/changes/$this->earned/pages.doc")->assertNotFound();
    $csv = $this->get("$this->at/changes/$this->earned/pages.csv")
        ->assertOk()
        ->streamedContent();
    $lines = explode("\r\n", trim($csv));
    expect($lines)
        ->toHaveCount(51)
        ->and($lines[0])
        ->toBe("\u{FEFF}".implode(',', ChangePages::COLUMNS));
});

it('pages through its pages and misses none', function (): void {
    $big = Marks::add($this->store, new NewMark('All', $this->watched->day(12), pathsOf(range(51, 170))), null)[
        'change'
    ];
    judgeAll($this->store);
    $seen = [];
    $after = null;
    do {
        ['rows' => $rows, 'next' => $after] = ChangePages::page($big, null, false, $after);
        array_push($seen, ...array_map(static fn (ChangedPage $row): int => $row->pageId, $rows));
    } while ($after !== null);
    expect($seen)->toHaveCount(120)->and(array_unique($seen))->toHaveCount(120);
    Marks::drop($this->store, $big);
    expect(DB::table('watch_pages')->where('change_id', $big)->exists())->toBeFalse();
});

it('takes a decision down, and back, and brings a group to the desk', function (): void {
    $this->actingAs(member($this->store, Role::Writer));
    $at = "$this->at/changes/$this->earned";
    $this->post("$at/decide", ['as' => 'keep'])->assertSessionHas('done', 'Noted: kept.');
    $this->get($this->at)->assertSee('kept');
    $this->post("$at/decide", ['as' => 'open'])->assertSessionHasNoErrors();
    expect(DB::table('watch_changes')->where('id', $this->earned)->value('decided'))->toBe(0);
    $this->post("$at/decide", ['as' => 'something'])->assertSessionHasErrors('as');
    $to = $this->post("$at/desk", ['group' => 2])
        ->assertRedirect()
        ->headers->get('Location');
    expect($to)->toContain('/write?selection=');
    $selection = (int) Str::after((string) $to, 'selection=');
    expect(DB::table('selected_pages')->where('selection_id', $selection)->count())->toBe(50);
    $this->post("$at/desk", ['group' => 77])->assertNotFound();
});

it('marks a change from lines and from a file, and tells of addresses that are no page', function (): void {
    $this->actingAs(member($this->store, Role::Writer));
    $this->get("$this->at/mark")
        ->assertOk()
        ->assertSee('address on each line');
    $file = UploadedFile::fake()->createWithContent(
        'pages.csv',
        "name,URL\nOne,/p/101\nTwo,https://watched.example/p/102\n",
    );
    $this->post("$this->at/mark", [
        'name' => 'From a file',
        'day' => $this->watched->day(3),
        'pages' => "/p/103\n\n/none",
        'file' => $file,
    ])
        ->assertSessionHasNoErrors()
        ->assertSessionHas('done', '3 pages are marked. 1 address is no page of this store, such as /none.');
    $change = (int) DB::table('watch_changes')->where('store_id', $this->store->id)->max('id');
    // Twice is once.
    $this->post("$this->at/mark", [
        'name' => 'From a file',
        'day' => $this->watched->day(3),
        'pages' => '/p/1',
    ])->assertSessionHasErrors(['pages' => '“From a file” of this day is marked already.']);
    $this->post("$this->at/mark", ['name' => '', 'day' => 'soon'])->assertSessionHasErrors(['name', 'day']);
    $this->post("$this->at/changes/$change/drop")->assertRedirect($this->at);
    $this->post("$this->at/changes/$change/drop")->assertNotFound();
    expect(DB::table('watch_changes')->where('id', $change)->exists())->toBeFalse();
    $list = (string) tempnam(sys_get_temp_dir(), 'list');
    file_put_contents($list, "/p/110\n/p/111\n");
    $told = orchard([
        'watch:mark',
        "--store={$this->store->slug}",
        '--name=By a script',
        "--date={$this->watched->day(3)}",
        "--pages=$list",
        '--json',
    ]);
    expect($told['code'])
        ->toBe(0)
        ->and(json_decode($told['out'], true)['pages'])
        ->toBe(2)
        ->and(orchard(['watch:mark', "--store={$this->store->slug}", '--name=X', '--date=2026-99-99', "--pages=$list"]))
        ->code->toBe(2);
    Marks::drop($this->store, json_decode($told['out'], true)['change']);
});

it('shows nothing to strangers, and lets a viewer change nothing', function (): void {
    $stranger = User::query()->create([
        'name' => 'S',
        'email' => Str::random(8).'@strangers.example',
        'password' => 'a-long-password',
    ]);
    $reads = ['', '/report', '/report.html', "/changes/$this->earned", "/changes/$this->earned/pages", '/export.csv'];
    $writes = [
        '/judge', '/mark', "/changes/$this->earned/decide", "/changes/$this->earned/desk",
        "/changes/$this->earned/drop", '/report/link', '/report/link/end', '/report/readers', '/report/readers/1/drop',
    ];
    foreach ($reads as $path) {
        $this->get($this->at.$path)->assertRedirect('/sign-in');
    }
    $this->actingAs($stranger);
    foreach ($reads as $path) {
        expect($this->get($this->at.$path)->status())->toBeIn([403, 404]);
    }
    foreach ($writes as $path) {
        expect($this->post($this->at.$path)->status())->toBeIn([403, 404]);
    }
    $this->actingAs(member($this->store, Role::Viewer));
    foreach ($writes as $path) {
        $this->post($this->at.$path)->assertForbidden();
    }
    $this->get("$this->at/mark")->assertForbidden();
    // A change of another store is not there.
    $other = app(AddStore::class)->add('Other', 'https://other.example', 'other-'.Str::lower(Str::random(8)));
    $this->actingAs(member($other, Role::Owner));
    $this->get("/s/{$other->slug}/watch/changes/$this->earned")->assertNotFound();
    $this->post("/s/{$other->slug}/watch/changes/$this->earned/decide", ['as' => 'keep'])->assertNotFound();
    $this->post("/s/{$other->slug}/watch/changes/$this->earned/drop")->assertNotFound();
});

it('answers scripts with the same figures', function (): void {
    $token = member($this->store, Role::Viewer)->createToken('test', ['read'])->plainTextToken;
    $client = new ApiClient($this, $token);
    $in = ['store' => $this->store->slug];
    $named = array_column($client->call('listResults', $in)['data'], null, 'change');
    expect($named[$this->earned]['verdict'])
        ->toBe('earned')
        ->and($named[$this->open]['clicks'])
        ->toBeNull()
        ->and($named[$this->earned]['clicks_low'])
        ->toBeGreaterThan(0);
    $one = $client->call('getResult', $in + ['change' => $this->earned])['data'];
    expect($one['groups'][0]['pages'])
        ->toBe(50)
        ->and($one['clicks'])
        ->toEqualWithDelta($one['groups'][0]['clicks'], 0.01);
    $client->call('getResult', $in + ['change' => 99999999], null, 404);
});
