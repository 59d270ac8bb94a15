<?php

declare(strict_types=1);

namespace Tindrel;

use PDO;

/**
 * The shop's storage: one SQLite file in its data folder, and the folder of rendered pages. Each kind of resource has
 * facts of its own among those of the type.
 *
 * @phpstan-type Cell int|float|string|null
 * @phpstan-type Picture array{src: string, alt: string}
 * @phpstan-type Facts array{price: float, maker: string, material: string, room: string, style: string, shape: string,
 *     type_name: string, socket: string, kelvin: string, in_stock: bool, finishes: list<string>, sizes: list<string>,
 *     linked_finishes: int, heading: string, h1: string, hidden: bool, landing: bool, links: list<string>,
 *     link_header: bool, latin1: bool, almanac?: int, paging_to_first: bool, params_to_self: bool,
 *     pixel_in_head: bool, untitled: bool}
 * @phpstan-type Stored array{number: int, id: string, kind: string, slug: string, name: string, version: int,
 *     title: string, description: string, h1: string, social_title: string, social_description: string,
 *     social_image: string, structured_data: string, related_links: string, image_alts: string, canonical: string,
 *     robots: string, images: list<Picture>, facts: Facts, body: string}
 */
final class Shop
{
    public const NAME = 'Tindrel';

    public readonly PDO $db;

    public function __construct(public readonly string $dir)
    {
        $this->db = new PDO(
            'sqlite:'.$dir.'/shop.sqlite',
            options: [PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION, PDO::ATTR_DEFAULT_FETCH_MODE => PDO::FETCH_ASSOC],
        );
        $this->db->exec(
            'PRAGMA journal_mode=WAL; PRAGMA synchronous=NORMAL; PRAGMA busy_timeout=10000; PRAGMA cache_size=-16000',
        );
        // A shop that was grown before addresses could be set has no table for them yet.
        $this->db->exec(
            "CREATE TABLE IF NOT EXISTS addresses (target TEXT PRIMARY KEY, version INTEGER NOT NULL,
                canonical TEXT NOT NULL DEFAULT '', robots TEXT NOT NULL DEFAULT '', redirect TEXT NOT NULL DEFAULT '',
                hits INTEGER NOT NULL DEFAULT 0, last_hit TEXT)",
        );
        $this->db->exec(
            'CREATE TABLE IF NOT EXISTS files (target TEXT PRIMARY KEY, version INTEGER NOT NULL, body TEXT NOT NULL)',
        );
        // Nor has one that was grown before pages had these a column for them.
        $columns = array_column($this->rows('PRAGMA table_info(resources)'), 'name');
        foreach (['social_image', 'structured_data', 'related_links', 'image_alts'] as $column) {
            if ($columns !== [] && ! in_array($column, $columns, true)) {
                $this->db->exec("ALTER TABLE resources ADD COLUMN $column TEXT NOT NULL DEFAULT ''");
            }
        }
    }

    public function createTables(): void
    {
        $this->db->exec('
            CREATE TABLE resources (
                number INTEGER PRIMARY KEY, id TEXT UNIQUE NOT NULL, kind TEXT NOT NULL, slug TEXT NOT NULL,
                name TEXT NOT NULL,
                version INTEGER NOT NULL DEFAULT 1, title TEXT NOT NULL, description TEXT NOT NULL, h1 TEXT NOT NULL,
                social_title TEXT NOT NULL DEFAULT \'\', social_description TEXT NOT NULL DEFAULT \'\',
                social_image TEXT NOT NULL DEFAULT \'\',
                structured_data TEXT NOT NULL DEFAULT \'\', related_links TEXT NOT NULL DEFAULT \'\',
                image_alts TEXT NOT NULL DEFAULT \'\',
                canonical TEXT NOT NULL DEFAULT \'\', robots TEXT NOT NULL DEFAULT \'\',
                images TEXT NOT NULL DEFAULT \'[]\',
                facts TEXT NOT NULL, body TEXT NOT NULL, UNIQUE (kind, slug));
            CREATE TABLE shelf (collection TEXT NOT NULL, product TEXT NOT NULL, place INTEGER NOT NULL,
            PRIMARY KEY (collection, place));
            CREATE INDEX shelf_product ON shelf (product);
            CREATE TABLE redirects (path TEXT PRIMARY KEY, target TEXT NOT NULL, status INTEGER NOT NULL);
            CREATE TABLE switches (name TEXT PRIMARY KEY, value INTEGER NOT NULL);
            CREATE TABLE changes (number INTEGER PRIMARY KEY, resource TEXT NOT NULL, version INTEGER NOT NULL,
            fields TEXT NOT NULL);
            CREATE TABLE bucket (id INTEGER PRIMARY KEY, tokens REAL NOT NULL, at REAL NOT NULL,
            calls INTEGER NOT NULL, writes INTEGER NOT NULL);
            INSERT INTO bucket VALUES (1, 40, 0, 0, 0);
        ');
    }

    /**
     * @param  list<mixed>  $values
     * @return list<array<string, Cell>>
     */
    public function rows(string $sql, array $values = []): array
    {
        $statement = $this->db->prepare($sql);
        $statement->execute($values);

        /** @var list<array<string, Cell>> $rows */
        $rows = $statement->fetchAll();

        return $rows;
    }

    /**
     * @param  list<mixed>  $values
     * @return ?array<string, Cell>
     */
    public function row(string $sql, array $values = []): ?array
    {
        return $this->rows($sql, $values)[0] ?? null;
    }

    /** @return ?Stored with its facts and images read */
    public function resource(string $kind, string $slug): ?array
    {
        $row = $this->row('SELECT * FROM resources WHERE kind = ? AND slug = ?', [$kind, $slug]);

        return $row === null ? null : self::unpack($row);
    }

    /**
     * @param  array<string, Cell>  $row  of the table of resources, all columns
     * @return Stored
     */
    public static function unpack(array $row): array
    {
        /** @var Stored $resource as the seed and the office wrote it */
        $resource =
            [
                'facts' => self::factsOf($row['facts']),
                'images' => json_decode((string) $row['images'], true, 16, JSON_THROW_ON_ERROR),
            ] + $row;

        return $resource;
    }

    /** @return Facts */
    public static function factsOf(int|float|string|null $json): array
    {
        /** @var Facts $facts as the seed wrote them */
        $facts = json_decode((string) $json, true, 16, JSON_THROW_ON_ERROR);

        return $facts;
    }

    public static function pathOf(string $kind, string $slug): string
    {
        return match ($kind) {
            'home' => '/',
            'product' => '/lamp/'.$slug,
            'collection' => '/range/'.$slug,
            'article' => '/journal/'.$slug,
            default => '/about/'.$slug,
        };
    }

    /** The one writing of a path and its query: decoded, parameters sorted. */
    public static function addressKey(string $target): string
    {
        [$path, $query] = [...explode('?', $target, 2), ''];
        $pairs = array_map(
            static fn (string $pair): string => rawurldecode(str_replace('+', ' ', $pair)),
            array_filter(explode('&', (string) $query), static fn (string $pair): bool => $pair !== ''),
        );
        sort($pairs, SORT_STRING);

        return rawurldecode((string) $path).($pairs === [] ? '' : '?'.implode('&', $pairs));
    }

    /** Every change makes all rendered pages void: a page may show any resource's name. */
    public function forgetPages(): void
    {
        $generation = self::generation($this->dir);
        file_put_contents($this->dir.'/generation.new', (string) ($generation + 1));
        rename($this->dir.'/generation.new', $this->dir.'/generation');
        $old = $this->dir.'/pages/'.$generation;
        foreach (glob($old.'/*') ?: [] as $file) {
            @unlink($file);
        }
        @rmdir($old);
    }

    public static function generation(string $dir): int
    {
        return (int) @file_get_contents($dir.'/generation');
    }
}
