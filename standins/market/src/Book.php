<?php

declare(strict_types=1);

namespace Market;

use PDO;

/**
 * The market's memory: its clock, its secret, the tokens it gave, and what titles the shop showed from which day on.
 */
final class Book
{
    public readonly PDO $db;

    public function __construct(public readonly string $dir)
    {
        is_dir($dir) || mkdir($dir, 0700, true);
        $this->db = new PDO("sqlite:$dir/market.sqlite");
        $this->db->exec('PRAGMA busy_timeout = 10000');
        $this->db->exec('PRAGMA journal_mode = WAL');
        $this->db->exec('CREATE TABLE IF NOT EXISTS settings (name TEXT PRIMARY KEY, value TEXT NOT NULL)');
        $this->db->exec(
            'CREATE TABLE IF NOT EXISTS shown (url TEXT NOT NULL, day TEXT NOT NULL, title TEXT NOT NULL,
                description TEXT NOT NULL, price REAL NOT NULL, PRIMARY KEY (url, day))',
        );
        $this->db->exec('CREATE TABLE IF NOT EXISTS uses (what TEXT PRIMARY KEY, n INTEGER NOT NULL)');
    }

    public function get(string $name, string $default = ''): string
    {
        $ask = $this->db->prepare('SELECT value FROM settings WHERE name = ?');
        $ask->execute([$name]);
        $value = $ask->fetchColumn();

        return $value === false ? $default : (string) $value;
    }

    public function set(string $name, string $value): void
    {
        $this->db
            ->prepare('INSERT INTO settings VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value')
            ->execute([$name, $value]);
    }

    /** Counts a use and answers how many there were. */
    public function count(string $what): int
    {
        $this->db
            ->prepare('INSERT INTO uses VALUES (?, 1) ON CONFLICT (what) DO UPDATE SET n = n + 1')
            ->execute([$what]);
        $ask = $this->db->prepare('SELECT n FROM uses WHERE what = ?');
        $ask->execute([$what]);

        return (int) $ask->fetchColumn();
    }

    /** The market's today, yyyy-mm-dd. */
    public function today(): string
    {
        return $this->get('today');
    }

    /**
     * Writes down what the shop shows from a day on; only what has changed takes room.
     *
     * @param  array<string, array{title: string, description: string, price: float}>  $pages  by path
     */
    public function note(string $day, array $pages): void
    {
        $known = $this->shownOn($day);
        $write = $this->db->prepare(
            'INSERT INTO shown VALUES (?, ?, ?, ?, ?) ON CONFLICT (url, day) DO UPDATE SET title = excluded.title,
                description = excluded.description, price = excluded.price',
        );
        $this->db->beginTransaction();
        foreach ($pages as $url => $page) {
            if (
                ($known[$url]['title'] ?? null) !== $page['title'] ||
                $known[$url]['description'] !== $page['description']
            ) {
                $write->execute([$url, $day, $page['title'], $page['description'], $page['price']]);
            }
        }
        $this->db->commit();
    }

    /** @return array<string, array{title: string, description: string, price: float}> by path */
    public function shownOn(string $day): array
    {
        $ask = $this->db->prepare(
            'SELECT url, title, description, price, MAX(day) FROM shown WHERE day <= ? GROUP BY url ORDER BY url',
        );
        $ask->execute([$day]);
        $pages = [];
        foreach ($ask->fetchAll(PDO::FETCH_ASSOC) as $row) {
            $pages[(string) $row['url']] = [
                'title' => (string) $row['title'],
                'description' => (string) $row['description'],
                'price' => (float) $row['price'],
            ];
        }

        return $pages;
    }
}
