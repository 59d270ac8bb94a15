<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\DriftCause;
use App\Changes\DriftedText;
use App\Changes\Drifts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\History;
use App\Changes\HistoryEvent;
use App\Changes\NewHistoryEntry;
use App\Changes\Origin;
use App\Gather\Changed\DecideWork;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

beforeEach(function (): void {
    $this->store = crawledStore();
    $this->products = office('GET', '/resources?kind=product&limit=4')['items'];
});

/** A text as a release leaves it: in the shop, and in the history as live. */
function released(Store $store, string $external, string $title): int
{
    changeInShop($external, ['title' => $title]);
    $id = (int) DB::table('resources')->where('store_id', $store->id)->where('external_id', $external)->value('id');
    History::add(
        $id,
        new NewHistoryEntry($store->id, TextField::Title, HistoryEvent::Live, '', $title, null),
        Origin::Hand,
    );

    return $id;
}

/** @return list<string> ours and theirs */
function drifted(Store $store): array
{
    return array_map(
        static fn (DriftedText $drift): string => "{$drift->ours} / {$drift->theirs}",
        Drifts::list($store, 100),
    );
}

it('finds texts that were changed without us, and only those', function (): void {
    $ours = released($this->store, $this->products[0]['id'], 'Our title');
    released($this->store, $this->products[1]['id'], 'Untouched title');
    crawl($this->store);
    expect(drifted($this->store))->toBe([]);
    changeInShop($this->products[0]['id'], ['title' => 'Their title']);
    changeInShop($this->products[2]['id'], ['title' => 'Never ours']);
    crawl($this->store);
    expect(drifted($this->store))->toBe(['Our title / Their title']);
    $this->actingAs(member($this->store, Role::Viewer))
        ->get("/s/{$this->store->slug}/gather/changed")
        ->assertOk()
        ->assertSee('1 released text was')
        ->assertSee('Their title')
        ->assertDontSee('Make drafts of ours');
    // Changed back by themselves: nothing is left to decide.
    changeInShop($this->products[0]['id'], ['title' => 'Our title']);
    crawl($this->store);
    expect(drifted($this->store))->toBe([])->and($ours)->toBeGreaterThan(0);
});

it('puts ours back as drafts, or accepts theirs for good', function (): void {
    $first = released($this->store, $this->products[0]['id'], 'Our first');
    $second = released($this->store, $this->products[1]['id'], 'Our second');
    changeInShop($this->products[0]['id'], ['title' => 'Their first']);
    changeInShop($this->products[1]['id'], ['title' => 'Their second']);
    crawl($this->store);
    $this->actingAs(member($this->store, Role::Writer));
    $this->post("/s/{$this->store->slug}/gather/drift", ['verb' => 'back', 'which' => ["$first.1"]])->assertRedirect();
    expect(app(Drafts::class)->find($first, TextField::Title)?->value)
        ->toBe('Our first')
        ->and(drifted($this->store))
        ->toBe(['Our second / Their second']);
    $this->post("/s/{$this->store->slug}/gather/drift", ['verb' => 'accept', 'all' => '1'])->assertRedirect();
    crawl($this->store);
    expect(drifted($this->store))
        ->toBe([])
        ->and(DB::table('history')->where('resource_id', $second)->orderByDesc('id')->value('event'))
        ->toBe('accepted');
    changeInShop($this->products[1]['id'], ['title' => 'Their third']);
    crawl($this->store);
    expect(drifted($this->store))->toBe(['Their second / Their third']);
    $this->post("/s/{$this->store->slug}/gather/drift", [
        'verb' => 'back',
        'which' => ['1); DROP TABLE drifts'],
    ])->assertSessionHasErrors('which.0');
});

it('leaves a text with a draft to its release', function (): void {
    $id = released($this->store, $this->products[0]['id'], 'Our title');
    crawl($this->store);
    app(Drafts::class)->save($this->store, new TextEdit($id, TextField::Title, 'A draft over it', 0), new Author(Origin::Hand, null));
    changeInShop($this->products[0]['id'], ['title' => 'Their title']);
    crawl($this->store);
    expect(drifted($this->store))->toBe([]);
});

it('lets no lesser role and no stranger decide', function (): void {
    $this->actingAs(member($this->store, Role::Viewer))
        ->post("/s/{$this->store->slug}/gather/drift", ['verb' => 'accept', 'all' => '1'])
        ->assertForbidden();
    $id = released($this->store, $this->products[0]['id'], 'Our title');
    changeInShop($this->products[0]['id'], ['title' => 'Their title']);
    crawl($this->store);
    $other = shopStore();
    $this->actingAs(member($other, Role::Owner))
        ->post("/s/{$other->slug}/gather/drift", ['verb' => 'accept', 'which' => ["$id.1"]])
        ->assertRedirect();
    $this->post("/s/{$this->store->slug}/gather/drift", ['verb' => 'accept', 'all' => '1'])->assertNotFound();
    expect(drifted($this->store))->toHaveCount(1);
});

it('tells what one hand did to many texts as one line, decided at once', function (): void {
    foreach ([0, 1, 2] as $nth) {
        released($this->store, $this->products[$nth]['id'], "Our title $nth");
        changeInShop($this->products[$nth]['id'], ['title' => "Our title $nth | New theme"]);
    }
    $other = released($this->store, $this->products[3]['id'], 'Our fourth');
    changeInShop($this->products[3]['id'], ['title' => 'Quite another text']);
    crawl($this->store);
    $causes = Drifts::causes($this->store);
    expect(array_map(static fn (DriftCause $one): array => [$one->words, $one->texts], $causes))->toBe([
        ['got “ | New theme” at its end', 3],
        ['was written anew', 1],
    ]);
    $this->actingAs(member($this->store, Role::Writer));
    $at = "/s/{$this->store->slug}/gather";
    $this->get("$at/changed")
        ->assertOk()
        ->assertSee('Title got “ | New theme” at its end');
    $this->post("$at/drift", ['verb' => 'accept', 'cause' => '["end-added"," | New theme"]'])->assertSessionHasErrors(
        'field',
    );
    $this->post("$at/drift", [
        'verb' => 'back',
        'field' => 1,
        'cause' => '["end-added"," | New theme"]',
    ])->assertSessionHas('done', '3 drafts were made of our texts; mark and release them to put them back.');
    expect(drifted($this->store))
        ->toBe(['Our fourth / Quite another text'])
        ->and(app(Drafts::class)->find($other, TextField::Title))
        ->toBeNull();
    $this->post("$at/drift", ['verb' => 'accept', 'field' => 1, 'cause' => 'nothing of the kind'])->assertSessionHas(
        'done',
        '0 texts of the shop are accepted.',
    );
    expect(drifted($this->store))->toHaveCount(1);
});

it('decides on thousands as work of its own, each once, though its process is killed', function (): void {
    $market = (int) DB::table('markets')->where('store_id', $this->store->id)->value('id');
    $rows = $texts = $drifts = [];
    foreach (range(1, 1300) as $nth) {
        $rows[] = [
            'store_id' => $this->store->id,
            'market_id' => $market,
            'kind' => 3,
            'external_id' => "many-$nth",
            'name' => "Lamp $nth",
            'url' => "{$this->store->base_url}many/$nth",
            'version' => '1',
            'attributes' => '{}',
            'synced_at' => now(),
        ];
    }
    DB::table('resources')->insert($rows);
    $ids = DB::table('resources')->where('store_id', $this->store->id)->where('external_id', 'like', 'many-%');
    foreach ($ids->pluck('id') as $nth => $id) {
        foreach ([1, 2] as $field) {
            $texts[] = [
                'resource_id' => $id,
                'store_id' => $this->store->id,
                'market_id' => $market,
                'field' => $field,
                'stored' => "Theirs $id",
                'origin' => 'shop',
            ];
        }
        $drifts[] = [
            'resource_id' => $id,
            'field' => 1,
            'store_id' => $this->store->id,
            'ours' => "Ours $id",
            'theirs' => "Theirs $id",
            'seen_at' => now(),
            'cause' => $nth % 13 === 0 ? 'another' : 'a theme',
        ];
    }
    DB::table('resource_texts')->insert($texts);
    DB::table('drifts')->insert($drifts);
    $this->actingAs(member($this->store, Role::Writer))
        ->post("/s/{$this->store->slug}/gather/drift", ['verb' => 'back', 'field' => 1, 'cause' => 'a theme'])
        ->assertSessionHas('done', 'Drafts are being made of our texts; mark and release them to put them back.');
    $work = DB::table('work')->where('store_id', $this->store->id)->where('sort', 'gather.decide')->first();
    expect(DB::table('drafts')->where('store_id', $this->store->id)->count())->toBe(0);
    $code =
        'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); $app->make(App\Platform\Work\WorkDesk::class)->slice('.
        $work?->id.
        ');';
    $process = proc_open(
        [PHP_BINARY, '-r', $code],
        [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']],
        $pipes,
        base_path(),
    );
    for ($i = 0; $i < 200 && DB::table('drafts')->where('store_id', $this->store->id)->doesntExist(); $i++) {
        usleep(50_000);
    }
    proc_terminate(sure($process), 9);
    proc_close(sure($process));
    DB::table('work')
        ->where('id', $work?->id)
        ->update(['expires_at' => now()->subSecond(), 'wake_at' => now()->subSecond()]);
    expect(app(WorkDesk::class)->workToEnd((int) $work?->id))->toBe('done');
    expect(DB::table('drafts')->where('store_id', $this->store->id)->count())
        ->toBe(1200)
        ->and(DB::table('drifts')->where('store_id', $this->store->id)->distinct()->pluck('cause')->all())
        ->toBe(['another'])
        ->and(DB::table('history')->where('store_id', $this->store->id)->where('event', 'saved')->count())
        ->toBe(1200);
});

it('goes on deciding by the codes of an upgrade where it was begun by words', function (): void {
    $theme = 'got “ | Old \\ "theme"” at its end';
    foreach ([0, 1] as $nth) {
        released($this->store, $this->products[$nth]['id'], "Our title $nth");
        changeInShop($this->products[$nth]['id'], ['title' => "Our title $nth | Old \\ \"theme\""]);
    }
    released($this->store, $this->products[2]['id'], 'Our third');
    changeInShop($this->products[2]['id'], ['title' => 'Quite another text']);
    crawl($this->store);
    $codes = DB::table('drifts')->where('store_id', $this->store->id)->orderBy('resource_id')->pluck('cause')->all();
    foreach (Drifts::causes($this->store) as $cause) {
        DB::table('drifts')->where('cause', $cause->code)->update(['cause' => $cause->words]);
    }
    expect(DB::table('drifts')->where('store_id', $this->store->id)->where('cause', $theme)->count())->toBe(2);
    $user = member($this->store, Role::Writer);
    $work = app(WorkDesk::class)->begin(
        new NewWork(
            DecideWork::class,
            $this->store->id,
            0,
            $user->id,
            ['verb' => 'accept', 'field' => 1, 'cause' => $theme],
        ),
    );
    (require app_path('Changes/Migrations/2026_11_30_000071_code_drift_causes.php'))->up();
    expect(DB::table('drifts')->where('store_id', $this->store->id)->orderBy('resource_id')->pluck('cause')->all())
        ->toBe($codes)
        ->and(app(WorkDesk::class)->workToEnd($work))
        ->toBe('done')
        ->and(drifted($this->store))
        ->toBe(['Our third / Quite another text']);
});
