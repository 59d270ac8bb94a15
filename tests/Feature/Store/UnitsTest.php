<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Support\Facades\DB;

/**
 * Names that tell their unit by themselves: keys, dates, sizes with their unit behind them, and counts that are called
 * by what is counted. Any other column of numbers or bytes carries a comment.
 */
const PLAIN_NAMES =
    '~^id$|_(id|at|on|page|crawl|by|ms|px|bytes|chars|digest|hash|clicks|row|release|offset|queries|weeks|count|pages)$'.
    '|^(is|has|can|tells|needs|takes|rows|in|links|no)_'.
    '|^(bytes|days|weeks|minutes|digest|attempts|tries|hits|hreflangs|h1s|canonicals|images|headings|externals|words)$'.
    '|^(entries|alternates|fetches|requests|backlinks|urls|tangles|products|visits|units|reviews|sources|terms)$'.
    '|^(pairs|queries|marks|bases|exceptions|candidates|failures|failed|fetched|unchanged)$'.
    '|^(rival_)?(clicks|impressions|orders|pages)(_before|_beside_before|_beside_year|_year)?$~';

/** Tables of the framework, whose columns are its own. */
const OF_THE_FRAMEWORK = ['jobs', 'failed_jobs', 'cache', 'cache_locks', 'migrations', 'sessions'];

/** @return array<stdClass> t, c, type and comment */
function columnsOfNumbers(): array
{
    return DB::select(
        "SELECT TABLE_NAME AS t, COLUMN_NAME AS c, DATA_TYPE AS type, COLUMN_COMMENT AS comment
        FROM information_schema.COLUMNS WHERE TABLE_SCHEMA = DATABASE()
        AND TABLE_NAME NOT IN ('".
            implode("', '", OF_THE_FRAMEWORK).
            "')",
    );
}

it('tells the unit of every column whose name does not', function (): void {
    $numbers = ['int', 'bigint', 'smallint', 'tinyint', 'double', 'float', 'decimal', 'binary'];
    $columns = array_filter(columnsOfNumbers(), static fn (stdClass $one): bool => in_array($one->type, $numbers, true));
    expect(count($columns))->toBeGreaterThan(1000);
    $silent = array_filter(
        $columns,
        static fn (stdClass $one): bool => $one->comment === '' && preg_match(PLAIN_NAMES, $one->c) !== 1,
    );
    expect(array_values(array_map(static fn (stdClass $one): string => "$one->t.$one->c", $silent)))->toBe([]);
});

it('names only what there is in comments of columns', function (): void {
    foreach (columnsOfNumbers() as $column) {
        $name = "$column->t.$column->c";
        expect($column->comment)->not->toMatch('~\R| {2}~', $name);
        // A backslash that the statement swallowed leaves one long word behind.
        expect($column->comment)->not->toMatch('~\b(App|Orchard)[A-Z]\w+~', $name);
        preg_match_all('~\b(?:App|Orchard)(?:\\\\\w+)+~', $column->comment, $classes);
        foreach ($classes[0] as $class) {
            expect(class_exists($class) || enum_exists($class))->toBeTrue("$name: $class");
        }
    }
});

it('writes a comment and leaves the column and its rows as they are', function (): void {
    DB::statement("CREATE TABLE units_of_test (id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
        weight DECIMAL(8,3) NOT NULL DEFAULT 1.500 COMMENT 'it''s, old', note VARCHAR(40) NULL DEFAULT 'a, b' )");

    try {
        DB::statement("INSERT INTO units_of_test (weight, note) VALUES (2.25, 'kept')");
        ColumnComments::say([
            "kilograms; 'net', App\\Stores\\Kinds\\PageKind" => ['units_of_test.weight', 'units_of_test.note'],
        ]);
        $told = DB::select("SELECT COLUMN_NAME AS c, COLUMN_TYPE AS type, COLUMN_DEFAULT AS d, COLUMN_COMMENT AS comment
            FROM information_schema.COLUMNS WHERE TABLE_SCHEMA = DATABASE() AND TABLE_NAME = 'units_of_test'
            AND COLUMN_NAME <> 'id' ORDER BY ORDINAL_POSITION");
        expect(
            array_map(static fn (stdClass $one): array => [$one->c, $one->type, $one->d, $one->comment], $told),
        )->toBe([
            ['weight', 'decimal(8,3)', '1.500', "kilograms; 'net', App\\Stores\\Kinds\\PageKind"],
            ['note', 'varchar(40)', "'a, b'", "kilograms; 'net', App\\Stores\\Kinds\\PageKind"],
        ]);
        expect((array) DB::select('SELECT weight, note FROM units_of_test')[0])->toBe([
            'weight' => '2.250',
            'note' => 'kept',
        ]);
        expect(static fn () => ColumnComments::say(['grams' => ['units_of_test.volume']]))->toThrow(
            RuntimeException::class,
            'units_of_test.volume',
        );
    } finally {
        DB::statement('DROP TABLE units_of_test');
    }
});
