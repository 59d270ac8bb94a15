<?php

declare(strict_types=1);

use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

const CELLS = "SELECT '12' AS clicks, CAST('1.50' AS DECIMAL(9, 2)) AS upside, '/a' AS url, 1 AS is_safe, 0 AS is_part,
    NULL AS nothing";

it('reads cells as what they are asked for as', function (): void {
    $row = Rows::sole(CELLS);
    expect($row->int('clicks'))
        ->toBe(12)
        ->and($row->number('upside'))
        ->toBe(1.5)
        ->and($row->text('upside'))
        ->toBe('1.50')
        ->and($row->text('url'))
        ->toBe('/a')
        ->and([$row->isTrue('is_safe'), $row->isTrue('is_part'), $row->isTrue('nothing')])
        ->toBe([true, false, false]);
});

it('tells NULL apart from 0 where it is asked to', function (): void {
    $row = Rows::sole(CELLS);
    expect([$row->int('nothing'), $row->number('nothing'), $row->text('nothing')])
        ->toBe([0, 0.0, ''])
        ->and([$row->intOrNull('nothing'), $row->numberOrNull('nothing'), $row->textOrNull('nothing')])
        ->toBe([null, null, null])
        ->and([$row->intOrNull('clicks'), $row->numberOrNull('upside'), $row->textOrNull('url')])
        ->toBe([12, 1.5, '/a']);
});

it('does not take a column that was not asked for to be NULL', function (string $read): void {
    expect(fn () => Rows::sole(CELLS)->{$read}('visits'))->toThrow(ErrorException::class, 'visits');
})->with(['int', 'number', 'text', 'isTrue', 'intOrNull', 'numberOrNull', 'textOrNull']);

it('gives such rows whichever way a query is asked', function (): void {
    $store = shopStore();
    $stores = DB::table('stores')->where('id', $store->id);
    $ways = [
        ...Rows::all('SELECT id FROM stores WHERE id = ?', [$store->id]),
        Rows::one('SELECT id FROM stores WHERE id = ?', [$store->id]),
        Rows::maybe($stores->clone()->first(['id'])),
        ...Rows::of($stores->clone()->get(['id']))->all(),
        ...Rows::lazily($stores->clone()->orderBy('id')->lazy())->all(),
        ...iterator_to_array(Rows::cursor('SELECT id FROM stores WHERE id = ?', [$store->id])),
    ];
    expect($ways)->toHaveCount(6);
    foreach ($ways as $row) {
        expect($row)->toBeInstanceOf(Row::class)->and($row?->int('id'))->toBe($store->id);
    }
    expect(Rows::one('SELECT id FROM stores WHERE id = 0'))
        ->toBeNull()
        ->and(Rows::maybe($stores->clone()->where('id', 0)->first()))
        ->toBeNull();
});

it('leaves models as they are', function (): void {
    $store = shopStore();
    expect(Store::query()->findOrFail($store->id)->slug)->toBe($store->slug);
});

it('refuses a row of somebody else', function (): void {
    expect(fn () => Rows::maybe(new stdClass()))->toThrow(LogicException::class, 'none of ours');
});
