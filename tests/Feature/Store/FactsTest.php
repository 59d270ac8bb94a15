<?php

declare(strict_types=1);

use App\Facts\FactTable;
use App\Facts\Grain;
use App\Facts\PageWeeks;
use App\Facts\Partitions;
use App\Facts\QueryBook;
use App\Inventory\PageAddress;
use App\Inventory\PageSource;
use App\Stores\MarketOptions;
use App\Stores\Markets;
use App\Stores\StoreOptions;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

it('takes the coarsest grain first', function (): void {
    [$pages, $queries, $devices] = [
        Grain::PAGE | Grain::DAY,
        Grain::PAGE | Grain::QUERY | Grain::DAY,
        Grain::PAGE | Grain::QUERY | Grain::DEVICE | Grain::DAY,
    ];
    expect(Grain::coarsestFirst([$devices, $pages, $queries]))
        ->toBe([$pages, $queries, $devices])
        ->and(Grain::coarsestFirst([]))
        ->toBe([]);
});

it('takes the same grain in whatever order they come', function (): void {
    mt_srand(4);
    for ($round = 0; $round < 200; $round++) {
        $grains = array_map(static fn (): int => mt_rand(0, 63), range(1, 6));
        $shuffled = $grains;
        shuffle($shuffled);
        $found = Grain::coarsestFirst($grains)[0];
        expect(Grain::coarsestFirst($shuffled)[0])->toBe($found);
        foreach ($grains as $grain) {
            if ($found !== null && ($grain & Grain::PAGE) !== 0) {
                expect(substr_count(decbin($found), '1'))->toBeLessThanOrEqual(substr_count(decbin($grain), '1'));
            }
        }
    }
});

it('says in words what rows tell', function (): void {
    expect(Grain::inWords(Grain::PAGE | Grain::DEVICE | Grain::DAY))
        ->toBe('by page, device, day')
        ->and(Grain::inWords(0))
        ->toBe('whole store');
});

it('begins weeks on Mondays, over every border of a year', function (): void {
    for (
        $day = new DateTimeImmutable('2019-12-20'), $end = new DateTimeImmutable('2027-01-10');
        $day < $end;
        $day = $day->modify('+1 day')
    ) {
        $monday = PageWeeks::weekOf($day->format('Y-m-d'));
        $apart = (int) (new DateTimeImmutable($monday))->diff($day)->days;
        expect((new DateTimeImmutable($monday))->format('N'))->toBe('1')->and($apart)->toBeLessThan(7);
    }
});

it('keeps months cut ahead, adds what is missing, and loses no row by it', function (): void {
    $months = static fn (): array => array_map(
        static fn (stdClass $row): string => (string) $row->name,
        DB::select(
            "SELECT PARTITION_NAME AS name FROM information_schema.PARTITIONS WHERE TABLE_SCHEMA = DATABASE() AND TABLE_NAME = 'sales_rows' ORDER BY PARTITION_ORDINAL_POSITION",
        ),
    );
    $before = $months();
    expect(end($before))
        ->toBe('later')
        ->and($before)
        ->toContain(now()->addMonths(3)->format('\mYm'));
    $far = now()->addYears(3)->format('Y-m-d');
    $store = (new Site())->store();
    DB::insert('INSERT INTO sales_rows VALUES (?, 33, 1, ?, 1, 1, 1, 1, 1, 0, 0)', [$store->id, $far]);
    Partitions::ensure(FactTable::Sales, now(), now()->addMonths(3));
    expect($months())->toBe($before);
    $last = Carbon::createFromFormat('!\mYm', $before[count($before) - 2]) ?? throw new LogicException('No month.');
    Partitions::ensure(FactTable::Sales, now(), $last->copy()->addMonths(2));
    expect($months())
        ->toBe([
            ...array_slice($before, 0, -1),
            $last->copy()->addMonth()->format('\mYm'),
            $last->copy()->addMonths(2)->format('\mYm'),
            'later',
        ])
        ->and(DB::table('sales_rows')->where('store_id', $store->id)->where('day', $far)->count())
        ->toBe(1);
});

it('keeps each query once per store, whatever the order and the chunks', function (): void {
    [$one, $two] = [(new Site())->store(), (new Site())->store()];
    $texts = array_map(static fn (int $i): string => "query $i", range(1, 4500));
    $first = (new QueryBook($one->id))->idsOf($texts);
    $again = (new QueryBook($one->id))->idsOf(array_reverse([...$texts, ...$texts]));
    ksort($first);
    ksort($again);
    expect($again)
        ->toBe($first)
        ->and(array_unique($first))
        ->toHaveCount(4500)
        ->and(DB::table('search_queries')->where('store_id', $one->id)->count())
        ->toBe(4500)
        ->and((new QueryBook($two->id))->idsOf(['query 1'])['query 1'])
        ->not->toBe($first['query 1']);
});

it('finds the page that an address in a file means', function (string $address, ?string $path): void {
    $site = new Site();
    $store = $site->store();
    $url = (new PageAddress($store))->urlOf(str_replace('HOST', substr($site->url, 7), $address));
    expect($url)->toBe($path === null ? null : $site->url.$path);
})->with([
    'whole' => ['http://HOST/lamp', '/lamp'],
    'a path alone' => ['/lamp', '/lamp'],
    'without a scheme' => ['HOST/lamp', '/lamp'],
    'another scheme' => ['https://HOST/lamp', '/lamp'],
    'with www in front' => ['http://www.HOST/lamp', '/lamp'],
    'a fragment' => ['/lamp#price', '/lamp'],
    'dots and escapes' => ['/a/../l%61mp', '/lamp'],
    'tracking' => ['/lamp?utm_source=x&utm_medium=y&gclid=z', '/lamp'],
    'tracking among others' => ['/lamp?finish=oak&utm_source=x&page=2', '/lamp?finish=oak&page=2'],
    'another host' => ['https://other.example/lamp', null],
    'another port' => ['http://127.0.0.1:1/lamp', null],
    'no address' => ['lamp', null],
    'nothing' => ['', null],
    'a script' => ['javascript:alert(1)', null],
    'a mail address' => ['mailto:a@shop.example', null],
]);

it('counts the hosts of a store’s markets as its own, and the parameters that it lists as tracking', function (): void {
    $store = (new Site())->store();
    MarketOptions::set(Markets::of($store)->first(), 'host', 'shop.example');
    app(StoreOptions::class)->set($store, 'tracking_parameters', 'ref, aff_*');
    $address = new PageAddress($store->refresh());
    expect($address->urlOf('https://shop.example/a?ref=1&aff_id=2&utm_source=3'))
        ->toBe('https://shop.example/a?utm_source=3')
        ->and($address->urlOf('https://www.shop.example/a'))
        ->toBe('https://shop.example/a')
        ->and(fn () => app(StoreOptions::class)->set($store, 'tracking_parameters', 'a b; c'))
        ->toThrow(InvalidArgumentException::class);
});

it('names the sources in a set of bits', function (): void {
    expect(PageSource::namesOf(0))
        ->toBe([])
        ->and(PageSource::namesOf(PageSource::Search->value | PageSource::Sitemap->value))
        ->toBe(['search', 'sitemap'])
        ->and(PageSource::namesOf(4 | 8 | 16 | 512))
        ->toBe(['search', 'sales', 'sitemap', 'logs']);
});

it('sums as many weeks at a time as hold two million rows, and one however large', function (): void {
    $store = (new Site())->store();
    $weeks = ['2026-03-02', '2026-03-09', '2026-03-16', '2026-03-23', '2026-03-30'];
    $day = static fn (string $day, int $rows, int $facts = 1, string $state = 'owns') => DB::table('fact_days')->insert([
        'store_id' => $store->id,
        'facts' => $facts,
        'grain' => 3 + $facts,
        'day' => $day,
        'days' => 1,
        'import_id' => 1,
        'state' => $state,
        'row_count' => $rows,
    ]);
    $sums = new PageWeeks($store->id);
    expect($sums->portion($weeks))->toBe($weeks);
    $day('2026-03-02', 1_200_000);
    $day('2026-03-15', 500_000);
    $day('2026-03-16', 200_000);
    $day('2026-03-17', 100_000, 2);
    $day('2026-03-20', 900_000, 1, 'back');
    $day('2026-03-29', 9_000_000);
    expect($sums->portion($weeks))
        ->toBe(['2026-03-02', '2026-03-09', '2026-03-16'])
        ->and($sums->portion(array_slice($weeks, 3)))
        ->toBe(['2026-03-23'])
        ->and($sums->portion(['2026-03-23']))
        ->toBe(['2026-03-23']);
    $day('2026-03-18', 1);
    expect($sums->portion($weeks))
        ->toBe(['2026-03-02', '2026-03-09'])
        ->and($sums->portion(array_slice($weeks, 2)))
        ->toBe(['2026-03-16']);
});
