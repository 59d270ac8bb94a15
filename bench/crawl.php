<?php

declare(strict_types=1);

/** Crawl rate beside wget -r over the same shop, and beside parsing alone on every core, in one run. */

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Gather\Parsing\PageParser;
use App\Platform\Typed;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;

$shop = (string) getenv('SHOP_MEDIUM');
$wget = static function () use ($shop): float {
    $dir = sys_get_temp_dir().'/orchard-wget-'.getmypid();
    $start = microtime(true);
    exec(
        'wget -r -l inf -q -P '.
            escapeshellarg($dir).
            ' -X /pictures,/look -o '.
            escapeshellarg("$dir.log").
            ' -nv '.
            escapeshellarg("$shop/").
            ' 2>/dev/null',
    );
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
told('Our first crawl …');
benchFinish($store);
benchForget($store);
benchSettle();
['seconds' => $seconds, 'crawl' => $crawl] = benchCrawl($store);
$rate = $crawl->fetched / $seconds;
told('Our second crawl …');
['seconds' => $seconds] = benchCrawl($store);
$again = $crawl->fetched / $seconds;
// Its rate wobbles by a fifth from one time to the next: before and behind ours, the mean counts.
told('wget -r once more …');
$wgetRate = 2 / (1 / $wgetRate + 1 / $wget());
$urls = array_column(
    DB::select(
        'SELECT p.url FROM page_index i JOIN pages p ON p.id = i.page_id WHERE i.store_id = ? AND i.status = 200
            ORDER BY MD5(p.url) LIMIT 1500',
        [$store->id],
    ),
    'url',
);
told('Fetching alone …');
$http = GuardedHttp::allowing($store->options()->privateHosts);
$bodies = [];
$waiting = $urls;
$start = microtime(true);
while (count($bodies) < count($urls)) {
    while ($waiting !== [] && $http->underWay() < 16) {
        $url = array_pop($waiting);
        $http->add(new HttpRequest(PageUrl::parse($url) ?? throw new LogicException($url)), $url);
    }
    foreach ($http->finished(0.05) as [$url, $answer]) {
        $bodies[Typed::text($url)] = $answer->body;
    }
}
$fetchRate = count($bodies) / (microtime(true) - $start);
told('Parsing alone …');
$parser = new PageParser();
$start = microtime(true);
foreach ($bodies as $url => $body) {
    $parser->parse($body, 'text/html; charset=utf-8', $url);
}
$cores = (int) shell_exec('nproc');
$parseRate = (count($bodies) / (microtime(true) - $start)) * $cores;
result('first crawl beside wget -r', $crawl->fetched.' pages, all phases', $rate, 'pages/s', $wgetRate);
result(
    'crawl of an unchanged shop beside wget -r',
    $crawl->fetched.' pages, all phases',
    $again,
    'pages/s',
    $wgetRate,
);
result(
    'first crawl beside parsing alone',
    $crawl->fetched.' pages, '.$cores.' cores',
    $rate,
    'pages/s',
    $parseRate,
);
// The shop runs on the same cores: what is left of them when every page is served, fetched and parsed, and nothing else
// is done.
result(
    'first crawl beside fetching and parsing alone',
    $crawl->fetched.' pages, '.$cores.' cores',
    $rate,
    'pages/s',
    1 / (1 / $fetchRate + 1 / $parseRate),
);
