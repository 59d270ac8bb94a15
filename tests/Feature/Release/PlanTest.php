<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Facts\Calendar\Calendar;
use App\Facts\Calendar\NewEvent;
use App\Platform\Work\WorkDesk;
use App\Release\Planning\PlanHours;
use App\Release\Planning\Plans;
use App\Release\Planning\PlanState;
use App\Release\ReleaseWish;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use App\Stores\StoreTime;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

beforeEach(function (): void {
    $this->store = crawledStore();
    $this->plans = app(Plans::class);
});

/** The hour of a plan has come, or was some hours ago. */
function hourComes(int $plan, int $hoursAgo = 0): void
{
    DB::update('UPDATE release_plans SET sends_at = UTC_TIMESTAMP() - INTERVAL ? HOUR WHERE id = ?', [
        $hoursAgo,
        $plan,
    ]);
}

function planRow(int $plan): stdClass
{
    return DB::table('release_plans')->where('id', $plan)->sole();
}

/** An hour from tomorrow on, in the store's time. */
function inDays(int $days, string $hour = '06:00'): string
{
    return now()->addDays($days)->format('Y-m-d')."T$hour";
}

function sentTo(Store $store, int $release): void
{
    $work = DB::table('work')
        ->where('store_id', $store->id)
        ->where('sort', 'release.send')
        ->where('subject_id', $release);
    expect(app(WorkDesk::class)->workToEnd((int) $work->value('id')))->toBe('done');
}

it('goes by itself at its hour, once, with what was looked at and nothing else', function (): void {
    $paths = readyDrafts($this->store, 6);
    $before = shopPage(reset($paths));
    $this->actingAs(member($this->store, Role::Approver))
        ->post(route('release.plan', $this->store), ['scope' => 'all', 'at' => inDays(1), 'name' => 'Tomorrow early'])
        ->assertSessionHas('done');
    $plan = (int) DB::table('release_plans')->where('store_id', $this->store->id)->value('id');
    $this->get(route('calendar', $this->store))
        ->assertOk()
        ->assertSeeInOrder(['Ahead', '06:00', 'The release “Tomorrow early” goes']);
    // One more is ready since, and one says something else by now.
    $drafts = DB::table('drafts')->where('store_id', $this->store->id)->orderBy('id')->get();
    $changed = $drafts->where('field', 1)->values()[1];
    $outcome = app(Drafts::class)->save(
        $this->store,
        new TextEdit(
            (int) $changed?->resource_id,
            TextField::Title,
            'Nobody has looked at this one',
            (int) $changed?->revision,
        ),
        new Author(Origin::Hand, null),
    );
    app(Drafts::class)->markReady($this->store, [sure($outcome->draft)->id], true, null);
    $later = app(Drafts::class)->save(
        $this->store,
        new TextEdit((int) $changed?->resource_id, TextField::Description, 'A description that came later', 0),
        new Author(Origin::Hand, null),
    );
    app(Drafts::class)->markReady($this->store, [sure($later->draft)->id], true, null);

    $this->plans->tick();
    expect(planRow($plan)->state)->toBe(PlanState::Planned->value);
    $this->get(route('release', $this->store))->assertOk()->assertSee('Tomorrow early')->assertSee('Call off');
    hourComes($plan);
    $this->plans->tick();
    $this->plans->tick();
    $release = (int) planRow($plan)->release_id;
    expect(DB::table('release_batches')->where('store_id', $this->store->id)->count())
        ->toBe(1)
        ->and(planRow($plan)->state)
        ->toBe(PlanState::Sent->value)
        ->and(planRow($plan)->note)
        ->toBe('1 change is no longer what was looked at, and stays ready.')
        ->and(DB::table('release_items')->where('release_id', $release)->count())
        ->toBe(5)
        ->and(DB::table('drafts')->where('store_id', $this->store->id)->where('state', 'ready')->count())
        ->toBe(2);
    sentTo($this->store, $release);
    expect(shopPage(reset($paths)))->not->toBe($before);
});

it('takes what was changed since where it was approved since', function (): void {
    readyDrafts($this->store, 2);
    $plan = $this->plans->plan($this->store, new ReleaseWish(), new PlanHours(inDays(1)), null);
    DB::table('release_plans')
        ->where('id', $plan)
        ->update(['made_at' => now()->subMinute()]);
    $draft = DB::table('drafts')->where('store_id', $this->store->id)->orderBy('id')->first();
    app(Drafts::class)->save(
        $this->store,
        new TextEdit(
            (int) $draft?->resource_id,
            TextField::Title,
            'Changed, and approved by somebody',
            (int) $draft?->revision,
        ),
        new Author(Origin::Hand, null),
    );
    app(Drafts::class)->markReady($this->store, [(int) $draft?->id], true, null);
    $this->actingAs(member($this->store, Role::Approver))->post(route('release.review.texts', $this->store), [
        'do' => 'approve',
        'drafts' => [(int) $draft?->id],
    ]);
    hourComes($plan);
    $this->plans->tick();
    expect(DB::table('release_items')->where('release_id', (int) planRow($plan)->release_id)->count())->toBe(2);
});

it('sends the rest after a first part, and holds it back where that met trouble', function (
    string $trouble,
    PlanState $state,
    int $items,
): void {
    readyDrafts($this->store, 20);
    $first = $this->plans->plan(
        $this->store,
        new ReleaseWish(addresses: [], name: 'Titles', percent: 20),
        new PlanHours(inDays(1), inDays(3)),
        null,
    );
    $rest = (int) DB::table('release_plans')->where('after_plan', $first)->value('id');
    hourComes($first);
    $this->plans->tick();
    $release = (int) planRow($first)->release_id;
    expect(DB::table('release_items')->where('release_id', $release)->count())->toBe(4);
    hourComes($rest);
    // Nothing of the first part has gone yet: the rest waits for it.
    $this->plans->tick();
    expect(planRow($rest)->state)->toBe(PlanState::Planned->value);
    sentTo($this->store, $release);
    $one = DB::table('release_items')->where('release_id', $release)->min('id');
    match ($trouble) {
        'none' => null,
        'called off' => $this->plans->drop($this->store, $rest),
        default => DB::table('release_items')
            ->where('id', $one)
            ->update($trouble === 'not seen' ? ['seen' => $trouble] : ['state' => $trouble]),
    };
    $this->plans->tick();
    expect(planRow($rest)->state)
        ->toBe($state->value)
        ->and(DB::table('release_items')->where('store_id', $this->store->id)->count())
        ->toBe($items);
})->with([
    ['none', PlanState::Sent, 20],
    ['refused', PlanState::Held, 4],
    ['clash', PlanState::Held, 4],
    ['not seen', PlanState::Held, 4],
    ['called off', PlanState::CalledOff, 4],
]);

it('sends what was held back when an approver says so, and only once', function (): void {
    readyDrafts($this->store, 3);
    $plan = $this->plans->plan(
        $this->store,
        new ReleaseWish(addresses: [], name: 'Late'),
        new PlanHours(inDays(1)),
        null,
    );
    hourComes($plan, Plans::HOURS_LATE + 1);
    $this->plans->tick();
    expect(planRow($plan))->state->toBe(PlanState::Missed->value)->note->toContain('did not run');
    $this->actingAs(member($this->store, Role::Approver));
    $this->get(route('release', $this->store))->assertSee('did not run at its hour')->assertSee('Put away');
    $this->get(route('store', $this->store))->assertSee('planned release did not go');
    $act = route('release.plan.act', [$this->store, $plan]);
    $this->post($act, ['do' => 'send'])->assertRedirect(
        route('release.show', [
            $this->store,
            DB::table('release_batches')->where('store_id', $this->store->id)->value('id'),
        ]),
    );
    $this->post($act, ['do' => 'send'])->assertSessionHasErrors('plan');
    $this->post($act, ['do' => 'drop'])->assertSessionHas('done', 'It has gone already.');
    expect(DB::table('release_batches')->where('store_id', $this->store->id)->count())->toBe(1);
});

it('does not go on a day without releases, nor with nothing, and says why', function (): void {
    readyDrafts($this->store, 2);
    $day = substr(inDays(2), 0, 10);
    Calendar::add($this->store, new NewEvent('Stocktaking', $day, $day, isFreeze: true), null);
    expect(fn () => $this->plans->plan($this->store, new ReleaseWish(), new PlanHours(inDays(2)), null))->toThrow(
        InvalidArgumentException::class,
        'Stocktaking',
    );
    $plan = $this->plans->plan($this->store, new ReleaseWish(), new PlanHours(inDays(1)), null);
    $today = $this->store->today();
    Calendar::add($this->store, new NewEvent('A sudden pause', $today, $today, isFreeze: true), null);
    hourComes($plan);
    $this->plans->tick();
    expect(planRow($plan))->state->toBe(PlanState::Missed->value)->note->toContain('A sudden pause');
});

it('refuses hours that are none, are past, or are far away', function (string $at, ?string $rest, string $why): void {
    readyDrafts($this->store, 1);
    expect(
        fn () => $this->plans->plan($this->store, new ReleaseWish(percent: 50), new PlanHours($at, $rest), null),
    )->toThrow(InvalidArgumentException::class, $why);
    expect(DB::table('release_plans')->where('store_id', $this->store->id)->count())->toBe(0);
})->with([
    'no time' => ['tomorrow', null, 'is no time'],
    'no day' => ['2031-02-30T06:00', null, 'is no time'],
    'no hour' => ['2031-02-03T25:00', null, 'is no time'],
    'past' => ['2020-01-01T06:00', null, 'that is to come'],
    'far away' => ['2099-01-01T06:00', null, 'that is to come'],
    'the rest before it' => [inDays(2), inDays(1), 'an hour after'],
]);

it('reads hours by the store’s clock, also where that clock is put forward', function (): void {
    $this->store->timezone = 'Europe/Berlin';
    expect(StoreTime::utc($this->store, '2027-03-27 06:00')->format('Y-m-d H:i'))
        ->toBe('2027-03-27 05:00')
        ->and(StoreTime::utc($this->store, '2027-03-28T06:00')->format('Y-m-d H:i'))
        ->toBe('2027-03-28 04:00')
        // 02:30 does not exist on this day: it is an hour later on the clock.
        ->and(StoreTime::utc($this->store, '2027-03-28T02:30')->format('Y-m-d H:i'))
        ->toBe('2027-03-28 01:30');
});

it('is an approver’s, and of one store alone', function (): void {
    readyDrafts($this->store, 1);
    $plan = $this->plans->plan($this->store, new ReleaseWish(), new PlanHours(inDays(1)), null);
    foreach ([Role::Viewer, Role::Writer] as $role) {
        $this->actingAs(member($this->store, $role));
        $this->get(route('release', $this->store))->assertOk()->assertDontSee('Plan it');
        $this->post(route('release.plan', $this->store), ['scope' => 'all', 'at' => inDays(1)])->assertForbidden();
        $this->post(route('release.plan.act', [$this->store, $plan]), ['do' => 'drop'])->assertForbidden();
    }
    $other = shopStore();
    $this->actingAs(member($other, Role::Owner))
        ->post(route('release.plan.act', [$other, $plan]), ['do' => 'drop'])
        ->assertSessionHas('done', 'It has gone already.');
    expect(planRow($plan)->state)->toBe(PlanState::Planned->value);
});

it('asks for somebody else than who made it, where the store does', function (): void {
    $writer = member($this->store, Role::Approver);
    $resource = (int) DB::table('resources')->where('store_id', $this->store->id)->where('kind', 3)->value('id');
    $saved = app(Drafts::class)->save(
        $this->store,
        new TextEdit($resource, TextField::Title, 'A title of its own approver', 0),
        new Author(Origin::Hand, $writer->id),
    );
    app(Drafts::class)->markReady($this->store, [sure($saved->draft)->id], true, $writer->id);
    app(StoreOptions::class)->set($this->store, 'needs_approval', '2');
    $this->store->refresh();
    $send = fn () => $this->post(route('release.send', $this->store), ['scope' => 'all']);
    $approve = fn () => $this->post(route('release.review.texts', $this->store), [
        'do' => 'approve',
        'drafts' => [sure($saved->draft)->id],
    ]);
    $this->actingAs($writer);
    $approve()->assertSessionHas('done', '0 texts are approved.');
    $send()->assertSessionHasErrors('drafts');
    $this->actingAs(member($this->store, Role::Approver));
    $approve()->assertSessionHas('done', '1 text is approved.');
    $this->get(route('release', $this->store))->assertSee('<b>1</b> of 1 are approved', false);
    $send()->assertSessionHasNoErrors();
    expect(DB::table('release_items')->where('store_id', $this->store->id)->count())->toBe(1);
});

it('tells what would go: by field, clicks of its pages, and the largest before and after', function (): void {
    readyDrafts($this->store, 12);
    $pages = DB::table('resources as r')
        ->join('drafts as d', 'd.resource_id', '=', 'r.id')
        ->where('d.store_id', $this->store->id)
        ->orderBy('d.id')
        ->pluck('r.page_id')
        ->unique()
        ->values()
        ->all();
    foreach ($pages as $i => $page) {
        DB::table('page_index')
            ->where('page_id', $page)
            ->update(['clicks' => 1000 + $i]);
    }
    DB::table('page_index')
        ->where('store_id', $this->store->id)
        ->whereNotIn('page_id', $pages)
        ->update(['clicks' => 0]);
    $this->actingAs(member($this->store, Role::Viewer))
        ->get(route('release', $this->store))
        ->assertOk()
        ->assertSee('<b>12</b> titles', false);
    $seen = $this->get(route('release.weight', $this->store))
        ->assertOk()
        ->assertSee('<b>12,066</b> clicks', false)
        ->assertSee('<b>100%</b> of the store', false);
    preg_match('~largest-pages.*?</table>~s', (string) $seen->getContent(), $table);
    expect(substr_count($table[0] ?? '', 'g-page'))
        ->toBe(10)
        ->and($table[0] ?? '')
        ->toContain('1,011')
        ->not->toContain('1,001<');
    // The sums are kept until something else is ready.
    $one = DB::table('drafts')->where('store_id', $this->store->id)->where('field', 1)->orderByDesc('id')->first();
    app(Drafts::class)->markReady($this->store, [(int) $one?->id], false, null);
    $this->get(route('release.weight', $this->store))->assertSee('<b>11,055</b> clicks', false);
});
