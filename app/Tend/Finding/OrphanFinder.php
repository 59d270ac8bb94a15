<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Inventory\Index\DepthRebuild;
use App\Inventory\PageMark;
use App\Inventory\PageSource;
use App\Inventory\WhyNot;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use Closure;
use Orchard\Core\LinkGraph\PagingStep;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\Url\PageUrl;

/**
 * Pages that search engines may list and that no followed link reaches, told apart by why, each with what should become
 * of it: be linked, be redirected, be removed, or be asked about.
 */
final class OrphanFinder implements StoreFinder
{
    private const PORTION = 500;

    /** Ways that are looked at of one orphan. */
    private const MOST_WAYS = 200;

    private readonly Nearest $nearest;

    /** @var array<int, list<int>> pages that redirect to a page */
    private array $redirecting = [];

    public function __construct(private readonly Store $store)
    {
        $this->nearest = new Nearest($store);
    }

    public static function types(): array
    {
        return [FindingType::Orphan];
    }

    public function find(Closure $beat): iterable
    {
        foreach (AnswerFinder::redirects($this->store) as $from => ['to' => $to]) {
            $this->redirecting[$to][] = $from;
        }
        $byScript =
            Rows::one('SELECT 1 AS n FROM page_index WHERE store_id = ? AND kind = ? AND marks & ? LIMIT 1', [
                $this->store->id,
                PageKind::Collection->value,
                PageMark::NeedsScript->value,
            ]) !== null;
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                "SELECT t.page_id, t.market_id, t.kind, p.url, i.sources, i.clicks, i.impressions, i.orders, i.life,
                    f.title, IF(o.replaced_by = '', 0, (SELECT n.page_id FROM page_products n WHERE n.store_id =
                        t.store_id
                    AND n.number = o.replaced_by LIMIT 1)) AS replaced_by, (SELECT COUNT(*) FROM backlink_rows b
                    WHERE b.store_id = t.store_id
                    AND b.page_id = t.page_id AND b.is_current = 1) AS backlinks
                    FROM tend_pages t JOIN pages p ON p.id = t.page_id JOIN page_index i ON i.page_id = t.page_id
                    LEFT JOIN page_facts f ON f.page_id = t.page_id AND f.to_crawl = 0
                    LEFT JOIN page_products o ON o.page_id = t.page_id
                    WHERE t.store_id = ? AND t.indexable = 1 AND t.is_part = 0 AND t.depth = ? AND t.page_id > ? AND
                    t.kind <> ?
                    ORDER BY t.page_id LIMIT ".self::PORTION,
                [$this->store->id, DepthRebuild::UNREACHED, $after, PageKind::Home->value],
            );
            if ($rows === []) {
                return;
            }
            $ways = $this->ways(Bulk::ids($rows, 'page_id'));
            $folders = $this->nearest->folders(array_column($rows, 'url'));
            foreach ($rows as $row) {
                $why = self::why(
                    $ways[$row->int('page_id')] ?? [],
                    $byScript && $row->int('kind') === PageKind::Product->value,
                );
                [$end, $target] = $this->end($row, $folders[$row->text('url')] ?? 0);
                yield new Found(
                    FindingType::Orphan,
                    $row->int('page_id'),
                    ['why' => $why],
                    [
                        'end' => $end,
                        'sources' => PageSource::namesOf($row->int('sources')),
                        'backlinks' => $row->int('backlinks'),
                        'from' => array_slice(array_column($ways[$row->int('page_id')] ?? [], 'from'), 0, 5),
                    ],
                    max(1, count($ways[$row->int('page_id')] ?? [])),
                    $target,
                );
            }
        }
    }

    /**
     * The links that lead to each page and do not count, with the reason.
     *
     * @param  list<int>  $pages
     * @return array<int, list<array{from: int, why: string}>>
     */
    private function ways(array $pages): array
    {
        $ways = [];
        $list = Bulk::list($pages);
        $shut = Bulk::list([WhyNot::Noindex->value, WhyNot::NoindexForOne->value]);
        foreach (
            Rows::all(
                "SELECT l.to_page, l.from_page, MIN(l.rel) AS rel, i.why_not IN ($shut) AS shut, t.is_shut AS
                    passes_none,
                    i.kind, p.url
                    FROM links l JOIN page_index i ON i.page_id = l.from_page JOIN tend_pages t ON t.store_id =
                    l.store_id
                    AND t.page_id = l.from_page JOIN pages p ON p.id = l.from_page
                    WHERE l.store_id = ? AND l.to_page IN ($list) AND l.from_page <> l.to_page
                    GROUP BY l.to_page, l.from_page, i.why_not, t.is_shut, i.kind, p.url
                    UNION ALL SELECT b.to_page, (SELECT MIN(c.page_id) FROM page_blocks c WHERE c.store_id = s.store_id
                    AND c.block_id = s.id), MIN(b.rel), 0, 0, 0, '' FROM block_links b JOIN link_blocks s ON s.id =
                    b.block_id
                    WHERE s.store_id = ? AND b.to_page IN ($list) GROUP BY b.to_page, s.store_id, s.id",
                [$this->store->id, $this->store->id],
            ) as $row
        ) {
            $page = $row->int('to_page');
            if (count($ways[$page] ?? []) < self::MOST_WAYS) {
                $url = PageUrl::parse($row->text('url'));
                $isPart =
                    $url !== null &&
                    PagingStep::mayBePart($url) &&
                    in_array($row->int('kind'), [PageKind::Collection->value, PageKind::Other->value], true);
                $ways[$page][] = [
                    'from' => $row->int('from_page'),
                    'why' => match (true) {
                        $row->int('rel') !== 0 => 'nofollow',
                        $row->int('shut') === 1 => 'closed',
                        $row->int('passes_none') === 1 => 'nofollow',
                        $isPart => 'paging',
                        default => 'orphans',
                    },
                ];
            }
        }
        foreach ($pages as $page) {
            foreach (array_slice($this->redirecting[$page] ?? [], 0, self::MOST_WAYS) as $from) {
                $ways[$page][] = ['from' => $from, 'why' => 'redirects'];
            }
        }

        return $ways;
    }

    /** @param  list<array{from: int, why: string}>  $ways */
    private static function why(array $ways, bool $mayBeScript): string
    {
        $whys = array_column($ways, 'why');
        foreach (['closed', 'nofollow', 'paging', 'orphans', 'redirects'] as $why) {
            if (in_array($why, $whys, true)) {
                return $why;
            }
        }

        return $mayBeScript ? 'script' : 'never';
    }

    /** @return array{string, int} what should become of it, and the page that this names */
    private function end(Row $row, int $folder): array
    {
        $life = LifeState::tryFrom($row->int('life')) ?? LifeState::Unknown;
        $collection = $this->nearest->collection($row->int('market_id'), $row->text('title'), $row->int('page_id'));
        $isWanted = $row->int('clicks') > 0 || $row->int('orders') > 0 || $row->int('backlinks') > 0;
        if ($life === LifeState::Replaced && $row->int('replaced_by') > 0) {
            return ['redirect', $row->int('replaced_by')];
        }
        if ($life === LifeState::Discontinued || $life === LifeState::Replaced) {
            return $isWanted && $collection !== 0 ? ['redirect', $collection] : ['remove', 0];
        }
        $from =
            $row->int('kind') === PageKind::Product->value && $collection !== 0
                ? $collection
                : ($folder ?:
                $collection);
        // What nobody wants and no list of the shop's knows may be a campaign's: who made it is asked first.
        $isKnown = ($row->int('sources') & (PageSource::Shop->value | PageSource::Sitemap->value)) !== 0;

        return $isWanted || $isKnown ? ['link', $from] : ['ask', $from];
    }
}
