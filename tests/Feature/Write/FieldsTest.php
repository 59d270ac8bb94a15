<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\UndoWish;
use App\Write\Desk\DeskSheet;
use App\Write\Desk\RowRebuild;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

beforeEach(function (): void {
    $this->store = crawledStore();
    $this->actingAs(member($this->store, Role::Owner));
    $this->product = DB::table('resources')
        ->where('store_id', $this->store->id)
        ->where('kind', 3)
        ->orderBy('id')
        ->first();
});

const WROTE = [
    'h1' => 'A heading of our own & no other',
    'social_title' => 'Look at “this” lamp',
    'social_description' => 'Made by hand, <sent> in two days.',
    'social_image' => 'https://pictures.example/lamp.jpg?w=1200&h=630',
    'image_alt' => 'The lamp, lit, on a table & from the side',
    'intro' => "Made in our own workshop & meant to last.\nA second line, kept as it is.",
];

/** @return array<string, array<string, mixed>> texts of one row of the desk, by field */
function deskTexts(Tests\TestCase $test): array
{
    return app(DeskSheet::class)->rows($test->store, [(int) $test->product->id])[0]['texts'];
}

it('shows what pages say as heading and where somebody shares them', function (): void {
    $texts = deskTexts($this);
    $page = (string) file_get_contents((string) $this->product->url);
    $social = static fn (string $name): string => preg_match(
        '~property="og:'.$name.'" content="([^"]*)"~',
        $page,
        $found,
    ) === 1
        ? html_entity_decode($found[1], ENT_QUOTES)
        : '';
    preg_match('~<h1[^>]*>(.*?)</h1>~s', $page, $heading);
    expect(array_keys($texts))
        ->toBe([
            'title',
            'description',
            'h1',
            'social_title',
            'social_description',
            'social_image',
            'image_alt',
            'intro',
        ])
        ->and($texts['h1']['shown'])
        ->toBe(trim(html_entity_decode(strip_tags($heading[1] ?? ''), ENT_QUOTES)))
        ->not->toBe('')
        ->and($texts['social_title']['shown'])
        ->toBe($social('title'))
        ->not->toBe('')
        ->and($texts['social_description']['shown'])
        ->toBe($social('description'));
    // Its main image is the one whose file is called as its address is.
    $slug = basename((string) $this->product->url);
    preg_match('~<img src="/pictures/'.preg_quote($slug, '~').'\.svg" alt="([^"]*)"~', $page, $alt);
    expect($texts['image_alt']['shown'])->toBe(html_entity_decode($alt[1] ?? '', ENT_QUOTES));
});

it(
    'writes headings and social texts, brings them to the shop, sees them there, and takes them back',
    function (): void {
        $before = (string) file_get_contents((string) $this->product->url);
        $edits = [];
        foreach (WROTE as $field => $text) {
            $edits[] = ['resource' => (int) $this->product->id, 'field' => $field, 'text' => $text, 'revision' => 0];
        }
        $this->postJson(route('write.texts', $this->store), ['action' => 'pasted', 'edits' => $edits])->assertOk();
        $texts = deskTexts($this);
        foreach (WROTE as $field => $text) {
            expect($texts[$field]['draft'])->toBe($text)->and($texts[$field]['checks'])->toBe([]);
        }
        // The list of the desk goes on telling faults of titles and descriptions alone.
        $checks = DB::table('write_rows')->where('resource_id', $this->product->id)->value('any_checks');
        app(RowRebuild::class)->all($this->store, static fn () => null);
        expect(DB::table('write_rows')->where('resource_id', $this->product->id)->value('any_checks'))
            ->toBe($checks)
            ->and((int) DB::table('write_rows')->where('resource_id', $this->product->id)->value('drafted'))
            ->toBe(4 + 8 + 16 + 32 + 64 + 128);
        $this->post(route('write.ready', $this->store), [
            'mark' => 'ready',
            'scope' => 'rows',
            'rows' => [$this->product->id],
        ]);
        $begun = app(Releases::class)->send($this->store, new ReleaseWish(), null);
        expect(app(WorkDesk::class)->workToEnd(sure($begun['work'])))->toBe('done');
        lookAtAll($begun['release']);
        $page = (string) file_get_contents((string) $this->product->url);
        expect(DB::table('release_items')->where('release_id', $begun['release'])->pluck('seen')->all())
            ->toBe(['seen'])
            ->and($page)
            ->toContain('A heading of our own &amp; no other</h1>')
            ->toContain('og:title" content="Look at “this” lamp"')
            ->toContain('og:description" content="Made by hand, &lt;sent&gt; in two days."')
            ->toContain('alt="The lamp, lit, on a table &amp; from the side"')
            // nl2br is the shop's own way of showing lines.
            ->toContain("<p>Made in our own workshop &amp; meant to last.<br />\nA second line, kept as it is.</p>")
            ->toContain('og:image" content="https://pictures.example/lamp.jpg?w=1200&amp;h=630"');
        $this->get(route('release', [$this->store]))->assertOk();
        $this->get("/s/{$this->store->slug}/release/{$begun['release']}")
            ->assertOk()
            ->assertSee('A heading of our own');
        $this->get(route('page', [$this->store, $this->product->page_id]))->assertOk()->assertSee('Social description');
        crawl($this->store);
        expect(deskTexts($this)['h1']['shown'])
            ->toBe(WROTE['h1'])
            ->and(deskTexts($this)['intro']['shown'])
            ->toBe(WROTE['intro'])
            ->and(DB::table('drifts')->where('store_id', $this->store->id)->count())
            ->toBe(0);
        $undo = app(Releases::class)->undo($this->store, new UndoWish($begun['release']), null);
        expect(app(WorkDesk::class)->workToEnd(sure($undo['work'])))->toBe('done');
        lookAtAll($undo['release']);
        $after = (string) file_get_contents((string) $this->product->url);
        expect(DB::table('release_items')->where('release_id', $undo['release'])->pluck('seen')->all())
            ->toBe(['seen'])
            ->and($after)
            ->toBe($before);
    },
);

it('tells when somebody else changed a heading in the shop that we released', function (): void {
    $this->postJson(route('write.texts', $this->store), [
        'action' => 'typed',
        'edits' => [['resource' => (int) $this->product->id, 'field' => 'h1', 'text' => WROTE['h1'], 'revision' => 0]],
    ])->assertOk();
    $this->post(route('write.ready', $this->store), [
        'mark' => 'ready',
        'scope' => 'rows',
        'rows' => [$this->product->id],
    ]);
    $begun = app(Releases::class)->send($this->store, new ReleaseWish(), null);
    expect(app(WorkDesk::class)->workToEnd(sure($begun['work'])))->toBe('done');
    changeInShop((string) $this->product->external_id, ['h1' => 'Theirs']);
    crawl($this->store);
    expect(
        DB::table('drifts')
            ->where('store_id', $this->store->id)
            ->get(['field', 'ours', 'theirs'])
            ->map(static fn (stdClass $row): array => (array) $row)
            ->all(),
    )->toBe([['field' => 4, 'ours' => WROTE['h1'], 'theirs' => 'Theirs']]);
});

it('writes headings by recipe, for pages without one of their own too', function (): void {
    $recipe = keptRecipe($this->store, 'Headings', '#name in #finish', Orchard\Core\Wording\TextField::H1);
    $run = ranRecipe($this->store, $recipe);
    expect(outcomesOf($run)['new'])->toBeGreaterThan(30);
    $draft = DB::table('drafts')->where('resource_id', $this->product->id)->where('field', 4)->first();
    expect(str_starts_with((string) $draft?->value, (string) $this->product->name))
        ->toBeTrue()
        ->and($draft?->origin)
        ->toBe('recipe');
});

it('takes headings from a spreadsheet, and refuses fields that are none', function (): void {
    $file = tempnam(sys_get_temp_dir(), 'h1').'.csv';
    file_put_contents($file, "url,h1,social title\n{$this->product->url},Heading of a sheet,\n");
    expect(orchard(['write:import', $file, "--store={$this->store->slug}", '--accept'])['code'])->toBe(0);
    expect(deskTexts($this)['h1']['draft'])
        ->toBe('Heading of a sheet')
        ->and(deskTexts($this)['social_title']['draft'])
        ->toBeNull();
    $this->postJson(route('write.texts', $this->store), [
        'action' => 'typed',
        'edits' => [['resource' => (int) $this->product->id, 'field' => 'h2', 'text' => 'x', 'revision' => 0]],
    ])->assertStatus(422);
});

it('tells of one page its terms with their numbers, its facts, and what results show of it', function (): void {
    $page = (int) $this->product->page_id;
    App\Inventory\Terms\PageTerms::lead(
        $this->store,
        [$page => 'dome lamp'],
        App\Inventory\Terms\TermOrigin::Hand,
        null,
    );
    App\Inventory\Terms\PageTerms::supportMany(
        $this->store,
        [$page => ['brass light']],
        App\Inventory\Terms\TermOrigin::Hand,
    );
    $base = ['store_id' => $this->store->id, 'import_id' => 1, 'is_current' => 1];
    DB::table('keyword_rows')->insert(
        $base + [
            'mark' => md5('a', true),
            'phrase' => 'Dome Lamp',
            'country' => 'DE',
            'volume' => 1900,
            'difficulty' => 31.4,
            'topic' => '',
            'holders' => '',
        ],
    );
    DB::table('index_rows')->insert(
        $base + [
            'mark' => md5('b', true),
            'page_id' => $page,
            'reason' => '',
            'kept_url' => '',
            'shown_title' => 'What results say <i>',
        ],
    );
    $this->get(route('write.glance', [$this->store, $this->product->id]))
        ->assertOk()
        ->assertSeeInOrder(['dome lamp', 'lead term', '1,900', '31', 'brass light', 'supporting term'])
        ->assertSee('What results say <i>')
        ->assertDontSee('<i>', false)
        ->assertSee('Finish');
    $this->get(route('write.glance', [$this->store, 999999999]))->assertNotFound();
    $this->actingAs(member(crawledStore(), Role::Owner))
        ->get(route('write.glance', [$this->store, $this->product->id]))
        ->assertNotFound();
});

it('takes no picture whose address is none', function (string $text, bool $isTaken): void {
    $answer = $this->postJson(route('write.texts', $this->store), [
        'action' => 'typed',
        'edits' => [
            ['resource' => (int) $this->product->id, 'field' => 'social_image', 'text' => $text, 'revision' => 0],
        ],
    ]);
    expect(deskTexts($this)['social_image']['draft'] !== null)->toBe($isTaken);
    $isTaken ? $answer->assertOk() : expect((string) $answer->getContent())->toContain('told by its address');
})->with([
    ['https://pictures.example/a.jpg', true],
    ['/pictures/a.jpg', true],
    ['a lamp on a table', false],
    ['javascript:alert(1)', false],
]);

it('changes a slug and keeps pages out of search from the desk, guarded where a page ranks', function (): void {
    $store = crawledStore();
    $row = DB::table('resources')->where('store_id', $store->id)->where('kind', 3)->orderBy('id')->first();
    DB::table('page_index')
        ->where('page_id', $row?->page_id)
        ->update(['clicks' => 900]);
    $path = "/s/$store->slug/write/glance/$row?->id";
    $planned = static fn (int $field): ?string => DB::table('address_changes')
        ->where('page_id', $row?->page_id)
        ->where('field', $field)
        ->value('value');
    $this->actingAs(member($store, Role::Viewer))->get($path)->assertOk()->assertDontSee('Keep it out of search');
    $this->post($path, ['do' => 'shut'])->assertForbidden();
    $this->actingAs(member($store, Role::Writer))->get($path)->assertOk()->assertSee('900 clicks in thirteen weeks');
    $this->post($path, ['do' => 'shut'])
        ->assertOk()
        ->assertSee('Confirm a second time');
    expect($planned(12))->toBeNull();
    $this->post($path, ['do' => 'shut', 'confirmed' => '1'])
        ->assertOk()
        ->assertSee('to be kept out of search');
    expect($planned(12))->toBe('noindex');
    $this->post($path, ['do' => 'open'])->assertOk();
    expect($planned(12))->toBeNull();
    $this->post($path, ['do' => 'slug', 'slug' => 'Not Good', 'confirmed' => '1'])
        ->assertOk()
        ->assertSee('small letters');
    $this->post($path, ['do' => 'slug', 'slug' => 'a-better-lamp', 'confirmed' => '1'])
        ->assertOk()
        ->assertSee('a-better-lamp');
    expect($planned(14))->toBe('a-better-lamp');
});

it(
    'fills the alts of main images by a recipe, leaves those that a person wrote, and brings them to the shop',
    function (): void {
        $mine = (int) $this->product->id;
        $this->postJson(route('write.texts', $this->store), [
            'action' => 'typed',
            'edits' => [
                ['resource' => $mine, 'field' => 'image_alt', 'text' => 'Written by a person', 'revision' => 0],
            ],
        ])->assertOk();
        $recipe = keptRecipe($this->store, 'Alts', '#name in #finish, seen from the front', TextField::ImageAlt);
        ranRecipe($this->store, $recipe);
        $alts = DB::table('drafts')
            ->where('store_id', $this->store->id)
            ->where('field', TextField::ImageAlt->value)
            ->pluck('value', 'resource_id');
        $named = DB::table('resources')->whereIn('id', $alts->keys())->pluck('name', 'id');
        expect(count($alts))->toBeGreaterThan(30)->and($alts[$mine])->toBe('Written by a person');
        foreach ($alts as $resource => $alt) {
            $resource === $mine ||
                expect($alt)
                    ->toStartWith($named[$resource].' in ')
                    ->toEndWith(', seen from the front');
        }
        $ids = DB::table('drafts')->where('store_id', $this->store->id)->limit(12)->pluck('id');
        app(Drafts::class)->markReady($this->store, $ids->map(intval(...))->all(), true, null);
        $begun = app(Releases::class)->send($this->store, new ReleaseWish(), null);
        expect(app(WorkDesk::class)->workToEnd(sure($begun['work'])))->toBe('done');
        lookAtAll($begun['release']);
        expect(
            DB::table('release_items')
                ->where('release_id', $begun['release'])
                ->groupBy('state', 'seen')
                ->selectRaw("CONCAT(state, ' ', seen) AS how, COUNT(*) AS n")
                ->pluck('n', 'how')
                ->all(),
        )->toBe(['live seen' => 12]);
        // What the crawl reads afterwards is what was sent.
        crawl($this->store);
        expect(
            DB::table('resource_texts')
                ->join('release_items', 'release_items.resource_id', '=', 'resource_texts.resource_id')
                ->where('release_id', $begun['release'])
                ->where('field', TextField::ImageAlt->value)
                ->whereRaw('stored = shown AND stored <> ""')
                ->count(),
        )->toBe(12);
    },
);

it('shows the intro of collections as their pages do, and fills those that are empty by a recipe', function (): void {
    $collections = DB::table('resources')->where('store_id', $this->store->id)->where('kind', 2)->get();
    foreach ($collections as $collection) {
        preg_match('~<p class="intro">(.*?)</p>~s', (string) file_get_contents((string) $collection->url), $found);
        $text = DB::table('resource_texts')->where('resource_id', $collection->id)->where('field', 128)->value('shown');
        expect($text)->toBe(trim(html_entity_decode($found[1] ?? '', ENT_QUOTES)))->not->toBe('');
    }
    $empty = $collections->first();
    changeInShop((string) $empty?->external_id, ['body' => '']);
    crawl($this->store);
    $texts = DB::table('resource_texts')->where('resource_id', $empty?->id)->where('field', 128)->first();
    expect([$texts?->stored, $texts?->shown])->toBe(['', '']);
    $recipe = keptRecipe(
        $this->store,
        'Intros',
        '#name, chosen by hand and sent within two days.',
        TextField::Intro,
        new App\Write\Recipes\RecipePages(App\Stores\Kinds\PageKind::Collection),
    );
    $run = ranRecipe($this->store, $recipe);
    $draft = app(Drafts::class)->find((int) $empty?->id, TextField::Intro);
    expect($draft?->value)
        ->toBe("{$empty?->name}, chosen by hand and sent within two days.")
        ->and(array_sum(outcomesOf($run)))
        ->toBe($collections->count());
});

it('keeps the lines of an intro, and one line of everything else', function (
    TextField $field,
    string $given,
    string $kept,
): void {
    $this->postJson(route('write.texts', $this->store), [
        'action' => 'pasted',
        'edits' => [
            ['resource' => (int) $this->product->id, 'field' => $field->key(), 'text' => $given, 'revision' => 0],
        ],
    ])->assertOk();
    expect(app(Drafts::class)->find((int) $this->product->id, $field)?->value)->toBe($kept);
})->with([
    'an intro' => [TextField::Intro, " One  line \r\n\r\n\r\n and\tanother. \n", "One line\n\nand another."],
    'a description' => [TextField::Description, " One  line \r\n and\tanother. \n", 'One line and another.'],
]);
