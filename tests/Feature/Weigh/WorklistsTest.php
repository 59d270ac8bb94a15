<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\History;
use App\Changes\HistoryEvent;
use App\Changes\NewHistoryEntry;
use App\Changes\Origin;
use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\UndoWish;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Lens;
use App\Weigh\Worklists\CalendarFile;
use App\Weigh\Worklists\NewWorklist;
use App\Weigh\Worklists\PageChange;
use App\Weigh\Worklists\PageState;
use App\Weigh\Worklists\Worklist;
use App\Weigh\Worklists\WorklistPage;
use App\Weigh\Worklists\Worklists;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;
use Tests\Web\Site;

/** @return array<string, int> page ids by path */
function pagesOf(Store $store): array
{
    $ids = [];
    foreach (
        DB::table('pages')
            ->where('store_id', $store->id)
            ->get(['id', 'url']) as $page
    ) {
        $ids[(string) parse_url((string) $page->url, PHP_URL_PATH)] = (int) $page->id;
    }

    return $ids;
}

function worklist(Store $store, int $minutes = 60, ?int $pages = null, string $name = 'December'): Worklist
{
    return Worklists::find(
        $store,
        Worklists::open($store, new NewWorklist($name, '2026-12-01', '2026-12-31', $minutes, $pages), null),
    ) ?? throw new LogicException();
}

/** @return list<string> paths in the list's order */
function listedPaths(Store $store, int $list): array
{
    return array_map(
        static fn (WorklistPage $page): string => (string) parse_url((string) $page->url, PHP_URL_PATH),
        WorklistPage::of($store, $list),
    );
}

it('is filled from the screen with what is worth most, and taken to the desk in its order', function (): void {
    $store = weighableStore();
    weigh($store);
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/weigh/worklists", [
            'name' => 'December',
            'first' => '2026-12-01',
            'due' => '2026-12-31',
            'by' => 'pages',
            'capacity' => '40',
            'fill' => '1',
        ])
        ->assertRedirect();
    $list =
        Worklists::find($store, (int) DB::table('weigh_worklists')->where('store_id', $store->id)->value('id')) ??
        throw new LogicException();
    // Only what can sell and is listed has an upside; the most first.
    expect(listedPaths($store, $list->id))->toBe(['/poor', '/good']);
    $this->get("/s/{$store->slug}/weigh/worklists/{$list->id}")
        ->assertOk()
        ->assertSee('/poor')
        ->assertSee('of 40 pages');
    $this->get("/s/{$store->slug}/weigh/worklists")
        ->assertOk()
        ->assertSee('December')
        ->assertSee('0 of 2')
        ->assertSee('<b>2</b> in worklists', false);
    $page = pagesOf($store)['/good'];
    $this->post("/s/{$store->slug}/weigh/worklists/{$list->id}/pages/$page", ['do' => 'up'])->assertRedirect();
    expect(listedPaths($store, $list->id))->toBe(['/good', '/poor']);
    $this->post("/s/{$store->slug}/weigh/worklists/{$list->id}/pages/$page", ['left' => '1'])->assertRedirect();
    $this->get("/s/{$store->slug}/weigh/worklists")->assertSee('0 of 1');
    $this->post("/s/{$store->slug}/weigh/worklists/{$list->id}/pages/$page", [
        'minutes' => '25',
        'note' => 'ask the buyers',
    ])->assertRedirect();
    $to = $this->post("/s/{$store->slug}/weigh/worklists/{$list->id}/desk")
        ->assertRedirect()
        ->headers->get('Location');
    expect($to)
        ->toContain('sort=picked')
        ->and(
            DB::table('selected_pages')
                ->join('page_selections', 'page_selections.id', '=', 'selection_id')
                ->where('page_selections.store_id', $store->id)
                ->pluck('page_id')
                ->all(),
        )
        ->toBe([pagesOf($store)['/poor']]);
    $this->get((string) $to)->assertOk();
    $csv = $this->get("/s/{$store->slug}/weigh/worklists/{$list->id}/export.csv")
        ->assertOk()
        ->streamedContent();
    expect($csv)->toContain('place,url,kind')->toContain('ask the buyers')->toContain('left out');
});

it('fills hours by upside for effort, passes over what settles and what other lists hold', function (): void {
    $store = weighableStore();
    weigh($store);
    $pages = pagesOf($store);
    // Fifteen minutes a product: one fits.
    $list = worklist($store, 20);
    expect(Worklists::fill($store, $list, new Lens()))
        ->toBe(['added' => 1, 'settling' => 0])
        ->and(listedPaths($store, $list->id))
        ->toBe(['/poor']);
    $other = worklist($store, 600, null, 'January');
    expect(Worklists::fill($store, $other, new Lens())['added'])
        ->toBe(1)
        ->and(listedPaths($store, $other->id))
        ->toBe(['/good'])
        ->and(Worklists::fill($store, $other, new Lens())['added'])
        ->toBe(0);
    Worklists::drop($other);
    $resource = DB::table('resources')->insertGetId([
        'store_id' => $store->id,
        'external_id' => 'x1',
        'market_id' => DB::table('markets')->where('store_id', $store->id)->value('id'),
        'kind' => 3,
        'name' => 'Good',
        'url' => '/good',
        'version' => '1',
        'page_id' => $pages['/good'],
        'attributes' => '{}',
        'synced_at' => now(),
    ]);
    DB::table('pages')
        ->where('id', $pages['/good'])
        ->update(['resource_id' => $resource]);
    History::add($resource, new NewHistoryEntry($store->id, TextField::Title, HistoryEvent::Live, 'Old', 'New', null));
    $third = worklist($store, 600, null, 'February');
    expect(Worklists::fill($store, $third, new Lens()))->toBe(['added' => 0, 'settling' => 1]);
    DB::table('history')
        ->where('resource_id', $resource)
        ->update(['created_at' => now()->subDays(43)]);
    expect(Worklists::fill($store, $third, new Lens()))->toBe(['added' => 1, 'settling' => 0]);
    DB::table('history')
        ->where('resource_id', $resource)
        ->update(['created_at' => now()->subDays(41)]);
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/weigh/worklists/{$third->id}")
        ->assertSee('released lately');
});

it('carries over what was not done, with its effort and note, once', function (): void {
    $store = weighableStore();
    weigh($store);
    $pages = pagesOf($store);
    [$old, $new] = [worklist($store, 600, null, 'November'), worklist($store)];
    Worklists::add($store, $old, [$pages['/good'], $pages['/poor'], $pages['/out']]);
    DB::table('weigh_worklist_pages')
        ->where('worklist_id', $old->id)
        ->where('page_id', $pages['/good'])
        ->update(['state' => PageState::Released->value]);
    Worklists::change($old, $pages['/poor'], new PageChange(minutes: 55, note: 'half written'));
    Worklists::change($old, $pages['/out'], new PageChange(true));
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/weigh/worklists/{$old->id}/close", ['into' => $new->id])
        ->assertRedirect()
        ->assertSessionHas('done', '“November” is closed. 1 pages were moved to “December”.');
    $carried = WorklistPage::of($store, $new->id);
    expect($carried)
        ->toHaveCount(1)
        ->and($carried[0])
        ->minutes->toBe(55)
        ->note->toBe('half written')
        ->state->toBe(PageState::Planned)
        ->and(Worklists::close($store, $old, $new))
        ->toBe(0)
        ->and(fn () => Worklists::add($store, $old, [$pages['/good']]))
        ->toThrow(InvalidArgumentException::class, 'closed');
    $this->post("/s/{$store->slug}/weigh/worklists/add", [
        'list' => $old->id,
        'pages' => [$pages['/good']],
    ])->assertSessionHasErrors('pages');
});

it('takes ticked pages once, those of its own store alone', function (): void {
    $store = weighableStore();
    weigh($store);
    $list = worklist($store);
    $site = (new Site())->linking('/', ['/x' => 'X'])->linking('/x', []);
    $strange = $site->store();
    crawl($strange);
    $pages = array_values(pagesOf($store));
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/weigh/worklists/add", [
            'list' => $list->id,
            'pages' => [...$pages, ...array_values(pagesOf($strange))],
        ])
        ->assertRedirect();
    $this->post("/s/{$store->slug}/weigh/worklists/add", ['list' => $list->id, 'pages' => $pages])->assertSessionHas(
        'done',
    );
    expect(DB::table('weigh_worklist_pages')->where('worklist_id', $list->id)->count())->toBe(count($pages));
    $this->post("/s/{$store->slug}/weigh/worklists/add", ['list' => $list->id])->assertSessionHasErrors('pages');
    $this->post("/s/{$store->slug}/weigh/worklists/add", [
        'list' => $list->id,
        'pages' => ['x'],
    ])->assertSessionHasErrors('pages.0');
});

it('goes into a calendar as the standard has it: escaped, folded, each page a to-do', function (): void {
    $store = weighableStore();
    weigh($store);
    DB::table('weigh_worklists')
        ->where(
            'id',
            ($list = worklist(
                $store,
                600,
                null,
                'Lamps, shades; and “bulbs” für den Frühling und den Sommer im ganzen Haus',
            ))->id,
        )
        ->update(['note' => "first line\nsecond"]);
    $list = Worklists::find($store, (int) $list->id) ?? throw new LogicException();
    Worklists::add($store, $list, [pagesOf($store)['/poor'], pagesOf($store)['/good']]);
    DB::table('weigh_worklist_pages')
        ->where('worklist_id', $list->id)
        ->where('page_id', pagesOf($store)['/good'])
        ->update(['state' => PageState::Seen->value]);
    $ics = CalendarFile::of($store, $list, WorklistPage::of($store, $list->id));
    expect($ics)
        ->toStartWith("BEGIN:VCALENDAR\r\n")
        ->toEndWith("END:VCALENDAR\r\n")
        ->and(substr_count($ics, 'BEGIN:VTODO'))
        ->toBe(2)
        ->and($ics)
        ->toContain('STATUS:COMPLETED')
        ->toContain('DTEND;VALUE=DATE:20270101');
    foreach (explode("\r\n", $ics) as $line) {
        expect(strlen($line))
            ->toBeLessThanOrEqual(75)
            ->and(mb_check_encoding($line, 'UTF-8'))
            ->toBeTrue()
            ->and(str_contains($line, "\n"))
            ->toBeFalse();
    }
    $unfolded = str_replace("\r\n ", '', $ics);
    expect($unfolded)
        ->toContain('SUMMARY:Lamps\, shades\; and “bulbs” für den Frühling')
        ->toContain('first line\nsecond');
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/weigh/worklists/{$list->id}/export.ics")
        ->assertOk()
        ->assertHeader('Content-Type', 'text/calendar; charset=utf-8');
});

it('refuses what makes no sense, lesser roles and strangers', function (): void {
    $store = weighableStore();
    $list = worklist($store);
    $base = "/s/{$store->slug}/weigh/worklists";
    $good = ['name' => 'A', 'first' => '2026-12-01', 'due' => '2026-12-31', 'by' => 'hours', 'capacity' => '10'];
    $posts = [
        ['', $good],
        ['/add', ['list' => $list->id, 'pages' => [1]]],
        ["/{$list->id}", $good],
        ["/{$list->id}/fill", []],
        ["/{$list->id}/desk", []],
        ["/{$list->id}/close", []],
        ["/{$list->id}/drop", []],
        ["/{$list->id}/pages/1", ['do' => 'up']],
    ];
    foreach ($posts as [$path, $data]) {
        $this->app['auth']->forgetGuards();
        $this->post("$base$path", $data)->assertRedirect('/sign-in');
        $this->actingAs(member($store, Role::Viewer))
            ->post("$base$path", $data)
            ->assertForbidden();
        $this->actingAs(member($other ??= (new Site())->store(), Role::Owner))
            ->post("$base$path", $data)
            ->assertNotFound();
    }
    $stranger = member($other, Role::Owner);
    foreach (array_slice($posts, 2) as [$path, $data]) {
        $this->actingAs($stranger)
            ->post("/s/{$other->slug}/weigh/worklists$path", $data)
            ->assertNotFound();
    }
    $this->actingAs(member($store, Role::Writer));
    $this->post($base, ['due' => '2026-11-01'] + $good)->assertSessionHasErrors('due');
    $this->post($base, ['capacity' => '-1'] + $good)->assertSessionHasErrors('capacity');
    $this->post($base, ['owner' => 999999] + $good)->assertSessionHasErrors('owner');
    $this->post($base, ['name' => str_repeat('x', 121)] + $good)->assertSessionHasErrors('name');
    $this->post("$base/{$list->id}/pages/1", ['minutes' => '0'])->assertSessionHasErrors('minutes');
    $this->post("$base/{$list->id}/pages/1", ['left' => 'asleep'])->assertSessionHasErrors('left');
    $this->get("$base/{$list->id}/export.pdf")->assertNotFound();
    $this->post("$base/{$list->id}/drop")->assertRedirect();
    expect(Worklists::find($store, (int) $list->id))->toBeNull();
});

it(
    'learns from what happens to the pages how far they are, and is told by hand of what is left out alone',
    function (): void {
        $store = crawledStore();
        $resource = DB::table('resources')
            ->where('store_id', $store->id)
            ->where('kind', 3)
            ->whereNotNull('page_id')
            ->orderBy('id')
            ->first();
        [$page, $other] = [
            (int) $resource?->page_id,
            (int) DB::table('resources')
                ->where('store_id', $store->id)
                ->where('kind', 3)
                ->whereNotNull('page_id')
                ->orderByDesc('id')
                ->value('page_id'),
        ];
        $drafts = app(Drafts::class);
        $list = worklist($store, 600);
        Worklists::add($store, $list, [$page, $other]);
        $states = static fn (): array => array_map(
            static fn (WorklistPage $row): string => $row->state->value,
            WorklistPage::of($store, $list->id),
        );
        $waits = static fn (): ?int => (new App\Weigh\WeighStep())->waiting($store)?->count;
        expect($states())
            ->toBe(['planned', 'planned'])
            ->and($waits())
            ->toBe(2);
        $drafts->save(
            $store,
            new TextEdit((int) $resource?->id, TextField::Title, 'A title that the list hears of', 0),
            new Author(Origin::Hand, null),
        );
        expect($states())->toBe(['written', 'planned']);
        $drafts->markReady(
            $store,
            DB::table('drafts')
                ->where('store_id', $store->id)
                ->pluck('id')
                ->map(static fn (mixed $id): int => (int) $id)
                ->all(),
            true,
            null,
        );
        expect($states())->toBe(['ready', 'planned']);
        $sent = app(Releases::class)->send($store, new ReleaseWish(), null);
        expect(app(WorkDesk::class)->workToEnd(sure($sent['work'])))
            ->toBe('done')
            ->and($states())
            ->toBe(['released', 'planned'])
            ->and($waits())
            ->toBe(1);
        Worklists::change($list, $other, new PageChange(true));
        expect($states())
            ->toBe(['released', 'left'])
            ->and(Worklists::all($store)[0])
            ->done->toEqual(1)
            ->pages->toEqual(1);
        Worklists::change($list, $other, new PageChange(false));
        $look = DB::table('work')->where('sort', 'release.look')->where('subject_id', $sent['release'])->value('id');
        DB::table('work')
            ->where('id', $look)
            ->update(['wake_at' => now()->subSecond()]);
        app(WorkDesk::class)->slice((int) $look);
        expect($states())->toBe(['seen', 'planned']);
        $back = app(Releases::class)->undo($store, new UndoWish($sent['release']), null);
        expect(app(WorkDesk::class)->workToEnd(sure($back['work'])))
            ->toBe('done')
            ->and($states())
            ->toBe(['planned', 'planned'])
            ->and($waits())
            ->toBe(2);
        // What was released before a page came into a list says nothing of that list.
        $later = worklist($store, 600, null, 'January');
        DB::table('history')
            ->where('store_id', $store->id)
            ->update(['created_at' => now()->subDay()]);
        Worklists::add($store, $later, [$page], true);
        expect(WorklistPage::of($store, $later->id)[0]->state)->toBe(PageState::Planned);
    },
);
