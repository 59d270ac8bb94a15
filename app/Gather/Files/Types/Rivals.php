<?php

declare(strict_types=1);

namespace App\Gather\Files\Types;

use App\Facts\Lists\ListTable;
use App\Inventory\PageSource;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Field;

/** Phrases for which pages of rivals are shown. */
final class Rivals extends ListType
{
    public function label(): string
    {
        return 'keywords of rivals: position and traffic';
    }

    public function source(): PageSource
    {
        return PageSource::List;
    }

    public function fields(): array
    {
        return [
            CommonFields::phrase(),
            new Field('rival', 'Rival’s page', CellSort::Address, [
                'rival url', 'rival page', 'rival', 'competitor url', 'competitor', 'url', 'page', 'wettbewerber',
                'concurrent', 'competidor',
            ]),
            new Field('position', 'Position', CellSort::Number, [
                'position',
                'rank',
                'ranking',
                'posición',
                'posizione',
                'positie',
                'rang',
            ]),
            new Field('traffic', 'Visits a month', CellSort::Number, [
                'traffic',
                'visits',
                'visitors',
                'besucher',
                'trafic',
                'tráfico',
                'traffico',
            ]),
        ];
    }

    public function lacks(array $keys): ?string
    {
        $has = static fn (string ...$any): bool => array_intersect($any, $keys) !== [];

        return match (true) {
            array_diff(['phrase', 'rival'], $keys) !== [] => 'A file of rivals needs a column of phrases and one of the rivals’ pages.',
            ! $has('position', 'traffic') => 'A file of rivals needs a column of positions or of visits.',
            default => null,
        };
    }

    public function table(): ListTable
    {
        return ListTable::Rivals;
    }

    public function needed(ListedRow $row): array
    {
        return ['phrase' => 'Phrase', 'rival' => 'Rival’s page'];
    }

    public function name(ListedRow $row, ?string $url): string
    {
        return $row->text('phrase', 500)."\n".$row->text('rival', 2048);
    }

    public function values(ListedRow $row): array
    {
        return [
            $row->text('phrase', 500),
            $row->text('rival', 2048),
            $row->host('rival'),
            $row->rounded('position'),
            $row->whole('traffic'),
        ];
    }
}
