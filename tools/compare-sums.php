<?php

declare(strict_types=1);

/**
 * What differs between two answers of sum-tables.php, a line each; ends with 1 where anything is lost: php
 * tools/compare-sums.php before.json after.json.
 */
$read = static fn (string $file): array => (array) json_decode(
    (string) file_get_contents($file),
    true,
    8,
    JSON_THROW_ON_ERROR,
);
[$before, $after] = [$read($argv[1]), $read($argv[2])];
if ($before === []) {
    fwrite(STDERR, "There was no table before: nothing is compared.\n");
    exit(2);
}
$differs = $columns = $rows = 0;
foreach ($before as $table => ['rows' => $many, 'columns' => $sums]) {
    $rows += $many;
    if (! isset($after[$table])) {
        $differs++;
        echo "$table is gone, with $many rows\n";

        continue;
    }
    if ($after[$table]['rows'] !== $many) {
        $differs++;
        echo "$table had $many rows and has {$after[$table]['rows']}\n";
    }
    foreach ($sums as $column => $sum) {
        if (! array_key_exists($column, $after[$table]['columns'])) {
            $differs++;
            echo "$table.$column is gone\n";
        } elseif ($after[$table]['columns'][$column] !== $sum) {
            $differs++;
            echo "$table.$column differs\n";
        } else {
            $columns++;
        }
    }
}
echo count($before)." tables, $rows rows, $columns columns the same to the letter, $differs differences\n";
exit($differs === 0 ? 0 : 1);
