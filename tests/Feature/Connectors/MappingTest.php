<?php

declare(strict_types=1);

use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\Editing\Author;
use App\Changes\Origin;
use App\Connectors\Shop\Mapping\ShopMapping;
use App\Connectors\Shop\ShopUnavailable;
use App\Connectors\Shop\WriteResult;
use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\UndoWish;
use App\Stores\Connections;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** Sends what is ready while the shop misbehaves and the sender is killed twice. */
function sendAndKill(Store $store): int
{
    $begun = app(Releases::class)->send($store, new ReleaseWish(), null);
    $code =
        'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); $app->make(App\Platform\Work\WorkDesk::class)->slice('.
        $begun['work'].
        ');';
    for ($kill = 0; $kill < 2; $kill++) {
        DB::table('work')
            ->where('id', $begun['work'])
            ->update(['wake_at' => now()->subSecond()]);
        $process = proc_open(
            [PHP_BINARY, '-r', $code],
            [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']],
            $pipes,
            base_path(),
        );
        usleep(1_500_000);
        proc_terminate(sure($process), 9);
        proc_close(sure($process));
        DB::table('work')
            ->where('id', $begun['work'])
            ->update(['expires_at' => now()->subSecond()]);
    }
    expect(app(WorkDesk::class)->workToEnd(sure($begun['work'])))->toBe('done');

    return $begun['release'];
}

/** @return array<string, int> */
function states(int $release): array
{
    return DB::table('release_items')->where('release_id', $release)->pluck('state')->countBy()->all();
}

/**
 * A store that is connected to whatever a mapping says.
 *
 * @param  array<array-key, mixed>  $mapping
 */
function mappedStore(Site $site, array $mapping): Store
{
    $store = $site->store();
    foreach (
        ['shop_url' => "$site->url/api", 'shop_token' => 'a-key', 'shop_mapping' => (string) json_encode($mapping)] as $key => $value
    ) {
        app(StoreOptions::class)->set($store->refresh(), $key, $value);
    }

    return $store->refresh();
}

$goods = static fn (array $more = []): array => [
    'mapping' => 1,
    'sign_in' => ['by' => 'bearer'],
    'lists' => [
        $more + [
            'name' => 'goods',
            'kind' => 'product',
            'list' => ['path' => '/goods'],
            'items' => '/data',
            'fields' => ['id' => '/no', 'path' => '/url', 'title' => '/title'],
        ],
    ],
];
$json = [['Content-Type', 'application/json']];

it(
    'brings a shop of another make in by its mapping alone: wrapped twice, page by page, under several paths',
    function (): void {
        freshPottery();
        pottery('/switches', ['lifetime' => 2, 'rate' => 400]);
        $store = potteryStore();
        crawl($store);
        $rows = DB::table('resources')->where('store_id', $store->id)->where('gone', 0)->get()->keyBy('external_id');
        expect($rows->where('kind', 3))->toHaveCount(240)->and($rows->where('kind', 2))->toHaveCount(6);
        expect($rows['wares:1000'])
            ->number->toBe('1000')
            ->url->toBe(getenv('POTTERY_URL').'/mugs/1000-ash-mug.html')
            ->and(json_decode((string) $rows['wares:1000']?->attributes, true))
            ->toMatchArray(['currency' => 'GBP'])
            ->toHaveKeys(['glaze', 'maker', 'price']);
        expect($rows['departments:jugs'])->name->toBe('Jugs & Pitchers');
        // Home, stories and help are in none of its lists: they are written by their pages.
        expect(
            $rows->filter(static fn (stdClass $row): bool => str_starts_with($row->external_id, 'page:'))->count(),
        )->toBeGreaterThanOrEqual(3);
        // The theme's quotation marks do not make another text of it.
        $quoted = DB::table('resource_texts')
            ->join('resources', 'resources.id', '=', 'resource_id')
            ->where('resources.store_id', $store->id)
            ->where('field', 2)
            ->where('stored', 'like', '%"quiet"%')
            ->first();
        expect($quoted?->shown)->toContain('“quiet”');
    },
);

it(
    'applies every one of 300 changes exactly once at a shop without ETag, whose tokens end, and overwrites nobody',
    function (): void {
        freshPottery(300);
        $store = potteryStore();
        crawl($store);
        readyDrafts($store, 300);
        pottery('/switches', [
            'fail_every' => 23,
            'lose_every' => 17,
            'stall_every' => 90,
            'stall_seconds' => 1,
            'lifetime' => 6,
            'rate' => 400,
            'burst' => 40,
        ]);
        // Somebody else is faster at two of them.
        $admin = app(Connections::class)->shop($store);
        foreach (['wares:1003', 'wares:1077'] as $theirs) {
            while (
                $admin->write($admin->read($theirs), ['title' => 'Somebody else was here'])->result !==
                WriteResult::Applied
            ) {
                continue;
            }
        }
        $release = sendAndKill($store);
        pottery('/switches', ['fail_every' => 0, 'lose_every' => 0, 'stall_every' => 0]);
        $log = array_filter(
            pottery('/log')['rows'],
            static fn (array $row): bool => ! str_contains($row['body'], 'Somebody else'),
        );
        expect(states($release))->toEqualCanonicalizing(['live' => 298, 'clash' => 2]);
        expect($log)->toHaveCount(298)->and(array_unique(array_column($log, 'thing')))->toHaveCount(298);
        expect((string) file_get_contents(getenv('POTTERY_URL').'/jugs/1003-ash-jug.html'))->toContain(
            'Somebody else was here',
        );
        lookAtAll($release);
        expect(DB::table('release_items')->where('release_id', $release)->where('seen', 'seen')->count())->toBe(298);
    },
);

it(
    'connects a third shop by mapping alone: one POST address, texts as attached records, the cursor in the body',
    function (): void {
        $port = (int) substr(
            (string) strrchr(
                (string) stream_socket_get_name(
                    $socket = stream_socket_server('tcp://127.0.0.1:0') ?: throw new RuntimeException(),
                    false,
                ),
                ':',
            ),
            1,
        );
        fclose($socket);
        $data = (string) tempnam(sys_get_temp_dir(), 'third');
        $process = proc_open([PHP_BINARY, base_path('tests/Web/third-shop.php'), $data, (string) $port], [], $pipes);
        for ($i = 0; $i < 100 && ! is_file("$data.up"); $i++) {
            usleep(20_000);
        }
        $site = (new Site())->linking(
            '/',
            array_combine(
                array_map(static fn (int $i): string => "/p/$i", range(1, 7)),
                array_map(static fn (int $i): string => "P $i", range(1, 7)),
            ),
        );
        foreach (range(1, 7) as $i) {
            $site->linking("/p/$i", []);
        }
        $store = $site->store();
        $mapping = [
            'mapping' => 1,
            'sign_in' => ['by' => 'header', 'header' => 'X-Shop-Key'],
            'errors' => ['at' => '/problems', 'message' => '/problems/0/text'],
            'lists' => [
                [
                    'name' => 'things',
                    'kind' => 'product',
                    'list' => [
                        'method' => 'POST',
                        'path' => '/do',
                        'body' => ['action' => 'list', 'first' => 3, 'after' => null],
                    ],
                    'items' => '/answer/edges',
                    'inside' => '/node',
                    'paging' => ['by' => 'cursor', 'body' => '/after', 'next' => '/answer/end'],
                    'fields' => [
                        'id' => '/gid',
                        'name' => '/title',
                        'url' => null,
                        'title' => [
                            'in' => '/extras',
                            'where' => ['/space' => 'search', '/key' => 'title'],
                            'value' => '/value',
                            'record' => '/id',
                        ],
                        'description' => [
                            'in' => '/extras',
                            'where' => ['/space' => 'search', '/key' => 'text'],
                            'value' => '/value',
                            'record' => '/id',
                        ],
                        'slug' => '/handle',
                    ],
                    'url' => '/p/{slug}',
                    'read' => [
                        'request' => [
                            'method' => 'POST',
                            'path' => '/do',
                            'body' => ['action' => 'get', 'gid' => '{id}'],
                        ],
                        'item' => '/answer',
                    ],
                    'write' => [
                        'request' => [
                            'method' => 'POST',
                            'path' => '/do',
                            'body' => ['action' => 'set', 'gid' => '{id}'],
                        ],
                        'put' => [
                            'title' => [
                                'append' => '/extras',
                                'entry' => [
                                    'space' => 'search',
                                    'key' => 'title',
                                    'id' => '{record}',
                                    'value' => '{value}',
                                ],
                            ],
                            'description' => [
                                'append' => '/extras',
                                'entry' => [
                                    'space' => 'search',
                                    'key' => 'text',
                                    'id' => '{record}',
                                    'value' => '{value}',
                                ],
                            ],
                        ],
                    ],
                ],
            ],
        ];
        unset($mapping['lists'][0]['fields']['url']);
        app(StoreOptions::class)->set(
            $store->refresh(),
            'private_hosts',
            implode(',', [...$store->options()->privateHosts, "127.0.0.1:$port"]),
        );
        foreach (
            [
                'shop_url' => "http://127.0.0.1:$port",
                'shop_token' => 'third',
                'shop_mapping' => (string) json_encode($mapping),
            ] as $key => $value
        ) {
            app(StoreOptions::class)->set($store->refresh(), $key, $value);
        }
        crawl($store->refresh());
        try {
            expect(DB::table('resources')->where('store_id', $store->id)->where('from_page', 0)->count())->toBe(7);
            readyDrafts($store, 7);
            $begun = app(Releases::class)->send($store, new ReleaseWish(), null);
            expect(app(WorkDesk::class)->workToEnd(sure($begun['work'])))
                ->toBe('done')
                ->and(states($begun['release']))
                ->toBe(['live' => 7]);
            $kept = (array) json_decode((string) file_get_contents($data), true);
            $extras = array_column($kept['gid://thing/1']['extras'], null, 'key');
            // The record that was there is changed, the one that was not is made; what is no text of ours is left
            // alone.
            expect($extras['title'])
                ->toMatchArray(['id' => 11, 'value' => 'Better title number 0 for Thing 1'])
                ->and($extras['text']['value'])
                ->toStartWith('A better description')
                ->and($extras['care']['value'])
                ->toBe('Wash by hand');
            $undo = app(Releases::class)->undo($store, new UndoWish($begun['release']), null);
            app(WorkDesk::class)->workToEnd(sure($undo['work']));
            expect(
                array_column(
                    ((array) json_decode((string) file_get_contents($data), true))['gid://thing/1']['extras'],
                    'value',
                    'key',
                )['title'],
            )->toBe('First title 1');
        } finally {
            proc_terminate(sure($process), 9);
            proc_close(sure($process));
        }
    },
);

it('says what is wrong with a mapping, and where', function (array $change, string $words) use ($goods): void {
    expect(fn () => ShopMapping::fromJson((string) json_encode(array_replace_recursive($goods(), $change))))->toThrow(
        InvalidArgumentException::class,
        $words,
    );
})->with([
    [['sign_in' => ['by' => 'magic']], '/sign_in'],
    [['sign_in' => ['by' => 'client']], 'user'],
    [['lists' => [['list' => ['path' => 'no-slash']]]], '/lists/0/list/path'],
    [['lists' => [['fields' => ['title' => 'title']]]], '/lists/0/fields'],
    [['lists' => [['kind' => 'gadget']]], '/lists/0/kind'],
    [['lists' => [['paging' => ['by' => 'cursor']]]], 'next'],
    [['surprise' => 1], 'surprise'],
]);

it('stops a release where the key is refused, loses nothing, and goes on with another', function (): void {
    freshPottery();
    $store = potteryStore();
    crawl($store);
    readyDrafts($store, 5);
    app(StoreOptions::class)->set($store, 'shop_token', 'wrong');
    $begun = app(Releases::class)->send($store, new ReleaseWish(), null);
    expect(app(WorkDesk::class)->workToEnd(sure($begun['work'])))
        ->toBe('failed')
        ->and(DB::table('work')->where('id', $begun['work'])->value('problem'))
        ->toContain('refuses the key')
        ->toContain('Connect the shop')
        ->and(states($begun['release']))
        ->toBe(['waiting' => 5]);
    app(StoreOptions::class)->set($store, 'shop_token', potterySecret());
    app(WorkDesk::class)->resume(sure($begun['work']));
    expect(app(WorkDesk::class)->workToEnd(sure($begun['work'])))
        ->toBe('done')
        ->and(states($begun['release']))
        ->toBe(['live' => 5]);
});

it('tells what a shop’s bad answer is, and what to do', function (
    string $body,
    int $status,
    array $more,
    string $words,
) use ($goods, $json): void {
    $site = (new Site())->page('/api/goods', $body, $status, $json);
    $store = mappedStore($site, $goods($more) + ['errors' => ['at' => '/errors', 'message' => '/errors/0']]);
    expect(fn () => app(Connections::class)->shop($store)->list(null))->toThrow(ShopUnavailable::class, $words);
})->with([
    ['{"detail":"no"}', 401, [], 'Connect the shop'],
    ['{}', 403, [], 'Give it the right'],
    ['{}', 404, [], 'nothing at /goods'],
    ['{"other":[]}', 200, [], 'not where the mapping looks'],
    ['{"data":[{"nr":1}]}', 200, [], 'without a number'],
    ['{"errors":["quota of the plan"],"data":[]}', 200, [], 'quota of the plan'],
    ['<html>', 200, [], 'no JSON'],
    ['{"data":[]}', 503, [], '503'],
]);

it('ends a list that comes round, or whose next page is on another host', function () use ($goods, $json): void {
    $entry = static fn (int $no): array => ['no' => $no, 'url' => "/p/$no", 'title' => 'x'];
    $site = (new Site())
        ->linking('/', [])
        ->page('/api/goods', (string) json_encode(['data' => [$entry(1)], 'next' => 'a']), 200, $json)
        ->page('/api/goods?cursor=a', (string) json_encode(['data' => [$entry(2)], 'next' => 'a']), 200, $json);
    $store = mappedStore($site, $goods(['paging' => ['by' => 'cursor', 'next' => '/next']]));
    expect(crawl($store)->syncProblem)->toContain('same page twice');

    $site->page('/api/goods', (string) json_encode(['data' => [$entry(1)]]), 200, [
        ...$json,
        ['Link', '<https://elsewhere.example/goods?p=2>; rel="next"'],
    ]);
    app(StoreOptions::class)->set($store, 'shop_mapping', (string) json_encode($goods(['paging' => ['by' => 'link']])));
    expect(crawl($store->refresh())->syncProblem)->toContain('another host');
    $site
        ->page('/api/goods', (string) json_encode(['data' => [$entry(1)]]), 200, [
            ...$json,
            ['Link', "<{$site->url}/api/goods?p=2>; rel=\"next\""],
        ])
        ->page(
            '/api/goods?p=2',
            (string) json_encode([
                'data' => [$entry(7), ['no' => 8, 'url' => 'https://elsewhere.example/p/8', 'title' => '']],
            ]),
            200,
            $json,
        );
    expect(crawl($store->refresh())->syncProblem)
        ->toContain('1 things of the shop have no address')
        ->and(
            DB::table('resources')
                ->where('store_id', $store->id)
                ->where('from_page', 0)
                ->where('gone', 0)
                ->pluck('external_id')
                ->sort()
                ->values()
                ->all(),
        )
        ->toBe(['1', '7']);
});

it('keeps redirects that are records of their own: makes, changes, removes', function (): void {
    freshPottery(12);
    $admin = app(Connections::class)->shop(potteryStore());
    $target = 'address:/old/cup.html';
    expect($admin->read($target)->fields)->toBe(['redirect' => '']);
    foreach (['/mugs/1000-ash-mug.html', '/shop/mugs', ''] as $to) {
        $outcome = $admin->write($admin->read($target), ['redirect' => $to]);
        expect($outcome->result)->toBe(WriteResult::Applied)->and($outcome->resource?->fields['redirect'])->toBe($to);
        $headers = get_headers(
            getenv('POTTERY_URL').'/old/cup.html',
            true,
            stream_context_create(['http' => ['follow_location' => 0]]),
        );
        expect($headers['Location'] ?? '')->toBe($to === '' ? '' : getenv('POTTERY_URL').$to);
    }
    expect($admin->write($admin->read($target), ['redirect' => 'gone'])->result)
        ->toBe(WriteResult::Refused)
        ->and($admin->write($admin->read($target), ['canonical' => '/x'])->reason)
        ->toContain('mapping does not say');
});

it('keeps a release going where the shop refuses one body, or one of its things is gone', function (): void {
    freshPottery(24);
    $store = potteryStore();
    crawl($store);
    readyDrafts($store, 4);
    [$long, $gone] = DB::table('drafts')
        ->where('store_id', $store->id)
        ->where('field', 1)
        ->orderBy('id')
        ->limit(2)
        ->pluck('resource_id')
        ->all();
    DB::table('drafts')
        ->where('resource_id', $long)
        ->where('field', 1)
        ->update(['value' => str_repeat('too long ', 20)]);
    $number = DB::table('resources')->where('id', $gone)->value('number');
    (new PDO('sqlite:'.getenv('POTTERY_DATA').'/pottery.sqlite'))->exec("DELETE FROM wares WHERE no = $number");
    $begun = app(Releases::class)->send($store, new ReleaseWish(), null);
    expect(app(WorkDesk::class)->workToEnd((int) $begun['work']))->toBe('done');
    $told = DB::table('release_items')
        ->where('release_id', $begun['release'])
        ->orderBy('id')
        ->pluck('reason', 'resource_id')
        ->all();
    expect(states($begun['release']))
        ->toEqualCanonicalizing(['live' => 2, 'refused' => 2])
        ->and($told[$long])
        ->toContain('longer than 120 characters')
        ->and($told[$gone])
        ->toContain("There is no ware $number");
    // The description that went with the refused title was not half written.
    $log = array_column(pottery('/log')['rows'], 'body');
    expect(array_filter($log, static fn (string $body): bool => str_contains($body, 'number 0,')))->toBe([]);
});

it(
    'sets a canonical with its thing and a redirect as a record, and leaves robots to somebody, as the shop’s API has it',
    function (): void {
        freshPottery(24);
        $store = potteryStore();
        crawl($store);
        $base = rtrim($store->base_url, '/');
        $page = pageAt($store, '/mugs/1000-ash-mug.html');
        $change = static fn (AddressField $field, string $value, int $page): array => [
            'page' => $page,
            'field' => $field,
            'value' => $value,
            'why' => 'a test',
        ];
        app(AddressChanges::class)->put(
            $store,
            [
                $change(AddressField::Canonical, "$base/shop/mugs", $page),
                $change(AddressField::Redirect, '/shop/jugs', pageAt($store, '/jugs/1003-ash-jug.html')),
                $change(AddressField::Robots, 'noindex', $page),
            ],
            new Author(Origin::Hand, null),
        );
        $begun = app(Releases::class)->send($store, new ReleaseWish([]), null);
        expect(app(WorkDesk::class)->workToEnd((int) $begun['work']))->toBe('done');
        lookAtAll($begun['release']);
        $items = DB::table('release_items')->where('release_id', $begun['release'])->orderBy('external_id')->get();
        expect(
            $items
                ->map(static fn (stdClass $item): string => "$item->external_id $item->via $item->state $item->seen")
                ->all(),
        )->toEqualCanonicalizing([
            'wares:1000 direct live seen',
            'address:/jugs/1003-ash-jug.html direct live seen',
            'address:/mugs/1000-ash-mug.html person handed not yet',
        ]);
        expect((string) file_get_contents("$base/mugs/1000-ash-mug.html"))->toContain(
            "rel=\"canonical\" href=\"$base/shop/mugs\"",
        );
        $undo = app(Releases::class)->undo($store, new UndoWish($begun['release']), null);
        expect(app(WorkDesk::class)->workToEnd((int) $undo['work']))
            ->toBe('done')
            ->and((string) file_get_contents("$base/mugs/1000-ash-mug.html"))
            ->toContain("href=\"$base/mugs/1000-ash-mug.html\"");
    },
);
