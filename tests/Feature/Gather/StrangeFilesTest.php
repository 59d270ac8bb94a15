<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Files\FileSort;
use App\Platform\Tables\TableRows;
use App\Platform\Tables\TableWriter;
use App\Stores\AddStore;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

function fileStore(string $language = 'en', string $country = '', string $timezone = 'UTC'): Store
{
    $store = app(AddStore::class)->add('Files', 'https://shop.example', 'files-'.Str::lower(Str::random(10)));
    $store->update(['timezone' => $timezone]);
    $store->markets()->update(['language' => $language, 'country' => $country]);

    return $store->refresh();
}

/** @return array{code: int, out: string, err: string} */
function importFile(Store $store, string $kind, string $bytes, string ...$options): array
{
    return orchard(
        ['gather:import', $kind, '-', "--store={$store->slug}", '--wait', ...array_values($options)],
        $bytes,
    );
}

/** @return array<string, int> clicks by day */
function clicksByDay(Store $store): array
{
    return array_map(
        intval(...),
        DB::table('search_rows')
            ->where('store_id', $store->id)
            ->groupBy('day')
            ->orderBy('day')
            ->pluck(DB::raw('SUM(clicks) AS clicks'), 'day')
            ->all(),
    );
}

it(
    'finds the names of the columns anew in each file, though files of that shape were brought in before',
    function (): void {
        $store = fileStore();
        bringIn($store, "Report of May\n\npage,day,clicks,impressions\n/a,2026-05-01,1,10\n/a,2026-05-02,2,10\n");
        bringIn($store, "page,day,clicks,impressions\n/a,2026-05-03,3,10\n/a,2026-05-04,4,10\n/a,2026-05-05,5,10\n");
        bringIn($store, "Report\nof\nJune\nand\nmore\npage,day,clicks,impressions\n/a,2026-06-01,6,10\n");
        expect(clicksByDay($store))->toBe([
            '2026-05-01' => 1,
            '2026-05-02' => 2,
            '2026-05-03' => 3,
            '2026-05-04' => 4,
            '2026-05-05' => 5,
            '2026-06-01' => 6,
        ]);
    },
);

it('reads a workbook with a title, an empty row, then the names, by name as well', function (): void {
    $store = fileStore();
    $path = sys_get_temp_dir().'/titled.xlsx';
    $file = fopen($path, 'wb') ?: throw new RuntimeException('No file.');
    TableWriter::write(
        'xlsx',
        new TableRows(['Report of May'], [[], ['Seite', 'Datum', 'Klicks', 'Impr.'], ['/a', '2026-05-01', '7', '10']]),
        $file,
    );
    fclose($file);
    $import = orchard([
        'gather:import',
        'search',
        $path,
        "--store={$store->slug}",
        '--map=Seite:page,Datum:day,Klicks:clicks,Impr.:impressions',
        '--wait',
    ]);
    expect($import)
        ->code->toBe(0, $import['err'])
        ->and(clicksByDay($store))
        ->toBe(['2026-05-01' => 7]);
    unlink($path);
});

it('tells rows above the names that are no title', function (): void {
    $store = fileStore();
    $import = importFile(
        $store,
        'search',
        "Report of May\n/a,2026-05-01,9,10\npage,day,clicks,impressions\n/a,2026-05-02,2,10\n",
    );
    expect($import)
        ->code->toBe(0)
        ->err->toContain("row 2, Row: stands above the columns' names")
        ->not->toContain('row 1,')
        ->and(clicksByDay($store))
        ->toBe(['2026-05-02' => 2]);
});

it('reads dates by all evidence, and asks where there is none', function (): void {
    $july =
        "page,day,clicks,impressions\n".
        implode('', array_map(static fn (int $day): string => sprintf("/a,%02d/07/2026,1,10\n", $day), range(1, 11)));
    $store = fileStore();
    expect(importFile($store, 'search', $july)['code'])->toBe(0);
    expect(array_keys(clicksByDay($store)))->toBe(
        array_map(static fn (int $day): string => sprintf('2026-07-%02d', $day), range(1, 11)),
    );

    $open = "page,day,clicks,impressions\n/a,03/04/2026,1,10\n/b,03/04/2026,1,10\n";
    $store = fileStore();
    expect(importFile($store, 'search', $open))->code->toBe(2)->err->toContain('--dates=dmy');
    expect(clicksByDay($store))
        ->toBe([])
        ->and(DB::table('gather_imports')->where('store_id', $store->id)->count())
        ->toBe(0);
    expect(importFile($store, 'search', $open, '--dates=mdy')['code'])
        ->toBe(0)
        ->and(array_keys(clicksByDay($store)))
        ->toBe(['2026-03-04']);
    // What was chosen for this shape is remembered, and the store's market speaks, too.
    expect(importFile($store, 'search', str_replace('03/04', '05/04', $open))['code'])
        ->toBe(0)
        ->and(array_keys(clicksByDay($store)))
        ->toBe(['2026-03-04', '2026-05-04']);
    expect(importFile($us = fileStore('en', 'US'), 'search', $open)['code'])
        ->toBe(0)
        ->and(array_keys(clicksByDay($us)))
        ->toBe(['2026-03-04']);
    expect(importFile($de = fileStore('de', 'DE'), 'search', $open)['code'])
        ->toBe(0)
        ->and(array_keys(clicksByDay($de)))
        ->toBe(['2026-04-03']);
    expect(importFile($store, 'search', $open, '--dates=ymd'))->code->toBe(2);

    $store = fileStore();
    $this->actingAs(member($store, Role::Writer))->post("/s/{$store->slug}/gather/files", [
        'file' => Illuminate\Http\UploadedFile::fake()->createWithContent('x.csv', $open),
    ]);
    $id = (int) DB::table('gather_imports')->where('store_id', $store->id)->value('id');
    $this->get("/s/{$store->slug}/gather/files/$id")
        ->assertSee('can be read day first or month first')
        ->assertSee('choose …');
    $this->post("/s/{$store->slug}/gather/files/$id/start", [
        'sort' => 'search',
        'was' => 'search',
        'dates' => '',
    ])->assertSessionHasErrors('file');
    $this->post("/s/{$store->slug}/gather/files/$id/start", [
        'sort' => 'search',
        'was' => 'search',
        'dates' => 'nonsense',
    ])->assertSessionHasErrors('file');
    $this->post("/s/{$store->slug}/gather/files/$id/start", [
        'sort' => 'search',
        'was' => 'search',
        'dates' => 'dmy',
    ])->assertSessionHasNoErrors();
});

it('reads files of other charsets by their letters, and says what it took them for', function (
    string $text,
    string $charset,
    string $language,
): void {
    $store = fileStore($language);
    $import = importFile($store, 'keywords', (string) iconv('UTF-8', $charset, "phrase,volume\n$text,100\n"));
    expect($import)->code->toBe(0)->err->toContain('does not say its charset');
    expect(DB::table('keyword_rows')->where('store_id', $store->id)->value('phrase'))->toBe(mb_strtolower($text));
})->with([
    ['żyrandol mosiężny światło', 'WINDOWS-1250', 'pl'],
    ['真鍮のペンダントランプ', 'SHIFT_JIS', 'ja'],
    ['黃銅吊燈', 'BIG5', 'zh'],
    ['황동 조명 램프', 'EUC-KR', 'ko'],
    ['hängelampe weiß groß', 'MACINTOSH', 'de'],
]);

it('takes the charset and the decimals from the command, and tells bytes that mean nothing', function (): void {
    $store = fileStore();
    expect(
        importFile(
            $store,
            'keywords',
            "phrase;volume\nlampa \xB1;1.200,5\n",
            '--charset=iso-8859-2',
            '--decimals=comma',
        ),
    )
        ->code->toBe(0)
        ->err->toBe('');
    expect(DB::table('keyword_rows')->where('store_id', $store->id)->first())
        ->phrase->toBe('lampa ą')
        ->volume->toBe(1200);
    expect(importFile($store, 'keywords', "phrase,volume\nlampa \xB1,1\n", '--charset=utf-8'))
        ->code->toBe(0)
        ->err->toContain('mean nothing in UTF-8');
    expect(importFile($store, 'keywords', "phrase,volume\nx,1\n", '--charset=klingon'))
        ->code->toBe(2)
        ->err->toContain('Shift_JIS');
    expect(importFile($store, 'keywords', "phrase,volume\nx,1\n", '--decimals=;'))->code->toBe(2);
});

it('reads a public server’s log, whatever knocks at it, in the store’s own days', function (): void {
    $store = fileStore(timezone: 'Europe/Berlin');
    $log = '';
    for ($i = 0; $i < 1500; $i++) {
        $log .= "203.0.113.9 - - [01/Jul/2026:00:00:01 +0000] \"\\x16\\x03\\x01\" 400 166 \"-\" \"-\"\nnonsense $i\n";
    }
    $log .= "2001:db8::1 - anna maria [01/Jul/2026:22:30:00 +0000] \"GET /a HTTP/1.1\" 200 5 \"-\" \"Findbot/1.0\"\n";
    $import = importFile($store, 'logs', $log);
    expect($import)
        ->code->toBe(0, $import['err'])
        ->and(
            DB::table('crawler_rows')
                ->where('store_id', $store->id)
                ->get(['day', 'crawler', 'fetches'])
                ->map(fn ($r) => (array) $r)
                ->all(),
        )
        ->toBe([['day' => '2026-07-02', 'crawler' => 'findbot', 'fetches' => 1]]);
});

it('brings times that tell their offset to the store’s own day', function (): void {
    $store = fileStore(timezone: 'America/New_York');
    importFile(
        $store,
        'sales',
        "page,day,orders,revenue\n/a,2026-07-01T14:30:00Z,1,50\n/a,2026-07-02T02:30:00Z,2,100\n/a,2026-11-01T04:30:00Z,3,10\n/a,2026-11-02T04:30:00Z,4,10\n",
    );
    expect(
        array_map(
            intval(...),
            DB::table('sales_rows')
                ->where('store_id', $store->id)
                ->groupBy('day')
                ->orderBy('day')
                ->pluck(DB::raw('SUM(orders) AS n'), 'day')
                ->all(),
        ),
    )->toBe(['2026-07-01' => 3, '2026-11-01' => 7]);
});

it('refuses an OpenDocument file by its name', function (): void {
    $path = sys_get_temp_dir().'/x.ods';
    $zip = new ZipArchive();
    $zip->open($path, ZipArchive::CREATE);
    $zip->addFromString('mimetype', 'application/vnd.oasis.opendocument.spreadsheet');
    $zip->addFromString('content.xml', '<x/>');
    $zip->close();
    expect(orchard(['gather:import', 'search', $path, '--store='.fileStore()->slug]))
        ->code->toBe(2)
        ->err->toContain('ODS');
    unlink($path);
});

it(
    'sorts pages that no crawl has fetched by rules that are saved later, and by what a list says of them',
    function (): void {
        $store = fileStore();
        bringIn(
            $store,
            "page,day,clicks,impressions\n/lamp/a,2026-05-01,1,10\n/range/b,2026-05-01,1,10\n/x/c,2026-05-01,1,10\n/x/d,2026-05-01,1,10\n/x/e,2026-05-01,1,10\n",
        );
        $state = static fn (): array => DB::table('page_index')
            ->join('pages', 'pages.id', '=', 'page_index.page_id')
            ->where('page_index.store_id', $store->id)
            ->orderBy('url')
            ->get(['url', 'kind', 'life', 'why_not'])
            ->mapWithKeys(
                static fn (stdClass $row): array => [
                    (string) parse_url((string) $row->url, PHP_URL_PATH) => [
                        (int) $row->kind,
                        (int) $row->life,
                        (int) $row->why_not,
                    ],
                ],
            )
            ->all();
        expect(array_unique(array_column($state(), 0)))->toBe([6]);
        $owner = member($store, Role::Owner);
        (new App\Stores\Kinds\KindRules([
            new App\Stores\Kinds\KindRule('path', 'begins', '/lamp/', App\Stores\Kinds\PageKind::Product),
            new App\Stores\Kinds\KindRule('path', 'begins', '/range/', App\Stores\Kinds\PageKind::Collection),
        ]))->save($store);
        App\Stores\Events\RulesChanged::dispatch($store->id, $owner->id);
        sortAnew($store);
        expect($state()['/lamp/a'][0])
            ->toBe(3)
            ->and($state()['/range/b'][0])
            ->toBe(2)
            ->and($state()['/x/c'][0])
            ->toBe(6);

        $import = importFile(
            $store,
            'pages',
            "url,page type,in stock,noindex,shelf row\n/x/c,Product,no,\n/x/d,Kategorie,,yes\n/x/e,product,12,no\n",
        );
        expect($import)->code->toBe(0, $import['err'])->err->toContain('left out: shelf row');
        sortAnew($store);
        expect(array_intersect_key($state(), ['/x/c' => 0, '/x/d' => 0, '/x/e' => 0]))->toBe([
            '/x/c' => [3, 2, 9],
            '/x/d' => [2, 0, 6],
            '/x/e' => [3, 1, 9],
        ]);
    },
);

it(
    'promises nothing for a page that a file calls sold out or kept out of search, though no crawl saw it',
    function (): void {
        $store = fileStore();
        $pages = $queries = '';
        foreach (range(1, 14) as $week) {
            $day = now()->startOfWeek()->subWeeks($week)->toDateString();
            foreach (['a', 'b', 'c', 'd'] as $i => $page) {
                $queries .= "/x/$page,lamp $page,$day,".(5 + 20 * $i).",1000,5\n";
                $pages .= "/x/$page,$day,20,4,200\n";
            }
        }
        bringIn($store, "page,query,day,clicks,impressions,position\n$queries");
        bringIn($store, "page,day,visits,orders,revenue\n$pages", FileSort::Sales);
        weigh($store);
        expect((float) weighed($store)['/x/a']['upside'])
            ->toBeGreaterThan(0.0)
            ->and((float) weighed($store)['/x/b']['upside'])
            ->toBeGreaterThan(0.0);
        importFile($store, 'pages', "url,in stock,noindex\n/x/a,sold out,\n/x/b,,noindex\n");
        sortAnew($store);
        weigh($store);
        expect((float) weighed($store)['/x/a']['upside'])
            ->toBe(0.0)
            ->and((float) weighed($store)['/x/b']['upside'])
            ->toBe(0.0)
            ->and(weighed($store)['/x/a']['reason'])
            ->toContain('nothing to sell')
            ->and(weighed($store)['/x/b']['reason'])
            ->toContain('noindex');
    },
);

it('tells in words that a piece of a file found no room, and keeps what came before', function (): void {
    $store = fileStore();
    $this->actingAs($user = member($store, Role::Writer));
    $begun = $this->postJson("/s/{$store->slug}/gather/files/announce", ['name' => 'big.csv', 'bytes' => 200_000])
        ->assertOk()
        ->json();
    $piece = fn (int $offset, int $bytes) => $this->call(
        'POST',
        $begun['pieces']."?offset=$offset",
        [],
        [],
        [],
        ['CONTENT_TYPE' => 'application/octet-stream', 'HTTP_ACCEPT' => 'application/json', 'CONTENT_LENGTH' => $bytes],
        str_repeat('x', $bytes),
    );
    $piece(0, 100_000)->assertOk()->assertJsonPath('arrived', 100_000);
    $path = App\Gather\Files\Imports::find($store, (int) $begun['import'])?->path();
    rename(sure($path), "$path.kept");
    symlink('/dev/full', sure($path));
    $piece(100_000, 100_000)
        ->assertStatus(409)
        ->assertJsonPath('arrived', 100_000)
        ->assertJsonPath('problem', fn (string $words): bool => str_contains($words, 'disk is full'));
    unlink(sure($path));
    rename("$path.kept", sure($path));
    $piece(100_000, 100_000)->assertOk()->assertJsonPath('arrived', 200_000);
});

it('recognises the letters of a packed file as those of a plain one', function (): void {
    $store = fileStore('pl');
    $bytes = (string) iconv('UTF-8', 'WINDOWS-1250', "phrase,volume\nżyrandol mosiężny światło,100\n");
    $doubts = [];
    foreach ([$bytes, (string) gzencode($bytes)] as $content) {
        file_put_contents($path = sys_get_temp_dir().'/letters', $content);
        $doubts[] = App\Gather\Files\FileLook::into($store->id, $path)->doubts;
        unlink($path);
    }
    expect($doubts[1])->toBe($doubts[0])->and(array_keys($doubts[0])[0])->toContain('Windows-1250');
});
