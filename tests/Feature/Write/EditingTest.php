<?php

declare(strict_types=1);

use App\Access\Models\User;
use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\DraftState;
use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Orchard\Core\Wording\TextField;

beforeEach(function (): void {
    $this->store = crawledStore();
    $this->writer = member($this->store, Role::Writer);
    $this->products = DB::table('resources')
        ->where('store_id', $this->store->id)
        ->where('kind', 3)
        ->orderBy('id')
        ->pluck('id')
        ->map(static fn (mixed $id): int => (int) $id)
        ->all();
});

/**
 * @param  list<array{int, string, string, 3?: int}>  $edits  resource, field, text and the revision that was seen
 * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
 */
function editTexts(Store $store, User $user, string $action, array $edits, ?int $step = null): TestResponse
{
    return test()
        ->actingAs($user)
        ->postJson("/s/$store->slug/write/texts", [
            'action' => $action,
            'step' => $step,
            'edits' => array_map(
                static fn (array $edit): array => [
                    'resource' => $edit[0],
                    'field' => $edit[1],
                    'text' => $edit[2],
                    'revision' => $edit[3] ?? 0,
                ],
                $edits,
            ),
        ]);
}

/** @return TestResponse<\Symfony\Component\HttpFoundation\Response> */
function turnStep(Store $store, User $user, string $which): TestResponse
{
    return test()
        ->actingAs($user)
        ->postJson("/s/$store->slug/write/$which")
        ->assertOk();
}

/** @return array<string, mixed> every draft of the store as it stands, to the byte, with what its text would show */
function allDrafts(Store $store): array
{
    $all = [];
    foreach (
        DB::table('drafts')
            ->join(
                'resource_texts',
                static fn ($join) => $join
                    ->on('resource_texts.resource_id', '=', 'drafts.resource_id')
                    ->on('resource_texts.field', '=', 'drafts.field'),
            )
            ->where('drafts.store_id', $store->id)
            ->orderBy('drafts.resource_id')
            ->orderBy('drafts.field')
            ->get([
                'drafts.resource_id', 'drafts.field', 'value', 'base_value', 'drafts.origin', 'recipe_id', 'state',
                'note', 'revision', 'drafts.user_id', 'approved_by', 'approved_at', 'draft_shown', 'draft_digest',
            ]) as $row
    ) {
        $all["$row->resource_id $row->field"] = (array) $row;
    }

    return $all;
}

it('saves many texts as one step and brings every byte back, step by step, on any machine', function (): void {
    mt_srand(5);
    $stands = [allDrafts($this->store)];
    $rows = $this->products;
    for ($nth = 0; $nth < 8; $nth++) {
        $edits = [];
        foreach (array_rand(array_flip($rows), mt_rand(2, 9)) as $resource) {
            $field = TextField::from(mt_rand(1, 2));
            $draft = app(Drafts::class)->find($resource, $field);
            // Written anew, or back to what the shop has: then the draft goes.
            $stored = (string) DB::table('resource_texts')
                ->where('resource_id', $resource)
                ->where('field', $field->value)
                ->value('stored');
            $text = mt_rand(0, 3) === 0 ? $stored : "Text $nth of “{$resource}” & <b>more</b> ".mt_rand();
            $edits[] = [$resource, $field->key(), $text, $draft === null ? 0 : $draft->revision];
        }
        $answer = editTexts($this->store, $this->writer, 'pasted', $edits)->assertOk();
        expect(array_unique(array_column($answer->json('results'), 'saved')))->toBe([true]);
        $now = allDrafts($this->store);
        end($stands) === $now || ($stands[] = $now);
    }
    $back = array_reverse($stands);
    array_shift($back);
    foreach ($back as $wanted) {
        expect(turnStep($this->store, $this->writer, 'undo')->json('left'))
            ->toBe(0)
            ->and(allDrafts($this->store))
            ->toBe($wanted);
    }
    expect(turnStep($this->store, $this->writer, 'undo')->json('done'))->toBeNull();
    foreach (array_slice($stands, 1) as $wanted) {
        turnStep($this->store, $this->writer, 'redo');
        expect(allDrafts($this->store))->toBe($wanted);
    }
    expect(turnStep($this->store, $this->writer, 'redo')->json('done'))->toBeNull();
    // The desk's own rows followed all of it: made anew they are the same.
    $lists = fn (): array => DB::table('write_rows')
        ->where('store_id', $this->store->id)
        ->orderBy('resource_id')
        ->get()
        ->all();
    $before = $lists();
    app(App\Write\Desk\RowRebuild::class)->all($this->store, static fn () => null);
    expect($lists())->toEqual($before);
});

it('brings a draft back as ready and approved as it was', function (): void {
    [$a] = $this->products;
    editTexts($this->store, $this->writer, 'typed', [[$a, 'title', 'Approved as it stands']]);
    DB::table('drafts')
        ->where('resource_id', $a)
        ->update([
            'state' => DraftState::Ready->value,
            'approved_by' => $this->writer->id,
            'approved_at' => now(),
            'note' => 'well',
        ]);
    $approved = allDrafts($this->store);
    $revision = app(Drafts::class)->find($a, TextField::Title)->revision ?? 0;
    editTexts($this->store, $this->writer, 'replaced', [[$a, 'title', 'Another', $revision]]);
    expect(allDrafts($this->store)["$a 1"])->toMatchArray([
        'value' => 'Another',
        'state' => 'open',
        'approved_by' => null,
    ]);
    turnStep($this->store, $this->writer, 'undo');
    expect(allDrafts($this->store))->toBe($approved);
});

it('takes back what is a person’s own, and never what somebody else has changed since', function (): void {
    $other = member($this->store, Role::Writer);
    [$a, $b] = $this->products;
    editTexts($this->store, $this->writer, 'typed', [
        [$a, 'title', 'Mine on the first'],
        [$b, 'title', 'Mine on the second'],
    ]);
    $revision = app(Drafts::class)->find($b, TextField::Title)->revision ?? 0;
    editTexts($this->store, $other, 'typed', [[$b, 'title', 'Somebody else’s on the second', $revision]]);
    $undone = turnStep($this->store, $this->writer, 'undo');
    expect($undone->json('done'))
        ->toBe('typed 2 texts')
        ->and($undone->json('left'))
        ->toBe(1)
        ->and(app(Drafts::class)->find($a, TextField::Title))
        ->toBeNull()
        ->and(app(Drafts::class)->find($b, TextField::Title)?->value)
        ->toBe('Somebody else’s on the second');
    // The other person's step is theirs alone, and takes the place of what stood before it again.
    turnStep($this->store, $other, 'undo');
    expect(app(Drafts::class)->find($b, TextField::Title)?->value)->toBe('Mine on the second');
    // What is on its way to the shop stays.
    DB::table('drafts')
        ->where('resource_id', $b)
        ->update(['state' => DraftState::Sending->value]);
    expect(turnStep($this->store, $other, 'redo')->json('left'))->toBe(1);
});

it('forgets what could be done again once something new is done', function (): void {
    [$a] = $this->products;
    editTexts($this->store, $this->writer, 'typed', [[$a, 'title', 'First']]);
    $undo = turnStep($this->store, $this->writer, 'undo');
    expect($undo->json('redo'))->toBe('typed one text')->and($undo->json('undo'))->toBeNull();
    $new = editTexts($this->store, $this->writer, 'filled', [[$a, 'title', 'Second']]);
    expect($new->json('redo'))
        ->toBeNull()
        ->and($new->json('undo'))
        ->toBe('filled down one text')
        ->and(DB::table('text_step_rows')->count())
        ->toBeGreaterThan(0);
    // What changes nothing is no step.
    $revision = $new->json('rows.0.texts.title.revision');
    editTexts($this->store, $this->writer, 'typed', [[$a, 'title', ' Second  ', $revision]])->assertOk();
    expect(turnStep($this->store, $this->writer, 'undo')->json('done'))->toBe('filled down one text');
});

it('goes on with a step that comes in portions, and with the last one alone', function (): void {
    [$a, $b, $c] = $this->products;
    $step = editTexts($this->store, $this->writer, 'pasted', [[$a, 'title', 'One of three']])->json('step');
    expect(
        editTexts($this->store, $this->writer, 'pasted', [[$b, 'title', 'Two of three']], $step)->json('step'),
    )->toBe($step);
    editTexts($this->store, $this->writer, 'typed', [[$c, 'title', 'Something else']]);
    expect(
        editTexts($this->store, $this->writer, 'pasted', [[$c, 'description', 'Late']], $step)->json('step'),
    )->not->toBe($step);
    foreach ([2, 1] as $left) {
        turnStep($this->store, $this->writer, 'undo');
    }
    expect(turnStep($this->store, $this->writer, 'undo')->json('done'))
        ->toBe('pasted 2 texts')
        ->and(allDrafts($this->store))
        ->toBe([]);
});

it('tells for each text what became of it, and saves the others', function (): void {
    [$a, $b, $c] = $this->products;
    $other = member($this->store, Role::Writer);
    editTexts($this->store, $other, 'typed', [[$b, 'title', 'Theirs']]);
    $foreign = crawledStore();
    $theirs = (int) DB::table('resources')->where('store_id', $foreign->id)->value('id');
    $answer = editTexts($this->store, $this->writer, 'pasted', [
        [$a, 'title', 'Fine'],
        [$b, 'title', 'Late'],
        [$c, 'title', str_repeat('x', 401)],
        [$theirs, 'title', 'No'],
    ])->assertOk();
    expect(array_column($answer->json('results'), 'saved'))
        ->toBe([true, false, false, false])
        ->and($answer->json('results.1.author'))
        ->toBe($other->name)
        ->and($answer->json('results.2.reason'))
        ->toBe('Title: 400 characters at most; this has 401.')
        ->and($answer->json('results.3.reason'))
        ->toContain('does not have this page')
        ->and(DB::table('drafts')->where('resource_id', $theirs)->count())
        ->toBe(0)
        ->and(DB::table('history')->where('resource_id', $b)->where('event', 'not taken')->value('after_value'))
        ->toBe('Late');
});

it('refuses what makes no sense, lesser roles and strangers', function (): void {
    [$a] = $this->products;
    $path = "/s/{$this->store->slug}/write";
    foreach (
        [
            ['action' => 'stole', 'edits' => [['resource' => $a, 'field' => 'title', 'text' => 'x', 'revision' => 0]]],
            ['action' => 'typed', 'edits' => []],
            ['action' => 'typed', 'edits' => [['resource' => $a, 'field' => 'colour', 'text' => 'x', 'revision' => 0]]],
            [
                'action' => 'typed',
                'edits' => [['resource' => $a, 'field' => 'title', 'text' => str_repeat('x', 5001), 'revision' => 0]],
            ],
            ['action' => 'typed', 'edits' => [['resource' => $a, 'field' => 'title', 'text' => 'x', 'revision' => -1]]],
            [
                'action' => 'typed',
                'edits' => array_fill(0, 1001, ['resource' => $a, 'field' => 'title', 'text' => 'x', 'revision' => 0]),
            ],
        ] as $wrong
    ) {
        $this->actingAs($this->writer)
            ->postJson("$path/texts", $wrong)
            ->assertStatus(422);
    }
    foreach (
        [[member($this->store, Role::Viewer), 403], [member((new Tests\Web\Site())->store(), Role::Writer), 404]] as [$user, $status]
    ) {
        foreach (['texts', 'undo', 'redo', 'leads'] as $what) {
            $this->actingAs($user)
                ->postJson("$path/$what")
                ->assertStatus($status);
        }
    }
    expect(allDrafts($this->store))->toBe([]);
});

it('keeps one lead term for a page, and never puts a proposal over a person’s word', function (): void {
    $page = (int) DB::table('resources')->where('id', $this->products[0])->value('page_id');
    $rows = $this->actingAs($this->writer)
        ->postJson("/s/{$this->store->slug}/write/leads", [
            'terms' => [['page' => $page, 'term' => "  Brass \t LAMP "]],
        ])
        ->assertOk()
        ->json('rows');
    expect($rows[0]['lead'])->toBe('brass lamp')->and($rows[0]['id'])->toBe($this->products[0]);
    expect(PageTerms::lead($this->store, [$page => 'proposed lamp'], TermOrigin::Proposed, null))
        ->toBe([])
        ->and(PageTerms::leads([$page]))
        ->toBe([$page => 'brass lamp']);
    PageTerms::supportMany(
        $this->store,
        [$page => ['Lamp', 'brass lamp', 'lamp', ...array_map(strval(...), range(1, 40))]],
        TermOrigin::File,
    );
    expect(PageTerms::of([$page])[$page])
        ->toHaveCount(26)
        ->toMatchArray([0 => 'brass lamp', 1 => 'lamp', 2 => '1']);
    PageTerms::lead($this->store, [$page => ''], TermOrigin::Hand, null);
    expect(PageTerms::leads([$page]))->toBe([]);
    // A page of another store is left alone.
    $foreign = crawledStore();
    $theirs = (int) DB::table('pages')->where('store_id', $foreign->id)->value('id');
    expect(PageTerms::lead($this->store, [$theirs => 'stolen'], TermOrigin::Hand, null))->toBe([]);
});
