<?php

declare(strict_types=1);

use App\Gather\Files\FileSort;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/**
 * A store whose facts come from these lines, in this order, in so many files.
 *
 * @param  list<string>  $queries
 * @param  list<string>  $sales
 */
function storeOfLines(array $queries, array $sales, int $files): Store
{
    $store = (new Site())->store();
    DB::table('stores')
        ->where('id', $store->id)
        ->update(['base_url' => 'https://order.example']);
    $store->refresh();
    // A day is one import's: the files part the days between them.
    foreach (array_chunk($queries, max(1, (int) ceil(count($queries) / $files))) as $part) {
        bringIn($store, "page,query,day,clicks,impressions,position\n".implode('', $part));
    }
    bringIn($store, "page,day,visits,orders,revenue\n".implode('', $sales), FileSort::Sales);

    return $store;
}

it('gives the same numbers for the same facts, in whatever order and files they come', function (): void {
    mt_srand(11);
    $queries = $sales = [];
    for ($week = 1; $week <= 14; $week++) {
        $day = now()->startOfWeek()->subWeeks($week)->toDateString();
        for ($page = 0; $page < 60; $page++) {
            $folder = ['lamp', 'range', 'journal'][$page % 3];
            for ($query = 0; $query < 6; $query++) {
                $seen = mt_rand(20, 900);
                $position = mt_rand(10, 260) / 10;
                $queries[$day][] =
                    "/$folder/p-$page,word ".
                    ($page * 7 + $query * 5) % 90 .
                    ",$day,".
                    (int) (($seen * mt_rand(0, 300)) / 1000 / $position).
                    ",$seen,$position\n";
            }
            $sales[] =
                "/$folder/p-$page,$day,".
                mt_rand(5, 60).
                ','.
                ($orders = mt_rand(0, 4)).
                ','.
                ($orders * mt_rand(2000, 9000)) / 100 .
                "\n";
        }
    }
    $straight = storeOfLines(array_merge(...array_values($queries)), $sales, 1);
    $days = array_reverse($queries);
    foreach ($days as &$lines) {
        shuffle($lines);
    }
    unset($lines);
    shuffle($sales);
    $shuffled = storeOfLines(array_merge(...array_values($days)), $sales, 1);
    // The days of each file are whole, so that none replaces another's.
    $parted = storeOfLines(array_merge(...array_values($queries)), $sales, 14);
    foreach ([$straight, $shuffled, $parted] as $store) {
        weigh($store);
    }
    $numbers = static fn (Store $store): array => collect(weighed($store))
        ->sortKeys()
        ->map(static fn (array $row): array => array_diff_key($row, ['url' => 0]))
        ->all();
    $first = $numbers($straight);
    expect($first)
        ->toHaveCount(60)
        ->and(array_sum(array_map(floatval(...), array_column($first, 'upside'))))
        ->toBeGreaterThan(0.0);
    expect($numbers($shuffled))->toBe($first);
    expect($numbers($parted))->toBe($first);
    // And weighing again changes nothing, to the last bit.
    $sum = static fn (Store $store): string => (string) json_encode(
        DB::select(
            'SELECT SUM(CRC32(CONCAT_WS("|", page_id, upside, low, high, wording, lift, ratio, click_value, expected_rate, extra_clicks))) AS s, COUNT(*) AS n FROM weigh_scores WHERE store_id = ?',
            [$store->id],
        ),
    );
    $before = $sum($straight);
    DB::table('weigh_states')->where('store_id', $straight->id)->delete();
    weigh($straight);
    expect($sum($straight))->toBe($before);
});
