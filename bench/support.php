<?php

declare(strict_types=1);

use App\Access\Models\Membership;
use App\Access\Models\User;
use App\Access\Role;
use App\Gather\Crawl\Crawl;
use App\Gather\Crawl\Crawls;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Stores\AddStore;
use App\Stores\Models\Store;
use App\Stores\StoreBasics;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;

/** Prints one result. */
function result(string $bench, string $size, float $value, string $unit, ?float $limit): void
{
    echo json_encode(
        [
            'bench' => $bench,
            'size' => $size,
            'value' => round($value, 2),
            'unit' => $unit,
            'limit' => $limit === null ? null : round($limit, 2),
            'ratio' => $limit === null || $limit == 0.0 ? null : round($value / $limit, 3),
        ],
        JSON_THROW_ON_ERROR,
    )."\n";
}

function told(string $words): void
{
    fwrite(STDERR, "  $words\n");
}

/** The store of one of the bench's stand-in shops, made at the first use. */
function benchStore(string $shop, int $concurrency = 5): Store
{
    $url = (string) getenv('SHOP_'.strtoupper($shop));
    $store =
        Store::query()
            ->where('slug', "bench-$shop")
            ->first() ??
        app(AddStore::class)->add("Bench $shop", $url, "bench-$shop", new StoreBasics(allowPrivate: true));
    $options = app(StoreOptions::class);
    $options->set($store->refresh(), 'shop_url', "$url/office/v1");
    $options->set(
        $store->refresh(),
        'shop_mapping',
        (string) file_get_contents(dirname(__DIR__).'/app/Demo/tindrel.mapping.json'),
    );
    $options->set(
        $store,
        'shop_token',
        trim(
            (string) file_get_contents(
                getenv('ORCHARD_VAR').'/shops/'.($shop === 'demo' ? 'tindrel' : $shop).'/token',
            ),
        ),
    );
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
    DB::delete('DELETE l FROM block_links l JOIN link_blocks b ON b.id = l.block_id WHERE b.store_id = ?', [
        $store->id,
    ]);
    foreach (
        [
            'pages', 'page_facts', 'page_details', 'page_products', 'page_index', 'page_words', 'page_counts', 'links',
            'link_blocks', 'page_blocks',
        ] as $table
    ) {
        DB::table($table)->where('store_id', $store->id)->delete();
    }
}

/** Waits until the database has cleared away what was deleted, for that is no work of what is measured next. */
function benchSettle(): void
{
    $pid = trim((string) file_get_contents(getenv('ORCHARD_VAR').'/mysql.pid'));
    $ticks = static fn (): int => preg_match('/^.*\) (.*)$/s', (string) file_get_contents("/proc/$pid/stat"), $found) ===
    1
        ? (int) array_sum(array_slice(explode(' ', $found[1]), 11, 2))
        : throw new RuntimeException('The database is gone.');
    for ($waited = 0, $before = -100; $waited < 120 && ($now = $ticks()) - $before > 10; $waited++, $before = $now) {
        sleep(1);
    }
}

/** @return array{seconds: float, crawl: Crawl} */
function benchCrawl(Store $store): array
{
    benchFinish($store);
    $begun = app(Crawls::class)->begin($store, null);
    $start = microtime(true);
    $state = app(WorkDesk::class)->workToEnd($begun['work']);
    $crawl = Crawl::latest($store->id);
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
    $token = trim(
        (string) file_get_contents(
            getenv('ORCHARD_VAR').'/shops/'.($shop === 'demo' ? 'tindrel' : $shop).'/token',
        ),
    );
    $context = stream_context_create([
        'http' => [
            'method' => $method,
            'ignore_errors' => true,
            'header' => ["Authorization: Bearer $token", 'Content-Type: application/json'],
            'content' => $body === null ? '' : json_encode($body),
        ],
    ]);

    return Typed::map((string) file_get_contents("$url/office/v1$path", false, $context));
}

/** A signed-in owner of a store who looks at screens, and how long the server takes for them. */
final class BenchScreen
{
    private readonly string $jar;

    public function __construct(Store $store)
    {
        $user = User::query()->firstOrCreate(
            ['email' => 'bench@tindrel.example'],
            ['name' => 'Bench', 'password' => 'a-bench-password'],
        );
        Membership::query()->upsert(
            [['user_id' => $user->id, 'store_id' => $store->id, 'role' => Role::Owner->value]],
            ['user_id', 'store_id'],
            ['role'],
        );
        $this->jar =
            tempnam(sys_get_temp_dir(), 'jar') ?: throw new RuntimeException('There is no room for a cookie jar.');
        preg_match('/name="_token" value="([^"]+)"/', $this->fetch('/sign-in')[2], $token);
        $this->fetch(
            '/sign-in',
            http_build_query(['_token' => $token[1] ?? '', 'email' => $user->email, 'password' => 'a-bench-password']),
        );
    }

    /** Milliseconds of server time in the middle of fifteen, after three to warm up. */
    public function median(string $path): float
    {
        $times = [];
        for ($i = 0; $i < 18; $i++) {
            [$status, $time] = $this->fetch($path);
            if ($status !== 200) {
                throw new RuntimeException("$path answered $status.");
            }
            $times[] = $time;
        }
        $times = array_slice($times, 3);
        sort($times);

        return $times[7];
    }

    /** @return array{int, float, string} status, milliseconds of server time, the answer */
    private function fetch(string $path, ?string $post = null): array
    {
        $curl = curl_init(getenv('APP_URL').$path);
        curl_setopt_array(
            $curl,
            [
                CURLOPT_RETURNTRANSFER => true,
                CURLOPT_HEADER => true,
                CURLOPT_COOKIEJAR => $this->jar,
                CURLOPT_COOKIEFILE => $this->jar,
            ] + ($post === null ? [] : [CURLOPT_POSTFIELDS => $post]),
        );
        $answer = (string) curl_exec($curl);
        $status = curl_getinfo($curl, CURLINFO_RESPONSE_CODE);
        curl_close($curl);
        preg_match('/server-timing: app;dur=([\d.]+)/i', $answer, $found);

        return [$status, (float) ($found[1] ?? 0), $answer];
    }

    public function __destruct()
    {
        unlink($this->jar);
    }
}

/**
 * @return list<array{number: int, resource: string}> what a shop's log tells of the changes after one of this number
 */
function changes_after(string $shop, int $number): array
{
    /** @var list<array{number: int, resource: string}> */
    return office($shop, 'GET', "/changes?after=$number")['items'];
}
