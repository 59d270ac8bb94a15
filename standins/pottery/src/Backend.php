<?php

declare(strict_types=1);

namespace Fennmoor;

/** The shop's back office: sign-in by client credentials, pages by number, things wrapped twice, no ETag. */
final readonly class Backend
{
    public const CLIENT = 'orchard-keeper';

    private const PER_PAGE = 50;

    public function __construct(private Kiln $kiln)
    {
    }

    /** @param  array<string, int|float|string|null>  $ware */
    public static function pathOf(array $ware): string
    {
        return "/{$ware['department']}/{$ware['no']}-{$ware['slug']}.html";
    }

    /** @param  array<int|string, mixed>  $asked */
    public function reply(string $method, string $path, array $asked): Reply
    {
        if (in_array($path, ['/switches', '/log'], true)) {
            return $this->forTests($method, $path);
        }
        if ($path === '/auth/token' && $method === 'POST') {
            return $this->signIn();
        }
        $token =
            preg_match('/^Bearer (\S+)$/', self::text($_SERVER, 'HTTP_AUTHORIZATION'), $found) === 1 ? $found[1] : '';
        if ($this->kiln->row('SELECT 1 FROM tokens WHERE value = ? AND ends > ?', [$token, microtime(true)]) === null) {
            return Reply::json(
                ['result' => null, 'fault' => ['code' => 'token', 'text' => 'The token is unknown or has ended.']],
                401,
            );
        }
        $switches = $this->kiln->switches();
        [$used, $passes] = $this->enter($switches['rate'], $switches['burst']);
        $reply = $passes
            ? $this->act($method, $path, $asked, $switches)
            : Reply::json(['result' => null, 'fault' => ['code' => 'busy', 'text' => 'Too many calls.']], 429);

        return new Reply($reply->status, $reply->body, $reply->headers + ['X-Calls' => "$used/{$switches['burst']}"]);
    }

    private function forTests(string $method, string $path): Reply
    {
        if (! hash_equals($this->kiln->secret(), self::text($_SERVER, 'HTTP_TEST_KEY'))) {
            return new Reply(401);
        }
        if ($path === '/log') {
            return Reply::json(['rows' => $this->kiln->rows('SELECT * FROM log ORDER BY id')]);
        }
        if ($method === 'PUT') {
            foreach ((array) json_decode((string) file_get_contents('php://input'), true) as $name => $value) {
                if (! $this->kiln->turn((string) $name, is_numeric($value) ? (int) $value : 0)) {
                    return new Reply(422, "There is no switch $name.");
                }
            }
        }

        return Reply::json($this->kiln->switches());
    }

    private function signIn(): Reply
    {
        if (
            ($_POST['grant_type'] ?? '') !== 'client_credentials' ||
            ($_POST['client_id'] ?? '') !== self::CLIENT ||
            ! hash_equals($this->kiln->secret(), self::text($_POST, 'client_secret'))
        ) {
            return Reply::json(
                ['result' => null, 'fault' => ['code' => 'client', 'text' => 'Client or secret are wrong.']],
                400,
            );
        }
        $life = $this->kiln->switches()['lifetime'];
        $value = bin2hex(random_bytes(16));
        $this->kiln->run('DELETE FROM tokens WHERE ends < ?', [microtime(true)]);
        $this->kiln->run('INSERT INTO tokens VALUES (?, ?)', [$value, microtime(true) + $life]);

        return Reply::json(['token' => ['value' => $value, 'lifetime' => $life]]);
    }

    /** @return array{int, bool} calls that are used, and whether one more is let in */
    private function enter(int $rate, int $burst): array
    {
        $this->kiln->db->exec('BEGIN IMMEDIATE');
        $gate = (array) $this->kiln->row('SELECT * FROM gate');
        $now = microtime(true);
        $level = max(0.0, (float) $gate['level'] - max(0, $now - (float) $gate['at']) * $rate);
        $passes = $level + 1 <= $burst;
        $level += $passes ? 1 : 0;
        $this->kiln->run('UPDATE gate SET level = ?, at = ?', [$level, $now]);
        $this->kiln->db->exec('COMMIT');

        return [(int) ceil($level), $passes];
    }

    /**
     * @param  array<int|string, mixed>  $asked
     * @param  array<string, int>  $switches
     */
    private function act(string $method, string $path, array $asked, array $switches): Reply
    {
        if ($method !== 'GET') {
            $this->kiln->run('UPDATE gate SET writes = writes + 1');
            $writes = (int) ($this->kiln->row('SELECT writes FROM gate')['writes'] ?? 0);
            $hits = static fn (string $switch): bool => $switches[$switch] > 0 && $writes % $switches[$switch] === 0;
            if ($hits('fail_every')) {
                return new Reply(500, 'The kiln is cold.');
            }
            if ($hits('stall_every')) {
                sleep($switches['stall_seconds']);

                return new Reply(503, 'Too late.');
            }
        }
        $reply = match (true) {
            $path === '/wares' && $method === 'GET' => $this->list('wares', 'no', $asked),
            $path === '/departments' && $method === 'GET' => $this->list('departments', 'place', $asked),
            preg_match('~^/wares/(\d+)$~', $path, $found) === 1 => $this->ware($method, (int) $found[1]),
            preg_match('~^/departments/([a-z]+)$~', $path, $found) === 1 => $this->department($method, $found[1]),
            $path === '/moves' && $method === 'GET' => Reply::json([
                'result' => [
                    'rows' => $this->kiln->rows('SELECT id, old, new FROM moves WHERE old = ?', [
                        self::text($asked, 'old'),
                    ]),
                ],
            ]),
            $path === '/moves' || preg_match('~^/moves/(\d+)$~', $path) === 1 => $this->move(
                $method,
                (int) substr($path, 7),
            ),
            preg_match('~^/files/(wares\.csv|departments\.tsv)$~', $path, $found) === 1 => (new Sheets(
                $this->kiln,
            ))->reply($method, $found[1]),
            default => Reply::json(['fault' => ['code' => 'nothing', 'text' => 'There is no such thing.']], 404),
        };
        if (
            $method !== 'GET' &&
            $reply->status === 200 &&
            ! str_contains($reply->body, '"fault"') &&
            isset($hits) &&
            $hits('lose_every')
        ) {
            return new Reply(599);
        }

        return $reply;
    }

    /** @param  array<int|string, mixed>  $asked */
    private function list(string $table, string $order, array $asked): Reply
    {
        $page = max(1, (int) (self::text($asked, 'page') ?: 1));
        $rows = $this->kiln->rows(
            "SELECT * FROM $table ORDER BY $order LIMIT ".self::PER_PAGE.' OFFSET '.($page - 1) * self::PER_PAGE,
        );
        $all = (int) ($this->kiln->row("SELECT COUNT(*) AS n FROM $table")['n'] ?? 0);

        return Reply::json([
            'result' => [
                'rows' => array_map($table === 'wares' ? self::showWare(...) : self::showDepartment(...), $rows),
            ],
            'pages' => ['now' => $page, 'last' => max(1, (int) ceil($all / self::PER_PAGE))],
        ]);
    }

    /**
     * @param  array<string, int|float|string|null>  $row
     * @return array<string, mixed>
     */
    private static function showWare(array $row): array
    {
        return [
            'ware' => [
                'no' => $row['no'],
                'texts' => ['name' => $row['name'], 'link' => self::pathOf($row)],
                'search' => [
                    'headline' => $row['headline'] === '' ? null : $row['headline'],
                    'teaser' => $row['teaser'],
                    'canonical_to' => $row['canonical_to'],
                ],
                'facts' => [
                    'glaze' => $row['glaze'],
                    'maker' => $row['maker'],
                    'price' => ['gross' => $row['price'], 'unit' => 'GBP'],
                    'stock' => $row['stock'],
                ],
                'stamps' => ['changed' => $row['changed']],
            ],
        ];
    }

    /**
     * @param  array<string, int|float|string|null>  $row
     * @return array<string, mixed>
     */
    private static function showDepartment(array $row): array
    {
        return [
            'department' => [
                'code' => $row['code'],
                'label' => ['public' => $row['label']],
                'meta' => ['t' => $row['t'], 'd' => $row['d']],
                'web' => ['address' => "/shop/{$row['code']}"],
                'edited' => ['on' => $row['edited']],
            ],
        ];
    }

    private function ware(string $method, int $no): Reply
    {
        $row = $this->kiln->row('SELECT * FROM wares WHERE no = ?', [$no]);
        if ($row === null) {
            return Reply::json(['fault' => ['code' => 'nothing', 'text' => "There is no ware $no."]], 404);
        }
        if ($method === 'GET') {
            return Reply::json(['result' => self::showWare($row)]);
        }
        $given = (array) json_decode((string) file_get_contents('php://input', length: 100000), true);

        return $this->change(
            'wares',
            'no',
            $no,
            (array) (((array) ($given['ware'] ?? []))['search'] ?? []),
            ['headline' => 120, 'teaser' => 500, 'canonical_to' => 400],
            'changed',
        );
    }

    private function department(string $method, string $code): Reply
    {
        $row = $this->kiln->row('SELECT * FROM departments WHERE code = ?', [$code]);
        if ($row === null) {
            return Reply::json(['fault' => ['code' => 'nothing', 'text' => "There is no department $code."]], 404);
        }
        if ($method === 'GET') {
            return Reply::json(['result' => self::showDepartment($row)]);
        }
        $given = (array) json_decode((string) file_get_contents('php://input', length: 100000), true);

        return $this->change(
            'departments',
            'code',
            $code,
            (array) (((array) ($given['department'] ?? []))['meta'] ?? []),
            ['t' => 120, 'd' => 500],
            'edited',
        );
    }

    /**
     * @param  array<array-key, mixed>  $given
     * @param  array<string, int>  $longest
     */
    public function change(
        string $table,
        string $key,
        int|string $id,
        array $given,
        array $longest,
        string $stamp,
    ): Reply {
        if ($given === []) {
            return Reply::fault('Nothing was given.');
        }
        foreach ($given as $name => $value) {
            if (! isset($longest[$name])) {
                return Reply::fault("There is no text \"$name\".");
            }
            if (! is_string($value) || mb_strlen($value) > $longest[$name]) {
                return Reply::fault("$name is longer than {$longest[$name]} characters, or no text.");
            }
        }
        $set = implode(', ', array_map(static fn (int|string $name): string => "$name = ?", array_keys($given)));
        $this->kiln->db->exec('BEGIN IMMEDIATE');
        $this->kiln->run("UPDATE $table SET $set, $stamp = ? WHERE $key = ?", [
            ...array_values($given),
            Kiln::now(),
            $id,
        ]);
        $this->kiln->run('INSERT INTO log (thing, body) VALUES (?, ?)', [
            "$table/$id",
            json_encode($given, JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
        ]);
        $this->kiln->db->exec('COMMIT');

        return Reply::json(['result' => 'saved']);
    }

    private function move(string $method, int $id): Reply
    {
        $given = (array) json_decode((string) file_get_contents('php://input', length: 10000), true);
        $asked = (array) ($given['move'] ?? []);
        [$old, $new] = [self::text($asked, 'old'), self::text($asked, 'new')];
        if ($method === 'DELETE') {
            $this->kiln->run('DELETE FROM moves WHERE id = ?', [$id]);
        } elseif (! str_starts_with($new, '/') || $old === $new) {
            return Reply::fault('A move needs a path of this shop to lead to.');
        } elseif ($method === 'PUT') {
            $this->kiln->run('UPDATE moves SET new = ?, changed = ? WHERE id = ?', [$new, Kiln::now(), $id]);
        } elseif (
            $this->kiln->row('SELECT 1 FROM moves WHERE old = ?', [$old]) !== null ||
            ! str_starts_with($old, '/')
        ) {
            return Reply::fault('There is a move of this address already.');
        } else {
            $this->kiln->run('INSERT INTO moves (old, new, changed) VALUES (?, ?, ?)', [$old, $new, Kiln::now()]);
        }
        $this->kiln->run('INSERT INTO log (thing, body) VALUES (?, ?)', [
            "moves/$method",
            json_encode([$id, $old, $new], JSON_THROW_ON_ERROR),
        ]);

        return Reply::json(['result' => 'saved']);
    }

    /** @param  array<array-key, mixed>  $of  a text of it; empty where it is not there, or no text */
    private static function text(array $of, string $name): string
    {
        return is_scalar($of[$name] ?? null) ? (string) $of[$name] : '';
    }
}
