<?php

declare(strict_types=1);

use App\Access\Role;
use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use App\Write\Terms\ProposeWork;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;

/** @return array<string, array<int, string>> terms by path */
function termsOf(Store $store): array
{
    $paths = DB::table('pages')->where('store_id', $store->id)->pluck('url', 'id');
    $terms = [];
    foreach (PageTerms::of($paths->keys()->map(static fn (mixed $id): int => (int) $id)->all()) as $page => $list) {
        $terms[(string) parse_url((string) $paths[$page], PHP_URL_PATH)] = $list;
    }
    ksort($terms);

    return $terms;
}

it('proposes what pages are seen for most, each term once, and leaves people’s words alone', function (): void {
    $store = weighableStore();
    weigh($store);
    $poor = (int) DB::table('pages')->where('store_id', $store->id)->where('url', 'like', '%/poor')->value('id');
    PageTerms::lead($store, [$poor => 'lamp /good'], TermOrigin::Hand, null);
    $writer = member($store, Role::Writer);
    $this->actingAs($writer)
        ->post("/s/$store->slug/write/leads/propose")
        ->assertSessionHas('done');
    $work = (int) DB::table('work')->where('store_id', $store->id)->where('sort', ProposeWork::sort())->value('id');
    expect(ProposeWork::begin($store, null))->toBe($work)->and(app(WorkDesk::class)->workToEnd($work))->toBe('done');
    $terms = termsOf($store);
    // The term that a person gave to another page is proposed to none, and the store's own name is no lead term.
    expect($terms['/poor'])
        ->toBe([0 => 'lamp /good'])
        ->and($terms['/out'])
        ->toBe([0 => 'lamp /out'])
        ->and($terms)
        ->not->toHaveKey('/good');
    // Proposed anew after that word has gone: the best of the page is free again.
    PageTerms::lead($store, [$poor => ''], TermOrigin::Hand, null);
    expect(orchard(['write:terms', '--propose', "--store=$store->slug"])['code'])->toBe(0);
    expect(termsOf($store))->toMatchArray(['/good' => [0 => 'lamp /good'], '/poor' => [0 => 'lamp /poor']]);
});

it('brings lead and supporting terms in from a file, and tells what it does not know', function (): void {
    $store = crawledStore();
    $writer = member($store, Role::Writer);
    $paths = DB::table('pages')
        ->join('resources', 'resources.page_id', '=', 'pages.id')
        ->where('pages.store_id', $store->id)
        ->orderBy('pages.id')
        ->limit(3)
        ->pluck('pages.url')
        ->all();
    $csv =
        "Volume;Keyword;URL\n90; Brass  LAMP ;{$paths[0]}\n20;lamp of brass;{$paths[0]}\n5;;{$paths[1]}\n".
        '7;"zeppelin ""light""";'.
        parse_url($paths[2], PHP_URL_PATH).
        "\n1;x;https://elsewhere.example/\n1;y;/nowhere\n";
    $send = fn (string $text) => $this->actingAs($writer)->post("/s/$store->slug/write/leads/file", [
        'terms' => UploadedFile::fake()->createWithContent('terms.csv', $text),
    ]);
    $send($csv)->assertSessionHas(
        'done',
        '2 pages have a lead term from the file, and 1 terms support them. '.
            'Not known here: https://elsewhere.example/, /nowhere.',
    );
    expect(array_values(termsOf($store)))->toEqualCanonicalizing([
        [0 => 'brass lamp', 1 => 'lamp of brass'],
        [0 => 'zeppelin "light"'],
    ]);
    // The desk's filter knows it at once: checks of these rows are made anew.
    $bits = DB::table('write_rows')
        ->join('resources', 'resources.id', '=', 'write_rows.resource_id')
        ->join('pages', 'pages.id', '=', 'resources.page_id')
        ->where('pages.url', $paths[2])
        ->where('pages.store_id', $store->id)
        ->value('title_checks');
    expect((int) $bits & 16)->toBe(16);
    $send("a,b\n1,2\n")->assertSessionHasErrors([
        'terms' => 'The first row has to name a column url and a column keyword; it has “a”, “b”.',
    ]);
    $send("url,keyword\nhttps://elsewhere.example/,x\n")->assertSessionHasErrors('terms');
    $file = (string) tempnam(sys_get_temp_dir(), 'terms');
    file_put_contents($file, "url\tterm\n{$paths[1]}\tFloor Lamp\n");
    expect(orchard(['write:terms', $file, "--store=$store->slug", '--json']))
        ->toMatchArray(['code' => 0])
        ->and(array_values(termsOf($store)))
        ->toContain([0 => 'floor lamp'])
        ->and(orchard(['write:terms', "--store=$store->slug"])['code'])
        ->toBe(2);
    unlink($file);
    foreach ([Role::Viewer] as $role) {
        $this->actingAs(member($store, $role))
            ->post("/s/$store->slug/write/leads/file")
            ->assertForbidden();
        $this->post("/s/$store->slug/write/leads/propose")->assertForbidden();
    }
    $this->actingAs(member((new Tests\Web\Site())->store(), Role::Owner))
        ->post("/s/$store->slug/write/leads/propose")
        ->assertNotFound();
});

it('takes lead terms back as a step among those of texts, where nobody set another since', function (): void {
    $store = crawledStore();
    $this->actingAs(member($store, Role::Writer));
    [$one, $two] = DB::table('resources')
        ->where('store_id', $store->id)
        ->where('kind', 3)
        ->orderBy('id')
        ->limit(2)
        ->get()
        ->all();
    $lead = static fn (object $of): string => PageTerms::leads([(int) $of->page_id])[(int) $of->page_id] ?? '';
    $set = fn (array $terms): array => $this->postJson(route('write.leads', $store), [
        'terms' => array_map(
            static fn (array $one): array => ['page' => (int) $one[0]->page_id, 'term' => $one[1]],
            $terms,
        ),
    ])
        ->assertOk()
        ->json();
    $set([[$one, 'brass lamp']]);
    $answer = $set([[$one, 'Dome  Lamp'], [$two, 'wall lamp']]);
    expect($answer['undo'])->toBe('set the lead terms of 2 pages');
    $this->postJson(route('write.texts', $store), [
        'action' => 'typed',
        'edits' => [['resource' => (int) $one->id, 'field' => 'title', 'text' => 'A dome lamp', 'revision' => 0]],
    ])->assertOk();
    // The newest first: the text, then the terms.
    $this->postJson(route('write.undo', $store))->assertOk();
    expect($lead($one))->toBe('dome lamp');
    $answer = $this->postJson(route('write.undo', $store))->assertOk()->json();
    expect($answer['done'])
        ->toBe('set the lead terms of 2 pages')
        ->and($answer['left'])
        ->toBe(0)
        ->and($answer['rows'])
        ->toHaveCount(2)
        ->and($lead($one))
        ->toBe('brass lamp')
        ->and($lead($two))
        ->toBe('')
        ->and($answer['undo'])
        ->toBe('set the lead term of one page');
    $this->postJson(route('write.redo', $store))->assertOk();
    expect($lead($one))->toBe('dome lamp')->and($lead($two))->toBe('wall lamp');
    // Somebody else's word in between stays.
    PageTerms::lead($store, [(int) $two->page_id => 'sconce'], TermOrigin::Hand, null);
    $answer = $this->postJson(route('write.undo', $store))->assertOk()->json();
    expect($answer['left'])->toBe(1)->and($lead($one))->toBe('brass lamp')->and($lead($two))->toBe('sconce');
    // The same term once more is no step.
    $answer = $set([[$one, 'brass lamp']]);
    expect($answer['undo'])->toBe('set the lead term of one page');
});
