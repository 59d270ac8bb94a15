<?php

declare(strict_types=1);

use App\Access\Memberships;
use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Gather\Crawl\Crawls;
use App\Gather\Feeds\Feeds;
use App\Gather\Files\Imports;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Leaving\DeleteWork;
use App\Stores\Leaving\ExportWork;
use App\Stores\Leaving\Leaving;
use App\Stores\Leaving\StoreTables;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use App\Weigh\Worklists\NewWorklist;
use App\Weigh\Worklists\Worklists;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Orchard\Core\Wording\TextField;
use Tests\Web\Site;

/** A store in which something of everything was done. */
function livedIn(): Store
{
    $store = weighableStore();
    weigh($store);
    findTangles($store);
    $list =
        Worklists::find(
            $store,
            Worklists::open($store, new NewWorklist('December', '2026-12-01', '2026-12-31', 600), null),
        ) ?? throw new LogicException();
    Worklists::add($store, $list, [(int) DB::table('weigh_scores')->where('store_id', $store->id)->value('page_id')]);
    $resource = (int) DB::table('resources')->where('store_id', $store->id)->value('id');
    app(Drafts::class)->save(
        $store,
        new TextEdit($resource, TextField::Title, '=SUM(1,2) a better title', 0),
        new Author(Origin::Hand, null),
    );

    return $store;
}

/**
 * @return array<string, int> rows of a store by table, found in the database itself and by what the rooms say of theirs
 */
function rowsByTable(int $store): array
{
    $tables = app(StoreTables::class);
    $rows = [];
    foreach ($tables->own() as $table) {
        $rows[$table] = DB::table($table)->where('store_id', $store)->count();
    }
    foreach ($tables->children() as $table => ['column' => $column, 'parent' => $parent]) {
        $rows[$table] = DB::table($table)
            ->whereIn(
                $column,
                DB::table($parent)
                    ->where('store_id', $store)
                    ->select($parent === 'page_index' ? 'page_id' : 'id'),
            )
            ->count();
    }

    return $rows;
}

it('knows of every table whether it goes with a store', function (): void {
    $tables = app(StoreTables::class);
    $known = [...$tables->own(), ...array_keys($tables->children())];
    // What is of the server, of people, or of none: it stays.
    $stays = [
        'cache', 'cache_locks', 'failed_jobs', 'installation', 'jobs', 'migrations', 'password_reset_tokens',
        'personal_access_tokens', 'sessions', 'stores', 'users',
    ];
    $all = array_map(
        static fn (stdClass $row): string => (string) $row->name,
        DB::select(
            "SELECT TABLE_NAME AS name FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE()
                AND TABLE_TYPE = 'BASE TABLE'",
        ),
    );
    expect($all)
        ->toEqualCanonicalizing([...$known, ...$stays])
        ->and(count($known))
        ->toBeGreaterThan(100);
    // A child's rows are found by its parent's, so the parent has a store's number.
    foreach ($tables->children() as $table => ['column' => $column, 'parent' => $parent]) {
        expect(DB::getSchemaBuilder()->hasColumns($table, [$column]))
            ->toBeTrue("$table.$column")
            ->and(DB::getSchemaBuilder()->hasColumns($parent, ['store_id']))
            ->toBeTrue($parent);
    }
});

it('deletes a store to its last row and file, and nothing of another', function (): void {
    $store = livedIn();
    $other = livedIn();
    $before = rowsByTable($store->id);
    $others = rowsByTable($other->id);
    expect(count(array_filter($before)))->toBeGreaterThan(30);
    // Rows that a parent's going would hide are looked for by their own numbers.
    $children = [];
    foreach (app(StoreTables::class)->children() as $table => ['column' => $column, 'parent' => $parent]) {
        $children[$table] = [$column, DB::table($parent)->where('store_id', $store->id)->pluck('id')->all()];
    }
    app(Imports::class)->announce($store, null, 'half.csv', 100);
    $before = rowsByTable($store->id);
    $files = array_values(
        array_filter(app(StoreTables::class)->filesOf($store), Storage::disk('uploads')->exists(...)),
    );
    expect($files)->not->toBe([]);
    $leaving = app(Leaving::class);
    expect(fn () => $leaving->delete($store, $store->name, null))->toThrow(InvalidArgumentException::class, 'Archive');
    $leaving->archive($store);
    expect(fn () => $leaving->delete($store, 'Another', null))->toThrow(InvalidArgumentException::class, 'name');
    $crawl = app(Crawls::class)->begin($store, null)['work'];
    $work = $leaving->delete($store->refresh(), $store->name, null);
    expect(fn () => $leaving->delete($store, $store->name, null))->toThrow(InvalidArgumentException::class, 'already');
    // Killed at any portion, it goes on where it was.
    $desk = app(WorkDesk::class);
    $desk->slice($work);
    expect($desk->workToEnd($work))
        ->toBe('done')
        ->and(array_filter(rowsByTable($store->id)))
        ->toBe([])
        ->and(DB::table('stores')->where('id', $store->id)->exists())
        ->toBeFalse()
        ->and(DB::table('work')->where('id', $crawl)->exists())
        ->toBeFalse();
    foreach ($children as $table => [$column, $parents]) {
        expect(DB::table($table)->whereIn($column, $parents)->count())->toBe(0, $table);
    }
    Storage::disk('uploads')->assertMissing($files);
    expect(rowsByTable($other->id))->toBe($others);
    expect($desk->workToEnd($desk->begin(new NewWork(DeleteWork::class, 0, $store->id))))->toBe('done');
});

it('waits with deleting until nobody works in the store any more', function (): void {
    $store = (new Site())->linking('/', [])->store();
    $held = app(Crawls::class)->begin($store, null)['work'];
    DB::table('work')
        ->where('id', $held)
        ->update([
            'owner' => 'another:1',
            'state' => 'running',
            'expires_at' => DB::raw('TIMESTAMPADD(SECOND, 30, UTC_TIMESTAMP(3))'),
        ]);
    $leaving = app(Leaving::class);
    $leaving->archive($store);
    $work = $leaving->delete($store->refresh(), $store->name, null);
    $desk = app(WorkDesk::class);
    $desk->slice($work);
    expect(DB::table('stores')->where('id', $store->id)->exists())
        ->toBeTrue()
        ->and((int) DB::table('work')->where('id', $held)->value('stop_asked'))
        ->toBe(1);
    DB::table('work')
        ->where('id', $held)
        ->update(['owner' => null, 'expires_at' => null]);
    expect($desk->workToEnd($work))->toBe('done');
});

it('archives a store: it can be looked at, and nothing is begun in it', function (): void {
    $store = livedIn();
    app(StoreOptions::class)->set($store, 'feed_url', 'https://feed.example');
    app(StoreOptions::class)->set($store->refresh(), 'crawl_schedule', 'daily 00:00');
    DB::table('gather_crawls')
        ->where('store_id', $store->id)
        ->update(['started_at' => now()->subDays(3)]);
    $owner = member($store, Role::Owner);
    $writer = member($store, Role::Writer);
    $at = "/s/{$store->slug}";
    foreach ([null, member($store, Role::Viewer), $writer, member($store, Role::Approver)] as $lesser) {
        $lesser !== null && $this->actingAs($lesser);
        foreach (['archive', 'bring-back', 'export', 'delete'] as $verb) {
            $lesser === null
                ? $this->post("$at/$verb")->assertRedirect('/sign-in')
                : $this->post("$at/$verb")->assertForbidden();
        }
    }
    $this->actingAs($writer)
        ->post("$at/gather/crawl")
        ->assertRedirect();
    $this->actingAs($owner)
        ->post("$at/archive")
        ->assertRedirect();
    $this->get("$at/settings/leaving")
        ->assertOk()
        ->assertSee('nothing is fetched, written or sent');
    $this->get('/stores')->assertSee('archived on');
    foreach (['', '/gather', '/weigh', '/write', '/untangle', '/release'] as $screen) {
        $this->actingAs($writer)
            ->get("$at$screen")
            ->assertOk();
    }
    $this->post("$at/gather/crawl")->assertForbidden();
    $this->actingAs($owner)
        ->post("$at/gather/crawl")
        ->assertForbidden();
    $works = DB::table('work')->where('store_id', $store->id)->count();
    app(Crawls::class)->beginDue();
    app(Feeds::class)->pullAll();
    expect(DB::table('work')->where('store_id', $store->id)->count())->toBe($works);
    $this->post("$at/bring-back")->assertRedirect();
    app(Feeds::class)->pullAll();
    expect(DB::table('work')->where('store_id', $store->id)->count())->toBe($works + 1);
    $this->post("$at/delete", ['name' => $store->name])->assertSessionHasErrors('name');
    $this->post("$at/archive");
    $this->post("$at/delete", ['name' => 'wrong'])->assertSessionHasErrors('name');
    $this->post("$at/delete", ['name' => $store->name])->assertRedirect('/stores');
    $this->get('/stores')->assertSee('is being deleted');
    $this->get($at)->assertForbidden();
});

it('exports what people made as CSV in a zip, safe for spreadsheets, without secrets', function (): void {
    $store = livedIn();
    app(StoreOptions::class)->set($store, 'hook_url', 'https://script.example');
    app(StoreOptions::class)->set($store, 'hook_secret', 'a-very-secret-thing');
    $owner = member($store, Role::Owner);
    $this->actingAs($owner)
        ->get("/s/{$store->slug}/export.zip")
        ->assertNotFound();
    $this->post("/s/{$store->slug}/export")->assertRedirect();
    $this->post("/s/{$store->slug}/export")->assertRedirect();
    $works = DB::table('work')->where('store_id', $store->id)->where('sort', ExportWork::sort())->pluck('id');
    expect($works)->toHaveCount(1)->and(app(WorkDesk::class)->workToEnd((int) $works[0]))->toBe('done');
    $answer = $this->get("/s/{$store->slug}/export.zip")
        ->assertOk()
        ->assertDownload("{$store->slug}.zip");
    $path = (string) tempnam(sys_get_temp_dir(), 'zip');
    file_put_contents($path, $answer->streamedContent());
    $zip = new ZipArchive();
    expect($zip->open($path))->toBeTrue();
    $names = array_map(static fn (int $n): string => (string) $zip->getNameIndex($n), range(0, $zip->numFiles - 1));
    expect($names)->toEqualCanonicalizing([
        'canonicals.csv', 'findings-left.csv', 'links-to-add.csv', 'marked-changes.csv', 'page-questions.csv',
        'results.csv', 'roads.csv', 'robots-txt.csv', 'history.csv', 'matches.csv', 'pages.csv', 'texts.csv',
        'upside.csv', 'worklists.csv', 'settings.json', 'terms.csv', 'tracked.csv', 'read-me.txt',
    ]);
    $lines = static fn (string $name): array => array_filter(explode("\r\n", (string) $zip->getFromName($name)));
    expect(count($lines('pages.csv')) - 1)
        ->toBe(DB::table('page_index')->where('store_id', $store->id)->count())
        ->and(count($lines('history.csv')) - 1)
        ->toBe(DB::table('history')->where('store_id', $store->id)->count())
        ->and((string) $zip->getFromName('texts.csv'))
        ->toContain("'=SUM(1,2) a better title")
        ->and((string) $zip->getFromName('worklists.csv'))
        ->toContain('December');
    $settings = json_decode((string) $zip->getFromName('settings.json'), true, flags: JSON_THROW_ON_ERROR);
    expect($settings['store']['hook_url'])
        ->toStartWith('https://script.example')
        ->and((string) $zip->getFromName('settings.json'))
        ->not->toContain('a-very-secret-thing');
    unlink($path);
    $this->actingAs(member($store, Role::Approver))
        ->get("/s/{$store->slug}/export.zip")
        ->assertForbidden();
    touch(Storage::disk('uploads')->path(ExportWork::folder($store->id)."/{$store->slug}.zip"), time() - 9 * 86400);
    Leaving::forgetExports();
    $this->actingAs($owner)
        ->get("/s/{$store->slug}/export.zip")
        ->assertNotFound();
});

it('lets people leave, the last owner not', function (): void {
    $store = (new Site())->store();
    $owner = member($store, Role::Owner);
    $writer = member($store, Role::Writer);
    $this->post("/s/{$store->slug}/leave")->assertRedirect('/sign-in');
    $this->actingAs(member((new Site())->store(), Role::Owner))
        ->post("/s/{$store->slug}/leave")
        ->assertNotFound();
    $this->actingAs($writer)
        ->post("/s/{$store->slug}/leave")
        ->assertRedirect('/stores');
    expect($writer->fresh()?->roleIn($store))->toBeNull();
    $this->actingAs($owner)
        ->post("/s/{$store->slug}/leave")
        ->assertSessionHasErrors('store');
    app(Memberships::class)->setRole($store, $second = member($store, Role::Owner), Role::Owner);
    $this->post("/s/{$store->slug}/leave")->assertSessionHasNoErrors();
    expect($owner->fresh()?->roleIn($store))
        ->toBeNull()
        ->and($second->fresh()?->roleIn($store))
        ->toBe(Role::Owner);
});

it('archives, exports and deletes by command, as on the screens', function (): void {
    $store = (new Site())->linking('/', [])->store();
    $out = (string) tempnam(sys_get_temp_dir(), 'zip');
    expect(orchard(['store:delete', "--store={$store->slug}", "--name={$store->name}"])['code'])->toBe(2);
    expect(orchard(['store:export', "--store={$store->slug}"])['code'])->toBe(2);
    expect(orchard(['store:export', "--store={$store->slug}", "--out=$out"])['code'])
        ->toBe(0)
        ->and((string) file_get_contents($out, length: 2))
        ->toBe('PK');
    unlink($out);
    orchard(['store:archive', "--store={$store->slug}"]);
    expect($store->refresh()->isAtWork())->toBeFalse();
    orchard(['store:archive', "--store={$store->slug}", '--back']);
    expect($store->refresh()->isAtWork())->toBeTrue();
    orchard(['store:archive', "--store={$store->slug}"]);
    expect(orchard(['store:delete', "--store={$store->slug}", '--name=Another'])['code'])->toBe(2);
    expect(orchard(['store:delete', "--store={$store->slug}", "--name={$store->name}", '--wait'])['code'])->toBe(0);
    expect(Store::query()->where('slug', $store->slug)->exists())->toBeFalse();
});
