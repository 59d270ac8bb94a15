<?php

declare(strict_types=1);

use App\Access\Role;
use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\SeenQueries;
use App\Inventory\Terms\SeenQuery;
use App\Inventory\Terms\TermOrigin;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** @return array{Store, Site} a crawled shop of jugs with a quarter's queries */
function jugShop(
    string $intro = 'Jugs of clay for every table, thrown by hand in our own workshop by the river.',
): array {
    $jug = static fn (string $name): string => productPage(md5($name), $name, links: '<a href="/jugs">All jugs</a>');
    $site = (new Site())->linking('/', ['/jugs' => 'Jugs']);
    $links = '';
    foreach (['jug-small' => 'Jug 0.5 l', 'jug-large' => 'Jug 1 l', 'jug-plain' => 'Plain jug'] as $slug => $name) {
        $site->page("/p/$slug", $jug($name));
        $links .= "<li><a href=\"/p/$slug\">$name</a></li>";
    }
    $site->page(
        '/jugs',
        '<!doctype html><html lang="en"><head><title>Jugs</title><script type="application/ld+json">{"@type":"CollectionPage"}</script>'.
            "</head><body><main><h1>Jugs</h1><p>$intro</p><ul>$links</ul></main></body></html>",
    );
    $store = $site->store();
    crawl($store);
    $rows = "page,query,day,clicks,impressions,position\n";
    for ($week = 1; $week <= 13; $week++) {
        $day = now()->startOfWeek()->subWeeks($week)->toDateString();
        foreach (
            [
                'jug 1 litre' => 90,
                'jug 2 litres' => 60,
                'jug 2 l' => 40,
                'jug 9 l' => 1,
                'jug 40 cm' => 80,
                'clay jug' => 300,
            ] as $query => $shown
        ) {
            $rows .= "/jugs,$query,$day,".intdiv($shown, 20).",$shown,6\n";
        }
    }
    bringIn($store, $rows);
    weigh($store);

    return [$store, $site];
}

/** @return ?array<string, mixed> what a collection lacks; null where nothing is found */
function lackOf(Store $store): ?array
{
    $detail = DB::table('tend_findings')
        ->where('store_id', $store->id)
        ->where('type', 80)
        ->where('state', 1)
        ->value('detail');

    return is_string($detail) ? json_decode($detail, true) : null;
}

function withStandard(Store $store, int $products, int $words): void
{
    app(StoreOptions::class)->set($store, 'collection_standard', '1');
    app(StoreOptions::class)->set($store->refresh(), 'collection_products', (string) $products);
    app(StoreOptions::class)->set($store->refresh(), 'collection_words', (string) $words);
    tend($store->refresh());
}

it('asks nothing of collections until the store has set a standard', function (): void {
    [$store] = jugShop();
    tend($store);
    expect(lackOf($store))->toBeNull();
});

it('tells what a collection lacks, and the sizes that people search for and nobody sells', function (): void {
    [$store, $site] = jugShop();
    withStandard($store, 4, 40);
    $lack = lackOf($store);
    $jugs = pageAt($store, '/jugs');
    $two = array_filter(
        app(SeenQueries::class)->of($store, [$jugs], 50)[$jugs],
        static fn (SeenQuery $query): bool => str_contains($query->text, ' 2 '),
    );
    expect(sure($lack)['lacks'])
        ->toBe(['term', 'products', 'sizes', 'text'])
        ->and(sure($lack)['products'])
        ->toBe(3)
        // Litres are told by products; of lengths nobody knows what there is, and one impression asks for nothing.
        ->and(array_column(sure($lack)['sizes'], 'size'))
        ->toHaveCount(1)
        ->and(sure($lack)['sizes'][0]['impressions'])
        ->toBe(array_sum(array_column($two, 'impressions')))
        ->toBeGreaterThan(1000);
    $this->actingAs(member($store, Role::Viewer))
        ->get(
            "/s/{$store->slug}/tend/causes/".
                DB::table('tend_findings')->where('page_id', $jugs)->where('type', 80)->value('cause_id'),
        )
        ->assertOk()
        ->assertSee('sizes that people search for')
        ->assertSee('searched for, and sold by none')
        ->assertSee(number_format(sure($lack)['sizes'][0]['impressions']).' impressions');

    // A jug of two litres, and the lead term at the beginning of the text: both are mended by the next crawl.
    $site->page('/p/jug-plain', productPage(md5('two'), 'Jug 2 l', links: '<a href="/jugs">All jugs</a>'));
    PageTerms::lead($store, [$jugs => 'clay jugs'], TermOrigin::Hand, null);
    crawl($store);
    withStandard($store, 3, 10);
    expect(lackOf($store)['lacks'] ?? [])
        ->not->toContain('sizes')
        ->not->toContain('term')
        ->not->toContain('products')
        ->not->toContain('text');
});

it('wants the lead term early in the intro, in whatever form', function (string $intro, bool $lacks): void {
    [$store] = jugShop($intro);
    PageTerms::lead($store, [pageAt($store, '/jugs') => 'clay jugs'], TermOrigin::Hand, null);
    withStandard($store, 1, 1);
    expect(in_array('intro', lackOf($store)['lacks'] ?? [], true))->toBe($lacks);
})->with([
    'in its first sentence' => ['A jug of clay for every table, thrown by hand in our own workshop.', false],
    'nowhere' => ['Pots for every table, thrown by hand in our own workshop by the river.', true],
    'after sixty words' => [str_repeat('Pots for every table and every hand. ', 9).'And a jug of clay, too.', true],
]);
