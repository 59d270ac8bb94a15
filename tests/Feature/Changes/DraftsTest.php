<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\AddressSending;
use App\Changes\Drafts;
use App\Changes\DraftState;
use App\Changes\Editing\Author;
use App\Changes\Editing\DraftWriter;
use App\Changes\Editing\TextEdit;
use App\Changes\History;
use App\Changes\HistoryEntry;
use App\Changes\HistoryEvent;
use App\Changes\Origin;
use App\Changes\SentAddress;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/** @return array{Store, int, string} a store with one resource, the resource, and the title that the shop holds */
function storeWithText(): array
{
    $store = (new Tests\Web\Site())->store();
    $market = (int) DB::table('markets')->where('store_id', $store->id)->value('id');
    $resource = DB::table('resources')->insertGetId([
        'store_id' => $store->id,
        'market_id' => $market,
        'kind' => 3,
        'external_id' => 'p1',
        'name' => 'Aldern',
        'url' => $store->base_url.'lamp/aldern',
        'version' => '"1"',
        'attributes' => '{}',
        'synced_at' => now(),
    ]);
    foreach (TextField::cases() as $field) {
        DB::table('resource_texts')->insert([
            'resource_id' => $resource,
            'store_id' => $store->id,
            'market_id' => $market,
            'field' => $field->value,
            'stored' => 'As the shop has it',
            'origin' => Origin::Shop->value,
        ]);
    }

    return [$store, $resource, 'As the shop has it'];
}

function savedByRecipe(Store $store, int $resource, string $text): bool
{
    $by = new Author(Origin::Recipe, null, 1);

    return app(DraftWriter::class)->saveByRecipe($store, TextField::Title, [$resource => $text], $by) !== [];
}

it('loses no word, whatever people and recipes do one after the other', function (int $seed): void {
    [$store, $resource, $stored] = storeWithText();
    $drafts = app(Drafts::class);
    $people = [member($store, Role::Writer)->id, member($store, Role::Writer)->id];
    mt_srand($seed);
    $texts = [$stored, 'Aldern lamp', 'Aldern floor lamp', 'A lamp called Aldern'];
    $given = [];
    $seen = [0];
    for ($step = 0; $step < 60; $step++) {
        $before = $drafts->find($resource, TextField::Title);
        $text = $texts[mt_rand(0, 3)];
        if (mt_rand(0, 3) === 0) {
            $saved = savedByRecipe($store, $resource, $text);
            // A recipe writes where nobody wrote by hand, and nothing that is there already.
            expect($saved)->toBe(
                ($before === null || $before->origin === Origin::Recipe) &&
                    $text !== $stored &&
                    $text !== $before?->value,
            );
        } else {
            $revision = mt_rand(0, 2) === 0 ? $seen[array_rand($seen)] : ($before !== null ? $before->revision : 0);
            $outcome = $drafts->save(
                $store,
                new TextEdit($resource, TextField::Title, "  $text ", $revision),
                new Author(Origin::Hand, $people[mt_rand(0, 1)]),
            );
            $isStale =
                $revision !== ($before !== null ? $before->revision : 0) &&
                $text !== ($before !== null ? $before->value : $stored);
            expect($outcome->saved)
                ->toBe(! $isStale)
                ->and($outcome->isClash())
                ->toBe($isStale);
            $given[] = $text;
        }
        $after = $drafts->find($resource, TextField::Title);
        $seen[] = $after !== null ? $after->revision : 0;
        // One draft at most, never one that says what the shop says, and always against what the shop holds.
        expect(DB::table('drafts')->where('resource_id', $resource)->count())
            ->toBe($after === null ? 0 : 1)
            ->and($after?->value)
            ->not->toBe($stored)
            ->and($after === null ? $stored : $after->baseValue)
            ->toBe($stored);
    }
    $told = array_map(static fn (HistoryEntry $entry): string => (string) $entry->after, History::of($resource, 1000));
    foreach (array_unique($given) as $text) {
        expect($text === $stored || in_array($text, $told, true))->toBeTrue($text);
    }
    // From the first entry to the last each begins where the one before it ended, but for those that were not taken.
    $value = $stored;
    foreach (array_reverse(History::of($resource, 1000)) as $entry) {
        if ($entry->event !== HistoryEvent::NotTaken) {
            expect((string) $entry->before)->toBe($value);
            $value = (string) $entry->after;
        }
    }
    expect($value)->toBe($drafts->find($resource, TextField::Title)->value ?? $stored);
})->with([1, 2, 3, 4]);

it('leaves alone what is on its way to the shop', function (): void {
    [$store, $resource] = storeWithText();
    $drafts = app(Drafts::class);
    $draft = $drafts->save(
        $store,
        new TextEdit($resource, TextField::Title, 'On its way', 0),
        new Author(Origin::Hand, null),
    )->draft;
    expect($drafts->markReady($store, [sure($draft)->id], true, null))
        ->toBe(1)
        ->and($drafts->markReady($store, [sure($draft)->id], true, null))
        ->toBe(0);
    DB::table('drafts')
        ->where('id', $draft?->id)
        ->update(['state' => DraftState::Sending->value]);
    $outcome = $drafts->save(
        $store,
        new TextEdit($resource, TextField::Title, 'Something else', sure($draft?->revision)),
        new Author(Origin::Hand, null),
    );
    expect($outcome->saved)
        ->toBeFalse()
        ->and($outcome->reason)
        ->toContain('on its way')
        ->and(savedByRecipe($store, $resource, 'By recipe'))
        ->toBeFalse()
        ->and($drafts->markReady($store, [sure($draft)->id], false, null))
        ->toBe(0)
        ->and($drafts->find($resource, TextField::Title)?->value)
        ->toBe('On its way');
});

it('takes no text of another store, none that is too long, and marks none of it', function (): void {
    [$store, $resource] = storeWithText();
    [$other] = storeWithText();
    $drafts = app(Drafts::class);
    $draft = $drafts->save($store, new TextEdit($resource, TextField::Title, 'Mine', 0), new Author(Origin::Hand, null))
        ->draft;
    expect(
        fn () => $drafts->save(
            $other,
            new TextEdit($resource, TextField::Title, 'Theirs', 0),
            new Author(Origin::Hand, null),
        ),
    )
        ->toThrow(InvalidArgumentException::class, 'no text of resource')
        ->and(
            fn () => $drafts->save(
                $store,
                new TextEdit(
                    $resource,
                    TextField::Title,
                    str_repeat('ü', TextField::Title->longest() + 1),
                    sure($draft?->revision),
                ),
                new Author(Origin::Hand, null),
            ),
        )
        ->toThrow(InvalidArgumentException::class, 'characters at most')
        ->and($drafts->markReady($other, [sure($draft)->id], true, null))
        ->toBe(0)
        ->and($drafts->decide($other, sure($draft?->id), true, null))
        ->toBeFalse()
        ->and($drafts->find($resource, TextField::Title)?->state)
        ->toBe(DraftState::Open);
});

it('decides a clash for one side, and once', function (bool $ours): void {
    [$store, $resource, $stored] = storeWithText();
    $drafts = app(Drafts::class);
    $draft = $drafts->save($store, new TextEdit($resource, TextField::Title, 'Ours', 0), new Author(Origin::Hand, null))
        ->draft;
    DB::table('drafts')
        ->where('id', $draft?->id)
        ->update(['state' => DraftState::Clash->value]);
    DB::table('resource_texts')
        ->where('resource_id', $resource)
        ->where('field', TextField::Title->value)
        ->update(['stored' => 'Theirs']);
    expect($drafts->decide($store, sure($draft?->id), $ours, null))
        ->toBeTrue()
        ->and($drafts->decide($store, sure($draft?->id), $ours, null))
        ->toBeFalse();
    $after = $drafts->find($resource, TextField::Title);
    $ours
        ? expect($after)->state->toBe(DraftState::Ready)->baseValue->toBe('Theirs')->value->toBe('Ours')
        : expect($after)->toBeNull();
    expect(array_map(static fn (HistoryEntry $entry): string => $entry->event->value, History::of($resource, 1)))->toBe([
        $ours ? 'ready' : 'dropped',
    ]);
})->with(['ours' => [true], 'theirs' => [false]]);

it('puts down one change for an address and field, the later over the earlier', function (): void {
    $store = (new Tests\Web\Site())->store();
    $market = (int) DB::table('markets')->where('store_id', $store->id)->value('id');
    $page = DB::table('pages')->insertGetId([
        'store_id' => $store->id,
        'market_id' => $market,
        'digest' => random_bytes(16),
        'url' => $store->base_url.'a',
    ]);
    $changes = new AddressChanges();
    $ask = static fn (string $value, AddressField $field = AddressField::Canonical): int => $changes->put(
        $store,
        [['page' => $page, 'field' => $field, 'value' => $value, 'why' => 'test']],
        new Author(Origin::Hand, null),
    );
    $held = static fn (): array => DB::table('address_changes')
        ->where('page_id', $page)
        ->orderBy('field')
        ->get(['field', 'value', 'base_value', 'state'])
        ->map(static fn (stdClass $row): string => implode(' ', (array) $row))
        ->all();
    expect($ask('/b'))
        ->toBe(1)
        ->and($ask('/b'))
        ->toBe(0)
        ->and($ask('/c'))
        ->toBe(1)
        ->and($ask('noindex', AddressField::Robots))
        ->toBe(1)
        ->and($held())
        ->toBe(['11 /c  ready', '12 noindex  ready']);
    // What is on its way stays; what is live by our doing is not asked for again, and is what the next change is
    // written over.
    DB::table('address_changes')
        ->where('page_id', $page)
        ->where('field', 11)
        ->update(['state' => 'sending']);
    expect($ask('/d'))->toBe(0);
    (new AddressSending())->live(
        new SentAddress($store->id, $page, AddressField::Canonical, '', '/c', 0, null),
        '/c',
        false,
    );
    expect($ask('/c'))
        ->toBe(0)
        ->and($ask('/e'))
        ->toBe(1)
        ->and($held())
        ->toBe(['11 /e /c ready', '12 noindex  ready']);
    expect($changes->drop($store, [$page], null))
        ->toBe(2)
        ->and($held())
        ->toBe([])
        ->and($changes->drop($store, null, null))
        ->toBe(0);
});
