<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\DraftState;
use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\UndoWish;
use App\Write\Desk\RowRebuild;
use Illuminate\Support\Facades\DB;

beforeEach(function (): void {
    $this->store = crawledStore();
});

it('makes texts live, sees them on the page, and takes them back to the byte', function (): void {
    $paths = readyDrafts($this->store, 9);
    $before = array_map(shopPage(...), $paths);
    $begun = app(Releases::class)->send($this->store, new ReleaseWish(), null);
    expect(app(WorkDesk::class)->workToEnd(sure($begun['work'])))->toBe('done');
    lookAtAll($begun['release']);
    expect(
        DB::table('release_items')
            ->where('release_id', $begun['release'])
            ->where('state', 'live')
            ->where('seen', 'seen')
            ->count(),
    )
        ->toBe(9)
        ->and(DB::table('drafts')->where('store_id', $this->store->id)->count())
        ->toBe(0)
        ->and(shopPage(reset($paths)))
        ->toContain('<title>Better title number 0')
        ->and(office('GET', '/changes')['items'])
        ->toHaveCount(9);
    $text = DB::table('resource_texts')
        ->join('resources', 'resources.id', '=', 'resource_id')
        ->where('external_id', array_key_first($paths))
        ->where('resources.store_id', $this->store->id)
        ->where('field', 1)
        ->first();
    expect($text)->origin->toBe('hand')->shown->toEndWith(' – Tindrel')->stored->toStartWith('Better title');

    $undo = app(Releases::class)->undo($this->store, new UndoWish($begun['release']), null);
    expect(app(WorkDesk::class)->workToEnd(sure($undo['work'])))->toBe('done');
    lookAtAll($undo['release']);
    expect(array_map(shopPage(...), $paths))
        ->toBe($before)
        ->and(DB::table('release_items')->where('release_id', $undo['release'])->where('seen', 'seen')->count())
        ->toBe(9);
    expect(fn () => app(Releases::class)->undo($this->store, new UndoWish($begun['release']), null))->toThrow(
        InvalidArgumentException::class,
    );
});

it(
    'applies every change exactly once at a shop that limits, fails, and loses answers, with its process killed twice',
    function (): void {
        $paths = readyDrafts($this->store, 36);
        $before = array_map(shopPage(...), $paths);
        office('PUT', '/switches', ['fail_every' => 5, 'lose_every' => 4, 'rate' => 60, 'burst' => 10]);
        $begun = app(Releases::class)->send($this->store, new ReleaseWish(), null);
        $code =
            'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); $app->make(App\Platform\Work\WorkDesk::class)->slice('.
            $begun['work'].
            ');';
        for ($kill = 0; $kill < 2; $kill++) {
            DB::table('work')
                ->where('id', $begun['work'])
                ->update(['wake_at' => now()->subSecond()]);
            $process = proc_open(
                [PHP_BINARY, '-r', $code],
                [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']],
                $pipes,
                base_path(),
            );
            usleep(900_000);
            proc_terminate(sure($process), 9);
            proc_close(sure($process));
            DB::table('work')
                ->where('id', $begun['work'])
                ->update(['expires_at' => now()->subSecond()]);
        }
        expect(app(WorkDesk::class)->workToEnd(sure($begun['work'])))->toBe('done');
        office('PUT', '/switches', ['fail_every' => 0, 'lose_every' => 0, 'rate' => 1000, 'burst' => 1000]);
        $log = office('GET', '/changes')['items'];
        expect($log)
            ->toHaveCount(36)
            ->and(array_unique(array_column($log, 'resource')))
            ->toHaveCount(36)
            ->and(DB::table('release_items')->where('release_id', $begun['release'])->where('state', 'live')->count())
            ->toBe(36);
        // The desk's list knows of each, also of those that a killed process sent and told nobody of.
        $rows = fn (): array => DB::table('write_rows')
            ->where('store_id', $this->store->id)
            ->orderBy('resource_id')
            ->get()
            ->all();
        $told = $rows();
        app(RowRebuild::class)->all($this->store, static fn () => null);
        expect($told)->toEqual($rows());
        lookAtAll($begun['release']);
        expect(
            DB::table('release_items')->where('release_id', $begun['release'])->where('seen', 'seen')->count(),
        )->toBe(36);
        $undo = app(Releases::class)->undo($this->store, new UndoWish($begun['release']), null);
        app(WorkDesk::class)->workToEnd(sure($undo['work']));
        expect(array_map(shopPage(...), $paths))->toBe($before);
    },
);

it('calls it a clash when the shop’s text has changed, shows both, and lets people decide', function (): void {
    $ids = array_keys(readyDrafts($this->store, 3));
    foreach (array_slice($ids, 0, 2) as $id) {
        changeInShop($id, ['title' => 'Somebody else was here']);
    }
    $begun = app(Releases::class)->send($this->store, new ReleaseWish(), null);
    app(WorkDesk::class)->workToEnd(sure($begun['work']));
    expect(
        DB::table('release_items')->where('release_id', $begun['release'])->pluck('state')->countBy()->all(),
    )->toEqualCanonicalizing(['clash' => 2, 'live' => 1]);
    $clashes = DB::table('drafts')->where('store_id', $this->store->id)->where('state', 'clash')->orderBy('id')->get();
    expect($clashes)
        ->toHaveCount(2)
        // The description of the first page did not clash by itself: it is ready to go again.
        ->and(DB::table('drafts')->where('store_id', $this->store->id)->where('state', 'ready')->count())
        ->toBe(1);
    $approver = member($this->store, Role::Approver);
    $this->actingAs($approver)
        ->get("/s/{$this->store->slug}/release")
        ->assertOk()
        ->assertSee('Somebody else was here')
        ->assertSee('Better title number 0');
    $this->post("/s/{$this->store->slug}/release/clashes/{$clashes[0]?->id}", ['keep' => 'ours'])->assertSessionHas(
        'done',
    );
    $this->post("/s/{$this->store->slug}/release/clashes/{$clashes[1]?->id}", ['keep' => 'theirs'])->assertSessionHas(
        'done',
    );
    $this->post("/s/{$this->store->slug}/release/clashes/{$clashes[1]?->id}", ['keep' => 'theirs'])->assertSessionHas(
        'done',
        'This clash has already been decided.',
    );
    $again = app(Releases::class)->send($this->store, new ReleaseWish(), null);
    expect(app(WorkDesk::class)->workToEnd(sure($again['work'])))
        ->toBe('done')
        ->and(office('GET', "/resources/{$ids[0]}")['title'])
        ->toStartWith('Better title number 0')
        ->and(office('GET', "/resources/{$ids[1]}")['title'])
        ->toBe('Somebody else was here');
});

it('is not disturbed by a change of another field in the shop', function (): void {
    $id = array_keys(readyDrafts($this->store, 1))[0];
    changeInShop($id, ['h1' => 'Another heading']);
    $begun = app(Releases::class)->send($this->store, new ReleaseWish(), null);
    app(WorkDesk::class)->workToEnd(sure($begun['work']));
    expect(office('GET', "/resources/$id"))->title->toStartWith('Better title')->h1->toBe('Another heading');
});

it('ends as refused, with the reason, what the shop will not take', function (): void {
    $ids = array_keys(readyDrafts($this->store, 2));
    DB::table('release_items')->where('store_id', $this->store->id)->delete();
    $begun = app(Releases::class)->send($this->store, new ReleaseWish(), null);
    DB::table('release_items')
        ->where('release_id', $begun['release'])
        ->where('external_id', $ids[0])
        ->update(['external_id' => 'pro-999999']);
    app(WorkDesk::class)->workToEnd(sure($begun['work']));
    $refused = DB::table('release_items')->where('release_id', $begun['release'])->where('state', 'refused')->first();
    expect($refused?->reason)
        ->toContain('404')
        ->and(
            DB::table('drafts')
                ->where('store_id', $this->store->id)
                ->where('state', DraftState::Refused->value)
                ->exists(),
        )
        ->toBeTrue();
});

it('takes back single pages, and tells when what it would take back is no longer there', function (): void {
    $ids = array_keys(readyDrafts($this->store, 3));
    $begun = app(Releases::class)->send($this->store, new ReleaseWish(), null);
    app(WorkDesk::class)->workToEnd(sure($begun['work']));
    $items = DB::table('release_items')->where('release_id', $begun['release'])->orderBy('id')->get();
    changeInShop($ids[1], ['title' => 'Changed after the release']);
    $undo = app(Releases::class)->undo(
        $this->store,
        new UndoWish($begun['release'], [(int) $items[0]?->id, (int) $items[1]?->id]),
        null,
    );
    app(WorkDesk::class)->workToEnd(sure($undo['work']));
    expect(DB::table('release_items')->where('release_id', $undo['release'])->orderBy('id')->pluck('state')->all())
        ->toBe(['live', 'clash'])
        ->and(office('GET', "/resources/{$ids[1]}")['title'])
        ->toBe('Changed after the release')
        ->and(office('GET', "/resources/{$ids[2]}")['title'])
        ->toStartWith('Better title number 2')
        // The one that clashed can be taken back another time.
        ->and(DB::table('release_items')->where('id', $items[1]?->id)->value('undone_by'))
        ->toBeNull();
});

it('looks again at a page that does not show it yet, and does not call that a failure', function (): void {
    readyDrafts($this->store, 1);
    $begun = app(Releases::class)->send($this->store, new ReleaseWish(), null);
    app(WorkDesk::class)->workToEnd(sure($begun['work']));
    DB::table('resources')
        ->where('store_id', $this->store->id)
        ->where('external_id', DB::table('release_items')->where('release_id', $begun['release'])->value('external_id'))
        ->update(['url' => getenv('SHOP_URL').'/range']);
    lookAtAll($begun['release']);
    expect(DB::table('release_items')->where('release_id', $begun['release'])->first())
        ->seen->toBe('not yet')
        ->state->toBe('live')
        ->look_at->not->toBeNull();
    $this->actingAs(member($this->store, Role::Viewer))
        ->get("/s/{$this->store->slug}/release/{$begun['release']}")
        ->assertOk()
        ->assertSee('not yet')
        ->assertSee('All ranges – Tindrel');
});

it(
    'lets approvers send and nobody below, and keeps a text that is on its way from being written over',
    function (): void {
        readyDrafts($this->store, 2);
        $this->actingAs(member($this->store, Role::Writer))
            ->post("/s/{$this->store->slug}/release", ['scope' => 'all'])
            ->assertForbidden();
        $approver = member($this->store, Role::Approver);
        $this->actingAs($approver)
            ->post("/s/{$this->store->slug}/release", ['scope' => 'ticked', 'drafts' => []])
            ->assertSessionHasErrors('drafts');
        $this->post("/s/{$this->store->slug}/release", [
            'scope' => 'all',
            'name' => 'From the screen',
        ])->assertRedirect();
        $draft = DB::table('drafts')->where('store_id', $this->store->id)->where('field', 1)->first();
        $this->postJson("/s/{$this->store->slug}/write/texts/{$draft?->resource_id}/title", [
            'text' => 'Too late',
            'revision' => $draft?->revision,
        ])
            ->assertStatus(409)
            ->assertJsonPath('author', null);
        $this->get(
            "/s/{$this->store->slug}/release/".
                DB::table('release_batches')->where('store_id', $this->store->id)->max('id').
                '/progress',
        )
            ->assertOk()
            ->assertDontSee('<html', false);
    },
);

it('sends and undoes from the command line', function (): void {
    readyDrafts($this->store, 3);
    $sent = orchard(['release:send', "--store={$this->store->slug}", '--wait', '--json', '--name=By command']);
    $data = json_decode($sent['out'], true);
    expect($sent['code'])
        ->toBe(0, $sent['err'].$sent['out'])
        ->and($data['items'])
        ->toBe(['live' => 3])
        ->and($data['seen_live'])
        ->toBe(3);
    $undone = orchard(['release:undo', (string) $data['release'], "--store={$this->store->slug}", '--wait', '--json']);
    expect($undone['code'])->toBe(0)->and(json_decode($undone['out'], true)['seen_live'])->toBe(3);
    expect(orchard(['release:send', "--store={$this->store->slug}"])['code'])
        ->toBe(2)
        ->and(orchard(['release:undo', '999999', "--store={$this->store->slug}"])['code'])
        ->toBe(2);
});
