<?php

declare(strict_types=1);

namespace Tindrel\Seed;

use PDOStatement;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;
use Tindrel\Shop;

/**
 * Grows a shop from a seed: the same seed and size give the same shop, to the byte.
 *
 * The faults and their rates are listed in the stand-in's README.
 */
final class Grower
{
    public const SIZES = [
        'tiny' => [
            'products' => 40,
            'collections' => 10,
            'articles' => 8,
            'shelves' => [1, 2],
            'variants' => 2,
            'almanac' => 6,
        ],
        'demo' => [
            'products' => 420,
            'collections' => 60,
            'articles' => 40,
            'shelves' => [2, 3],
            'variants' => 3,
            'almanac' => 96,
        ],
        'medium' => [
            'products' => 2000,
            'collections' => 150,
            'articles' => 80,
            'shelves' => [1, 2],
            'variants' => 2,
            'almanac' => 120,
        ],
        'large' => [
            'products' => 20000,
            'collections' => 600,
            'articles' => 200,
            'shelves' => [1, 2],
            'variants' => 2,
            'almanac' => 120,
        ],
    ];

    private readonly Randomizer $chance;

    private PDOStatement $insert;

    /** @var array<string, int> */
    private array $slugs = [];

    private int $number = 0;

    public function __construct(private readonly Shop $shop, private readonly string $size, int $seed)
    {
        $this->chance = new Randomizer(new Xoshiro256StarStar($seed));
    }

    public function grow(): void
    {
        $shape = self::SIZES[$this->size];
        $this->shop->createTables();
        $this->shop->db->beginTransaction();
        $this->insert = $this->shop->db->prepare(
            'INSERT INTO resources (number, id, kind, slug, name, title, description, h1, canonical, robots, images,
                facts, body) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)',
        );
        $this->home($shape['almanac']);
        $collections = $this->collections($shape['collections']);
        $products = $this->products($shape['products'], $shape['variants']);
        $this->shelves($products, $collections, $shape['shelves']);
        $this->articles($shape['articles'], $products);
        $this->plainPages();
        foreach (
            [
                'slow_ms' => 0,
                'fail_every' => 0,
                'stall_every' => 0,
                'lose_every' => 0,
                'stall_seconds' => 20,
                'rate' => 50,
                'burst' => 100,
            ] as $name => $value
        ) {
            $this->shop->db->prepare('INSERT INTO switches VALUES (?, ?)')->execute([$name, $value]);
        }
        $this->shop->db->commit();
    }

    private function home(int $almanac): void
    {
        $this->add(
            'home',
            'home',
            'Tindrel',
            'Tindrel: lamps with a maker’s name',
            'Pendant, table, floor and wall lamps from twelve small makers. Checked, wrapped and sent from our own workshop within two days.',
            'Lamps with a maker’s name',
            facts: ['almanac' => $almanac],
            body: 'Twelve makers, one workshop, and light that lasts.',
        );
    }

    /** @return list<array{id: string, test: string, slug: string, hidden: bool}> */
    private function collections(int $count): array
    {
        $plans = [];
        foreach (Words::TYPES as $type => $known) {
            $plans[] = [$known['plural'], "type:$type"];
        }
        foreach (Words::ROOMS as $room) {
            $plans[] = ["$room Lighting", "room:$room"];
        }
        foreach (Words::STYLES as $style) {
            $plans[] = ["$style Lamps", "style:$style"];
        }
        foreach (array_keys(Words::FINISHES) as $finish) {
            $plans[] = ["Lamps in $finish", "finish:$finish"];
        }
        foreach (Words::MAKERS as $maker) {
            $plans[] = [$maker, "maker:$maker"];
        }
        foreach (Words::ROOMS as $room) {
            foreach (Words::TYPES as $type => $known) {
                $plans[] = ["$room {$known['plural']}", "room:$room type:$type"];
            }
        }
        foreach (Words::STYLES as $style) {
            foreach (Words::TYPES as $type => $known) {
                foreach (array_keys(Words::FINISHES) as $finish) {
                    $plans[] = ["$style {$known['plural']} in $finish", "style:$style type:$type finish:$finish"];
                }
            }
        }
        $made = [];
        foreach (array_slice($plans, 0, $count) as $i => [$name, $test]) {
            $luck = $this->chance->getInt(0, 99);
            $title = match (true) {
                $luck < 15 => '',
                $luck < 22 => 'Collection',
                $luck < 32 => "$name: buy beautiful $name online, great choice of $name, best prices, fast delivery",
                $luck < 40 => 'Shop all lamps',
                default => "$name from small makers",
            };
            $luck = $this->chance->getInt(0, 99);
            $description = match (true) {
                $luck < 45 => '',
                $luck < 60 => 'Discover our great range of lamps. High quality, low prices, fast delivery. Order online today!',
                $luck < 70 => "$name for every home. ".
                    str_repeat('Choose from a wide range of carefully selected lamps by small makers. ', 4),
                default => "$name chosen by hand from twelve small makers: sizes from 20 to 45 cm, ten finishes, sent within two days from our workshop.",
            };
            $luck = $this->chance->getInt(0, 99);
            $heading = match (true) {
                $luck < 33 => 'banner',
                $luck < 39 => 'none',
                $luck < 45 => 'twice',
                default => 'name',
            };
            $hidden = $i > 12 && $this->chance->getInt(0, 99) < 4;
            $landing = $this->chance->getInt(0, 99) < 8;
            if ($landing && $this->chance->getInt(0, 1) === 1) {
                $title = '';
            }
            $id = $this->add(
                'collection',
                $this->slug($name),
                $name,
                $title,
                $description,
                '',
                facts: [
                    'heading' => $heading,
                    'hidden' => $hidden,
                    'landing' => $landing,
                    'test' => $test,
                    'paging_to_first' => $this->chance->getInt(0, 99) < 30,
                    'params_to_self' => $this->chance->getInt(0, 99) < 20,
                    'count' => 0,
                ],
                body: $this->sentences(Words::ARTICLE_SENTENCES, 3, [
                    'room' => 'room',
                    'style' => 'quiet',
                    'finish' => 'brass',
                ]),
            );
            $made[] = ['id' => $id, 'test' => $test, 'slug' => $this->lastSlug, 'hidden' => $hidden];
        }

        return $made;
    }

    private string $lastSlug = '';

    /** @return list<array{id: string, tags: list<string>, slug: string, hidden: bool}> */
    private function products(int $count, int $variants): array
    {
        $made = [];
        $types = [
            'pendant', 'pendant', 'pendant', 'table', 'table', 'table', 'floor', 'floor', 'wall', 'wall', 'shade',
            'bulb',
        ];
        $previous = null;
        for ($i = 0; $i < $count; $i++) {
            $type = $this->pick($types);
            $known = Words::TYPES[$type];
            $model = $this->pick(Words::MODELS);
            $shape = $this->pick($known['shapes']);
            $finishes = $this->some(array_keys(Words::FINISHES), $this->chance->getInt(1, $variants + 1));
            $facts = [
                'type' => $type,
                'type_name' => $known['name'],
                'model' => $model,
                'maker' => $this->pick(Words::MAKERS),
                'shape' => $shape,
                'finishes' => $finishes,
                'sizes' => array_slice(Words::SIZES, 0, $this->chance->getInt(1, 3)),
                'socket' => $this->pick($known['socket']),
                'room' => $this->pick(Words::ROOMS),
                'style' => $this->pick(Words::STYLES),
                'price' => $this->chance->getInt($known['price'][0], $known['price'][1]) - 0.05,
                'in_stock' => $this->chance->getInt(0, 99) < 88,
                'kelvin' => $this->pick(['2200', '2700', '3000']),
                'material' => $this->pick(Words::MATERIALS),
                'linked_finishes' => $variants,
            ];
            $name = "$model $shape {$known['name']}";
            $body = $this->sentences(Words::PRODUCT_SENTENCES, $this->chance->getInt(4, 8), [
                'model' => $model,
                'maker' => $facts['maker'],
                'material' => $facts['material'],
                'finish' => strtolower($finishes[0]),
                'glow' => $this->pick(Words::GLOWS),
                'room' => strtolower($facts['room']),
                'cord' => (string) ($this->chance->getInt(12, 20) * 10),
                'socket' => $facts['socket'],
                'watt' => $this->pick(['25', '40', '60']),
                'kelvin' => $facts['kelvin'],
                'shape' => strtolower($shape),
                'style' => $facts['style'],
            ]);
            [$title, $description] = $this->productTexts($name, $facts);
            $isClone = $previous !== null && $this->chance->getInt(0, 99) < 5;
            if ($isClone) {
                [$name, $facts, $body, $title, $description] = [$previous[0].' (copy)', ...array_slice($previous, 1)];
            }
            $previous = $isClone ? null : [$name, $facts, $body, $title, $description];
            $facts['hidden'] = $this->chance->getInt(0, 99) < 3;
            $facts['pixel_in_head'] = $this->chance->getInt(0, 99) < 2;
            $facts['h1'] = match (($luck = $this->chance->getInt(0, 99))) {
                0, 1 => 'none',
                2, 3 => 'twice',
                default => 'name',
            };
            $slug = $this->slug($name);
            $luck = $this->chance->getInt(0, 99);
            $canonical = match (true) {
                $luck < 6 => '-',
                $luck < 9 && $this->oldSlug($slug) => '/lamp/'.$slug.'-old',
                $luck < 11 => '/lamp/gone-'.$slug,
                $luck < 12 => 'https://www.tindrel.example/lamp/'.$slug,
                default => '',
            };
            $images = [];
            foreach (array_slice($finishes, 0, 3) as $k => $finish) {
                $images[] = [
                    'src' => "/pictures/$slug".($k ? "-$k" : '').'.svg',
                    'alt' => $this->chance->getInt(0, 99) < 35 ? '' : "$name in ".strtolower($finish),
                ];
            }
            $id = $this->add('product', $slug, $name, $title, $description, '', $canonical, '', $images, $facts, $body);
            if ($this->chance->getInt(0, 99) < 8) {
                $this->oldSlug($slug);
            }
            $tags = [
                "type:$type",
                "room:{$facts['room']}",
                "style:{$facts['style']}",
                "maker:{$facts['maker']}",
                ...array_map(static fn (string $f): string => "finish:$f", $finishes),
            ];
            $made[] = ['id' => $id, 'tags' => $tags, 'slug' => $slug, 'hidden' => $facts['hidden']];
        }

        return $made;
    }

    /**
     * @param  array<string, mixed>  $facts
     * @return array{string, string}
     */
    private function productTexts(string $name, array $facts): array
    {
        $luck = $this->chance->getInt(0, 99);
        $finish = strtolower($facts['finishes'][0]);
        $title = match (true) {
            $luck < 22 => '',
            $luck < 34 => "$name in $finish by {$facts['maker']}, {$facts['socket']}, dimmable, for {$facts['room']} and every other room of your home",
            $luck < 40 => $this->pick(['Lamp', 'New product', 'Beautiful lamp', 'Home']),
            $luck < 50 => $facts['type_name'].' online',
            $luck < 56 => "$name & shade \"{$facts['shape']}\" <new>",
            default => "$name in $finish",
        };
        $luck = $this->chance->getInt(0, 99);
        $description = match (true) {
            $luck < 40 => '',
            $luck < 50 => 'Buy this beautiful lamp online. High quality and fast delivery at Tindrel.',
            $luck < 58 => "The $name by {$facts['maker']}. ".
                str_repeat(
                    "A lovely lamp for the {$facts['room']} and for any other room where good light is wanted. ",
                    3,
                ),
            default => "$name by {$facts['maker']} in $finish, with {$facts['socket']} socket and fabric cord. Made of {$facts['material']}, checked by hand and sent within two days.",
        };

        return [$title, $description];
    }

    /**
     * @param  list<array{id: string, tags: list<string>, slug: string, hidden: bool}>  $products
     * @param  list<array{id: string, test: string, slug: string, hidden: bool}>  $collections
     * @param  array{int, int}  $range
     */
    private function shelves(array $products, array $collections, array $range): void
    {
        $place = $this->shop->db->prepare('INSERT INTO shelf (collection, product, place) VALUES (?, ?, ?)');
        $byTag = [];
        foreach ($collections as $i => $collection) {
            $byTag[explode(' ', $collection['test'])[0]][] = $i;
        }
        $counts = array_fill(0, count($collections), 0);
        foreach ($products as $product) {
            if ($product['hidden']) {
                continue;
            }
            $fitting = [];
            foreach ($product['tags'] as $tag) {
                foreach ($byTag[explode(' ', $tag)[0]] ?? [] as $i) {
                    if (array_diff(self::tests($collections[$i]['test']), $product['tags']) === []) {
                        $fitting[$i] = $i;
                    }
                }
            }
            if ($fitting === []) {
                $fitting = [$this->chance->getInt(0, count($collections) - 1)];
            }
            foreach ($this->some(array_values($fitting), $this->chance->getInt(...$range)) as $i) {
                $place->execute([$collections[$i]['id'], $product['id'], $counts[$i]++]);
            }
        }
    }

    /** @return list<string> "room:Living Room type:floor" as its parts */
    private static function tests(string $test): array
    {
        return preg_split('/ (?=[a-z]+:)/', $test) ?: [];
    }

    /** @param  list<array{id: string, tags: list<string>, slug: string, hidden: bool}>  $products */
    private function articles(int $count, array $products): void
    {
        for ($i = 0; $i < $count; $i++) {
            $fill = [
                'room' => strtolower($this->pick(Words::ROOMS)),
                'style' => $this->pick(Words::STYLES),
                'finish' => strtolower($this->pick(array_keys(Words::FINISHES))),
                'maker' => $this->pick(Words::MAKERS),
                'socket' => $this->pick(['E27', 'E14', 'G9']),
            ];
            $name = self::fill(Words::ARTICLE_SUBJECTS[$i % count(Words::ARTICLE_SUBJECTS)], $fill);
            $links = [];
            foreach ($this->some($products, 3) as $product) {
                $luck = $this->chance->getInt(0, 9);
                $links[] = match (true) {
                    $luck < 2 => '/lamp/'.$product['slug'].($this->oldSlug($product['slug']) ? '-old' : ''),
                    $luck === 2 => '/lamp/discontinued-'.($i + 1),
                    $product['hidden'] => '/range/pendant-lamps',
                    default => '/lamp/'.$product['slug'],
                };
            }
            $this->add(
                'article',
                $this->slug($name),
                $name,
                $i % 5 === 0 ? '' : $name,
                $i % 3 === 0
                    ? ''
                    : 'From the Tindrel journal: '.lcfirst($name).', with what we learned in our own workshop.',
                '',
                facts: [
                    'links' => $links,
                    'latin1' => $i % 10 === 4,
                    'link_header' => $i % 12 === 7,
                    'hidden' => false,
                ],
                body: implode(
                    "\n\n",
                    array_map(fn (): string => $this->sentences(Words::ARTICLE_SENTENCES, 6, $fill), range(1, 4)),
                ),
            );
        }
    }

    private function plainPages(): void
    {
        foreach (Words::PLAIN as $name => $slug) {
            $untitled = in_array($slug, ['jobs', 'trade'], true);
            $this->add(
                'page',
                $slug,
                $name,
                $untitled ? '' : "$name at Tindrel",
                $slug === 'delivery' ? 'Delivery in two days, free from 60.' : '',
                '',
                robots: in_array($slug, ['terms', 'privacy'], true) ? 'noindex, follow' : '',
                facts: ['untitled' => $untitled, 'hidden' => $slug === 'trade'],
                body: "$name at Tindrel. ".
                    $this->sentences(Words::ARTICLE_SENTENCES, 5, [
                        'room' => 'room',
                        'style' => 'plain',
                        'finish' => 'brass',
                    ]),
            );
        }
        foreach (
            [
                '/sale' => '/range/pendant-lamps',
                '/lamps' => '/sale',
                '/all-lamps' => '/lamps',
                '/round' => '/round-again',
                '/round-again' => '/round',
            ] as $path => $target
        ) {
            $this->redirect($path, $target, $path === '/sale' ? 302 : 301);
        }
    }

    /** Makes "-old" lead to the slug; every fourth by way of a second redirect. Always true. */
    private function oldSlug(string $slug): bool
    {
        if (crc32($slug) % 4 === 0) {
            $this->redirect("/lamp/$slug-old", "/lamp/$slug-older", 301);
            $this->redirect("/lamp/$slug-older", "/lamp/$slug", 301);
        } else {
            $this->redirect("/lamp/$slug-old", "/lamp/$slug", 301);
        }

        return true;
    }

    private function redirect(string $path, string $target, int $status): void
    {
        $this->shop->db
            ->prepare('INSERT OR IGNORE INTO redirects VALUES (?, ?, ?)')
            ->execute([$path, $target, $status]);
    }

    /**
     * @param  list<array{src: string, alt: string}>  $images
     * @param  array<string, mixed>  $facts
     */
    private function add(
        string $kind,
        string $slug,
        string $name,
        string $title,
        string $description,
        string $h1,
        string $canonical = '',
        string $robots = '',
        array $images = [],
        array $facts = [],
        string $body = '',
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
            $title,
            $description,
            $h1,
            $canonical,
            $robots,
            json_encode($images, $flags),
            json_encode($facts, $flags),
            $body,
        ]);
        $this->lastSlug = $slug;

        return $id;
    }

    private function slug(string $name): string
    {
        $ascii = strtr($name, [
            'É' => 'E',
            'å' => 'a',
            'ñ' => 'n',
            'ë' => 'e',
            'ø' => 'o',
            'ö' => 'o',
            'ß' => 'ss',
            '’' => '',
        ]);
        $slug = trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($ascii)), '-');
        $used = $this->slugs[$slug] ?? 0;
        $this->slugs[$slug] = $used + 1;

        return $used === 0 ? $slug : $slug.'-'.($used + 1);
    }

    /**
     * @param  list<string>  $from
     * @param  array<string, string>  $fill
     */
    private function sentences(array $from, int $count, array $fill): string
    {
        return self::fill(implode(' ', $this->some($from, $count)), $fill);
    }

    /** @param  array<string, string>  $fill */
    private static function fill(string $text, array $fill): string
    {
        foreach ($fill as $word => $value) {
            $text = str_replace('{'.$word.'}', $value, $text);
        }

        return $text;
    }

    /**
     * @template T
     *
     * @param  list<T>  $from
     * @return T
     */
    private function pick(array $from): mixed
    {
        return $from[$this->chance->getInt(0, count($from) - 1)];
    }

    /**
     * @template T
     *
     * @param  list<T>  $from
     * @return list<T>
     */
    private function some(array $from, int $count): array
    {
        if ($from === [] || $count < 1) {
            return [];
        }
        $keys = $this->chance->pickArrayKeys($from, min($count, count($from)));

        return array_map(static fn (int|string $key): mixed => $from[$key], $keys);
    }
}
