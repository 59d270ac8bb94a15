<?php

declare(strict_types=1);

use App\Stores\Models\Store;
use App\Watch\Changed\Marks;
use App\Watch\Changed\NewMark;
use App\Watch\Judging\LeftOut;
use App\Watch\Judging\WhyOpen;
use App\Watch\Lists\ResultList;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Outcome\Verdict;
use Tests\Shops\WatchedStore;

it('judges a change that was made elsewhere, and one that was none', function (): void {
    $changed = range(1, 60, 1);
    $watched = WatchedStore::of(260, array_fill_keys($changed, 1.45), 9);
    $store = $watched->store;
    $day = $watched->day(9);
    $better = Marks::add($store, new NewMark('Titles of the new theme', $day, pathsOf($changed)), null)['change'];
    $nothing = Marks::add($store, new NewMark('=Nothing at all', $day, pathsOf(range(100, 140))), null)['change'];
    $lost = Marks::add($store, new NewMark('Later', $watched->day(2), pathsOf(range(200, 240))), null)['change'];
    judgeAll($store);
    $result = ResultList::find($store, $better);
    expect($result?->verdict)
        ->toBe(Verdict::Earned)
        ->and($result?->alone)
        ->toBe(260 - 60 - 41)
        ->and($result?->weeksTold)
        ->toBe(4)
        ->and(sure($result?->gain)['low'])
        ->toBeGreaterThan(0.2 * sure($result?->gain)['expected'])
        ->and(sure($result?->gain)['low'])
        ->toBeLessThan(0.45 * sure($result?->gain)['expected'])
        ->and(sure($result?->gain)['high'])
        ->toBeGreaterThan(0.45 * sure($result?->gain)['expected'])
        ->and($result?->words($store->today()))
        ->toMatch('/^earned [\d,]+ to [\d,]+ more clicks in 28 days$/')
        ->and(ResultList::find($store, $nothing)?->verdict)
        ->toBe(Verdict::None);
    $open = ResultList::find($store, $lost);
    expect($open?->verdict)
        ->toBe(Verdict::Open)
        ->and($open?->why)
        ->toBe(WhyOpen::Days)
        ->and($open?->words($store->today()))
        ->toContain('cannot be told yet');

    // What is shown adds up to the rows themselves.
    $row = DB::table('watch_results')->where('change_id', $better)->where('part', 0)->first();
    $weeks = DB::table('watch_weeks')->where('change_id', $better)->where('is_after', 1)->pluck('week');
    $ids = DB::table('watch_pages')->where('change_id', $better)->pluck('page_id');
    $rows = DB::table('search_rows')
        ->where('store_id', $store->id)
        ->whereIn('page_id', $ids)
        ->whereBetween('day', [
            $weeks->min(),
            (new DateTimeImmutable((string) $weeks->max()))->modify('+6 days')->format('Y-m-d'),
        ])
        ->sum('clicks');
    expect($weeks)
        ->toHaveCount(4)
        ->and((float) $row?->came)
        ->toBe((float) $rows)
        ->and((float) DB::table('watch_pages')->where('change_id', $better)->sum('expected'))
        ->toEqualWithDelta((float) $row?->expected, 0.01)
        ->and((float) DB::table('watch_weeks')->where('change_id', $better)->where('is_after', 1)->sum('expected'))
        ->toEqualWithDelta((float) $row?->expected, 0.01)
        ->and((float) DB::table('watch_weeks')->where('change_id', $better)->where('is_after', 1)->sum('came'))
        ->toBe((float) $row?->came);

    // Judged again, the same is said; and what a spreadsheet would run is not run.
    $first = iterator_to_array(ResultList::export($store), false);
    DB::table('watch_changes')
        ->where('store_id', $store->id)
        ->update(['judged_of' => null]);
    judgeAll($store);
    expect(iterator_to_array(ResultList::export($store), false))->toEqual($first);
    $csv = orchard(['watch:export', '--store='.$store->slug]);
    expect($csv['code'])
        ->toBe(0)
        ->and($csv['out'])
        ->toContain("'=Nothing at all")
        ->and(strtok($csv['out'], "\n"))
        ->toStartWith(
            'release,name,date,pages,clicks,clicks_low,clicks_high,revenue,revenue_low,revenue_high,verdict,promised',
        );
});

it('waits for the weeks that are lacking, and gives thin pages eight of them', function (): void {
    $watched = WatchedStore::of(120, [], 7);
    $store = $watched->store;
    $one = Marks::add($store, new NewMark('One', $watched->day(7), pathsOf(range(1, 40))), null)['change'];
    judgeAll($store);
    expect(DB::table('watch_changes')->where('id', $one)->value('weeks'))
        ->toBe(4)
        ->and(DB::table('watch_changes')->where('id', $one)->value('verdict'))
        ->toBe(Verdict::None->value);
    // The day by which all is fetched is the store's to say: a later one leaves fewer weeks.
    app(App\Stores\StoreOptions::class)->set($store, 'fetch_days', '30');
    judgeAll($store->refresh());
    $row = DB::table('watch_changes')->where('id', $one)->first();
    expect($row?->weeks_told)
        ->toBe(2)
        ->and($row?->verdict)
        ->toBe(Verdict::Open->value)
        ->and($row?->ready_on > $store->today())
        ->toBeTrue();
    DB::table('page_weeks')
        ->where('store_id', $store->id)
        ->update(['clicks' => DB::raw('IF(clicks > 12, 1, 0)')]);
    DB::table('watch_changes')
        ->where('id', $one)
        ->update(['judged_of' => null]);
    judgeAll($store);
    expect(DB::table('watch_changes')->where('id', $one)->value('weeks'))->toBe(8);
});

it('leaves campaigns and pages changed again out, on both sides', function (): void {
    $watched = WatchedStore::of(150, [], 9);
    $store = $watched->store;
    $day = $watched->day(9);
    $one = Marks::add($store, new NewMark('One', $day, pathsOf(range(1, 40))), null)['change'];
    judgeAll($store);
    $alone = ResultList::find($store, $one)?->alone;
    $page = static fn (int $n): int => pageAt($store, "/p/$n");
    $resource = static function (int $n) use ($store, $page): int {
        $id = DB::table('resources')->insertGetId([
            'store_id' => $store->id,
            'market_id' => (int) DB::table('markets')->where('store_id', $store->id)->value('id'),
            'external_id' => "x$n",
            'kind' => 3,
            'name' => "P $n",
            'version' => '1',
            'url' => "https://watched.example/p/$n",
            'attributes' => '{}',
            'page_id' => $page($n),
            'synced_at' => now(),
            'from_page' => 0,
        ]);
        DB::table('pages')
            ->where('id', $page($n))
            ->update(['resource_id' => $id]);

        return $id;
    };
    $after = (new DateTimeImmutable($day))->modify('+20 days')->format('Y-m-d 12:00:00');
    foreach ([2, 90] as $n) {
        DB::table('history')->insert([
            'store_id' => $store->id,
            'resource_id' => $resource($n),
            'field' => 1,
            'event' => 'live',
            'before_value' => 'a',
            'after_value' => 'b',
            'origin' => 'hand',
            'release_id' => 777,
            'created_at' => $after,
        ]);
    }
    foreach ([3, 91] as $n) {
        DB::table('text_spells')->insert([
            'resource_id' => $resource($n),
            'field' => 1,
            'cause' => 1,
            'by_id' => 5,
            'store_id' => $store->id,
            'from_at' => $after,
            'to_at' => $watched->days[count($watched->days) - 1].' 00:00:00',
        ]);
    }
    // A page of another mark of that time: which of the two it was, nobody can tell.
    Marks::add($store, new NewMark('Two', substr($after, 0, 10), ['/p/4', '/p/120']), null);
    judgeAll($store);
    $left = DB::table('watch_pages')->where('change_id', $one)->where('left_out', '>', 0)->pluck('left_out', 'page_id');
    expect($left->all())
        ->toEqual([
            $page(2) => LeftOut::ChangedAgain->value,
            $page(3) => LeftOut::Campaign->value,
            $page(4) => LeftOut::ChangedAgain->value,
        ])
        ->and(ResultList::find($store, $one)?->alone)
        ->toBe($alone - 3)
        ->and(ResultList::find($store, $one)?->counted)
        ->toBe(37);
});

it('refuses marks that can be none', function (string $name, string $day, array $pages, string $why): void {
    static $store = null;
    $store ??= WatchedStore::of(30, [], 2, 4)->store;
    $day = $day === 'ahead' ? now()->addDays(2)->toDateString() : ($day === 'now' ? $store->today() : $day);
    expect(fn () => Marks::add($store, new NewMark($name, $day, array_values($pages)), null))->toThrow(
        InvalidArgumentException::class,
        $why,
    );
})->with([
    ['', 'now', ['/p/1'], 'has a name'],
    ['A theme', '2026-13-40', ['/p/1'], 'has a name, and a date'],
    ['A theme', 'ahead', ['/p/1'], 'not ahead'],
    ['A theme', '2019-01-01', ['/p/1'], 'within the last two years'],
    ['A theme', 'now', ['/nowhere', ''], 'None of the addresses'],
    ['A theme', 'now', [], 'None of the addresses'],
]);

it('says what is lacking where numbers do not reach back', function (): void {
    $watched = WatchedStore::of(40, [], 2, 4);
    $one = Marks::add($watched->store, new NewMark('Old', $watched->day(4), ['/p/1', '/p/2', '/p/none']), null);
    expect($one['unknown'])->toBe(['/p/none']);
    judgeAll($watched->store);
    expect(ResultList::find($watched->store, $one['change'])?->words($watched->store->today()))->toBe(
        'no search numbers of the weeks before',
    );
});
