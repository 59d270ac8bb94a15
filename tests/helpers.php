<?php

declare(strict_types=1);

use App\Access\Models\Membership;
use App\Access\Models\User;
use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Gather\Crawl\Crawl;
use App\Gather\Crawl\Crawls;
use App\Gather\Feeds\Feeds;
use App\Gather\Files\FileAnswers;
use App\Gather\Files\FileImport;
use App\Gather\Files\FileLook;
use App\Gather\Files\FileSort;
use App\Gather\Files\Imports;
use App\Gather\Files\ImportWork;
use App\Gather\Pages\ReindexWork;
use App\Platform\Database\Row;
use App\Platform\Work\WorkDesk;
use App\Release\Handing\FileColumns;
use App\Release\Sending\LookWork;
use App\Stores\AddStore;
use App\Stores\Models\Store;
use App\Stores\StoreBasics;
use App\Stores\StoreOptions;
use App\Tend\Finding\Finds as TendFinds;
use App\Tend\Found\FindingState;
use App\Tend\Found\FindingType;
use App\Untangle\Finding\Finds;
use App\Weigh\Weighing\Scores;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Illuminate\Support\Str;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Text\WidthTable;
use Orchard\Core\Wording\TextField;
use Tests\Shops\LaidOutShop;
use Tests\Shops\LinkedShop;
use Tests\Web\Site;

/**
 * What must be there for a test to go on.
 *
 * @template T
 *
 * @param  T|null|false  $value
 * @return T
 */
function sure(mixed $value): mixed
{
    return $value === null || $value === false ? throw new LogicException('What a test needs is not there.') : $value;
}

/**
 * A list that has something in it: without this a largest of nothing is the failure.
 *
 * @template T of array<mixed>
 *
 * @param  T  $values
 * @return T&non-empty-array<mixed>
 */
function some(array $values): array
{
    return $values !== [] ? $values : throw new LogicException('What a test needs is not there.');
}

function ruler(): Ruler
{
    static $ruler;

    return $ruler ??= new Ruler(
        WidthTable::fromJson((string) file_get_contents(dirname(__DIR__).'/resources/js/widths.json')),
    );
}

/**
 * The small stand-in shop as it was on its first day: grown once in a process, and from then on copied, with the pages
 * that it has rendered, which never change by themselves.
 */
function freshShop(): void
{
    $dir = (string) getenv('SHOP_DATA');
    if (is_file(grownShop().'/token')) {
        shell('rm -rf %1$s/pages %1$s/shop.sqlite* && cp -a %2$s/. %1$s', $dir, grownShop());

        return;
    }
    @unlink("$dir/token");
    shell('php %s %s tiny 7', dirname(__DIR__).'/standins/shop/bin/make-shop', $dir);
    shell('rm -rf %1$s/pages && mkdir %1$s/pages', $dir);
}

/** Where this process keeps the small shop as it was grown; empty until it was crawled for the first time. */
function grownShop(): string
{
    static $dir = null;
    if ($dir === null) {
        $dir = sys_get_temp_dir().'/shop-'.getmypid();
        register_shutdown_function(static fn () => shell('rm -rf %s', $dir));
    }

    return $dir;
}

function shell(string $command, string ...$arguments): void
{
    exec(vsprintf($command, array_map(escapeshellarg(...), $arguments)).' 2>&1', $out, $code);
    if ($code !== 0) {
        throw new RuntimeException(implode("\n", $out));
    }
}

/** A store of its own, connected to the small stand-in shop. */
function shopStore(): Store
{
    $url = (string) getenv('SHOP_URL');
    $store = app(AddStore::class)->add(
        'Small shop',
        $url,
        'small-'.Str::lower(Str::random(10)),
        new StoreBasics(allowPrivate: true),
    );
    app(StoreOptions::class)->set($store, 'shop_url', "$url/office/v1");
    app(StoreOptions::class)->set(
        $store,
        'shop_mapping',
        (string) file_get_contents(dirname(__DIR__).'/app/Demo/tindrel.mapping.json'),
    );
    app(StoreOptions::class)->set(
        $store,
        'shop_token',
        trim((string) file_get_contents(getenv('SHOP_DATA').'/token')),
    );

    return $store->refresh();
}

/** Grows the second stand-in shop anew. */
function freshPottery(int $wares = 240): void
{
    $dir = (string) getenv('POTTERY_DATA');
    @unlink("$dir/secret");
    exec(
        'php '.
            escapeshellarg(dirname(__DIR__).'/standins/pottery/bin/make-pottery').
            ' '.
            escapeshellarg($dir).
            " $wares 2>&1",
        $out,
        $code,
    );
    if ($code !== 0) {
        throw new RuntimeException(implode("\n", $out));
    }
}

function potterySecret(): string
{
    return trim((string) file_get_contents(getenv('POTTERY_DATA').'/secret'));
}

/** A store of its own on the second stand-in shop; connected by its mapping, or not at all. */
function potteryStore(bool $connected = true): Store
{
    $url = (string) getenv('POTTERY_URL');
    $store = app(AddStore::class)->add(
        'Pottery',
        $url,
        'pottery-'.Str::lower(Str::random(10)),
        new StoreBasics(currency: 'GBP', allowPrivate: true),
    );
    if ($connected) {
        $options = app(StoreOptions::class);
        $options->set($store, 'shop_url', "$url/backend");
        $options->set($store, 'shop_token', potterySecret());
        $options->set(
            $store,
            'shop_mapping',
            (string) file_get_contents(dirname(__DIR__).'/docs/examples/fennmoor.mapping.json'),
        );
    }

    return $store->refresh();
}

/**
 * @param  array<array-key, mixed>  $turn
 * @return array<array-key, mixed> the second shop's switches or its log; what is given is switched
 */
function pottery(string $path, ?array $turn = null): array
{
    $context = stream_context_create([
        'http' => [
            'method' => $turn === null ? 'GET' : 'PUT',
            'header' => ['Test-Key: '.potterySecret(), 'Content-Type: application/json'],
            'content' => $turn === null ? '' : json_encode($turn),
        ],
    ]);

    return (array) json_decode(
        (string) file_get_contents(getenv('POTTERY_URL')."/backend$path", false, $context),
        true,
    );
}

/** What the second shop's back office answers, signed in. */
function potteryOffice(string $method, string $path, string $body = ''): string
{
    $ask = static fn (string $method, string $path, string $body, array $headers): string => (string) file_get_contents(
        getenv('POTTERY_URL')."/backend$path",
        false,
        stream_context_create([
            'http' => ['method' => $method, 'content' => $body, 'header' => $headers, 'ignore_errors' => true],
        ]),
    );
    $form = http_build_query([
        'grant_type' => 'client_credentials',
        'client_id' => 'orchard-keeper',
        'client_secret' => potterySecret(),
    ]);
    $token = json_decode($ask('POST', '/auth/token', $form, ['Content-Type: application/x-www-form-urlencoded']), true)[
        'token'
    ]['value'];

    return $ask($method, $path, $body, ["Authorization: Bearer $token", 'Content-Type: application/octet-stream']);
}

/** The second shop without its API: crawled, and its file of wares brought in. */
function handedStore(int $wares = 240): Store
{
    freshPottery($wares);
    $store = potteryStore(connected: false);
    crawl($store);

    return $store;
}

/**
 * Brings a file of the shop in and confirms what was found on sight.
 *
 * @param  list<int>  $needs
 */
function shopFile(Store $store, string $name, string $bytes, ?array $needs = null): App\Release\Handing\ShopFile
{
    $path = (string) tempnam(sys_get_temp_dir(), 'file');
    file_put_contents($path, $bytes);
    $files = app(App\Release\Handing\ShopFiles::class);
    $file = $files->take($store, null, $name, $path);
    unlink($path);

    return $files->confirm($store, $file, new FileColumns($file->type, $file->fields, $needs));
}

/** Crawls a store to the end in this process and answers the crawl. */
function crawl(Store $store): Crawl
{
    $begun = app(Crawls::class)->begin($store, null);
    expect(app(WorkDesk::class)->workToEnd($begun['work']))->toBe('done');

    return Crawl::latest($store->id) ?? throw new LogicException('No crawl.');
}

/** A store of its own, on the small shop as it was on its first day, crawled. */
function crawledStore(): Store
{
    freshShop();
    $store = shopStore();
    crawl($store);
    is_dir(grownShop()) || shell('cp -a %s %s', (string) getenv('SHOP_DATA'), grownShop());

    return $store;
}

function member(Store $store, Role $role): User
{
    $user = User::query()->create([
        'name' => ucfirst($role->value),
        'email' => Str::lower(Str::random(12)).'@people.example',
        'password' => 'a-long-password',
    ]);
    Membership::query()->create(['user_id' => $user->id, 'store_id' => $store->id, 'role' => $role]);

    return $user;
}

/**
 * @param  array<array-key, mixed>  $body
 * @return array<string, mixed> what the shop's admin API answers
 */
function office(string $method, string $path, ?array $body = null, string $ifMatch = ''): array
{
    $context = stream_context_create([
        'http' => [
            'method' => $method,
            'ignore_errors' => true,
            'timeout' => 30,
            'header' => [
                'Authorization: Bearer '.trim((string) file_get_contents(getenv('SHOP_DATA').'/token')),
                'Content-Type: application/json',
                "If-Match: $ifMatch",
            ],
            'content' => $body === null ? '' : json_encode($body),
        ],
    ]);

    return (array) json_decode(
        (string) file_get_contents(getenv('SHOP_URL').'/office/v1'.$path, false, $context),
        true,
    );
}

/**
 * Somebody changes texts in the shop's own back office.
 *
 * @param  array<array-key, mixed>  $fields
 */
function changeInShop(string $id, array $fields): void
{
    $version = office('GET', "/resources/$id")['version'];
    $answer = office('PATCH', "/resources/$id", $fields, "\"$version\"");
    if (($answer['version'] ?? null) !== (string) ($version + 1)) {
        throw new RuntimeException('The shop did not take the change: '.json_encode($answer));
    }
}

/** The HTML that a visitor of the small shop gets. */
function shopPage(string $path): string
{
    return (string) file_get_contents(getenv('SHOP_URL').$path);
}

/**
 * Runs a command of the application as a process of its own.
 *
 * @param  list<string>  $arguments
 * @return array{code: int, out: string, err: string}
 */
function orchard(array $arguments, string $input = ''): array
{
    $process = proc_open(
        [PHP_BINARY, dirname(__DIR__).'/artisan', ...$arguments],
        [
            ['pipe', 'r'],
            ['file', ($out = (string) tempnam(sys_get_temp_dir(), 'out')), 'w'],
            ['file', ($err = (string) tempnam(sys_get_temp_dir(), 'err')), 'w'],
        ],
        $pipes,
    );
    fwrite($pipes[0], $input);
    fclose($pipes[0]);
    $code = proc_close(sure($process));
    $result = ['code' => $code, 'out' => (string) file_get_contents($out), 'err' => (string) file_get_contents($err)];
    unlink($out);
    unlink($err);

    return $result;
}

/**
 * A row as the database gives it, of these cells.
 *
 * @param  array<string, mixed>  $cells
 */
function rowOf(array $cells): Row
{
    $row = new Row();
    foreach ($cells as $column => $cell) {
        $row->{$column} = $cell;
    }

    return $row;
}

/** Brings a text in as a file and works the import to its end. */
function bringIn(
    Store $store,
    string $text,
    FileSort $sort = FileSort::Search,
    ?string $first = null,
    ?string $last = null,
    string $ends = 'done',
): FileImport {
    $imports = app(Imports::class);
    $path = (string) tempnam(sys_get_temp_dir(), 'rows');
    file_put_contents($path, $text);
    $import = $imports->take($store, null, 'rows.csv', $path);
    unlink($path);
    $work = $imports->start(
        $store,
        $import,
        FileLook::into($store->id, sure(Imports::find($store, $import)?->path()), $sort),
        new FileAnswers(firstDay: $first, lastDay: $last),
    );
    expect(app(WorkDesk::class)->workToEnd($work))->toBe($ends);

    return Imports::find($store, $import) ?? throw new LogicException('The import is gone.');
}

/** Works the newest sorting of a store's pages to its end. */
function sortAnew(Store $store): void
{
    $work = (int) DB::table('work')->where('store_id', $store->id)->where('sort', ReindexWork::sort())->max('id');
    expect(app(WorkDesk::class)->workToEnd($work))->toBe('done');
}

/** A site of three products: one that sells, one that is out of stock, one that says so in its text alone. */
function productSite(): Site
{
    $product = static fn (
        string $number,
        string $availability,
    ): string => '<script type="application/ld+json">{"@type":"Product","sku":"'.
        $number.
        '","name":"Lamp '.
        $number.
        '","offers":{"price":"49.90","priceCurrency":"EUR","availability":"'.
        $availability.
        '"}}</script>';

    return (new Site())
        ->linking('/', ['/p/one' => 'One', '/p/two' => 'Two', '/p/three' => 'Three'])
        ->linking('/p/one', [], $product('N-1', 'InStock'))
        ->linking('/p/two', [], $product('N-2', 'OutOfStock'))
        ->page(
            '/p/three',
            '<title>Three</title><meta property="og:type" content="product"><body><h1>Three</h1><p>Sold out</p>',
        );
}

function weigh(Store $store): void
{
    $work = app(Scores::class)->begin($store->id, null);
    expect(app(WorkDesk::class)->workToEnd($work))->toBe(
        'done',
        (string) DB::table('work')->where('id', $work)->value('problem'),
    );
}

/**
 * One row of a page's score with every column that it must have: worth nothing, until `$own` says otherwise.
 *
 * @param  array<string, int|float|string>  $own the columns that the test is about
 */
function scored(Store $store, int $page, array $own): void
{
    $asked = collect(Schema::getColumns('weigh_scores'))->where('nullable', false)->whereNull('default');
    DB::table('weigh_scores')->insert(
        $own + ['page_id' => $page, 'store_id' => $store->id, 'market_id' => 1, 'kind' => 3, 'work_id' => 1] +
            array_fill_keys(['clicks', 'impressions', 'position_milli', 'click_value'], 1) +
            array_fill_keys(['ahead_4', 'ahead_13', 'ahead_26', 'season_peak'], 1) + ['reason' => ''] +
            array_fill_keys($asked->pluck('name')->all(), 0),
    );
}

/** @return list<string> days, the last of them a Sunday that no source adds to any more */
function daysBack(int $days, int $skip = 0): array
{
    $last = new DateTimeImmutable('last sunday -7 days');

    return array_map(
        static fn (int $back): string => $last->modify("-$back days")->format('Y-m-d'),
        range($days + $skip - 1, $skip),
    );
}

/** @return array<string, array<string, mixed>> what is exported, by path */
function weighed(Store $store): array
{
    $rows = [];
    foreach (Scores::export($store) as $row) {
        $named = array_combine(Scores::COLUMNS, $row);
        $rows[(string) parse_url((string) $named['url'], PHP_URL_PATH)] = $named;
    }

    return $rows;
}

/**
 * A crawled site with a quarter's rows: a page that earns what it should, one that does not, one sold out, one kept
 * out of search.
 */
function weighableStore(): Store
{
    $product = static fn (
        string $availability,
    ): string => '<meta property="og:type" content="product"><script type="application/ld+json">{"@type":"Product","sku":"'.
        md5($availability).
        '","name":"Lamp","offers":{"price":"50","priceCurrency":"EUR","availability":"'.
        $availability.
        '"}}</script>';
    $site = (new Site())
        ->linking('/', ['/good' => 'Good', '/poor' => 'Poor', '/out' => 'Out', '/hidden' => 'Hidden'])
        ->linking('/good', [], $product('InStock'))
        ->linking('/poor', [], $product('InStock '))
        ->linking('/out', [], $product('SoldOut'))
        ->linking('/hidden', [], '<meta name="robots" content="noindex">');
    $store = $site->store();
    crawl($store);
    $pages = $queries = $sales = '';
    for ($week = 1; $week <= 14; $week++) {
        $day = now()->startOfWeek()->subWeeks($week)->toDateString();
        foreach (['/good' => 60, '/poor' => 12, '/out' => 20, '/hidden' => 20] as $path => $clicks) {
            $pages .= "$path,$day,".(int) ($clicks / 0.62).",1000,4\n";
            $queries .= "$path,lamp $path,$day,$clicks,900,4\n";
            $sales .=
                "$path,$day,".
                (int) ((0.6 * $clicks) / 0.62).
                ','.
                max(1, (int) ($clicks / 20)).
                ','.
                50 * max(1, (int) ($clicks / 20)).
                "\n";
        }
        $queries .= "/good,a site,$day,30,40,1\n";
    }
    bringIn($store, "page,day,clicks,impressions,position\n$pages");
    bringIn($store, "page,query,day,clicks,impressions,position\n$queries");
    bringIn($store, "page,day,visits,orders,revenue\n$sales", FileSort::Sales);

    return $store;
}

/** The HTML of a product's page; what is given replaces it. */
function productPage(
    string $number,
    string $name,
    string $canonical = '',
    string $extra = '',
    string $links = '',
    string $text = '',
): string {
    $text =
        $text !== ''
            ? $text
            : "The $name is spun from one sheet in a workshop by the river, and its cord is woven by hand so that it never tangles when you hang it. Each $name is tested for a day before it leaves us and comes with a spare cord, a hook and a small bag of screws.";

    return "<!doctype html><html lang=\"en\"><head><title>$name</title>".
        ($canonical === '' ? '' : "<link rel=\"canonical\" href=\"$canonical\">").
        '<meta property="og:type" content="product"><script type="application/ld+json">{"@type":"Product","sku":"'.
        $number.
        '","name":"'.
        $name.
        '","offers":{"price":"49.90","priceCurrency":"EUR","availability":"InStock"}}</script></head>'.
        "<body><main><h1>$name</h1><p>€ 49.90</p>$extra<p>$text</p>$links</main></body></html>";
}

/** Products with variants, two paths, a copy, an old address, wrong canonicals. */
function tangledSite(): Site
{
    $site = new Site();
    $links = [];
    foreach (
        ['Aldern', 'Brome', 'Corvin', 'Dessel', 'Elmet', 'Farrow', 'Gorse', 'Hazel', 'Iris', 'Juniper'] as $i => $name
    ) {
        $slug = strtolower($name);
        $own = "/lamp/$slug";
        $variants = "<a href=\"$own?finish=brass\">Brass</a> <a href=\"$own?finish=copper\">Copper</a>";
        $links += [$own => $name, "/range/all/$slug" => "$name in all"];
        $canonical = match ($i) {
            0 => '',
            1 => '/gone',
            2 => "/lamp/$slug-old",
            3 => 'https://other.example/x',
            default => $own,
        };
        $site->page($own, productPage("N-$i", "$name lamp", $canonical, links: $variants));
        foreach (['brass', 'copper'] as $finish) {
            $site->page(
                "$own?finish=$finish",
                productPage(
                    "N-$i",
                    "$name lamp",
                    $i === 4 ? "$own?finish=$finish" : $own,
                    "<p>Shown in $finish.</p>",
                    $variants,
                ),
            );
        }
        $site->page("/range/all/$slug", productPage("N-$i", "$name lamp", $i === 5 ? '' : $own, links: $variants));
        $site->redirect("/lamp/$slug-old", $own);
    }
    $site->page('/lamp/aldern-copy', productPage('N-0-2', 'Aldern lamp (copy)', '/lamp/aldern-copy'));

    return $site->linking(
        '/',
        $links + ['/lamp/aldern-old' => 'Old', '/lamp/aldern-copy' => 'Copy'],
        '<link rel="canonical" href="/">',
    );
}

function findTangles(Store $store): void
{
    $work = app(Finds::class)->begin($store->id, null);
    expect(app(WorkDesk::class)->workToEnd($work))->toBe(
        'done',
        (string) DB::table('work')->where('id', $work)->value('problem'),
    );
}

/** @return array<string, array<string, string>> what is exported, by path and query */
function untangled(Store $store): array
{
    $rows = [];
    foreach (Finds::export($store) as $row) {
        $named = array_combine(Finds::COLUMNS, $row);
        $path = static fn (string $url): string => (string) preg_replace('~^https?://127[^/]+~', '', $url);
        $rows[$path($named['url'])] =
            ['keeper' => $path($named['keeper']), 'declared' => $path($named['declared'])] + $named;
    }

    return $rows;
}

/** @return array<array-key, mixed> */
function foundSite(): array
{
    $site = tangledSite();
    $store = $site->store();
    crawl($store);
    findTangles($store);

    return [$site, $store];
}

function pageAt(Store $store, string $path): int
{
    return (int) DB::table('pages')
        ->where('store_id', $store->id)
        ->where('digest', md5(rtrim($store->base_url, '/').$path, true))
        ->value('id');
}

/**
 * What is found on a shop, crawled over HTTP, against what is true of it.
 *
 * @return array{pairs: array{int, int, int}, keepers: array<string, array{int, int}>, verdicts: array{int, int},
 *     unsafe: list<string>, wrong: list<string>}
 */
function judged(LaidOutShop $shop): array
{
    $site = $shop->site();
    $store = $site->store();
    crawl($store);
    findTangles($store);
    $rows = untangled($store);
    $of = $wrong = $unsafe = [];
    foreach ($rows as $path => $row) {
        $row['tangle'] === '' || $row['tangle'] === null || ($of[$path] = (string) $row['tangle']);
    }
    [$right, $false, $missed] = [0, 0, 0];
    $paths = array_keys(array_intersect_key($shop->truth, $rows));
    foreach ($paths as $i => $a) {
        foreach (array_slice($paths, $i + 1) as $b) {
            $isOne = $shop->truth[$a] === $shop->truth[$b];
            $isFound = isset($of[$a], $of[$b]) && $of[$a] === $of[$b];
            $right += $isOne && $isFound ? 1 : 0;
            $false += ! $isOne && $isFound ? 1 : 0;
            $missed += $isOne && ! $isFound ? 1 : 0;
            $isOne === $isFound || ($wrong[] = ($isOne ? 'not found: ' : 'no pair: ')."$a  $b");
        }
    }
    $keepers = ['product' => [0, 0], 'list' => [0, 0]];
    foreach (array_count_values($shop->truth) as $truth => $count) {
        if ($count > 1) {
            $sort = $shop->sorts[$truth];
            $isKept = ($rows[$shop->keepers[$truth]]['keeper'] ?? '') === $shop->keepers[$truth];
            $keepers[$sort] = [$keepers[$sort][0] + ($isKept ? 1 : 0), $keepers[$sort][1] + 1];
            $isKept || ($wrong[] = "keeper of $truth: ".($rows[$shop->keepers[$truth]]['keeper'] ?? 'none'));
        }
    }
    [$agreed, $all] = [0, 0];
    foreach (array_filter($shop->verdicts) as $path => $verdict) {
        if (isset($rows[$path])) {
            $all++;
            $agreed += $rows[$path]['verdict'] === $verdict ? 1 : 0;
            $rows[$path]['verdict'] === $verdict ||
                ($wrong[] = "verdict of $path: {$rows[$path]['verdict']}, not $verdict");
            // What is safe without a look is right: a right canonical stays, and nothing folds into what it is not.
            $isActed = $rows[$path]['safe'] === 'yes' && $rows[$path]['action'] !== 'leave';
            if (
                $isActed &&
                (($rows[$path]['action'] === 'canonical' &&
                    in_array($verdict, ['to keeper', 'to self', 'to the wider list'], true)) ||
                    ($rows[$path]['keeper'] !== '' &&
                        ($shop->truth[$rows[$path]['keeper']] ?? null) !== $shop->truth[$path]))
            ) {
                $unsafe[] = "$path: {$rows[$path]['action']}, {$rows[$path]['why']}";
            }
        }
    }

    return [
        'pairs' => [$right, $false, $missed],
        'keepers' => $keepers,
        'verdicts' => [$agreed, $all],
        'unsafe' => $unsafe,
        'wrong' => $wrong,
    ];
}

/**
 * Drafts for the first so many products and marks them ready: a title for each, a description for every third. @return
 * array<string, string> path by external id
 *
 * @return array<array-key, mixed>
 */
function readyDrafts(Store $store, int $count): array
{
    $drafts = app(Drafts::class);
    $paths = [];
    foreach (
        DB::table('resources')->where('store_id', $store->id)->where('kind', 3)->orderBy('id')->limit($count)->get() as $i => $product
    ) {
        $drafts->save(
            $store,
            new TextEdit($product->id, TextField::Title, "Better title number $i for {$product->name}", 0),
            new Author(Origin::Hand, null),
        );
        if ($i % 3 === 0) {
            $drafts->save(
                $store,
                new TextEdit(
                    $product->id,
                    TextField::Description,
                    "A better description, number $i, that says what the page shows & why.",
                    0,
                ),
                new Author(Origin::Hand, null),
            );
        }
        $paths[(string) $product->external_id] = (string) preg_replace('~^http://[^/]+~', '', (string) $product->url);
    }
    $drafts->markReady(
        $store,
        DB::table('drafts')
            ->where('store_id', $store->id)
            ->pluck('id')
            ->map(static fn (mixed $n): int => (int) $n)
            ->all(),
        true,
        null,
    );

    return $paths;
}

/** Looks until nothing is left to be seen. */
function lookAtAll(int $release): void
{
    $desk = app(WorkDesk::class);
    $work = DB::table('work')
        ->where('sort', LookWork::sort())
        ->where('subject_id', $release)
        ->orderByDesc('id')
        ->value('id');
    for (
        $i = 0;
        $i < 50 && DB::table('release_items')->where('release_id', $release)->where('seen', 'no')->exists();
        $i++
    ) {
        DB::table('work')
            ->where('id', $work)
            ->update(['wake_at' => now()->subSecond()]);
        $desk->slice((int) $work);
    }
}

/** Makes the drafts of a recipe. @return int its run */
function ranRecipe(Store $store, int $recipe): int
{
    $known =
        app(App\Write\Recipes\RecipeBook::class)->find($store, $recipe) ?? throw new LogicException('No such recipe.');
    $begun = app(App\Write\Recipes\RecipeRuns::class)->preview($store, $known, null, null);
    expect(app(WorkDesk::class)->workToEnd($begun['work']))->toBe('done');
    expect(
        app(WorkDesk::class)->workToEnd(app(App\Write\Recipes\RecipeRuns::class)->apply($store, $begun['run'], null)),
    )->toBe('done');

    return $begun['run'];
}

/** @return array<string, int> how many rows of a run have which outcome */
function outcomesOf(int $run): array
{
    return DB::table('write_recipe_rows')
        ->where('run_id', $run)
        ->groupBy('outcome')
        ->selectRaw('outcome, COUNT(*) AS n')
        ->pluck('n', 'outcome')
        ->map(static fn (mixed $n): int => (int) $n)
        ->all();
}

/** A recipe as somebody typed it. @return int its id */
function keptRecipe(
    Store $store,
    string $name,
    string $notation,
    TextField $field = Orchard\Core\Wording\TextField::Title,
    ?App\Write\Recipes\RecipePages $pages = null,
    ?int $id = null,
): int {
    return app(App\Write\Recipes\RecipeBook::class)->save(
        $store,
        $id,
        new App\Write\Recipes\RecipeWish(
            $name,
            $pages ?? new App\Write\Recipes\RecipePages(App\Stores\Kinds\PageKind::Product),
            $field,
            Orchard\Core\Wording\Recipes\Notation::read($notation),
        ),
        null,
    );
}

/** A store that knows of a garden shop what files tell, weighed. */
function gardenStore(Tests\Shops\TermWorld $world): Store
{
    $store = app(AddStore::class)->add('Garden', 'https://garden.example', 'garden-'.Str::lower(Str::random(10)));
    bringIn($store, $world->pageFile(), FileSort::Pages);
    bringIn($store, $world->keywordFile(), FileSort::Keywords);
    $days = array_values(
        array_filter(daysBack(84), static fn (string $day): bool => date('N', (int) strtotime($day)) === '3'),
    );
    bringIn($store, $world->searchFile($days));
    bringIn($store, $world->salesFile($days), FileSort::Sales);
    weigh($store);

    return $store;
}

/** Matches a store's terms and pages, to the end. */
function matchUp(Store $store): void
{
    $work = App\Match\Pairing\SuggestWork::begin($store, null);
    expect(app(WorkDesk::class)->workToEnd($work))->toBe(
        'done',
        (string) DB::table('work')->where('id', $work)->value('problem'),
    );
}

/** Opens the small shop's market anew, on this very day. */
function freshMarket(): void
{
    $dir = (string) getenv('MARKET_DATA');
    array_map(unlink(...), glob("$dir/market.sqlite*") ?: []);
    exec(
        'php '.
            escapeshellarg(dirname(__DIR__).'/standins/market/bin/make-market').
            ' '.
            escapeshellarg($dir).
            ' '.
            escapeshellarg((string) getenv('SHOP_URL')).
            ' 7 2>&1',
        $out,
        $code,
    );
    if ($code !== 0) {
        throw new RuntimeException(implode("\n", $out));
    }
}

/** A store whose pages are the small shop's and whose numbers come from that shop's stand-in market. */
function fedStore(string $mapping = ''): Store
{
    $store = shopStore();
    $market = (string) getenv('MARKET_URL');
    $options = app(StoreOptions::class);
    $options->set(
        $store,
        'private_hosts',
        implode(',', [...$store->options()->privateHosts, (string) preg_replace('~^http://~', '', $market)]),
    );
    foreach (
        [
            'feed_url' => $market,
            'feed_secret' => trim((string) file_get_contents(getenv('MARKET_DATA').'/secret')),
            'feed_mapping' => $mapping,
        ] as $key => $value
    ) {
        $options->set($store->refresh(), $key, $value);
    }

    return $store->refresh();
}

/** Pulls the feed and brings in what it told. */
function pull(Store $store): string
{
    $state = app(WorkDesk::class)->workToEnd(app(Feeds::class)->pull($store, null));
    foreach (
        DB::table('work')->where('store_id', $store->id)->where('sort', ImportWork::sort())->orderBy('id')->pluck('id') as $import
    ) {
        app(WorkDesk::class)->workToEnd((int) $import);
    }

    return $state;
}

function tend(Store $store): void
{
    expect(app(WorkDesk::class)->workToEnd(app(TendFinds::class)->begin($store->id, null)))->toBe('done');
}

/** @return array{Store, Site} a shop that was crawled and looked through */
function tended(LinkedShop $shop): array
{
    $site = $shop->site();
    $store = $site->store();
    expect(crawl($store)->state)->toBe('complete');
    tend($store);

    return [$store, $site];
}

/** @return array<string, stdClass> what is known of every page's reach, by path */
function reached(Store $store, Site $site): array
{
    $pages = [];
    foreach (
        DB::select('SELECT t.*, p.url FROM tend_pages t JOIN pages p ON p.id = t.page_id WHERE t.store_id = ?', [
            $store->id,
        ]) as $row
    ) {
        $pages[substr($row->url, strlen($site->url))] = $row;
    }

    return $pages;
}

/**
 * @param  list<FindingType>|null  $types
 * @return array<string, array<string, stdClass>> open findings by path and key
 */
function foundOf(Store $store, Site $site, ?array $types = null): array
{
    $found = [];
    foreach (
        DB::select(
            'SELECT f.*, p.url, c.name FROM tend_findings f JOIN pages p ON p.id = f.page_id JOIN tend_causes c
                ON c.id = f.cause_id WHERE f.store_id = ? AND f.state = ?',
            [$store->id, FindingState::Open->value],
        ) as $row
    ) {
        $type = FindingType::from((int) $row->type);
        if ($types === null || in_array($type, $types, true)) {
            $row->cause = json_decode($row->name, true);
            $row->detail = json_decode($row->detail, true);
            $found[substr($row->url, strlen($site->url))][$type->key()] = $row;
        }
    }

    return $found;
}

/**
 * @param  iterable<int>  $pages  numbers of pages of a watched store
 * @return list<string>
 */
function pathsOf(iterable $pages): array
{
    $paths = [];
    foreach ($pages as $page) {
        $paths[] = "/p/$page";
    }

    return $paths;
}

/** Works a judging of all changes to its end. */
function judgeAll(Store $store): void
{
    $work = app(App\Watch\Judging\Judgings::class)->begin($store->id, null);
    expect(app(WorkDesk::class)->workToEnd($work))->toBe(
        'done',
        (string) DB::table('work')->where('id', $work)->value('problem'),
    );
}

/**
 * A page of a shop that nothing connects, with the links of all the others.
 *
 * @param  array<array-key, mixed>  $links
 */
function lampPage(Site $site, string $path, string $name, array $links = []): void
{
    $site->page(
        $path,
        "<!doctype html><html lang=\"en\"><head><title>$name – Kiln</title><meta name=\"description\" content=\"All of $name.\"><script type=\"application/ld+json\">{\"@type\":\"CollectionPage\",\"name\":\"$name\"}</script></head><body><main><h1>$name</h1><p>".
            'Made by hand. '.
            '</p>'.
            implode(' ', array_map(static fn (string $to): string => "<a href=\"$to\">see</a>", $links)).
            '</main></body></html>',
    );
}

/**
 * A shop with two collections and a keyword list that asks for a third.
 *
 * @return array{Site, Store}
 */
function shopWithGap(): array
{
    $site = new Site();
    lampPage($site, '/', 'Kiln', ['/collections/table-lamps', '/collections/floor-lamps']);
    lampPage($site, '/collections/table-lamps', 'Table Lamps');
    lampPage($site, '/collections/floor-lamps', 'Floor Lamps');
    $store = $site->store();
    crawl($store);
    bringIn(
        $store,
        "url,kind,title\n/collections/table-lamps,collection,x\n/collections/floor-lamps,collection,x\n",
        FileSort::Pages,
    );
    sortAnew($store);
    bringIn($store, "keyword,volume,difficulty\nrattan lamps,900,20\ntable lamps,700,30\n", FileSort::Keywords);
    matchUp($store);

    return [$site, $store];
}
