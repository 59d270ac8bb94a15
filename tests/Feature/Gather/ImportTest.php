<?php

declare(strict_types=1);

use App\Access\Role;
use App\Facts\FactBook;
use App\Facts\NumberWindow;
use App\Facts\PageNumbers;
use App\Facts\PageWeeks;
use App\Gather\Files\FileAnswers;
use App\Gather\Files\FileLook;
use App\Gather\Files\FileSort;
use App\Gather\Files\Imports;
use App\Platform\Tables\TableRows;
use App\Platform\Tables\TableWriter;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** @return list<string> facts as "path day query country device clicks impressions position" in order */
function searchRows(Store $store): array
{
    return array_values(
        array_map(
            static fn (stdClass $r): string => implode(' ', [
                parse_url((string) $r->url, PHP_URL_PATH) ?? '-',
                $r->day,
                $r->text ?? '-',
                $r->country === '' ? '-' : $r->country,
                $r->device,
                $r->clicks,
                $r->impressions,
                $r->impressions > 0 ? round($r->position_sum / $r->impressions / 1000, 3) : '-',
            ]),
            DB::select(
                'SELECT p.url, r.day, q.text, r.country, r.device, r.clicks, r.impressions, r.position_sum FROM search_rows r LEFT JOIN pages p ON p.id = r.page_id LEFT JOIN search_queries q ON q.id = r.query_id WHERE r.store_id = ? ORDER BY r.grain, p.url, r.day, q.text, r.country, r.device',
                [$store->id],
            ),
        ),
    );
}

it('brings in search rows of every spelling, and joins them to their pages', function (): void {
    $store = (new Site())->store();
    $base = rtrim($store->base_url, '/');
    $import = bringIn(
        $store,
        "Datum;Seite;Suchanfrage;Land;Gerät;Klicks;Impressionen;Durchschnittliche Position\r\n".
            "01.03.2026;$base/lamp?utm_source=x#top;Floor  LAMP;Deutschland;Mobil;3;1.200;4,5\r\n".
            '01.03.2026;'.
            strtoupper(substr($base, 0, 7)).
            substr($base, 7).
            "/lamp;floor lamp;deu;mobile;1;300;6,5\r\n".
            "02.03.2026;/lamp;floor lamp;AT;DESKTOP;0;10;12\r\n",
    );
    expect($import->rowsTaken)
        ->toBe(3)
        ->and($import->rowsAside)
        ->toBe(0)
        ->and($import->firstDay)
        ->toBe('2026-03-01')
        ->and($import->lastDay)
        ->toBe('2026-03-02')
        ->and(searchRows($store))
        ->toBe(['/lamp 2026-03-01 floor lamp DE 2 4 1500 4.9', '/lamp 2026-03-02 floor lamp AT 1 0 10 12'])
        ->and(DB::table('page_index')->where('store_id', $store->id)->where('why_not', 9)->count())
        ->toBe(1)
        ->and(
            DB::table('page_weeks')
                ->where('store_id', $store->id)
                ->orderBy('week')
                ->get(['week', 'clicks', 'impressions'])
                ->map(static fn (stdClass $row): string => "{$row->week} {$row->clicks} {$row->impressions}")
                ->all(),
        )
        ->toBe(['2026-02-23 4 1500', '2026-03-02 0 10'])
        ->and(is_dir($import->path().'.rows'))
        ->toBeFalse();
});

it('sets aside what cannot be read, with line, column and reason, and takes the rest', function (): void {
    $store = (new Site())->store();
    $import = bringIn(
        $store,
        "page,day,clicks,impressions,position,country,device\n/ok,2026-03-01,1,10,2,DE,desktop\n/neg,2026-03-01,-1,10,2,DE,desktop\n/more,2026-03-01,11,10,2,DE,desktop\n/zero,2026-03-01,1,10,0,DE,desktop\n".
            "https://other.example/x,2026-03-01,1,10,2,DE,desktop\n/day,2026-02-30,1,10,2,DE,desktop\n/future,2031-01-01,1,10,2,DE,desktop\n/land,2026-03-01,1,10,2,Atlantis,desktop\n/device,2026-03-01,1,10,2,DE,fridge\n,2026-03-01,1,10,2,DE,desktop\n/half,2026-03-01,1.5,10,2,DE,desktop\n/none,2026-03-01,1,,2,DE,desktop\n",
    );
    $asides = DB::table('gather_asides')
        ->where('import_id', $import->id)
        ->orderBy('line')
        ->get()
        ->map(static fn (stdClass $row): string => "{$row->line} {$row->column_name}: {$row->reason}")
        ->all();
    expect(searchRows($store))
        ->toBe(['/ok 2026-03-01 - DE 1 1 10 2'])
        ->and($asides)
        ->toBe([
            '3 Clicks: "-1" is below nought', '4 Clicks: 11 clicks are more than 10 impressions',
            '5 Position: 0 is no position; the first is 1',
            '6 Page: "https://other.example/x" is no page of this store', '7 Day: "2026-02-30" is no day',
            '8 Day: 2031-01-01 lies in the future', '9 Country: "Atlantis" is no country that is known',
            '10 Device: "fridge" is no device: desktop, phone or tablet', '11 Page: is empty',
            '12 Clicks: "1.5" is no whole number', '13 Impressions: is empty',
        ])
        ->and($import->rowsAside)
        ->toBe(11);
});

it('refuses a file that cannot be meant, and stores nothing of it', function (string $text, string $why): void {
    $store = (new Site())->store();
    expect(fn () => bringIn($store, $text))
        ->toThrow(InvalidArgumentException::class, $why)
        ->and(DB::table('fact_days')->where('store_id', $store->id)->count())
        ->toBe(0)
        ->and(DB::table('pages')->where('store_id', $store->id)->count())
        ->toBe(0);
})->with([
    'no impressions' => ["page,clicks\n/a,1\n", 'needs a column of impressions'],
    'no pages' => ["day,clicks,impressions\n2026-01-01,1,2\n", 'pages or of queries'],
    'dates in two orders' => ["page,day,clicks,impressions\n/a,13/1/2026,1,2\n/b,1/13/2026,1,2\n", 'two orders'],
    'no day and no period' => ["page,clicks,impressions\n/a,1,2\n", 'the first and last day'],
    'a PDF' => ["%PDF-1.4 page,clicks,impressions\n", 'PDF'],
    'NUL bytes' => ["page,clicks,impressions\n/a\0\0\0\0,1,2\n", 'NUL'],
]);

it('stops where nearly nothing can be read, and leaves no facts', function (): void {
    $store = (new Site())->store();
    $import = bringIn(
        $store,
        "page,day,clicks,impressions\n".str_repeat("https://other.example/a,2026-03-01,1,2\n", 1200),
        ends: 'failed',
    );
    expect($import->remark)
        ->toContain('Too many rows')
        ->and(DB::table('search_rows')->where('store_id', $store->id)->count())
        ->toBe(0);
});

it(
    'lets the newest import own its days whole, the same file twice count once, and an import be taken back',
    function (): void {
        $store = (new Site())->store();
        $head = "page,day,clicks,impressions,position\n";
        $old = bringIn($store, $head."/a,2026-03-02,5,50,2\n/b,2026-03-02,1,10,3\n/a,2026-03-03,6,60,2\n");
        bringIn($store, $head."/a,2026-03-02,5,50,2\n/b,2026-03-02,1,10,3\n/a,2026-03-03,6,60,2\n");
        $before = searchRows($store);
        $weeks = static fn (): array => DB::table('page_weeks')
            ->where('store_id', $store->id)
            ->orderByDesc('clicks')
            ->pluck('clicks')
            ->map(static fn (mixed $n): int => (int) $n)
            ->all();
        expect($before)
            ->toBe(['/a 2026-03-02 - - 0 5 50 2', '/a 2026-03-03 - - 0 6 60 2', '/b 2026-03-02 - - 0 1 10 3'])
            ->and($weeks())
            ->toBe([11, 1]);
        $new = bringIn($store, $head."/a,2026-03-02,7,70,2\n");
        expect(searchRows($store))
            ->toBe(['/a 2026-03-02 - - 0 7 70 2', '/a 2026-03-03 - - 0 6 60 2'])
            ->and($weeks())
            ->toBe([13]);
        app(WorkDesk::class)->workToEnd(app(Imports::class)->takeBack($store, (int) $new->id, null));
        expect(searchRows($store))
            ->toBe($before)
            ->and($weeks())
            ->toBe([11, 1])
            ->and(Imports::find($store, (int) $new->id)?->state)
            ->toBe('back');
        // The first one rests under the second: taking it back changes nothing that counts.
        app(WorkDesk::class)->workToEnd(app(Imports::class)->takeBack($store, (int) $old->id, null));
        expect(searchRows($store))
            ->toBe($before)
            ->and(fn () => app(Imports::class)->takeBack($store, (int) $old->id, null))
            ->toThrow(InvalidArgumentException::class);
    },
);

it('keeps page totals and page-query rows apart, and sums pages by the coarser', function (): void {
    $store = (new Site())->store();
    bringIn(
        $store,
        "page,day,query,clicks,impressions\n/a,2026-03-02,lamp,400,4000\n/a,2026-03-02,floor lamp,220,2000\n/a,2026-03-03,lamp,10,100\n",
    );
    expect((int) DB::table('page_weeks')->where('store_id', $store->id)->value('clicks'))->toBe(630);
    bringIn($store, "page,day,clicks,impressions\n/a,2026-03-02,1000,9000\n");
    expect((int) DB::table('page_weeks')->where('store_id', $store->id)->value('clicks'))
        ->toBe(1010)
        ->and(DB::table('search_rows')->where('store_id', $store->id)->count())
        ->toBe(4);
});

it('sums web search alone', function (): void {
    $store = (new Site())->store();
    bringIn($store, "page,day,search type,clicks,impressions\n/a,2026-03-02,web,4,40\n/a,2026-03-02,image,100,1000\n");
    expect((int) DB::table('page_weeks')->where('store_id', $store->id)->value('clicks'))->toBe(4);
});

it('counts rows of a period in exactly that period', function (): void {
    $store = (new Site())->store();
    bringIn(
        $store,
        "page,clicks,impressions,position\n/a,30,300,4\n/a,10,100,8\n",
        first: '2026-01-01',
        last: '2026-03-31',
    );
    $window = NumberWindow::of($store);
    expect($window?->isPeriod)
        ->toBeTrue()
        ->and($window?->firstDay)
        ->toBe('2026-01-01')
        ->and($window?->lastDay)
        ->toBe('2026-03-31')
        ->and(
            (array) DB::table('page_index')
                ->where('store_id', $store->id)
                ->first(['clicks', 'impressions', 'position_milli']),
        )
        ->toBe(['clicks' => 40, 'impressions' => 400, 'position_milli' => 5000])
        ->and(DB::table('page_weeks')->where('store_id', $store->id)->count())
        ->toBe(0);
});

it('brings in sales rows by page or by product number', function (): void {
    $store = crawledStore();
    $product = DB::table('resources')->where('store_id', $store->id)->where('kind', 3)->orderBy('id')->first();
    $day = now()->subDays(20)->format('Y-m-d');
    $import = bringIn(
        $store,
        "Date,Product ID,Orders,Items sold,Revenue\n$day,{$product?->external_id},2,3,\"1,234.50\"\n$day,{$product?->external_id},1,1,10\n$day,no-such,1,1,5\n$day,{$product?->external_id},1,1,-5\n",
        FileSort::Sales,
    );
    $row = DB::table('sales_rows')->where('store_id', $store->id)->first();
    expect($row)
        ->page_id->toBe($product?->page_id)
        ->orders->toBe(3)
        ->units->toBe(4)
        ->revenue->toBe('1244.50')
        ->and(DB::table('gather_asides')->where('import_id', $import->id)->orderBy('line')->pluck('reason')->all())
        ->toBe(['"no-such" is no product of this store', '-5 is below nought or beyond all reason'])
        ->and(
            (array) DB::table('page_index')
                ->where('page_id', $product?->page_id)
                ->first(['orders', 'revenue']),
        )
        ->toBe(['orders' => 3, 'revenue' => '1244.50']);
});

it('chooses thirteen whole weeks that end with the last complete one', function (): void {
    $store = (new Site())->store();
    $day = static fn (int $ago): string => now()->subDays($ago)->format('Y-m-d');
    bringIn($store, "page,day,clicks,impressions\n/a,{$day(0)},1,2\n/a,{$day(200)},1,2\n");
    $window = NumberWindow::of($store);
    expect($window)
        ->not->toBeNull()
        ->and((new DateTimeImmutable(sure($window?->firstDay)))->format('N'))
        ->toBe('1')
        ->and(
            (new DateTimeImmutable(sure($window)->firstDay))->diff(new DateTimeImmutable(sure($window?->lastDay)))
                ->days,
        )
        ->toBe(90)
        ->and($window?->lastDay <= $day(3))
        ->toBeTrue()
        ->and($window?->lastDay > $day(10))
        ->toBeTrue();
});

it('sums weeks as brute force over the file does', function (): void {
    mt_srand(11);
    $store = (new Site())->store();
    $text = "page,day,query,country,clicks,impressions,position\n";
    $expected = [];
    for ($i = 0; $i < 3000; $i++) {
        $page = '/p'.mt_rand(1, 20);
        $day = (new DateTimeImmutable('2026-01-01'))->modify('+'.mt_rand(0, 80).' days')->format('Y-m-d');
        $impressions = mt_rand(0, 50);
        $clicks = mt_rand(0, $impressions);
        $text .=
            "$page,$day,q".
            mt_rand(1, 9).
            ','.
            ['DE', 'AT', 'CH'][mt_rand(0, 2)].
            ",$clicks,$impressions,".
            mt_rand(1, 30).
            "\n";
        $key = PageWeeks::weekOf($day).' '.$page;
        $expected[$key] = [($expected[$key][0] ?? 0) + $clicks, ($expected[$key][1] ?? 0) + $impressions];
    }
    bringIn($store, $text);
    $found = [];
    foreach (
        DB::select(
            'SELECT w.week, p.url, w.clicks, w.impressions FROM page_weeks w JOIN pages p ON p.id = w.page_id WHERE w.store_id = ?',
            [$store->id],
        ) as $row
    ) {
        $found[$row->week.' '.parse_url((string) $row->url, PHP_URL_PATH)] = [
            (int) $row->clicks,
            (int) $row->impressions,
        ];
    }
    ksort($expected);
    ksort($found);
    expect($found)->toBe($expected);
});

it('ends the same when its process is killed half-way', function (): void {
    $text = "page,day,query,clicks,impressions,position\n";
    for ($i = 0; $i < 60000; $i++) {
        $text .=
            '/p'.
            $i % 700 .
            ','.
            sprintf('2026-0%d-%02d', 1 + ($i % 3), 1 + ($i % 28)).
            ',query '.
            $i % 900 .
            ','.
            $i % 3 .
            ','.
            (3 + ($i % 40)).
            ",3.5\n";
    }
    $reference = (new Site())->store();
    bringIn($reference, $text);
    $store = (new Site())->store();
    $imports = app(Imports::class);
    $path = (string) tempnam(sys_get_temp_dir(), 'rows');
    file_put_contents($path, $text);
    $import = $imports->take($store, null, 'rows.csv', $path);
    $work = $imports->start(
        $store,
        $import,
        FileLook::into($store->id, sure(Imports::find($store, $import)?->path()), FileSort::Search),
    );
    for ($kill = 0; $kill < 3; $kill++) {
        $code =
            'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); $app->make(App\Platform\Work\WorkDesk::class)->slice('.
            $work.
            ');';
        $process = proc_open(
            [PHP_BINARY, '-r', $code],
            [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']],
            $pipes,
            base_path(),
        );
        usleep(400_000 + $kill * 350_000);
        proc_terminate(sure($process), 9);
        proc_close(sure($process));
        DB::table('work')
            ->where('id', $work)
            ->update(['expires_at' => now()->subSecond()]);
    }
    expect(app(WorkDesk::class)->workToEnd($work))
        ->toBe('done')
        ->and(Imports::find($store, $import)?->rowsTaken)
        ->toBe(60000)
        ->and(md5(implode("\n", searchRows($store))))
        ->toBe(md5(implode("\n", searchRows($reference))))
        ->and(DB::table('page_weeks')->where('store_id', $store->id)->sum('clicks'))
        ->toEqual(DB::table('page_weeks')->where('store_id', $reference->id)->sum('clicks'));
});

it('forgets what has rested for thirty days', function (): void {
    $store = (new Site())->store();
    foreach ([1, 2] as $clicks) {
        bringIn($store, "page,day,clicks,impressions\n/a,2026-03-02,$clicks,9\n");
    }
    $rested = static fn (): int => DB::table('fact_days')
        ->join('resting_search', static fn ($join) => $join->on('resting_search.import_id', '=', 'fact_days.import_id'))
        ->where('store_id', $store->id)
        ->count();
    expect($rested())->toBe(1);
    FactBook::forgetOld();
    expect($rested())->toBe(1);
    DB::table('fact_days')
        ->where('store_id', $store->id)
        ->where('state', 'rests')
        ->update(['rested_at' => now()->subDays(31)]);
    FactBook::forgetOld();
    expect($rested())->toBe(0);
});

it('takes a file in pieces, in order, none twice and none too many', function (): void {
    $store = (new Site())->store();
    $imports = app(Imports::class);
    $stream = static function (string $bytes) {
        $file = fopen('php://memory', 'w+b');
        fwrite(sure($file), $bytes);
        rewind(sure($file));

        return $file;
    };
    $import = $imports->announce($store, null, 'big.csv', 10);
    expect($imports->addPiece($store, $import, 0, sure($stream('01234'))))
        ->toBe(5)
        ->and($imports->addPiece($store, $import, 0, sure($stream('01234'))))
        ->toBe(5)
        ->and(fn () => $imports->addPiece($store, $import, 7, sure($stream('789'))))
        ->toThrow(InvalidArgumentException::class, 'only 5 have arrived')
        ->and(fn () => $imports->addPiece($store, $import, 5, sure($stream('567890'))))
        ->toThrow(InvalidArgumentException::class, 'More has come')
        ->and($imports->addPiece($store, $import, 5, sure($stream('56789'))))
        ->toBe(10)
        ->and(file_get_contents(sure(Imports::find($store, $import)?->path())))
        ->toBe('0123456789')
        ->and(fn () => $imports->announce($store, null, 'huge.csv', 3_000_000_000))
        ->toThrow(InvalidArgumentException::class, '2 GB');
});

it('remembers how a file of one shape was matched', function (): void {
    $store = (new Site())->store();
    $path = (string) tempnam(sys_get_temp_dir(), 'rows');
    file_put_contents($path, "Where,When,Hits,Shown\n/a,2026-03-02,1,9\n");
    $imports = app(Imports::class);
    $import = $imports->take($store, null, 'odd.csv', $path);
    $look = FileLook::into($store->id, $path);
    expect($look->isRemembered)->toBeFalse()->and($look->columns)->toBe([]);
    $imports->start(
        $store,
        $import,
        FileLook::into(
            $store->id,
            $path,
            FileSort::Search,
            new FileAnswers(['dates' => 'dmy'], [0 => 'page', 1 => 'day', 2 => 'clicks', 3 => 'impressions']),
        ),
    );
    expect(FileLook::into($store->id, $path))
        ->isRemembered->toBeTrue()
        ->columns->toBe([0 => 'page', 1 => 'day', 2 => 'clicks', 3 => 'impressions'])
        ->and(FileLook::into((new Site())->store()->id, $path)->isRemembered)
        ->toBeFalse();
    unlink($path);
});

it('is driven from the command line', function (): void {
    $store = (new Site())->store();
    $done = orchard(
        ['gather:import', 'search', '-', "--store={$store->slug}", '--wait', '--json'],
        "page,day,clicks,impressions\n/a,2026-03-02,1,9\n/b,2026-03-02,9,1\n",
    );
    $answer = json_decode($done['out'], true);
    expect($done['code'])
        ->toBe(0)
        ->and($answer)
        ->toMatchArray(['state' => 'done', 'rows' => 1, 'set_aside' => 1, 'first_day' => '2026-03-02'])
        ->and($done['err'])
        ->toContain('row 3, Clicks: 9 clicks are more than 1 impressions');
    expect(
        orchard(
            [
                'gather:import',
                'search',
                '-',
                "--store={$store->slug}",
                '--map=Where:page,2:day,Hits:clicks,Shown:impressions',
                '--wait',
            ],
            "Where,When,Hits,Shown\n/a,2026-03-03,1,9\n",
        ),
    )
        ->code->toBe(0)
        ->out->toContain('1 rows are in');
    expect(
        orchard(['gather:import', 'search', '-', "--store={$store->slug}", '--map=Nowhere:page'], "Where,Hits\n/a,1\n"),
    )
        ->code->toBe(2)
        ->err->toContain('no column "Nowhere"');
    expect(orchard(['gather:import', 'recipes', '-', "--store={$store->slug}"], 'x'))
        ->code->toBe(2)
        ->err->toContain('There are files of search, sales');
    expect(orchard(['gather:import', 'search', '/no/such.csv', "--store={$store->slug}"])['code'])
        ->toBe(2)
        ->and(DB::table('gather_imports')->where('store_id', $store->id)->count())
        ->toBe(2);
});

it('fetches pages that only a file told of, with the next crawl', function (): void {
    $site = (new Site())->linking('/', [])->linking('/hidden', []);
    $store = $site->store();
    bringIn($store, "page,day,clicks,impressions\n/hidden,2026-03-02,1,9\n/gone,2026-03-02,1,9\n");
    crawl($store);
    $rows = json_decode(orchard(['gather:export', "--store={$store->slug}", '--format=json'])['out'], true);
    $byPath = array_combine(
        array_map(static fn (array $row): string => substr($row['url'], strlen($site->url)), $rows),
        $rows,
    );
    expect($byPath['/hidden'])
        ->toMatchArray(['status' => 200, 'depth' => null, 'sources' => 'search'])
        ->and($byPath['/gone'])
        ->toMatchArray(['status' => 404, 'sources' => 'search'])
        ->and($byPath['/']['sources'])
        ->toBe('links');
});

it('tells a page’s numbers so that they add up: queries, the rest of them, and what is withheld', function (): void {
    $store = (new Site())->store();
    $day = now()->subDays(20)->format('Y-m-d');
    $rows = "page,day,query,clicks,impressions,position\n/a,$day,lamp,400,4000,2\n/a,$day,floor lamp,220,2000,5\n";
    for ($i = 0; $i < 30; $i++) {
        $rows .= "/b,$day,query $i,$i,100,3\n";
    }
    bringIn($store, $rows);
    bringIn($store, "page,day,clicks,impressions,position\n/a,$day,1000,9000,3\n");
    $page = static fn (string $path): int => (int) DB::table('pages')
        ->where('store_id', $store->id)
        ->where('url', rtrim($store->base_url, '/').$path)
        ->value('id');
    $a = PageNumbers::of($store, $page('/a'));
    expect($a?->total)
        ->toMatchArray(['clicks' => 1000, 'impressions' => 9000, 'position' => 3.0])
        ->and($a?->withheld)
        ->toBe(['clicks' => 380, 'impressions' => 3000])
        ->and(
            array_map(
                static fn (array $query): array => [$query['text'], $query['clicks'], $query['position']],
                $a->queries ?? [],
            ),
        )
        ->toBe([['lamp', 400, 2.0], ['floor lamp', 220, 5.0]])
        ->and(array_sum(array_column($a->weeks ?? [], 'clicks')))
        ->toBe(1000)
        ->and($a?->weeks)
        ->toHaveCount(13);
    // The day's page rows own it for every page: /b has none of them, so all that its queries tell is more than its
    // total, and said as it is.
    $b = PageNumbers::of($store, $page('/b'));
    expect($b?->queries)
        ->toHaveCount(25)
        ->and($b?->rest)
        ->toBe(['queries' => 5, 'clicks' => 0 + 1 + 2 + 3 + 4, 'impressions' => 500]);
    foreach ([$a, $b] as $numbers) {
        expect(
            array_sum(array_column(sure($numbers)->queries, 'clicks')) +
                $numbers?->rest['clicks'] +
                sure($numbers?->withheld)['clicks'],
        )->toBe($numbers?->total['clicks']);
    }
    expect(PageNumbers::of((new Site())->store(), 1))->toBeNull();
});

it('says so where no file told of a page, instead of drawing nothing', function (): void {
    $store = crawledStore();
    $pages = DB::select(
        'SELECT p.id, p.url FROM resources r JOIN pages p ON p.id = r.page_id WHERE r.store_id = ? AND r.kind = 3 ORDER BY r.id LIMIT 2',
        [$store->id],
    );
    bringIn(
        $store,
        "page,day,query,clicks,impressions\n{$pages[0]->url},".
            now()->subDays(20)->format('Y-m-d').
            ",oak lamp,3,50\n",
    );
    $this->actingAs(member($store, Role::Viewer));
    $this->get("/s/{$store->slug}/gather/pages/{$pages[0]->id}")
        ->assertOk()
        ->assertSee('oak lamp')
        ->assertSee('withheld')
        ->assertDontSee('No search or sales data');
    $this->get("/s/{$store->slug}/gather/pages/{$pages[1]->id}")
        ->assertOk()
        ->assertSee('No search or sales data')
        ->assertDontSee('withheld');
});

it('keeps no file that it needs no more', function (): void {
    $store = (new Site())->store();
    $done = bringIn($store, "page,day,clicks,impressions\n/a,2026-03-01,1,9\n");
    expect(is_file($done->path()))->toBeFalse();
    $imports = app(Imports::class);
    $path = (string) tempnam(sys_get_temp_dir(), 'rows');
    file_put_contents($path, "page,day,clicks,impressions\n/a,2026-03-01,1,9\n");
    [$old, $new] = [$imports->take($store, null, 'old.csv', $path), $imports->take($store, null, 'new.csv', $path)];
    unlink($path);
    $file = Imports::find($store, $old)?->path();
    DB::table('gather_imports')
        ->where('id', $old)
        ->update(['created_at' => now()->subDays(8)]);
    Imports::forgetAbandoned();
    expect(is_file(sure($file)))
        ->toBeFalse()
        ->and(Imports::find($store, $old))
        ->toBeNull()
        ->and(is_file(sure(Imports::find($store, $new)?->path())))
        ->toBeTrue();
    $failed = bringIn(
        $store,
        "page,day,clicks,impressions\n".str_repeat("https://other.example/a,2026-03-01,1,2\n", 1200),
        ends: 'failed',
    );
    expect(is_file($failed->path()))->toBeTrue()->and(is_dir($failed->path().'.rows'))->toBeTrue();
    DB::table('gather_imports')
        ->where('id', $failed->id)
        ->update(['ended_at' => now()->subDays(31)]);
    Imports::forgetAbandoned();
    expect(is_file($failed->path()))->toBeFalse()->and(is_dir($failed->path().'.rows'))->toBeFalse();
});

it('calls an import that was taken back so, though that stopped half-way with a problem', function (): void {
    $store = (new Site())->store();
    $import = bringIn($store, "page,day,clicks,impressions\n/a,2026-03-02,5,50\n");
    $work = app(Imports::class)->takeBack($store, $import->id, null);
    // As a failure behind the days leaves it: the phase is weeks, the remark says what went wrong.
    DB::table('work')
        ->where('id', $work)
        ->update(['stop_asked' => 1]);
    expect(app(WorkDesk::class)->workToEnd($work))->toBe('stopped');
    DB::table('gather_imports')
        ->where('id', $import->id)
        ->update(['state' => 'running', 'remark' => 'The database went away.']);
    app(WorkDesk::class)->resume($work);
    expect(app(WorkDesk::class)->workToEnd($work))
        ->toBe('done')
        ->and(Imports::find($store, $import->id))
        ->state->toBe('back')
        ->remark->toBeNull()
        ->and(DB::table('search_rows')->where('store_id', $store->id)->count())
        ->toBe(0);
});

it('brings in a workbook, whose days are numbers', function (): void {
    $store = (new Site())->store();
    $path = (string) tempnam(sys_get_temp_dir(), 'rows');
    $serial = (int) (new DateTimeImmutable('1899-12-30'))->diff(new DateTimeImmutable('2026-03-02'))->days;
    TableWriter::write(
        'xlsx',
        new TableRows(
            ['Page', 'Date', 'Clicks', 'Impressions', 'Position'],
            [['/a', $serial, 3, 40, 2.5], ['/b', $serial + 1, 1, 9, 4]],
        ),
        fopen($path, 'wb') ?: throw new RuntimeException(),
    );
    bringIn($store, (string) file_get_contents($path));
    unlink($path);
    expect(searchRows($store))->toBe(['/a 2026-03-02 - - 0 3 40 2.5', '/b 2026-03-03 - - 0 1 9 4']);
});
