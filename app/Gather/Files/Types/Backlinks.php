<?php

declare(strict_types=1);

namespace App\Gather\Files\Types;

use App\Facts\Lists\ListTable;
use App\Inventory\PageSource;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Field;

/** Links from other sites to pages of the store. */
final class Backlinks extends ListType
{
    public function label(): string
    {
        return 'backlinks: who links to which page';
    }

    public function source(): PageSource
    {
        return PageSource::Backlinks;
    }

    public function fields(): array
    {
        return [
            new Field('source', 'Linking page', CellSort::Address, [
                'source', 'source url', 'linking page', 'referring page', 'referring page url', 'from', 'quelle',
                'page source', 'origen',
            ]),
            new Field('page', 'Our page', CellSort::Address, [
                'target',
                'target url',
                'target page',
                'to',
                'ziel',
                'cible',
                'destino',
                ...CommonFields::PAGE,
            ]),
            new Field('anchor', 'Anchor', CellSort::Text, [
                'anchor',
                'anchor text',
                'link text',
                'ankertext',
                'ancre',
                'ancla',
            ]),
            new Field('followed', 'Followed', CellSort::Truth, ['followed', 'follow', 'dofollow', 'rel']),
            new Field('placement', 'Placement', CellSort::Text, [
                'placement',
                'position',
                'link type',
                'region',
                'platzierung',
            ]),
        ];
    }

    public function lacks(array $keys): ?string
    {
        return match (true) {
            array_diff(['source', 'page'], $keys) !== [] => 'A file of backlinks needs a column of the linking pages and one of ours.',
            default => null,
        };
    }

    public function table(): ListTable
    {
        return ListTable::Backlinks;
    }

    public function needed(ListedRow $row): array
    {
        return ['source' => 'Linking page', 'page' => 'Our page'];
    }

    public function name(ListedRow $row, ?string $url): string
    {
        return $row->text('source', 2048)."\n$url\n".$row->text('anchor', 500);
    }

    public function values(ListedRow $row): array
    {
        return [
            $row->text('source', 2048),
            $row->host('source'),
            $row->text('anchor', 500),
            $row->whole('followed') ?? 1,
            $row->text('placement', 60),
        ];
    }
}
