<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Live\LiveChanges;
use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\UndoWish;
use App\Watch\Changed\ChangeBook;
use App\Watch\Lists\Learned;
use App\Watch\Lists\ResultList;
use Illuminate\Support\Facades\DB;

it('takes a release down as it went live, with what was promised on that day', function (): void {
    $store = crawledStore();
    readyDrafts($store, 6);
    $pages = DB::table('drafts')
        ->join('resources', 'resources.id', '=', 'drafts.resource_id')
        ->where('drafts.store_id', $store->id)
        ->distinct()
        ->orderBy('page_id')
        ->pluck('page_id');
    foreach ($pages as $nth => $page) {
        scored($store, (int) $page, [
            'wording' => 10 + $nth,
            'wording_clicks' => 3,
        ]);
    }
    ['release' => $release, 'work' => $work] = app(Releases::class)->send(
        $store,
        new ReleaseWish(name: 'First round'),
        null,
    );
    expect(app(WorkDesk::class)->workToEnd((int) $work))->toBe('done');
    // Weighed anew after it went out, the promise stays what it was.
    DB::table('weigh_scores')
        ->where('store_id', $store->id)
        ->update(['wording' => 999]);
    DB::transaction(static fn () => app(ChangeBook::class)->sync($store));
    DB::transaction(static fn () => app(ChangeBook::class)->sync($store));
    $change = DB::table('watch_changes')->where('store_id', $store->id)->get();
    expect($change)
        ->toHaveCount(1)
        ->and($change[0]?->name)
        ->toBe('First round')
        ->and($change[0]?->source_id)
        ->toBe($release)
        ->and($change[0]?->pages)
        ->toBe(6)
        // Titles and descriptions are the bits 1 and 2.
        ->and($change[0]?->fields)
        ->toBe(3)
        ->and((float) $change[0]?->promised)
        ->toBe((float) array_sum(range(10, 15)))
        ->and((float) $change[0]?->share)
        ->toBe(1.0)
        ->and(ResultList::find($store, (int) $change[0]?->id)?->words($store->today()))
        ->toBe('not judged yet')
        ->and(Learned::of($store))
        ->toBeNull();
    $this->actingAs(member($store, Role::Viewer));
    $this->get("/s/{$store->slug}/watch/releases/$release")->assertRedirect(
        "/s/{$store->slug}/watch/changes/{$change[0]?->id}",
    );
    $this->get("/s/{$store->slug}/watch/releases/999999")->assertRedirect("/s/{$store->slug}/watch");
    $this->get("/s/{$store->slug}/release/$release")
        ->assertOk()
        ->assertSee('What it earned');

    // What was judged since, and has not changed, is not read again.
    DB::table('watch_changes')
        ->where('id', $change[0]?->id)
        ->update(['name' => 'As it was', 'judged_at' => now()->addSecond()]);
    DB::transaction(static fn () => app(ChangeBook::class)->sync($store));
    expect(DB::table('watch_changes')->where('id', $change[0]?->id)->value('name'))->toBe('As it was');
    DB::table('watch_changes')
        ->where('id', $change[0]?->id)
        ->update(['judged_at' => now()->subSecond()]);

    // What is taken back is known by page; the undo is no change of its own.
    $item = (int) DB::table('release_items')->where('release_id', $release)->orderBy('id')->value('id');
    ['work' => $work] = app(Releases::class)->undo($store, new UndoWish($release, [$item]), null);
    expect(app(WorkDesk::class)->workToEnd((int) $work))->toBe('done');
    DB::transaction(static fn () => app(ChangeBook::class)->sync($store));
    expect(DB::table('watch_changes')->where('store_id', $store->id)->count())
        ->toBe(1)
        ->and(DB::table('watch_pages')->where('change_id', $change[0]?->id)->whereNotNull('undone_on')->count())
        ->toBe(1)
        ->and(LiveChanges::touched($store, '2000-01-01', '2100-01-01', $release))
        ->toHaveCount(1);
});
