<?php

declare(strict_types=1);

use App\Access\Role;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;

beforeEach(function (): void {
    $this->store = shopStore();
    DB::table('work')->where('store_id', $this->store->id)->delete();
    $this->ran = fn (string $sort, string $state, ?string $problem = null, ?int $by = null) => DB::table('work')->insert(
        [
            'store_id' => $this->store->id,
            'sort' => $sort,
            'state' => $state,
            'progress' => '{}',
            'problem' => $problem,
            'user_id' => $by,
            'worked_ms' => 4200,
            'wake_at' => now(),
            'created_at' => now(),
            'started_at' => now()->subMinute(),
            'ended_at' => now(),
        ],
    );
});

it('tells what is done by itself, when, and how it went', function (): void {
    $owner = member($this->store, Role::Owner);
    ($this->ran)('weigh.score', 'done');
    ($this->ran)('untangle.find', 'done', by: $owner->id);
    $this->actingAs(member($this->store, Role::Viewer))
        ->get(route('night', $this->store))
        ->assertOk()
        ->assertSeeInOrder(
            ['Crawl of the shop', 'not set', 'Weighing of all pages', 'done', '<td class="num">4</td>'],
            false,
        )
        ->assertSeeInOrder(['Search for duplicates', "asked for by $owner->name"])
        ->assertSeeInOrder(['Planned releases and campaigns', 'none is planned'])
        ->assertSee('Left for people');
    app(StoreOptions::class)->set($this->store, 'timezone', 'Asia/Tokyo');
    app(StoreOptions::class)->set($this->store, 'crawl_schedule', 'daily 03:30');
    $this->actingAs($owner)
        ->get(route('night', $this->store->refresh()))
        ->assertSee('daily 03:30')
        // 03:20 of the server's day, UTC.
        ->assertSee('each night at 12:20');
});

it('says on the overview what failed, until it has run again', function (): void {
    $this->actingAs(member($this->store, Role::Writer));
    $overview = fn () => $this->get(route('store', $this->store))->assertOk();
    ($this->ran)('weigh.score', 'failed', 'The disk is full.');
    $overview()->assertSee('Weighing of all pages')->assertSee('The disk is full.');
    $this->get(route('night', $this->store))->assertSee('The disk is full.');
    ($this->ran)('weigh.score', 'done');
    $overview()->assertDontSee('The disk is full.');
    // What a person tried by hand, and is told of there, is none of the night's.
    ($this->ran)('gather.import', 'failed', 'No such column.');
    $overview()->assertDontSee('No such column.');
});

it('is shown to nobody else', function (): void {
    $this->actingAs(member(shopStore(), Role::Owner))->get(route('night', $this->store))->assertNotFound();
    auth()->logout();
    $this->get(route('night', $this->store))->assertRedirect(route('sign-in'));
});
