<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\DriftedText;
use App\Changes\Drifts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Facts\Calendar\Calendar;
use App\Facts\Calendar\NewEvent;
use App\Platform\Work\WorkDesk;
use App\Release\Campaigns\Campaigns;
use App\Release\Campaigns\NewCampaign;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\UndoWish;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/** A campaign's time has come: its rows say so, since the database's own clock does not travel. */
function timeComes(int $campaign, string $from, string $to): void
{
    DB::update(
        "UPDATE release_campaigns SET starts_at = UTC_TIMESTAMP() + INTERVAL $from, ends_at = UTC_TIMESTAMP() + INTERVAL $to
            WHERE id = ?",
        [$campaign],
    );
    DB::update(
        "UPDATE text_spells SET from_at = UTC_TIMESTAMP() + INTERVAL $from, to_at = UTC_TIMESTAMP() + INTERVAL $to
            WHERE cause = 1 AND by_id = ?",
        [$campaign],
    );
}

function workOf(Store $store, int $release): void
{
    $work = DB::table('work')
        ->where('store_id', $store->id)
        ->where('sort', 'release.send')
        ->where('subject_id', $release)
        ->value('id');
    expect(app(WorkDesk::class)->workToEnd((int) $work))->toBe('done');
}

/** A campaign that puts a word in front of the titles of all products. */
function saleFor(Store $store, bool $alsoCut = true): int
{
    $campaign = app(Campaigns::class)->plan(
        $store,
        new NewCampaign('Harvest sale', '2031-11-28T00:00', '2031-12-01T23:59'),
        null,
    );
    test()
        ->actingAs(member($store, Role::Writer))
        ->post("/s/$store->slug/release/campaigns/$campaign/texts", [
            'field' => 'title',
            'kind' => 3,
            'front' => 'Sale:',
            'cut' => $alsoCut ? '1' : null,
        ])
        ->assertSessionHas('done');

    return $campaign;
}

it('goes live and comes back by itself, to the byte, but for what the shop changed meanwhile', function (): void {
    $store = crawledStore();
    DB::table('stores')
        ->where('id', $store->id)
        ->update(['timezone' => 'Europe/Berlin']);
    $store->refresh();
    $campaign = saleFor($store);
    $row = DB::table('release_campaigns')->where('id', $campaign)->first();
    // Berlin is an hour ahead of UTC in winter.
    expect([$row?->starts_at, $row?->ends_at])->toBe(['2031-11-27 23:00:00', '2031-12-01 22:59:00']);
    $texts = DB::table('release_campaign_texts')->where('campaign_id', $campaign)->get();
    expect($texts->count())->toBeGreaterThan(30);
    $paths = DB::table('resources')
        ->whereIn('id', $texts->pluck('resource_id'))
        ->orderBy('id')
        ->pluck('url', 'external_id')
        ->map(static fn (string $url): string => (string) preg_replace('~^http://[^/]+~', '', $url))
        ->all();
    $before = array_map(shopPage(...), $paths);
    // Somebody has a draft of one of them, which is to go out after the sale.
    $kept = (int) $texts[0]?->resource_id;
    $own = app(Drafts::class)->save(
        $store,
        new TextEdit($kept, TextField::Title, 'For after the sale', 0),
        new Author(Origin::Hand, null),
    );
    app(Drafts::class)->markReady($store, [sure($own->draft)->id], true, null);

    $writer = member($store, Role::Writer);
    $approver = member($store, Role::Approver);
    $this->actingAs($writer)
        ->post("/s/$store->slug/release/campaigns/$campaign", ['do' => 'approve'])
        ->assertForbidden();
    $this->actingAs($approver)
        ->post("/s/$store->slug/release/campaigns/$campaign", ['do' => 'approve'])
        ->assertRedirect();
    app(Campaigns::class)->tick();
    expect(DB::table('release_campaigns')->where('id', $campaign)->value('state'))
        ->toBe(2)
        ->and(Calendar::between($store, '2031-11-28', '2031-11-28')[0]['name'])
        ->toBe('Campaign: Harvest sale');

    timeComes($campaign, '-1 MINUTE', '3 DAY');
    app(Campaigns::class)->tick();
    app(Campaigns::class)->tick();
    $row = DB::table('release_campaigns')->where('id', $campaign)->first();
    expect($row?->state)
        ->toBe(3)
        ->and(DB::table('release_batches')->where('store_id', $store->id)->count())
        ->toBe(1);
    workOf($store, (int) $row?->start_release);
    $ids = array_keys($paths);
    foreach (array_slice($ids, 1) as $id) {
        expect(office('GET', "/resources/$id")['title'])->toStartWith('Sale: ');
    }
    // The draft waits: it is not sent over the sale.
    expect(fn () => app(Releases::class)->send($store, new ReleaseWish(), null))->toThrow(
        InvalidArgumentException::class,
    );
    // The shop's own people edit six of them during the sale.
    foreach (array_slice($ids, 5, 6) as $id) {
        changeInShop($id, ['title' => "Edited in the shop $id"]);
    }
    // A crawl meanwhile raises no alarm for what is ours.
    crawl($store);
    $drifted = array_map(static fn (DriftedText $one): string => $one->theirs, Drifts::list($store, 100));
    expect($drifted)->toHaveCount(6)->each->toStartWith('Edited in the shop');

    timeComes($campaign, '-4 DAY', '-1 MINUTE');
    app(Campaigns::class)->tick();
    $row = DB::table('release_campaigns')->where('id', $campaign)->first();
    expect($row?->state)->toBe(5);
    workOf($store, (int) $row?->end_release);
    $states = DB::table('release_items')->where('release_id', $row?->end_release)->pluck('state')->countBy()->all();
    expect($states)->toEqualCanonicalizing(['live' => count($ids) - 6, 'clash' => 6]);
    foreach ($paths as $id => $path) {
        in_array($id, array_slice($ids, 5, 6), true)
            ? expect(shopPage($path))->toContain("Edited in the shop $id")
            : expect(shopPage($path))->toBe($before[$id]);
    }
    crawl($store);
    expect(
        array_map(static fn (DriftedText $one): string => $one->theirs, Drifts::list($store, 100)),
    )->each->toStartWith('Edited in the shop');
    // The draft still stands on the text that is there again, and goes out now.
    $made = app(Releases::class)->send($store, new ReleaseWish(), null);
    expect(app(WorkDesk::class)->workToEnd(sure($made['work'])))
        ->toBe('done')
        ->and(office('GET', '/resources/'.DB::table('resources')->where('id', $kept)->value('external_id'))['title'])
        ->toBe('For after the sale');
    $this->get("/s/$store->slug/release/campaigns/$campaign")
        ->assertOk()
        ->assertSee('6 were changed in the shop meanwhile');
    app(Campaigns::class)->tick();
    expect(DB::table('release_batches')->where('store_id', $store->id)->count())->toBe(3);
});

it('takes back what is on its way when it ends early, and sends nothing any more', function (): void {
    $store = crawledStore();
    $campaign = saleFor($store);
    $this->actingAs(member($store, Role::Approver))->post("/s/$store->slug/release/campaigns/$campaign", [
        'do' => 'approve',
    ]);
    timeComes($campaign, '-1 MINUTE', '3 DAY');
    app(Campaigns::class)->tick();
    $release = (int) DB::table('release_campaigns')->where('id', $campaign)->value('start_release');
    // Five are live, one is in between, the others have not been sent.
    $items = DB::table('release_items')->where('release_id', $release)->orderBy('id')->pluck('id')->all();
    DB::table('release_items')
        ->whereIn('id', array_slice($items, 6))
        ->update(['not_before' => now()->addHour()]);
    $work = (int) DB::table('work')->where('sort', 'release.send')->where('subject_id', $release)->value('id');
    app(WorkDesk::class)->slice($work);
    DB::table('release_items')
        ->where('id', $items[5])
        ->update(['state' => 'intended', 'unsure' => 1]);
    $this->post("/s/$store->slug/release/campaigns/$campaign", ['do' => 'stop'])->assertRedirect();
    app(Campaigns::class)->tick();
    // What may or may not have arrived is found out first.
    expect(DB::table('release_campaigns')->where('id', $campaign)->value('state'))
        ->toBe(4)
        ->and(DB::table('release_items')->where('release_id', $release)->where('state', 'withdrawn')->count())
        ->toBe(count($items) - 6);
    DB::table('work')
        ->where('id', $work)
        ->update(['wake_at' => now()->subSecond()]);
    expect(app(WorkDesk::class)->workToEnd($work))->toBe('done');
    app(Campaigns::class)->tick();
    $row = DB::table('release_campaigns')->where('id', $campaign)->first();
    workOf($store, (int) $row?->end_release);
    expect($row?->state)
        ->toBe(5)
        ->and(DB::table('release_items')->where('release_id', $row?->end_release)->where('state', 'live')->count())
        ->toBe(6);
    foreach (office('GET', '/resources?limit=100')['items'] ?? [] as $one) {
        expect((string) ($one['title'] ?? ''))->not->toStartWith('Sale: ');
    }
});

it('leaves out what would be cut off, takes texts from a file, and drops some', function (): void {
    $store = crawledStore();
    $all = saleFor($store);
    $fitting = saleFor($store, alsoCut: false);
    $count = static fn (int $id): int => DB::table('release_campaign_texts')->where('campaign_id', $id)->count();
    expect($count($fitting))->toBeLessThan($count($all))->toBeGreaterThan(0);
    $url = DB::table('resources')->where('store_id', $store->id)->where('kind', 2)->value('url');
    $file = Illuminate\Http\UploadedFile::fake()->createWithContent(
        'sale.csv',
        "url,field,text\n$url,description,Twenty lamps for less until Monday\n$url,title,Sale lamps\nhttp://nowhere.example/,title,x\n",
    );
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/$store->slug/release/campaigns/$fitting/texts", ['file' => $file])
        ->assertSessionHas(
            'done',
            '2 texts are in it now. 1 rows were left out: no such page or field, no text, or twice.',
        );
    $before = $count($fitting);
    $resource = DB::table('release_campaign_texts')
        ->where('campaign_id', $fitting)
        ->where('field', 2)
        ->value('resource_id');
    $this->post("/s/$store->slug/release/campaigns/$fitting/drop", ['resource' => $resource, 'field' => 2]);
    expect($count($fitting))->toBe($before - 1);
    $this->post("/s/$store->slug/release/campaigns/$fitting/texts", ['field' => 'title'])->assertSessionHasErrors(
        'front',
    );
    $this->get("/s/$store->slug/release/campaigns")
        ->assertOk()
        ->assertSee('Harvest sale');
});

it('refuses times and texts that cannot be', function (): void {
    $store = crawledStore();
    $plan = fn (string $from, string $to) => fn () => app(Campaigns::class)->plan(
        $store,
        new NewCampaign('x', $from, $to),
        null,
    );
    expect($plan('2031-12-02T00:00', '2031-12-01T00:00'))
        ->toThrow(InvalidArgumentException::class)
        ->and($plan('2020-12-01T00:00', '2020-12-02T00:00'))
        ->toThrow(InvalidArgumentException::class)
        ->and($plan('2031-01-01T00:00', '2031-12-01T00:00'))
        ->toThrow(InvalidArgumentException::class);
    $approver = member($store, Role::Approver);
    $empty = app(Campaigns::class)->plan(
        $store,
        new NewCampaign('Empty', '2031-11-28T00:00', '2031-12-01T23:59'),
        null,
    );
    expect(fn () => app(Campaigns::class)->approve($store, $empty, $approver->id))->toThrow('no texts');
    [$one, $two] = [saleFor($store), saleFor($store)];
    app(Campaigns::class)->approve($store, $one, $approver->id);
    expect(fn () => app(Campaigns::class)->approve($store, $two, $approver->id))->toThrow('in another campaign');
    app(Campaigns::class)->stop($store, $one);
    Calendar::add($store, new NewEvent('Quiet week', '2031-12-01', '2031-12-07', isFreeze: true), null);
    expect(fn () => app(Campaigns::class)->approve($store, $two, $approver->id))->toThrow('Quiet week');
    expect(DB::table('calendar_events')->where('store_id', $store->id)->count())->toBe(1);
    Calendar::drop(
        $store,
        (int) DB::table('calendar_events')->where('store_id', $store->id)->where('name', 'Quiet week')->value('id'),
    );
    // Days without releases that come later stop it, too.
    app(Campaigns::class)->approve($store, $three = saleFor($store), $approver->id);
    timeComes($three, '-1 MINUTE', '3 DAY');
    $quiet = Calendar::add($store, new NewEvent('Quiet now', $store->today(), $store->today(), isFreeze: true), null);
    app(Campaigns::class)->tick();
    expect(DB::table('release_campaigns')->where('id', $three)->value('state'))->toBe(2);
    Calendar::drop($store, $quiet);
    app(Campaigns::class)->stop($store, $three);
    // One that was missed does nothing later.
    app(Campaigns::class)->approve($store, $two, $approver->id);
    timeComes($two, '-4 DAY', '-1 MINUTE');
    app(Campaigns::class)->tick();
    expect(DB::table('release_campaigns')->where('id', $two)->value('state'))
        ->toBe(6)
        ->and(DB::table('release_batches')->where('store_id', $store->id)->count())
        ->toBe(0);
});

it('releases nothing on days that are kept free of releases; taking back still works', function (): void {
    $store = crawledStore();
    readyDrafts($store, 2);
    $made = app(Releases::class)->send($store, new ReleaseWish(), null);
    app(WorkDesk::class)->workToEnd(sure($made['work']));
    readyDrafts($store, 4);
    $today = $store->today();
    $add = ['name' => 'Quiet week', 'first' => $today, 'last' => $today, 'returns' => 'never', 'freeze' => '1'];
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/$store->slug/weigh/calendar", $add)
        ->assertForbidden();
    $this->actingAs(member($store, Role::Approver))
        ->post("/s/$store->slug/weigh/calendar", $add)
        ->assertRedirect();
    $event = (int) DB::table('calendar_events')->where('store_id', $store->id)->value('id');
    expect(fn () => app(Releases::class)->send($store, new ReleaseWish(), null))->toThrow('Quiet week');
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/$store->slug/weigh/calendar/$event/drop")
        ->assertForbidden();
    $undo = app(Releases::class)->undo($store, new UndoWish($made['release']), null);
    expect(app(WorkDesk::class)->workToEnd(sure($undo['work'])))->toBe('done');
});

it('lets nobody in who may not', function (): void {
    $store = crawledStore();
    $campaign = saleFor($store);
    $viewer = member($store, Role::Viewer);
    $stranger = member(shopStore(), Role::Owner);
    foreach (['', "/$campaign"] as $path) {
        $this->actingAs($viewer)
            ->get("/s/$store->slug/release/campaigns$path")
            ->assertOk();
        $this->actingAs($stranger)
            ->get("/s/$store->slug/release/campaigns$path")
            ->assertNotFound();
    }
    foreach (['', "/$campaign", "/$campaign/texts", "/$campaign/drop"] as $path) {
        $this->actingAs($viewer)
            ->post("/s/$store->slug/release/campaigns$path")
            ->assertForbidden();
        $this->actingAs($stranger)
            ->post("/s/$store->slug/release/campaigns$path")
            ->assertNotFound();
    }
    $other = shopStore();
    $this->actingAs(member($other, Role::Owner))
        ->get("/s/$other->slug/release/campaigns/$campaign")
        ->assertNotFound();
});
