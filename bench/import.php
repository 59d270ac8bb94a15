<?php

declare(strict_types=1);

/**
 * Search rows from a CSV file beside LOAD DATA of the same rows, already split and keyed, into a table of the same
 * form; in one run.
 */

use App\Gather\Files\FileLook;
use App\Gather\Files\FileSort;
use App\Gather\Files\Imports;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\DB;

$rows = getenv('BENCH_DATA') === 'large' ? 10_000_000 : 1_000_000;
$store = benchStore('medium');
$urls = array_column(
    DB::select(
        'SELECT p.url FROM page_index i JOIN pages p ON p.id = i.page_id WHERE i.store_id = ? AND i.status = 200
            ORDER BY p.id LIMIT 5000',
        [$store->id],
    ),
    'url',
);
if ($urls === []) {
    benchCrawl($store);
    $urls = array_column(
        DB::select(
            'SELECT p.url FROM page_index i JOIN pages p ON p.id = i.page_id WHERE i.store_id = ? AND i.status = 200
                ORDER BY p.id LIMIT 5000',
            [$store->id],
        ),
        'url',
    );
}
told('Writing '.number_format($rows).' rows …');
$path = (string) tempnam(sys_get_temp_dir(), 'orchard-rows');
$file = fopen($path, 'wb') ?: throw new RuntimeException('No room.');
fwrite($file, "date,page,query,country,device,clicks,impressions,position\n");
mt_srand(7);
$days = array_map(static fn (int $ago): string => date('Y-m-d', time() - 86400 * $ago), range(94, 5));
$buffer = '';
for ($i = 0; $i < $rows; $i++) {
    $impressions = mt_rand(1, 60);
    $buffer .=
        $days[intdiv($i * 90, $rows)].
        ','.
        $urls[mt_rand(0, count($urls) - 1)].
        ',lamp query '.
        mt_rand(1, 60000).
        ','.
        ['deu', 'aut', 'che'][$i % 3].
        ','.
        ['MOBILE', 'DESKTOP'][$i % 2].
        ','.
        mt_rand(0, min(5, $impressions)).
        ",$impressions,".
        mt_rand(10, 400) / 10 .
        "\n";
    if (strlen($buffer) > 1_000_000) {
        fwrite($file, $buffer);
        $buffer = '';
    }
}
fwrite($file, $buffer);
fclose($file);
// Rows of an earlier run would have to be laid to rest first.
DB::delete('DELETE FROM search_rows WHERE store_id = ?', [$store->id]);
DB::delete('DELETE FROM fact_days WHERE store_id = ?', [$store->id]);
benchSettle();
$imports = app(Imports::class);
$import = $imports->take($store, null, 'bench.csv', $path);
$row = Imports::find($store, $import) ?? throw new RuntimeException('The import is gone.');
$work = $imports->start($store, $import, FileLook::into($store->id, $row->path(), FileSort::Search));
told('Importing …');
$begun = microtime(true);
$inAt = 0.0;
DB::listen(static function (QueryExecuted $query) use (&$inAt): void {
    if ($inAt === 0.0 && str_contains($query->sql, 'page_weeks')) {
        $inAt = microtime(true);
    }
});
app(WorkDesk::class)->workToEnd($work);
$ended = microtime(true);
$row = DB::table('gather_imports')->where('id', $import)->first();
if ($row === null || $row->state !== 'done' || (int) $row->rows_taken !== $rows) {
    throw new RuntimeException('The import ended as '.$row?->state.' with '.$row?->rows_taken.' rows.');
}
told('LOAD DATA of the same rows …');
$pdo = DB::connection()->getPdo();
$columns = 'store_id, grain, page_id, day, days, query_id, country, device, type, clicks, impressions, position_sum';
DB::statement('DROP TABLE IF EXISTS bench_rows');
DB::statement('CREATE TABLE bench_rows LIKE search_rows');
$out = fopen($path, 'wb') ?: throw new RuntimeException('No room.');
$pdo->setAttribute(PDO::MYSQL_ATTR_USE_BUFFERED_QUERY, false);
$kept = 0;
$statement =
    $pdo->query("SELECT $columns FROM search_rows WHERE store_id = {$store->id} AND grain = {$row->grain}") ?:
    throw new RuntimeException('No rows.');
while (($one = $statement->fetch(PDO::FETCH_NUM)) !== false) {
    fwrite($out, implode("\t", Typed::texts($one))."\n");
    $kept++;
}
$statement->closeCursor();
$pdo->setAttribute(PDO::MYSQL_ATTR_USE_BUFFERED_QUERY, true);
fclose($out);
$start = microtime(true);
$pdo->exec('LOAD DATA LOCAL INFILE '.$pdo->quote($path)." INTO TABLE bench_rows CHARACTER SET ascii ($columns)");
$raw = $kept / (microtime(true) - $start);
DB::statement('DROP TABLE bench_rows');
unlink($path);
result(
    'import of search rows, with weeks and sums, beside LOAD DATA',
    number_format($rows).' rows',
    $rows / ($ended - $begun),
    'rows/s',
    $raw,
);
result(
    'import of search rows until they count, beside LOAD DATA',
    number_format($rows).' rows',
    $rows / ($inAt - $begun),
    'rows/s',
    $raw,
);
