<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Facts\RowScope;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Tables\TableFile;
use App\Platform\Typed;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use DateTimeImmutable;
use DateTimeZone;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Columns;
use Orchard\Core\Tabular\DateOrder;
use Orchard\Core\Tabular\DateReading;
use Orchard\Core\Tabular\Dialect;
use Orchard\Core\Tabular\Field;

/**
 * What is found by looking into a file: how it is written, what its columns seem to be, and its first rows.
 *
 * Where the columns' names stand, the charset and the order of dates are found anew in each file. What is remembered of
 * a store's files is which names stand for what, and which order of dates people chose.
 */
final readonly class FileLook
{
    /** Rows that are shown. */
    private const SHOWN = 8;

    /** Rows whose dates are looked at; one past the twelfth of a month may come late in a file. */
    private const DATED = 200_000;

    /** Different dates that are enough to tell their order. */
    private const DATES = 400;

    /** Countries that write the month first (CLDR, short dates of their English). */
    private const MONTH_FIRST = ['US', 'PH', 'FM', 'MH', 'PW', 'GU', 'PR', 'VI', 'AS', 'MP'];

    /**
     * @param  list<string>  $names  of the columns; "Column 3" where the file has none
     * @param  array<int, string>  $columns  field key by column
     * @param  list<list<string>>  $rows  the first ones
     * @param  bool  $isRemembered  whether a file of this shape was brought in before
     * @param  bool  $datesOpen  whether its dates can be read in two orders and nothing decides between them
     * @param  array<string, bool>  $doubts  sentences about what was guessed, and whether the first rows should be
     *     looked at for it
     * @param  RowScope  $scope  part of the store that its rows speak for
     * @param  ?array{string, string, bool}  $span  first and last day, and whether all rows of the file were looked at
     *     for them
     */
    private function __construct(
        public FileSort $sort,
        public Dialect $dialect,
        public array $names,
        public array $columns,
        public array $rows,
        public string $shape,
        public bool $isRemembered,
        public bool $datesOpen,
        public array $doubts,
        public RowScope $scope,
        public ?array $span,
    ) {
    }

    /** The file, to be read as this store's. */
    public static function fileOf(Store $store, string $path): TableFile
    {
        $languages = $store->markets
            ->map(static fn (Market $market): string => $market->language)
            ->unique()
            ->values()
            ->all();

        return TableFile::at($path, array_values($languages), new DateTimeZone($store->timezone));
    }

    /**
     * @throws InvalidArgumentException where the file is no table
     */
    public static function into(
        int $storeId,
        string $path,
        ?FileSort $sort = null,
        FileAnswers $said = new FileAnswers(),
    ): self {
        [$corrections, $columns] = [$said->corrections, $said->columns];
        $store = Store::query()->findOrFail($storeId);
        $file = self::fileOf($store, $path);
        $shapes = Rows::of(DB::table('gather_shapes')->where('store_id', $storeId)->get())->keyBy(
            static fn (Row $row): string => $row->text('shape'),
        );
        $fields = array_merge(...array_map(static fn (FileSort $sort): array => $sort->fields(), FileSort::cases()));
        // Names that were brought in before are the surest sign of where the names stand.
        $dialect = $file
            ->look(
                static fn (array $row): int => $shapes->has(self::shape(array_map(trim(...), $row)))
                    ? 1000
                    : count(Columns::match($row, $fields)),
            )
            ->with($corrections);
        [$names, $rows] = self::start($file, $dialect);
        $shape = self::shape($dialect->headerRow === 0 ? [(string) count($names)] : $names);
        $before = $shapes->get($shape);
        $remembered = $before !== null && $columns === null && ($sort === null || $sort->value === $before->sort);
        if ($remembered) {
            $sort = FileSort::from($before->text('sort'));
            $columns = self::columnsOf($before->text('columns'));
        }
        $sort ??= self::guess($names);
        $columns ??= Columns::match($names, $sort->fields());
        [$cells, $isWhole] = self::dateCells($file, $dialect, $sort, $columns);
        $known = array_intersect_key(
            $names,
            array_filter($columns, static fn (string $key): bool => $sort->field($key) !== null),
        );
        $latest = (new DateTimeImmutable($store->today()))->modify('+1 day')->format('Y-m-d');
        $reading = DateReading::of($cells, $latest, self::hints($store, $dialect, $known, $before));
        $isChosen = is_string($corrections['dates'] ?? null) && DateOrder::tryFrom($corrections['dates']) !== null;
        $dialect = $isChosen ? $dialect : $dialect->withDates($reading->order);
        $isOpen = ! $isChosen && ! $reading->isSure && $reading->order !== null;

        return new self(
            $sort,
            $dialect,
            $names,
            $columns,
            $rows,
            $shape,
            $remembered,
            $isOpen,
            self::doubts($file, $dialect, $rows, $corrections),
            self::scope($store, $corrections, $before, new ScopeFinder($store, $file, $dialect, $sort, $columns)),
            self::span($cells, $dialect, $isWhole),
        );
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

    /** @return array{list<string>, list<list<string>>} names of the columns, and the first rows */
    private static function start(TableFile $file, Dialect $dialect): array
    {
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

        return [array_values($names), $rows];
    }

    /** @param  array<int, string>  $names */
    private static function shape(array $names): string
    {
        return md5(serialize(array_values($names)), true);
    }

    /** @param  list<string>  $names */
    private static function guess(array $names): FileSort
    {
        $best = FileSort::Search;
        $most = -1;
        foreach (FileSort::cases() as $sort) {
            $columns = Columns::match($names, $sort->fields());
            $score = count($columns) + ($sort->lacks(array_values($columns)) === null ? 100 : 0);
            if ($score > $most) {
                [$best, $most] = [$sort, $score];
            }
        }

        // Names that fit nothing whole say nothing; most files are search rows.
        return $most >= 100 ? $best : FileSort::Search;
    }

    /**
     * @param  array<int, string>  $columns
     * @return array{list<string>, bool} different cells of the first column of days, and whether these are all
     */
    private static function dateCells(TableFile $file, Dialect $dialect, FileSort $sort, array $columns): array
    {
        $column = array_key_first(
            array_filter($columns, static fn (string $key): bool => $sort->field($key)?->sort === CellSort::Day),
        );
        $cells = [];
        $read = 0;
        foreach ($column === null ? [] : $file->rows($dialect, $dialect->headerRow + 1) as $row) {
            $cell = trim($row[$column] ?? '');
            if ($cell !== '') {
                $cells[$cell] = true;
            }
            if (++$read >= self::DATED || count($cells) >= self::DATES) {
                return [array_map(strval(...), array_keys($cells)), false];
            }
        }

        return [array_map(strval(...), array_keys($cells)), true];
    }

    /**
     * @param  list<string>  $cells
     * @return ?array{string, string, bool}
     */
    private static function span(array $cells, Dialect $dialect, bool $isWhole): ?array
    {
        $days = array_filter(
            array_map(
                static fn (string $cell): ?string => ($dialect->dates ?? DateOrder::DayFirst)->parse($cell),
                $cells,
            ),
        );

        return $days === [] ? null : [min($days), max($days), $isWhole];
    }

    /** @param  array<array-key, mixed>  $corrections */
    private static function scope(Store $store, array $corrections, ?Row $before, ScopeFinder $finder): RowScope
    {
        if (is_string($corrections['scope'] ?? null) && $corrections['scope'] !== '') {
            return RowScope::named($store, $corrections['scope']);
        }
        $remembered = $before === null ? [] : (array) json_decode($before->text('dialect'), true);

        return ($remembered['scope_chosen'] ?? '') === 'store' ? RowScope::store() : $finder->scope();
    }

    /**
     * What speaks for an order of dates beside the dates themselves.
     *
     * @param  array<int, string>  $names  of the columns that are known
     * @return list<DateOrder>
     */
    private static function hints(Store $store, Dialect $dialect, array $names, ?Row $before): array
    {
        $chosen =
            $before === null
                ? null
                : DateOrder::tryFrom(
                    Typed::text(((array) json_decode($before->text('dialect'), true))['dates_chosen'] ?? ''),
                );
        if ($chosen !== null) {
            return [$chosen];
        }
        $hints = $dialect->numbers->decimal === ',' || $dialect->separator === ';' ? [DateOrder::DayFirst] : [];
        // Words behind the English ones are those of other languages, and none of these writes the month first.
        $foreign = array_filter($names, self::isForeign(...));
        $hints = [...$hints, ...array_fill(0, count($foreign), DateOrder::DayFirst)];
        $countries = $store->markets
            ->map(static fn (Market $market): string => strtoupper((string) $market->country))
            ->filter()
            ->unique()
            ->values()
            ->all();
        $monthFirst = array_intersect($countries, self::MONTH_FIRST);
        if ($countries !== [] && ($monthFirst === [] || count($monthFirst) === count($countries))) {
            $hints[] = $monthFirst === [] ? DateOrder::DayFirst : DateOrder::MonthFirst;
        }

        return $hints;
    }

    private static function isForeign(string $name): bool
    {
        return preg_match('/[^\x00-\x7F]/', $name) === 1 ||
            in_array(
                mb_strtolower($name),
                [
                    'datum', 'tag', 'jour', 'fecha', 'giorno', 'dag', 'klicks', 'seite', 'adresse', 'zielseite',
                    'umsatz', 'bestellungen', 'besuche',
                ],
                true,
            );
    }

    /**
     * @param  list<list<string>>  $rows
     * @param  array<array-key, mixed>  $corrections
     * @return array<string, bool>
     */
    private static function doubts(TableFile $file, Dialect $dialect, array $rows, array $corrections): array
    {
        $doubts = [];
        $isChosen = is_string($corrections['charset'] ?? null) && $corrections['charset'] !== '';
        if (! $isChosen && ! str_starts_with($dialect->charset, 'UTF')) {
            $isSure = $file->isSureOfCharset();
            $doubts[
                "The file does not say its charset; by its letters it is {$dialect->charset}.".
                    ($isSure ? '' : ' Another one is nearly as likely: look at the letters below.')
            ] = ! $isSure;
        }
        if (str_contains(implode('', array_merge(...$rows ?: [[]])), "\u{FFFD}")) {
            $doubts[
                "Some bytes mean nothing in {$dialect->charset}; they are shown as \u{FFFD}. Choose another charset, or they stay so."
            ] = true;
        }

        return $doubts;
    }
}
