<?php

declare(strict_types=1);

namespace Fennmoor;

use PDO;

/** The shop's storage, and how it is grown. */
final class Kiln
{
    public const NAME = 'Fennmoor Pottery';

    private const SWITCHES = [
        'rate' => 400,
        'burst' => 400,
        'lifetime' => 3600,
        'fail_every' => 0,
        'lose_every' => 0,
        'stall_every' => 0,
        'stall_seconds' => 20,
    ];

    public readonly PDO $db;

    public function __construct(public readonly string $dir)
    {
        $this->db = new PDO(
            "sqlite:$dir/pottery.sqlite",
            options: [PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION, PDO::ATTR_DEFAULT_FETCH_MODE => PDO::FETCH_ASSOC],
        );
        $this->db->exec('PRAGMA journal_mode=WAL; PRAGMA synchronous=NORMAL; PRAGMA busy_timeout=10000');
    }

    public function secret(): string
    {
        return trim((string) @file_get_contents("$this->dir/secret"));
    }

    /**
     * @param  list<mixed>  $values
     * @return list<array<string, int|float|string|null>>
     */
    public function rows(string $sql, array $values = []): array
    {
        $statement = $this->db->prepare($sql);
        $statement->execute($values);

        /** @var list<array<string, int|float|string|null>> $rows */
        $rows = $statement->fetchAll();

        return $rows;
    }

    /**
     * @param  list<mixed>  $values
     * @return ?array<string, int|float|string|null>
     */
    public function row(string $sql, array $values = []): ?array
    {
        return $this->rows($sql, $values)[0] ?? null;
    }

    /** @param  list<mixed>  $values */
    public function run(string $sql, array $values = []): void
    {
        $this->db->prepare($sql)->execute($values);
    }

    public static function now(): string
    {
        return (new \DateTimeImmutable())->format('Y-m-d\TH:i:s.u\Z');
    }

    /** @return array<string, int> */
    public function switches(): array
    {
        $set = [];
        foreach ($this->rows('SELECT name, value FROM switches') as $row) {
            $set[(string) $row['name']] = (int) $row['value'];
        }

        return $set + self::SWITCHES;
    }

    public function turn(string $name, int $value): bool
    {
        if (! isset(self::SWITCHES[$name])) {
            return false;
        }
        $this->run('INSERT INTO switches VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value', [
            $name,
            $value,
        ]);
        $this->run('UPDATE gate SET level = 0, writes = 0, at = ?', [microtime(true)]);

        return true;
    }

    /** Grows the shop anew: the same numbers give the same shop. */
    public function grow(int $wares, int $seed): void
    {
        mt_srand($seed);
        $this->db->exec('
            CREATE TABLE departments (code TEXT PRIMARY KEY, place INTEGER NOT NULL,
            label TEXT NOT NULL, t TEXT NOT NULL, d TEXT NOT NULL, intro TEXT NOT NULL, edited TEXT NOT NULL);
            CREATE TABLE wares (no INTEGER PRIMARY KEY, department TEXT NOT NULL, slug TEXT NOT NULL,
            name TEXT NOT NULL, headline TEXT NOT NULL, teaser TEXT NOT NULL,
            canonical_to TEXT NOT NULL DEFAULT \'\',
            story TEXT NOT NULL, glaze TEXT NOT NULL, maker TEXT NOT NULL,
            price REAL NOT NULL, stock INTEGER NOT NULL, changed TEXT NOT NULL);
            CREATE TABLE leaves (path TEXT PRIMARY KEY, name TEXT NOT NULL,
            title TEXT NOT NULL, teaser TEXT NOT NULL, story TEXT NOT NULL);
            CREATE TABLE moves (id INTEGER PRIMARY KEY AUTOINCREMENT, old TEXT UNIQUE NOT NULL,
            new TEXT NOT NULL, changed TEXT NOT NULL);
            CREATE TABLE log (id INTEGER PRIMARY KEY AUTOINCREMENT, thing TEXT NOT NULL, body TEXT NOT NULL);
            CREATE TABLE switches (name TEXT PRIMARY KEY, value INTEGER NOT NULL);
            CREATE TABLE gate (level REAL NOT NULL, at REAL NOT NULL, writes INTEGER NOT NULL);
            CREATE TABLE tokens (value TEXT PRIMARY KEY, ends REAL NOT NULL);
            INSERT INTO gate VALUES (0, 0, 0);
        ');
        $this->db->beginTransaction();
        $departments = [
            'mugs' => 'Mugs',
            'bowls' => 'Bowls',
            'plates' => 'Plates',
            'jugs' => 'Jugs & Pitchers',
            'vases' => 'Vases',
            'tiles' => 'Tiles',
        ];
        $place = 0;
        foreach ($departments as $code => $label) {
            $this->run('INSERT INTO departments VALUES (?, ?, ?, ?, ?, ?, ?)', [
                $code,
                $place++,
                $label,
                $place % 2 ? "$label for every table" : '',
                $place % 3 ? '' : "All our $label, thrown by hand.",
                "Our $label are thrown on the wheel, dried for a week and fired twice.",
                self::now(),
            ]);
        }
        $woods = [
            'Ash', 'Birch', 'Cedar', 'Damson', 'Elder', 'Fern', 'Gorse', 'Heath', 'Ivy', 'Juniper', 'Knapweed', 'Larch',
            'Moss', 'Nettle', 'Oak', 'Pine', 'Quince', 'Reed', 'Sedge', 'Teasel',
        ];
        $glazes = ['blue', 'green', 'white', 'rust', 'slate'];
        $makers = ['Hale & Daughter', 'Brook Kiln', 'The Old Forge', 'M. Sorrel'];
        $codes = array_keys($departments);
        for ($i = 0; $i < $wares; $i++) {
            $code = $codes[$i % count($codes)];
            $wood = $woods[intdiv($i, count($codes)) % count($woods)];
            $series = intdiv($i, count($codes) * count($woods)) + 1;
            $thing = rtrim(explode(' ', $departments[$code])[0], 's');
            $name = "$wood $thing".($series > 1 ? " No. $series" : '');
            $glaze = $glazes[mt_rand(0, 4)];
            $maker = $makers[mt_rand(0, 3)];
            $luck = mt_rand(1, 100);
            $this->run(
                'INSERT INTO wares (no, department, slug, name, headline, teaser, story, glaze, maker, price, '.
                    'stock, changed) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)',
                [
                    1000 + $i,
                    $code,
                    strtolower((string) preg_replace('/[^A-Za-z0-9]+/', '-', $name)),
                    $name,
                    match (true) {
                        $luck <= 30 => '',
                        $luck <= 45 => "Buy $name \"by hand\" online...",
                        default => "$name, $glaze glaze, thrown by $maker",
                    },
                    match (true) {
                        $luck % 4 === 0 => '',
                        $luck % 4 === 1 => "A $name in $glaze, thrown by hand.\nGoes in the oven & the ".
                            'dishwasher; each one is a little different from the next, and café quality at that.',
                        default => "The $name by $maker; \"quiet\" $glaze glaze.",
                    },
                    "The $name was thrown by $maker in one afternoon.\nIts $glaze glaze is made from ash of our ".
                    'own stove; no two are alike, and that is the point of it.',
                    $glaze,
                    $maker,
                    mt_rand(12, 90) + 0.5,
                    mt_rand(0, 20),
                    self::now(),
                ],
            );
        }
        foreach (
            [
                'story' => ['first-firing' => 'The first firing', 'why-ash' => 'Why ash makes a good glaze'],
                'help' => ['delivery' => 'Delivery', 'care' => 'Care of pots'],
            ] as $folder => $some
        ) {
            foreach ($some as $slug => $name) {
                $this->run('INSERT INTO leaves VALUES (?, ?, ?, ?, ?)', [
                    "/$folder/$slug.html",
                    $name,
                    '',
                    $folder === 'story' ? "$name, told by those who were there." : '',
                    str_repeat("$name is a matter of patience, a dry shed and a good stove. ", 6),
                ]);
            }
        }
        $this->db->commit();
    }
}
