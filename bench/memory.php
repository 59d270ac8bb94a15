<?php

declare(strict_types=1);

/**
 * Peak memory of the process that works a crawl, and of its parsers, at 2,000 pages and at 50,000 of the large shop.
 */

use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;

/**
 * @param  list<string>  $command
 * @return array{int, int} peak memory in KiB of the process and of the largest of its children
 */
function benchPeak(array $command): array
{
    $process =
        proc_open(
            $command,
            [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']],
            $pipes,
        ) ?:
        throw new RuntimeException('The crawl does not start.');
    $pid = proc_get_status($process)['pid'];
    $own = $child = 0;
    $peak = static fn (int $of): int => preg_match(
        '/VmHWM:\s+(\d+)/',
        (string) @file_get_contents("/proc/$of/status"),
        $found,
    ) === 1
        ? (int) $found[1]
        : 0;
    while (proc_get_status($process)['running']) {
        $own = max($own, $peak($pid));
        foreach (explode(' ', trim((string) @file_get_contents("/proc/$pid/task/$pid/children"))) as $of) {
            $child = max($child, $of === '' ? 0 : $peak((int) $of));
        }
        usleep(200_000);
    }

    return [$own, $child];
}

$peaks = [];
foreach ([2000, 50_000] as $pages) {
    $store = benchStore('large');
    benchFinish($store);
    benchForget($store);
    DB::table('resources')->where('store_id', $store->id)->delete();
    app(StoreOptions::class)->set($store->refresh(), 'page_limit', (string) $pages);
    told("Crawling $pages pages …");
    $peaks[$pages] = benchPeak([
        PHP_BINARY,
        '-d',
        'opcache.enable_cli=1',
        '-d',
        'opcache.jit=tracing',
        '-d',
        'opcache.jit_buffer_size=64M',
        '-d',
        'memory_limit=512M',
        dirname(__DIR__).'/artisan',
        'gather:crawl',
        '--store=bench-large',
        '--wait',
    ]);
}
foreach (['the process that works the crawl', 'a parser'] as $i => $name) {
    result("peak memory of $name", '2,000 pages', $peaks[2000][$i] / 1024, 'MiB', $peaks[2000][$i] / 1024);
    result("peak memory of $name", '50,000 pages', $peaks[50_000][$i] / 1024, 'MiB', $peaks[2000][$i] / 1024);
}
app(StoreOptions::class)->set(benchStore('large')->refresh(), 'page_limit', '150000');
