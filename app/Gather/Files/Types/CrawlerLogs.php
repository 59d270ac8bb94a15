<?php

declare(strict_types=1);

namespace App\Gather\Files\Types;

use App\Facts\Lists\ListTable;
use App\Inventory\PageSource;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Field;

/** What crawlers fetched, by day: a web server’s log, or its summary. */
final class CrawlerLogs extends ListType
{
    public function label(): string
    {
        return 'a web server’s log: what crawlers fetched';
    }

    public function source(): PageSource
    {
        return PageSource::Logs;
    }

    public function fields(): array
    {
        return [
            CommonFields::day(),
            CommonFields::page(),
            new Field('crawler', 'Crawler', CellSort::Words, ['crawler', 'bot', 'agent', 'user agent']),
            new Field('status', 'Status', CellSort::Count, ['status', 'status code', 'http status']),
            new Field('fetches', 'Fetches', CellSort::Count, ['fetches', 'hits', 'requests', 'anfragen', 'zugriffe']),
        ];
    }

    public function lacks(array $keys): ?string
    {
        return match (true) {
            array_diff(['day', 'page', 'crawler'], $keys) !== [] => 'A summary of a log needs columns of days, addresses and crawlers.',
            default => null,
        };
    }

    public function table(): ListTable
    {
        return ListTable::Crawlers;
    }

    public function needed(ListedRow $row): array
    {
        return ['day' => 'Day', 'page' => 'Page', 'crawler' => 'Crawler'];
    }

    public function name(ListedRow $row, ?string $url): string
    {
        return "$url\n".
            $row->text('day', 10).
            "\n".
            $row->text('crawler', 60).
            "\n".
            ($row->whole('status') ?? 0);
    }

    public function values(ListedRow $row): array
    {
        return [
            $row->text('day', 10),
            $row->text('crawler', 60),
            $row->whole('status') ?? 0,
            $row->whole('fetches') ?? 1,
        ];
    }
}
