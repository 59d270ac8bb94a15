<?php

declare(strict_types=1);

/**
 * Rows of every table of a database and a sum of each column, free of the rows' order, as JSON:
 * php tools/sum-tables.php my.cnf DATABASE USER. Tables that only carry what is under way are left out.
 */
const PASSING = ['jobs', 'failed_jobs', 'cache', 'cache_locks', 'sessions', 'migrations', 'installation'];

[, $config, $database, $user] = $argv;
preg_match('~^socket\s*=\s*(.+)$~m', (string) file_get_contents($config), $socket);
$pdo = new PDO('mysql:unix_socket='.trim($socket[1] ?? '').";dbname=$database", $user);
$tables = [];
$columns = $pdo->query(
    "SELECT c.TABLE_NAME, c.COLUMN_NAME FROM information_schema.COLUMNS c JOIN information_schema.TABLES t
        ON t.TABLE_SCHEMA = c.TABLE_SCHEMA AND t.TABLE_NAME = c.TABLE_NAME
        WHERE c.TABLE_SCHEMA = DATABASE() AND t.TABLE_TYPE = 'BASE TABLE' ORDER BY 1, 2",
);
foreach ($columns ?: [] as [$table, $column]) {
    in_array($table, PASSING, true) || ($tables[$table][] = $column);
}
$sums = [];
foreach ($tables as $table => $names) {
    $wanted = array_map(
        static fn (string $name): string => "SUM(CRC32(COALESCE(CAST(`$name` AS BINARY), '\\0')))",
        $names,
    );
    $row = $pdo->query('SELECT COUNT(*), '.implode(', ', $wanted)." FROM `$table`")?->fetch(PDO::FETCH_NUM) ?: [];
    $sums[$table] = [
        'rows' => (int) array_shift($row),
        'columns' => array_combine($names, array_map(strval(...), $row)),
    ];
}
echo json_encode($sums, JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR), "\n";
