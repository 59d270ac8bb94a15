<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Files\FileImport;
use App\Gather\Files\Imports;
use App\Platform\Work\WorkDesk;
use App\Stores\AddStore;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Three markets: the first at the root, two in folders. */
function threeMarkets(): Store
{
    $store = app(AddStore::class)->add('Three', 'https://three.example', 'three-'.Str::lower(Str::random(10)));
    foreach (['de', 'fr'] as $i => $code) {
        Market::query()->create([
            'store_id' => $store->id,
            'place' => $i + 2,
            'name' => strtoupper($code),
            'language' => $code,
            'country' => strtoupper($code),
            'currency' => 'EUR',
            'host' => '',
            'path_prefix' => "/$code",
            'brand' => 'Three',
            'limits' => [],
        ]);
    }

    return $store->refresh();
}

/** @return array<string, int> clicks by folder, of the days that count */
function clicksByFolder(Store $store): array
{
    $sums = [];
    foreach (
        DB::select(
            'SELECT p.url, SUM(r.clicks) AS clicks FROM search_rows r JOIN pages p ON p.id = r.page_id WHERE r.store_id = ? GROUP BY p.url',
            [$store->id],
        ) as $row
    ) {
        $folder =
            preg_match('~^https://three\.example/(de|fr)/~', (string) $row->url, $found) === 1 ? $found[1] : 'root';
        $sums[$folder] = ($sums[$folder] ?? 0) + (int) $row->clicks;
    }
    ksort($sums);

    return $sums;
}

function rowsOf(string $folder, int $clicks, string ...$days): string
{
    return implode(
        '',
        array_map(static fn (string $day): string => "$folder/a,$day,$clicks,100\n$folder/b,$day,$clicks,100\n", $days),
    );
}

const NAMES = "page,day,clicks,impressions\n";

function takenBack(Store $store, FileImport $import): void
{
    $work = app(Imports::class)->takeBack($store, (int) $import->id, null);
    expect(app(WorkDesk::class)->workToEnd($work))->toBe('done');
}

it('lets files of the same days and several markets stand side by side, in whatever order', function (): void {
    $days = ['2026-05-04', '2026-05-05'];
    foreach ([['/de', '/fr', ''], ['', '/fr', '/de']] as $order) {
        $store = threeMarkets();
        foreach ($order as $folder) {
            bringIn($store, NAMES.rowsOf($folder, strlen($folder) + 5, ...$days));
        }
        expect(clicksByFolder($store))->toBe(['de' => 32, 'fr' => 32, 'root' => 20]);
        expect(
            DB::table('gather_imports')->where('store_id', $store->id)->where('scope', 'like', 'market:%')->count(),
        )->toBe(3);
    }
});

it('replaces a market’s days by a newer file of it, and nothing of the others', function (): void {
    $store = threeMarkets();
    bringIn($store, NAMES.rowsOf('/de', 10, '2026-05-04', '2026-05-05'));
    bringIn($store, NAMES.rowsOf('/fr', 10, '2026-05-04', '2026-05-05'));
    bringIn($store, NAMES.rowsOf('/de', 3, '2026-05-05'));
    expect(clicksByFolder($store))->toBe(['de' => 26, 'fr' => 40]);
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/gather/files")
        ->assertSee('1 day is superseded by newer imports')
        ->assertSee('for the market DE');
});

it('gives back what rested, row by row to the newest that held it', function (): void {
    $store = threeMarkets();
    $days = ['2026-05-04', '2026-05-05'];
    $whole = bringIn($store, NAMES.rowsOf('', 1, ...$days).rowsOf('/de', 2, ...$days).rowsOf('/fr', 3, ...$days));
    $german = bringIn($store, NAMES.rowsOf('/de', 10, '2026-05-05'));
    expect(clicksByFolder($store))->toBe(['de' => 4 + 20, 'fr' => 12, 'root' => 4]);
    $newer = bringIn(
        $store,
        NAMES.rowsOf('', 30, ...$days).rowsOf('/de', 40, ...$days).rowsOf('/fr', 50, ...$days),
    );
    expect(clicksByFolder($store))->toBe(['de' => 160, 'fr' => 200, 'root' => 120]);
    takenBack($store, $newer);
    expect(clicksByFolder($store))->toBe(['de' => 4 + 20, 'fr' => 12, 'root' => 4]);
    takenBack($store, $german);
    expect(clicksByFolder($store))->toBe(['de' => 8, 'fr' => 12, 'root' => 4]);
    takenBack($store, $whole);
    expect(clicksByFolder($store))
        ->toBe([])
        ->and(
            DB::table('resting_search')
                ->whereIn('import_id', [$whole->id, $german->id, $newer->id])
                ->count(),
        )
        ->toBe(0);
});

it('takes back an older import under a newer one of a part, and leaves the part alone', function (): void {
    $store = threeMarkets();
    $whole = bringIn($store, NAMES.rowsOf('', 1, '2026-05-04').rowsOf('/de', 2, '2026-05-04'));
    $german = bringIn($store, NAMES.rowsOf('/de', 10, '2026-05-04'));
    takenBack($store, $whole);
    expect(clicksByFolder($store))->toBe(['de' => 20]);
    takenBack($store, $german);
    expect(clicksByFolder($store))->toBe([]);
});

it('agrees with a plain count over random histories of scopes, imports and takings back', function (): void {
    mt_srand(5);
    $store = threeMarkets();
    $days = ['2026-05-04', '2026-05-05', '2026-05-06'];
    /** @var array<int, array{in: bool, folders: list<string>, days: list<string>, clicks: int}> $layers */
    $layers = []; // what each import told, by folder and day; the newest that told a place counts
    for ($step = 0; $step < 14; $step++) {
        $live = array_keys(array_filter($layers, static fn (array $layer): bool => $layer['in']));
        if ($live !== [] && mt_rand(0, 2) === 0) {
            $id = $live[mt_rand(0, count($live) - 1)];
            takenBack($store, sure(FileImport::byId((int) $id)));
            $layers[$id] = ['in' => false] + $layers[$id];
        } else {
            $folders = [['/de'], ['/fr'], [''], ['', '/de', '/fr']][mt_rand(0, 3)];
            $told = array_values(array_filter($days, static fn (): bool => mt_rand(0, 2) > 0)) ?: [$days[0]];
            $clicks = mt_rand(1, 50);
            $import = bringIn(
                $store,
                NAMES.
                    implode(
                        '',
                        array_map(static fn (string $folder): string => rowsOf($folder, $clicks, ...$told), $folders),
                    ),
            );
            $layers[(int) $import->id] = ['in' => true, 'folders' => $folders, 'days' => $told, 'clicks' => $clicks];
        }
        $expected = [];
        foreach (['/de' => 'de', '/fr' => 'fr', '' => 'root'] as $folder => $name) {
            foreach ($days as $day) {
                foreach (array_reverse($layers, true) as $layer) {
                    if (
                        $layer['in'] &&
                        in_array($day, $layer['days'], true) &&
                        in_array($folder, $layer['folders'], true)
                    ) {
                        $expected[$name] = ($expected[$name] ?? 0) + 2 * $layer['clicks'];
                        break;
                    }
                }
            }
        }
        ksort($expected);
        expect(clicksByFolder($store))->toBe($expected, "step $step");
    }
});

it('finds a country by its rows only where rows of others are in, and takes a part by command', function (): void {
    $store = app(AddStore::class)->add(
        'Countries',
        'https://three.example',
        'countries-'.Str::lower(Str::random(10)),
    );
    $of = static fn (
        string $country,
        int $clicks,
    ): string => "page,day,country,clicks,impressions\n/a,2026-05-04,$country,$clicks,100\n";
    bringIn($store, $of('Germany', 5));
    bringIn($store, "page,day,country,clicks,impressions\n/a,2026-05-04,Germany,7,100\n/a,2026-05-04,France,9,100\n");
    bringIn($store, $of('France', 20));
    expect(
        DB::table('search_rows')->where('store_id', $store->id)->orderBy('country')->pluck('clicks', 'country')->all(),
    )->toBe(['DE' => 7, 'FR' => 20]);

    $import = orchard(
        ['gather:import', 'search', '-', "--store={$store->slug}", '--scope=folder:/de/', '--wait'],
        "page,day,country,clicks,impressions\n/de/x,2026-05-04,Germany,1,9\n",
    );
    expect($import)
        ->code->toBe(0, $import['err'])
        ->and((int) DB::table('search_rows')->where('store_id', $store->id)->sum('clicks'))
        ->toBe(28);
    $import = orchard(
        ['gather:import', 'search', '-', "--store={$store->slug}", '--scope=store', '--wait'],
        $of('Spain', 2),
    );
    expect($import)
        ->code->toBe(0)
        ->err->toContain('3 of them, of 2 pages with 28 clicks')
        ->toContain('the whole store');
    expect((int) DB::table('search_rows')->where('store_id', $store->id)->sum('clicks'))->toBe(2);
    foreach (['moon:x', 'market:Nowhere', "folder:/a'b/", 'country:DEU'] as $wrong) {
        expect(
            orchard(['gather:import', 'search', '-', "--store={$store->slug}", "--scope=$wrong"], $of('Spain', 2)),
        )->code->toBe(2);
    }
});

it(
    'says before the start what will be put to rest, and keeps what was chosen for files of that shape',
    function (): void {
        $store = threeMarkets();
        bringIn($store, NAMES.rowsOf('/de', 10, '2026-05-04').rowsOf('/fr', 4, '2026-05-04'));
        $this->actingAs(member($store, Role::Writer));
        $upload = function (string $rows) use ($store): int {
            $this->post("/s/{$store->slug}/gather/files", [
                'file' => Illuminate\Http\UploadedFile::fake()->createWithContent('x.csv', $rows),
            ]);

            return (int) DB::table('gather_imports')->where('store_id', $store->id)->max('id');
        };
        $id = $upload(NAMES.rowsOf('/de', 1, '2026-05-04'));
        $this->get("/s/{$store->slug}/gather/files/$id")
            ->assertSee('replaces the data of')
            ->assertSee('/replaces');
        $this->get("/s/{$store->slug}/gather/files/$id/replaces")
            ->assertSee('supersedes 2 rows of it')
            ->assertSee('2 pages with 20 clicks')
            ->assertSee('the market DE');
        $this->get("/s/{$store->slug}/gather/files/$id/replaces?sort=search&scope=store")
            ->assertSee('supersedes 4 rows of it')
            ->assertSee('28 clicks');
        $this->post("/s/{$store->slug}/gather/files/$id/start", [
            'sort' => 'search',
            'was' => 'search',
            'scope' => 'store',
            'columns' => ['page', 'day', 'clicks', 'impressions'],
        ])->assertSessionHasNoErrors();
        $next = $upload(NAMES.rowsOf('/de', 1, '2026-05-06'));
        expect(
            App\Gather\Files\FileLook::into($store->id, sure(Imports::find($store, $next)?->path()))->scope->isStore(),
        )->toBeTrue();
    },
);
