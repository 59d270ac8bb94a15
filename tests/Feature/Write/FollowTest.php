<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\DraftState;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Inventory\Events\InventoryRefreshed;
use App\Platform\Work\WorkDesk;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Write\Recipes\RecipeBook;
use App\Write\Recipes\RecipePages;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

beforeEach(function (): void {
    $this->store = crawledStore();
    $this->approver = member($this->store, Role::Approver);
    $this->actingAs($this->writer = member($this->store, Role::Writer));
});

/**
 * Lets the approved recipes follow, as after a crawl. @return list<int> the runs
 *
 * @return array<array-key, mixed>
 */
function followed(Store $store): array
{
    $before = (int) DB::table('work')->max('id');
    InventoryRefreshed::dispatch($store->id, static fn () => null);
    $work = DB::table('work')->where('id', '>', $before)->where('sort', 'write.recipe')->orderBy('id')->get();
    foreach ($work as $one) {
        expect(app(WorkDesk::class)->workToEnd((int) $one->id))->toBe('done');
    }

    return array_map(intval(...), $work->pluck('subject_id')->all());
}

/** @return list<int> products of the store in their order */
function productsOf(Store $store): array
{
    return array_values(
        array_map(
            intval(...),
            DB::table('resources')->where('store_id', $store->id)->where('kind', 3)->orderBy('id')->pluck('id')->all(),
        ),
    );
}

it('makes 40 drafts of 600 changed prices where 40 change the text', function (): void {
    $market = DB::table('markets')->where('store_id', $this->store->id)->value('id');
    DB::table('resources')
        ->where('store_id', $this->store->id)
        ->where('kind', 3)
        ->update(['gone' => 1]);
    $resources = $texts = [];
    for ($i = 0; $i < 5000; $i++) {
        $resources[] = [
            'store_id' => $this->store->id,
            'market_id' => $market,
            'external_id' => "many-$i",
            'kind' => 3,
            'name' => "Lamp number $i",
            'url' => "https://many.example/$i",
            'version' => '1',
            'attributes' => json_encode(['price' => 20 + ($i % 300).'.50']),
            'synced_at' => now(),
        ];
    }
    foreach (array_chunk($resources, 1000) as $some) {
        DB::table('resources')->insert($some);
    }
    $ids = DB::table('resources')
        ->where('external_id', 'like', 'many-%')
        ->where('store_id', $this->store->id)
        ->orderBy('id')
        ->pluck('id');
    foreach ($ids as $id) {
        foreach ([1, 2] as $field) {
            $texts[] = [
                'resource_id' => $id,
                'field' => $field,
                'store_id' => $this->store->id,
                'market_id' => $market,
                'stored' => '',
                'shown' => '',
            ];
        }
    }
    foreach (array_chunk($texts, 2000) as $some) {
        DB::table('resource_texts')->insert($some);
    }
    $recipe = keptRecipe($this->store, 'Prices', '#name, from #(price, whole)');
    ranRecipe($this->store, $recipe);
    expect(DB::table('drafts')->where('store_id', $this->store->id)->count())->toBe(5000);
    app(RecipeBook::class)->approve($this->store, $recipe, 1, $this->approver->id);
    $revisions = DB::table('drafts')->where('store_id', $this->store->id)->pluck('revision', 'resource_id');
    // Of 600 changes 560 are of pence, which a whole price does not show.
    foreach ($ids->take(600) as $nth => $id) {
        DB::table('resources')
            ->where('id', $id)
            ->update(['attributes' => json_encode(['price' => 20 + ($nth % 300) + ($nth < 40 ? 7 : 0).'.95'])]);
    }
    [$run] = followed($this->store);
    $after = DB::table('drafts')->where('store_id', $this->store->id)->pluck('revision', 'resource_id');
    expect(outcomesOf($run))
        ->toBe(['new' => 40])
        ->and($after->filter(static fn ($revision, $id): bool => $revision !== $revisions[$id])->keys()->all())
        ->toBe($ids->take(40)->all())
        ->and(DB::table('drafts')->where('resource_id', $ids[3])->value('value'))
        ->toBe('Lamp number 3, from €30')
        // What the shop has changed nothing of is not looked at twice.
        ->and(outcomesOf(followed($this->store)[0]))
        ->toBe([]);
});

it(
    'follows the facts once it is approved: what it wrote, and pages that came; what people wrote stays',
    function (): void {
        [$made, $byHand, $live, $shops] = productsOf($this->store);
        $recipe = keptRecipe($this->store, 'Follows', '#name – #finish');
        ranRecipe($this->store, $recipe);
        $draft = app(Drafts::class)->find($byHand, TextField::Title);
        app(Drafts::class)->save(
            $this->store,
            new TextEdit($byHand, TextField::Title, 'By hand', sure($draft?->revision)),
            new Author(Origin::Hand, null),
        );
        // One that is live as the recipe made it, and one that still has the shop's own text.
        DB::table('drafts')
            ->whereIn('resource_id', [$live, $shops])
            ->delete();
        DB::table('resource_texts')
            ->whereIn('resource_id', [$live, $shops])
            ->update(['draft_shown' => null, 'draft_digest' => null]);
        DB::table('resource_texts')
            ->where('resource_id', $live)
            ->update(['origin' => Origin::Recipe->value]);
        $newest = productsOf($this->store);
        $newest = end($newest);
        DB::table('drafts')->where('resource_id', $newest)->delete();
        DB::table('resource_texts')
            ->where('resource_id', $newest)
            ->update(['draft_shown' => null, 'draft_digest' => null]);
        DB::table('resources')
            ->whereIn('id', [$made, $byHand, $live, $shops, $newest])
            ->update(['attributes' => json_encode(['finish' => 'verdigris'])]);
        expect(followed($this->store))->toBe([]);
        app(RecipeBook::class)->approve($this->store, $recipe, 1, $this->approver->id);
        DB::table('write_recipes')
            ->where('id', $recipe)
            ->update(['newest_resource' => $newest - 1]);
        [$run] = followed($this->store);
        $rows = DB::table('write_recipe_rows')
            ->where('run_id', $run)
            ->orderBy('resource_id')
            ->pluck('resource_id')
            ->all();
        expect(array_map(intval(...), $rows))
            ->toBe([$made, $live, $newest])
            ->and(app(Drafts::class)->find($byHand, TextField::Title)?->value)
            ->toBe('By hand');
        $draft = DB::table('drafts')->where('resource_id', $live)->where('field', 1)->first();
        expect($draft?->value)
            ->toEndWith('– verdigris')
            ->and($draft?->state)
            ->toBe(DraftState::Ready->value)
            ->and((int) $draft?->approved_by)
            ->toBe($this->approver->id)
            ->and($draft?->approved_at)
            ->not->toBeNull();
        $this->get(route('write.recipes', $this->store))->assertOk()->assertSee('3 drafts on');
        $this->get(route('write.run', [$this->store, $run]))->assertOk()->assertSee('since facts had changed');
        // The words change: the approved version goes on until the new one is approved.
        keptRecipe($this->store, 'Follows', '#name: #finish', id: $recipe);
        DB::table('resources')
            ->where('id', $live)
            ->update(['attributes' => json_encode(['finish' => 'pewter'])]);
        followed($this->store);
        expect(app(Drafts::class)->find($live, TextField::Title)?->value)->toEndWith('– pewter');
        expect((int) DB::table('write_recipe_texts')->where('resource_id', $live)->value('version'))->toBe(1);
        app(RecipeBook::class)->approve($this->store, $recipe, 2, $this->approver->id);
        followed($this->store);
        expect(app(Drafts::class)->find($live, TextField::Title)?->value)
            ->toEndWith(': pewter')
            ->and((int) DB::table('write_recipe_texts')->where('resource_id', $live)->value('version'))
            ->toBe(2);
        app(RecipeBook::class)->withdraw($this->store, $recipe);
        expect(followed($this->store))->toBe([]);
    },
);

it('keeps a version only where something else is written', function (): void {
    $recipe = keptRecipe($this->store, 'One', '#name by #maker');
    $version = fn (): ?int => app(RecipeBook::class)->find($this->store, $recipe)?->version;
    keptRecipe($this->store, 'Another name', '#name by #maker', id: $recipe);
    expect($version())->toBe(1);
    keptRecipe(
        $this->store,
        'One',
        '#name by #maker',
        pages: new RecipePages(PageKind::Product, lead: 'with'),
        id: $recipe,
    );
    expect($version())->toBe(2);
    keptRecipe($this->store, 'One', '#name [2:by #maker]', id: $recipe);
    expect($version())
        ->toBe(3)
        ->and(DB::table('write_recipe_versions')->where('recipe_id', $recipe)->count())
        ->toBe(3);
});

it('writes for the pages that it is for alone', function (): void {
    $products = productsOf($this->store);
    $finish = DB::table('resources')
        ->where('id', $products[0])
        ->selectRaw("JSON_VALUE(attributes, '$.finish') AS finish")
        ->value('finish');
    $alike = DB::table('resources')
        ->where('store_id', $this->store->id)
        ->where('kind', 3)
        ->whereRaw("JSON_VALUE(attributes, '$.finish') = ?", [$finish])
        ->count();
    // By hand: what the shop's own collection page lists, through the canonical of each.
    $collection = (int) DB::table('resources as r')
        ->join('pages as c', 'c.resource_id', '=', 'r.id')
        ->join('collection_pages as m', 'm.collection_id', '=', 'c.id')
        ->where('r.store_id', $this->store->id)
        ->groupBy('r.id')
        ->orderByRaw('COUNT(*) DESC')
        ->value('r.id');
    $page = (string) file_get_contents((string) DB::table('resources')->where('id', $collection)->value('url'));
    preg_match_all('~href="/range/[^"/]+/([^"?#]+)"~', $page, $found);
    $url = (string) DB::table('resources')->where('id', $products[0])->value('url');
    $named = [];
    foreach (array_unique($found[1]) as $slug) {
        $shown = (string) file_get_contents(dirname($url)."/$slug");
        // Without a canonical the address below the collection is a page of its own, which the shop does not know.
        if (preg_match('~rel="canonical" href="([^"]+)"~', $shown, $canonical) === 1) {
            $named[$canonical[1]] = true;
        }
    }
    $within = count($named);
    $tried = function (RecipePages $pages): int {
        $recipe = keptRecipe($this->store, 'Some '.bin2hex(random_bytes(4)), '#name!', pages: $pages);

        return array_sum(outcomesOf(ranRecipe($this->store, $recipe)));
    };
    $of = static fn (string $how, string $value = ''): RecipePages => new RecipePages(
        PageKind::Product,
        facts: [['name' => 'finish', 'how' => $how, 'value' => $value]],
    );
    expect($within)
        ->toBeGreaterThan(0)
        ->and($alike)
        ->toBeGreaterThan(0)
        ->and($tried($of('is', mb_strtoupper((string) $finish))))
        ->toBe($alike)
        ->and($tried($of('not', (string) $finish)))
        ->toBe(count($products) - $alike)
        ->and($tried($of('has')))
        ->toBe(count($products))
        ->and($tried($of('lacks')))
        ->toBe(0)
        ->and($tried(new RecipePages(PageKind::Product, collection: (int) $collection)))
        ->toBe($within)
        ->and($tried(new RecipePages(PageKind::Product, lead: 'with')))
        ->toBe(0)
        ->and($tried(new RecipePages(PageKind::Product, market: 999999999)))
        ->toBe(0);
});

it('leaves a page to the first approved recipe that is for it, and to people where they say so', function (): void {
    $products = productsOf($this->store);
    $first = keptRecipe(
        $this->store,
        'First',
        '#name one',
        pages: RecipePages::of(PageKind::Product, [
            'facts' => [
                [
                    'name' => 'name',
                    'how' => 'is',
                    'value' => DB::table('resources')->where('id', $products[0])->value('name'),
                ],
            ],
        ]),
    );
    $second = keptRecipe($this->store, 'Second', '#name two');
    expect(outcomesOf(ranRecipe($this->store, $second)))->not->toHaveKey('other');
    app(RecipeBook::class)->approve($this->store, $first, 1, $this->approver->id);
    expect(outcomesOf(ranRecipe($this->store, $second))['other'])->toBe(1);
    $this->post(route('write.recipe.move', [$this->store, $second]), ['to' => 'earlier'])->assertRedirect();
    expect(outcomesOf(ranRecipe($this->store, $second)))->not->toHaveKey('other');
    $this->post(route('write.recipe.except', [$this->store, $second]), [
        'resource' => $products[4],
        'leave' => '1',
    ])->assertSessionHasNoErrors();
    $run = ranRecipe($this->store, $second);
    expect(
        DB::table('write_recipe_rows')->where('run_id', $run)->where('outcome', 'except')->pluck('resource_id')->all(),
    )->toBe([$products[4]]);
    $this->get(route('write.run', [$this->store, $run, 'outcome' => 'except']))->assertOk()->assertSee('give back');
    $this->post(route('write.recipe.except', [$this->store, $second]), ['resource' => $products[4], 'leave' => '0']);
    expect(outcomesOf(ranRecipe($this->store, $second)))->not->toHaveKey('except');
});

it('tells which texts would be duplicates, of each other and of pages that it leaves alone', function (): void {
    $products = productsOf($this->store);
    DB::table('resources')
        ->whereIn('id', [$products[0], $products[1]])
        ->update(['name' => 'Twin Lamp']);
    DB::table('resources')
        ->where('id', $products[2])
        ->update(['name' => 'Mine Already']);
    $collection = (int) DB::table('resources')->where('store_id', $this->store->id)->where('kind', 2)->value('id');
    app(Drafts::class)->save(
        $this->store,
        new TextEdit($collection, TextField::Title, 'mine already lamp', 0),
        new Author(Origin::Hand, null),
    );
    // What is gone from the shop is nobody's twin.
    app(Drafts::class)->save(
        $this->store,
        new TextEdit($products[5], TextField::Title, 'vanished lamp', 0),
        new Author(Origin::Hand, null),
    );
    DB::table('resources')
        ->where('id', $products[5])
        ->update(['gone' => 1]);
    DB::table('resources')
        ->where('id', $products[3])
        ->update(['name' => 'Vanished']);
    $run = ranRecipe($this->store, keptRecipe($this->store, 'Twins', '#name lamp'));
    $suffix = DB::table('resource_texts')->where('resource_id', $collection)->where('field', 1)->value('draft_shown');
    $repeated = DB::table('write_recipe_rows')
        ->where('run_id', $run)
        ->where('repeated', 1)
        ->orderBy('resource_id')
        ->pluck('resource_id');
    expect($suffix)
        ->toStartWith('mine already lamp')
        ->and($repeated->all())
        ->toBe([$products[0], $products[1], $products[2]]);
    $this->get(route('write.run', [$this->store, $run, 'outcome' => 'repeated']))
        ->assertOk()
        ->assertSee('would be a duplicate')
        ->assertSee('Mine Already');
});

it('lets approvers alone approve, writers alone order, and strangers nothing', function (): void {
    $recipe = keptRecipe($this->store, 'Guarded', '#name');
    $run = ranRecipe($this->store, $recipe);
    $this->post(route('write.recipe.approve', [$this->store, $recipe]), ['version' => '1'])->assertForbidden();
    $this->get(route('write.run', [$this->store, $run]))->assertOk()->assertDontSee('Approve version');
    $this->actingAs($this->approver);
    $this->get(route('write.run', [$this->store, $run]))->assertOk()->assertSee('Approve version 1');
    $this->post(route('write.recipe.approve', [$this->store, $recipe]), ['version' => '7'])->assertSessionHasErrors(
        'recipe',
    );
    $this->post(route('write.recipe.approve', [$this->store, $recipe]), ['version' => '1'])->assertSessionHasNoErrors();
    expect(app(RecipeBook::class)->find($this->store, $recipe)?->isApproved())->toBeTrue();
    $this->post(route('write.recipe.approve', [$this->store, $recipe]))->assertSessionHasNoErrors();
    expect(app(RecipeBook::class)->find($this->store, $recipe)?->approvedVersion)->toBeNull();
    $this->actingAs(member($this->store, Role::Viewer));
    foreach (
        [
            ['write.recipe.move', ['to' => 'later']],
            ['write.recipe.except', ['resource' => 1, 'leave' => 1]],
            ['write.recipe.approve', ['version' => 1]],
        ] as [$route, $data]
    ) {
        $this->post(route($route, [$this->store, $recipe]), $data)->assertForbidden();
    }
    $this->post(route('write.recipes.follow', $this->store))->assertForbidden();
    $this->actingAs(member(crawledStore(), Role::Owner));
    foreach (
        [
            ['write.recipe.move', ['to' => 'later']],
            ['write.recipe.except', ['resource' => 1, 'leave' => 1]],
            ['write.recipe.approve', ['version' => 1]],
        ] as [$route, $data]
    ) {
        $this->post(route($route, [$this->store, $recipe]), $data)->assertNotFound();
    }
    $this->post(route('write.recipes.follow', $this->store))->assertNotFound();
});

it('reads rows and notation as one recipe, and tells where a typed one is wrong', function (): void {
    $data = ['kind' => 'product', 'field' => 'title'];
    $this->post(
        route('write.recipe.sample', $this->store),
        $data + ['edited' => 'notation', 'notation' => '#name [2:, #(finish or "brass")]'],
    )
        ->assertOk()
        ->assertSee('data-rows', false)
        ->assertSee('value="brass"', false);
    $this->post(
        route('write.recipe.sample', $this->store),
        $data + [
            'edited' => 'parts',
            'parts' => [
                ['fact' => 'name', 'words' => ''],
                ['fact' => 'finish', 'words' => ' - ', 'rank' => '2', 'together' => '0'],
            ],
        ],
    )
        ->assertOk()
        ->assertSee('data-notation="#name[2: - #finish]"', false);
    $this->post(
        route('write.recipe.sample', $this->store),
        $data + ['edited' => 'notation', 'notation' => 'Lamp <b> [#name'],
    )
        ->assertOk()
        ->assertSee('data-at="9"', false)
        ->assertSee('a ] is lacking')
        ->assertDontSee('<b>', false);
    $this->post(
        route('write.recipe.add', $this->store),
        $data + ['name' => 'Typed', 'edited' => 'notation', 'notation' => '#name by #maker'],
    )->assertSessionHasNoErrors();
    $this->post(
        route('write.recipe.add', $this->store),
        $data + ['name' => 'Wrong', 'edited' => 'notation', 'notation' => '#name [by'],
    )->assertSessionHasErrors('recipe');
    $this->post(
        route('write.recipe.add', $this->store),
        $data + ['name' => 'Nowhere', 'pages' => ['collection' => 'No such'], 'parts' => [['fact' => 'name']]],
    )->assertSessionHasErrors('recipe');
    $this->post(
        route('write.recipe.add', $this->store),
        $data + ['name' => 'Huge', 'edited' => 'notation', 'notation' => str_repeat('#name ', 700)],
    )->assertSessionHasErrors('notation');
    expect(DB::table('write_recipes')->where('store_id', $this->store->id)->pluck('name')->all())->toBe(['Typed']);
});
