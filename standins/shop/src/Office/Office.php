<?php

declare(strict_types=1);

namespace Tindrel\Office;

use Tindrel\Answer;
use Tindrel\Shop;
use Tindrel\Theme\Pages;

/** The shop's admin API (see openapi.json). */
final class Office
{
    private const TEXTS = [
        'title' => 400,
        'description' => 2000,
        'h1' => 400,
        'social_title' => 400,
        'social_description' => 2000,
        'social_image' => 2000,
        'canonical' => 2000,
        'robots' => 200,
        'structured_data' => 20000,
        'related_links' => 20000,
        'image_alts' => 20000,
        'body' => 20000,
    ];

    /** Texts that are JSON, where they are not empty. */
    private const JSON_TEXTS = ['structured_data', 'related_links', 'image_alts'];

    private const SWITCHES = [
        'slow_ms' => 60000,
        'fail_every' => 1000,
        'stall_every' => 1000,
        'lose_every' => 1000,
        'stall_seconds' => 120,
        'rate' => 100000,
        'burst' => 100000,
    ];

    public function __construct(private readonly Shop $shop, private readonly string $origin)
    {
    }

    /** @param  array<int|string, mixed>  $asked */
    public function answer(string $method, string $path, array $asked): Answer
    {
        $token = trim((string) @file_get_contents($this->shop->dir.'/token'));
        $given = preg_match('/^Bearer (\S+)$/', $_SERVER['HTTP_AUTHORIZATION'] ?? '', $found) === 1 ? $found[1] : '';
        if ($token === '' || ! hash_equals($token, $given)) {
            return self::problem(401, 'A valid bearer token is needed.', ['WWW-Authenticate' => 'Bearer']);
        }
        // What only tests and demos use is outside limits and faults.
        if ($path === '/switches') {
            return $method === 'PUT' ? $this->turn() : self::json(200, $this->switches());
        }
        if ($path === '/changes') {
            return self::json(200, [
                'items' => array_map(
                    static fn (array $row): array => ['fields' => json_decode((string) $row['fields'], true)] + $row,
                    $this->shop->rows('SELECT * FROM changes WHERE number > ? ORDER BY number LIMIT 5000', [
                        (int) ($asked['after'] ?? 0),
                    ]),
                ),
            ]);
        }
        $switches = $this->switches();
        $wait = $this->takeToken($switches['rate'], $switches['burst']);
        if ($wait > 0) {
            return self::problem(429, 'Too many requests.', ['Retry-After' => (string) (int) ceil($wait)]);
        }
        if ($switches['slow_ms'] > 0) {
            usleep($switches['slow_ms'] * 1000);
        }

        return match (true) {
            $path === '/resources' && $method === 'GET' => $this->list($asked),
            preg_match('~^/resources/([a-z]+-\d+)$~', $path, $found) === 1 && $method === 'GET' => $this->read(
                $found[1],
            ),
            preg_match('~^/resources/([a-z]+-\d+)$~', $path, $found) === 1 && $method === 'PATCH' => $this->change(
                $found[1],
                $switches,
            ),
            $path === '/addresses' && $method === 'GET' => $this->address(
                (string) (is_string($asked['target'] ?? null) ? $asked['target'] : ''),
            ),
            $path === '/addresses' && $method === 'PATCH' => $this->changeAddress(
                (string) (is_string($asked['target'] ?? null) ? $asked['target'] : ''),
                $switches,
            ),
            $path === '/files' && $method === 'GET' => $this->file(
                (string) (is_string($asked['target'] ?? null) ? $asked['target'] : ''),
            ),
            $path === '/files' && $method === 'PATCH' => $this->changeFile(
                (string) (is_string($asked['target'] ?? null) ? $asked['target'] : ''),
                $switches,
            ),
            $path === '/hits' && $method === 'GET' => self::json(200, [
                'items' => $this->shop->rows(
                    'SELECT target, hits, last_hit FROM addresses WHERE hits > 0 ORDER BY target LIMIT 50000',
                ),
            ]),
            default => self::problem(404, 'There is no such thing here.'),
        };
    }

    /** @param  array<int|string, mixed>  $asked */
    private function list(array $asked): Answer
    {
        $limit = max(1, min(250, (int) ($asked['limit'] ?? 100)));
        $after = (int) ($asked['after'] ?? 0);
        $kind = is_string($asked['kind'] ?? null) ? $asked['kind'] : '';
        $rows = $this->shop->rows(
            'SELECT * FROM resources WHERE number > ? AND (? = \'\' OR kind = ?) ORDER BY number LIMIT '.($limit + 1),
            [$after, $kind, $kind],
        );
        $more = count($rows) > $limit;
        $rows = array_slice($rows, 0, $limit);

        return self::json(200, [
            'items' => array_map($this->show(...), $rows),
            'next' => $more ? (int) $rows[$limit - 1]['number'] : null,
        ]);
    }

    private function read(string $id): Answer
    {
        $row = $this->shop->row('SELECT * FROM resources WHERE id = ?', [$id]);

        return $row === null
            ? self::problem(404, "There is no resource $id.")
            : self::json(200, $this->show($row), ['ETag' => '"'.$row['version'].'"']);
    }

    private const SET_FOR_ADDRESSES = ['canonical' => 2000, 'robots' => 200, 'redirect' => 2000];

    /** What is set for an address; version 0 where nothing is. */
    private function address(string $target): Answer
    {
        if (! str_starts_with($target, '/') || strlen($target) > 2000) {
            return self::problem(422, 'target must be a path, with its query if any.');
        }
        $row = $this->shop->row(
            'SELECT target, version, canonical, robots, redirect, hits FROM addresses WHERE target = ?',
            [($key = Shop::addressKey($target))],
        ) ?? ['target' => $key, 'version' => 0, 'canonical' => '', 'robots' => '', 'redirect' => '', 'hits' => 0];

        return self::json(200, ['version' => (string) $row['version']] + $row, ['ETag' => '"'.$row['version'].'"']);
    }

    /** @param  array<string, int>  $switches */
    private function changeAddress(string $target, array $switches): Answer
    {
        return $this->write($switches, function (string $match, array $fields) use ($target): Answer {
            $now = $this->address($target);
            if ($now->status !== 200) {
                return $now;
            }
            $row = (array) json_decode($now->body, true);
            if (trim($match, '"') !== $row['version']) {
                return self::problem(412, "The address is at version {$row['version']}.", [
                    'ETag' => '"'.$row['version'].'"',
                ]);
            }
            foreach ($fields as $name => $value) {
                if (
                    ! isset(self::SET_FOR_ADDRESSES[$name]) ||
                    ! is_string($value) ||
                    strlen($value) > self::SET_FOR_ADDRESSES[$name] ||
                    preg_match('/[\x00-\x1f]/', $value) === 1
                ) {
                    return self::problem(422, "$name cannot be set, or is too long.");
                }
                if ($name === 'redirect' && $value !== '' && Shop::addressKey($value) === $row['target']) {
                    return self::problem(422, 'An address cannot redirect to itself.');
                }
            }
            $new = $fields + $row;
            $this->shop->db
                ->prepare(
                    'INSERT INTO addresses (target, version, canonical, robots, redirect) VALUES (?, ?, ?, ?, ?)
                        ON CONFLICT (target) DO UPDATE SET version = excluded.version, canonical = excluded.canonical,
                        robots = excluded.robots, redirect = excluded.redirect',
                )
                ->execute([
                    $row['target'],
                    (int) $row['version'] + 1,
                    $new['canonical'],
                    $new['robots'],
                    $new['redirect'],
                ]);
            $this->shop->db
                ->prepare('INSERT INTO changes (resource, version, fields) VALUES (?, ?, ?)')
                ->execute([
                    'address:'.$row['target'],
                    (int) $row['version'] + 1,
                    json_encode($fields, JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
                ]);

            return $this->address($target);
        });
    }

    /** A file at the shop's root, as it is served; version 0 where the shop makes it by itself. */
    private function file(string $target): Answer
    {
        if ($target !== '/robots.txt') {
            return self::problem(404, 'The only file that can be set is /robots.txt.');
        }
        $row = $this->shop->row('SELECT target, version, body FROM files WHERE target = ?', [$target]) ?? [
            'target' => $target,
            'version' => 0,
            'body' => (new Pages($this->shop, $this->origin))->robots()->body,
        ];

        return self::json(200, ['version' => (string) $row['version']] + $row, ['ETag' => '"'.$row['version'].'"']);
    }

    /** @param  array<string, int>  $switches */
    private function changeFile(string $target, array $switches): Answer
    {
        return $this->write($switches, function (string $match, array $fields) use ($target): Answer {
            $now = $this->file($target);
            $version = json_decode($now->body, true)['version'] ?? '';
            $body = $fields['body'] ?? null;
            if ($now->status !== 200) {
                return $now;
            }
            if (trim($match, '"') !== $version) {
                return self::problem(412, "The file is at version $version.", ['ETag' => '"'.$version.'"']);
            }
            if (! is_string($body) || count($fields) !== 1 || strlen($body) > 200000) {
                return self::problem(422, 'body must be a text of at most 200,000 bytes.');
            }
            $this->shop->db
                ->prepare('INSERT OR REPLACE INTO files (target, version, body) VALUES (?, ?, ?)')
                ->execute([$target, (int) $version + 1, $body]);
            $this->shop->db
                ->prepare('INSERT INTO changes (resource, version, fields) VALUES (?, ?, ?)')
                ->execute([
                    'file:'.$target,
                    (int) $version + 1,
                    json_encode($fields, JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
                ]);

            return $this->file($target);
        });
    }

    /** @param  array<string, int>  $switches */
    private function change(string $id, array $switches): Answer
    {
        return $this->write($switches, fn (string $match, array $fields): Answer => $this->apply($id, $match, $fields));
    }

    /**
     * @param  array<string, int>  $switches
     * @param  callable(string, array<int|string, mixed>): Answer  $apply
     */
    private function write(array $switches, callable $apply): Answer
    {
        $writes = $this->countWrite();
        $hits = static fn (string $switch): bool => $switches[$switch] > 0 && $writes % $switches[$switch] === 0;
        if ($hits('fail_every')) {
            return self::problem(500, 'Something broke; nothing was changed.');
        }
        if ($hits('stall_every')) {
            sleep($switches['stall_seconds']);

            return self::problem(503, 'Too late; nothing was changed.');
        }
        $match = trim($_SERVER['HTTP_IF_MATCH'] ?? '');
        if ($match === '') {
            return self::problem(428, 'If-Match with the version you read is needed.');
        }
        $fields = json_decode((string) file_get_contents('php://input', length: 262144), true);
        if (! is_array($fields) || $fields === []) {
            return self::problem(400, 'The body is not a JSON object of fields.');
        }
        $this->shop->db->exec('BEGIN IMMEDIATE');
        $answer = $apply($match, $fields);
        $this->shop->db->exec($answer->status === 200 ? 'COMMIT' : 'ROLLBACK');
        if ($answer->status === 200) {
            $this->shop->forgetPages();
            if ($hits('lose_every')) {
                // The web server closes the connection without a word when it sees this status.
                return new Answer(599, '');
            }
        }

        return $answer;
    }

    /** @param  array<int|string, mixed>  $fields */
    private function apply(string $id, string $match, array $fields): Answer
    {
        $row = $this->shop->row('SELECT * FROM resources WHERE id = ?', [$id]);
        if ($row === null) {
            return self::problem(404, "There is no resource $id.");
        }
        if (trim($match, '"') !== (string) $row['version']) {
            return self::problem(412, "The resource is at version {$row['version']}.", [
                'ETag' => '"'.$row['version'].'"',
            ]);
        }
        $new = [];
        foreach ($fields as $name => $value) {
            if (isset(self::TEXTS[$name])) {
                if (
                    ! is_string($value) ||
                    mb_strlen($value) > self::TEXTS[$name] ||
                    preg_match('/[\x00-\x08\x0b\x0c\x0e-\x1f]/', $value) === 1
                ) {
                    return self::problem(422, "$name must be a text of at most ".self::TEXTS[$name].' characters.');
                }
                if (in_array($name, self::JSON_TEXTS, true) && $value !== '' && ! is_array(json_decode($value, true))) {
                    return self::problem(422, "$name must be JSON.");
                }
                $new[$name] = $value;
            } elseif ($name === 'slug') {
                if (
                    ! is_string($value) ||
                    preg_match('/^[a-z0-9]+(-[a-z0-9]+)*$/', $value) !== 1 ||
                    strlen($value) > 120 ||
                    $row['kind'] === 'home'
                ) {
                    return self::problem(422, 'slug must be small letters, digits and hyphens.');
                }
                if (
                    $this->shop->row('SELECT 1 FROM resources WHERE kind = ? AND slug = ? AND id <> ?', [
                        $row['kind'],
                        $value,
                        $id,
                    ]) !== null
                ) {
                    return self::problem(422, "slug $value is taken.");
                }
                $new['slug'] = $value;
            } elseif ($name === 'images') {
                $images = json_decode((string) $row['images'], true);
                if (! is_array($value)) {
                    return self::problem(422, 'images must map a number to an alt text.');
                }
                foreach ($value as $i => $alt) {
                    if (! isset($images[$i]) || ! is_string($alt) || mb_strlen($alt) > 400) {
                        return self::problem(422, "images: $i is no image, or its alt text is too long.");
                    }
                    $images[$i]['alt'] = $alt;
                }
                $new['images'] = json_encode(
                    $images,
                    JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
                );
            } else {
                return self::problem(422, "There is no field $name that could be changed.");
            }
        }
        $version = (int) $row['version'] + 1;
        $set = implode(', ', array_map(static fn (string $name): string => "$name = ?", array_keys($new)));
        $this->shop->db
            ->prepare("UPDATE resources SET $set, version = ? WHERE id = ?")
            ->execute([...array_values($new), $version, $id]);
        if (isset($new['slug']) && $new['slug'] !== $row['slug']) {
            $this->shop->db
                ->prepare('DELETE FROM redirects WHERE path = ?')
                ->execute([Shop::pathOf($row['kind'], $new['slug'])]);
            $this->shop->db
                ->prepare('INSERT OR REPLACE INTO redirects VALUES (?, ?, 301)')
                ->execute([Shop::pathOf($row['kind'], $row['slug']), Shop::pathOf($row['kind'], $new['slug'])]);
        }
        $this->shop->db
            ->prepare('INSERT INTO changes (resource, version, fields) VALUES (?, ?, ?)')
            ->execute([$id, $version, json_encode($fields, JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR)]);

        return self::json(200, $this->show((array) $this->shop->row('SELECT * FROM resources WHERE id = ?', [$id])), [
            'ETag' => '"'.$version.'"',
        ]);
    }

    /**
     * @param  array<string, mixed>  $row
     * @return array<string, mixed>
     */
    private function show(array $row): array
    {
        $facts = json_decode((string) $row['facts'], true);
        $shown = [
            'id' => $row['id'],
            'kind' => $row['kind'],
            'version' => (string) $row['version'],
            'path' => Shop::pathOf($row['kind'], $row['slug']),
            'slug' => $row['slug'],
            'name' => $row['name'],
        ];
        foreach (array_keys(self::TEXTS) as $field) {
            $shown[$field] = $row[$field];
        }
        $shown['images'] = json_decode((string) $row['images'], true);
        $shown['attributes'] =
            $row['kind'] === 'product'
                ? [
                    'type' => $facts['type_name'],
                    'maker' => $facts['maker'],
                    'finish' => $facts['finishes'],
                    'size' => $facts['sizes'],
                    'socket' => $facts['socket'],
                    'room' => $facts['room'],
                    'style' => $facts['style'],
                    'material' => $facts['material'],
                    'price' => number_format($facts['price'], 2, '.', ''),
                    'currency' => 'EUR',
                    'in_stock' => $facts['in_stock'],
                    'collection' => $this->shop->row(
                        'SELECT c.name FROM shelf s JOIN resources c ON c.id = s.collection WHERE s.product = ?
                            ORDER BY c.number LIMIT 1',
                        [$row['id']],
                    )['name'] ?? null,
                ]
                : ($row['kind'] === 'collection'
                    ? [
                        'products' => (int) ($this->shop->row('SELECT COUNT(*) AS n FROM shelf WHERE collection = ?', [
                            $row['id'],
                        ])['n'] ?? 0),
                    ]
                    : (object) []);

        return $shown;
    }

    /** @return array<string, int> */
    private function switches(): array
    {
        return array_map(
            intval(...),
            array_column($this->shop->rows('SELECT name, value FROM switches'), 'value', 'name'),
        );
    }

    private function turn(): Answer
    {
        $given = json_decode((string) file_get_contents('php://input', length: 65536), true);
        foreach (is_array($given) ? $given : [] as $name => $value) {
            if (! isset(self::SWITCHES[$name]) || ! is_int($value) || $value < 0 || $value > self::SWITCHES[$name]) {
                return self::problem(422, "There is no switch $name, or its value is out of range.");
            }
            $this->shop->db->prepare('UPDATE switches SET value = ? WHERE name = ?')->execute([$value, $name]);
        }
        $this->shop->db->exec('UPDATE bucket SET writes = 0, tokens = 100000');

        return self::json(200, $this->switches());
    }

    /** @return float seconds to wait; 0 where the request may pass */
    private function takeToken(int $rate, int $burst): float
    {
        $this->shop->db->exec('BEGIN IMMEDIATE');
        $bucket = (array) $this->shop->row('SELECT tokens, at FROM bucket');
        $now = microtime(true);
        $tokens = min((float) $burst, (float) $bucket['tokens'] + max(0, $now - (float) $bucket['at']) * $rate);
        $passes = $tokens >= 1;
        $this->shop->db
            ->prepare('UPDATE bucket SET tokens = ?, at = ?, calls = calls + 1')
            ->execute([$passes ? $tokens - 1 : $tokens, $now]);
        $this->shop->db->exec('COMMIT');

        return $passes ? 0.0 : max(0.05, (1 - $tokens) / max(1, $rate));
    }

    private function countWrite(): int
    {
        $this->shop->db->exec('BEGIN IMMEDIATE');
        $this->shop->db->exec('UPDATE bucket SET writes = writes + 1');
        $writes = (int) ($this->shop->row('SELECT writes FROM bucket')['writes'] ?? 0);
        $this->shop->db->exec('COMMIT');

        return $writes;
    }

    /**
     * @param  array<string, mixed>  $data
     * @param  array<string, string>  $headers
     */
    private static function json(int $status, array $data, array $headers = []): Answer
    {
        return new Answer(
            $status,
            json_encode($data, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)."\n",
            ['Content-Type' => 'application/json'] + $headers,
        );
    }

    /** @param  array<string, string>  $headers */
    private static function problem(int $status, string $detail, array $headers = []): Answer
    {
        return new Answer(
            $status,
            json_encode(['status' => $status, 'detail' => $detail], JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR).
                "\n",
            ['Content-Type' => 'application/problem+json'] + $headers,
        );
    }
}
