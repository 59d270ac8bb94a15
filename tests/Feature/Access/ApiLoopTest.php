<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Orchard\Core\Wording\TextField;
use Tests\TestCase;
use Tests\Web\ApiClient;
use Tests\Web\Site;

/** @param  list<string>  $may */
function clientOf(TestCase $test, Store $store, Role $role, array $may = ['read', 'write']): ApiClient
{
    return new ApiClient($test, member($store, $role)->createToken('script', $may, now()->addDay())->plainTextToken);
}

function finish(int $work): void
{
    expect(app(WorkDesk::class)->workToEnd($work))->toBe('done');
}

it('goes through the whole loop by a client that knows the description alone', function (): void {
    freshShop();
    $store = shopStore();
    $client = clientOf($this, $store, Role::Owner);
    $in = ['store' => $store->slug];
    expect($client->call('listStores')['data'][0]['slug'])->toBe($store->slug);
    // Gather: a crawl, its pages, a file of rows in two pieces.
    $crawl = $client->call('postCrawls', $in)['data'];
    expect($client->call('postCrawls', $in, status: 409)['detail'])->toContain('under way');
    finish($crawl['work']);
    expect($client->call('getWorkOne', $in + ['work' => $crawl['work']])['data']['state'])->toBe('done');
    $pages = $client->call('getPages', $in + ['kind' => 'product', 'engines' => 'indexable']);
    $product = $pages['data'][0];
    expect($product['kind'])->toBe('product')->and($pages['total'])->toBeGreaterThan(20);
    expect($client->call('getPagesOne', $in + ['page' => $product['page']])['data'])->toBe($product);
    $rows =
        "page,day,clicks,impressions,position\n".
        implode(
            '',
            array_map(
                static fn (array $page): string => implode(
                    '',
                    array_map(
                        static fn (int $back): string => "{$page['url']},".
                            now()->subDays($back)->toDateString().
                            ",5,900,4\n",
                        range(5, 40),
                    ),
                ),
                $pages['data'],
            ),
        );
    $import = $client->call('postImports', $in, ['name' => 'rows.csv', 'bytes' => strlen($rows)])['data'];
    $piece = $in + ['import' => $import['id']];
    $client->call('postImportsBegin', $piece, ['type' => 'search'], 409);
    expect($client->call('putImportsPieces', $piece + ['offset' => 0], substr($rows, 0, 100))['data']['arrived'])->toBe(
        100,
    );
    $client->call('putImportsPieces', $piece + ['offset' => 500], 'x', 409);
    expect($client->call('putImportsPieces', $piece + ['offset' => 100], substr($rows, 100))['data']['state'])->toBe(
        'look',
    );
    $begun = $client->call('postImportsBegin', $piece, ['type' => 'search'])['data'];
    finish($begun['work']);
    expect($client->call('getImportsOne', $piece)['data'])
        ->state->toBe('done')
        ->rows->toBe(36 * count($pages['data']))
        ->and($client->call('getImports', $in)['data'])
        ->toHaveCount(1);
    weigh($store);
    expect($client->call('listPages', $in)['data'])->not->toBe([]);
    // Write: texts out, a draft in, over the revision that was read.
    $texts = $client->call('getTexts', $in + ['kind' => 'product'])['data'];
    $text = array_values(array_filter($texts, static fn (array $one): bool => $one['field'] === 'title'))[0];
    $place = $in + ['resource' => $text['resource'], 'field' => 'title'];
    $saved = $client->call('putTexts', $place, ['text' => 'A title by a script', 'revision' => 0])['data'];
    expect($saved)->draft->toBe('A title by a script')->state->toBe('open');
    app(Drafts::class)->save(
        $store,
        new TextEdit($text['resource'], TextField::Title, 'By hand', $saved['revision']),
        new Author(Origin::Hand, null),
    );
    expect(
        $client->call('putTexts', $place, ['text' => 'Again', 'revision' => $saved['revision']], 409)['detail'],
    )->toContain('By hand');
    expect($client->call('postTextsReady', $in, ['drafts' => [$saved['draft_id'], 99999999]])['data']['marked'])->toBe(
        1,
    );
    expect($client->call('getTexts', $in + ['state' => 'ready'])['data'])->not->toBe([]);
    // Untangle: causes, a decision, what is safe made ready, every URL.
    findTangles($store);
    $causes = $client->call('getCauses', $in)['data'];
    $cause = array_values(
        array_filter($causes, static fn (array $one): bool => $one['to_do'] > 0 && $one['choices'] !== []),
    )[0];
    $at = $in + ['cause' => $cause['id']];
    expect($client->call('postCausesDecision', $at, ['choice' => $cause['choices'][0]])['data']['decision'])->toBe(
        $cause['choices'][0],
    );
    expect($client->call('postCausesDecision', $at, ['choice' => 'nonsense'], 422)['errors'][0]['detail'])->toContain(
        $cause['choices'][0],
    );
    expect($client->call('postCausesDecision', $at, ['choice' => null])['data']['decision'])->toBeNull();
    $carried = $client->call('postCausesReady', $at, ['which' => 'all'])['data'];
    expect($carried['ready'] + $carried['held_back'])->toBeGreaterThan(0);
    $urls = $after = [];
    do {
        $answer = $client->call('getCanonicals', $in + $after);
        array_push($urls, ...array_column($answer['data'], 'url'));
        $after = ['after' => $answer['next']];
    } while ($answer['next'] !== null);
    expect($urls)
        ->toHaveCount(DB::table('untangle_pages')->where('store_id', $store->id)->count())
        ->and(count(array_unique($urls)))
        ->toBe(count($urls));
    // Release: sent, seen, taken back.
    $sent = $client->call('postReleases', $in, ['name' => 'By script', 'part' => 100]);
    finish((int) $sent['work']);
    $release = $client->call('getReleasesOne', $in + ['release' => $sent['data']['id']])['data'];
    expect($release['name'])->toBe('By script')->and(array_sum($release['states']))->toBe($release['items']);
    $client->call('postReleases', $in, ['part' => 100], 409);
    $client->call('postReleases', $in, ['at' => '2020-01-01 06:00'], 409);
    $undo = $client->call('postReleasesUndo', $in + ['release' => $release['id']]);
    finish((int) $undo['work']);
    expect($undo['data']['undo_of'])
        ->toBe($release['id'])
        ->and($client->call('getReleases', $in)['data'])
        ->toHaveCount(2);
    $client->call('postReleasesUndo', $in + ['release' => $release['id']], status: 409);
    // And what waits, told as the screens tell it.
    $now = $client->call('getStore', $in)['data'];
    expect(array_column($now['steps'], 'step'))->toBe([
        'gather',
        'weigh',
        'match',
        'write',
        'untangle',
        'tend',
        'release',
        'watch',
    ]);
    finish((int) $client->call('postImportsTakeBack', $piece)['data']['work']);
    $again = $client->call('postCrawls', $in)['data'];
    expect($client->call('postWorkStop', $in + ['work' => $again['work']])['data']['id'])->toBe($again['work']);
    expect(array_diff(array_keys($client->operations), array_keys($client->answered)))->toEqualCanonicalizing([
        'postStores', 'listQueries', 'listGroups', 'listLosing', 'listQuickWins', 'listNotInStock', 'listWorklists',
        'listWorklistPages', 'listPairings', 'listTerms', 'listFindingCauses', 'listFindings', 'listReachedPages',
        'listResults', 'getResult',
    ]);
});

it('adds a store by script, as its pages propose it', function (): void {
    $site = (new Site())->linking(
        '/',
        array_fill_keys(array_map(static fn (int $n): string => "/p/$n", range(1, 9)), 'Vase'),
        '<meta property="og:site_name" content="Skript">',
    );
    $own = $site->store();
    $client = clientOf($this, $own, Role::Owner);
    expect($client->call('postStores', [], ['url' => $site->url], 422)['errors'][0]['detail'])->toContain(
        'private network',
    );
    $added = $client->call(
        'postStores',
        [],
        ['url' => $site->url, 'private' => true, 'currency' => 'CHF', 'crawl' => false],
    )['data'];
    expect($added)->name->toBe('Skript')->role->toBe('owner')->and($added['markets'][0]['currency'])->toBe('CHF');
    expect(
        DB::table('gather_crawls')
            ->where('store_id', Store::query()->where('slug', $added['slug'])->value('id'))
            ->exists(),
    )->toBeFalse();
    $client->call('postStores', [], ['url' => 'ftp://x'], 422);
    clientOf($this, $own, Role::Approver)->call('postStores', [], ['url' => $site->url, 'private' => true], 403);
});

it('lets a reading token change nothing, and a role no more than on the screens', function (): void {
    $store = (new Site())->linking('/', [])->store();
    $in = [
        'store' => $store->slug,
        'import' => 1,
        'cause' => 1,
        'release' => 1,
        'resource' => 1,
        'field' => 'title',
        'work' => 1,
    ];
    $reader = clientOf($this, $store, Role::Owner, ['read']);
    $stranger = clientOf($this, (new Site())->store(), Role::Owner);
    $viewer = clientOf($this, $store, Role::Viewer);
    $writer = clientOf($this, $store, Role::Writer);
    $tried = 0;
    foreach ($reader->operations as $name => ['path' => $path, 'method' => $method, 'described' => $described]) {
        if ($method === 'get' || $path === '/stores') {
            continue;
        }
        $of = array_filter(
            $in,
            static fn (string $key): bool => str_contains($path, '{'.$key.'}'),
            ARRAY_FILTER_USE_KEY,
        );
        $body = isset($described['requestBody']['content']['application/octet-stream']) ? 'x' : [];
        expect($reader->call($name, $of, $body, 403)['detail'])->toContain('may only read');
        $stranger->call($name, $of, $body, 404);
        $viewer->call($name, $of, $body, 403);
        str_contains($path, '/releases') && $writer->call($name, $of, $body, 403);
        $tried++;
    }
    expect($tried)->toBeGreaterThan(10);
    DB::table('stores')
        ->where('id', $store->id)
        ->update(['archived_at' => now()]);
    $writer->call('postCrawls', ['store' => $store->slug], status: 403);
    expect($writer->call('getStore', ['store' => $store->slug])['data']['state'])->toBe('archived');
});

it('refuses by name what is not as it is described', function (array $body, string $field): void {
    $store = (new Site())->linking('/', [])->store();
    $client = clientOf($this, $store, Role::Owner);
    $answer = $client->call('postImports', ['store' => $store->slug], $body, 422);
    expect($answer['errors'][0]['parameter'])->toBe($field);
})->with([
    [['name' => 'x.csv'], 'body'],
    [['name' => 'x.csv', 'bytes' => 'many'], 'bytes'],
    [['name' => 'x.csv', 'bytes' => -1], 'bytes'],
    [['name' => 'x.csv', 'bytes' => 1, 'more' => 1], 'body'],
    [['name' => str_repeat('x', 300), 'bytes' => 1], 'name'],
]);

it('describes every request of the JSON door, and no other', function (): void {
    $client = new ApiClient($this, '');
    $described = array_map(
        static fn (array $one): string => strtoupper($one['method']).' /api/v1'.$one['path'],
        array_values($client->operations),
    );
    $there = [];
    foreach (Route::getRoutes()->getRoutes() as $route) {
        if (str_starts_with($route->uri(), 'api/v1/') && $route->uri() !== 'api/v1/openapi.json') {
            foreach (array_diff($route->methods(), ['HEAD']) as $method) {
                $there[] = "$method /".$route->uri();
            }
        }
    }
    expect($there)->toEqualCanonicalizing($described)->and(count($there))->toBeGreaterThan(30);
    $ids = array_keys($client->operations);
    expect($ids)->toBe(array_unique($ids));
});
