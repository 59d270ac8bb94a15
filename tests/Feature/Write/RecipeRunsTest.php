<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Inventory\Selections;
use App\Platform\Work\WorkDesk;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Write\Recipes\RecipeFacts;
use App\Write\Recipes\RecipePages;
use App\Write\Recipes\RecipeSamples;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\Recipes\Notation;
use Orchard\Core\Wording\TextField;

beforeEach(function (): void {
    $this->store = crawledStore();
    $this->actingAs($this->writer = member($this->store, Role::Writer));
    $this->recipe = keptRecipe(
        $this->store,
        'Names',
        '#name[ with some words more that always stay and make the longer names too wide]',
    );
});

/**
 * Tries the recipe by the screen and works it to its end. @return int the run
 *
 * @param  array<array-key, mixed>  $data
 * @param  array<array-key, mixed>  $query
 */
function tryRecipe(Tests\TestCase $test, Store $store, array $data, array $query = []): int
{
    $to = (string) $test
        ->post(route('write.recipe.try', [$store] + $query), $data)
        ->assertRedirect()
        ->assertSessionHasNoErrors()
        ->headers->get('Location');
    $run = (int) basename(sure(parse_url($to, PHP_URL_PATH)));
    $work = (int) DB::table('work')
        ->where('sort', 'write.recipe')
        ->where('subject_id', $run)
        ->orderByDesc('id')
        ->value('id');
    expect(app(WorkDesk::class)->workToEnd($work))->toBe('done');

    return $run;
}

function endRun(int $run): void
{
    $work = (int) DB::table('work')
        ->where('sort', 'write.recipe')
        ->where('subject_id', $run)
        ->orderByDesc('id')
        ->value('id');
    expect(app(WorkDesk::class)->workToEnd($work))->toBe('done');
}

/** @return list<int> */
function triedOn(int $run): array
{
    return array_values(
        array_map(
            intval(...),
            DB::table('write_recipe_rows')->where('run_id', $run)->orderBy('resource_id')->pluck('resource_id')->all(),
        ),
    );
}

it(
    'is tried on what is missing, on a list, on what the desk shows, on ticked rows, and on nothing else',
    function (): void {
        $products = array_map(
            intval(...),
            DB::table('write_rows')
                ->where('store_id', $this->store->id)
                ->where('kind', PageKind::Product->value)
                ->orderBy('resource_id')
                ->pluck('resource_id')
                ->all(),
        );
        expect(triedOn(tryRecipe($this, $this->store, ['recipe' => $this->recipe])))->toBe($products);
        $missing = array_map(
            intval(...),
            DB::table('write_rows')
                ->where('store_id', $this->store->id)
                ->where('kind', PageKind::Product->value)
                ->whereRaw('title_checks & 1')
                ->orderBy('resource_id')
                ->pluck('resource_id')
                ->all(),
        );
        if ($missing !== []) {
            expect(triedOn(tryRecipe($this, $this->store, ['recipe' => $this->recipe, 'scope' => 'missing'])))->toBe(
                $missing,
            );
        }
        $pages = DB::table('resources')
            ->whereIn('id', array_slice($products, 3, 2))
            ->pluck('page_id')
            ->map(static fn (mixed $id): int => (int) $id)
            ->all();
        $list = Selections::keep($this->store, 'Two of them', $this->writer->id, [array_values($pages)]);
        expect(
            triedOn(tryRecipe($this, $this->store, ['recipe' => $this->recipe, 'scope' => "selection:$list"])),
        )->toBe(array_slice($products, 3, 2));
        // A view of collections and products: the recipe takes the products.
        $name = (string) DB::table('resources')->where('id', $products[0])->value('name');
        $seen = triedOn(
            tryRecipe(
                $this,
                $this->store,
                ['recipe' => $this->recipe, 'scope' => 'view'],
                ['q' => mb_substr($name, 0, 6)],
            ),
        );
        expect($seen)
            ->toContain($products[0])
            ->and(array_diff($seen, $products))
            ->toBe([])
            ->and(count($seen))
            ->toBeLessThan(count($products));
        expect(
            triedOn(
                tryRecipe($this, $this->store, [
                    'recipe' => $this->recipe,
                    'scope' => 'ticked',
                    'rows' => array_map(strval(...), array_slice($products, 5, 3)),
                ]),
            ),
        )->toBe(array_slice($products, 5, 3));
        $this->post(route('write.recipe.try', $this->store), [
            'recipe' => $this->recipe,
            'scope' => 'ticked',
        ])->assertSessionHasErrors('scope');
        $this->post(route('write.recipe.try', $this->store), [
            'recipe' => $this->recipe,
            'scope' => 'moon',
        ])->assertSessionHasErrors('scope');
        $this->post(route('write.recipe.try', $this->store), ['recipe' => 999999999])->assertNotFound();
        $this->actingAs(member($this->store, Role::Viewer))
            ->post(route('write.recipe.try', $this->store), ['recipe' => $this->recipe])
            ->assertForbidden();
        $this->actingAs(member(crawledStore(), Role::Owner))
            ->post(route('write.recipe.try', $this->store), ['recipe' => $this->recipe])
            ->assertNotFound();
    },
);

it('makes drafts of what fits alone, and takes a whole run back, but for what was touched since', function (): void {
    $run = tryRecipe($this, $this->store, ['recipe' => $this->recipe]);
    $counts = DB::table('write_recipe_rows')
        ->where('run_id', $run)
        ->groupBy('outcome')
        ->selectRaw('outcome, COUNT(*) AS n')
        ->pluck('n', 'outcome');
    expect((int) ($counts['wide'] ?? 0))->toBeGreaterThan(0);
    $this->get(route('write.run', [$this->store, $run]))->assertOk()->assertSee('also those cut off');
    $this->post(route('write.run.apply', [$this->store, $run]))->assertRedirect();
    endRun($run);
    $made = DB::table('drafts')->where('store_id', $this->store->id)->count();
    expect($made)->toBe((int) ($counts['new'] ?? 0));
    // The rest of it, in a second run.
    $second = tryRecipe($this, $this->store, ['recipe' => $this->recipe]);
    $this->post(route('write.run.apply', [$this->store, $second]), ['cut' => '1'])->assertRedirect();
    endRun($second);
    $all = DB::table('drafts')->where('store_id', $this->store->id)->count();
    expect($all)->toBeGreaterThan($made);
    $touched = DB::table('drafts')->where('store_id', $this->store->id)->orderByDesc('id')->first();
    app(Drafts::class)->save(
        $this->store,
        new TextEdit((int) $touched?->resource_id, TextField::Title, 'Mended by hand', (int) $touched?->revision),
        new Author(Origin::Hand, null),
    );
    $this->post(route('write.run.apply', [$this->store, $second]), ['do' => 'back'])->assertSessionHasNoErrors();
    endRun($second);
    expect(DB::table('drafts')->where('store_id', $this->store->id)->count())
        ->toBe($made + 1)
        ->and(DB::table('drafts')->where('id', $touched?->id)->value('value'))
        ->toBe('Mended by hand');
    $this->get(route('write.run', [$this->store, $second]))->assertOk()->assertSee('drafts were taken back');
    $this->post(route('write.run.apply', [$this->store, $second]), ['do' => 'back'])->assertSessionHasErrors('run');
});

it('brings back the draft that stood there before a run', function (): void {
    $first = tryRecipe($this, $this->store, ['recipe' => $this->recipe]);
    $this->post(route('write.run.apply', [$this->store, $first]), ['cut' => '1']);
    endRun($first);
    $before = DB::table('drafts')->where('store_id', $this->store->id)->pluck('value', 'resource_id')->all();
    keptRecipe($this->store, 'Names', '#name[ in short]', id: $this->recipe);
    $second = tryRecipe($this, $this->store, ['recipe' => $this->recipe]);
    $this->post(route('write.run.apply', [$this->store, $second]));
    endRun($second);
    expect(DB::table('drafts')->where('store_id', $this->store->id)->pluck('value', 'resource_id')->all())->not->toBe(
        $before,
    );
    $this->post(route('write.run.apply', [$this->store, $second]), ['do' => 'back']);
    endRun($second);
    expect(DB::table('drafts')->where('store_id', $this->store->id)->pluck('value', 'resource_id')->all())->toBe(
        $before,
    );
});

it('shows while one builds what it would write, and how wide that is', function (): void {
    $data = [
        'kind' => 'product',
        'field' => 'title',
        'parts' => [
            ['fact' => 'name', 'words' => '', 'rank' => '0'],
            [
                'fact' => '',
                'words' => ' and many, many words that always stay and that no title of any width can hold',
                'rank' => '0',
            ],
        ],
    ];
    $this->post(route('write.recipe.sample', $this->store), $data)
        ->assertOk()
        ->assertSee('cut off')
        ->assertSee('of 600');
    $this->post(
        route('write.recipe.sample', $this->store),
        ['parts' => [['fact' => 'name', 'words' => '', 'rank' => '0']]] + $data,
    )
        ->assertOk()
        ->assertSee(
            (string) DB::table('resources')
                ->where('store_id', $this->store->id)
                ->where(
                    'id',
                    DB::table('write_rows')
                        ->where('store_id', $this->store->id)
                        ->where('kind', PageKind::Product->value)
                        ->orderByDesc('impressions')
                        ->orderBy('resource_id')
                        ->value('resource_id'),
                )
                ->value('name'),
        )
        ->assertDontSee('cut off');
    $this->post(route('write.recipe.sample', $this->store), ['parts' => []] + $data)
        ->assertOk()
        ->assertSee('Add a part');
    expect(DB::table('write_recipe_runs')->where('store_id', $this->store->id)->exists())->toBeFalse();
    $this->actingAs(member($this->store, Role::Viewer))
        ->post(route('write.recipe.sample', $this->store), $data)
        ->assertForbidden();
    expect(
        array_map(RecipeFacts::label(...), ['name', 'demand', 'in_stock', 'colour_temperature', 'leadTime', 'sku']),
    )->toBe(['Name', 'Searches', 'In stock', 'Colour temperature', 'Lead Time', 'SKU']);
});

it('names the parts that were left out so that a text fits', function (): void {
    $recipe = keptRecipe($this->store, 'Long', '#name[1: by #maker][2:'.str_repeat(' and a good deal more', 6).']');
    $run = tryRecipe($this, $this->store, ['recipe' => $recipe]);
    expect(DB::table('write_recipe_rows')->where('run_id', $run)->where('dropped', '2')->count())->toBeGreaterThan(0);
    $this->get(route('write.run', [$this->store, $run]))
        ->assertOk()
        ->assertSee('<td class="soft">and a good deal more', false);
});

it('shows ten pages that differ most: worth, length, and what they lack', function (): void {
    $products = DB::table('resources')
        ->where('store_id', $this->store->id)
        ->where('kind', 3)
        ->orderBy('id')
        ->pluck('id');
    $page = (int) DB::table('resources')->where('id', $products[5])->value('page_id');
    App\Inventory\Terms\PageTerms::lead(
        $this->store,
        [$page => 'arched lamp'],
        App\Inventory\Terms\TermOrigin::Hand,
        null,
    );
    DB::table('write_rows')
        ->whereIn('resource_id', [$products[0], $products[1], $products[2]])
        ->update(['upside' => 9]);
    DB::table('write_rows')
        ->where('resource_id', $products[5])
        ->update(['upside' => 900]);
    DB::table('resources')
        ->where('id', $products[6])
        ->update(['name' => 'Ix']);
    DB::table('resources')
        ->where('id', $products[7])
        ->update(['name' => str_repeat('Long ', 12)]);
    DB::table('resources')
        ->where('id', $products[8])
        ->update(['attributes' => '{}']);
    $samples = app(RecipeSamples::class)->of(
        $this->store,
        Notation::read('#name in #finish[: #lead]'),
        new RecipePages(PageKind::Product),
        TextField::Title,
    );
    $why = array_column($samples, 'why', 'name');
    $name = (string) DB::table('resources')->where('id', $products[5])->value('name');
    $bare = (string) DB::table('resources')->where('id', $products[8])->value('name');
    expect($samples)
        ->toHaveCount(10)
        ->and($samples[0]->name)
        ->toBe($name)
        ->and($samples[0]->shown)
        ->toContain('arched lamp')
        ->and($why['Ix'])
        ->toBe('shortest')
        ->and($why[str_repeat('Long ', 12)])
        ->toBe('longest')
        ->and($why[$bare])
        ->toBe('lacks facts');
});
