<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Inventory\WhyNot;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use Closure;

/** Pages that others link to and that are not there, redirect, redirect in a chain, or answer with an error. */
final class AnswerFinder implements StoreFinder
{
    private const PORTION = 2000;

    /** Redirects that are followed before a chain counts as a circle. */
    private const LONGEST = 20;

    /** @var array<int, array{to: int, url: string}> where each redirecting page leads; 0 where it leaves the store */
    private array $redirects = [];

    /** @var array<int, array{int, float}> clicks and revenue of the pages that link to a page */
    private array $touched = [];

    public function __construct(private readonly Store $store)
    {
    }

    public static function types(): array
    {
        return [
            FindingType::LinkToMissing,
            FindingType::LinkToRedirect,
            FindingType::RedirectChain,
            FindingType::ServerError,
        ];
    }

    public function find(Closure $beat): iterable
    {
        $this->redirects = self::redirects($this->store);
        $gone = [WhyNot::ClientError, WhyNot::ServerError, WhyNot::NoAnswer, WhyNot::LooksMissing];
        $sends = [WhyNot::Redirect, WhyNot::SendsOn];
        $list = Bulk::list(array_map(static fn (WhyNot $why): int => $why->value, [...$gone, ...$sends]));
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                "SELECT page_id, kind, status, why_not, links_in, links_nav FROM page_index WHERE store_id = ?
                    AND page_id > ? AND why_not IN ($list) ORDER BY page_id LIMIT ".self::PORTION,
                [$this->store->id, $after],
            );
            if ($rows === []) {
                return;
            }
            $this->touched = $this->touchedBy(Bulk::ids($rows, 'page_id'));
            foreach ($rows as $row) {
                yield from in_array(WhyNot::from($row->int('why_not')), $sends, true)
                    ? $this->redirecting($row)
                    : $this->missing($row);
            }
        }
    }

    /**
     * @return array<int, array{to: int, url: string}> by page
     */
    public static function redirects(Store $store): array
    {
        $redirects = [];
        foreach (
            Rows::all(
                'SELECT f.page_id, f.redirect_url, t.id AS target FROM page_facts f LEFT JOIN pages t
                    ON t.store_id = f.store_id AND t.digest = UNHEX(MD5(f.redirect_url)) WHERE f.store_id = ?
                    AND f.to_crawl = 0 AND f.redirect_url IS NOT NULL',
                [$store->id],
            ) as $row
        ) {
            $redirects[$row->int('page_id')] = ['to' => $row->int('target'), 'url' => $row->text('redirect_url')];
        }

        return $redirects;
    }

    /** @return iterable<Found> */
    private function missing(Row $row): iterable
    {
        $links = $row->int('links_in') + $row->int('links_nav');
        $why = WhyNot::from($row->int('why_not'));
        if ($links > 0) {
            yield new Found(
                FindingType::LinkToMissing,
                $row->int('page_id'),
                ['why' => $why->value, 'place' => $row->int('links_nav') > 0 ? 'around' : 'text'],
                ['status' => $row->int('status'), 'text' => $row->int('links_in'), 'around' => $row->int('links_nav')],
                $links,
                touches: $this->touched[$row->int('page_id')] ?? [0, 0.0],
            );
        }
        if ($why === WhyNot::ServerError || $why === WhyNot::NoAnswer) {
            yield new Found(
                FindingType::ServerError,
                $row->int('page_id'),
                ['status' => $row->int('status'), 'kind' => $row->int('kind')],
                ['status' => $row->int('status')],
            );
        }
    }

    /** @return iterable<Found> */
    private function redirecting(Row $row): iterable
    {
        $links = $row->int('links_in') + $row->int('links_nav');
        $page = $row->int('page_id');
        [$end, $url, $hops] = $this->follow($page);
        if ($links > 0 && ! PageKind::from($row->int('kind'))->isKeptOut()) {
            yield new Found(
                FindingType::LinkToRedirect,
                $page,
                ['place' => $row->int('links_nav') > 0 ? 'around' : 'text', 'status' => $row->int('status')],
                [
                    'status' => $row->int('status'),
                    'text' => $row->int('links_in'),
                    'around' => $row->int('links_nav'),
                    'to' => mb_substr($url, 0, 400),
                ],
                $links,
                $end,
                $this->touched[$page] ?? [0, 0.0],
            );
        }
        if ($hops > 1) {
            yield new Found(
                FindingType::RedirectChain,
                $page,
                ['why' => $hops > self::LONGEST ? 'circle' : 'chain'],
                ['hops' => min($hops, self::LONGEST), 'to' => mb_substr($url, 0, 400)],
                $hops,
                $end,
            );
        }
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, array{int, float}> clicks and revenue of the pages that link to each
     */
    private function touchedBy(array $pages): array
    {
        $list = Bulk::list($pages);
        $touched = [];
        foreach (
            [
                "SELECT l.to_page, SUM(i.clicks) AS clicks, SUM(i.revenue) AS revenue FROM (SELECT DISTINCT to_page,
                    from_page
                    FROM links WHERE store_id = ? AND to_page IN ($list)) l JOIN page_index i ON i.page_id = l.from_page
                    GROUP BY l.to_page",
                // The sums of a block's pages are made once, for a menu stands on all pages.
                "SELECT l.to_page, SUM(s.clicks) AS clicks, SUM(s.revenue) AS revenue FROM (SELECT DISTINCT
                    block_id, to_page
                    FROM block_links WHERE to_page IN ($list)) l JOIN (SELECT b.block_id, SUM(i.clicks) AS clicks,
                    SUM(i.revenue) AS revenue FROM page_blocks b JOIN page_index i ON i.page_id = b.page_id
                    WHERE b.store_id = ? AND b.block_id IN (SELECT block_id FROM block_links WHERE to_page IN ($list))
                    GROUP BY b.block_id) s ON s.block_id = l.block_id GROUP BY l.to_page",
            ] as $sql
        ) {
            foreach (Rows::all($sql, [$this->store->id]) as $row) {
                $before = $touched[$row->int('to_page')] ?? [0, 0.0];
                $touched[$row->int('to_page')] = [
                    max($before[0], $row->int('clicks')),
                    max($before[1], $row->number('revenue')),
                ];
            }
        }

        return $touched;
    }

    /** @return array{int, string, int} the last page, its address, and the redirects on the way */
    private function follow(int $page): array
    {
        $url = '';
        for ($hops = 0; isset($this->redirects[$page]) && $hops <= self::LONGEST; $hops++) {
            ['to' => $page, 'url' => $url] = $this->redirects[$page];
        }

        return [$page, $url, $hops];
    }
}
