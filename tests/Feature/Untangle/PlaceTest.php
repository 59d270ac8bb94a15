<?php

declare(strict_types=1);

use App\Stores\AddStore;
use App\Untangle\Lists\TangleList;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

it('goes through a long list once, by clicks and then by number, whatever has as many clicks', function (): void {
    $store = app(AddStore::class)->add('Long', 'https://long.example', 'long-'.Str::lower(Str::random(10)));
    $rows = [];
    foreach (range(1, 140) as $nth) {
        $rows[] = [
            'store_id' => $store->id,
            'tangle_id' => $nth,
            'keeper_page' => 0,
            'pages' => 2,
            'clicks' => intdiv($nth * 7, 60) % 4,
            'impressions' => 0,
            'points' => '{}',
            'reasons' => '',
        ];
    }
    DB::table('untangle_tangles')->insert($rows);
    usort(
        $rows,
        static fn (array $a, array $b): int => [$b['clicks'], $b['tangle_id']] <=> [$a['clicks'], $a['tangle_id']],
    );
    $seen = [];
    $after = '';
    do {
        $told = TangleList::of(Request::create('/', 'GET', ['after' => $after]), $store);
        foreach ($told['rows'] as $row) {
            $seen[] = $row->tangleId;
        }
        $after = $told['next'] === null ? null : "{$told['next']->clicks}-{$told['next']->tangleId}";
    } while ($after !== null && count($seen) <= count($rows));
    expect($seen)->toBe(array_column($rows, 'tangle_id'));
    // What is no place begins at the top.
    foreach (['', '3', '3-', 'x-1', '3-1-2'] as $none) {
        $first = TangleList::of(Request::create('/', 'GET', ['after' => $none]), $store)['rows'];
        expect($first[0]->tangleId)->toBe($rows[0]['tangle_id'], $none);
    }
});
