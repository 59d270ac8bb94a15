<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Files\FileSort;
use App\Match\Pairing\SuggestWork;
use App\Match\Terms\Asks;
use App\Match\Tracking\Line;
use App\Match\Tracking\TrackedFilter;
use App\Match\Tracking\TrackedList;
use App\Match\Tracking\TrackWork;
use App\Platform\Work\WorkDesk;
use App\Stores\AddStore;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Orchard\Core\Terms\PositionBand;
use Tests\TestCase;

/** Works the reading of tracked terms to its end. */
function trackUp(Store $store): void
{
    $work = TrackWork::begin($store, null);
    expect(app(WorkDesk::class)->workToEnd((int) $work))->toBe(
        'done',
        (string) DB::table('work')->where('id', $work)->value('problem'),
    );
}

/**
 * A shop that is seen for three terms, one of them in two forms and by two pages, with days without a row.
 *
 * @return array{Store, list<array{string, string, string, int, int, float}>} rows as day, path, query, clicks,
 * impressions and position
 */
function seenByDay(): array
{
    $store = app(AddStore::class)->add('Lamps', 'https://lamps.example', 'lamps-'.Str::lower(Str::random(10)));
    bringIn(
        $store,
        "url,kind,title\n/,home,Lamps\n/brass,collection,Brass lamps\n/brass/arched,product,Arched brass lamp\n",
        FileSort::Pages,
    );
    $rows = [];
    foreach (daysBack(70) as $nth => $day) {
        // Each days' figures are their own, so that sums tell which days are in them.
        $nth % 7 === 3 || ($rows[] = [$day, '/brass', 'brass lamp', $nth % 4, 40 + $nth, 4.0 + ($nth % 5)]);
        $nth % 7 === 3 || ($rows[] = [$day, '/brass', 'Brass Lamps', 1, 10 + ($nth % 3), 8.0]);
        $nth % 7 === 5 && ($rows[] = [$day, '/brass/arched', 'brass lamp', 0, 200, 30.0]);
        $nth > 60 && ($rows[] = [$day, '/brass/arched', 'arched brass lamp', 2, 9, 1.5]);
        $nth < 12 && ($rows[] = [$day, '/', 'lamp shop somewhere', 0, 30, 61.0]);
    }
    bringIn($store, seenFile($rows));
    weigh($store);
    matchUp($store);

    return [$store, $rows];
}

/** @param  list<array{string, string, string, int, int, float}>  $rows */
function seenFile(array $rows): string
{
    $text = "date,page,query,clicks,impressions,position\n";
    foreach ($rows as [$day, $path, $query, $clicks, $impressions, $position]) {
        $text .= "$day,https://lamps.example$path,$query,$clicks,$impressions,$position\n";
    }

    return $text;
}

/**
 * The same sums as another hand would make them.
 *
 * @param  list<array{string, string, string, int, int, float}>  $rows
 * @param  list<string>  $queries
 * @return array<string, array{int, int, float}> clicks, impressions and position by day
 */
function byDay(array $rows, array $queries): array
{
    $days = [];
    foreach ($rows as [$day, , $query, $clicks, $impressions, $position]) {
        if (in_array(mb_strtolower($query), $queries, true)) {
            $old = $days[$day] ?? [0, 0, 0.0];
            $days[$day] = [$old[0] + $clicks, $old[1] + $impressions, $old[2] + $position * $impressions];
        }
    }
    ksort($days);

    return array_map(static fn (array $day): array => [$day[0], $day[1], round($day[2] / $day[1], 2)], $days);
}

/** @return array<string, array{int, int, float}> as it is kept */
function keptDays(Store $store, string $term): array
{
    $kept = [];
    foreach (
        DB::select(
            'SELECT d.* FROM match_days d JOIN match_terms t ON t.store_id = d.store_id AND t.market_id = d.market_id AND
                t.digest = d.digest WHERE d.store_id = ? AND t.term = ? ORDER BY d.day',
            [$store->id, $term],
        ) as $row
    ) {
        $kept[(string) $row->day] = [
            (int) $row->clicks,
            (int) $row->impressions,
            round((int) $row->position_sum / (int) $row->impressions / 1000, 2),
        ];
    }

    return $kept;
}

it('tells tracked terms day by day as the rows have them, and leaves out what was not seen', function (): void {
    /** @var TestCase $this */
    [$store, $rows] = seenByDay();
    $this->actingAs(member($store, Role::Writer));
    $this->post("/s/$store->slug/match/tracked", [
        'which' => 'typed',
        'terms' => "BRASS  lamps\narched brass lamp\tof no interest\nnever searched\n\n",
        'tags' => 'spring, brass ,spring',
    ])->assertSessionHas('done');
    trackUp($store);
    $brass = byDay($rows, ['brass lamp', 'brass lamps']);
    $arched = byDay($rows, ['arched brass lamp']);
    $term = (string) DB::table('match_terms')
        ->where('store_id', $store->id)
        ->where('tracked', 1)
        ->where('impressions', '>', 1000)
        ->value('term');
    expect(keptDays($store, $term))
        ->toBe($brass)
        ->and(count($brass))
        ->toBe(60)
        ->and(keptDays($store, 'arched brass lamp'))
        ->toBe($arched)
        ->and(keptDays($store, 'never searched'))
        ->toBe([]);

    // By week: the sums of their days, and the band of the average.
    foreach (
        DB::select(
            'SELECT w.* FROM match_weeks w JOIN match_terms t ON t.store_id = w.store_id AND t.digest = w.digest WHERE
                w.store_id = ? AND t.term = ?',
            [$store->id, $term],
        ) as $week
    ) {
        $sum = [0, 0, 0.0];
        foreach ($rows as [$day, , $query, $clicks, $impressions, $position]) {
            if (
                in_array(mb_strtolower($query), ['brass lamp', 'brass lamps'], true) &&
                date('Y-m-d', (int) strtotime('monday this week', (int) strtotime($day))) === (string) $week->week
            ) {
                $sum = [$sum[0] + $clicks, $sum[1] + $impressions, $sum[2] + $position * $impressions];
            }
        }
        expect([(int) $week->clicks, (int) $week->impressions])
            ->toBe([$sum[0], $sum[1]])
            ->and(abs($week->position_milli / 1000 - $sum[2] / $sum[1]))
            ->toBeLessThan(0.01)
            ->and((int) $week->band)
            ->toBe(PositionBand::of($sum[2] / $sum[1])->value);
    }

    // The picture of bands counts the same, whatever part of the terms it is of.
    foreach (['', 'tag=spring', 'asked=product', 'order=lost'] as $query) {
        $request = Illuminate\Http\Request::create("/x?$query");
        $filter = TrackedFilter::from($request, $store);
        $counted = [];
        foreach (
            DB::select(
                'SELECT w.week, w.band, COUNT(*) AS n FROM match_weeks w JOIN match_said s ON s.store_id = w.store_id
                    AND s.digest = w.digest JOIN match_terms t ON t.store_id = w.store_id AND t.digest = w.digest
                    WHERE w.store_id = ? AND s.tags LIKE ? AND (? = 0 OR t.asked = ?) GROUP BY w.week, w.band
                    ORDER BY w.week, w.band',
                [
                    $store->id,
                    $filter->tag === '' ? '%' : '%spring%',
                    $filter->asked === null ? 0 : 1,
                    $filter->asked === null ? 0 : Asks::number($filter->asked),
                ],
            ) as $row
        ) {
            $counted[(string) $row->week][(int) $row->band] = (int) $row->n;
        }
        $shown = array_filter((new TrackedList($store, $filter))->bands());
        array_walk($shown, static fn (array &$bands): bool => ksort($bands));
        expect($shown)->toBe($counted, $query);
    }
    expect(
        (new TrackedList($store, TrackedFilter::from(Illuminate\Http\Request::create('/x'), $store)))->bands(),
    )->not->toBe([]);

    // The page that is shown most on a day is named, and the screen says so where it is another than the term's own.
    $list = $this->get("/s/$store->slug/match/tracked?market=0&order=clicks");
    $list->assertOk()->assertSee('not seen <b>1</b>', false)->assertSee('spring, brass')->assertSee('never');
    $this->get("/s/$store->slug/match/tracked?band=unseen")
        ->assertSee('never searched')
        ->assertDontSee('>arched brass');
    $this->get("/s/$store->slug/match/tracked?band=1")->assertSee('>arched brass lamp', false);
    $this->get("/s/$store->slug/match/tracked?tag=spring")->assertSee('all <b>3</b>', false);
    $this->get("/s/$store->slug/match/tracked?tag=spr")->assertSee('all <b>0</b>', false);
    $id = DB::table('match_terms')->where('store_id', $store->id)->where('term', $term)->value('id');
    // A day that no row tells at all is no day on which the term was missed.
    $told = count(array_unique(array_column($rows, 0)));
    $this->get("/s/$store->slug/match/terms/$id")->assertSee('on '.($told - 60)." of $told days");
    expect($told)->toBeGreaterThan(60)->toBeLessThan(70);
    $table = orchard(['match:export', "--store=$store->slug", '--what=tracked', '--format=json']);
    expect($table['code'])
        ->toBe(0)
        ->and(count((array) json_decode($table['out'], true)))
        ->toBe(count($brass) + count($arched));
});

it('follows new rows and new choices, and forgets what is tracked no longer', function (): void {
    /** @var TestCase $this */
    [$store, $rows] = seenByDay();
    $this->actingAs(member($store, Role::Writer));
    $page = DB::table('pages')->where('store_id', $store->id)->where('url', 'like', '%/brass/arched')->value('id');
    $this->post("/s/$store->slug/match/tracked", [
        'which' => 'page',
        'url' => '/brass/arched',
        'most' => 1,
    ])->assertSessionHas('done');
    expect(DB::table('match_said')->where('store_id', $store->id)->where('tracked', 1)->pluck('term')->all())->toBe([
        'arched brass lamp',
    ]);
    trackUp($store);
    // A file that tells another day is weighed, and the days are read again by themselves.
    $day = date('Y-m-d', (int) strtotime($rows[0][0].' -1 day'));
    bringIn($store, seenFile([[$day, '/brass/arched', 'arched brass lamps', 1, 5, 2.0]]));
    $before = (int) DB::table('work')->where('sort', TrackWork::sort())->max('id');
    weigh($store);
    $begun = DB::table('work')->where('store_id', $store->id)->where('sort', TrackWork::sort())->max('id');
    expect((int) $begun)->toBeGreaterThan($before);
    app(WorkDesk::class)->workToEnd((int) $begun);
    // Its plural was met by no matching yet; it is from the next one on.
    expect(array_key_first(keptDays($store, 'arched brass lamp')))->not->toBe($day);
    matchUp($store);
    trackUp($store);
    expect(array_key_first(keptDays($store, 'arched brass lamp')))->toBe($day);

    $leads = DB::table('match_terms')->where('store_id', $store->id)->whereNotNull('lead_page')->count();
    $this->post("/s/$store->slug/match/tracked", ['which' => 'leads', 'most' => 500])->assertSessionHas('done');
    expect(DB::table('match_terms')->where('store_id', $store->id)->where('tracked', 1)->count())->toBe($leads);
    $this->post("/s/$store->slug/match/undo");
    expect(DB::table('match_terms')->where('store_id', $store->id)->where('tracked', 1)->count())->toBe(1);
    $this->get("/s/$store->slug/match/tracked?page=$page")->assertSee('all <b>1</b>', false);

    $term = (int) DB::table('match_terms')->where('store_id', $store->id)->where('tracked', 1)->value('id');
    $this->post("/s/$store->slug/match/terms", ['terms' => [$term], 'do' => 'untrack'])->assertSessionHas('done');
    foreach (['match_days', 'match_weeks', 'match_tracked'] as $table) {
        expect(DB::table($table)->where('store_id', $store->id)->count())->toBe(0, $table);
    }
});

it('says what cannot be tracked', function (): void {
    /** @var TestCase $this */
    $store = app(AddStore::class)->add('Bare', 'https://bare.example', 'bare-'.Str::lower(Str::random(10)));
    $this->actingAs(member($store, Role::Writer));
    $this->get("/s/$store->slug/match/tracked")
        ->assertOk()
        ->assertSee('Nothing is tracked yet');
    $track = fn (array $what) => $this->post("/s/$store->slug/match/tracked", $what);
    $track(['which' => 'typed', 'terms' => " \n\t\n"])->assertSessionHasErrors('which');
    $track(['which' => 'page', 'url' => '/nowhere'])->assertSessionHasErrors('which');
    $track(['which' => 'page', 'url' => ''])->assertSessionHasErrors('which');
    $track(['which' => 'leads'])->assertSessionHasErrors('which');
    $track(['which' => 'all'])->assertSessionHasErrors('which');
    $track(['which' => 'leads', 'most' => 501])->assertSessionHasErrors('most');
    $odd = "مصباح نحاسي\n真鍮ランプ\n💡 lamp\n\"site:lamps.example\" -buy\n".str_repeat('lamp ', 60);
    $track(['which' => 'typed', 'terms' => $odd])->assertSessionHas('done');
    trackUp($store);
    $this->get("/s/$store->slug/match/tracked")
        ->assertOk()
        ->assertSee('真鍮ランプ')
        ->assertSee('مصباح نحاسي')
        ->assertSee('Positions need search rows', false);
    $this->actingAs(member($store, Role::Viewer));
    $this->get("/s/$store->slug/match/tracked")
        ->assertOk()
        ->assertDontSee('Track them');
    $track(['which' => 'typed', 'terms' => 'lamp'])->assertForbidden();
});

it('reads terms once at a time, however often it is asked for', function (): void {
    $store = app(AddStore::class)->add('Twice', 'https://twice.example', 'twice-'.Str::lower(Str::random(10)));
    $work = SuggestWork::begin($store, null);
    DB::table('work')
        ->where('id', $work)
        ->update(['state' => 'running']);
    expect(SuggestWork::begin($store, null))->toBe($work);
    DB::table('work')
        ->where('id', $work)
        ->update(['state' => 'done']);
    expect(SuggestWork::begin($store, null))->toBeGreaterThan($work);
});

it('draws a line with a break wherever a term was not seen', function (): void {
    $line = Line::of([1.0, 2.0, null, 10.0, null, 60.0, 90.0], 60, 24);
    expect(substr_count($line['path'], 'M'))
        ->toBe(2)
        ->and(substr_count($line['path'], 'L'))
        ->toBe(2)
        ->and($line['dots'])
        ->toHaveCount(1)
        ->and($line['dots'][0][0])
        ->toBe(30.0)
        ->and(Line::of([null, null], 60, 24))
        ->toBe(['path' => '', 'dots' => []])
        ->and(Line::y(1.0, 24))
        ->toBeLessThan(Line::y(3.0, 24))
        ->and(Line::y(60.0, 24))
        ->toBe(Line::y(300.0, 24));
});
