<?php

declare(strict_types=1);

use App\Inventory\WordSearch;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** @return array{Store, array<int, string>} a store of 1,200 pages, and the words of each */
function wordedStore(): array
{
    $store = (new Site())->store();
    $market = (int) DB::table('markets')->where('store_id', $store->id)->value('id');
    $common = ['lamp', 'brass', 'floor', 'range', 'lampshade'];
    $rows = $pages = [];
    mt_srand(5);
    for ($n = 0; $n < 1200; $n++) {
        $title =
            $common[mt_rand(0, 4)].
            ' '.
            $common[mt_rand(0, 4)].
            ($n % 7 === 0 ? ' Größe' : '').
            ($n % 211 === 0 ? ' zephyr-'.$n : '').
            ($n === 600 ? ' Ünïque' : '');
        $page = DB::table('pages')->insertGetId([
            'store_id' => $store->id,
            'market_id' => $market,
            'digest' => random_bytes(16),
            'url' => $store->base_url."p$n",
        ]);
        $pages[$page] = WordSearch::textOf($title, "/made/p$n?finish=old%20gold");
        $rows[] = ['page_id' => $page, 'store_id' => $store->id, 'words' => $pages[$page]];
    }
    foreach (array_chunk($rows, 400) as $chunk) {
        DB::table('page_words')->insert($chunk);
    }
    DB::transaction(static fn () => WordSearch::rebuild($store->id));

    return [$store, $pages];
}

it('finds the pages that have all of the words, by the index or along the list', function (): void {
    [$store, $pages] = wordedStore();
    [$other] = wordedStore();
    $ways = [];
    foreach (
        [
            'lamp', 'LAMP', 'lamps', 'lampsh', 'brass floor', 'zephyr', 'zephyr 211', 'zeph lamp', 'größe',
            'GRÖSSE x', 'ünï', 'old gold', 'old silver', 'p60', 'p600', 'fin', 'amp', 'nothing-of-the-kind',
            '  brass ,, lamp! ',
        ] as $asked
    ) {
        $search = WordSearch::of($store->id, $asked);
        $found = array_map(
            static fn (stdClass $row): int => (int) $row->page_id,
            DB::select(
                "SELECT w.page_id FROM page_words w WHERE w.store_id = ? AND $search->condition ORDER BY w.page_id",
                [$store->id, ...$search->values],
            ),
        );
        preg_match_all('/[\p{L}\p{N}]+/u', mb_strtolower($asked), $words);
        $expected = array_keys(
            array_filter($pages, static function (string $text) use ($words): bool {
                foreach ($words[0] as $word) {
                    if (! str_contains(mb_strtolower($text), " $word")) {
                        return false;
                    }
                }

                return true;
            }),
        );
        expect($found)->toBe($expected, $asked);
        $ways[$search->byIndex ? 'index' : 'list'] = true;
    }
    expect(array_keys($ways))
        ->toEqualCanonicalizing(['index', 'list'])
        ->and($other->id)
        ->not->toBe($store->id);
});

it('finds nothing where nothing is asked for', function (string $asked): void {
    $store = (new Site())->store();
    expect(WordSearch::of($store->id, $asked))->condition->toBe('0')->values->toBe([])->byIndex->toBeFalse();
})->with(['', '   ', '!?', '%_*', '"']);

it('keeps a space before each word of a page, title first', function (): void {
    expect(WordSearch::textOf('Aldern: floor-lamp', '/lamp/aldern%20old?finish=brass'))
        ->toBe(' Aldern floor lamp lamp aldern old finish brass')
        ->and(WordSearch::textOf('', '/'))
        ->toBe(' ');
});
