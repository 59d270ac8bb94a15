<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Facts\Grain;
use App\Facts\RowScope;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Generator;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use InvalidArgumentException;
use Orchard\Core\Tabular\DateOrder;

/** Takes files in, piece by piece, starts their imports and takes them back. */
final readonly class Imports
{
    /** Bytes of a file at most. */
    public const MOST_BYTES = 2_147_483_648;

    public function __construct(private WorkDesk $desk)
    {
    }

    public static function find(Store $store, int $import): ?FileImport
    {
        return Records::one(
            FileImport::class,
            Rows::maybe(DB::table('gather_imports')->where('store_id', $store->id)->where('id', $import)->first()),
        );
    }

    /** A file of this name and size that somebody has begun to send and not finished; null where there is none. */
    public static function arriving(Store $store, ?int $userId, string $name, int $bytes): ?ArrivingFile
    {
        $row = Rows::maybe(
            DB::table('gather_imports')
                ->where('store_id', $store->id)
                ->where('user_id', $userId)
                ->where('state', 'arriving')
                ->where('file_name', mb_substr(basename($name), 0, 190))
                ->where('bytes', $bytes)
                ->orderByDesc('id')
                ->first(),
        );

        return Records::one(ArrivingFile::class, $row);
    }

    /** An import that failed or was stopped is under way again. @return bool whether it was so */
    public static function goOn(int $import): bool
    {
        return DB::table('gather_imports')
            ->where('id', $import)
            ->whereIn('state', ['failed', 'stopped'])
            ->update(['state' => 'running', 'ended_at' => null]) > 0;
    }

    /**
     * Rows that were set aside, as they stood in the file, and why.
     *
     * @param  int  $columns  of the file
     * @return Generator<list<string>>
     */
    public static function asides(int $import, int $columns): Generator
    {
        foreach (
            Rows::lazily(DB::table('gather_asides')->where('import_id', $import)->orderBy('line')->lazy(1000)) as $aside
        ) {
            $cells = Typed::texts(array_values((array) json_decode($aside->text('cells'), true)));
            yield [
                ...array_slice(array_pad($cells, $columns, ''), 0, $columns),
                "row {$aside->line}, {$aside->column_name}: {$aside->reason}",
            ];
        }
    }

    /**
     * Announces a file whose pieces will follow.
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function announce(Store $store, ?int $userId, string $name, int $bytes): int
    {
        if ($bytes < 1) {
            throw new InvalidArgumentException('The file is empty.');
        }
        if ($bytes > self::MOST_BYTES) {
            throw new InvalidArgumentException('The file is larger than 2 GB.');
        }
        if (@disk_free_space(Storage::disk('uploads')->path('')) < 3 * $bytes + 200_000_000) {
            throw new InvalidArgumentException(
                'There is not enough room on the server\'s disk for the file and its rows.',
            );
        }
        $key = 'imports/'.Str::lower(Str::random(32));
        Storage::disk('uploads')->put($key, '');

        return DB::table('gather_imports')->insertGetId([
            'store_id' => $store->id,
            'user_id' => $userId,
            'file_name' => mb_substr(basename($name), 0, 190),
            'file_key' => $key,
            'bytes' => $bytes,
            'state' => 'arriving',
            'created_at' => now(),
        ]);
    }

    /**
     * Adds a piece at the place it belongs to; a piece that came already is taken as come.
     *
     * @param  resource  $piece
     * @return int bytes that have arrived
     *
     * @throws InvalidArgumentException where pieces in front are missing, or more comes than was announced
     */
    public function addPiece(Store $store, int $import, int $offset, $piece): int
    {
        return DB::transaction(function () use ($store, $import, $offset, $piece): int {
            $row = Records::one(
                FileImport::class,
                Rows::maybe(
                    DB::table('gather_imports')
                        ->where('store_id', $store->id)
                        ->where('id', $import)
                        ->lockForUpdate()
                        ->first(),
                ),
            );
            if ($row === null || $row->state !== 'arriving') {
                throw new InvalidArgumentException('No file is expected here.');
            }
            $arrived = $row->arrived;
            if ($offset > $arrived) {
                throw new InvalidArgumentException("The piece begins at byte $offset, but only $arrived have arrived.");
            }
            if ($offset < $arrived) {
                return $arrived;
            }
            $file = fopen($row->path(), 'r+b') ?: throw new InvalidArgumentException('The file cannot be written.');
            @fseek($file, $offset);
            $arrived += (int) @stream_copy_to_stream($piece, $file, $row->bytes - $arrived + 1);
            // A write that stops before the piece ends has met a full disk.
            if (! fflush($file) || ($arrived <= $row->bytes && ! feof($piece))) {
                @ftruncate($file, max(0, $offset));
                fclose($file);
                throw new InvalidArgumentException(
                    'The server\'s disk is full; the piece could not be kept. What came before it is there. Make room, then choose the file again.',
                );
            }
            if ($arrived > $row->bytes) {
                ftruncate($file, max(0, $offset));
            }
            fclose($file);
            if ($arrived > $row->bytes) {
                throw new InvalidArgumentException('More has come than was announced.');
            }
            DB::table('gather_imports')
                ->where('id', $import)
                ->update([
                    'arrived' => $arrived,
                    'state' => $arrived === $row->bytes ? 'look' : 'arriving',
                    'digest' => $arrived === $row->bytes ? hash_file('xxh128', $row->path(), true) : null,
                ]);

            return $arrived;
        });
    }

    /**
     * A whole file at once.
     *
     * @throws InvalidArgumentException
     */
    public function take(Store $store, ?int $userId, string $name, string $path): int
    {
        $import = $this->announce($store, $userId, $name, (int) @filesize($path));
        $file = fopen($path, 'rb') ?: throw new InvalidArgumentException("$name cannot be read.");
        $this->addPiece($store, $import, 0, $file);
        fclose($file);

        return $import;
    }

    /**
     * Starts reading.
     *
     * @param  FileAnswers  $said  of how the file is written only what a person said is kept for the next one
     * @return int the work's id
     *
     * @throws InvalidArgumentException with a sentence for people; nothing is stored then
     */
    public function start(Store $store, int $import, FileLook $look, FileAnswers $said = new FileAnswers()): int
    {
        $chosen = array_filter(
            [
                'dates_chosen' => DateOrder::tryFrom(Typed::text($said->corrections['dates'] ?? ''))?->value,
                'scope_chosen' => ($said->corrections['scope'] ?? '') === 'store' ? 'store' : null,
            ],
            is_string(...),
        );
        $keys = array_values($look->columns);
        if (count(array_unique($keys)) !== count($keys)) {
            throw new InvalidArgumentException('Two columns are matched to the same thing.');
        }
        $lack = $look->sort->lacks($keys);
        if ($lack !== null) {
            throw new InvalidArgumentException($lack);
        }
        if (in_array('day', $keys, true) && $look->dialect->dates === null) {
            throw new InvalidArgumentException(
                'The file has dates in two orders, day first and month first. Choose which one is meant; rows of the other order are then set aside.',
            );
        }
        if (in_array('day', $keys, true) && $look->datesOpen) {
            throw new InvalidArgumentException(
                'The dates in the file can be read both ways (day first or month first), and nothing decides between them. Choose which is meant: on the command line --dates=dmy or --dates=mdy.',
            );
        }
        $grain = $look->sort->list() === null ? $look->sort->grain($keys) : 0;
        [$first, $last] = [null, null];
        if ($look->sort->list() === null && ($grain & Grain::DAY) === 0) {
            [$first, $last] = self::period($said->firstDay, $said->lastDay);
        }

        return DB::transaction(function () use ($store, $import, $look, $grain, $first, $last, $chosen): int {
            $changed = DB::table('gather_imports')
                ->where('store_id', $store->id)
                ->where('id', $import)
                ->where('state', 'look')
                ->update([
                    'state' => 'running',
                    'sort' => $look->sort->value,
                    'grain' => $grain,
                    'dialect' => json_encode($look->dialect->toArray(), JSON_THROW_ON_ERROR),
                    'columns' => json_encode((object) $look->columns, JSON_THROW_ON_ERROR),
                    'period_first' => $first,
                    'period_last' => $last,
                    'scope' => $look->scope->text === 'pages' ? RowScope::pagesOf($import)->text : $look->scope->text,
                    'phase' => 'read',
                    'next_row' => $look->dialect->headerRow + 1,
                    'next_offset' => 0,
                ]);
            if ($changed === 0) {
                throw new InvalidArgumentException('This file has been started already, or has not arrived whole.');
            }
            DB::table('gather_shapes')->upsert(
                [
                    [
                        'store_id' => $store->id,
                        'shape' => $look->shape,
                        'sort' => $look->sort->value,
                        'dialect' => json_encode((object) $chosen, JSON_THROW_ON_ERROR),
                        'columns' => json_encode((object) $look->columns, JSON_THROW_ON_ERROR),
                    ],
                ],
                ['store_id', 'shape'],
                ['sort', 'dialect', 'columns'],
            );

            return $this->desk->begin(new NewWork(ImportWork::class, $store->id, $import));
        });
    }

    /**
     * Takes out again what an import brought; the rows it replaced come back.
     *
     * @return int the work's id
     *
     * @throws InvalidArgumentException
     */
    public function takeBack(Store $store, int $import, ?int $userId): int
    {
        return DB::transaction(function () use ($store, $import, $userId): int {
            $changed = DB::table('gather_imports')
                ->where('store_id', $store->id)
                ->where('id', $import)
                ->whereIn('state', ['done', 'failed', 'stopped'])
                ->whereNotNull('sort')
                ->update([
                    'state' => 'running',
                    'phase' => 'back',
                    'is_back' => 1,
                    'remark' => null,
                    'ended_at' => null,
                ]);
            if ($changed === 0) {
                throw new InvalidArgumentException('Only a finished import can be removed, and only once.');
            }

            return $this->desk->begin(new NewWork(ImportWork::class, $store->id, $import, $userId));
        });
    }

    /** Lets go of a file that was not started. */
    public function drop(Store $store, int $import): void
    {
        $row = self::find($store, $import);
        if ($row !== null && in_array($row->state, ['arriving', 'look'], true)) {
            Storage::disk('uploads')->delete($row->fileKey);
            DB::table('gather_imports')
                ->where('id', $import)
                ->whereIn('state', ['arriving', 'look'])
                ->delete();
        }
    }

    /** Deletes the file of an import that needs it no more, and what was read of it. */
    public static function letGo(int $import): void
    {
        $row = FileImport::byId($import);
        if ($row !== null && $row->fileKey !== '') {
            Storage::disk('uploads')->delete($row->fileKey);
            $row->stagedRows()->forget();
        }
    }

    /** Lets go of files that nobody has brought in for a week, and of what imports left half-way hold for a month. */
    public static function forgetAbandoned(): void
    {
        foreach (
            DB::table('gather_imports')
                ->whereIn('state', ['arriving', 'look'])
                ->where('created_at', '<', now()->subDays(7))
                ->pluck('id') as $id
        ) {
            self::letGo(Typed::int($id));
            DB::table('gather_imports')
                ->where('id', $id)
                ->whereIn('state', ['arriving', 'look'])
                ->delete();
        }
        foreach (
            DB::table('gather_imports')
                ->whereIn('state', ['failed', 'stopped'])
                ->whereNotNull('sort')
                ->where('ended_at', '<', now()->subDays(30))
                ->pluck('id') as $id
        ) {
            self::letGo(Typed::int($id));
        }
    }

    /** @return array{string, string} */
    private static function period(?string $first, ?string $last): array
    {
        $day = static fn (?string $text): ?DateTimeImmutable => is_string($text) &&
        preg_match('/^\d{4}-\d\d-\d\d$/', $text) === 1
            ? (DateTimeImmutable::createFromFormat('!Y-m-d', $text) ?:
            null)
            : null;
        [$from, $to] = [$day($first), $day($last)];
        if ($from === null || $to === null) {
            throw new InvalidArgumentException('The file has no days: enter the first and last day it covers.');
        }
        if ($to < $from || $from->diff($to)->days > 800 || $to > new DateTimeImmutable('tomorrow')) {
            throw new InvalidArgumentException(
                'The period ends before it begins, lies in the future, or is longer than 800 days.',
            );
        }

        return [$from->format('Y-m-d'), $to->format('Y-m-d')];
    }
}
