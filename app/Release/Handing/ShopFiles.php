<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Catalogue\Events\ResourcesConnected;
use App\Catalogue\Resources;
use App\Catalogue\Texts;
use App\Changes\Events\TextsChanged;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Tables\TableFile;
use App\Platform\Tables\WorkbookTable;
use App\Platform\Typed;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use InvalidArgumentException;
use Orchard\Core\Tabular\Columns;
use Orchard\Core\Tabular\DelimitedTable;
use Orchard\Core\Tabular\RawTable;
use Orchard\Core\Wording\TextField;

/** Takes the files in that a shop exports, finds out what they are, and remembers it. */
final class ShopFiles
{
    /** Bytes of a file; it is held whole, so that it can be given back to the byte. */
    public const MOST_BYTES = 60_000_000;

    public const MOST_ROWS = 200_000;

    /**
     * Takes a file, to be confirmed before it is used.
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function take(Store $store, ?int $userId, string $name, string $path): ShopFile
    {
        $bytes = (int) @filesize($path);
        if ($bytes > self::MOST_BYTES) {
            throw new InvalidArgumentException(
                'The file is larger than 60 MB. Export fewer columns or pages at a time.',
            );
        }
        $languages = array_values(
            array_filter(array_map(static fn (Market $market): string => $market->language, Markets::of($store)->all())),
        );
        $file = TableFile::at($path, $languages);
        $isBook = str_starts_with((string) file_get_contents($path, length: 4), "PK\x03\x04");
        $dialect = $file->look(
            static fn (array $row): int => count(
                Columns::match($row, [...FileSight::fields(), ...FileSight::redirectFields()]),
            ),
        );
        if ($dialect->headerRow === 0) {
            throw new InvalidArgumentException(
                'The file has no row with the names of its columns, so its import could not be told what is what.',
            );
        }
        if ($isBook && str_ends_with(strtolower($name), '.zip')) {
            throw new InvalidArgumentException('Unpack the zip first: the shop’s import wants the file as it is.');
        }
        $table = $isBook
            ? new WorkbookTable($path)
            : new DelimitedTable((string) file_get_contents($path), $dialect->separator ?: ',', $dialect->charset);
        [$names, $sample] = self::sample($table, $dialect->headerRow);
        self::checkNames($names);
        $seen = (new FileSight(Things::of($store)))->look($names, $sample);
        $before = $this->alike($store, $names);
        $key = 'shop-files/'.Str::lower(Str::random(32));
        Storage::disk('uploads')->put($key, (string) file_get_contents($path));
        $id = DB::table('release_files')->insertGetId([
            'store_id' => $store->id,
            'name' => mb_substr(basename($name), 0, 190),
            'type' => $before->type ?? $seen['type'],
            'file_key' => $key,
            'bytes' => $bytes,
            'format' => $isBook ? 'xlsx' : 'csv',
            'separator_sign' => $isBook ? '' : ($dialect->separator ?: ','),
            'charset' => $isBook ? 'UTF-8' : $dialect->charset,
            'header_row' => $dialect->headerRow,
            'columns' => json_encode($names, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
            // What was confirmed for such a file before is remembered.
            'fields' => json_encode((object) ($before->fields ?? $seen['fields']), JSON_THROW_ON_ERROR),
            'needs' => $before?->needs === null ? null : json_encode($before->needs, JSON_THROW_ON_ERROR),
            'user_id' => $userId,
            'created_at' => now(),
        ]);

        return $this->find($store, $id) ?? throw new \LogicException('A file that was just kept is not there.');
    }

    public function find(Store $store, int $id): ?ShopFile
    {
        $row = Rows::maybe(
            DB::table('release_files')
                ->where('store_id', $store->id)
                ->where('id', $id)
                ->whereNull('removed_at')
                ->first(),
        );

        return $row === null ? null : ShopFile::from($row);
    }

    /**
     * Confirms what the columns are: rows are joined to the store's pages, and what the file tells of their texts
     * counts as what the shop holds.
     *
     * @throws InvalidArgumentException where rows could not be told apart, or none is a page of the store
     */
    public function confirm(Store $store, ShopFile $file, FileColumns $columns): ShopFile
    {
        [$type, $fields, $needs] = [$columns->type, $columns->fields, $columns->needs];
        if (DB::table('release_items')->where('store_id', $store->id)->where('file_id', $file->id)->exists()) {
            throw new InvalidArgumentException(
                'A release was made of this file, and is made anew from it whenever it is downloaded. Bring the file '.
                    'in once more to say otherwise what its columns are.',
            );
        }
        foreach ($fields as $field => $column) {
            if (! isset($file->columns[$column])) {
                throw new InvalidArgumentException("The file has no column $column for $field.");
            }
        }
        if (count(array_unique($fields)) < count($fields)) {
            throw new InvalidArgumentException('Two fields are given the same column.');
        }
        $rows = $type === 'redirects' ? $this->countRedirects($file, $fields) : $this->join($store, $file, $fields);
        $matched = array_filter($rows['things']);
        DB::transaction(function () use ($file, $type, $fields, $needs, $rows, $matched): void {
            DB::table('release_file_rows')->where('file_id', $file->id)->delete();
            Bulk::write(
                'release_file_rows',
                ['file_id', 'at_row', 'resource_id'],
                array_values(
                    array_map(
                        static fn (int $row, int $thing): array => [$file->id, $row, $thing],
                        array_keys($matched),
                        $matched,
                    ),
                ),
                'INSERT',
            );
            DB::table('release_files')
                ->where('id', $file->id)
                ->update([
                    'type' => $type,
                    'fields' => json_encode((object) $fields, JSON_THROW_ON_ERROR),
                    'needs' => $needs === null ? null : json_encode($needs, JSON_THROW_ON_ERROR),
                    'row_count' => $rows['count'],
                    'matched' => count($matched),
                    'confirmed_at' => now(),
                ]);
        });
        $type === 'items' && $this->takeTexts($store, $file, $fields, $matched);

        return $this->find($store, $file->id) ?? throw new \LogicException('The file is not there any more.');
    }

    /** The file is no longer used; releases that were made of it keep it. */
    public function remove(Store $store, int $id): void
    {
        DB::table('release_files')
            ->where('store_id', $store->id)
            ->where('id', $id)
            ->update(['removed_at' => now()]);
    }

    /**
     * @param  array<string, int>  $fields
     * @return array{count: int, things: array<int, ?int>} rows under the names, and the thing that each is
     *
     * @throws InvalidArgumentException
     */
    private function join(Store $store, ShopFile $file, array $fields): array
    {
        if (! isset($fields['key']) && ! isset($fields['url'])) {
            throw new InvalidArgumentException(
                'Say which column names a row: its key or its URL. Without one the shop’s import could not know '.
                    'what to change.',
            );
        }
        if (array_intersect(['title', 'description', 'h1', 'canonical', 'slug'], array_keys($fields)) === []) {
            throw new InvalidArgumentException(
                'Say which column holds titles, descriptions or another text that is to be written.',
            );
        }
        $sight = new FileSight(Things::of($store));
        $names = $fields['key'] ?? ($fields['url'] ?? 0);
        $seen = [];
        $things = [];
        $lacking = 0;
        foreach ($file->table()->records() as $number => $row) {
            if ($number <= $file->headerRow) {
                continue;
            }
            if (count($things) >= self::MOST_ROWS) {
                throw new InvalidArgumentException(
                    'The file has more than '.number_format(self::MOST_ROWS).' rows.',
                );
            }
            $key = trim($row[$names] ?? '');
            if ($key === '') {
                // Further lines of a thing, such as its pictures or variants, often have no name of their own.
                $lacking++;
                $things[$number] = null;

                continue;
            }
            $thing = $sight->thingOf($row, $fields);
            // The first of several rows of a thing holds its texts.
            $things[$number] = isset($seen[$key]) ? null : $thing;
            $seen[$key] = true;
        }
        if ($things === []) {
            throw new InvalidArgumentException('The file has no rows under its names.');
        }
        if ($lacking === count($things)) {
            throw new InvalidArgumentException("The column “{$file->columns[$names]}” is empty in every row.");
        }
        if (array_filter($things) === []) {
            throw new InvalidArgumentException(
                'No row is a page of this store: neither its URL nor its key is known. Crawl the store first, '.
                    'or choose another column.',
            );
        }

        return ['count' => count($things), 'things' => $things];
    }

    /**
     * @param  array<string, int>  $fields
     * @return array{count: int, things: array<int, ?int>}
     */
    private function countRedirects(ShopFile $file, array $fields): array
    {
        if (! isset($fields['from'], $fields['to'])) {
            throw new InvalidArgumentException('Say in which columns the old and the new addresses stand.');
        }
        $count = 0;
        foreach ($file->table()->records() as $number => $row) {
            $count += $number > $file->headerRow ? 1 : 0;
        }

        return ['count' => $count, 'things' => []];
    }

    /**
     * @param  array<string, int>  $fields
     * @param  array<int, int>  $matched  thing by row
     */
    private function takeTexts(Store $store, ShopFile $file, array $fields, array $matched): void
    {
        $told = array_values(
            array_filter(TextField::cases(), static fn (TextField $field): bool => isset($fields[$field->key()])),
        );
        if ($told === []) {
            return;
        }
        // The shop's own API knows better than a file.
        $ours = [];
        foreach (array_chunk(array_values($matched), 5000) as $chunk) {
            $ours += DB::table('resources')
                ->whereIn('id', $chunk)
                ->where('from_page', '>', 0)
                ->pluck('market_id', 'id')
                ->all();
        }
        $busy = array_flip(
            array_map(
                static fn (Row $row): string => "$row->resource_id $row->field",
                Rows::of(
                    DB::table('drafts')
                        ->where('store_id', $store->id)
                        ->where('state', 'sending')
                        ->get(['resource_id', 'field']),
                )->all(),
            ),
        );
        $texts = [];
        foreach ($file->table()->records() as $number => $row) {
            $thing = $matched[$number] ?? null;
            if ($thing === null || ! isset($ours[$thing])) {
                continue;
            }
            foreach ($told as $field) {
                if (! isset($busy["$thing {$field->value}"])) {
                    $texts[] = [
                        $thing,
                        $field->value,
                        $store->id,
                        Typed::int($ours[$thing]),
                        trim((string) preg_replace('/\s+/u', ' ', $row[$fields[$field->key()]] ?? '')),
                    ];
                }
            }
        }
        $ids = array_map(intval(...), array_keys($ours));
        foreach (array_chunk($texts, 5000) as $chunk) {
            Texts::storeMany($chunk);
        }
        Resources::toldByFile($ids);
        foreach (array_chunk($ids, 5000) as $chunk) {
            ResourcesConnected::dispatch($store->id, $chunk);
            TextsChanged::dispatch($store->id, $chunk, []);
        }
    }

    /**
     * What was confirmed before for a file with the same columns.
     *
     * @param  list<string>  $names
     */
    private function alike(Store $store, array $names): ?ShopFile
    {
        $row = Rows::maybe(
            DB::table('release_files')
                ->where('store_id', $store->id)
                ->whereNotNull('confirmed_at')
                ->where('columns', json_encode($names, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE))
                ->orderByDesc('id')
                ->first(),
        );

        return $row === null ? null : ShopFile::from($row);
    }

    /** @return array{list<string>, list<list<string>>} names and the first records under them */
    private static function sample(RawTable $table, int $headerRow): array
    {
        $names = $sample = [];
        foreach ($table->records() as $number => $row) {
            if ($number === $headerRow) {
                $names = $row;
            } elseif ($number > $headerRow) {
                $sample[] = $row;
            }
            if (count($sample) === FileSight::SAMPLE) {
                break;
            }
        }

        return [$names, $sample];
    }

    /**
     * @param  list<string>  $names
     *
     * @throws InvalidArgumentException
     */
    private static function checkNames(array $names): void
    {
        $told = array_filter(array_map(trim(...), $names), static fn (string $name): bool => $name !== '');
        $twice = array_keys(array_filter(array_count_values($told), static fn (int $n): bool => $n > 1));
        if (count($names) > 500) {
            throw new InvalidArgumentException('The file has more than 500 columns.');
        }
        if ($twice !== []) {
            throw new InvalidArgumentException(
                'Two columns are both called “'.$twice[0].'”; the shop’s import could not tell them apart.',
            );
        }
    }
}
