<?php

declare(strict_types=1);

use App\Access\Role;
use App\Facts\NumberWindow;
use App\Facts\SalesSum;
use App\Gather\Files\FileSort;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use App\Watch\Changed\Marks;
use App\Watch\Changed\NewMark;
use App\Watch\Judging\GroupedBy;
use App\Watch\Lists\AcrossChanges;
use App\Watch\Reports\Cost;
use App\Watch\Reports\Finance;
use App\Watch\Reports\Report;
use Illuminate\Support\Facades\DB;
use Tests\Shops\WatchedStore;

/** A store with 66 weeks of clicks and sales, weighed; its pages earn 1.2 times as much in the last 20 weeks. */
function yearStore(): WatchedStore
{
    static $made = null;
    if ($made === null) {
        $made = WatchedStore::of(12, array_fill_keys(range(1, 12), 1.2), 20, 66, 5);
        $rows = "page,day,orders,revenue,returned\n";
        foreach ($made->days as $nth => $day) {
            $rows .=
                '/p/1,'.
                $day.
                ','.
                (1 + ($nth % 3)).
                ','.
                (119.0 + ($nth % 5)).
                ','.
                ($nth % 7 === 0 ? '11.90' : '0').
                "\n";
        }
        bringIn($made->store, $rows, FileSort::Sales);
        weigh($made->store);
    }

    return $made;
}

function clicksBetween(Store $store, string $first, string $last): int
{
    return (int) DB::table('search_rows')
        ->where('store_id', $store->id)
        ->whereBetween('day', [$first, $last])
        ->sum('clicks');
}

it('tells clicks beside 364 days earlier as the rows do, and by parts that add up', function (): void {
    $store = yearStore()->store;
    $window = NumberWindow::of($store);
    $year = Report::of($store)->year;
    $back = static fn (string $day): string => (new DateTimeImmutable($day))->modify('-364 days')->format('Y-m-d');
    $all = $year?->all();
    expect($all?->clicks)
        ->toBe(clicksBetween($store, sure($window?->firstDay), sure($window?->lastDay)))
        ->and($all?->earlier)
        ->toBe(clicksBetween($store, $back(sure($window)->firstDay), $back(sure($window)->lastDay)))
        ->and($all?->beside)
        ->toBe($all?->clicks)
        ->and($all?->change())
        ->toBeGreaterThan(0.0);
    $kinds = array_filter(sure($year)->parts, static fn ($part): bool => $part->by === 'Kind');
    expect(array_sum(array_column($kinds, 'clicks')))->toBe($all?->clicks);
    // Nothing is compared with days that nobody told.
    $young = WatchedStore::of(5, [], 0, 20, 6)->store;
    weigh($young);
    expect(Report::of($young)->year?->all()?->change())->toBeNull();
});

it('says whether the target is reached', function (): void {
    $store = yearStore()->store;
    $change = 100 * Report::of($store)->year?->all()?->change();
    foreach (
        [[0, 'The target is', false], [1, 'It is reached', true], [900, 'points are missing', true]] as [$target, $words, $isSaid]
    ) {
        app(StoreOptions::class)->set($store, 'target_growth', (string) $target);
        $html = Report::of($store->refresh())->html();
        expect(str_contains($html, $words))->toBe($isSaid);
    }
    expect($html)->toContain(number_format(900 - $change, 1).' points are missing');
    expect(fn () => app(StoreOptions::class)->set($store, 'target_growth', '-5'))->toThrow(
        InvalidArgumentException::class,
    );
});

it('sets revenue beside the accounts, step by step', function (): void {
    $made = yearStore();
    $store = $made->store;
    [$from, $to] = [$made->days[400], $made->days[429]];
    $rows = DB::table('sales_rows')
        ->where('store_id', $store->id)
        ->whereBetween('day', [$from, $to])
        ->selectRaw('SUM(revenue) AS revenue, SUM(returned) AS returned, SUM(orders) AS orders')
        ->first();
    $sum = SalesSum::between($store->id, $from, $to);
    expect([$sum->revenue, $sum->returned, $sum->orders, $sum->days])->toBe([
        (float) $rows?->revenue,
        (float) $rows?->returned,
        (int) $rows?->orders,
        30,
    ]);
    app(StoreOptions::class)->set($store, 'tax', '0.19');
    $this->actingAs(member($store, Role::Approver));
    $this->post(route('watch.finance', $store), [
        'from' => $from,
        'to' => $to,
        'amount' => '3000.50',
    ])->assertRedirect();
    $finance = Finance::of($store->refresh(), $from, $to);
    $net = ((float) $rows?->revenue - (float) $rows?->returned) / 1.19;
    expect($finance?->net())
        ->toEqualWithDelta($net, 0.001)
        ->and($finance?->rest())
        ->toEqualWithDelta(3000.5 - $net, 0.001)
        // Each line is what the one before and the steps between make.
        ->and($finance?->told - $finance?->returned - $finance?->tax + $finance?->rest())
        ->toEqualWithDelta($finance?->amount, 0.001);
    $this->get(route('watch.report', [$store, 'from' => $from, 'to' => $to]))
        ->assertOk()
        ->assertSee('Revenue beside the accounts')
        ->assertSee(number_format($net, 2));
    // What came in later is told after the next judging.
    DB::table('sales_rows')
        ->where('store_id', $store->id)
        ->where('day', $from)
        ->update(['revenue' => DB::raw('revenue + 100')]);
    judgeAll($store);
    expect(Finance::of($store, $from, $to)?->told)->toEqualWithDelta((float) $rows?->revenue + 100, 0.001);
    // Of days that nobody told it says so; nothing said takes it away.
    Finance::say($store, '2020-01-01', '2020-01-10', 5.0, null);
    expect(Finance::of($store, '2020-01-01', '2020-01-10'))->days->toBe(10)->daysTold->toBe(0)->told->toBe(0.0);
    $this->post(route('watch.finance', $store), ['from' => $from, 'to' => $to, 'amount' => ''])->assertRedirect();
    expect(Finance::of($store, $from, $to))->toBeNull();
    $this->post(route('watch.finance', $store), [
        'from' => $to,
        'to' => $from,
        'amount' => '1',
    ])->assertSessionHasErrors();
    $this->post(route('watch.finance', $store), [
        'from' => $from,
        'to' => $to,
        'amount' => 'x',
    ])->assertSessionHasErrors('amount');
    $this->actingAs(member($store, Role::Writer))
        ->post(route('watch.finance', $store), ['from' => $from, 'to' => $to, 'amount' => '1'])
        ->assertForbidden();
});

it('tells what was done by hand in hours, and what suggestions cost', function (): void {
    $store = yearStore()->store;
    $pages = DB::table('pages')->where('store_id', $store->id)->orderBy('id')->limit(10)->pluck('id')->all();
    foreach (
        [
            ['2026-03-02', 'hand', 3],
            ['2026-03-02', 'suggested', 2],
            ['2026-03-02', 'recipe', 5],
            ['2025-03-02', 'hand', 4],
        ] as [$day, $origin, $n]
    ) {
        $change = DB::table('watch_changes')->insertGetId([
            'store_id' => $store->id,
            'source' => 1,
            'source_id' => random_int(1_000_000, 9_000_000),
            'name' => $origin,
            'first_day' => $day,
            'day' => $day,
            'pages' => $n,
            'fields' => 1,
            'created_at' => now(),
        ]);
        foreach (array_slice($pages, 0, $n) as $page) {
            DB::table('watch_pages')->insert([
                'change_id' => $change,
                'page_id' => $page,
                'store_id' => $store->id,
                'live_on' => $day,
                'fields' => 1,
                'origin' => $origin,
                'kind' => 3,
            ]);
        }
    }
    foreach (
        [
            ['2026-03-02 10:00:00', 'EUR', 2_000_000],
            ['2026-03-20 10:00:00', 'EUR', 1_000_000],
            ['2026-05-20 10:00:00', 'EUR', 7],
        ] as [$at, $currency, $tokens]
    ) {
        DB::table('write_wishes')->insert([
            'store_id' => $store->id,
            'source_id' => 1,
            'source' => 'x',
            'field' => 1,
            'style' => '{}',
            'facts' => '[]',
            'scope' => '',
            'pages' => 1,
            'foreseen_in' => 0,
            'foreseen_out' => 0,
            'told_in' => $tokens,
            'told_out' => $tokens / 2,
            'price_in' => 1.5,
            'price_out' => 3,
            'currency' => $currency,
            'made_at' => $at,
        ]);
    }
    app(StoreOptions::class)->set($store, 'minutes_product', '30');
    app(StoreOptions::class)->set($store, 'hour_cost', '50');
    $cost = Cost::of($store->refresh(), '2026-03-01', '2026-03-31');
    // Three pages of half an hour, and a fifth of that for two that were suggested.
    expect($cost->pages)
        ->toBe(5)
        ->and($cost->hours)
        ->toEqualWithDelta(3 * 0.5 + 2 * 0.1, 0.0001)
        ->and($cost->work())
        ->toEqualWithDelta(85.0, 0.001)
        ->and($cost->spent)
        ->toHaveCount(1)
        ->and($cost->spent[0]->amount)
        ->toEqualWithDelta(3 * 1.5 + 1.5 * 3, 0.0001);
    expect(Report::of($store, '2026-03-01', '2026-03-31')->html())
        ->toContain('<b>2</b> hours for 5 pages by hand')
        ->toContain('For suggested texts 9.00 EUR.');
});

it('puts the stores that somebody may see into one report, and no other', function (): void {
    $made = yearStore();
    $other = WatchedStore::of(20, [], 0, 20, 8)->store;
    weigh($other);
    $other->update(['name' => 'Another shop']);
    $strange = WatchedStore::of(5, [], 0, 20, 9)->store;
    $strange->update(['name' => 'A strange shop']);
    $person = member($made->store, Role::Viewer);
    $person->stores()->attach($other->id, ['role' => Role::Viewer->value]);
    $this->actingAs($person);
    $all = Report::of($made->store)->year?->all()?->clicks + Report::of($other)->year?->all()?->clicks;
    $this->get(route('watch.group'))
        ->assertOk()
        ->assertSee('Another shop')
        ->assertDontSee('A strange shop')
        ->assertSee(number_format($all));
    $this->get(route('watch.group', ['stores' => [$other->slug, $strange->slug]]))
        ->assertOk()
        ->assertSee('What was done in one store')
        ->assertDontSee('A strange shop');
    $csv = $this->get(route('watch.group.export', ['csv']))->assertOk()->streamedContent();
    expect(substr_count(trim($csv), "\n"))->toBe(2)->and($csv)->toContain('Another shop')->not->toContain('strange');
    $this->get(route('watch.group', ['from' => 'x']))->assertSessionHasErrors('from');
    $this->get('/reports.pdf')->assertNotFound();
    auth()->logout();
    $this->get(route('watch.group'))->assertRedirect(route('sign-in'));
});

it('adds up over all changes what each kind of work earned, as the single results have it', function (): void {
    $watched = WatchedStore::of(200, array_fill_keys(range(1, 90), 1.4), 12, 40, 3);
    $store = $watched->store;
    foreach ([[1, 45], [46, 90]] as [$first, $last]) {
        Marks::add($store, new NewMark("Pages $first on", $watched->day(12), pathsOf(range($first, $last))), null);
    }
    expect(AcrossChanges::of($store, GroupedBy::Work))->toBe([]);
    judgeAll($store);
    $rows = DB::select(
        'SELECT r.*, c.weeks_told FROM watch_results r JOIN watch_changes c ON c.id = r.change_id
            WHERE r.store_id = ? AND r.part >= 2',
        [$store->id],
    );
    $across = AcrossChanges::of($store, GroupedBy::Work);
    expect(count($rows))->toBe(2)->and($across)->toHaveCount(1);
    $gain = $variance = $expected = 0.0;
    foreach ($rows as $row) {
        $per = 4 / $row->weeks_told;
        $gain += ($row->came - $row->expected) * $per;
        $variance += ($row->error * $per) ** 2;
        $expected += $row->expected * $per;
    }
    expect($across[0]->changes)
        ->toBe(2)
        ->and($across[0]->pages)
        ->toBe((int) array_sum(array_column($rows, 'pages')))
        ->and($across[0]->clicks->value)
        ->toEqualWithDelta($gain, 1e-6)
        ->and($across[0]->clicks->low())
        ->toEqualWithDelta($gain - 1.645 * sqrt($variance), 1e-6)
        ->and($across[0]->share())
        ->toEqualWithDelta($gain / $expected, 1e-9)
        ->and($across[0]->isTold())
        ->toBeTrue();
    $this->actingAs(member($store, Role::Viewer))
        ->get(route('watch', $store))
        ->assertOk()
        ->assertSee('Over all changes')
        ->assertSee($across[0]->name);
});
