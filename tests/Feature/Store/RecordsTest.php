<?php

declare(strict_types=1);

use App\Platform\Database\Records;
use App\Weigh\Worklists\PageChange;
use App\Weigh\Worklists\PageState;
use Orchard\Core\Terms\AskedFor;

final readonly class ReadRow
{
    /** @param  list<int>  $parts */
    public function __construct(
        public int $pageId,
        public string $url,
        public float $upsideNow,
        public bool $isSafe,
        public PageState $state,
        public ?string $title,
        public ?int $kind,
        public ?AskedFor $asked = null,
        public array $parts = [],
    ) {
    }
}

const READ = "SELECT 7 AS page_id, '/a' AS url, CAST('1.5' AS DECIMAL(9, 2)) AS upside_now, 1 AS is_safe,
    'ready' AS state, NULL AS title, '3' AS kind, 9 AS nobody_asks_for_it";

it('makes records of rows, each cell as the record wants it', function (): void {
    $read = Records::select(ReadRow::class, READ.' UNION ALL SELECT NULL, NULL, NULL, 0, ?, ?, NULL, 1', [
        'left',
        'T',
    ]);
    expect($read)->toEqual([
        new ReadRow(7, '/a', 1.5, true, PageState::Ready, null, 3),
        // Nothing is 0 or empty where a record does not take null.
        new ReadRow(0, '', 0.0, false, PageState::Left, 'T', null),
    ]);
    expect(Records::first(ReadRow::class, READ))->toEqual($read[0]);
    expect(Records::first(ReadRow::class, READ.' FROM stores WHERE 1 = 0'))->toBeNull();
    expect(Records::sole(ReadRow::class, READ))->toEqual($read[0]);
});

it('takes what was put into a row, and what has a default where a column is lacking', function (): void {
    $row = (object) [
        'page_id' => 1,
        'url' => '',
        'upside_now' => 0,
        'is_safe' => 0,
        'state' => 'done',
        'title' => '',
        'kind' => 0,
    ];
    $row->parts = [1, 2];
    $row->asked = 'collection';
    $read = Records::one(ReadRow::class, $row);
    expect($read?->parts)
        ->toBe([1, 2])
        ->and($read?->asked)
        ->toBe(AskedFor::Collection)
        ->and($read?->title)
        ->toBe('')
        ->and(Records::one(ReadRow::class, null))
        ->toBeNull()
        ->and(Records::of(PageChange::class, [(object) []]))
        ->toEqual([new PageChange()]);
});

it('refuses rows that lack a column, and what is no row', function (): void {
    expect(static fn () => Records::select(ReadRow::class, 'SELECT 1 AS page_id'))
        ->toThrow(LogicException::class, 'no column url')
        ->and(static fn () => Records::of(ReadRow::class, [['page_id' => 1]]))
        ->toThrow(LogicException::class, 'row of the database')
        ->and(static fn () => Records::sole(ReadRow::class, READ.' FROM stores WHERE 1 = 0'))
        ->toThrow(LogicException::class);
});
