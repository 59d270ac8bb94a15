<?php

declare(strict_types=1);

namespace App\Gather\Files\Types;

use App\Facts\Lists\ListTable;
use App\Inventory\PageSource;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Field;

/** Which pages a search engine has in its index, and why not. */
final class IndexStates extends ListType
{
    public function label(): string
    {
        return 'index state: listed or not, and why';
    }

    public function source(): PageSource
    {
        return PageSource::Index;
    }

    public function fields(): array
    {
        return [
            CommonFields::page(),
            new Field('listed', 'Listed', CellSort::Truth, [
                'listed',
                'indexed',
                'in index',
                'indexiert',
                'indexé',
                'indexada',
            ]),
            new Field('reason', 'Why', CellSort::Text, [
                'reason', 'why', 'coverage', 'coverage state', 'state', 'status', 'grund', 'raison', 'motivo',
            ]),
            new Field('kept', 'Address that was kept', CellSort::Address, [
                'kept url',
                'chosen canonical',
                'selected canonical',
                'engine canonical',
                'canonical',
                'kanonische url',
            ]),
            new Field('shown', 'Title that is shown', CellSort::Text, [
                'shown title',
                'title in results',
                'result title',
                'title',
            ]),
            new Field('fetched', 'Last fetched', CellSort::Day, [
                'last fetched',
                'last crawled',
                'last crawl',
                'fetched',
                'zuletzt gecrawlt',
                'dernière exploration',
            ]),
        ];
    }

    public function lacks(array $keys): ?string
    {
        $has = static fn (string ...$any): bool => array_intersect($any, $keys) !== [];

        return match (true) {
            ! $has('page') => 'A file of index states needs a column of pages.',
            ! $has('listed', 'reason', 'kept') => 'An index status file needs a column that says whether a page is indexed, why not, or which canonical was chosen.',
            default => null,
        };
    }

    public function table(): ListTable
    {
        return ListTable::Index;
    }

    public function values(ListedRow $row): array
    {
        return [
            $row->whole('listed'),
            $row->text('reason', 190),
            $row->has('kept') ? $row->url('kept') ?? $row->text('kept', 2048) : '',
            $row->text('shown', 500),
            $row->has('fetched') ? $row->text('fetched', 10) : null,
        ];
    }
}
