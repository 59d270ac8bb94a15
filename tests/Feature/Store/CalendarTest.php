<?php

declare(strict_types=1);

use App\Access\Role;
use App\Facts\Calendar\Calendar;
use App\Facts\Calendar\NewEvent;
use App\Facts\Calendar\Returns;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

it('finds the days of what comes again', function (
    Returns $returns,
    string $first,
    int $year,
    ?string $expected,
): void {
    expect($returns->in(new DateTimeImmutable($first), $year)?->format('Y-m-d'))->toBe($expected);
})->with([
    'once' => [Returns::Never, '2026-10-05', 2027, null],
    'the same date' => [Returns::Date, '2026-12-06', 2027, '2027-12-06'],
    'the day that other years lack' => [Returns::Date, '2024-02-29', 2025, '2025-03-01'],
    'the fourth Friday of November' => [Returns::Weekday, '2025-11-28', 2026, '2026-11-27'],
    'a fifth Monday that a month lacks' => [Returns::Weekday, '2026-06-29', 2027, '2027-06-28'],
    'Easter Sunday' => [Returns::Easter, '2026-04-05', 2027, '2027-03-28'],
    'the Tuesday 47 days before it' => [Returns::Easter, '2026-02-17', 2027, '2027-02-09'],
    'fifty days behind it' => [Returns::Easter, '2026-05-25', 2025, '2025-06-09'],
]);

it('marks what was entered on every time axis, and warns where a break lies in a comparison', function (): void {
    $store = weighableStore();
    weigh($store);
    $day = static fn (int $weeks): string => now()->startOfWeek()->subWeeks($weeks)->toDateString();
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/weigh/calendar", [
            'name' => 'Spring sale',
            'first' => $day(5),
            'last' => $day(5),
            'returns' => 'never',
        ])
        ->assertRedirect();
    $this->get("/s/{$store->slug}/weigh/numbers")
        ->assertOk()
        ->assertSee('Spring sale')
        ->assertDontSee('A break in the data lies');
    $this->post("/s/{$store->slug}/weigh/calendar", [
        'name' => 'Counting failed',
        'first' => $day(6),
        'last' => $day(6),
        'returns' => 'never',
        'break' => '1',
    ])->assertRedirect();
    $this->get("/s/{$store->slug}/weigh")
        ->assertSee('A break in the data lies in what is compared here')
        ->assertSee('Counting failed');
    $this->get("/s/{$store->slug}/weigh/places")->assertSee('Counting failed');
    $page = (int) DB::table('pages')->where('store_id', $store->id)->where('url', 'like', '%/good')->value('id');
    $this->get("/s/{$store->slug}/gather/pages/$page")
        ->assertSee('Spring sale')
        ->assertSee('Counting failed');
    $event = (int) DB::table('calendar_events')->where('store_id', $store->id)->where('is_break', 1)->value('id');
    $this->post("/s/{$store->slug}/weigh/calendar/$event/drop")->assertRedirect();
    $this->get("/s/{$store->slug}/weigh")->assertDontSee('Counting failed');
});

it('takes no days that make no sense, and nothing from strangers or viewers', function (): void {
    $store = (new Site())->store();
    $path = "/s/{$store->slug}/weigh/calendar";
    $event = ['name' => 'Sale', 'first' => '2026-05-04', 'last' => '2026-05-03', 'returns' => 'never'];
    $this->post($path, $event)->assertRedirect('/sign-in');
    $this->actingAs(member($store, Role::Viewer))->get($path)->assertOk();
    $this->post($path, $event)->assertForbidden();
    $this->actingAs(member($store, Role::Writer))->post($path, $event)->assertSessionHasErrors('last');
    $this->post($path, ['last' => '2028-05-03'] + $event)->assertSessionHasErrors('last');
    $this->post($path, ['first' => '31.12.2026'] + $event)->assertSessionHasErrors('first');
    $this->post($path, ['returns' => 'sometimes'] + $event)->assertSessionHasErrors('returns');
    expect(Calendar::all($store))->toBe([]);
    $id = Calendar::add($store, new NewEvent('Sale', '2026-05-04', '2026-05-05'), null);
    $other = (new Site())->store();
    $this->actingAs(member($other, Role::Owner))->get($path)->assertNotFound();
    $this->post("/s/{$other->slug}/weigh/calendar/$id/drop")->assertRedirect();
    expect(Calendar::all($store))->toHaveCount(1);
});
