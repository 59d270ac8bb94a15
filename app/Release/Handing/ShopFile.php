<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Platform\Tables\WorkbookTable;
use Illuminate\Support\Facades\Storage;
use Orchard\Core\Tabular\DelimitedTable;
use Orchard\Core\Tabular\RawTable;
use stdClass;

/** A file that the shop exported, and what its columns mean. */
final readonly class ShopFile
{
    /**
     * @param  string  $type  items or redirects
     * @param  non-empty-string  $separator
     * @param  list<string>  $columns  names in the order of the file
     * @param  array<string, int>  $fields  column by field of ours: key, url, title and so on
     * @param  ?list<int>  $needs  columns that the import needs; null for all
     */
    public function __construct(
        public int $id,
        public int $storeId,
        public string $name,
        public string $type,
        public string $path,
        public string $format,
        public string $separator,
        public string $charset,
        public int $headerRow,
        public array $columns,
        public array $fields,
        public ?array $needs,
        public int $rows,
        public int $matched,
        public bool $isConfirmed,
        public string $createdAt,
    ) {
    }

    public static function from(stdClass $row): self
    {
        /** @var list<string> $columns */
        $columns = json_decode((string) $row->columns, true, 4, JSON_THROW_ON_ERROR);
        /** @var array<string, int> $fields */
        $fields = json_decode((string) $row->fields, true, 4, JSON_THROW_ON_ERROR);
        /** @var ?list<int> $needs */
        $needs = $row->needs === null ? null : json_decode((string) $row->needs, true, 4, JSON_THROW_ON_ERROR);
        $separator = (string) $row->separator_sign;

        return new self(
            (int) $row->id,
            (int) $row->store_id,
            (string) $row->name,
            (string) $row->type,
            Storage::disk('uploads')->path((string) $row->file_key),
            (string) $row->format,
            $separator === '' ? ',' : $separator,
            (string) $row->charset,
            (int) $row->header_row,
            $columns,
            $fields,
            $needs,
            (int) $row->row_count,
            (int) $row->matched,
            $row->confirmed_at !== null,
            (string) $row->created_at,
        );
    }

    public function table(): RawTable
    {
        return $this->format === 'xlsx'
            ? new WorkbookTable($this->path)
            : new DelimitedTable((string) file_get_contents($this->path), $this->separator, $this->charset);
    }

    public function column(string $field): ?int
    {
        return $this->fields[$field] ?? null;
    }

    public function extension(): string
    {
        $own = strtolower(pathinfo($this->name, PATHINFO_EXTENSION));

        return $this->format === 'xlsx' ? 'xlsx' : (in_array($own, ['csv', 'tsv', 'txt', 'tab'], true) ? $own : 'csv');
    }
}
