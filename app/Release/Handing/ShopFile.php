<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Platform\Database\Row;
use App\Platform\Tables\WorkbookTable;
use Illuminate\Support\Facades\Storage;
use Orchard\Core\Tabular\DelimitedTable;
use Orchard\Core\Tabular\RawTable;

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

    public static function from(Row $row): self
    {
        /** @var list<string> $columns */
        $columns = json_decode($row->text('columns'), true, 4, JSON_THROW_ON_ERROR);
        /** @var array<string, int> $fields */
        $fields = json_decode($row->text('fields'), true, 4, JSON_THROW_ON_ERROR);
        /** @var ?list<int> $needs */
        $needs = $row->needs === null ? null : json_decode($row->text('needs'), true, 4, JSON_THROW_ON_ERROR);
        $separator = $row->text('separator_sign');

        return new self(
            $row->int('id'),
            $row->int('store_id'),
            $row->text('name'),
            $row->text('type'),
            Storage::disk('uploads')->path($row->text('file_key')),
            $row->text('format'),
            $separator === '' ? ',' : $separator,
            $row->text('charset'),
            $row->int('header_row'),
            $columns,
            $fields,
            $needs,
            $row->int('row_count'),
            $row->int('matched'),
            $row->confirmed_at !== null,
            $row->text('created_at'),
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
