<?php

declare(strict_types=1);

use App\Access\Models\User;
use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\DraftState;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\History;
use App\Changes\HistoryEntry;
use App\Changes\Origin;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Orchard\Core\Wording\TextField;

beforeEach(function (): void {
    $this->store = crawledStore();
});

function product(Store $store, int $nth = 0): stdClass
{
    return DB::table('resources')
        ->where('store_id', $store->id)
        ->where('kind', 3)
        ->orderBy('id')
        ->skip($nth)
        ->first() ?? throw new LogicException('No product.');
}

/** @return list<string> */
function checksOf(int $resource, string $field = 'title'): array
{
    $bits = (int) DB::table('write_rows')
        ->where('resource_id', $resource)
        ->value("{$field}_checks");

    return array_map(static fn ($check): string => $check->key(), Orchard\Core\Wording\Check::inBits($bits));
}

/** @return TestResponse<\Symfony\Component\HttpFoundation\Response> */
function saveText(
    Store $store,
    User $user,
    int $resource,
    string $text,
    int $revision = 0,
    string $field = 'title',
): TestResponse {
    return test()
        ->actingAs($user)
        ->postJson("/s/{$store->slug}/write/texts/$resource/$field", ['text' => $text, 'revision' => $revision]);
}

it('saves a draft, tells its checks, and takes it back when the shop’s text is typed again', function (): void {
    $product = product($this->store);
    $writer = member($this->store, Role::Writer);
    $saved = saveText($this->store, $writer, $product->id, 'Lamp')->assertOk();
    $saved->assertJson(['saved' => true, 'isDraft' => true, 'checks' => ['too short'], 'state' => 'draft']);
    expect(
        (array) DB::table('drafts')
            ->where('resource_id', $product->id)
            ->first(['value', 'origin']),
    )
        ->toBe(['value' => 'Lamp', 'origin' => 'hand'])
        ->and(checksOf($product->id))
        ->toBe(['short']);
    $stored = (string) DB::table('resource_texts')
        ->where('resource_id', $product->id)
        ->where('field', 1)
        ->value('stored');
    saveText($this->store, $writer, $product->id, $stored, $saved->json('revision'))
        ->assertOk()
        ->assertJson(['isDraft' => false, 'revision' => 0, 'state' => '']);
    expect(DB::table('drafts')->where('resource_id', $product->id)->exists())
        ->toBeFalse()
        ->and(array_map(static fn (HistoryEntry $e): string => $e->event->value, History::of($product->id)))
        ->toBe(['reverted', 'saved']);
});

it('tells the second of two people who changed what, and loses neither text', function (): void {
    $product = product($this->store);
    [$ama, $wim] = [member($this->store, Role::Writer), member($this->store, Role::Approver)];
    saveText($this->store, $ama, $product->id, 'Text of the first')->assertOk();
    $clash = saveText($this->store, $wim, $product->id, 'Text of the second')->assertStatus(409);
    expect($clash->json())->saved->toBeFalse()->text->toBe('Text of the first')->author->toBe($ama->name);
    expect(
        DB::table('history')->where('resource_id', $product->id)->where('event', 'not taken')->value('after_value'),
    )->toBe('Text of the second');
    saveText($this->store, $wim, $product->id, 'Text of the second', $clash->json('revision'))->assertOk();
    expect(DB::table('drafts')->where('resource_id', $product->id)->value('value'))->toBe('Text of the second');
});

it('saves the same text twice without a second version', function (): void {
    $product = product($this->store);
    $writer = member($this->store, Role::Writer);
    $first = saveText($this->store, $writer, $product->id, 'The same text')->json('revision');
    expect(saveText($this->store, $writer, $product->id, 'The same text', 0)->assertOk()->json('revision'))
        ->toBe($first)
        ->and(DB::table('history')->where('resource_id', $product->id)->count())
        ->toBe(1);
});

it('refuses what it should', function (): void {
    $product = product($this->store);
    $writer = member($this->store, Role::Writer);
    saveText($this->store, member($this->store, Role::Viewer), $product->id, 'x')->assertForbidden();
    saveText($this->store, $writer, $product->id, str_repeat('x', 401))->assertStatus(422);
    saveText($this->store, $writer, 999999999, 'x')->assertNotFound();
    saveText($this->store, $writer, $product->id, 'x', 0, 'slug')->assertNotFound();
    $other = shopStore();
    saveText($other, member($other, Role::Owner), $product->id, 'x')->assertNotFound();
    $this->actingAs($writer)
        ->postJson("/s/{$this->store->slug}/write/texts/{$product->id}/title", ['text' => ['a'], 'revision' => 'x'])
        ->assertStatus(422);
    expect(DB::table('drafts')->where('store_id', $this->store->id)->count())->toBe(0);
});

it('marks repeated texts on every page that shares them, and takes the mark away when they part', function (): void {
    [$one, $two, $three] = [product($this->store, 0), product($this->store, 1), product($this->store, 2)];
    $drafts = app(Drafts::class);
    $same = 'Exactly the same title on two pages of one market';
    $first = $drafts->save(
        $this->store,
        new TextEdit($one->id, TextField::Title, $same, 0),
        new Author(Origin::Hand, null),
    )->draft;
    expect(checksOf($one->id))->not->toContain('repeated');
    $drafts->save(
        $this->store,
        new TextEdit($two->id, TextField::Title, mb_strtoupper($same), 0),
        new Author(Origin::Hand, null),
    );
    expect(checksOf($one->id))->toContain('repeated')->and(checksOf($two->id))->toContain('repeated');
    $drafts->save(
        $this->store,
        new TextEdit($one->id, TextField::Title, 'Now it is a title of its own', sure($first?->revision)),
        new Author(Origin::Hand, null),
    );
    expect(checksOf($one->id))->not->toContain('repeated')->and(checksOf($two->id))->not->toContain('repeated');
    $shown = (string) DB::table('resource_texts')->where('resource_id', $three->id)->where('field', 1)->value('shown');
    $drafts->save(
        $this->store,
        new TextEdit(
            $two->id,
            TextField::Title,
            str_replace(' – Tindrel', '', $shown),
            $drafts->find($two->id, TextField::Title)->revision ?? 0,
        ),
        new Author(Origin::Hand, null),
    );
    expect(checksOf($two->id))->toContain('repeated')->and(checksOf($three->id))->toContain('repeated');
});

it('counts repeated texts as SQL over all pairs does', function (): void {
    $shown = DB::select(
        'SELECT r.id, LOWER(t.shown) AS text FROM resources r JOIN resource_texts t ON t.resource_id = r.id
            AND t.field = 1 WHERE r.store_id = ? AND t.shown <> \'\'',
        [$this->store->id],
    );
    $byText = [];
    foreach ($shown as $row) {
        $byText[$row->text][] = (int) $row->id;
    }
    $expected = array_merge(...array_values(array_filter($byText, static fn (array $ids): bool => count($ids) > 1)));
    sort($expected);
    $marked = DB::table('write_rows')
        ->where('store_id', $this->store->id)
        ->whereRaw('title_checks & 8')
        ->orderBy('resource_id')
        ->pluck('resource_id')
        ->map(static fn (mixed $n): int => (int) $n)
        ->all();
    expect($marked)->toBe($expected)->and($marked)->not->toBeEmpty();
});

it('says the same of a text whether it is looked at alone or with all others', function (): void {
    $user = member($this->store, Role::Writer);
    $drafts = app(Drafts::class);
    mt_srand(9);
    $ids = DB::table('resources')
        ->where('store_id', $this->store->id)
        ->where('gone', 0)
        ->orderBy('id')
        ->pluck('id')
        ->map(intval(...))
        ->all();
    for ($i = 0; $i < 40; $i++) {
        $resource = $ids[array_rand($ids)];
        $field = TextField::from(mt_rand(1, 2));
        $known = $drafts->find($resource, $field);
        $text =
            mt_rand(0, 4) === 0
                ? (string) DB::table('resource_texts')
                    ->where('resource_id', $resource)
                    ->where('field', $field->value)
                    ->value('stored')
                : ['The same for three', 'The same for some', 'One of its own '.$i][mt_rand(0, 2)];
        $drafts->save(
            $this->store,
            new TextEdit($resource, $field, $text, $known !== null ? $known->revision : 0),
            new Author(Origin::Hand, $user->id),
        );
    }
    $rows = fn (): array => DB::table('write_rows')
        ->where('store_id', $this->store->id)
        ->orderBy('resource_id')
        ->get()
        ->map(static fn (stdClass $row): array => (array) $row)
        ->all();
    $alone = $rows();
    app(App\Write\Desk\RowRebuild::class)->all($this->store, static fn () => null);
    expect($alone)->toBe($rows())->and(array_filter(array_column($alone, 'drafted')))->not->toBe([]);
});

it('shows the desk with its filters, to viewers too, and pages by key', function (): void {
    $viewer = member($this->store, Role::Viewer);
    $this->actingAs($viewer)
        ->get("/s/{$this->store->slug}/write")
        ->assertOk()
        ->assertSee(product($this->store)->name)
        ->assertSee('You can read this desk, but not write');
    foreach (
        [
            'kind=product',
            'kind=collection&check=missing&field=description',
            'check=repeated',
            'state=changed',
            'sort=wide',
            'q=lamp',
            'after=zz',
            'kind=nonsense&check[]=x',
        ] as $query
    ) {
        $this->get("/s/{$this->store->slug}/write?$query")->assertOk();
        $this->get("/s/{$this->store->slug}/write/counts?$query")->assertOk();
    }
    // The order of all, and rows by number, as the page asks for them.
    $order = $this->getJson("/s/{$this->store->slug}/write/order?sort=wide")
        ->assertOk()
        ->json('ids');
    expect($order)->toHaveCount(71)->and(array_unique($order))->toHaveCount(71);
    $widths = array_map(
        static fn (int $id): int => (int) DB::table('write_rows')->where('resource_id', $id)->value('title_px'),
        $order,
    );
    expect($widths)->toBe(
        array_reverse(
            (static function () use ($widths): array {
                sort($widths);

                return $widths;
            })(),
        ),
    );
    $rows = $this->getJson(
        "/s/{$this->store->slug}/write/rows?ids=".implode(',', array_slice($order, 5, 3)).',999999999',
    )
        ->assertOk()
        ->json('rows');
    expect(array_column($rows, 'id'))->toBe(array_slice($order, 5, 3));
    foreach (['', '1,', 'x', implode(',', range(1, 301))] as $wrong) {
        $this->getJson("/s/{$this->store->slug}/write/rows?ids=$wrong")->assertStatus(422);
    }
    $foreign = crawledStore();
    $theirs = product($foreign)->id;
    expect(
        $this->getJson("/s/{$this->store->slug}/write/rows?ids=$theirs")
            ->assertOk()
            ->json('rows'),
    )->toBe([]);
    $this->getJson("/s/{$foreign->slug}/write/order")->assertNotFound();
    $this->getJson("/s/{$foreign->slug}/write/rows?ids=$theirs")->assertNotFound();
});

it('marks drafts as ready, ticked or all of a view, and back', function (): void {
    $writer = member($this->store, Role::Writer);
    foreach ([0, 1, 2] as $nth) {
        saveText(
            $this->store,
            $writer,
            product($this->store, $nth)->id,
            "A good title for product number $nth here",
        )->assertOk();
    }
    $this->actingAs($writer)
        ->post("/s/{$this->store->slug}/write/ready", [
            'scope' => 'rows',
            'mark' => 'ready',
            'rows' => [product($this->store)->id],
        ])
        ->assertSessionHas('done');
    expect(DB::table('drafts')->where('store_id', $this->store->id)->where('state', 'ready')->count())->toBe(1);
    $this->post("/s/{$this->store->slug}/write/ready?kind=product", ['scope' => 'filter', 'mark' => 'ready']);
    expect(DB::table('drafts')->where('store_id', $this->store->id)->where('state', 'ready')->count())->toBe(3);
    saveText(
        $this->store,
        $writer,
        product($this->store)->id,
        'Written anew, so it is open again',
        app(Drafts::class)->find(product($this->store)->id, TextField::Title)->revision ?? 0,
    );
    expect(app(Drafts::class)->find(product($this->store)->id, TextField::Title)?->state)->toBe(DraftState::Open);
});

it('saves from the plain form of the dossier as well', function (): void {
    $product = product($this->store);
    $this->actingAs(member($this->store, Role::Writer))
        ->post("/s/{$this->store->slug}/write/texts/{$product->id}/description", [
            'text' => 'Written in the dossier.',
            'revision' => 0,
        ])
        ->assertRedirect()
        ->assertSessionHas('done');
    $this->get("/s/{$this->store->slug}/gather/pages/{$product->page_id}")
        ->assertOk()
        ->assertSee('Written in the dossier.');
});

it('tells how far each kind of page is, as the rows add up, and leads to what is next', function (): void {
    $viewer = member($this->store, Role::Viewer);
    DB::table('write_rows')
        ->where('store_id', $this->store->id)
        ->where('kind', 3)
        ->update(['upside' => 7]);
    $rows = DB::table('write_rows')->where('store_id', $this->store->id)->get()->groupBy('kind');
    foreach (App\Write\Desk\DeskProgress::of($this->store) as $kind) {
        $own = $rows[$kind->kind->value];
        expect($kind->pages)
            ->toBe($own?->count())
            ->and($kind->whole)
            ->toBe($own?->where('any_checks', 0)->count())
            ->and($kind->upside)
            ->toBe((int) $own?->sum('upside'))
            ->and($kind->faultyUpside)
            ->toBe((int) $own?->where('any_checks', '>', 0)->sum('upside'));
    }
    $faulty = sure($rows[3] ?? null)
        ->where('any_checks', '>', 0)
        ->count();
    expect($faulty)
        ->toBeGreaterThan(0)
        ->toBeLessThan(sure($rows[3] ?? null)->count());
    $this->actingAs($viewer)
        ->get("/s/{$this->store->slug}/write/progress")
        ->assertOk()
        ->assertSee("Write the $faulty with faults");
    $ids = $this->getJson("/s/{$this->store->slug}/write/order?kind=product&faults=any")
        ->assertOk()
        ->json('ids');
    expect($ids)->toHaveCount($faulty);
    $this->actingAs(member((new Tests\Web\Site())->store(), Role::Owner))
        ->get("/s/{$this->store->slug}/write/progress")
        ->assertNotFound();
});

it('calls a text no duplicate of what another page is to show no longer', function (): void {
    $writer = member($this->store, Role::Writer);
    $own =
        DB::table('resource_texts')
            ->join('resources', 'resources.id', '=', 'resource_texts.resource_id')
            ->where('resources.store_id', $this->store->id)
            ->where('resources.kind', 3)
            ->where('field', 1)
            ->whereRaw("stored <> '' AND shown LIKE CONCAT(stored, '%')")
            ->groupBy('stored')
            ->havingRaw('COUNT(*) = 1')
            ->selectRaw('MIN(resource_id) AS resource_id, stored')
            ->orderBy('resource_id')
            ->first() ?? throw new LogicException('No title of one page alone.');
    $other =
        product($this->store)->id === (int) $own->resource_id
            ? product($this->store, 1)->id
            : product($this->store)->id;
    saveText($this->store, $writer, $other, (string) $own->stored)->assertOk();
    expect(checksOf($other))->toContain('repeated')->and(checksOf((int) $own->resource_id))->toContain('repeated');
    saveText($this->store, $writer, (int) $own->resource_id, 'A title that nobody else has got')->assertOk();
    expect(checksOf($other))
        ->not->toContain('repeated')
        ->and(checksOf((int) $own->resource_id))
        ->not->toContain('repeated');
});

it('finds pages by their name, by what is shown, and by what is drafted', function (): void {
    $store = crawledStore();
    $this->actingAs(member($store, Role::Writer));
    [$one, $two] = DB::table('resources')
        ->where('store_id', $store->id)
        ->where('kind', 3)
        ->orderBy('id')
        ->limit(2)
        ->get()
        ->all();
    $found = fn (string $words): array => $this->getJson(route('write.order', [$store, 'q' => $words]))
        ->assertOk()
        ->json('ids');
    expect($found(mb_strtoupper((string) $one->name)))->toContain((int) $one->id)->not->toContain((int) $two->id);
    $shown = (string) DB::table('resource_texts')->where('resource_id', $two->id)->where('field', 2)->value('shown');
    expect($found(mb_substr($shown, 20, 40)))->toContain((int) $two->id);
    app(Drafts::class)->save(
        $store,
        new TextEdit((int) $two->id, TextField::Title, 'Überall 100% Öko_Leuchte', 0),
        new Author(Origin::Hand, null),
    );
    expect($found('öko_leuchte'))
        ->toBe([(int) $two->id])
        ->and($found('100%'))
        ->toBe([(int) $two->id])
        ->and($found('ökoxleuchte'))
        ->toBe([])
        ->and($found('100% Wolle'))
        ->toBe([]);
});

it('keeps for each person which columns they want, with the figures that they show', function (): void {
    $store = crawledStore();
    $mine = member($store, Role::Viewer);
    $keep = fn (array $data) => $this->actingAs($mine)->postJson(route('write.view', $store), $data);
    $keep(['figures' => ['touched', 'price'], 'width' => 700])->assertNoContent();
    $given = function (User $user) use ($store): array {
        $page = (string) $this->actingAs($user)->get(route('write', $store))->assertOk()->getContent();
        preg_match('~id="desk-data">(.*?)</script>~s', $page, $found);

        return json_decode($found[1] ?? '', true);
    };
    expect($given($mine))
        ->figures->toBe(['touched', 'price'])
        ->width->toBe(700);
    expect($given(member($store, Role::Writer)))
        ->figures->toBe(['clicks', 'ctr', 'expected', 'upside'])
        ->width->toBe(548);
    $keep(['figures' => [], 'width' => 548])->assertNoContent();
    expect($given($mine)['figures'])->toBe([]);
    foreach (
        [
            ['figures' => ['moon'], 'width' => 548],
            ['figures' => ['price', 'price'], 'width' => 548],
            ['figures' => [], 'width' => 5000],
            ['width' => 548],
        ] as $wrong
    ) {
        $keep($wrong)->assertStatus(422);
    }
    $priced = DB::table('page_products as p')
        ->join('resources as r', 'r.page_id', '=', 'p.page_id')
        ->where('r.store_id', $store->id)
        ->whereNotNull('p.price')
        ->first(['r.id', 'p.price', 'p.stock']);
    $row = app(App\Write\Desk\DeskSheet::class)->rows($store, [(int) $priced?->id])[0];
    expect($row)->price->toBe((string) $priced?->price)->touched->toBeNull();
    $this->actingAs(member(crawledStore(), Role::Owner))
        ->postJson(route('write.view', $store), ['figures' => [], 'width' => 548])
        ->assertNotFound();
});
