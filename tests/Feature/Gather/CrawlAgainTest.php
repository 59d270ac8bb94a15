<?php

declare(strict_types=1);

use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** @return array<string, stdClass> index, facts and interval of each page that is there, by path */
function known(Store $store, Site $site): array
{
    $rows = [];
    foreach (
        DB::select(
            'SELECT p.url, i.status, i.depth, i.links_in, i.why_not, f.title, f.from_crawl, f.problem FROM page_index i JOIN pages p ON p.id = i.page_id JOIN page_facts f ON f.page_id = p.id AND f.to_crawl = 0 WHERE i.store_id = ?',
            [$store->id],
        ) as $row
    ) {
        $rows[substr((string) $row->url, strlen($site->url))] = $row;
    }
    ksort($rows);

    return $rows;
}

/** @return list<array{string, string, string}> from, to, anchor */
function linksOf(Store $store, Site $site): array
{
    $cut = strlen($site->url);
    $rows = array_map(
        static fn (stdClass $row): array => [
            substr((string) $row->from_url, $cut),
            substr((string) $row->to_url, $cut),
            (string) $row->anchor,
        ],
        DB::select(
            'SELECT f.url AS from_url, t.url AS to_url, l.anchor FROM links l JOIN pages f ON f.id = l.from_page JOIN pages t ON t.id = l.to_page WHERE l.store_id = ?',
            [$store->id],
        ),
    );
    sort($rows);

    return $rows;
}

function smallSite(): Site
{
    return (new Site())
        ->linking('/', ['/a' => 'To A', '/b' => 'To B'])
        ->linking('/a', ['/c' => 'To C'])
        ->linking('/b', ['/a' => 'Back to A'])
        ->linking('/c', []);
}

it('follows the kept links of pages that answer as before, and finds what a changed one adds', function (): void {
    $site = smallSite();
    $store = $site->store();
    $first = crawl($store);
    $before = linksOf($store, $site);
    expect($before)->toBe([['/', '/a', 'To A'], ['/', '/b', 'To B'], ['/a', '/c', 'To C'], ['/b', '/a', 'Back to A']]);
    $site->linking('/c', ['/d' => 'To D'])->linking('/d', []);
    $site->asked();
    $second = crawl($store);
    $asked = $site->asked();
    sort($asked);
    expect($asked)
        ->toBe(['/', '/a', '/b', '/c', '/d', '/robots.txt', '/sitemap.xml'])
        ->and(linksOf($store, $site))
        ->toBe([
            ['/', '/a', 'To A'],
            ['/', '/b', 'To B'],
            ['/a', '/c', 'To C'],
            ['/b', '/a', 'Back to A'],
            ['/c', '/d', 'To D'],
        ]);
    $pages = known($store, $site);
    expect(array_keys($pages))
        ->toBe(['/', '/a', '/b', '/c', '/d'])
        ->and((int) $pages['/d']->depth)
        ->toBe(3)
        ->and((int) $pages['/a']->from_crawl)
        ->toBe((int) $first->id)
        ->and((int) $pages['/d']->from_crawl)
        ->toBe((int) $second->id)
        ->and((int) $pages['/c']->links_in)
        ->toBe(1)
        ->and($second->state)
        ->toBe('complete')
        ->and((int) $second->fetched)
        ->toBe(5);
});

it('replaces the links of a page that changed, and forgets those of a page that is gone', function (): void {
    $site = smallSite();
    $store = $site->store();
    crawl($store);
    $site
        ->linking('/', ['/b' => 'Only B'])
        ->linking('/b', [])
        ->without('/a')
        ->without('/c');
    crawl($store);
    expect(linksOf($store, $site))
        ->toBe([['/', '/b', 'Only B']])
        ->and(array_keys(known($store, $site)))
        ->toBe(['/', '/b'])
        ->and(
            DB::table('page_answers')
                ->join('pages', 'pages.id', '=', 'page_answers.page_id')
                ->where('store_id', $store->id)
                ->count(),
        )
        ->toBe(2);
});

it('believes a page that was away for a while, though it answers just as before', function (): void {
    $site = smallSite();
    $store = $site->store();
    crawl($store);
    $site->drop('/c');
    crawl($store);
    expect(known($store, $site)['/c'])->status->toBe(0)->problem->toBe('The connection was closed without an answer.');
    $site->linking('/c', []);
    crawl($store);
    expect(known($store, $site)['/c'])->status->toBe(200)->title->toBe('Page /c');
    $site->without('/c')->linking('/a', []);
    crawl($store);
    expect(known($store, $site))->not->toHaveKey('/c');
    $site->linking('/c', [])->linking('/a', ['/c' => 'To C']);
    crawl($store);
    expect(known($store, $site)['/c'])
        ->status->toBe(200)
        ->title->toBe('Page /c')
        ->and((int) known($store, $site)['/c']->depth)
        ->toBe(2);
});

it('forgets the links of a page that has become a redirect', function (): void {
    $site = smallSite();
    $store = $site->store();
    crawl($store);
    $site->redirect('/a', '/b');
    crawl($store);
    expect(linksOf($store, $site))
        ->toBe([['/', '/a', 'To A'], ['/', '/b', 'To B'], ['/b', '/a', 'Back to A']])
        ->and(known($store, $site)['/a'])
        ->status->toBe(301)
        ->and(known($store, $site))
        ->not->toHaveKey('/c');
});

it('follows shared navigation though every page answers as before', function (): void {
    $site = new Site();
    $nav = '<nav><a href="/x">X</a><a href="/y">Y</a></nav>';
    foreach (['/', '/x', '/y'] as $path) {
        $site->page($path, "<!doctype html><title>$path</title><body>$nav<main>$path</main>");
    }
    $store = $site->store();
    foreach ([1, 2] as $time) {
        expect((int) crawl($store)->fetched)
            ->toBe(3)
            ->and(array_keys(known($store, $site)))
            ->toBe(['/', '/x', '/y']);
    }
    expect(DB::table('link_blocks')->where('store_id', $store->id)->count())->toBe(1);
    foreach (['/', '/x'] as $path) {
        $site->page(
            $path,
            "<!doctype html><title>$path</title><body><nav><a href=\"/x\">X</a></nav><main>$path</main>",
        );
    }
    $site->without('/y');
    crawl($store);
    expect(DB::table('link_blocks')->where('store_id', $store->id)->count())
        ->toBe(1)
        ->and(array_keys(known($store, $site)))
        ->toBe(['/', '/x']);
});
