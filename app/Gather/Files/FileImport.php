<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use LogicException;
use Orchard\Core\Tabular\DateOrder;
use Orchard\Core\Tabular\Dialect;
use Orchard\Core\Tabular\NumberForm;

/** A file that was sent, and how far its import is. */
final readonly class FileImport
{
    /** Files of a list. */
    private const MOST = 100;

    /**
     * @param  string  $fileKey  where its bytes lie; empty where they are not kept
     * @param  int  $bytes  of the whole file
     * @param  int  $arrived  of those
     * @param  ?string  $digest  of its bytes, once all have arrived
     * @param  ?FileSort  $sort  what its rows are; null until somebody has said so
     * @param  int  $grain  bits of Grain
     * @param  ?string  $dialect  JSON of how it is written
     * @param  ?string  $columns  JSON: fields by column
     * @param  ?string  $periodFirst  days that somebody named for rows that have none
     * @param  string  $scope  text of a RowScope
     * @param  bool  $isBack  it is, or was, taken back
     * @param  int  $nextRow  the first that is not staged, from 1
     * @param  int  $nextOffset  its first byte
     * @param  ?string  $weeks  JSON: Mondays whose sums are to be made anew; null until its days are known
     * @param  ?string  $staged  JSON: bytes and days of the rows that stand ready, by month
     * @param  ?string  $firstDay  of its rows, where they have days
     * @param  ?string  $remark  a sentence for people
     * @param  string  $createdAt  UTC
     * @param  int  $resting  days that newer imports supersede; only where a list asks for it
     * @param  ?string  $userName  null for the command line; only where a list asks for it
     */
    public function __construct(
        public int $id,
        public int $storeId,
        public ?int $userId,
        public string $fileName,
        public string $fileKey,
        public int $bytes,
        public int $arrived,
        public ?string $digest,
        public string $state,
        public ?FileSort $sort,
        public int $grain,
        public ?string $dialect,
        public ?string $columns,
        public ?string $periodFirst,
        public ?string $periodLast,
        public string $scope,
        public string $phase,
        public bool $isBack,
        public int $nextRow,
        public int $nextOffset,
        public int $rowsTaken,
        public int $rowsAside,
        public ?string $weeks,
        public ?string $staged,
        public ?string $firstDay,
        public ?string $lastDay,
        public ?string $remark,
        public string $createdAt,
        public int $resting = 0,
        public ?string $userName = null,
    ) {
    }

    /** Null where there is none of this number. */
    public static function byId(int $import): ?self
    {
        return Records::one(self::class, Rows::maybe(DB::table('gather_imports')->where('id', $import)->first()));
    }

    /** @return list<self> the newest first, without feeds that are fetched */
    public static function latest(Store $store): array
    {
        $rows = Rows::of(
            DB::table('gather_imports')
                ->where('store_id', $store->id)
                ->where('is_feed', 0)
                ->orderByDesc('id')
                ->limit(self::MOST)
                ->get(),
        );

        return Records::of(self::class, $rows);
    }

    /** @throws LogicException where nobody has said yet what its rows are */
    public function rows(): FileSort
    {
        return $this->sort ?? throw new LogicException("Import $this->id has no sort yet.");
    }

    public function path(): string
    {
        return Storage::disk('uploads')->path($this->fileKey);
    }

    /** Its rows that stand ready to be taken over. */
    public function stagedRows(): StagedRows
    {
        return StagedRows::of($this->path(), $this->staged);
    }

    /** How it is written; as files mostly are where nobody has looked at it yet. */
    public function dialect(): Dialect
    {
        return (new Dialect(',', 'UTF-8', 1, new NumberForm(), DateOrder::DayFirst))->with(
            (array) json_decode((string) $this->dialect, true),
        );
    }

    /** Days that each row stands for. */
    public function length(): int
    {
        return $this->periodFirst === null
            ? 1
            : (int) (new DateTimeImmutable($this->periodFirst))->diff(new DateTimeImmutable((string) $this->periodLast))
                    ->days + 1;
    }

    /** Another import of the same bytes whose days still count; null where there is none. */
    public function twin(): ?self
    {
        return $this->digest === null
            ? null
            : Records::one(
                self::class,
                Rows::maybe(
                    DB::table('gather_imports')
                        ->where('store_id', $this->storeId)
                        ->where('digest', $this->digest)
                        ->where('id', '<>', $this->id)
                        ->where('state', 'done')
                        ->orderByDesc('id')
                        ->first(),
                ),
            );
    }
}
