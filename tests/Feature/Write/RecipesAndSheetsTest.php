<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Platform\Tables\TableReader;
use App\Platform\Tables\TableRows;
use App\Write\Sheets\SheetImport;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

beforeEach(function (): void {
    $this->store = crawledStore();
});

it(
    'previews what a recipe would make, changes nothing, then makes exactly that and leaves hand-written texts alone',
    function (): void {
        $products = DB::table('resources')->where('store_id', $this->store->id)->where('kind', 3)->orderBy('id')->get();
        $byHand = $products[0];
        app(Drafts::class)->save(
            $this->store,
            new TextEdit($byHand?->id, TextField::Title, 'Written by a person, to stay as it is', 0),
            new Author(Origin::Hand, null),
        );
        DB::table('resource_texts')
            ->where('resource_id', $products[1]?->id)
            ->where('field', 1)
            ->update(['origin' => 'hand']);
        $recipe = keptRecipe($this->store, 'Plain titles', '#name[1: by #maker]');
        $preview = orchard(['write:apply', 'Plain titles', "--store={$this->store->slug}", '--preview', '--json']);
        $outcomes = json_decode($preview['out'], true)['outcomes'];
        expect($preview['code'])
            ->toBe(0)
            ->and($outcomes['kept'])
            ->toBe(2)
            ->and(array_sum($outcomes))
            ->toBe(40)
            ->and(DB::table('drafts')->where('store_id', $this->store->id)->count())
            ->toBe(1);
        $applied = json_decode(
            orchard(['write:apply', (string) $recipe, "--store={$this->store->slug}", '--json'])['out'],
            true,
        );
        expect($applied['drafts'])
            ->toBe($outcomes['new'])
            ->and(app(Drafts::class)->find($byHand?->id, TextField::Title)?->value)
            ->toBe('Written by a person, to stay as it is')
            ->and(app(Drafts::class)->find($products[1]?->id, TextField::Title))
            ->toBeNull();
        $attributes = json_decode((string) $products[2]?->attributes, true);
        expect(app(Drafts::class)->find($products[2]?->id, TextField::Title)?->origin)->toBe(Origin::Recipe);
        expect([$products[2]?->name, "{$products[2]?->name} by {$attributes['maker']}"])->toContain(
            app(Drafts::class)->find($products[2]?->id, TextField::Title)?->value,
        );
        // A second run finds nothing to do.
        expect(
            json_decode(
                orchard(['write:apply', (string) $recipe, "--store={$this->store->slug}", '--json'])['out'],
                true,
            )['drafts'],
        )->toBe(0);
    },
);

it('applies a recipe to a file of URLs, and says what is wrong with a bad call', function (): void {
    $products = DB::table('resources')
        ->where('store_id', $this->store->id)
        ->where('kind', 3)
        ->orderBy('id')
        ->limit(3)
        ->pluck('url');
    keptRecipe($this->store, 'For some', '#name[, chosen by hand.]', TextField::Description);
    $file = (string) tempnam(sys_get_temp_dir(), 'urls');
    file_put_contents($file, $products->implode("\n"));
    $run = json_decode(
        orchard(['write:apply', 'For some', "--store={$this->store->slug}", "--to=$file", '--json'])['out'],
        true,
    );
    expect(array_sum($run['outcomes']))->toBe(3);
    expect(orchard(['write:apply', 'Not there', "--store={$this->store->slug}"])['code'])
        ->toBe(2)
        ->and(orchard(['write:apply', 'For some', "--store={$this->store->slug}", '--to=collection'])['code'])
        ->toBe(2);
});

it('keeps and runs recipes from the screen, and tells what is wrong', function (): void {
    $writer = member($this->store, Role::Writer);
    $this->actingAs($writer)
        ->get("/s/{$this->store->slug}/write/recipes/new?kind=collection")
        ->assertOk()
        ->assertSee('fixed words');
    $good = [
        'name' => 'Screen recipe',
        'kind' => 'product',
        'field' => 'title',
        'parts' => [
            ['fact' => 'name', 'words' => '', 'rank' => 0],
            ['fact' => '', 'words' => ' for your home', 'rank' => 2],
        ],
    ];
    $run = $this->post("/s/{$this->store->slug}/write/recipes", $good)
        ->assertRedirect()
        ->headers->get('Location');
    app(App\Platform\Work\WorkDesk::class)->workToEnd(
        (int) DB::table('work')->where('store_id', $this->store->id)->where('sort', 'write.recipe')->max('id'),
    );
    $this->get((string) $run)->assertOk()->assertSee('Make ');
    $this->post("/s/{$this->store->slug}/write/recipes", $good)->assertSessionHasErrors('recipe');
    $this->post("/s/{$this->store->slug}/write/recipes", ['parts' => []] + $good)->assertSessionHasErrors('recipe');
    $this->actingAs(member($this->store, Role::Viewer))->post((string) $run)->assertForbidden();
});

it('exports, and brings the edited file back row by row: new, same, clash, error', function (string $format): void {
    $file = sys_get_temp_dir().'/texts-'.uniqid().'.'.$format;
    $drafts = app(Drafts::class);
    $products = DB::table('resources')->where('store_id', $this->store->id)->where('kind', 3)->orderBy('id')->get();
    $before = $drafts->save(
        $this->store,
        new TextEdit($products[0]?->id, TextField::Title, '=A draft that looks like a formula', 0),
        new Author(Origin::Hand, null),
    )->draft;
    $touched = $drafts->save(
        $this->store,
        new TextEdit($products[3]?->id, TextField::Title, 'Draft at the time of the export', 0),
        new Author(Origin::Hand, null),
    )->draft;
    $untouched = $drafts->save(
        $this->store,
        new TextEdit($products[4]?->id, TextField::Title, 'Another draft of that time', 0),
        new Author(Origin::Hand, null),
    )->draft;
    expect(orchard(['write:export', "--store={$this->store->slug}", "--format=$format", "--out=$file"])['code'])->toBe(
        0,
    );
    $rows = array_values(iterator_to_array(TableReader::read($file)));
    // Of H1 and social texts those that the shop or the page has.
    $texts =
        2 * 71 +
        DB::table('resource_texts')
            ->where('store_id', $this->store->id)
            ->where('field', '>', 2)
            ->whereRaw("CONCAT(stored, COALESCE(shown, '')) <> ''")
            ->count();
    expect($rows[0])
        ->toBe(['url', 'field', 'live', 'draft', 'origin', 'state', 'characters', 'pixels', 'checks'])
        ->and(count($rows))
        ->toBe(1 + $texts);

    // The file as it is: nothing to do.
    $import = app(SheetImport::class);
    expect($import->counts($import->stage($this->store, $file, 'as-it-is', null)))->toBe(['same' => $texts]);

    // Meanwhile on the desk: two drafts are changed, and in the shop one text.
    $drafts->save(
        $this->store,
        new TextEdit($products[3]?->id, TextField::Title, 'Changed on the desk meanwhile', sure($touched?->revision)),
        new Author(Origin::Hand, null),
    );
    $drafts->save(
        $this->store,
        new TextEdit($products[4]?->id, TextField::Title, 'Also changed on the desk', sure($untouched?->revision)),
        new Author(Origin::Hand, null),
    );
    DB::table('resource_texts')
        ->where('resource_id', $products[5]?->id)
        ->where('field', 2)
        ->update(['stored' => 'Changed in the shop meanwhile']);

    $edit = static function (string $url, string $field, string $text) use (&$rows): void {
        foreach ($rows as $i => $row) {
            if ($row[0] === $url && $row[1] === $field) {
                $rows[$i][3] = $text;
            }
        }
    };
    $edit($products[1]?->url, 'description', '-50 degrees is a fine start');
    $edit($products[2]?->url, 'title', str_repeat('long ', 100));
    $edit($products[3]?->url, 'title', 'Edited in the file as well');
    $edit($products[5]?->url, 'description', 'Edited in the file');
    $rows[] = ['https://elsewhere.example/', 'title', '', 'x', '', '', '', '', ''];
    $rows[] = [$products[1]?->url, 'slug', '', 'x', '', '', '', '', ''];
    $rows[] = [$products[1]?->url, 'description', '', 'twice', '', '', '', '', ''];
    $edited = sys_get_temp_dir().'/edited-'.uniqid().'.csv';
    $to = fopen($edited, 'wb');
    App\Platform\Tables\TableWriter::write('csv', new TableRows($rows[0], array_slice($rows, 1)), sure($to));
    fclose(sure($to));
    $sheet = $import->stage($this->store, $edited, 'edited.csv', null);
    $counts = $import->counts($sheet);
    expect($counts['new'])->toBe(1)->and($counts['clash'])->toBe(2)->and($counts['error'])->toBe(4);
    expect($drafts->find($products[1]?->id, TextField::Description))->toBeNull();
    expect($import->accept($this->store, $sheet, null))
        ->toBe(1)
        ->and($import->accept($this->store, $sheet, null))
        ->toBe(0);
    $imported = $drafts->find($products[1]?->id, TextField::Description);
    expect([$imported?->value, $imported?->origin])->toBe(['-50 degrees is a fine start', Origin::Import]);
    expect($drafts->find($products[4]?->id, TextField::Title)?->value)
        ->toBe('Also changed on the desk')
        ->and($drafts->find($products[0]?->id, TextField::Title)?->value)
        ->toBe($before?->value);
    array_map(unlink(...), [$file, $edited]);
})->with(['csv', 'xlsx']);

it('takes a file on the screen, shows what it would do, and refuses what is no table', function (): void {
    $writer = member($this->store, Role::Writer);
    $url = DB::table('resources')->where('store_id', $this->store->id)->where('kind', 3)->value('url');
    $sheet = $this->actingAs($writer)
        ->post("/s/{$this->store->slug}/write/sheets", [
            'file' => UploadedFile::fake()->createWithContent(
                'my.csv',
                "url;field;draft\n$url;title;From a spreadsheet with semicolons\n",
            ),
        ])
        ->assertRedirect()
        ->headers->get('Location');
    $this->get((string) $sheet)->assertOk()->assertSee('From a spreadsheet with semicolons')->assertSee('new drafts');
    $this->post((string) $sheet)->assertSessionHas('done', '1 draft was made from the file.');
    $this->post("/s/{$this->store->slug}/write/sheets", [
        'file' => UploadedFile::fake()->createWithContent('bad.csv', "one,two\n1,2\n"),
    ])->assertSessionHasErrors('file');
    $this->post("/s/{$this->store->slug}/write/sheets", [
        'file' => UploadedFile::fake()->createWithContent('bad.xlsx', "PK\x03\x04 nonsense"),
    ])->assertSessionHasErrors('file');
    $this->post("/s/{$this->store->slug}/write/sheets", [])->assertSessionHasErrors('file');
});

it('measures texts from standard input', function (): void {
    $run = orchard(['write:measure', '--json'], "AV\n".str_repeat('Brass pendant lamp ', 6)."\n");
    $rows = json_decode($run['out'], true);
    expect($run['code'])
        ->toBe(0)
        ->and($rows[0])
        ->title_px->toBe(25.2)
        ->characters->toBe(2)
        ->and($rows[1]['title_desktop'])
        ->toEndWith('…');
});
