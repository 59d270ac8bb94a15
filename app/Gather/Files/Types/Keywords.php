<?php

declare(strict_types=1);

namespace App\Gather\Files\Types;

use App\Facts\Lists\ListTable;
use App\Inventory\PageSource;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Field;

/** Phrases with how often they are searched for, and how hard they are. */
final class Keywords extends ListType
{
    public function label(): string
    {
        return 'keywords: volume and difficulty';
    }

    public function source(): PageSource
    {
        return PageSource::List;
    }

    public function fields(): array
    {
        return [
            CommonFields::phrase(),
            new Field('country', 'Country', CellSort::Country, ['country', 'land', 'pays', 'país', 'paese', 'market']),
            new Field('volume', 'Volume a month', CellSort::Number, [
                'volume', 'search volume', 'searches', 'monthly searches', 'avg monthly searches', 'suchvolumen',
                'volume de recherche', 'volumen', 'volume di ricerca', 'zoekvolume',
            ]),
            new Field('difficulty', 'Difficulty', CellSort::Number, [
                'difficulty', 'keyword difficulty', 'kd', 'competition', 'schwierigkeit', 'difficulté', 'dificultad',
                'difficoltà', 'moeilijkheid',
            ]),
            new Field('topic', 'Group', CellSort::Text, [
                'group', 'topic', 'cluster', 'parent topic', 'gruppe', 'thema', 'groupe', 'grupo', 'gruppo', 'groep',
            ]),
            new Field('holders', 'Pages at the top', CellSort::Text, [
                'page types',
                'top pages',
                'kinds of pages',
                'results',
                'intent',
                'seitentypen',
            ]),
        ];
    }

    public function lacks(array $keys): ?string
    {
        $has = static fn (string ...$any): bool => array_intersect($any, $keys) !== [];

        return match (true) {
            ! $has('phrase') => 'A file of keywords needs a column of phrases.',
            ! $has('volume', 'difficulty', 'topic') => 'A file of keywords needs a column of volumes, difficulties or groups.',
            default => null,
        };
    }

    public function table(): ListTable
    {
        return ListTable::Keywords;
    }

    public function needed(ListedRow $row): array
    {
        return ['phrase' => 'Phrase'];
    }

    public function name(ListedRow $row, ?string $url): string
    {
        return $row->text('phrase', 500)."\n".$row->text('country', 2);
    }

    public function values(ListedRow $row): array
    {
        return [
            $row->text('phrase', 500),
            $row->text('country', 2),
            $row->whole('volume'),
            $row->rounded('difficulty'),
            $row->text('topic', 120),
            $row->text('holders', 190),
        ];
    }
}
