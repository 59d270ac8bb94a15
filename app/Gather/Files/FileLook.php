<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Store\Files\TableFile;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Tabular\Columns;
use Orchard\Core\Tabular\Dialect;

/** What is found by looking into a file: how it is written, what its columns seem to be, and its first rows. */
final readonly class FileLook
{
    /** Rows that are shown. */
    private const SHOWN = 8;

    /**
     * @param  list<string>  $names  of the columns; "Column 3" where the file has none
     * @param  array<int, string>  $columns  field key by column
     * @param  list<list<string>>  $rows  the first ones
     * @param  bool  $isRemembered  whether a file of this shape was brought in before
     */
    private function __construct(public FileSort $sort, public Dialect $dialect, public array $names, public array $columns, public array $rows, public string $shape, public bool $isRemembered)
    {
    }

    /**
     * @param  array<array-key, mixed>  $corrections  of the dialect, by hand
     * @param  ?array<int, string>  $columns  as matched by hand; null to find them
     *
     * @throws InvalidArgumentException where the file is no table
     */
    public static function into(int $storeId, string $path, ?FileSort $sort = null, array $corrections = [], ?array $columns = null): self
    {
        $file = TableFile::at($path);
        $fields = array_merge(...array_map(static fn (FileSort $sort): array => $sort->fields(), FileSort::cases()));
        $dialect = $file->look(static fn (array $row): int => count(Columns::match($row, $fields)))->with($corrections);
        $names = [];
        $rows = [];
        foreach ($file->rows($dialect, max(1, $dialect->headerRow)) as $number => $row) {
            if ($number === $dialect->headerRow) {
                $names = $row;

                continue;
            }
            $rows[] = $row;
            if (count($rows) === self::SHOWN) {
                break;
            }
        }
        $width = max([count($names), ...array_map(count(...), $rows)]);
        for ($i = 0; $i < $width; $i++) {
            $names[$i] = trim($names[$i] ?? '') === '' ? 'Column '.($i + 1) : trim($names[$i]);
        }
        $shape = md5(serialize([$dialect->headerRow === 0 ? $width : $names, $dialect->separator]), true);
        $known = DB::table('gather_shapes')->where('store_id', $storeId)->where('shape', $shape)->first();
        $remembered = $known !== null && $corrections === [] && $columns === null && ($sort === null || $sort->value === $known->sort);
        if ($remembered) {
            $dialect = $dialect->with((array) json_decode((string) $known->dialect, true));
            $sort = FileSort::from((string) $known->sort);
            $columns = self::columnsOf((string) $known->columns);
        }
        $sort ??= self::guess($names);

        return new self($sort, $dialect, array_values($names), $columns ?? Columns::match(array_values($names), $sort->fields()), $rows, $shape, $remembered);
    }

    /** @return array<int, string> */
    public static function columnsOf(string $json): array
    {
        $columns = [];
        foreach ((array) json_decode($json, true) as $column => $key) {
            if (is_string($key)) {
                $columns[(int) $column] = $key;
            }
        }

        return $columns;
    }

    /** @param  array<int, string>  $names */
    private static function guess(array $names): FileSort
    {
        $best = FileSort::Search;
        $most = -1;
        foreach (FileSort::cases() as $sort) {
            $columns = Columns::match(array_values($names), $sort->fields());
            $score = count($columns) + ($sort->lacks(array_values($columns)) === null ? 100 : 0);
            if ($score > $most) {
                [$best, $most] = [$sort, $score];
            }
        }

        // Names that fit nothing whole say nothing; most files are search rows.
        return $most >= 100 ? $best : FileSort::Search;
    }
}
