<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Gather\Files\FileSort;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\AddStore;
use App\Stores\Events\RulesChanged;
use App\Stores\Kinds\KindRule;
use App\Stores\Kinds\KindRules;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Stores\Overview\FirstHourPart;
use App\Stores\Overview\Mark;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Overview\Week;
use App\Stores\Overview\WeeksOfClicks;
use App\Stores\Overview\WeeksPicture;
use App\Stores\Steps\StepBoard;
use App\Stores\StoreOptions;
use App\Untangle\Lists\CauseProgress;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Orchard\Core\Wording\TextField;
use Tests\Shops\ShopOfCollections;
use Tests\Web\Site;

it('draws whole weeks beside the same weeks a year earlier', function (): void {
    $store = ShopOfCollections::store();
    $weeks = app(OverviewBoard::class)->weeks($store) ?? throw new LogicException();
    $now = array_sum(range(16, 25)) + 36;
    expect($weeks->weeks)
        ->toHaveCount(13)
        ->and($weeks->clicks())
        ->toBe(array_sum(array_map(static fn (Week $week): int => (int) $week->clicks, $weeks->weeks)))
        ->and($weeks->clicks() % $now)
        ->toBe(0);
    $change = new WeeksOfClicks(
        [new Week('2026-11-02', 100, 50), new Week('2026-11-09', 100, null), new Week('2026-11-16', null, 70)],
        null,
        null,
        'EUR',
        '',
    );
    // Only weeks that both years tell are compared.
    expect($change->change())->toBe(1.0)->and($change->clicks())->toBe(200);
    $picture = new WeeksPicture($change, [
        new Mark('2026-11-09', '3 pages released'),
        new Mark('2026-10-01', 'before'),
    ]);
    expect($picture->top)
        ->toBe(100)
        ->and($picture->bars()[0]['height'])
        ->toBe(118.0)
        ->and($picture->bars()[2]['height'])
        ->toBe(0.0)
        ->and($picture->bars()[1]['year'])
        ->toBeNull()
        ->and($picture->marks())
        ->toHaveCount(1)
        ->and($picture->marks()[0]['x'])
        ->toBe($picture->bars()[1]['x']);
});

it('says in each step what the step itself says', function (): void {
    $store = livedInForOverview();
    CauseProgress::learn($store);
    $hands = app(StepBoard::class)->hands($store);
    $waits = [];
    foreach (app(StepBoard::class)->forStore($store) as $one) {
        $waits[$one['step']->value] = $one['waiting']->count ?? 0;
    }
    expect($hands['untangle']?->count)
        ->toBe($waits['untangle'] ?? null)
        ->and($hands['write']?->count)
        ->toBe($waits['write'] ?? null)
        ->and($hands['write']?->count)
        ->toBe(1)
        ->and($hands['release']?->count)
        ->toBe($waits['release'] ?? null)
        ->and($hands['release']?->words)
        ->toBe('change is ready to be sent');
    $page = $this->actingAs(member($store, Role::Writer))
        ->get("/s/{$store->slug}")
        ->assertOk();
    foreach ($hands as $hand) {
        $hand === null || $page->assertSee($hand->words)->assertSee($hand->label);
    }
    foreach ($hands as $hand) {
        $hand === null || $this->get($hand->url)->assertOk();
    }
});

it('ticks the first hour off by what is there, and names what each thing gives', function (): void {
    $site = (new Site())->linking('/', ['/a' => 'A'])->linking('/a', []);
    $store = $site->store();
    $board = app(OverviewBoard::class);
    $done = static fn (): array => array_keys(
        array_filter(
            array_combine(
                array_map(static fn (FirstHourPart $part): int => $part->place, $board->firstHour($store)),
                array_map(static fn (FirstHourPart $part): bool => $part->isDone, $board->firstHour($store)),
            ),
        ),
    );
    $owner = member($store, Role::Owner);
    $at = "/s/{$store->slug}";
    expect($done())->toBe([]);
    $this->actingAs($owner)->get($at)->assertOk()->assertSee('Start the crawl')->assertSee('What it gives');
    crawl($store);
    expect($done())->toBe([10]);
    $this->get($at)->assertSee('Import a file');
    bringIn($store, "page,day,clicks,impressions,position\n/a,".now()->subDays(5)->toDateString().",10,1000,3\n");
    expect($done())->toBe([10, 20]);
    bringIn(
        $store,
        "page,day,visits,orders,revenue\n/a,".now()->subDays(5)->toDateString().",10,1,50\n",
        FileSort::Sales,
    );
    expect($done())->toBe([10, 20, 30]);
    app(StoreOptions::class)->set($store->refresh(), 'ways', 'title=file');
    expect($done())->toBe([10, 20, 30, 40]);
    $form = $board->firstHour($store->refresh())[4]->ways[0];
    expect($form->fields)->not->toBeNull();
    $this->post((string) parse_url($form->url, PHP_URL_PATH), (array) $form->fields)
        ->assertRedirect()
        ->assertSessionHasNoErrors();
    expect($done())->toBe([10, 20, 30, 40, 50]);
    $resource = (int) DB::table('resources')->where('store_id', $store->id)->value('id');
    app(Drafts::class)->save(
        $store,
        new TextEdit($resource, TextField::Title, 'A better title', 0),
        new Author(Origin::Hand, null),
    );
    expect($done())->toBe([10, 20, 30, 40, 50, 60]);
    // Taken back, it is no longer there, and no longer ticked off.
    app(StoreOptions::class)->set($store->refresh(), 'ways', '');
    $store->refresh();
    expect($done())->toBe([10, 20, 30, 50, 60]);
});

it('tells what has changed since somebody was here, and how fresh each source is', function (): void {
    $store = livedInForOverview();
    $board = app(OverviewBoard::class);
    $words = array_map(
        static fn ($change): string => $change->words,
        $board->changes($store, Carbon::now('UTC')->subDay(), 20),
    );
    expect(implode('|', $words))
        ->toContain('Crawl: ')
        ->toContain('rows.csv')
        ->toContain('Writer: 2 pages in draft, 1 page ready');
    expect($board->changes($store, Carbon::now('UTC')->addHour()))->toBe([]);
    $names = array_map(static fn ($source): string => $source->name, $board->sources($store));
    expect($names)->toBe(['Crawl of the shop', 'Search rows', 'Orders']);
    DB::table('gather_crawls')
        ->where('store_id', $store->id)
        ->update(['ended_at' => now('UTC')->subDays(40)]);
    expect($board->sources($store)[0]->isOld)->toBeTrue();
    $other = app(AddStore::class)->add('Bare', 'https://bare.example', 'bare-'.Str::lower(Str::random(8)));
    expect($board->changes($other, Carbon::now('UTC')->subYear()))->toBe([])->and($board->sources($other))->toBe([]);
});

it('stops long work from the overview, releases only by those who send', function (): void {
    $store = (new Site())->linking('/', [])->store();
    $desk = app(WorkDesk::class);
    $crawl = $desk->begin(new NewWork(App\Gather\Pages\ReindexWork::class, $store->id));
    $release = $desk->begin(new NewWork(App\Release\Sending\SendWork::class, $store->id));
    $at = "/s/{$store->slug}/works";
    $this->post("$at/$crawl/stop")->assertRedirect('/sign-in');
    $this->actingAs(member($store, Role::Viewer))
        ->post("$at/$crawl/stop")
        ->assertForbidden();
    $this->actingAs(member((new Site())->store(), Role::Owner))
        ->post("$at/$crawl/stop")
        ->assertNotFound();
    $this->actingAs(member($store, Role::Writer))
        ->get("/s/{$store->slug}/since")
        ->assertOk()
        ->assertSee('waiting for its turn');
    $this->post("$at/$release/stop")->assertForbidden();
    $this->post("$at/$crawl/stop")->assertRedirect();
    expect((int) DB::table('work')->where('id', $crawl)->value('stop_asked'))->toBe(1);
    $this->actingAs(member($store, Role::Approver))
        ->post("$at/$release/stop")
        ->assertRedirect();
    $this->post("$at/999999999/stop")->assertNotFound();
});

/** A store with numbers, duplicates, one draft and one text that is ready. */
function livedInForOverview(): Store
{
    $store = ShopOfCollections::store();
    findTangles($store);
    $writer = member($store, Role::Writer);
    $drafts = app(Drafts::class);
    $two = DB::table('resources')->where('store_id', $store->id)->orderBy('id')->limit(2)->pluck('id')->all();
    foreach ($two as $resource) {
        $drafts->save(
            $store,
            new TextEdit((int) $resource, TextField::Title, 'A better title', 0),
            new Author(Origin::Hand, $writer->id),
        );
    }
    $ready = $drafts->find((int) $two[0], TextField::Title) ?? throw new LogicException();
    $drafts->markReady($store, [$ready->id], true, $writer->id);

    return $store;
}

it('tells a file that failed until it came again, and pages that no rule knows', function (): void {
    $site = (new Site())->linking('/', array_fill_keys(['/a/1.html', '/a/2.html', '/a/3.html'], 'A'));
    foreach ([1, 2, 3] as $n) {
        $site->linking("/a/$n.html", []);
    }
    $store = $site->store();
    crawl($store);
    $hand = static fn () => app(StepBoard::class)->hands($store)['gather'] ?? null;
    expect($hand()?->count)->toBe(3)->and($hand()?->words)->toContain('neither products nor collections');
    // What only an owner may do is offered to owners alone.
    foreach ([[Role::Writer, false], [Role::Owner, true]] as [$role, $isOffered]) {
        $page = $this->actingAs(member($store, $role))
            ->get("/s/{$store->slug}")
            ->assertOk()
            ->assertSee('Import a file');
        foreach (['Say which they are', 'Connect a feed'] as $label) {
            $isOffered ? $page->assertSee($label) : $page->assertDontSee($label);
        }
    }
    (new KindRules([
        new KindRule('path', 'is', '/', PageKind::Home),
        new KindRule('path', 'begins', '/a/', PageKind::Product),
    ]))->save($store);
    RulesChanged::dispatch($store->id, null);
    sortAnew($store);
    expect($hand())->toBeNull();
    $wrong =
        "page,day,clicks,impressions,position\n".
        str_repeat('/a/1.html,'.now()->subDays(9)->toDateString().",x,y,z\n", 1200);
    $import = bringIn($store, $wrong, ends: 'failed');
    expect($hand()?->words)
        ->toContain('rows.csv could not be taken in')
        ->and($hand()?->url)
        ->toEndWith("/gather/files/{$import->id}");
    // Sales alone are no search rows: nothing is ticked off by them, and Weigh still lacks some.
    bringIn(
        $store,
        "page,day,visits,orders,revenue\n/a/1.html,".now()->subDays(9)->toDateString().",10,1,50\n",
        FileSort::Sales,
    );
    expect($hand())->toBeNull();
    $parts = app(OverviewBoard::class)->firstHour($store);
    expect([$parts[1]->isDone, $parts[2]->isDone])
        ->toBe([false, true])
        ->and(app(StepBoard::class)->missing($store, ['weigh']))
        ->toHaveKey('weigh');
});
