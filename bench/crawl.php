<?php

declare(strict_types=1);

/** Crawl rate beside wget -r over the same shop, and beside parsing alone on every core, in one run. */

use App\Gather\Parsing\PageParser;
use Illuminate\Support\Facades\DB;

$shop = (string) getenv('SHOP_MEDIUM');
$wget = static function () use ($shop): float {
    $dir = sys_get_temp_dir().'/orchard-wget-'.getmypid();
    $start = microtime(true);
    exec('wget -r -l inf -q -P '.escapeshellarg($dir).' -X /pictures,/look -o '.escapeshellarg("$dir.log").' -nv '.escapeshellarg("$shop/").' 2>/dev/null');
    $seconds = microtime(true) - $start;
    $pages = (int) shell_exec('find '.escapeshellarg($dir).' -type f | wc -l');
    exec('rm -rf '.escapeshellarg($dir).' '.escapeshellarg("$dir.log"));

    return $pages / max(0.1, $seconds);
};
$store = benchStore('medium');
told('Warming the shop\'s pages …');
$wget();
told('wget -r …');
$wgetRate = $wget();
told('Our crawl …');
['seconds' => $seconds, 'crawl' => $crawl] = benchCrawl($store);
$fetching = DB::selectOne("SELECT TIMESTAMPDIFF(MICROSECOND, started_at, ended_at) / 1e6 AS s FROM work WHERE sort = 'gather.crawl' ORDER BY id DESC LIMIT 1");
$rate = $crawl->fetched / $seconds;
told('Parsing alone …');
$urls = array_column(DB::select('SELECT p.url FROM page_index i JOIN pages p ON p.id = i.page_id WHERE i.store_id = ? AND i.status = 200 ORDER BY MD5(p.url) LIMIT 1500', [$store->id]), 'url');
$bodies = array_map(static fn (string $url): string => (string) file_get_contents($url), $urls);
$parser = new PageParser;
$start = microtime(true);
foreach ($bodies as $i => $body) {
    $parser->parse($body, 'text/html; charset=utf-8', $urls[$i]);
}
$cores = (int) shell_exec('nproc');
$parseRate = count($bodies) / (microtime(true) - $start) * $cores;
result('crawl beside wget -r', $crawl->fetched.' pages, all phases', $rate, 'pages/s', $wgetRate);
result('crawl beside parsing alone', $crawl->fetched.' pages, '.$cores.' cores', $rate, 'pages/s', $parseRate);
