<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Platform\Tables\TableReader;
use App\Stores\Models\Store;
use App\Write\Sheets\SheetImport;
use App\Write\Sheets\WideSheet;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

beforeEach(function (): void {
    $this->store = crawledStore();
    $this->actingAs($this->writer = member($this->store, Role::Writer));
});

/**
 * The file as the browser gets it, as rows by column name. @return list<array<string, string>>
 *
 * @param  array<array-key, mixed>  $query
 * @return array<array-key, mixed>
 */
function wideRows(Tests\TestCase $test, Store $store, array $query = [], string $format = 'csv'): array
{
    $file = (string) tempnam(sys_get_temp_dir(), 'wide');
    file_put_contents(
        $file,
        $test->get(route('write.export', [$store, $format] + $query))->assertOk()->streamedContent(),
    );
    $rows = $names = [];
    foreach (TableReader::read($file) as $cells) {
        if ($names === []) {
            $names = $cells;
        } else {
            $rows[] = array_combine($names, array_pad(array_slice($cells, 0, count($names)), count($names), ''));
        }
    }
    unlink($file);

    return $rows;
}

/** @param  list<array<string, string>>  $rows */
function wideBack(Store $store, array $rows): int
{
    $file = (string) tempnam(sys_get_temp_dir(), 'wide');
    $to = fopen($file, 'wb') ?: throw new LogicException();
    fputcsv($to, array_keys($rows[0]), escape: '');
    foreach ($rows as $row) {
        fputcsv($to, $row, escape: '');
    }
    fclose($to);
    $sheet = app(SheetImport::class)->stage($store, $file, 'edited.csv', null);
    unlink($file);

    return $sheet;
}

it('has one row a page, with title and description side by side, of the view, the ticked or all', function (): void {
    $all = DB::table('write_rows')->where('store_id', $this->store->id)->count();
    $rows = wideRows($this, $this->store);
    expect($rows)
        ->toHaveCount($all)
        ->and(array_keys($rows[0]))
        ->toBe(WideSheet::COLUMNS)
        ->and(array_unique(array_column($rows, 'url')))
        ->toHaveCount($all);
    $products = wideRows($this, $this->store, ['kind' => 'product', 'check' => 'missing']);
    $counted = DB::table('write_rows')
        ->where('store_id', $this->store->id)
        ->where('kind', App\Stores\Kinds\PageKind::Product->value)
        ->whereRaw('any_checks & 1')
        ->count();
    expect($products)
        ->toHaveCount($counted)
        ->and(array_unique(array_column($products, 'kind')))
        ->toBe($counted === 0 ? [] : ['product']);
    $some = DB::table('write_rows')
        ->where('store_id', $this->store->id)
        ->orderByDesc('resource_id')
        ->limit(2)
        ->pluck('resource_id')
        ->all();
    $ticked = wideRows($this, $this->store, ['rows' => array_map(strval(...), $some)]);
    expect(array_column($ticked, 'name'))->toBe(
        DB::table('resources')->whereIn('id', $some)->orderByDesc('id')->pluck('name')->all(),
    );
    // Rows of another store are none of ours.
    $other = crawledStore();
    expect(
        wideRows($this, $this->store, [
            'rows' => [(string) DB::table('write_rows')->where('store_id', $other->id)->value('resource_id')],
        ]),
    )->toBe([]);
});

it(
    'reckons lengths by formulas in a workbook, with its head frozen, its filter on and its widths set',
    function (): void {
        $file = (string) tempnam(sys_get_temp_dir(), 'wide');
        file_put_contents(
            $file,
            $this->get(route('write.export', [$this->store, 'xlsx']))->assertOk()->streamedContent(),
        );
        $zip = new ZipArchive();
        $zip->open($file);
        $xml = (string) $zip->getFromName('xl/worksheets/sheet1.xml');
        unlink($file);
        $n = DB::table('write_rows')->where('store_id', $this->store->id)->count();
        expect($xml)
            ->toContain('state="frozen"')
            ->toContain('<autoFilter ref="A1:AB'.($n + 1).'"/>')
            ->toContain('<col min="12" max="12" width="90" customWidth="1"/>')
            ->toContain('<f>LEN(H2)+IF(LEN(H2)&gt;0,')
            ->toContain('<f>LEN(L3)</f>');
        $rows = wideRows($this, $this->store, [], 'xlsx');
        foreach (array_slice($rows, 0, 50) as $row) {
            expect((int) $row['description characters'])->toBe(
                Orchard\Core\Text\Ruler::characters($row['description']),
            );
        }
    },
);

it(
    'knows which cells were touched: edited, the live column, on the desk meanwhile, in the shop meanwhile',
    function (): void {
        $rows = array_values(
            array_filter(
                wideRows($this, $this->store, ['kind' => 'product']),
                static fn (array $row): bool => $row['title'] !== '' && $row['description'] !== '',
            ),
        );
        $ids = array_map(
            fn (array $row): int => (int) DB::table('resources')
                ->where('store_id', $this->store->id)
                ->where('url', $row['url'])
                ->value('id'),
            array_slice($rows, 0, 6),
        );
        $rows = array_slice($rows, 0, 6);
        $rows[0]['title'] = 'A title from the spreadsheet';
        $rows[1]['title live'] = 'Typed into the wrong column';
        // Changed on the desk since; the file's row is untouched here, touched there.
        foreach ([2, 3] as $at) {
            $saved = app(Drafts::class)->save(
                $this->store,
                new TextEdit($ids[$at], TextField::Description, 'Written on the desk meanwhile', 0),
                new Author(Origin::Hand, null),
            );
            expect($saved->saved)->toBeTrue();
        }
        $rows[3]['description'] = 'And otherwise in the spreadsheet';
        DB::table('resource_texts')
            ->where('resource_id', $ids[4])
            ->where('field', TextField::Title->value)
            ->update(['stored' => 'The shop’s own new title']);
        $rows[4]['title'] = 'A title over the shop’s own';
        $sheet = wideBack($this->store, array_values($rows));
        $outcomes = DB::table('write_sheet_rows')
            ->where('sheet_id', $sheet)
            ->whereNotIn('outcome', ['same'])
            ->orderBy('place')
            ->get(['place', 'outcome', 'text'])
            ->map(
                static fn (stdClass $row): array => [
                    intdiv((int) $row->place, App\Write\Sheets\WideSheet::PLACES),
                    $row->outcome,
                    $row->text,
                ],
            )
            ->all();
        expect($outcomes)->toBe([
            [2, 'new', 'A title from the spreadsheet'],
            [3, 'live', 'Typed into the wrong column'],
            [5, 'clash', 'And otherwise in the spreadsheet'],
            [6, 'clash', 'A title over the shop’s own'],
        ]);
        $this->get(route('write.sheet', [$this->store, $sheet]))
            ->assertOk()
            ->assertSee('edited in the live column')
            ->assertSee('Take the 1 live text as drafts');
        $this->get(route('write.sheet', [$this->store, $sheet, 'outcome' => 'clash']))
            ->assertOk()
            ->assertSee('Written on the desk meanwhile')
            ->assertSee('And otherwise in the spreadsheet')
            ->assertSee('Take the file’s');
        $this->post(route('write.sheet.accept', [$this->store, $sheet]))->assertSessionHas(
            'done',
            '1 draft was made from the file.',
        );
        $this->post(route('write.sheet.accept', [$this->store, $sheet]), ['take' => 'live'])->assertSessionHas(
            'done',
            '1 draft was made from the file.',
        );
        expect(DB::table('drafts')->where('resource_id', $ids[1])->value('value'))->toBe('Typed into the wrong column');
        // Clashes are settled one by one, over what was seen.
        $place = static fn (int $row, int $field): int => App\Write\Sheets\WideSheet::PLACES * $row + $field;
        $draft = DB::table('drafts')->where('resource_id', $ids[3])->first();
        $this->post(route('write.sheet.settle', [$this->store, $sheet, $place(5, 1)]), [
            'keep' => 'mine',
            'revision' => 0,
        ])->assertSessionHasErrors('keep');
        $this->post(route('write.sheet.settle', [$this->store, $sheet, $place(5, 1)]), [
            'keep' => 'mine',
            'revision' => $draft?->revision,
        ])->assertSessionHas('done');
        $this->post(route('write.sheet.settle', [$this->store, $sheet, $place(6, 0)]), [
            'keep' => 'theirs',
            'revision' => 0,
        ])->assertSessionHas('done');
        $this->post(route('write.sheet.settle', [$this->store, $sheet, $place(6, 0)]), [
            'keep' => 'mine',
            'revision' => 0,
        ])->assertSessionHasErrors('keep');
        expect(DB::table('drafts')->where('resource_id', $ids[3])->value('value'))
            ->toBe('And otherwise in the spreadsheet')
            ->and(DB::table('drafts')->where('resource_id', $ids[4])->exists())
            ->toBeFalse();
        $this->actingAs(member($this->store, Role::Viewer))
            ->post(route('write.sheet.settle', [$this->store, $sheet, 4]), ['keep' => 'mine', 'revision' => 0])
            ->assertForbidden();
        $this->actingAs(member(crawledStore(), Role::Owner))
            ->post(route('write.sheet.settle', [$this->store, $sheet, 4]), ['keep' => 'mine', 'revision' => 0])
            ->assertNotFound();
    },
);

it('makes nothing of a file that comes back as it went, whatever its texts begin with', function (): void {
    $id = (int) DB::table('resources')
        ->where('store_id', $this->store->id)
        ->where('kind', App\Stores\Kinds\PageKind::Product->value)
        ->value('id');
    app(Drafts::class)->save(
        $this->store,
        new TextEdit($id, TextField::Title, '=1+1 lamps, "quoted"', 0),
        new Author(Origin::Hand, null),
    );
    $others = DB::table('resource_texts')
        ->where('store_id', $this->store->id)
        ->where('field', '>', 2)
        ->where('stored', '<>', '')
        ->count();
    foreach (['csv', 'xlsx'] as $format) {
        $rows = wideRows($this, $this->store, [], $format);
        $sheet = wideBack($this->store, array_values($rows));
        expect(app(SheetImport::class)->counts($sheet))->toBe(['same' => 2 * count($rows) + $others]);
    }
});
