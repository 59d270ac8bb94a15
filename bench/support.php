<?php

declare(strict_types=1);

use App\Gather\Crawl\Crawls;
use App\Store\AddStore;
use App\Store\Models\Store;
use App\Store\StoreOptions;
use App\Store\Work\WorkDesk;
use Illuminate\Support\Facades\DB;

/** Prints one result. */
function result(string $bench, string $size, float $value, string $unit, ?float $limit): void
{
    echo json_encode(['bench' => $bench, 'size' => $size, 'value' => round($value, 2), 'unit' => $unit, 'limit' => $limit === null ? null : round($limit, 2), 'ratio' => $limit === null || $limit == 0.0 ? null : round($value / $limit, 3)], JSON_THROW_ON_ERROR)."\n";
}

function told(string $words): void
{
    fwrite(STDERR, "  $words\n");
}

/** The store of one of the bench's stand-in shops, made at the first use. */
function benchStore(string $shop, int $concurrency = 16): Store
{
    $url = (string) getenv('SHOP_'.strtoupper($shop));
    $store = Store::query()->where('slug', "bench-$shop")->first() ?? app(AddStore::class)->add("Bench $shop", $url, "bench-$shop", allowPrivate: true);
    $options = app(StoreOptions::class);
    $options->set($store->refresh(), 'shop_url', "$url/office/v1");
    $options->set($store, 'shop_token', trim((string) file_get_contents(getenv('ORCHARD_VAR').'/shops/'.($shop === 'demo' ? 'tindrel' : $shop).'/token')));
    $options->set($store->refresh(), 'concurrency', (string) $concurrency);

    return $store->refresh();
}

/** Brings a crawl that an earlier run left half-way to its end. */
function benchFinish(Store $store): void
{
    $open = app(Crawls::class)->underWay($store);
    if ($open !== null) {
        app(WorkDesk::class)->workToEnd($open);
    }
}

/** Takes away all that is known of the store, so that its next crawl is its first. */
function benchForget(Store $store): void
{
    DB::delete('DELETE a FROM page_answers a JOIN pages p ON p.id = a.page_id WHERE p.store_id = ?', [$store->id]);
    DB::delete('DELETE l FROM block_links l JOIN link_blocks b ON b.id = l.block_id WHERE b.store_id = ?', [$store->id]);
    foreach (['pages', 'page_facts', 'page_index', 'page_words', 'page_counts', 'links', 'link_blocks', 'page_blocks'] as $table) {
        DB::table($table)->where('store_id', $store->id)->delete();
    }
}

/** @return array{seconds: float, crawl: object} */
function benchCrawl(Store $store): array
{
    benchFinish($store);
    $begun = app(Crawls::class)->begin($store, null);
    $start = microtime(true);
    $state = app(WorkDesk::class)->workToEnd($begun['work']);
    $crawl = Crawls::latest($store->id);
    if ($state !== 'done' || $crawl === null) {
        throw new RuntimeException("The crawl ended as $state.");
    }

    return ['seconds' => microtime(true) - $start, 'crawl' => $crawl];
}

/**
 * A call of a stand-in shop's admin API.
 *
 * @param  ?array<string, int>  $body
 * @return array<string, mixed>
 */
function office(string $shop, string $method, string $path, ?array $body = null): array
{
    $url = (string) getenv('SHOP_'.strtoupper($shop));
    $token = trim((string) file_get_contents(getenv('ORCHARD_VAR').'/shops/'.($shop === 'demo' ? 'tindrel' : $shop).'/token'));
    $context = stream_context_create(['http' => ['method' => $method, 'ignore_errors' => true, 'header' => ["Authorization: Bearer $token", 'Content-Type: application/json'], 'content' => $body === null ? '' : json_encode($body)]]);

    return (array) json_decode((string) file_get_contents("$url/office/v1$path", false, $context), true);
}
