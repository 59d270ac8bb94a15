<?php

declare(strict_types=1);

namespace App\Gather\Pages;

use App\Inventory\Index\DepthRebuild;
use App\Inventory\PageSource;
use App\Inventory\WhyNot;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Generator;
use Orchard\Core\LinkGraph\RedirectPath;

/** The whole inventory as rows, in the order of addresses of pages as they were found. */
final class PageExport
{
    public const COLUMNS = [
        'url', 'status', 'final_url', 'kind', 'indexable', 'why_not', 'title', 'description', 'h1', 'h1_count',
        'canonical', 'depth', 'links_in', 'words', 'last_seen', 'sources',
    ];

    /**
     * @param  iterable<list<int>>  $portions  page ids
     * @param  list<PageColumn>  $more  columns behind the usual ones
     * @return Generator<list<string|int|null>>
     */
    public function rows(Store $store, iterable $portions, array $more = []): Generator
    {
        $redirects = [];
        foreach (
            Rows::all(
                'SELECT p.url, f.redirect_url FROM page_facts f JOIN pages p ON p.id = f.page_id
                    WHERE f.store_id = ?
                    AND f.to_crawl = 0 AND f.redirect_url IS NOT NULL',
                [$store->id],
            ) as $row
        ) {
            $redirects[$row->text('url')] = $row->text('redirect_url');
        }
        $path = new RedirectPath($redirects);
        $crawlers = $store->options()->crawlers;
        foreach ($portions as $portion) {
            $rows = Rows::all(
                'SELECT i.*, p.url, f.title, f.description, f.h1s, f.canonicals, f.canonical_header, f.robots,
                    f.robots_header, c.started_at, t.term AS lead_term
                FROM page_index i JOIN pages p ON p.id = i.page_id
                LEFT JOIN page_terms t ON t.page_id = i.page_id AND t.place = 0 LEFT JOIN page_facts f
                ON f.page_id = i.page_id
                AND f.to_crawl = 0 LEFT JOIN gather_crawls c ON c.id = p.seen_crawl WHERE i.store_id = ?
                AND i.page_id IN ('.
                    Bulk::list($portion).
                    ') ORDER BY i.page_id',
                [$store->id],
            );
            foreach ($rows as $row) {
                /** @var list<string> $h1s */
                $h1s = (array) json_decode($row->text('h1s'), true);
                /** @var list<string> $canonicals */
                $canonicals = (array) json_decode($row->text('canonicals'), true);
                $depth = $row->int('depth');
                $page = PageCells::from($row);
                yield [
                    $row->text('url'),
                    $row->int('status'),
                    isset($redirects[$row->text('url')]) ? $path->end($row->text('url')) : $row->text('url'),
                    PageKind::from($row->int('kind'))->key(),
                    $row->indexable ? 'yes' : 'no',
                    WhyNot::from($row->int('why_not'))->wordsOf(
                        $row->robots ?? '',
                        $row->robots_header ?? '',
                        $crawlers,
                    ),
                    $row->text('title'),
                    $row->text('description'),
                    $h1s[0] ?? '',
                    count($h1s),
                    $canonicals[0] ?? $row->text('canonical_header'),
                    $depth === DepthRebuild::UNREACHED ? null : $depth,
                    $row->int('links_in'),
                    $row->int('words'),
                    $row->text('started_at'),
                    implode(' ', PageSource::namesOf($row->int('sources'))),
                    ...array_map(static fn (PageColumn $column): string => $column->shown($page, true), $more),
                ];
            }
        }
    }
}
