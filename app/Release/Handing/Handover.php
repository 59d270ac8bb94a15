<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Changes\AddressField;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Release\Items\FieldChange;
use App\Release\Items\Via;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Tabular\RawTable;
use Orchard\Core\Wording\TextField;

/**
 * The files of a release: the shop's own, with its changed rows alone and all other cells to the byte as they came.
 * Made anew each time they are asked for, from the file that the shop exported and the items, so that what is
 * downloaded twice is the same.
 */
final readonly class Handover
{
    public function __construct(private Store $store, private int $release)
    {
    }

    /** @return list<ShopFile> that something of the release goes in */
    public function files(): array
    {
        $files = [];
        foreach (
            DB::table('release_items')
                ->where('release_id', $this->release)
                ->where('store_id', $this->store->id)
                ->where('via', Via::File->value)
                ->whereNotIn('state', ['clash', 'refused', 'withdrawn'])
                ->distinct()
                ->orderBy('file_id')
                ->pluck('file_id') as $id
        ) {
            $file = FileBook::find(Typed::int($id));
            $file === null || ($files[] = $file);
        }

        return $files;
    }

    public function nameOf(ShopFile $file): string
    {
        $stem = (string) preg_replace('/[^A-Za-z0-9._-]+/', '-', pathinfo($file->name, PATHINFO_FILENAME));

        return ($stem === '' ? 'file' : mb_substr($stem, 0, 80))."-release-{$this->release}.".$file->extension();
    }

    /**
     * The bytes of one file.
     *
     * @throws InvalidArgumentException where a text cannot be written in the file's charset
     */
    public function bytes(ShopFile $file): string
    {
        $table = $file->table();
        $head = $file->headerRow > 0 ? range(1, $file->headerRow) : [];
        if ($file->type === 'redirects') {
            return $this->redirects($file, $table, $head);
        }
        $wanted = [];
        foreach ($this->items($file) as $item) {
            foreach ($item->changes() as $change) {
                $column = $file->column($change->field->key());
                $column === null || ($wanted[$item->place][$column] = $change->target);
            }
        }
        ksort($wanted);
        $cells = $wanted;
        foreach ($table->records() as $number => $record) {
            foreach ($wanted[$number] ?? [] as $column => $text) {
                if (self::plain($record[$column] ?? '') === $text) {
                    // It is there already, be it with line breaks of its own: it stays to the byte.
                    unset($cells[$number][$column]);
                }
            }
        }

        return $table->with($cells, [...$head, ...array_keys($wanted)], $this->columns($file, $wanted));
    }

    /**
     * What cannot go in its file, before anything is handed over: the file holds another text than the change was
     * written against, lacks a sign of it, or would be run as a formula where somebody opens it.
     *
     * @return array<int, array{state: string, reason: string, theirs: array<string, string>}> by item
     */
    public function obstacles(): array
    {
        $found = [];
        foreach ($this->files() as $file) {
            if ($file->type === 'redirects') {
                continue;
            }
            $items = $this->items($file);
            $byRow = [];
            foreach ($items as $item) {
                $byRow[$item->place][] = $item;
            }
            $table = $file->table();
            foreach ($table->records() as $number => $cells) {
                foreach ($byRow[$number] ?? [] as $item) {
                    $obstacle = $this->obstacle($file, $table, $cells, $item);
                    $obstacle === null || ($found[$item->id] = $obstacle);
                }
            }
        }

        return $found;
    }

    /**
     * @param  list<string>  $cells
     * @return ?array{state: string, reason: string, theirs: array<string, string>}
     */
    private function obstacle(ShopFile $file, RawTable $table, array $cells, FileItem $item): ?array
    {
        $theirs = [];
        foreach ($item->changes() as $change) {
            $column = $file->column($change->field->key());
            if ($column === null) {
                continue;
            }
            $sign = $table->lacks($change->target);
            if ($sign !== null) {
                return [
                    'state' => 'refused',
                    'reason' => "The file “{$file->name}” is written in {$file->charset}, which has no sign for ".
                        "“{$sign}”.",
                    'theirs' => [],
                ];
            }
            if (self::isFormula($change->target)) {
                return [
                    'state' => 'refused',
                    'reason' => 'It begins like a formula, which a spreadsheet would run when somebody opens '.
                        'the file. Begin it with a letter.',
                    'theirs' => [],
                ];
            }
            $now = self::plain($cells[$column] ?? '');
            if ($now !== $change->base && $now !== $change->target && ! $this->isOlder($file, $item, $change)) {
                $theirs[$change->field->key()] = $now;
            }
        }

        return $theirs === []
            ? null
            : [
                'state' => 'clash',
                'reason' => "The shop’s file of {$file->createdAt} holds another text than this was written against.",
                'theirs' => $theirs,
            ];
    }

    /**
     * Whether a text was released, and seen or taken back, since the file was exported: then the file does not know of
     * it.
     */
    private function isOlder(ShopFile $file, FileItem $item, FieldChange $change): bool
    {
        return $change->field instanceof TextField &&
            DB::table('history')
                ->where('resource_id', $item->resourceId)
                ->where('field', $change->field->value)
                ->whereIn('event', ['live', 'undone', 'accepted'])
                ->where('created_at', '>', $file->createdAt)
                ->exists();
    }

    /** @return list<FileItem> */
    private function items(ShopFile $file): array
    {
        return Records::of(
            FileItem::class,
            Rows::of(
                DB::table('release_items as i')
                    ->where('i.release_id', $this->release)
                    ->where('i.file_id', $file->id)
                    ->whereNotIn('i.state', ['clash', 'refused', 'withdrawn'])
                    ->orderBy('i.id')
                    ->get([
                        'i.id',
                        'i.resource_id',
                        'i.external_id',
                        'i.fields',
                        DB::raw(
                            '(SELECT MIN(r.at_row) FROM release_file_rows r WHERE r.resource_id = i.resource_id AND '.
                                'r.file_id = i.file_id) AS place',
                        ),
                    ]),
            ),
        );
    }

    /**
     * @param  array<int, array<int, string>>  $cells
     * @return ?list<int>
     */
    private function columns(ShopFile $file, array $cells): ?array
    {
        if ($file->needs === null) {
            return null;
        }
        $columns = [...$file->needs, $file->column('key') ?? ($file->column('url') ?? 0)];
        foreach ($cells as $row) {
            $columns = [...$columns, ...array_keys($row)];
        }
        $columns = array_values(array_unique($columns));
        sort($columns);

        return $columns;
    }

    /**
     * Redirects are rows of their own under the names; where every line of the shop's file has the same in a column,
     * such as a status, so have these.
     *
     * @param  list<int>  $head
     */
    private function redirects(ShopFile $file, RawTable $table, array $head): string
    {
        $usual = [];
        $isWhole = false;
        foreach ($table->records() as $number => $cells) {
            if ($number <= $file->headerRow) {
                continue;
            }
            $isWhole = $isWhole || str_starts_with($cells[$file->fields['from']] ?? '', 'http');
            foreach ($cells as $column => $cell) {
                $usual[$column] = ($usual[$column] ?? $cell) === $cell ? $cell : '';
            }
        }
        $base = rtrim($this->store->base_url, '/');
        $records = [];
        foreach ($this->items($file) as $item) {
            foreach ($item->changes() as $change) {
                if ($change->field !== AddressField::Redirect || $change->target === '') {
                    continue;
                }
                $from = substr($item->externalId, strlen('address:'));
                $to =
                    str_starts_with($change->target, $base) && ! $isWhole
                        ? substr($change->target, strlen($base))
                        : $change->target;
                $record = array_map(
                    static fn (int $column): string => $usual[$column] ?? '',
                    array_keys($file->columns),
                );
                $record[$file->fields['from']] = $isWhole ? $base.$from : $from;
                $record[$file->fields['to']] = $isWhole && str_starts_with($to, '/') ? $base.$to : $to;
                $records[] = array_values($record);
            }
        }

        return $table->appended($records, $head);
    }

    /** A cell as a text on one line, as texts are kept with us. */
    private static function plain(string $cell): string
    {
        return trim((string) preg_replace('/\s+/u', ' ', $cell));
    }

    /**
     * Whether a spreadsheet would run it: a sign that begins a formula, and for plus and minus something that it could
     * call.
     */
    private static function isFormula(string $text): bool
    {
        return preg_match('/^[=@\t\r]/', $text) === 1 || preg_match('/^[+\-].*[(|!]/s', $text) === 1;
    }
}
