<?php

declare(strict_types=1);

use App\Stores\Steps\Stamps;
use Illuminate\Support\Facades\DB;

it('reads the stamps of all topics by one query, of a store that has nothing, too', function (): void {
    $store = shopStore();
    DB::enableQueryLog();
    DB::flushQueryLog();
    $stamps = app(Stamps::class)->of($store);
    expect(DB::getQueryLog())
        ->toHaveCount(1)
        ->and(array_keys($stamps))
        ->toContain('texts', 'pages', 'work', 'worklists', 'tangles', 'matched', 'tended', 'results');
    DB::disableQueryLog();
});

it('gives a topic another stamp when something of it changes, and no other topic or store', function (): void {
    [$store, $other] = [shopStore(), shopStore()];
    $stamps = app(Stamps::class);
    [$before, $others] = [$stamps->of($store), $stamps->of($other)];
    DB::table('work')->insert([
        'store_id' => $store->id,
        'sort' => 'gather.crawl',
        'subject_id' => 0,
        'state' => 'waiting',
        'wake_at' => DB::raw('UTC_TIMESTAMP()'),
        'progress' => '{}',
        'created_at' => DB::raw('UTC_TIMESTAMP()'),
    ]);
    expect(array_keys(array_diff_assoc($stamps->of($store), $before)))
        ->toBe(['work'])
        ->and($stamps->of($other))
        ->toBe($others);
    DB::table('work')->where('store_id', $store->id)->update(['state' => 'done']);
    expect($stamps->of($store))->toBe($before);
});
