<?php

declare(strict_types=1);

use App\Facts\FactTable;
use App\Facts\QueryBook;
use App\Gather\Files\StagedRows;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;

/** Rows of an import that is in no database: only its file's name and what is staged are asked for. */
function stagedRows(string $key, ?string $staged = null): StagedRows
{
    return StagedRows::of(Storage::disk('uploads')->path($key), $staged);
}

function stagedFolder(string $key): string
{
    return Storage::disk('uploads')->path($key).'.rows';
}

/** @return list<string> the lines of a month in order; the file is deleted */
function orderedLines(StagedRows $rows, FactTable $facts, string $month): array
{
    $beats = 0;
    [$path, $count] = $rows->inOrder($facts, $month, function () use (&$beats): void {
        $beats++;
    });
    $lines = file($path, FILE_IGNORE_NEW_LINES) ?: [];
    unlink($path);
    expect($lines)->toHaveCount($count)->and($beats)->toBeGreaterThan(0);

    return $lines;
}

beforeEach(function (): void {
    $this->key = 'imports/test-'.bin2hex(random_bytes(6));
    Storage::disk('uploads')->makeDirectory('imports');
});

afterEach(fn () => stagedRows($this->key)->forget());

it('adds up what says the same, and puts it in the order of the key', function (int $seed): void {
    mt_srand($seed);
    $rows = stagedRows($this->key);
    $rows->resume();
    $sums = [];
    for ($piece = 0; $piece < 4; $piece++) {
        $lines = '';
        $days = [];
        for ($i = 0; $i < 400; $i++) {
            $day = sprintf('2026-08-%02d', mt_rand(1, 3));
            $key = sprintf(
                "%010d\t%s\t00001\t%010d\t%s\t%d\t0",
                mt_rand(1, 6),
                $day,
                mt_rand(0, 9),
                ['', 'AT', 'DE'][mt_rand(0, 2)],
                mt_rand(1, 2),
            );
            [$clicks, $impressions, $position] = [mt_rand(0, 9), mt_rand(10, 99), mt_rand(1000, 99000)];
            $lines .= "$key\t$clicks\t$impressions\t$position\n";
            $days[$day] = ($days[$day] ?? 0) + 1;
            foreach ([$clicks, $impressions, $position] as $place => $number) {
                $sums[$key][$place] = ($sums[$key][$place] ?? 0) + $number;
            }
        }
        $rows->add(['2026-08' => $lines], $days);
    }
    ksort($sums, SORT_STRING);
    $expected = [];
    foreach ($sums as $key => $numbers) {
        $expected[] = "$key\t".implode("\t", $numbers);
    }
    expect(orderedLines($rows, FactTable::Search, '2026-08'))
        ->toBe($expected)
        ->and(array_sum($rows->days()))
        ->toBe(1600)
        ->and(array_keys($rows->days()))
        ->toBe(['2026-08-01', '2026-08-02', '2026-08-03']);
})->with([1, 2, 3]);

it('adds money to the cent', function (): void {
    $rows = stagedRows($this->key);
    $rows->resume();
    $rows->add(
        [
            '2026-08' => "0000000007\t2026-08-01\t00001\t3\t1\t2\t0.10\t0.00\t-1.05\n0000000007\t2026-08-01\t00001\t4\t1\t1\t0.20\t99999999999.99\t0.06\n0000000008\t2026-08-01\t00001\t4\t1\t1\t0.20\t0.00\t0.00\n",
        ],
        ['2026-08-01' => 3],
    );
    expect(orderedLines($rows, FactTable::Sales, '2026-08'))->toBe([
        "0000000007\t2026-08-01\t00001\t7\t2\t3\t0.30\t99999999999.99\t-0.99",
        "0000000008\t2026-08-01\t00001\t4\t1\t1\t0.20\t0.00\t0.00",
    ]);
});

it('takes only what the database knows of for read, whatever a killed process left', function (): void {
    $line = static fn (int $page): string => sprintf("%010d\t2026-08-01\t00001\t1\t1\t1\t1.00\t0.00\t0.00\n", $page);
    $rows = stagedRows($this->key);
    $rows->resume();
    $rows->add(['2026-08' => $line(1)], ['2026-08-01' => 1]);
    $known = $rows->toJson();
    $rows->add(['2026-08' => $line(2), '2026-09' => $line(3)], ['2026-08-01' => 1, '2026-09-01' => 1]); // Written, and killed before the database took it down.
    $next = stagedRows($this->key, $known);
    $next->resume();
    expect(is_file(stagedFolder($this->key).'/2026-09'))
        ->toBeFalse()
        ->and($next->days())
        ->toBe(['2026-08-01' => 1]);
    $next->add(['2026-08' => $line(4)], ['2026-08-01' => 1]);
    expect(
        array_map(static fn (string $text): int => (int) $text, orderedLines($next, FactTable::Sales, '2026-08')),
    )->toBe([1, 4]);
});

it('says so where rows that were read are gone from the disk', function (): void {
    $rows = stagedRows($this->key);
    $rows->resume();
    $rows->add(['2026-08' => "0000000001\t2026-08-01\t00001\t1\t1\t1\t1.00\t0.00\t0.00\n"], ['2026-08-01' => 1]);
    unlink(stagedFolder($this->key).'/2026-08');
    expect(fn () => stagedRows($this->key, $rows->toJson())->resume())->toThrow(
        RuntimeException::class,
        'gone from the disk',
    );
});

it('leaves nothing behind, and minds nothing that is not there', function (): void {
    $rows = stagedRows($this->key);
    $rows->forget();
    $rows->resume();
    $rows->add(['2026-08' => "x\n"], ['2026-08-01' => 1]);
    $rows->forget();
    expect(is_dir(stagedFolder($this->key)))->toBeFalse()->and(stagedRows($this->key)->days())->toBe([]);
});

it('tells the ids of all queries that are asked for, however many it may remember', function (): void {
    $store = (new Tests\Web\Site())->store();
    $texts = array_map(static fn (int $n): string => $n % 3 === 0 ? (string) $n : "lamp $n", range(1, 25));
    $book = new QueryBook($store->id, memory: 10);
    $ids = $book->idsOf($texts);
    expect($ids)->toHaveCount(25)->and(count(array_unique($ids)))->toBe(25)->and($book->knownId('lamp 1'))->toBeNull();
    foreach (array_chunk($texts, 7) as $some) {
        expect($book->idsOf($some))->toEqualCanonicalizing(array_intersect_key($ids, array_flip($some)));
    }
    $book->idsOf(['lamp 25']);
    expect($book->knownId('lamp 25'))->toBe($ids['lamp 25'])->and($book->knownId('never asked'))->toBeNull();
    $known = DB::table('search_queries')->where('store_id', $store->id)->pluck('text', 'id')->all();
    foreach ($ids as $text => $id) {
        expect($known[$id])->toBe((string) $text);
    }
});

it('says so where the disk is full, and counts nothing that is not on it', function (): void {
    $rows = stagedRows($this->key);
    $rows->resume();
    $known = $rows->toJson();
    symlink('/dev/full', stagedFolder($this->key).'/2026-08'); // Every write there finds no space left.
    expect(fn () => $rows->add(['2026-08' => str_repeat("x\n", 5000)], ['2026-08-01' => 5000]))
        ->toThrow(RuntimeException::class, 'no room for the rows')
        ->and($rows->toJson())
        ->toBe($known)
        ->and($rows->days())
        ->toBe([]);
});
