<?php

declare(strict_types=1);

use App\Access\Role;
use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Stores\Models\Store;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;

/** @return array<string, array<int, string>> terms by path */
function termsOf(Store $store): array
{
    $paths = DB::table('pages')->where('store_id', $store->id)->pluck('url', 'id');
    $terms = [];
    foreach (PageTerms::of(array_map(intval(...), array_keys($paths->all()))) as $page => $list) {
        $terms[(string) parse_url((string) $paths[$page], PHP_URL_PATH)] = $list;
    }
    ksort($terms);

    return $terms;
}

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
    $send = fn (string $text) => $this->actingAs($writer)->post("/s/$store->slug/match/import", [
        'terms' => UploadedFile::fake()->createWithContent('terms.csv', $text),
    ]);
    $send($csv)->assertSessionHas(
        'done',
        '2 pages have a lead term from the file, and one term supports them. '.
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
    expect(orchard(['match:import', $file, "--store=$store->slug", '--json']))
        ->toMatchArray(['code' => 0])
        ->and(array_values(termsOf($store)))
        ->toContain([0 => 'floor lamp']);
    unlink($file);
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
    $lead = static fn (stdClass $of): string => PageTerms::leads([(int) $of->page_id])[(int) $of->page_id] ?? '';
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
