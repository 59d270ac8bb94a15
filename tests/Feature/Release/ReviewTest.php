<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

beforeEach(function (): void {
    $this->store = crawledStore();
    $this->drafts = app(Drafts::class);
    foreach (
        DB::table('resources')
            ->where('store_id', $this->store->id)
            ->where('kind', 3)
            ->whereNotNull('page_id')
            ->orderBy('id')
            ->limit(3)
            ->get() as $i => $product
    ) {
        $this->drafts->save(
            $this->store,
            new TextEdit((int) $product->id, TextField::Title, "A title to be looked through, number $i", 0),
            new Author(Origin::Hand, null),
        );
    }
    $this->ids = DB::table('drafts')
        ->where('store_id', $this->store->id)
        ->orderBy('id')
        ->pluck('id')
        ->map(static fn (mixed $id): int => (int) $id)
        ->all();
    $this->drafts->markReady($this->store, $this->ids, true, null);
});

it('approves texts without sending them, and sends what is approved alone', function (): void {
    $this->actingAs($who = member($this->store, Role::Approver));
    $this->post(route('release.review.texts', $this->store), [
        'do' => 'approve',
        'drafts' => [$this->ids[0], $this->ids[1]],
    ])->assertSessionHas('done', '2 texts are approved.');
    $this->post(route('release.review.texts', $this->store), [
        'do' => 'approve',
        'drafts' => [$this->ids[0]],
    ])->assertSessionHas('done', '0 texts are approved.');
    $this->get(route('release', $this->store))
        ->assertOk()
        ->assertSee('<b>2</b> texts are approved', false)
        ->assertSee($who->name);
    // A text that is changed after it was approved is approved no longer.
    $draft = DB::table('drafts')->where('id', $this->ids[1])->first();
    $this->drafts->save(
        $this->store,
        new TextEdit(
            (int) $draft?->resource_id,
            TextField::Title,
            'Another title altogether, since',
            (int) $draft?->revision,
        ),
        new Author(Origin::Hand, null),
    );
    expect(
        DB::table('drafts')->where('store_id', $this->store->id)->whereNotNull('approved_at')->pluck('id')->all(),
    )->toBe([$this->ids[0]]);
    $this->post(route('release.send', $this->store), ['scope' => 'approved'])->assertRedirect();
    expect(
        DB::table('drafts')->where('store_id', $this->store->id)->where('state', 'sending')->pluck('id')->all(),
    )->toBe([$this->ids[0]]);
});

it('sends a text back with a word, which its writer reads on the desk and in the history', function (): void {
    $this->actingAs(member($this->store, Role::Approver));
    $this->post(route('release.review.texts', $this->store), [
        'do' => 'back',
        'drafts' => [$this->ids[0]],
        'word' => 'name the socket',
    ])->assertSessionHas('done', '1 text goes back to the writing desk.');
    expect(DB::table('drafts')->where('id', $this->ids[0])->first())
        ->state->toBe('open')
        ->note->toBe('sent back: name the socket')
        ->and(DB::table('history')->where('store_id', $this->store->id)->orderByDesc('id')->first())
        ->event->toBe('returned')
        ->note->toBe('name the socket');
    $this->actingAs(member($this->store, Role::Writer))
        ->get(route('write', [$this->store, 'state' => 'open']))
        ->assertOk()
        ->assertSee('sent back: name the socket');
    $this->drafts->markReady($this->store, [$this->ids[0]], true, null);
    expect(DB::table('drafts')->where('id', $this->ids[0])->value('note'))->toBeNull();
});

it('takes a mended text as ready, and refuses one that somebody else changed meanwhile', function (): void {
    $this->actingAs(member($this->store, Role::Approver));
    $draft = DB::table('drafts')->where('id', $this->ids[0])->first();
    $this->post(route('release.review.edit', [$this->store, $this->ids[0]]), [
        'text' => 'A title that the approver mended',
        'revision' => $draft?->revision,
    ])->assertSessionHas('done', 'Saved, and ready for release.');
    expect(
        DB::table('drafts')
            ->where('id', $this->ids[0])
            ->first(['value', 'state']),
    )->toEqual(rowOf(['value' => 'A title that the approver mended', 'state' => 'ready']));
    $this->post(route('release.review.edit', [$this->store, $this->ids[0]]), [
        'text' => 'From an old screen',
        'revision' => $draft?->revision,
    ])->assertSessionHasErrors('text');
    expect(DB::table('drafts')->where('id', $this->ids[0])->value('value'))->toBe('A title that the approver mended');
    $this->post(route('release.review.edit', [$this->store, 999999999]), [
        'text' => 'x',
        'revision' => 0,
    ])->assertNotFound();
});

it(
    'lists all changes of addresses with today’s value, approves and withdraws single ones, and sends the ticked',
    function (): void {
        $pages = DB::table('pages')
            ->where('store_id', $this->store->id)
            ->whereNotNull('resource_id')
            ->orderBy('id')
            ->limit(3)
            ->pluck('id')
            ->map(static fn (mixed $id): int => (int) $id)
            ->all();
        app(AddressChanges::class)->put(
            $this->store,
            array_map(
                static fn (int $page): array => [
                    'page' => $page,
                    'field' => AddressField::Robots,
                    'value' => 'noindex',
                    'why' => 'tried',
                    'base' => 'index, follow',
                ],
                array_values($pages),
            ),
            new Author(Origin::Hand, null),
        );
        $changes = DB::table('address_changes')
            ->where('store_id', $this->store->id)
            ->orderBy('id')
            ->pluck('id')
            ->map(static fn (mixed $id): int => (int) $id)
            ->all();
        $this->actingAs(member($this->store, Role::Approver));
        $this->get(route('release', $this->store))
            ->assertOk()
            ->assertSee('index, follow')
            ->assertSee('change-'.$changes[2], false);
        $this->post(route('release.review.addresses', $this->store), [
            'do' => 'approve',
            'changes' => [$changes[0]],
        ])->assertSessionHas('done', '1 change is approved.');
        $this->post(route('release.review.addresses', $this->store), [
            'do' => 'back',
            'changes' => [$changes[1]],
        ])->assertSessionHas('done', '1 change is withdrawn.');
        expect(DB::table('address_changes')->where('store_id', $this->store->id)->orderBy('id')->pluck('id')->all())
            ->toBe([$changes[0], $changes[2]])
            ->and(DB::table('address_changes')->where('id', $changes[0])->value('approved_at'))
            ->not->toBeNull();
        $this->post(route('release.send', $this->store), [
            'scope' => 'ticked',
            'changes' => [$changes[2]],
        ])->assertRedirect();
        expect(DB::table('address_changes')->where('id', $changes[2])->value('state'))
            ->toBe('sending')
            ->and(DB::table('address_changes')->where('id', $changes[0])->value('state'))
            ->toBe('ready')
            ->and(DB::table('drafts')->where('store_id', $this->store->id)->where('state', 'sending')->count())
            ->toBe(0);
    },
);

it('tells those who may not send who may, and refuses them and strangers', function (): void {
    $approver = member($this->store, Role::Approver);
    $this->actingAs(member($this->store, Role::Writer))
        ->get(route('release', $this->store))
        ->assertOk()
        ->assertSee('Approvers send what is ready')
        ->assertSee($approver->name)
        ->assertDontSee('name="drafts[]"', false);
    foreach (
        [
            [route('release.review.texts', $this->store), ['do' => 'approve', 'drafts' => $this->ids]],
            [route('release.review.addresses', $this->store), ['do' => 'back', 'changes' => [1]]],
            [route('release.review.edit', [$this->store, $this->ids[0]]), ['text' => 'x', 'revision' => 0]],
        ] as [$to, $data]
    ) {
        $this->actingAs(member($this->store, Role::Writer))->post($to, $data)->assertForbidden();
        $this->actingAs(member(shopStore(), Role::Owner))->post($to, $data)->assertNotFound();
    }
    $this->actingAs($approver)
        ->post(route('release.review.texts', $this->store), ['do' => 'approve'])
        ->assertSessionHasErrors('drafts');
    expect(DB::table('drafts')->where('store_id', $this->store->id)->whereNotNull('approved_at')->count())->toBe(0);
});
