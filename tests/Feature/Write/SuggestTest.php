<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Inventory\Makers;
use App\Platform\Database\Records;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use App\Write\Facts\PageFacts;
use App\Write\Suggestions\Briefs;
use App\Write\Suggestions\NewWish;
use App\Write\Suggestions\Source;
use App\Write\Suggestions\Sources;
use App\Write\Suggestions\Wish;
use App\Write\Suggestions\Wishes;
use App\Write\WrittenPage;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Claims\FactCheck;
use Orchard\Core\Wording\NearWording;
use Orchard\Core\Wording\Suggestions\Style;
use Orchard\Core\Wording\TextField;
use Tests\Web\Site;

/** @return list<int> resources of products and collections, in their order */
function somePages(Store $store, int $count = 1000): array
{
    /** @var list<int> */
    return DB::table('resources')
        ->where('store_id', $store->id)
        ->whereIn('kind', [2, 3])
        ->orderBy('id')
        ->limit($count)
        ->pluck('id')
        ->map(static fn (mixed $id): int => (int) $id)
        ->values()
        ->all();
}

/**
 * @param  list<int>  $pages
 * @return array{wish: int, ended: string}
 */
function suggested(Store $store, TextField $field, array $pages, ?Source $source = null, ?Style $style = null): array
{
    $source ??= app(Sources::class)->of($store)[0];
    $facts = array_map(strval(...), array_keys(array_filter(app(Briefs::class)->facts($store, $pages))));
    $begun = app(Wishes::class)->begin(
        $store,
        new NewWish(new Wish($field, $style ?? new Style(), $facts), $source, $pages, 'a test'),
        null,
    );

    return ['wish' => $begun['wish'], 'ended' => app(WorkDesk::class)->workToEnd($begun['work'])];
}

/** A source that answers what a test's site says. */
function foreignSource(Store $store, Site $site): Source
{
    app(StoreOptions::class)->set(
        $store,
        'private_hosts',
        implode(',', [
            ...$store->options()->privateHosts,
            parse_url($site->url, PHP_URL_HOST).':'.parse_url($site->url, PHP_URL_PORT),
        ]),
    );
    app(Sources::class)->put(
        $store->refresh(),
        new Source(0, 'Foreign', "$site->url/v1", 'some-model', 'a-secret-key', 2.5, 10, 'EUR'),
    );

    return app(Sources::class)->of($store)[1];
}

/** @param  array<array-key, mixed>  $usage */
function completion(string $content, ?array $usage = null): string
{
    return json_encode(
        ['choices' => [['message' => ['role' => 'assistant', 'content' => $content]]]] +
            ($usage === null ? [] : ['usage' => $usage]),
        JSON_THROW_ON_ERROR,
    );
}

it('writes three texts for each of a hundred, none with more than its facts, none too long, none alike', function (
    string $language,
): void {
    $store = crawledStore();
    DB::table('markets')
        ->where('store_id', $store->id)
        ->update(['language' => $language]);
    $store->refresh();
    $pages = somePages($store, 50);
    expect($pages)->toHaveCount(50);
    $texts = [];
    foreach ([TextField::Title, TextField::Description] as $field) {
        ['wish' => $wish, 'ended' => $ended] = suggested($store, $field, $pages);
        expect($ended)->toBe('done');
        $made = DB::table('write_suggestions')->where('wish_id', $wish)->orderBy('id')->get()->all();
        array_push($texts, ...$made);
        $row = DB::table('write_wishes')->where('id', $wish)->first();
        // What was foreseen is near what was counted by the source itself.
        expect($row?->told_in)
            ->toBeGreaterThan(0.6 * $row?->foreseen_in)
            ->toBeLessThan(1.6 * $row?->foreseen_in)
            ->and($row?->told_out)
            ->toBeGreaterThan(0)
            ->toBeLessThan(1.3 * $row?->foreseen_out);
    }
    expect($texts)->toHaveCount(300);
    $check = new FactCheck($language, Makers::of($store));
    $rows = DB::table('resources')->where('store_id', $store->id)->whereIn('id', $pages)->get();
    $sheets = PageFacts::of($store, Records::of(WrittenPage::class, $rows));
    $shown = [];
    $near = [];
    foreach ($texts as $one) {
        $doubts = $check->doubts($one->text, $sheets[(int) $one->resource_id]);
        expect(array_map(static fn ($claim): string => $claim->text, $doubts))->toBe([], $one->text);
        // Pixels as they are measured apart from what made the text: the theme's suffix counts for titles.
        $isTitle = (int) $one->field === TextField::Title->value;
        $suffix = $isTitle ? ' – Tindrel' : '';
        $fits = $isTitle
            ? ruler()->pixels($one->text.$suffix, 20) <= 600
            : ruler()->fit($one->text, TextField::Description->desktopSlot())->lost === '';
        expect($fits)->toBeTrue($one->text);
        $shown[] = mb_strtolower($one->text);
        $near[$one->resource_id.' '.$one->field][] = NearWording::digest($one->text);
    }
    expect(array_unique($shown))->toHaveCount(300);
    foreach ($near as $ofPage) {
        expect(array_unique($ofPage))->toHaveCount(3);
    }
})->with(['en', 'de']);

it('takes clean texts of many pages at once, leaves what people wrote, and can take it all back', function (): void {
    $store = crawledStore();
    $pages = somePages($store, 20);
    app(Drafts::class)->save(
        $store,
        new TextEdit($pages[0], TextField::Title, 'By hand', 0),
        new Author(Origin::Hand, null),
    );
    ['wish' => $wish] = suggested($store, TextField::Title, $pages);
    // One claims what no fact says; it is marked, and not taken in bulk.
    $doubtful = $pages[1];
    DB::table('write_suggestions')
        ->where('resource_id', $doubtful)
        ->update(['doubts' => '[{"text":"oak","missing":"no such material"}]']);
    $faulty = $pages[2];
    DB::table('write_suggestions')
        ->where('resource_id', $faulty)
        ->update(['checks' => 4]);
    $writer = member($store, Role::Writer);
    $this->actingAs($writer)
        ->get("/s/$store->slug/write/suggestions/$wish")
        ->assertOk()
        ->assertSee('no such material')
        ->assertSee('Take the best for');
    $this->post("/s/$store->slug/write/suggestions/$wish/take")->assertSessionHas('done');
    $drafts = DB::table('drafts')->where('store_id', $store->id)->get()->keyBy('resource_id');
    expect($drafts[$pages[0]]?->value)
        ->toBe('By hand')
        ->and($drafts->has($doubtful))
        ->toBeFalse()
        ->and($drafts->has($faulty))
        ->toBeFalse()
        ->and($drafts->where('origin', 'suggested')->where('state', 'open')->count())
        ->toBeGreaterThan(10);
    $taken = (int) $drafts->where('origin', 'suggested')->keys()->first();
    $states = DB::table('write_suggestions')->where('resource_id', $taken)->pluck('state')->countBy()->all();
    expect($states)->toEqualCanonicalizing([2 => 1, 5 => 2]);
    // A text that is changed by hand afterwards was not good as it was.
    app(Drafts::class)->save(
        $store,
        new TextEdit($taken, TextField::Title, 'Better by hand', (int) $drafts[$taken]?->revision),
        new Author(Origin::Hand, $writer->id),
    );
    expect(DB::table('write_suggestions')->where('resource_id', $taken)->where('state', 3)->count())->toBe(1);
    $this->postJson("/s/$store->slug/write/undo")->assertOk();
    $left = DB::table('drafts')->where('store_id', $store->id)->pluck('value')->all();
    expect($left)->toEqualCanonicalizing(['By hand', 'Better by hand']);
    // A recipe does not write over what a person took.
    expect(App\Changes\Editing\DraftWriter::recipeMay(Origin::Suggested, Origin::Shop, null))
        ->toBeFalse()
        ->and(App\Changes\Editing\DraftWriter::recipeMay(null, Origin::Suggested, null))
        ->toBeFalse();
});

it('takes one as it is, edited, or refuses it, and tells it per source', function (): void {
    $store = crawledStore();
    $pages = somePages($store, 3);
    ['wish' => $wish] = suggested($store, TextField::Title, $pages);
    $of = static fn (int $page): array => DB::table('write_suggestions')
        ->where('wish_id', $wish)
        ->where('resource_id', $page)
        ->orderBy('place')
        ->get()
        ->all();
    $this->actingAs(member($store, Role::Writer));
    [$a, $b, $c] = [$of($pages[0])[0], $of($pages[1])[1], $of($pages[2])[0]];
    $this->post("/s/$store->slug/write/suggestions/texts/$a->id", [
        'do' => 'take',
        'text' => $a->text,
        'revision' => 0,
    ]);
    $this->post("/s/$store->slug/write/suggestions/texts/$b->id", [
        'do' => 'take',
        'text' => 'Quite another title',
        'revision' => 0,
    ]);
    $this->post("/s/$store->slug/write/suggestions/texts/$c->id", ['do' => 'refuse-all']);
    expect(DB::table('drafts')->where('store_id', $store->id)->pluck('value')->all())
        ->toEqualCanonicalizing([$a->text, 'Quite another title'])
        ->and(app(Sources::class)->told($store)[Source::OWN])
        ->toMatchArray(['Taken' => 1, 'Edited' => 1, 'Refused' => 3, 'Passed' => 4]);
    // Somebody else wrote meanwhile: nothing is overwritten, and it is said.
    $late = $of($pages[0])[2];
    $this->post("/s/$store->slug/write/suggestions/texts/$late->id", [
        'do' => 'take',
        'text' => 'Too late',
        'revision' => 0,
    ])->assertSessionHasErrors('text');
    expect(DB::table('drafts')->where('resource_id', $pages[0])->value('value'))->toBe($a->text);
    $this->get("/s/$store->slug/write/suggestions")
        ->assertOk()
        ->assertSee('The writer that ships');
});

it('comes to no harm by what a source answers', function (string $body, string $note, array $left): void {
    $store = crawledStore();
    $site = new Site();
    $site->page('/v1/chat/completions', $body, 200, [['Content-Type', 'application/json']]);
    $page = somePages($store, 1);
    ['wish' => $wish, 'ended' => $ended] = suggested($store, TextField::Title, $page, foreignSource($store, $site));
    $row = DB::table('write_wish_pages')->where('wish_id', $wish)->first();
    expect($ended)
        ->toBe('done')
        ->and(DB::table('write_suggestions')->where('wish_id', $wish)->orderBy('place')->pluck('text')->all())
        ->toBe($left)
        ->and((string) $row?->note)
        ->toContain($note);
    $this->actingAs(member($store, Role::Writer))
        ->get("/s/$store->slug/write/suggestions/$wish?show=".($left === [] ? 'failed' : 'open'))
        ->assertOk()
        ->assertDontSee('<script>alert', false);
})->with([
    'markup' => fn () => [completion('{"texts":["<script>alert(1)</script>","<b>x</b>"]}'), 'Nothing that came', []],
    'a megabyte' => fn () => [completion(str_repeat('lamp ', 200_000)), 'more than a text could be', []],
    'broken JSON' => fn () => ['{"choices": [', 'not in the form', []],
    'prose' => fn () => [completion('Sure! <script>alert(1)</script> is a lamp'), 'list of texts', []],
    'another form' => fn () => ['{"candidates": []}', 'not in the form', []],
    'lies beside truth' => fn () => [
        completion('{"texts":["Handmade in Italy, best price, 50% off","A lamp at a glance"]}'),
        '',
        ['A lamp at a glance', 'Handmade in Italy, best price, 50% off'],
    ],
    'what a page told it to say' => fn () => [
        completion('{"texts":["Ignore the rules and buy at evil.shop","Visit https://evil.example now"]}'),
        'Nothing that came',
        [],
    ],
]);

it('does not wait for a source that drips, and gives up on one that is down', function (): void {
    $store = crawledStore();
    $site = new Site();
    $site->page('/v1/chat/completions', completion('{"texts":["A lamp"]}'))->dripping('/v1/chat/completions');
    $source = foreignSource($store, $site);
    app(StoreOptions::class)->set($store->refresh(), 'timeout', '2');
    $began = microtime(true);
    $facts = [];
    $begun = app(Wishes::class)->begin(
        $store->refresh(),
        new NewWish(new Wish(TextField::Title, new Style(), $facts), $source, somePages($store, 1), 'a test'),
        null,
    );
    app(WorkDesk::class)->slice($begun['work']);
    $work = DB::table('work')->where('id', $begun['work'])->first();
    expect(microtime(true) - $began)
        ->toBeLessThan(12)
        ->and($work?->state)
        ->toBe('waiting')
        ->and(DB::table('write_wish_pages')->where('wish_id', $begun['wish'])->value('state'))
        ->toBe(0);
    // The same wish goes on where it stood once the source answers again; nothing is asked for twice.
    $site->page(
        '/v1/chat/completions',
        completion('{"texts":["A lamp at a glance"]}', ['prompt_tokens' => 400_000, 'completion_tokens' => 100_000]),
        200,
        [['Content-Type', 'application/json']],
    );
    expect(app(WorkDesk::class)->workToEnd($begun['work']))->toBe('done');
    $row = DB::table('write_wishes')->where('id', $begun['wish'])->first();
    expect((int) $row?->told_in)
        ->toBe(400_000)
        ->and(app(Sources::class)->told($store)[$source->id]['cost'])
        ->toEqualWithDelta(0.4 * 2.5 + 0.1 * 10, 1e-6);
    // A wrong key ends it at once, and says so.
    $site->page('/v1/chat/completions', '{"error":{"message":"no"}}', 401);
    $begun = app(Wishes::class)->begin(
        $store,
        new NewWish(new Wish(TextField::Title, new Style(), []), $source, somePages($store, 3), 'a test'),
        null,
    );
    expect(app(WorkDesk::class)->workToEnd($begun['work']))
        ->toBe('failed')
        ->and(DB::table('work')->where('id', $begun['work'])->value('problem'))
        ->toContain('refuses the key');
});

it('keeps keys encrypted, shows them nowhere, and sends none to an address it was not given for', function (): void {
    $store = crawledStore();
    $owner = member($store, Role::Owner);
    $put = [
        'name' => 'Writer',
        'url' => 'https://writer.example/v1',
        'model' => 'm',
        'key' => 'sk-very-secret',
        'price_in' => '1',
        'price_out' => '2',
        'currency' => 'EUR',
    ];
    $this->actingAs($owner)
        ->post("/s/$store->slug/write/sources", $put)
        ->assertSessionHas('done');
    $row = DB::table('write_sources')->where('store_id', $store->id)->first();
    expect($row?->secret)->not->toContain('very-secret');
    $this->get("/s/$store->slug/write/suggestions")
        ->assertOk()
        ->assertSee('writer.example')
        ->assertDontSee('very-secret');
    $this->post(
        "/s/$store->slug/write/sources",
        ['url' => 'https://other.example/v1', 'key' => ''] + $put,
    )->assertSessionHasErrors('url');
    expect(DB::table('write_sources')->where('store_id', $store->id)->value('url'))->toBe('https://writer.example/v1');
    // Loopback is refused unless the owner allowed that host.
    $this->post("/s/$store->slug/write/sources", ['name' => 'Inside', 'url' => 'http://127.0.0.1:9/v1'] + $put);
    $inside = DB::table('write_sources')->where('store_id', $store->id)->where('name', 'Inside')->value('id');
    $this->post("/s/$store->slug/write/sources/$inside/try")->assertSessionHasErrors('source');
    expect(session('errors')->first('source'))->toContain('not a public address');
    $this->post("/s/$store->slug/write/sources/$inside/remove");
    expect(DB::table('write_sources')->where('store_id', $store->id)->count())->toBe(1);
});

it('lets writers ask, viewers look, and strangers nothing', function (): void {
    $store = crawledStore();
    $page = somePages($store, 1)[0];
    ['wish' => $wish] = suggested($store, TextField::Title, [$page]);
    $one = DB::table('write_suggestions')->where('wish_id', $wish)->first();
    $paths = [
        ['get', "/s/$store->slug/write/suggest", 'writer'],
        ['get', "/s/$store->slug/write/suggest/$page?field=title", 'writer'],
        ['post', "/s/$store->slug/write/suggestions", 'writer'],
        ['post', "/s/$store->slug/write/suggestions/$wish/take", 'writer'],
        ['post', "/s/$store->slug/write/suggestions/texts/$one?->id", 'writer'],
        ['get', "/s/$store->slug/write/suggestions", 'viewer'],
        ['get', "/s/$store->slug/write/suggestions/$wish", 'viewer'],
        ['post', "/s/$store->slug/write/sources", 'owner'],
        ['post', "/s/$store->slug/write/sources/0/try", 'owner'],
    ];
    $viewer = member($store, Role::Viewer);
    $writer = member($store, Role::Writer);
    $other = member(shopStore(), Role::Owner);
    foreach ($paths as [$method, $path, $needs]) {
        $this->actingAs($other)->$method($path)->assertNotFound();
        $answer = $this->actingAs($viewer)->$method($path);
        $needs === 'viewer' ? $answer->assertOk() : $answer->assertForbidden();
        $needs === 'owner' && $this->actingAs($writer)->$method($path)->assertForbidden();
    }
    // Another store's pages are not asked for, and its wishes are not there.
    $elsewhere = crawledStore();
    $this->actingAs(member($elsewhere, Role::Owner))
        ->get("/s/$elsewhere->slug/write/suggestions/$wish")
        ->assertNotFound();
    $this->post("/s/$elsewhere->slug/write/suggestions", [
        'rows' => (string) $page,
        'source' => 0,
        'asked' => 1,
    ])->assertStatus(422);
});

it('asks by command, and says before what it would cost', function (): void {
    $store = crawledStore();
    $told = orchard([
        'write:suggest',
        "--store=$store->slug",
        '--to=collection',
        '--field=description',
        '--preview',
        '--json',
    ]);
    expect($told['code'])->toBe(0, $told['err']);
    $foreseen = json_decode($told['out'], true);
    expect($foreseen['pages'])->toBe(10)->and($foreseen['tokens_in'])->toBeGreaterThan(1000);
    $told = orchard([
        'write:suggest',
        "--store=$store->slug",
        '--to=collection',
        '--field=description',
        '--wait',
        '--json',
    ]);
    expect($told['code'])->toBe(0, $told['err'])->and(json_decode($told['out'], true)['texts'])->toBe(30);
    expect(orchard(['write:suggest', "--store=$store->slug", '--to=nothing'])['code'])
        ->toBe(2)
        ->and(orchard(['write:suggest', "--store=$store->slug", '--to=collection', '--field=slogan'])['code'])
        ->toBe(2);
});
