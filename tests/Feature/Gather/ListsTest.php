<?php

declare(strict_types=1);

use App\Gather\Files\FileSort;
use App\Gather\Files\Imports;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** @return list<string> what is current of a list, columns parted by "|" */
function currentRows(Store $store, string $table, string $columns, string $order): array
{
    return array_values(
        array_map(
            static fn (stdClass $row): string => implode('|', (array) $row),
            DB::select(
                "SELECT $columns FROM $table t LEFT JOIN pages p ON p.id = ".
                    (str_contains($columns, 'p.url') ? 't.page_id' : '0').
                    " WHERE t.store_id = ? AND is_current = 1 ORDER BY $order",
                [$store->id],
            ),
        ),
    );
}

it(
    'knows how products live from structured data and text, then from a file, and from the file before once it is taken back',
    function (): void {
        $site = productSite();
        $store = $site->store();
        crawl($store);
        $lives = static fn (): array => array_map(
            static fn (stdClass $row): string => implode('|', [
                substr((string) $row->url, strlen($site->url)),
                $row->number,
                $row->life,
                $row->origin,
                $row->price ?? '-',
                $row->stock ?? '-',
                $row->listed_life,
            ]),
            DB::select(
                'SELECT p.url, x.number, x.life, x.origin, x.price, x.stock, i.life AS listed_life FROM page_products x JOIN pages p ON p.id = x.page_id JOIN page_index i ON i.page_id = x.page_id WHERE x.store_id = ? ORDER BY p.url',
                [$store->id],
            ),
        );
        expect($lives())->toBe(['/p/one|N-1|1|3|49.90|-|1', '/p/three||2|4|-|-|2', '/p/two|N-2|2|3|49.90|-|2']);
        $first = bringIn(
            $store,
            "SKU;Preis;Bestand;Hersteller\nN-1;1.049,90;0;Norrgarn\nN-9;5;1;Nobody\n",
            FileSort::Products,
        );
        sortAnew($store);
        expect($lives()[0])
            ->toBe('/p/one|N-1|2|2|1049.90|0|2')
            ->and(currentRows($store, 'product_rows', 'number, price, stock, maker', 'number'))
            ->toBe(['N-1|1049.90|0|Norrgarn', 'N-9|5.00|1|Nobody']);
        $second = bringIn($store, "url,availability,quantity\n{$site->url}/p/one,discontinued,3\n", FileSort::Products);
        sortAnew($store);
        expect($lives()[0])->toBe('/p/one|N-1|5|2|1049.90|3|5');
        expect(app(WorkDesk::class)->workToEnd(app(Imports::class)->takeBack($store, (int) $second->id, null)))->toBe(
            'done',
        );
        sortAnew($store);
        expect($lives()[0])
            ->toBe('/p/one|N-1|2|2|1049.90|0|2')
            ->and((int) DB::table('product_rows')->where('import_id', $first->id)->sum('is_current'))
            ->toBe(2);
    },
);

it('lets the newer file speak for the same thing, and the older again when that is taken back', function (): void {
    $store = (new Site())->store();
    bringIn(
        $store,
        "Keyword,Volume,Difficulty,Country,Parent topic\nfloor lamp,1300,31,DE,floor lamps\nWall  Lamp,700,,DE,\n",
        FileSort::Keywords,
    );
    $second = bringIn($store, "keyword\tsearch volume\nfloor lamp\t1500\ndesk lamp\t90\n", FileSort::Keywords);
    expect(currentRows($store, 'keyword_rows', 'phrase, country, volume, difficulty, topic', 'phrase, country'))->toBe([
        'desk lamp||90||',
        'floor lamp||1500||',
        'floor lamp|DE|1300|31.00|floor lamps',
        'wall lamp|DE|700||',
    ]);
    app(WorkDesk::class)->workToEnd(app(Imports::class)->takeBack($store, (int) $second->id, null));
    expect(currentRows($store, 'keyword_rows', 'phrase, volume', 'phrase'))->toBe(['floor lamp|1300', 'wall lamp|700']);
});

it('joins backlinks, index states and lists of pages to their pages, known or new', function (): void {
    $site = (new Site())->linking('/', []);
    $store = $site->store();
    crawl($store);
    bringIn(
        $store,
        "Source URL,Target URL,Anchor,Followed,Placement\nhttps://blog.example/post,{$site->url}/,our lamps,yes,content\nhttps://blog.example/post,{$site->url}/gone,old,nofollow,footer\nnonsense,{$site->url}/,x,yes,\nhttps://b.example/,https://elsewhere.example/,x,yes,\n",
        FileSort::Backlinks,
    );
    bringIn(
        $store,
        "URL,Indexed,Reason,Chosen canonical,Last crawled\n{$site->url}/,yes,,,2026-03-01\n/gone,no,not found,{$site->url}/,\n",
        FileSort::Index,
    );
    bringIn($store, "Address,Title,In stock,Color\n/listed,A listed page,yes,brass\n", FileSort::Pages);
    expect(currentRows($store, 'backlink_rows', 'p.url, source_host, anchor, followed, placement', 'p.url'))
        ->toBe(["{$site->url}/|blog.example|our lamps|1|content", "{$site->url}/gone|blog.example|old|0|footer"])
        ->and(currentRows($store, 'index_rows', 'p.url, is_listed, reason, kept_url, fetched_on', 'p.url'))
        ->toBe(["{$site->url}/|1|||2026-03-01", "{$site->url}/gone|0|not found|{$site->url}/|"])
        ->and(currentRows($store, 'listed_rows', 'p.url, name, attributes', 'p.url'))
        ->toBe(["{$site->url}/listed|A listed page|{\"in_stock\":\"yes\",\"color\":\"brass\"}"])
        ->and(
            DB::table('gather_asides')
                ->whereIn('import_id', DB::table('gather_imports')->where('store_id', $store->id)->pluck('id'))
                ->orderBy('line')
                ->pluck('reason')
                ->all(),
        )
        ->toBe(['"nonsense" is no address', '"https://elsewhere.example/" is no page of this store'])
        ->and(
            array_map(
                static fn (stdClass $row): string => substr((string) $row->url, strlen($site->url)).
                    ' '.
                    $row->sources,
                DB::select(
                    'SELECT p.url, i.sources FROM page_index i JOIN pages p ON p.id = i.page_id WHERE i.store_id = ? ORDER BY p.url',
                    [$store->id],
                ),
            ),
        )
        ->toBe(['/ 97', '/gone 96', '/listed 128']);
});

it('keeps rivals, and sums what crawlers fetched by a web server’s log', function (): void {
    $site = new Site();
    $store = $site->store();
    bringIn(
        $store,
        "phrase,rival url,position,traffic\nfloor lamp,https://rival.example/lamps,3,900\nfloor lamp,https://rival.example/lamps,2,800\nfloor lamp,rival,1,1\nlow,https://r.example/,0,1\n",
        FileSort::Rivals,
    );
    expect(currentRows($store, 'rival_rows', 'phrase, rival_host, position, traffic', 'phrase'))->toBe([
        'floor lamp|rival.example|2.00|800',
    ]);
    $line = static fn (
        string $time,
        string $target,
        int $status,
        string $agent,
    ): string => "203.0.113.9 - - [$time +0000] \"GET $target HTTP/1.1\" $status 512 \"-\" \"$agent\"\n";
    $import = bringIn(
        $store,
        $line('05/Nov/2026:10:00:00', '/lamp', 200, 'Findbot/2.0').
            $line('05/Nov/2026:11:00:00', '/lamp', 200, 'Findbot/2.1').
            $line('05/Nov/2026:12:00:00', '/lamp', 404, 'Findbot/2.0').
            $line('06/Nov/2026:12:00:00', '/lamp', 200, 'Mozilla/5.0 (Windows)').
            "this is no line of a log\n",
        FileSort::Logs,
    );
    expect(currentRows($store, 'crawler_rows', 'p.url, day, crawler, status, fetches', 'status'))
        ->toBe(["{$site->url}/lamp|2026-11-05|findbot|200|2", "{$site->url}/lamp|2026-11-05|findbot|404|1"])
        ->and($import->rowsAside)
        ->toBe(1);
});

it('reads product feeds in RSS, Atom and JSON-LD', function (string $feed): void {
    $store = productSite()->store();
    bringIn($store, str_replace('BASE', rtrim($store->base_url, '/'), $feed), FileSort::Products);
    expect(
        currentRows($store, 'product_rows', 'number, name, price, life, maker, rating, attributes, p.url', 'number'),
    )->toBe([
        'N-1|Lamp & shade|59.00|2|Norrgarn|4.50|'.
        (str_contains($feed, '<rss') ? '{"material":"brass","shipping_weight":"2 kg"}' : '{}').
        '|'.
        rtrim($store->base_url, '/').
        '/p/one',
    ]);
})->with([
    'RSS' => [
        '<?xml version="1.0"?><rss version="2.0" xmlns:g="http://g.example/ns"><channel><title>Feed</title><item><g:id>N-1</g:id><title>Lamp &amp; shade</title><link>BASE/p/one</link><g:price>59.00 EUR</g:price><g:availability>out_of_stock</g:availability><g:brand>Norrgarn</g:brand><g:rating>4.5</g:rating><g:material>brass</g:material><g:shipping_weight>2 kg</g:shipping_weight></item></channel></rss>',
    ],
    'Atom' => [
        '<feed xmlns="http://www.w3.org/2005/Atom"><entry><id>N-1</id><title>Lamp &amp; shade</title><link href="BASE/p/one"/><price>59.00 EUR</price><availability>sold out</availability><brand>Norrgarn</brand><rating>4.5</rating></entry></feed>',
    ],
    'JSON-LD' => [
        '[{"@context":"https://schema.org","@type":"ItemList","itemListElement":[{"@type":"ListItem","item":{"@type":"Product","sku":"N-1","name":"Lamp & shade","url":"BASE/p/one","brand":"Norrgarn","offers":{"price":59,"priceCurrency":"EUR","availability":"https://schema.org/OutOfStock"},"aggregateRating":{"ratingValue":4.5,"reviewCount":3}}}]}]',
    ],
]);

it('refuses feeds that are none, with a sentence, and stores nothing', function (string $text, string $why): void {
    $store = (new Site())->store();
    expect(fn () => bringIn($store, $text, FileSort::Products))
        ->toThrow(InvalidArgumentException::class, $why)
        ->and(DB::table('product_rows')->where('store_id', $store->id)->count())
        ->toBe(0);
})->with([
    'entities' => [
        '<?xml version="1.0"?><!DOCTYPE rss [<!ENTITY a "aaaa">]><rss><channel><item><id>&a;</id></item></channel></rss>',
        'entities of its own',
    ],
    'a page' => ['<!doctype html><html><body>Sign in</body></html>', 'HTML page'],
    'other XML' => ['<?xml version="1.0"?><invoice><total>3</total></invoice>', 'no RSS or Atom feed'],
    'JSON without products' => ['{"@type":"Article","name":"x"}', 'no product'],
    'broken JSON' => ['{"@type":"Product",', 'cannot be read'],
]);

it('says where a feed breaks off', function (): void {
    $store = (new Site())->store();
    expect(
        fn () => bringIn(
            $store,
            '<rss><channel><item><id>1</id><price>2</price></item><item><id>2</id><price>3</wrong></item></channel></rss>',
            FileSort::Products,
        ),
    )->toThrow(InvalidArgumentException::class, 'broken in line 1');
});

it('is brought in from the screen, shown for what it is, and let go of when it was left half-way', function (): void {
    $store = productSite()->store();
    $this->actingAs(member($store, App\Access\Role::Writer));
    $file = Illuminate\Http\UploadedFile::fake()->createWithContent(
        'products.csv',
        "SKU;Preis;Bestand\nN-1;49,90;3\nN-2;abc;1\n",
    );
    $page = (string) $this->post("/s/{$store->slug}/gather/files", ['file' => $file])
        ->assertRedirect()
        ->headers->get('Location');
    $this->get($page)
        ->assertOk()
        ->assertSee('products: number, price, stock, life')
        ->assertSee('Product number')
        ->assertDontSee('No column tells days');
    $this->post("$page/start", [
        'sort' => 'products',
        'was' => 'products',
        'columns' => ['number', 'price', 'stock'],
        'decimal' => ',',
    ])->assertRedirect();
    $import = DB::table('gather_imports')->where('store_id', $store->id)->orderByDesc('id')->first();
    app(WorkDesk::class)->workToEnd(
        (int) DB::table('work')
            ->where('subject_id', $import?->id)
            ->where('sort', App\Gather\Files\ImportWork::sort())
            ->value('id'),
    );
    $this->get($page)->assertOk()->assertSee('&quot;abc&quot; is no number', false)->assertSee('products');
    $this->get("/s/{$store->slug}/gather/files")
        ->assertOk()
        ->assertSee('products.csv');
    expect(currentRows($store, 'product_rows', 'number, price, stock', 'number'))->toBe(['N-1|49.90|3']);
    DB::table('gather_imports')
        ->where('id', $import?->id)
        ->update(['state' => 'stopped', 'ended_at' => now()->subDays(40)]);
    Imports::forgetAbandoned();
    expect(DB::table('gather_imports')->where('id', $import?->id)->exists())->toBeTrue();
});
