<?php

declare(strict_types=1);

beforeEach(fn () => freshShop());

/**
 * @param  array<array-key, mixed>  $headers
 * @return array{int, array<string, mixed>, string} status, body, header lines
 */
function rawOffice(string $method, string $path, ?string $body = null, array $headers = []): array
{
    $context = stream_context_create([
        'http' => [
            'method' => $method,
            'ignore_errors' => true,
            'timeout' => 30,
            'content' => (string) $body,
            'header' => ['Content-Type: application/json', ...$headers],
        ],
    ]);
    $answer = @file_get_contents(getenv('SHOP_URL').'/office/v1'.$path, false, $context);
    $lines = implode("\n", $http_response_header);

    return [
        preg_match('~^HTTP/\S+ (\d+)~', $lines, $found) === 1 ? (int) $found[1] : 0,
        (array) json_decode((string) $answer, true),
        $lines,
    ];
}

function bearer(): string
{
    return 'Authorization: Bearer '.trim((string) file_get_contents(getenv('SHOP_DATA').'/token'));
}

/** @return array<array-key, mixed> */
function firstProduct(): array
{
    return office('GET', '/resources?kind=product&limit=1')['items'][0];
}

it('grows the same shop from the same seed, and another from another', function (): void {
    $grow = static function (int $seed): string {
        $dir = sys_get_temp_dir().'/shop-'.uniqid();
        mkdir($dir);
        exec(
            'php '.
                escapeshellarg(base_path('standins/shop/bin/make-shop')).
                ' '.
                escapeshellarg($dir).
                " tiny $seed",
        );
        $db = new PDO("sqlite:$dir/shop.sqlite");
        $all = serialize([
            sure($db->query('SELECT * FROM resources ORDER BY number'))->fetchAll(),
            sure($db->query('SELECT * FROM shelf ORDER BY collection, place'))->fetchAll(),
            sure($db->query('SELECT * FROM redirects ORDER BY path'))->fetchAll(),
        ]);
        $db = null;
        exec('rm -rf '.escapeshellarg($dir));

        return $all;
    };
    expect($grow(3))->toBe($grow(3))->not->toBe($grow(4));
});

it('lets nobody in without the token', function (): void {
    expect(rawOffice('GET', '/resources')[0])
        ->toBe(401)
        ->and(rawOffice('GET', '/resources', headers: ['Authorization: Bearer wrong'])[0])
        ->toBe(401)
        ->and(rawOffice('PUT', '/switches', '{"slow_ms":1}')[0])
        ->toBe(401);
});

it('lists everything in batches, each once', function (): void {
    $ids = [];
    $after = 0;
    do {
        $batch = office('GET', "/resources?limit=13&after=$after");
        array_push($ids, ...array_column($batch['items'], 'id'));
        $after = $batch['next'];
    } while ($after !== null);
    expect($ids)->toHaveCount(71)->and(array_unique($ids))->toHaveCount(71);
});

it('takes a change at the right version alone, shows it at once, and logs it', function (): void {
    $product = firstProduct();
    $path = "/resources/{$product['id']}";
    $send = static fn (string $body, array $headers = []): int => rawOffice('PATCH', $path, $body, [
        bearer(),
        ...$headers,
    ])[0];
    expect($send('{"title":"x"}'))
        ->toBe(428)
        ->and($send('{"title":"x"}', ['If-Match: "9"']))
        ->toBe(412)
        ->and($send('[]', ['If-Match: "1"']))
        ->toBe(400)
        ->and($send('{"colour":"x"}', ['If-Match: "1"']))
        ->toBe(422)
        ->and($send((string) json_encode(['title' => str_repeat('x', 401)]), ['If-Match: "1"']))
        ->toBe(422)
        ->and($send('{"title":5}', ['If-Match: "1"']))
        ->toBe(422);
    expect(office('GET', '/changes')['items'])->toBe([]);
    $before = shopPage($product['path']);
    expect(
        $send(
            '{"title":"Tom & \"Ann\" <b>","h1":"A heading","robots":"noindex","social_title":"For friends","canonical":"/range"}',
            ['If-Match: "1"'],
        ),
    )->toBe(200);
    $after = shopPage($product['path']);
    expect($before)
        ->not->toContain('A heading')
        ->and($after)
        ->toContain('<title>Tom &amp; &quot;Ann&quot; &lt;b&gt; – Tindrel</title>')
        ->toContain('<h1>A heading</h1>')
        ->toContain('content="noindex"')
        ->toContain('content="For friends"')
        ->toContain('rel="canonical" href="'.getenv('SHOP_URL').'/range"');
    expect(office('GET', '/changes')['items'])->toHaveCount(1)->and(office('GET', $path)['version'])->toBe('2');
});

it('moves a page with a redirect and names its pictures', function (): void {
    $product = firstProduct();
    changeInShop($product['id'], ['slug' => 'a-new-address', 'images' => ['0' => 'A lamp on a table']]);
    expect(shopPage('/lamp/a-new-address'))->toContain('alt="A lamp on a table"');
    $moved = @get_headers(
        getenv('SHOP_URL').$product['path'],
        false,
        stream_context_create(['http' => ['follow_location' => 0]]),
    );
    expect($moved[0] ?? '')
        ->toContain('301')
        ->and(implode(' ', $moved ?: []))
        ->toContain('/lamp/a-new-address');
    [$status] = rawOffice(
        'PATCH',
        '/resources/'.office('GET', '/resources?kind=product&limit=2')['items'][1]['id'],
        '{"slug":"a-new-address"}',
        [bearer(), 'If-Match: "1"'],
    );
    expect($status)->toBe(422);
});

it('misbehaves as its switches say', function (): void {
    $path = '/resources/'.firstProduct()['id'];
    office('PUT', '/switches', ['fail_every' => 1]);
    expect(rawOffice('PATCH', $path, '{"title":"x"}', [bearer(), 'If-Match: "1"'])[0])
        ->toBe(500)
        ->and(office('GET', $path)['version'])
        ->toBe('1');
    office('PUT', '/switches', ['fail_every' => 0, 'lose_every' => 1]);
    expect(rawOffice('PATCH', $path, '{"title":"lost answer"}', [bearer(), 'If-Match: "1"'])[0])
        ->toBe(0)
        ->and(office('GET', $path)['title'])
        ->toBe('lost answer');
    office('PUT', '/switches', ['lose_every' => 0, 'stall_every' => 1, 'stall_seconds' => 1]);
    $start = microtime(true);
    expect(rawOffice('PATCH', $path, '{"title":"too late"}', [bearer(), 'If-Match: "2"'])[0])
        ->toBe(503)
        ->and(microtime(true) - $start)
        ->toBeGreaterThan(0.9)
        ->and(office('GET', $path)['title'])
        ->toBe('lost answer');
    office('PUT', '/switches', ['stall_every' => 0, 'rate' => 1, 'burst' => 2]);
    $statuses = array_map(static fn (): array => rawOffice('GET', $path, headers: [bearer()]), range(1, 4));
    expect(array_column($statuses, 0))
        ->toContain(429)
        ->and(implode(' ', array_column($statuses, 2)))
        ->toContain('Retry-After');
    expect(rawOffice('PUT', '/switches', '{"no_such":1}', [bearer()])[0])->toBe(422);
});

it('carries no clock, nonce or version: a page is the same each time', function (): void {
    foreach (
        [
            '/',
            '/range',
            '/range/pendant-lamps',
            firstProduct()['path'],
            '/journal',
            '/about/delivery',
            '/robots.txt',
            '/sitemap.xml',
        ] as $path
    ) {
        $first = shopPage($path);
        exec('rm -rf '.escapeshellarg(getenv('SHOP_DATA').'/pages').'/*');
        expect(shopPage($path))->toBe($first);
    }
});

it('has its faults', function (): void {
    $products = office('GET', '/resources?kind=product&limit=250')['items'];
    $titles = array_column($products, 'title');
    expect(array_filter($titles, static fn (string $t): bool => $t === ''))
        ->not->toBeEmpty()
        ->and(array_filter($titles, static fn (string $t): bool => mb_strlen($t) > 80))
        ->not->toBeEmpty()
        ->and(count($titles))
        ->toBeGreaterThan(count(array_unique($titles)));
    expect(shopPage('/about/jobs'))->not->toContain('<title>')->and(shopPage('/range'))->not->toContain('/about/trade');
});
