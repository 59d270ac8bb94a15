<?php

declare(strict_types=1);

use App\Access\Role;
use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\UndoWish;
use App\Stores\Models\Store;
use App\Untangle\Lists\CauseProgress;
use App\Untangle\UntangleStep;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\Cause;
use Orchard\Core\Duplicates\CauseType;

/** The demo-like small shop, crawled and searched for duplicates, whose API takes canonicals. */
function searchedShop(): Store
{
    $store = crawledStore();
    findTangles($store);

    return $store;
}

/** @return list<stdClass> causes with something to do, most to do first */
function causesToDo(Store $store): array
{
    return array_values(
        DB::table('untangle_causes')
            ->where('store_id', $store->id)
            ->where('to_do', '>', 0)
            ->whereNotIn('action', ['rewrite', 'leave'])
            ->orderByDesc('to_do')
            ->get()
            ->all(),
    );
}

it(
    'tells of a cause at once what is decided, ready, live and seen, on its list, itself and in the rail',
    function (): void {
        $store = searchedShop();
        $this->actingAs(member($store, Role::Approver));
        $waits = static fn (): int => (new UntangleStep())->waiting($store)->count ?? 0;
        $before = $waits();
        $cause = causesToDo($store)[0];
        $this->post(route('untangle.cause.carry', [$store, $cause->id]), ['which' => 'all'])->assertRedirect();
        $ready = DB::table('address_changes')
            ->join('untangle_pages', 'untangle_pages.page_id', '=', 'address_changes.page_id')
            ->where('untangle_pages.store_id', $store->id)
            ->where('cause_id', $cause->id)
            ->where('action', '<>', 'leave')
            ->count();
        $now = static fn (): stdClass => DB::table('untangle_causes')->where('id', $cause->id)->first() ??
            throw new LogicException();
        CauseProgress::learn($store);
        expect($ready)
            ->toBeGreaterThan(0)
            ->and($now()->ready)
            ->toBe($ready)
            ->and($waits())
            ->toBe($ready === (int) $cause->to_do ? $before - 1 : $before);
        $this->get(route('untangle', $store))
            ->assertOk()
            ->assertSee(number_format($ready).' ready');
        $sent = app(Releases::class)->send($store, new ReleaseWish([]), null);
        expect(app(WorkDesk::class)->workToEnd(sure($sent['work'])))->toBe('done');
        CauseProgress::learn($store);
        expect($now())->ready->toBe(0)->live->toBe($ready)->seen->toBe(0);
        $look = (int) DB::table('work')
            ->where('sort', 'release.look')
            ->where('subject_id', $sent['release'])
            ->value('id');
        for (
            $i = 0;
            $i < 20 && DB::table('release_items')->where('release_id', $sent['release'])->where('seen', 'no')->exists();
            $i++
        ) {
            DB::table('work')
                ->where('id', $look)
                ->update(['wake_at' => now()->subSecond()]);
            app(WorkDesk::class)->slice($look);
        }
        CauseProgress::learn($store);
        $seen = DB::table('release_items')
            ->join('untangle_pages', 'untangle_pages.page_id', '=', 'release_items.page_id')
            ->where('untangle_pages.store_id', $store->id)
            ->where('cause_id', $cause->id)
            ->where('action', '<>', 'leave')
            ->where('release_id', $sent['release'])
            ->where('seen', 'seen')
            ->count();
        expect($now()->seen)->toBe($seen)->and($seen)->toBeGreaterThan(0);
        $this->get(route('untangle.cause', [$store, $cause->id]))
            ->assertOk()
            ->assertSee(number_format($ready).' live');
        $back = app(Releases::class)->undo($store, new UndoWish($sent['release']), null);
        expect(app(WorkDesk::class)->workToEnd(sure($back['work'])))->toBe('done');
        CauseProgress::learn($store);
        expect($now()->live)->toBe(0)->and($waits())->toBe($before);
    },
);

it('shows the same fault in several folders as one cause, and decides it for all of them', function (): void {
    $store = searchedShop();
    $this->actingAs(member($store, Role::Writer));
    $cause = causesToDo($store)[0];
    // The same fault in two more folders, which the small shop does not have.
    foreach (['/one/*', '/two/*', '/three/*'] as $folder) {
        DB::table('untangle_causes')->insert([
            'store_id' => $store->id,
            'type' => 'declared',
            'parameter' => 'redirected',
            'scope' => $folder,
            'digest' => Cause::of(CauseType::Declared, 'redirected', $folder)->digest(),
            'sort' => 'declared',
            'urls' => 1,
            'to_do' => 1,
            'action' => 'canonical',
        ]);
    }
    $ids = DB::table('untangle_causes')
        ->where('store_id', $store->id)
        ->where(['type' => 'declared', 'parameter' => 'redirected'])
        ->pluck('id')
        ->all();
    $this->get(route('untangle', $store))
        ->assertOk()
        ->assertSee('in '.count($ids).' folders')
        ->assertDontSee('Canonical to a redirect, /two/*');
    $this->get(route('untangle.family', [$store, $ids[0]]))->assertOk()->assertSee('/two/*')->assertSee('/three/*');
    $this->get(route('untangle.family', [$store, $ids[0], 'choice' => 'leave']))
        ->assertOk()
        ->assertSee('“Leave as is” means:');
    $this->post(route('untangle.family.decide', [$store, $ids[0]]), ['choice' => 'leave'])->assertSessionHas(
        'done',
        'Decided for '.count($ids).' folders, and for what later crawls find there.',
    );
    expect(DB::table('untangle_causes')->whereIn('id', $ids)->pluck('decision')->unique()->all())
        ->toBe(['leave'])
        ->and(DB::table('untangle_causes')->where('id', $cause->id)->value('decision'))
        ->toBeNull();
    $this->post(route('untangle.family.decide', [$store, $ids[0]]), ['choice' => 'burn'])->assertSessionHasErrors(
        'choice',
    );
    $this->actingAs(member($store, Role::Viewer))
        ->post(route('untangle.family.decide', [$store, $ids[0]]), ['choice' => 'leave'])
        ->assertForbidden();
    $this->post(route('untangle.family.carry', [$store, $ids[0]]))->assertForbidden();
});

it('takes ticked addresses of a cause: ready, left as they are, or like the rest again', function (): void {
    $store = searchedShop();
    $this->actingAs(member($store, Role::Writer));
    $cause = causesToDo($store)[0];
    $pages = DB::table('untangle_pages')
        ->where('store_id', $store->id)
        ->where('cause_id', $cause->id)
        ->where('action', '<>', 'leave')
        ->orderBy('page_id')
        ->pluck('page_id')
        ->map(static fn (mixed $id): int => (int) $id)
        ->all();
    $to = route('untangle.cause.pages', [$store, $cause->id]);
    $toDo = static fn (): int => (int) DB::table('untangle_causes')->where('id', $cause->id)->value('to_do');
    $this->post($to, ['do' => 'leave', 'pages' => [$pages[0]]])->assertSessionHas('done');
    expect($toDo())
        ->toBe(count($pages) - 1)
        ->and(DB::table('untangle_pages')->where('page_id', $pages[0])->value('action'))
        ->toBe('leave');
    $this->post($to, ['do' => 'rule', 'pages' => [$pages[0]]])->assertSessionHas('done');
    expect($toDo())->toBe(count($pages));
    $this->post($to, ['do' => 'ready', 'pages' => [$pages[0]]])->assertSessionHasNoErrors();
    expect(
        DB::table('address_changes')->where('store_id', $store->id)->where('page_id', $pages[0])->exists(),
    )->toBeTrue();
    $this->post($to, ['do' => 'ready'])->assertSessionHasErrors('pages');
    // Pages of another store, or of another cause, are not touched by it.
    $this->post($to, ['do' => 'leave', 'pages' => [999999999]])->assertSessionHas(
        'done',
        '0 URLs are left as they are, now and later.',
    );
    $this->get(route('untangle.cause', [$store, $cause->id]))->assertOk()->assertSee('name="pages[]"', false);
    $this->actingAs(member($store, Role::Viewer))
        ->get(route('untangle.cause', [$store, $cause->id]))
        ->assertOk()
        ->assertDontSee('name="pages[]"', false);
    $this->post($to, ['do' => 'leave', 'pages' => [$pages[0]]])->assertForbidden();
});

it('asks whether one means it, where the keeper that is chosen has far fewer clicks', function (): void {
    $store = searchedShop();
    $this->actingAs(member($store, Role::Writer));
    $tangle =
        DB::table('untangle_tangles')
            ->where('store_id', $store->id)
            ->where('pages', '>', 1)
            ->where('keeper_page', '>', 0)
            ->first() ?? throw new LogicException();
    $other = DB::table('untangle_pages as u')
        ->join('page_index as i', 'i.page_id', '=', 'u.page_id')
        ->where('u.store_id', $store->id)
        ->where('u.tangle_id', $tangle->tangle_id)
        ->where('u.page_id', '<>', $tangle->keeper_page)
        ->where('i.status', 200)
        ->value('u.page_id');
    DB::table('untangle_pages')
        ->where('page_id', $tangle->keeper_page)
        ->update(['clicks' => 40]);
    DB::table('untangle_pages')
        ->where('page_id', $other)
        ->update(['clicks' => 19]);
    $to = route('untangle.page', [$store, $other]);
    $this->post($to, ['do' => 'keeper'])->assertSessionHas(
        'question',
        static fn (array $question): bool => str_contains((string) $question['words'], '19 clicks') &&
            str_contains((string) $question['words'], 'has 40'),
    );
    expect(
        (int) DB::table('untangle_tangles')
            ->where('store_id', $store->id)
            ->where('tangle_id', $tangle->tangle_id)
            ->value('keeper_page'),
    )->toBe((int) $tangle->keeper_page);
    $this->post($to, ['do' => 'keeper', 'sure' => '1'])->assertSessionMissing('question');
    expect(
        (int) DB::table('untangle_tangles')
            ->where('store_id', $store->id)
            ->where('tangle_id', $tangle->tangle_id)
            ->value('keeper_page'),
    )->toBe((int) $other);
    // With half of the clicks or more nothing is asked.
    DB::table('untangle_pages')
        ->where('page_id', $tangle->keeper_page)
        ->update(['clicks' => 20]);
    DB::table('untangle_pages')
        ->where('page_id', $other)
        ->update(['clicks' => 40]);
    $this->post(route('untangle.page', [$store, $tangle->keeper_page]), ['do' => 'keeper'])->assertSessionMissing(
        'question',
    );
});

it('keeps decisions on causes that were known by a name in words', function (): void {
    $store = crawledStore();
    $names = [
        'parameter finish + size in /lamp/' => ['parameter', 'finish + size', '/lamp/'],
        'narrows: finish in /range/' => ['narrows', 'finish', '/range/'],
        'parts name the first: leaf in /range/' => ['paging', 'leaf', '/range/'],
        'declares: outside the head in /lamp/*' => ['declared', 'outside the head', '/lamp/*'],
        'path /range/*/* beside /lamp/*' => ['path', '/lamp/*', '/range/*/*'],
        'copies in /lamp/*' => ['copies', '', '/lamp/*'],
        'same text in /in the house/*' => ['text', '', '/in the house/*'],
        'host shop.example:8080' => ['host', 'shop.example:8080', ''],
        'index page' => ['index-file', '', ''],
        'order of parameters' => ['order', '', ''],
    ];
    DB::statement("ALTER TABLE untangle_causes ADD COLUMN name VARCHAR(300) NOT NULL DEFAULT ''");
    foreach (array_keys($names) as $i => $name) {
        $row = ['store_id' => $store->id, 'name' => $name, 'sort' => 'path', 'decision' => 'leave', 'urls' => $i];
        DB::table('untangle_causes')->insert($row + ['digest' => md5($name, true)]);
    }
    $migration = require app_path('Untangle/Migrations/2026_11_28_000041_keep_causes_as_values.php');
    $migration->up();
    $kept = DB::table('untangle_causes')->where('store_id', $store->id)->orderBy('urls')->get();
    expect($kept->map(static fn (stdClass $row): array => [$row->type, $row->parameter, $row->scope])->all())
        ->toBe(array_values($names))
        ->and($kept->pluck('decision')->unique()->all())
        ->toBe(['leave']);
    // What finds them later knows them by the same digest.
    foreach ($kept as $row) {
        expect(Cause::of(CauseType::from($row->type), $row->parameter, $row->scope)->digest())->toBe($row->digest);
    }
    $migration->up();
    expect(DB::table('untangle_causes')->where('store_id', $store->id)->count())->toBe(count($names));
});
