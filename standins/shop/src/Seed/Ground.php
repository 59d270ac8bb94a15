<?php

declare(strict_types=1);

namespace Tindrel\Seed;

use PDOStatement;
use Tindrel\Shop;

/** Where what has grown is put: the shop's pages and the addresses that lead elsewhere. */
final class Ground
{
    private int $number = 0;

    private readonly PDOStatement $insert;

    public function __construct(private readonly Shop $shop)
    {
        $this->insert = $shop->db->prepare(
            'INSERT INTO resources (number, id, kind, slug, name, title, description, h1, canonical, robots, images,
                facts, body) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)',
        );
    }

    /**
     * @param  array<string, mixed>  $facts
     * @param  list<array{src: string, alt: string}>  $images
     * @return string its id
     */
    public function add(
        string $kind,
        string $slug,
        string $name,
        Head $head,
        array $facts = [],
        string $body = '',
        array $images = [],
    ): string {
        $this->number++;
        $id = substr($kind, 0, 3).'-'.(1000 + $this->number);
        $flags = JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR;
        $this->insert->execute([
            $this->number,
            $id,
            $kind,
            $slug,
            $name,
            $head->title,
            $head->description,
            $head->h1,
            $head->canonical,
            $head->robots,
            json_encode($images, $flags),
            json_encode($facts, $flags),
            $body,
        ]);

        return $id;
    }

    /** Makes "-old" lead to the slug; every fourth by way of a second redirect. Always true. */
    public function oldSlug(string $slug): bool
    {
        if (crc32($slug) % 4 === 0) {
            $this->redirect("/lamp/$slug-old", "/lamp/$slug-older", 301);
            $this->redirect("/lamp/$slug-older", "/lamp/$slug", 301);
        } else {
            $this->redirect("/lamp/$slug-old", "/lamp/$slug", 301);
        }

        return true;
    }

    public function redirect(string $path, string $target, int $status): void
    {
        $this->shop->db
            ->prepare('INSERT OR IGNORE INTO redirects VALUES (?, ?, ?)')
            ->execute([$path, $target, $status]);
    }
}
