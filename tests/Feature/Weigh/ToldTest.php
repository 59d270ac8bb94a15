<?php

declare(strict_types=1);

use App\Gather\Files\FileLook;
use App\Gather\Files\FileSort;
use App\Gather\Files\Imports;
use App\Gather\Files\SumsBeside;
use App\Store\AddStore;
use App\Store\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Orchard\Core\Demand\Chance;

/** A store that is known by its files alone. */
function toldStore(): Store
{
    return app(AddStore::class)->add('Told', 'https://told.example', 'told-'.Str::lower(Str::random(10)));
}

/** @return list<string> days, the last of them a Sunday that no source adds to any more */
function daysBack(int $days, int $skip = 0): array
{
    $last = new DateTimeImmutable('last sunday -7 days');

    return array_map(static fn (int $back): string => $last->modify("-$back days")->format('Y-m-d'), range($days + $skip - 1, $skip));
}

/** @return array<string, object> numbers of the window by path */
function windowOf(Store $store): array
{
    $pages = [];
    foreach (DB::select('SELECT p.url, i.* FROM page_index i JOIN pages p ON p.id = i.page_id WHERE i.store_id = ?', [$store->id]) as $row) {
        $pages[(string) parse_url((string) $row->url, PHP_URL_PATH)] = $row;
    }
    ksort($pages);

    return $pages;
}

it('leaves all other pages what finer rows tell, when a coarser file names some', function (int $seed): void {
    $chance = new Chance($seed);
    $store = toldStore();
    $days = daysBack(30);
    [$expected, $fine, $coarse, $devices] = [[], '', '', ''];
    for ($page = 0; $page < 12; $page++) {
        foreach ($days as $day) {
            $told = [0, 0, 0];
            foreach (['oak bed', 'oak table'] as $query) {
                foreach (['desktop', 'mobile'] as $device) {
                    $clicks = $chance->whole(0, 5);
                    $told[0] += $clicks;
                    $devices .= "/p/$page,$query,$device,$day,$clicks,40,3\n";
                }
            }
            // A file by page and query holds some of the pages, one by page alone some days of others.
            if ($page % 3 === 1) {
                $told[1] = $told[0] + 2;
                $fine .= "/p/$page,oak bed,$day,$told[1],90,3\n";
            }
            if ($page % 4 === 0 && $chance->uniform() < 0.5) {
                $told[2] = $told[0] + 7;
                $coarse .= "/p/$page,$day,$told[2],200,3\n";
            }
            $expected["/p/$page"] = ($expected["/p/$page"] ?? 0) + ($told[2] ?: ($told[1] ?: $told[0]));
        }
    }
    $files = [["page,day,clicks,impressions,position\n", $coarse], ["page,query,day,clicks,impressions,position\n", $fine], ["page,query,device,day,clicks,impressions,position\n", $devices]];
    foreach ($seed % 2 === 0 ? $files : array_reverse($files) as [$names, $rows]) {
        bringIn($store, $names.$rows);
    }
    ksort($expected);
    expect(array_map(static fn (object $row): int => (int) $row->clicks, windowOf($store)))->toBe($expected);
    // What was summed by device and by query goes by the same rule.
    weigh($store);
    foreach (windowOf($store) as $path => $row) {
        expect((int) DB::table('weigh_sums')->where('page_id', $row->page_id)->where('weeks', 13)->where('device', 9)->where('class', 9)->value('clicks'))->toBe($expected[$path]);
        $ofQueries = (int) DB::table('weigh_pairs')->where('page_id', $row->page_id)->sum('clicks');
        $byQuery = (int) DB::table('search_rows')->where('page_id', $row->page_id)->where('grain', 35)->sum('clicks');
        expect($ofQueries)->toBe($byQuery > 0 ? $byQuery : (int) DB::table('search_rows')->where('page_id', $row->page_id)->where('grain', 43)->sum('clicks'));
    }
})->with([2, 3]);

it('says before it counts that a file does not fit what is there', function (string $rows, FileSort $sort, ?string $sentence): void {
    $store = toldStore();
    $days = daysBack(14);
    $all = static fn (string $line): string => implode('', array_map(static fn (string $day): string => implode('', array_map(static fn (int $page): string => "/p/$page,".sprintf($line, $day)."\n", range(1, 7))), $days));
    bringIn($store, "page,day,clicks,impressions\n".$all('%s,10,100'));
    bringIn($store, "page,day,orders,revenue\n".$all('%s,2,80'), FileSort::Sales);
    $path = (string) tempnam(sys_get_temp_dir(), 'rows');
    file_put_contents($path, preg_replace_callback('/\bD(\d+)\b/', static fn (array $day): string => $days[(int) $day[1]], $rows));
    $look = FileLook::into($store->id, $path, $sort);
    $told = SumsBeside::of($store, $path, $look)?->sentence();
    unlink($path);
    $sentence === null ? expect($told)->toBeNull() : expect($told)->toStartWith($sentence);
})->with([
    'two pages with far fewer clicks' => ["page,day,clicks,impressions,position\n/p/1,D3,3,50,4\n/p/2,D3,4,50,4\n/p/1,D4,3,50,4\n/p/2,D4,3,50,4\n", FileSort::Search, '13 clicks in this file for 2 pages that have 40 on the same days so far, 68% fewer (more than 10% is told). 5 other pages keep what they have.'],
    'the same numbers' => ["page,day,clicks,impressions,position\n/p/1,D3,10,50,4\n/p/2,D3,11,50,4\n/p/1,D4,10,50,4\n/p/2,D4,9,50,4\n", FileSort::Search, null],
    'queries that withhold some' => ["page,query,day,clicks,impressions\n/p/1,oak,D3,6,50\n/p/2,oak,D3,9,50\n/p/1,oak,D4,2,50\n/p/2,oak,D4,1,50\n", FileSort::Search, null],
    'queries that hold more than their pages' => ["page,query,day,clicks,impressions\n/p/1,oak,D3,20,50\n/p/2,oak,D3,10,50\n", FileSort::Search, '30 clicks in this file for 2 pages that have 20 on the same days so far, 50% more (more than 10% is told). Queries cannot hold more than their page does.'],
    'other pages alone' => ["page,day,clicks,impressions\n/q/1,D3,600,5000\n", FileSort::Search, null],
    'too few to say' => ["page,day,clicks,impressions\n/p/1,D3,2,5000\n", FileSort::Search, null],
    'orders twice as many' => ["page,day,orders,revenue\n/p/1,D1,9,1\n/p/2,D1,9,1\n/p/1,D2,9,1\n/p/2,D2,9,1\n", FileSort::Sales, '36 orders in this file for 2 pages that have 8 on the same days so far, 350% more'],
]);

it('tells it on the page of the file and on the command line', function (): void {
    $store = toldStore();
    $rows = implode('', array_map(static fn (string $day): string => "/p/1,$day,20,100\n/p/2,$day,20,100\n", daysBack(7)));
    bringIn($store, "page,day,clicks,impressions\n$rows");
    $path = (string) tempnam(sys_get_temp_dir(), 'rows');
    file_put_contents($path, "page,day,clicks,impressions,position\n/p/1,".daysBack(3)[0].",2,100,1\n");
    $import = app(Imports::class)->take($store, null, 'rows.csv', $path);
    $this->actingAs(member($store, App\Access\Role::Owner))->get(route('gather.file.replaces', [$store, $import]))->assertOk()->assertSee('90% fewer');
    ['code' => $code, 'err' => $err] = orchard(['gather:import', 'search', $path, "--store=$store->slug", '--wait']);
    unlink($path);
    expect($code)->toBe(0)->and($err)->toContain('2 clicks in this file for 1 page that have 20');
});
