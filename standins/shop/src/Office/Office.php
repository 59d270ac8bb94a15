<?php

declare(strict_types=1);

namespace Tindrel\Office;

use Tindrel\Answer;
use Tindrel\Shop;

/**
 * The shop's admin API (see openapi.json).
 *
 * @phpstan-import-type Stored from Shop
 * @phpstan-import-type Cell from Shop
 */
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

    private readonly Switches $switches;

    private readonly Settings $settings;

    public function __construct(private readonly Shop $shop, string $origin)
    {
        $this->switches = new Switches($shop);
        $this->settings = new Settings($shop, $origin);
    }

    /** @param  array<int|string, mixed>  $asked */
    public function answer(string $method, string $path, array $asked): Answer
    {
        $token = trim((string) @file_get_contents($this->shop->dir.'/token'));
        $given = preg_match('/^Bearer (\S+)$/', self::header('HTTP_AUTHORIZATION'), $found) === 1 ? $found[1] : '';
        if ($token === '' || ! hash_equals($token, $given)) {
            return Reply::problem(401, 'A valid bearer token is needed.', ['WWW-Authenticate' => 'Bearer']);
        }
        // What only tests and demos use is outside limits and faults.
        if ($path === '/switches') {
            return $method === 'PUT' ? $this->switches->turn() : Reply::json(200, $this->switches->all());
        }
        if ($path === '/changes') {
            return Reply::json(200, [
                'items' => array_map(
                    static fn (array $row): array => ['fields' => json_decode((string) $row['fields'], true)] + $row,
                    $this->shop->rows('SELECT * FROM changes WHERE number > ? ORDER BY number LIMIT 5000', [
                        self::number($asked, 'after', 0),
                    ]),
                ),
            ]);
        }
        $switches = $this->switches->all();
        $wait = $this->switches->takeToken($switches['rate'], $switches['burst']);
        if ($wait > 0) {
            return Reply::problem(429, 'Too many requests.', ['Retry-After' => (string) (int) ceil($wait)]);
        }
        if ($switches['slow_ms'] > 0) {
            usleep($switches['slow_ms'] * 1000);
        }

        $target = is_string($asked['target'] ?? null) ? $asked['target'] : '';

        return match (true) {
            $path === '/resources' && $method === 'GET' => $this->list($asked),
            preg_match('~^/resources/([a-z]+-\d+)$~', $path, $found) === 1 && $method === 'GET' => $this->read(
                $found[1],
            ),
            preg_match('~^/resources/([a-z]+-\d+)$~', $path, $found) === 1 && $method === 'PATCH' => $this->change(
                $found[1],
                $switches,
            ),
            $path === '/addresses' && $method === 'GET' => $this->settings->address($target),
            $path === '/addresses' && $method === 'PATCH' => $this->write(
                $switches,
                fn (string $match, array $fields): Answer => $this->settings->changeAddress($target, $match, $fields),
            ),
            $path === '/files' && $method === 'GET' => $this->settings->file($target),
            $path === '/files' && $method === 'PATCH' => $this->write(
                $switches,
                fn (string $match, array $fields): Answer => $this->settings->changeFile($target, $match, $fields),
            ),
            $path === '/hits' && $method === 'GET' => Reply::json(200, [
                'items' => $this->shop->rows(
                    'SELECT target, hits, last_hit FROM addresses WHERE hits > 0 ORDER BY target LIMIT 50000',
                ),
            ]),
            default => Reply::problem(404, 'There is no such thing here.'),
        };
    }

    /** @param  array<int|string, mixed>  $asked */
    private function list(array $asked): Answer
    {
        $limit = max(1, min(250, self::number($asked, 'limit', 100)));
        $after = self::number($asked, 'after', 0);
        $kind = is_string($asked['kind'] ?? null) ? $asked['kind'] : '';
        $rows = $this->shop->rows(
            'SELECT * FROM resources WHERE number > ? AND (? = \'\' OR kind = ?) ORDER BY number LIMIT '.($limit + 1),
            [$after, $kind, $kind],
        );
        $more = count($rows) > $limit;
        $rows = array_slice($rows, 0, $limit);

        return Reply::json(200, [
            'items' => array_map($this->show(...), $rows),
            'next' => $more ? (int) $rows[$limit - 1]['number'] : null,
        ]);
    }

    private function read(string $id): Answer
    {
        $row = $this->shop->row('SELECT * FROM resources WHERE id = ?', [$id]);

        return $row === null
            ? Reply::problem(404, "There is no resource $id.")
            : Reply::json(200, $this->show($row), ['ETag' => '"'.$row['version'].'"']);
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
        $writes = $this->switches->countWrite();
        $hits = static fn (string $switch): bool => $switches[$switch] > 0 && $writes % $switches[$switch] === 0;
        if ($hits('fail_every')) {
            return Reply::problem(500, 'Something broke; nothing was changed.');
        }
        if ($hits('stall_every')) {
            sleep($switches['stall_seconds']);

            return Reply::problem(503, 'Too late; nothing was changed.');
        }
        $match = trim(self::header('HTTP_IF_MATCH'));
        if ($match === '') {
            return Reply::problem(428, 'If-Match with the version you read is needed.');
        }
        $fields = json_decode((string) file_get_contents('php://input', length: 262144), true);
        if (! is_array($fields) || $fields === []) {
            return Reply::problem(400, 'The body is not a JSON object of fields.');
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
            return Reply::problem(404, "There is no resource $id.");
        }
        if (trim($match, '"') !== (string) $row['version']) {
            return Reply::problem(412, "The resource is at version {$row['version']}.", [
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
                    return Reply::problem(
                        422,
                        "$name must be a text of at most ".self::TEXTS[$name].' characters.',
                    );
                }
                if (in_array($name, self::JSON_TEXTS, true) && $value !== '' && ! is_array(json_decode($value, true))) {
                    return Reply::problem(422, "$name must be JSON.");
                }
                $new[$name] = $value;
            } elseif ($name === 'slug') {
                if (
                    ! is_string($value) ||
                    preg_match('/^[a-z0-9]+(-[a-z0-9]+)*$/', $value) !== 1 ||
                    strlen($value) > 120 ||
                    $row['kind'] === 'home'
                ) {
                    return Reply::problem(422, 'slug must be small letters, digits and hyphens.');
                }
                if (
                    $this->shop->row('SELECT 1 FROM resources WHERE kind = ? AND slug = ? AND id <> ?', [
                        $row['kind'],
                        $value,
                        $id,
                    ]) !== null
                ) {
                    return Reply::problem(422, "slug $value is taken.");
                }
                $new['slug'] = $value;
            } elseif ($name === 'images') {
                $images = Shop::unpack($row)['images'];
                if (! is_array($value)) {
                    return Reply::problem(422, 'images must map a number to an alt text.');
                }
                foreach ($value as $i => $alt) {
                    if (! isset($images[$i]) || ! is_string($alt) || mb_strlen($alt) > 400) {
                        return Reply::problem(422, "images: $i is no image, or its alt text is too long.");
                    }
                    $images[$i]['alt'] = $alt;
                }
                $new['images'] = json_encode(
                    $images,
                    JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
                );
            } else {
                return Reply::problem(422, "There is no field $name that could be changed.");
            }
        }
        $version = (int) $row['version'] + 1;
        $set = implode(', ', array_map(static fn (string $name): string => "$name = ?", array_keys($new)));
        $this->shop->db
            ->prepare("UPDATE resources SET $set, version = ? WHERE id = ?")
            ->execute([...array_values($new), $version, $id]);
        if (isset($new['slug']) && $new['slug'] !== $row['slug']) {
            $kind = (string) $row['kind'];
            $this->shop->db
                ->prepare('DELETE FROM redirects WHERE path = ?')
                ->execute([Shop::pathOf($kind, (string) $new['slug'])]);
            $this->shop->db
                ->prepare('INSERT OR REPLACE INTO redirects VALUES (?, ?, 301)')
                ->execute([Shop::pathOf($kind, (string) $row['slug']), Shop::pathOf($kind, (string) $new['slug'])]);
        }
        $this->shop->db
            ->prepare('INSERT INTO changes (resource, version, fields) VALUES (?, ?, ?)')
            ->execute([$id, $version, json_encode($fields, JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR)]);

        return Reply::json(200, $this->show((array) $this->shop->row('SELECT * FROM resources WHERE id = ?', [$id])), [
            'ETag' => '"'.$version.'"',
        ]);
    }

    /**
     * @param  array<string, Cell>  $row
     * @return array<string, mixed>
     */
    private function show(array $row): array
    {
        ['facts' => $facts, 'images' => $images] = Shop::unpack($row);
        $shown = [
            'id' => $row['id'],
            'kind' => $row['kind'],
            'version' => (string) $row['version'],
            'path' => Shop::pathOf((string) $row['kind'], (string) $row['slug']),
            'slug' => $row['slug'],
            'name' => $row['name'],
        ];
        foreach (array_keys(self::TEXTS) as $field) {
            $shown[$field] = $row[$field];
        }
        $shown['images'] = $images;
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

    /** A header of the request, as the web server names it; empty where it has none. */
    private static function header(string $name): string
    {
        return is_string($_SERVER[$name] ?? null) ? $_SERVER[$name] : '';
    }

    /** @param  array<int|string, mixed>  $asked */
    private static function number(array $asked, string $name, int $otherwise): int
    {
        return is_numeric($asked[$name] ?? null) ? (int) $asked[$name] : $otherwise;
    }
}
