<?php

declare(strict_types=1);

/**
 * A release of 5,000 changes at the rate that the shop allows, stated in its mapping, with the worker killed five
 * times: value is the share of that rate, killed time counted; the shop's own log holds each change exactly once. Of
 * the shop only its list of resources is read, no page is crawled.
 */

use App\Catalogue\ResourceBook;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\DraftWriter;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Stores\Connections;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

$changes = 5000;
[$rate, $burst, $kills] = [100, 50, 5];
$store = benchStore('large');
$mapping = (array) json_decode((string) file_get_contents(dirname(__DIR__).'/app/Demo/tindrel.mapping.json'), true);
app(StoreOptions::class)->set(
    $store,
    'shop_mapping',
    json_encode(['rate' => ['per_second' => $rate, 'burst' => $burst]] + $mapping, JSON_THROW_ON_ERROR),
);
office('large', 'PUT', '/switches', ['rate' => 10000, 'burst' => 10000]);
$admin = app(Connections::class)->shop($store->refresh());
$book = new ResourceBook($store, 0);
for ($after = null, $known = 0; $known < $changes + 1000; $after = $batch->next) {
    $batch = $admin->list($after);
    DB::transaction(static fn () => $book->write($batch->resources));
    $known += count($batch->resources);
    if ($batch->next === null) {
        break;
    }
}
$products = DB::table('resources')
    ->where('store_id', $store->id)
    ->where('kind', 3)
    ->orderBy('id')
    ->limit($changes)
    ->get(['id', 'name']);
$stamp = bin2hex(random_bytes(3));
$revisions = DB::table('drafts')->where('store_id', $store->id)->pluck('revision', 'resource_id');
app(DraftWriter::class)->save(
    $store,
    array_values(
        $products
            ->map(
                static fn (stdClass $product): TextEdit => new TextEdit(
                    (int) $product->id,
                    TextField::Title,
                    "$product->name, release $stamp",
                    Typed::int($revisions[$product->id] ?? 0),
                ),
            )
            ->all(),
    ),
    new Author(Origin::Hand, null),
);
app(Drafts::class)->markReady(
    $store,
    DB::table('drafts')
        ->where('store_id', $store->id)
        ->pluck('id')
        ->map(static fn (mixed $n): int => Typed::int($n))
        ->all(),
    true,
    null,
);
$from = 0;
do {
    $page = changes_after('large', $from);
    $from = $page === [] ? $from : $page[count($page) - 1]['number'];
} while ($page !== []);
office('large', 'PUT', '/switches', ['rate' => $rate, 'burst' => $burst]);
$begun = app(Releases::class)->send($store, new ReleaseWish(), null);
$code =
    'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; '.
    '$app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); '.
    "\$app->make(App\\Platform\\Work\\WorkDesk::class)->workToEnd({$begun['work']});";
$live = static fn (): int => DB::table('release_items')
    ->where('release_id', $begun['release'])
    ->where('state', 'live')
    ->count();
$start = microtime(true);
for ($kill = 1; $kill <= $kills; $kill++) {
    $process = proc_open(
        [PHP_BINARY, '-r', $code],
        [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']],
        $pipes,
        base_path(),
    );
    if ($process === false) {
        throw new RuntimeException('A worker could not be started.');
    }
    while ($live() < ($kill * $changes) / ($kills + 1) && microtime(true) - $start < 900) {
        usleep(50_000);
    }
    proc_terminate($process, 9);
    proc_close($process);
    told(sprintf('Killed at %d live, %.1f s.', $live(), microtime(true) - $start));
    DB::table('work')
        ->where('id', $begun['work'])
        ->update(['expires_at' => now()->subSecond(), 'wake_at' => now()->subSecond()]);
}
$state = app(WorkDesk::class)->workToEnd((int) $begun['work']);
$seconds = microtime(true) - $start;
office('large', 'PUT', '/switches', ['rate' => 10000, 'burst' => 10000]);
$log = [];
do {
    $page = changes_after('large', $from);
    array_push($log, ...$page);
    $from = $page === [] ? $from : $page[count($page) - 1]['number'];
} while ($page !== []);
$once = count(array_filter(array_count_values(array_column($log, 'resource')), static fn (int $n): bool => $n === 1));
result("large release ($state): changes applied exactly once", count($log).' entries', $once, 'changes', $changes);
result(
    "large release: share of the allowed $rate requests a second, killed $kills times",
    2 * $changes.' requests',
    (2 * $changes - $burst) / $rate / $seconds,
    'share',
    1,
);
