<?php

declare(strict_types=1);

namespace App\Write\Sheets;

use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Tables\TableReader;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Write\Desk\DeskCell;
use App\Write\Desk\DeskList;
use App\Write\Desk\DeskRow;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Wording\TextField;

/**
 * Brings an edited export back. Reading a file changes nothing: every row is compared and listed as new, same, clash or
 * error; only accept() makes drafts, of the new ones.
 *
 * Whether a row was edited is told by its own columns: characters and pixels are those of the text at the export. So a
 * draft that someone changed on the desk in the meantime is not set back by a row that nobody touched, and a row that
 * was touched as well is a clash.
 */
final readonly class SheetImport
{
    private const MOST_ROWS = 250_000;

    private const CHUNK = 500;

    public function __construct(private DeskList $list, private TextExport $export, private Drafts $drafts)
    {
    }

    /**
     * Reads a file and writes down what each row would do.
     *
     * @return int number of the sheet
     *
     * @throws InvalidArgumentException when the file is no table with the columns url, field and draft
     */
    public function stage(Store $store, string $path, string $fileName, ?int $userId): int
    {
        return DB::transaction(function () use ($store, $path, $fileName, $userId): int {
            $sheet = DB::table('write_sheets')->insertGetId([
                'store_id' => $store->id,
                'file_name' => mb_substr($fileName, 0, 190),
                'user_id' => $userId,
                'created_at' => now(),
            ]);
            $layout = null;
            $chunk = [];
            $seen = [];
            $count = 0;
            foreach (TableReader::read($path) as $place => $cells) {
                if ($layout === null) {
                    $layout = SheetLayout::of($cells);
                    $layout->isWide &&
                        DB::table('write_sheets')
                            ->where('id', $sheet)
                            ->update(['is_wide' => 1]);

                    continue;
                }
                if (++$count > self::MOST_ROWS) {
                    throw new InvalidArgumentException(
                        'A sheet has at most '.number_format(self::MOST_ROWS).' rows.',
                    );
                }
                array_push($chunk, ...$layout->rows($place, $cells));
                if (count($chunk) >= self::CHUNK) {
                    $this->stageChunk($store, $sheet, $chunk, $seen);
                    $chunk = [];
                }
            }
            if ($layout === null) {
                throw new InvalidArgumentException('The file is empty.');
            }
            $this->stageChunk($store, $sheet, $chunk, $seen);

            return $sheet;
        });
    }

    /** What was written into the column of live texts is taken as if it stood in that of drafts. */
    public function takeLive(int $sheet): void
    {
        DB::table('write_sheet_rows')
            ->where('sheet_id', $sheet)
            ->where('outcome', 'live')
            ->update(['outcome' => 'new', 'note' => '']);
    }

    /** @return ?string why not; null where it is settled */
    public function settle(Store $store, ClashAnswer $answer, ?int $userId): ?string
    {
        [$sheet, $place] = [$answer->sheet, $answer->place];
        $row = Rows::maybe(
            DB::table('write_sheet_rows')
                ->where('sheet_id', $sheet)
                ->where('place', $place)
                ->where('outcome', 'clash')
                ->first(),
        );
        if ($row === null) {
            return 'This row has already been settled.';
        }
        if ($answer->isSheets) {
            $outcome = $this->drafts->save(
                $store,
                new TextEdit(
                    $row->int('resource_id'),
                    TextField::from($row->int('field')),
                    $row->text('text'),
                    $answer->revision,
                ),
                new Author(Origin::Import, $userId),
            );
            if (! $outcome->saved) {
                return 'The text on the desk has changed once more: look at it again.';
            }
        }
        DB::table('write_sheet_rows')
            ->where('sheet_id', $sheet)
            ->where('place', $place)
            ->update([
                'outcome' => $answer->isSheets ? 'done' : 'same',
                'note' => $answer->isSheets ? '' : 'What stood there was kept.',
            ]);

        return null;
    }

    /** Makes drafts of the new rows; doing it again changes nothing. @return int how many drafts were made */
    public function accept(Store $store, int $sheet, ?int $userId): int
    {
        $made = 0;
        $after = 0;
        while (true) {
            $rows = Rows::of(
                DB::table('write_sheet_rows')
                    ->join('write_sheets', 'write_sheets.id', '=', 'sheet_id')
                    ->where('store_id', $store->id)
                    ->where('sheet_id', $sheet)
                    ->where('outcome', 'new')
                    ->where('place', '>', $after)
                    ->orderBy('place')
                    ->limit(self::CHUNK)
                    ->get(['write_sheet_rows.*']),
            );
            if ($rows->isEmpty()) {
                DB::table('write_sheets')
                    ->where('store_id', $store->id)
                    ->where('id', $sheet)
                    ->whereNull('applied_at')
                    ->update(['applied_at' => now()]);

                return $made;
            }
            foreach ($rows as $row) {
                $after = $row->int('place');
                $outcome = $this->drafts->save(
                    $store,
                    new TextEdit(
                        $row->int('resource_id'),
                        TextField::from($row->int('field')),
                        $row->text('text'),
                        $row->int('revision'),
                    ),
                    new Author(Origin::Import, $userId),
                );
                DB::table('write_sheet_rows')
                    ->where('sheet_id', $sheet)
                    ->where('place', $row->place)
                    ->update(
                        $outcome->saved
                            ? ['outcome' => 'done']
                            : ['outcome' => 'clash', 'note' => mb_substr((string) $outcome->reason, 0, 400)],
                    );
                $made += $outcome->saved ? 1 : 0;
            }
        }
    }

    /** @return array<string, int> rows by outcome */
    public function counts(int $sheet): array
    {
        return Typed::ints(
            DB::table('write_sheet_rows')
                ->where('sheet_id', $sheet)
                ->groupBy('outcome')
                ->selectRaw('outcome, COUNT(*) AS n')
                ->pluck('n', 'outcome')
                ->all(),
        );
    }

    /**
     * @param  list<array<string, int|string|null>>  $chunk
     * @param  array<string, int>  $seen  row number by resource and field
     */
    private function stageChunk(Store $store, int $sheet, array $chunk, array &$seen): void
    {
        if ($chunk === []) {
            return;
        }
        $urls = array_values(array_unique(array_map(static fn (array $row): string => (string) $row['url'], $chunk)));
        $ids = DB::table('resources')
            ->join('pages', 'pages.id', '=', 'resources.page_id')
            ->where('resources.store_id', $store->id)
            ->where('gone', 0)
            ->whereIn('pages.digest', array_map(static fn (string $url): string => md5(trim($url), true), $urls))
            ->pluck('resources.id', 'pages.url')
            ->map(static fn (mixed $n): int => Typed::int($n));
        $known = [];
        foreach ($this->list->rows($store, $ids->values()->all()) as $row) {
            $known[$row->id] = $row;
        }
        $rows = [];
        foreach ($chunk as $row) {
            $resource = $ids[trim((string) $row['url'])] ?? null;
            $field = TextField::fromKey(strtolower(trim((string) $row['field'])));
            [$outcome, $note, $revision] = $this->judge(
                $row,
                $resource === null ? null : $known[$resource] ?? null,
                $field,
                $seen,
            );
            $rows[] = [
                $sheet,
                (int) $row['place'],
                $outcome,
                mb_substr((string) $row['url'], 0, 2048),
                $field?->value,
                $resource,
                mb_substr((string) $row[$outcome === 'live' ? 'live' : 'draft'], 0, 4000),
                mb_substr($note, 0, 400),
                $revision,
            ];
        }
        Bulk::write(
            'write_sheet_rows',
            ['sheet_id', 'place', 'outcome', 'url', 'field', 'resource_id', 'text', 'note', 'revision'],
            $rows,
        );
    }

    /**
     * @param  array<string, int|string|null>  $row
     * @param  array<string, int>  $seen
     * @return array{string, string, int} outcome, note, revision of the draft that it goes over
     */
    private function judge(array $row, ?DeskRow $resource, ?TextField $field, array &$seen): array
    {
        $text = $field?->tidy((string) $row['draft']) ?? self::tidied((string) $row['draft']);
        if ($resource === null) {
            return ['error', 'This store has no page of this address whose texts can be changed.', 0];
        }
        if ($field === null) {
            return ['error', "The field \"{$row['field']}\" is neither title nor description.", 0];
        }
        if (mb_strlen($text) > $field->longest()) {
            return [
                'error',
                "{$field->label()}: {$field->longest()} characters at most; this has ".mb_strlen($text).'.',
                0,
            ];
        }
        $key = $resource->id.' '.$field->value;
        if (isset($seen[$key])) {
            return ['error', "The same page and field stand in row {$seen[$key]} already.", 0];
        }
        $seen[$key] = (int) $row['place'];
        $cell = $resource->cell($field);
        if ($row['marks'] !== null) {
            return self::judgeByMarks(
                $cell,
                (string) $row['marks'],
                $text,
                $row['live'] === null ? null : (string) $row['live'],
            );
        }
        $isSame = $text === '' || $text === $cell->draft || ($cell->draft === null && $text === $cell->stored);
        if (
            $isSame &&
            $row['live'] !== null &&
            self::tidied((string) $row['live']) !== self::tidied($cell->stored) &&
            self::tidied((string) $row['live']) !== self::tidied((string) $cell->draft)
        ) {
            return [
                'live',
                'The column of live texts was edited, or the shop’s text has changed since the export.',
                $cell->revision,
            ];
        }
        if ($text === '' || $text === $cell->draft || ($cell->draft === null && $text === $cell->stored)) {
            return ['same', '', 0];
        }
        if ($cell->draft !== null && ! $this->isMeasured($row, $cell, $cell->draft)) {
            return $this->isMeasured($row, $cell, $text)
                ? ['same', 'Left as on the desk, where the draft was changed after the export.', 0]
                : ['clash', "The draft was changed on the desk as well; there it is now: {$cell->draft}", 0];
        }
        if ($row['live'] !== null && trim((string) $row['live']) !== trim($cell->stored)) {
            return ['clash', 'The shop’s text has changed since the export: '.$cell->stored, 0];
        }

        return ['new', '', $cell->revision];
    }

    /**
     * Judges a text whose row says by its key what stood in the file when it was made.
     *
     * @return array{string, string, int}
     */
    private static function judgeByMarks(DeskCell $cell, string $marks, string $text, ?string $live): array
    {
        [$liveMark, $textMark] = explode('-', $marks);
        $isLiveTouched = $live !== null && WideSheet::mark($live) !== $liveMark;
        if (WideSheet::mark($text) === $textMark) {
            return $isLiveTouched && self::tidied((string) $live) !== self::tidied($cell->typed())
                ? ['live', 'The column of live texts was edited.', $cell->revision]
                : ['same', '', 0];
        }
        if (self::tidied($text) === self::tidied($cell->typed())) {
            return ['same', '', 0];
        }
        if (WideSheet::mark($cell->typed()) !== $textMark) {
            return ['clash', 'The text was changed on the desk since the export.', 0];
        }
        if (WideSheet::mark($cell->stored) !== $liveMark) {
            return ['clash', 'The shop’s text has changed since the export.', 0];
        }

        return [
            'new',
            $isLiveTouched ? 'The column of live texts was edited as well; it is not taken.' : '',
            $cell->revision,
        ];
    }

    private static function tidied(string $text): string
    {
        return trim((string) preg_replace('/\s+/u', ' ', $text));
    }

    /**
     * Whether the row's own measures are those of a text; true where the file has none.
     *
     * @param  array<string, int|string|null>  $row
     */
    private function isMeasured(array $row, DeskCell $cell, string $text): bool
    {
        if ($row['characters'] === null || $row['pixels'] === null) {
            return true;
        }
        [$characters, $pixels] = $this->export->measure($cell->field, $text === '' ? '' : $text.$cell->suffix);

        return (int) $row['characters'] === $characters &&
            abs((float) str_replace(',', '.', (string) $row['pixels']) - $pixels) < 0.06;
    }
}
