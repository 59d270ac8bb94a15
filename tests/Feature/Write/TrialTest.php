<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Events\TrialEnded;
use App\Changes\Origin;
use App\Changes\Trials\Trials;
use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Stores\Models\Store;
use App\Write\Recipes\RecipeBook;
use App\Write\Recipes\StoredRecipe;
use App\Write\Trials\TrialPlan;
use App\Write\Trials\TrialWish;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Orchard\Core\Wording\TextField;

/**
 * Two wordings for titles of products, over the products of the small shop. @return array{Store, int}
 *
 * @return array<array-key, mixed>
 */
function plannedTrial(): array
{
    $store = crawledStore();
    $recipes = [
        keptRecipe($store, 'In its finish', '#name in #finish'),
        keptRecipe($store, 'With its socket', '#name, #socket'),
    ];
    $made = app(TrialPlan::class)->plan(
        $store,
        new TrialWish(
            'Finish or socket',
            array_map(static fn (int $id): StoredRecipe => sure(app(RecipeBook::class)->find($store, $id)), $recipes),
            true,
            null,
            4,
            7,
        ),
        null,
    );

    return [$store, $made['trial']];
}

it('parts pages, makes their texts, protects them, and is handed over with its dates', function (): void {
    [$store, $trial] = plannedTrial();
    $pages = DB::table('text_trial_pages')->where('trial_id', $trial)->get();
    $sizes = $pages->countBy('number')->all();
    expect($sizes)
        ->toHaveCount(3)
        ->and(max(some($sizes)) - min(some($sizes)))
        ->toBeLessThanOrEqual(1)
        ->and($pages->where('number', 0)->whereNotNull('value')->count())
        ->toBe(0)
        ->and($pages->where('number', 1)->whereNull('value')->count())
        ->toBe(0);
    $approver = member($store, Role::Approver);
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/$store->slug/write/trials/$trial", ['do' => 'begin'])
        ->assertForbidden();
    $this->actingAs($approver)
        ->get("/s/$store->slug/write/trials/$trial")
        ->assertOk()
        ->assertSee('With its socket');
    $this->post("/s/$store->slug/write/trials/$trial", ['do' => 'begin'])->assertSessionHas('done');
    $drafts = DB::table('drafts')->where('store_id', $store->id)->get();
    expect($drafts)
        ->toHaveCount($pages->whereNotNull('value')->count())
        ->and($drafts->where('state', 'ready')->whereNotNull('approved_at')->count())
        ->toBe($drafts->count());
    // Nobody writes over a text of it, by hand or by recipe, nor over one that stays as it is.
    foreach ([0, 1, 2] as $group) {
        $page = $pages->where('number', $group)->first();
        $draft = $drafts->firstWhere('resource_id', $page?->resource_id);
        $outcome = app(Drafts::class)->save(
            $store,
            new TextEdit(
                (int) $page?->resource_id,
                TextField::Title,
                'By somebody else',
                (int) ($draft->revision ?? 0),
            ),
            new Author(Origin::Hand, $approver->id),
        );
        expect($outcome->saved)->toBeFalse()->and($outcome->reason)->toContain('in a trial until');
        // Its description is no part of the trial.
        $other = app(Drafts::class)->save(
            $store,
            new TextEdit(
                (int) $page?->resource_id,
                TextField::Description,
                'Another description that nobody compares with anything.',
                0,
            ),
            new Author(Origin::Hand, $approver->id),
        );
        expect($other->saved)->toBeTrue();
    }
    app(Trials::class)->tick();
    expect(DB::table('text_trials')->where('id', $trial)->value('state'))->toBe(2);
    $made = app(Releases::class)->send($store, new ReleaseWish(), $approver->id);
    expect(app(WorkDesk::class)->workToEnd(sure($made['work'])))->toBe('done');
    app(Trials::class)->tick();
    $row = DB::table('text_trials')->where('id', $trial)->first();
    expect($row?->state)
        ->toBe(3)
        ->and(strtotime($row?->ends_at) - strtotime($row?->starts_at))
        ->toBe(4 * 7 * 86400);
    foreach ($pages->whereNotNull('value') as $page) {
        $id = DB::table('resources')->where('id', $page->resource_id)->value('external_id');
        expect(office('GET', "/resources/$id")['title'])->toBe($page->value);
    }
    Event::fake([TrialEnded::class]);
    app(Trials::class)->tick();
    Event::assertNotDispatched(TrialEnded::class);
    DB::table('text_trials')
        ->where('id', $trial)
        ->update(['ends_at' => now()->subMinute()]);
    DB::table('text_spells')
        ->where('by_id', $trial)
        ->where('cause', 2)
        ->update(['to_at' => now()->subMinute()]);
    app(Trials::class)->tick();
    app(Trials::class)->tick();
    Event::assertDispatchedTimes(TrialEnded::class, 1);
    expect(DB::table('text_trials')->where('id', $trial)->value('state'))->toBe(4);
    // Afterwards its texts are anybody's again.
    $page = $pages->where('number', 0)->first();
    $outcome = app(Drafts::class)->save(
        $store,
        new TextEdit((int) $page?->resource_id, TextField::Title, 'Afterwards', 0),
        new Author(Origin::Hand, $approver->id),
    );
    expect($outcome->saved)->toBeTrue();
});

it('says what it cannot do, and lets go when it is dropped', function (): void {
    [$store, $trial] = plannedTrial();
    $approver = member($store, Role::Approver);
    $page = DB::table('text_trial_pages')->where('trial_id', $trial)->first();
    $draft = app(Drafts::class)->save(
        $store,
        new TextEdit((int) $page?->resource_id, TextField::Title, 'Meanwhile', 0),
        new Author(Origin::Hand, null),
    );
    expect(fn () => app(Trials::class)->begin($store, $trial, $approver->id))->toThrow('have drafts by now');
    expect(DB::table('text_spells')->where('store_id', $store->id)->count())->toBe(0);
    app(Drafts::class)->save(
        $store,
        new TextEdit(
            (int) $page?->resource_id,
            TextField::Title,
            (string) DB::table('resource_texts')
                ->where('resource_id', $page?->resource_id)
                ->where('field', 1)
                ->value('stored'),
            sure($draft->draft?->revision),
        ),
        new Author(Origin::Hand, null),
    );
    app(Trials::class)->begin($store, $trial, $approver->id);
    expect(fn () => app(Trials::class)->begin($store, $trial, $approver->id))->toThrow(InvalidArgumentException::class);
    $this->actingAs($approver)
        ->post("/s/$store->slug/write/trials/$trial", ['do' => 'drop'])
        ->assertSessionHas('done');
    $now = (int) DB::table('drafts')->where('resource_id', $page?->resource_id)->value('revision');
    expect(
        app(Drafts::class)->save(
            $store,
            new TextEdit((int) $page?->resource_id, TextField::Title, 'Free', $now),
            new Author(Origin::Hand, null),
        )->saved,
    )->toBeTrue();
    // Plans of one wording, or of recipes that are another store's, are refused.
    $this->post("/s/$store->slug/write/trials", [
        'name' => 'x',
        'recipes' => [1],
        'weeks' => 4,
    ])->assertSessionHasErrors();
    $other = shopStore();
    $this->actingAs(member($other, Role::Owner))
        ->get("/s/$other->slug/write/trials/$trial")
        ->assertNotFound();
    $this->post("/s/$other->slug/write/trials/$trial", ['do' => 'begin'])->assertNotFound();
    $viewer = member($store, Role::Viewer);
    $this->actingAs($viewer)
        ->get("/s/$store->slug/write/trials")
        ->assertOk();
    $this->post("/s/$store->slug/write/trials")->assertForbidden();
    $this->post("/s/$store->slug/write/trials/$trial", ['do' => 'drop'])->assertForbidden();
});
