<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\AddressDrifts;
use App\Changes\AddressField;
use App\Changes\ShownPart;
use App\Inventory\Events\InventoryRefreshed;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\UndoWish;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use App\Tend\Finding\Finds;
use App\Tend\Maps\MapWork;
use App\Tend\Maps\SiteMaps;
use App\Tend\Releasing\PartsSeen;
use App\Tend\Releasing\PutWork;
use App\Tend\Robots\RobotsBook;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;

/** @return array<string, string> what the pages of the shop show, by path, of those that change */
function pagesWithParts(Store $store): array
{
    $pages = ['/robots.txt' => shopPage('/robots.txt')];
    foreach (
        DB::table('address_changes as c')
            ->join('pages as p', 'p.id', '=', 'c.page_id')
            ->where('c.store_id', $store->id)
            ->pluck('p.url') as $url
    ) {
        $path = PageUrl::parse((string) $url)?->target() ?? '';
        $pages[$path] = shopPage($path);
    }

    return $pages;
}

/**
 * A tended shop of which articles lack structured data, images lack alts and pages lack links, with all that mends it
 * made ready.
 */
function storeWithParts(): Store
{
    $store = crawledStore();
    tend($store);
    expect(
        app(WorkDesk::class)->workToEnd(app(Finds::class)->begin($store->id, null, App\Tend\Adding\AddWork::class)),
    )->toBe('done');
    SiteMaps::token($store);
    app(WorkDesk::class)->workToEnd(app(Finds::class)->begin($store->id, null, MapWork::class));
    $writer = member($store, Role::Writer);
    $cause = DB::table('tend_causes')->where('store_id', $store->id)->where('type', 60)->value('id');
    $links = DB::table('tend_links')
        ->where('store_id', $store->id)
        ->orderByDesc('worth')
        ->orderBy('id')
        ->limit(12)
        ->pluck('id');
    $post = fn (string $path, array $body = []) => test()
        ->actingAs($writer)
        ->post("/s/{$store->slug}/tend/$path", $body)
        ->assertRedirect()
        ->assertSessionHasNoErrors();
    $post("causes/$cause/put");
    $images = DB::table('tend_causes')
        ->where('store_id', $store->id)
        ->where('type', 20)
        ->orderByDesc('pages')
        ->value('id');
    $post("causes/$images/put");
    $post('add', ['do' => 'release', 'links' => $links->all()]);
    $post('robots/fetch');
    $post('maps/release');

    return $store;
}

it(
    'puts structured data, links and robots.txt live in one release, and takes them back to the byte',
    function (): void {
        $store = storeWithParts();
        $counts = DB::table('address_changes')
            ->where('store_id', $store->id)
            ->groupBy('field')
            ->selectRaw('field, COUNT(*) AS n')
            ->pluck('n', 'field')
            ->all();
        expect($counts)->toHaveKeys(PartsSeen::fields())->and($counts[AddressField::RobotsFile->value])->toBe(1);
        $before = pagesWithParts($store);
        // Some writes fail, some answers are lost: each change arrives once all the same.
        office('PUT', '/switches', ['fail_every' => 4, 'lose_every' => 3]);
        $begun = app(Releases::class)->send($store, new ReleaseWish(), null);
        expect(app(WorkDesk::class)->workToEnd(sure($begun['work'])))->toBe('done');
        office('PUT', '/switches', ['fail_every' => 0, 'lose_every' => 0]);
        lookAtAll($begun['release']);
        $items = DB::table('release_items')->where('release_id', $begun['release'])->get();
        expect($items->pluck('state')->unique()->all())
            ->toBe(['live'])
            ->and($items->pluck('seen')->unique()->all())
            ->toBe(['seen'])
            ->and(office('GET', '/changes')['items'])
            ->toHaveCount($items->count())
            ->and(shopPage('/robots.txt'))
            ->toContain('Sitemap: '.route('tend.maps.served', [SiteMaps::state($store)?->token, 'sitemap.xml']));
        $article = $items->first(static fn (stdClass $item): bool => str_contains($item->fields, 'structured_data'));
        $path = PageUrl::parse((string) DB::table('pages')->where('id', $article?->page_id)->value('url'))?->target();
        expect(shopPage(sure($path)))->toContain('"@type":"Article"');
        $linked = $items->first(static fn (stdClass $item): bool => str_contains($item->fields, 'related_links'));
        $path = PageUrl::parse((string) DB::table('pages')->where('id', $linked?->page_id)->value('url'))?->target();
        expect(shopPage(sure($path)))->toContain('<section class="related">');
        $pictured = $items->first(static fn (stdClass $item): bool => str_contains($item->fields, 'image_alts'));
        $page = DB::table('pages')
            ->join('resources', 'resources.id', '=', 'pages.resource_id')
            ->where('pages.id', $pictured?->page_id)
            ->first(['pages.url', 'resources.name']);
        $path = PageUrl::parse((string) $page?->url)?->target();
        expect(shopPage(sure($path)))->toContain("alt=\"$page?->name, view 2\"");
        $this->get("/s/{$store->slug}/gather/pages/$linked?->page_id")
            ->assertOk()
            ->assertSeeInOrder(['History', '(related links)', 'nothing', '1 link']);
        // What was released was seen; what else stands on the page is no history.
        expect(
            DB::table('history')
                ->where('page_id', $linked?->page_id)
                ->where('field', AddressField::RelatedLinks->value)
                ->where('event', 'seen')
                ->value('after_value'),
        )->toBe(
            json_decode($linked?->fields, true)[
                array_search('related_links', array_column(json_decode($linked?->fields, true), 'field'), true)
            ]['target'],
        );

        $undo = app(Releases::class)->undo($store, new UndoWish($begun['release']), null);
        expect(app(WorkDesk::class)->workToEnd(sure($undo['work'])))->toBe('done');
        lookAtAll($undo['release']);
        expect(array_combine(array_keys($before), array_map(shopPage(...), array_keys($before))))
            ->toBe($before)
            ->and(
                DB::table('release_items')->where('release_id', $undo['release'])->where('seen', '<>', 'seen')->count(),
            )
            ->toBe(0)
            ->and(DB::table('address_states')->where('store_id', $store->id)->pluck('field')->unique()->all())
            // What stood in robots.txt before is what holds now.
            ->toBe([AddressField::RobotsFile->value]);
    },
);

it('sees after a crawl what no longer shows, and sets it again or takes it as meant', function (): void {
    $store = storeWithParts();
    $begun = app(Releases::class)->send($store, new ReleaseWish(), null);
    app(WorkDesk::class)->workToEnd(sure($begun['work']));
    lookAtAll($begun['release']);
    crawl($store);
    tend($store);
    expect(AddressDrifts::list($store, PartsSeen::fields(), 50))->toBe([]);

    $one = static fn (string $field): stdClass => DB::table('release_items')
        ->where('release_id', $begun['release'])
        ->where('fields', 'like', "%\"$field\"%")
        ->orderBy('id')
        ->firstOrFail();
    changeInShop($one('related_links')->external_id, ['related_links' => '']);
    changeInShop($one('image_alts')->external_id, ['image_alts' => '']);
    changeInShop($one('structured_data')->external_id, ['structured_data' => '{"@type":"Thing","name":"A theme"}']);
    $version = office('GET', '/files?target=/robots.txt')['version'];
    office('PATCH', '/files?target=/robots.txt', ['body' => "User-agent: *\nDisallow:\n"], "\"$version\"");
    crawl($store);
    tend($store);
    // Whoever looks at addresses alone leaves these as they were found.
    InventoryRefreshed::dispatch($store->id, static function (): void {
    });
    $drifts = AddressDrifts::list($store, PartsSeen::fields(), 50);
    $now = [];
    foreach ($drifts as $drift) {
        $now[$drift->field->value] = $drift->now;
    }
    expect(array_keys($now))
        ->toEqualCanonicalizing(PartsSeen::fields())
        ->and($now[AddressField::StructuredData->value] ?? null)
        ->toContain('Thing')
        // What decides addresses is told by another step, and knows nothing of these.
        ->and(AddressDrifts::list($store, AddressField::decisive(), 50))
        ->toBe([]);
    $writer = member($store, Role::Writer);
    $this->actingAs($writer)
        ->get("/s/{$store->slug}/tend/robots")
        ->assertOk()
        ->assertSee('4')
        ->assertSee('no longer show');
    $this->actingAs($writer)
        ->post("/s/{$store->slug}/tend/drifts", ['do' => 'back'])
        ->assertRedirect();
    expect(DB::table('address_changes')->where('store_id', $store->id)->where('state', 'ready')->count())->toBe(4);
    // Somebody has set something else there: that is for people to decide.
    $again = app(Releases::class)->send($store, new ReleaseWish(), null);
    app(WorkDesk::class)->workToEnd(sure($again['work']));
    $items = DB::table('release_items')
        ->where('release_id', $again['release'])
        ->get(['fields', 'state']);
    expect($items->where('state', 'clash'))->toHaveCount(2);
    foreach ($items as $item) {
        // One page may have several parts: what was set otherwise holds all of it back.
        $isSetOtherwise = preg_match('/"(structured_data|robots_file)"/', (string) $item->fields) === 1;
        expect($item->state)->toBe($isSetOtherwise ? 'clash' : 'live');
    }
    $this->actingAs($writer)
        ->post("/s/{$store->slug}/tend/drifts", ['do' => 'accept'])
        ->assertRedirect();
    expect(AddressDrifts::list($store, PartsSeen::fields(), 50))->toBe([]);
});

it('gives what the shop’s API does not take to somebody else, and sees it when it is there', function (): void {
    $store = storeWithParts();
    $mapping = json_decode((string) file_get_contents(app_path('Demo/tindrel.mapping.json')), true);
    unset($mapping['files'], $mapping['lists'][0]['write']['put']['related_links']);
    app(StoreOptions::class)->set($store, 'shop_mapping', json_encode($mapping, JSON_THROW_ON_ERROR));
    $begun = app(Releases::class)->send($store, new ReleaseWish(), null);
    $isOf = static fn (stdClass $item, string $field): bool => str_contains((string) $item->fields, "\"$field\"");
    $items = DB::table('release_items')->where('release_id', $begun['release'])->get();
    foreach ($items as $item) {
        expect($item->via)->toBe($isOf($item, 'related_links') || $isOf($item, 'robots_file') ? 'person' : 'direct');
    }
    $this->actingAs(member($store, Role::Approver))
        ->get("/s/{$store->slug}/release/{$begun['release']}/list")
        ->assertOk()
        ->assertSee('/robots.txt')
        ->assertSee('Sitemap: ')
        ->assertSee('related links')
        ->assertDontSee('{&quot;url&quot;', false);
    expect(
        $this->get("/s/{$store->slug}/release/{$begun['release']}/list/list.csv")
            ->assertOk()
            ->streamedContent(),
    )->toMatch('~Related links,,"?/[a-z/\-0-9]+: \w~');
    $version = office('GET', '/files?target=/robots.txt')['version'];
    $robots = $items->first(static fn (stdClass $item): bool => $isOf($item, 'robots_file'));
    $body = json_decode($robots?->fields, true)[0]['target'];
    office('PATCH', '/files?target=/robots.txt', ['body' => str_replace("\n", "\r\n", $body)], "\"$version\"");
    DB::table('release_items')
        ->where('id', $robots?->id)
        ->update(['look_at' => now()->subMinute()]);
    lookAtAll($begun['release']);
    expect(DB::table('release_items')->where('id', $robots?->id)->value('state'))->toBe('live');
});

it('adds links to those that it placed before, and never the same twice', function (): void {
    $store = storeWithParts();
    $begun = app(Releases::class)->send($store, new ReleaseWish(), null);
    app(WorkDesk::class)->workToEnd(sure($begun['work']));
    $row = DB::table('tend_links')->where('store_id', $store->id)->where('state', 2)->orderBy('id')->first();
    $other = (int) DB::table('tend_pages')
        ->where('store_id', $store->id)
        ->whereNotIn('page_id', [$row?->from_page, $row?->to_page])
        ->orderByDesc('page_id')
        ->value('page_id');
    $new = DB::table('tend_links')->insertGetId(
        ['id' => null, 'to_page' => $other, 'anchor' => 'another way', 'state' => 1] + (array) $row,
    );
    $parts = app(App\Tend\Releasing\Parts::class);
    $was = (string) DB::table('address_states')->where('page_id', $row?->from_page)->where('field', 17)->value('value');
    expect($parts->links($store, [$new, (int) $row?->id], null))
        ->toBe(1)
        ->and(
            ShownPart::links((string) DB::table('address_changes')->where('page_id', $row?->from_page)->value('value')),
        )
        ->toHaveCount(count(ShownPart::links($was)) + 1)
        // Once more changes nothing.
        ->and($parts->links($store, [$new, (int) $row?->id], null))
        ->toBe(0);
});

it('asks for the shop’s own robots.txt before another one replaces it', function (): void {
    $store = crawledStore();
    $id = RobotsBook::save($store, "User-agent: *\nDisallow: /find\n", '', null);
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/tend/robots/$id/release")
        ->assertSessionHasErrors('body');
    expect(DB::table('address_changes')->where('store_id', $store->id)->count())->toBe(0);
    RobotsBook::fetch($store, null);
    $this->post("/s/{$store->slug}/tend/robots/$id/release")->assertSessionHasNoErrors();
    $change = DB::table('address_changes')->where('store_id', $store->id)->first();
    expect($change?->value)->toContain('/find')->and($change?->why)->toBe('shuts no page out that is not so already');
    // One that shuts a range out says so to whoever sends it.
    $id = RobotsBook::save($store, "User-agent: *\nDisallow: /range/\n", 'closes the ranges', null);
    $this->post("/s/{$store->slug}/tend/robots/$id/release")->assertSessionHasNoErrors();
    expect(DB::table('address_changes')->where('store_id', $store->id)->value('why'))->toMatch(
        '/^closes the ranges; would shut out \d{2,3} pages with 0 clicks$/',
    );
});

it('makes structured data of a cause ready as work of its own, once, though its process is killed', function (): void {
    $store = crawledStore();
    tend($store);
    $cause = (int) DB::table('tend_causes')->where('store_id', $store->id)->where('type', 60)->value('id');
    $work = app(WorkDesk::class)->begin(new NewWork(PutWork::class, $store->id, $cause));
    $code =
        'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); $app->make(App\Platform\Work\WorkDesk::class)->slice('.
        $work.
        ');';
    $process = proc_open(
        [PHP_BINARY, '-r', $code],
        [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']],
        $pipes,
        base_path(),
    );
    $ready = DB::table('address_changes')->where('store_id', $store->id);
    for ($i = 0; $i < 200 && (clone $ready)->doesntExist(); $i++) {
        usleep(20_000);
    }
    proc_terminate(sure($process), 9);
    proc_close(sure($process));
    DB::table('work')
        ->where('id', $work)
        ->where('state', 'running')
        ->update(['expires_at' => now()->subSecond(), 'wake_at' => now()->subSecond()]);
    expect(app(WorkDesk::class)->workToEnd($work))->toBe('done');
    $pages = DB::table('tend_findings')->where('cause_id', $cause)->where('state', 1)->pluck('page_id')->all();
    expect($pages)
        ->not->toBe([])
        ->and((clone $ready)->orderBy('page_id')->pluck('page_id')->all())
        ->toEqualCanonicalizing($pages)
        ->and(DB::table('history')->where('store_id', $store->id)->where('event', 'ready')->count())
        ->toBe(count($pages));
});

it('finds what was released among all that a page shows', function (
    AddressField $field,
    string $wanted,
    string $shown,
    bool $holds,
): void {
    expect(ShownPart::holds($field, $wanted, $shown))->toBe($holds);
})->with([
    'a block among others, its names in another order' => [
        AddressField::StructuredData,
        '{"@type":"Product","offers":{"price":"3.00","url":"/a"}}',
        '[{"@type":"WebSite"},{"offers":{"url":"/a","price":"3.00"},"@type":"Product"}]',
        true,
    ],
    'a block with another price' => [
        AddressField::StructuredData,
        '{"@type":"Product","offers":{"price":"3.00"}}',
        '[{"@type":"Product","offers":{"price":"3.10"}}]',
        false,
    ],
    'no block at all' => [AddressField::StructuredData, '{"@type":"Product"}', '[]', false],
    'text that is no JSON' => [AddressField::StructuredData, '{"@type":"Product"}', 'Product', false],
    'all links, with white space as one' => [
        AddressField::RelatedLinks,
        '[{"url":"https://a.example/b","text":"all  lamps"}]',
        '[{"url":"https://a.example/c","text":"c"},{"url":"https://a.example/b","text":"all lamps"}]',
        true,
    ],
    'a link by other words' => [
        AddressField::RelatedLinks,
        '[{"url":"https://a.example/b","text":"all lamps"}]',
        '[{"url":"https://a.example/b","text":"lamps"}]',
        false,
    ],
    'one of two links' => [
        AddressField::RelatedLinks,
        '[{"url":"https://a.example/b","text":"b"},{"url":"https://a.example/c","text":"c"}]',
        '[{"url":"https://a.example/b","text":"b"}]',
        false,
    ],
    'a file with other ends of lines' => [
        AddressField::RobotsFile,
        "User-agent: *\nAllow: /\n",
        "User-agent: *\r\nAllow: /",
        true,
    ],
    'a file with one line more' => [AddressField::RobotsFile, "User-agent: *\n", "User-agent: *\nDisallow: /", false],
]);
