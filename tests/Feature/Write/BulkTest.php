<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\DraftState;
use Illuminate\Support\Facades\DB;

it('shows what a change would make of a view or of some rows, and changes nothing by itself', function (): void {
    $store = crawledStore();
    $writer = member($store, Role::Writer);
    $bulk = fn (array $given, string $query = '') => $this->actingAs($writer)->postJson(
        "/s/$store->slug/write/bulk$query",
        $given + [
            'kind' => 'replace',
            'fields' => ['title'],
            'scope' => 'view',
            'find' => 'lamp',
            'with' => 'light',
            'how' => 'word',
        ],
    );
    $answer = $bulk([], '?kind=product')->assertOk();
    $hits = (int) DB::table('resource_texts')
        ->join('resources', 'resources.id', '=', 'resource_texts.resource_id')
        ->where('resources.store_id', $store->id)
        ->where('resources.kind', 3)
        ->where('field', 1)
        ->whereRaw("stored REGEXP '(?i)(?<![[:alnum:]])lamp(?![[:alnum:]])'")
        ->count();
    expect($hits)
        ->toBeGreaterThan(5)
        ->and($answer->json('edits'))
        ->toHaveCount($hits)
        ->and($answer->json('looked'))
        ->toBe(DB::table('write_rows')->where('store_id', $store->id)->where('kind', 3)->count())
        ->and(DB::table('drafts')->where('store_id', $store->id)->count())
        ->toBe(0);
    foreach ($answer->json('edits') as $edit) {
        expect($edit['text'])->not->toBe($edit['before'])->and(stripos($edit['text'], 'light'))->not->toBeFalse();
    }
    // What was shown is changed as one step, from what the preview told.
    $edits = array_map(
        static fn (array $edit): array => array_intersect_key(
            $edit,
            array_flip(['resource', 'field', 'text', 'revision']),
        ),
        $answer->json('edits'),
    );
    $saved = $this->postJson("/s/$store->slug/write/texts", ['action' => 'replaced', 'edits' => $edits])->assertOk();
    expect(array_unique(array_column($saved->json('results'), 'saved')))
        ->toBe([true])
        ->and($bulk([], '?kind=product')->json('edits'))
        ->toBe([])
        ->and($saved->json('undo'))
        ->toBe("replaced words in $hits texts");
    // Some rows alone, both fields; what is on its way to the shop is left alone.
    $some = array_slice(array_column($edits, 'resource'), 0, 4);
    DB::table('drafts')
        ->where('resource_id', $some[0])
        ->update(['state' => DraftState::Sending->value]);
    $upper = $bulk([
        'kind' => 'take',
        'from' => 'name',
        'fields' => ['title', 'description'],
        'scope' => 'rows',
        'rows' => $some,
    ]);
    $changed = array_map(
        static fn (array $edit): string => $edit['resource'].' '.$edit['field'],
        $upper->json('edits'),
    );
    expect($upper->json('looked'))
        ->toBe(4)
        ->and($changed)
        ->not->toContain("$some[0] title")
        ->toContain("$some[0] description");
    // What cannot be meant is told.
    $bulk(['find' => '(', 'how' => 'pattern'])
        ->assertStatus(422)
        ->assertJsonPath(
            'message',
            'This pattern cannot be read: Compilation failed: missing closing parenthesis at offset 1.',
        );
    $bulk(['find' => ''])->assertStatus(422);
    foreach ([['kind' => 'x'], ['fields' => ['h9']], ['scope' => 'all'], ['rows' => ['x']]] as $wrong) {
        $bulk($wrong)->assertStatus(422);
    }
    $this->actingAs(member($store, Role::Viewer))
        ->postJson("/s/$store->slug/write/bulk", [])
        ->assertForbidden();
    $this->actingAs(member((new Tests\Web\Site())->store(), Role::Writer))
        ->postJson("/s/$store->slug/write/bulk", [])
        ->assertNotFound();
});
