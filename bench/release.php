<?php

declare(strict_types=1);

/**
 * A release of 300 changes against a shop that answers 429, 500, time-outs and lost answers, with the worker killed
 * twice:
 * value is the number of changes that the shop's own log holds exactly once, limit is 300. Then the undo, to the byte.
 */

use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\Sending\LookWork;
use App\Release\UndoWish;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

$store = benchStore('demo');
$store->update(['settings' => ['timeout' => 3] + $store->settings]);
benchCrawl($store);
$desk = app(WorkDesk::class);
$drafts = app(Drafts::class);
$products = DB::table('resources')
    ->where('store_id', $store->id)
    ->where('kind', 3)
    ->where('gone', 0)
    ->orderBy('id')
    ->limit(300)
    ->get();
$stamp = bin2hex(random_bytes(3));
foreach ($products as $product) {
    $drafts->save(
        $store,
        new TextEdit(
            (int) $product->id,
            TextField::Title,
            "{$product->name}, release $stamp",
            $drafts->find((int) $product->id, TextField::Title)->revision ?? 0,
        ),
        new Author(Origin::Hand, null),
    );
}
$drafts->markReady(
    $store,
    DB::table('drafts')
        ->where('store_id', $store->id)
        ->whereIn('state', ['open', 'refused'])
        ->pluck('id')
        ->map(static fn (mixed $n): int => Typed::int($n))
        ->all(),
    true,
    null,
);
$html = static fn (): array => array_map(
    static fn (stdClass $product): string => md5((string) file_get_contents((string) $product->url)),
    $products->all(),
);
$before = $html();
$last = static fn (): int => array_slice(changes_after('demo', 0), -1)[0]['number'] ?? 0;
$from = $last();
office('demo', 'PUT', '/switches', [
    'fail_every' => 17,
    'lose_every' => 11,
    'stall_every' => 97,
    'stall_seconds' => 5,
    'rate' => 40,
    'burst' => 20,
]);
$start = microtime(true);
$begun = app(Releases::class)->send($store, new ReleaseWish(), null);
$code =
    'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); $app->make(App\Platform\Work\WorkDesk::class)->slice('.
    $begun['work'].
    ');';
for ($kill = 0; $kill < 2; $kill++) {
    $process = proc_open(
        [PHP_BINARY, '-r', $code],
        [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']],
        $pipes,
        base_path(),
    );
    usleep(2_500_000);
    if ($process === false) {
        throw new RuntimeException('A worker could not be started.');
    }
    proc_terminate($process, 9);
    proc_close($process);
    told(
        'Killed at '.
            DB::table('release_items')->where('release_id', $begun['release'])->where('state', 'live')->count().
            ' live.',
    );
    DB::table('work')
        ->where('id', $begun['work'])
        ->update(['expires_at' => now()->subSecond(), 'wake_at' => now()->subSecond()]);
}
$state = $desk->workToEnd((int) $begun['work']);
$seconds = microtime(true) - $start;
office('demo', 'PUT', '/switches', [
    'fail_every' => 0,
    'lose_every' => 0,
    'stall_every' => 0,
    'rate' => 10000,
    'burst' => 10000,
]);
$log = changes_after('demo', $from);
$once = count(array_filter(array_count_values(array_column($log, 'resource')), static fn (int $n): bool => $n === 1));
$look = static function (int $release) use ($desk): int {
    $work = Typed::int(DB::table('work')->where('sort', LookWork::sort())->where('subject_id', $release)->max('id'));
    for (
        $i = 0;
        $i < 200 && DB::table('release_items')->where('release_id', $release)->where('seen', 'no')->exists();
        $i++
    ) {
        DB::table('work')
            ->where('id', $work)
            ->update(['wake_at' => now()->subSecond()]);
        $desk->slice($work);
    }

    return DB::table('release_items')->where('release_id', $release)->where('seen', 'seen')->count();
};
result(
    "release ($state): changes applied exactly once by the shop's log",
    count($log).' entries',
    $once,
    'changes',
    300,
);
result('release: seen live', '300 pages', $look($begun['release']), 'pages', 300);
result(
    'release: rate under faults (the shop allows 40 requests a second)',
    '300 changes',
    300 / $seconds,
    'changes/s',
    null,
);
$undo = app(Releases::class)->undo($store, new UndoWish($begun['release']), null);
$desk->workToEnd((int) $undo['work']);
$after = $html();
result(
    'undo: pages whose HTML is the same to the byte',
    '300 pages',
    count(array_filter(array_keys($before), static fn (int $i): bool => $before[$i] === $after[$i])),
    'pages',
    300,
);

// At the rate that the shop allows, stated in its mapping: two requests a change, reading and writing.
$mapping = (array) json_decode((string) file_get_contents(dirname(__DIR__).'/app/Demo/tindrel.mapping.json'), true);
app(StoreOptions::class)->set(
    $store,
    'shop_mapping',
    json_encode(['rate' => ['per_second' => 20, 'burst' => 10]] + $mapping, JSON_THROW_ON_ERROR),
);
$last = $undo['release'];
foreach ([0, 200] as $slow) {
    office('demo', 'PUT', '/switches', ['rate' => 20, 'burst' => 10, 'slow_ms' => $slow]);
    $again = app(Releases::class)->undo($store, new UndoWish($last), null);
    $last = $again['release'];
    $start = microtime(true);
    $desk->workToEnd((int) $again['work']);
    $requests = 2 * DB::table('release_items')->where('release_id', $last)->where('state', 'live')->count();
    result(
        'release: share of the rate that the shop allows (20 requests a second, bursts of 10)'.
            ($slow > 0 ? ", each answer late by $slow ms" : ''),
        "$requests requests",
        ($requests - 10) / 20 / (microtime(true) - $start),
        'share',
        1,
    );
}
office('demo', 'PUT', '/switches', ['rate' => 10000, 'burst' => 10000, 'slow_ms' => 0]);
