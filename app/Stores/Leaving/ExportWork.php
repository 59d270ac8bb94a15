<?php

declare(strict_types=1);

namespace App\Stores\Leaving;

use App\Platform\Database\Rows;
use App\Platform\Tables\TableRows;
use App\Platform\Tables\TableWriter;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\MarketOptions;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use RuntimeException;
use ZipArchive;

/**
 * Writes all that people made in a store, and what is known of its pages, into one zip of CSV files. A part is written
 * under a name of its own before it counts, so that a killed slice leaves no half of one.
 */
final readonly class ExportWork implements LongWork
{
    public const DAYS = 7;

    public function __construct(private ExportParts $parts, private StoreOptions $options)
    {
    }

    public static function sort(): string
    {
        return 'stores.export';
    }

    public static function title(): string
    {
        return 'exporting the store';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    /** Where it is kept, on the disk "uploads". */
    public static function folder(int $store): string
    {
        return "exports/$store";
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
        if ($end->state !== 'done') {
            Storage::disk('uploads')->deleteDirectory(self::folder($subjectId));
        }
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        $disk = Storage::disk('uploads');
        $folder = self::folder($store->id);
        $disk->makeDirectory($folder);
        $done = is_array($run->progress()['parts'] ?? null) ? $run->progress()['parts'] : [];
        if ($done === []) {
            $disk->delete($disk->files($folder));
        }
        foreach ($this->parts->all() as $name => ['columns' => $columns, 'rows' => $rows]) {
            if (in_array($name, $done, true)) {
                continue;
            }
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $to =
                fopen($disk->path("$folder/part"), 'wb') ?: throw new RuntimeException('The export cannot be written.');
            $counted = (static function () use ($rows, $store, $run): \Generator {
                foreach ($rows($store) as $row) {
                    yield $row;
                    $run->beat();
                }
            })();
            TableWriter::write('csv', new TableRows($columns, $counted), $to);
            fclose($to);
            rename($disk->path("$folder/part"), $disk->path("$folder/$name.csv"));
            $done[] = $name;
            $run->beat(['parts' => $done, 'of' => count($this->parts->all())], force: true);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
        $run->beat(['bytes' => $this->pack($store, $folder), 'file' => "$folder/{$store->slug}.zip"], force: true);

        return SliceEnd::done();
    }

    /** @return int bytes of the zip */
    private function pack(Store $store, string $folder): int
    {
        $disk = Storage::disk('uploads');
        $path = $disk->path("$folder/{$store->slug}.zip");
        $zip = new ZipArchive();
        if ($zip->open("$path.new", ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true) {
            throw new RuntimeException('The zip cannot be written.');
        }
        foreach (array_keys($this->parts->all()) as $name) {
            $zip->addFile($disk->path("$folder/$name.csv"), "$name.csv");
        }
        $zip->addFromString('settings.json', $this->settings($store));
        $zip->addFromString(
            'read-me.txt',
            "{$store->name}, {$store->base_url}\r\nExported on ".
                now()->format('Y-m-d H:i').
                " (UTC) by Young Orchard.\r\n\r\n".
                'Each file is CSV by RFC 4180 in UTF-8; a cell that a spreadsheet would run as a formula has an '.
                "apostrophe in\r\n".
                'front. settings.json holds the settings without secrets. Rows of search and sales are not in here: '.
                "they stay\r\n".
                "in the files and feeds that they came from; pages.csv and upside.csv hold their sums.\r\n",
        );
        if (! $zip->close()) {
            throw new RuntimeException('The zip cannot be written: is the disk full?');
        }
        rename("$path.new", $path);
        foreach (array_keys($this->parts->all()) as $name) {
            $disk->delete("$folder/$name.csv");
        }

        return (int) filesize($path);
    }

    /** Without secrets: those are not even known to whoever may export. */
    private function settings(Store $store): string
    {
        $plain = static fn (array $options): array => array_column(
            array_filter($options, static fn (array $one): bool => $one['value'] !== '(set)'),
            'value',
            'key',
        );

        return json_encode(
            [
                'store' => $plain($this->options->list($store)),
                'markets' => array_map(
                    static fn (Market $market): array => $plain(MarketOptions::list($market)),
                    Markets::of($store)->all(),
                ),
                'kinds' => Rows::of(
                    DB::table('kind_rules')
                        ->where('store_id', $store->id)
                        ->orderBy('place')
                        ->get(['subject', 'test', 'value', 'kind']),
                )->all(),
            ],
            JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        );
    }
}
