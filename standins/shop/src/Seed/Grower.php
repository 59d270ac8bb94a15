<?php

declare(strict_types=1);

namespace Tindrel\Seed;

use Tindrel\Shop;

/**
 * Grows a shop from a seed: the same seed and size give the same shop, to the byte.
 *
 * The faults and their rates are listed in the stand-in's README.
 */
final class Grower
{
    private readonly Draws $draws;

    private readonly Ground $ground;

    public function __construct(private readonly Shop $shop, private readonly string $size, int $seed)
    {
        $this->draws = new Draws($seed);
        $this->shop->createTables();
        $this->ground = new Ground($shop);
    }

    public function grow(): void
    {
        $shape = Sizes::BY_NAME[$this->size];
        $this->shop->db->beginTransaction();
        $this->home($shape['almanac']);
        $collections = $this->collections($shape['collections']);
        $products = (new Lamps($this->draws, $this->ground))->grow($shape['products'], $shape['variants']);
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
        $this->ground->add(
            'home',
            'home',
            'Tindrel',
            new Head(
                'Tindrel: lamps with a maker’s name',
                'Pendant, table, floor and wall lamps from twelve small makers. Checked, wrapped and sent from our own '.
                    'workshop within two days.',
                'Lamps with a maker’s name',
            ),
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
            $luck = $this->draws->whole(0, 99);
            $title = match (true) {
                $luck < 15 => '',
                $luck < 22 => 'Collection',
                $luck < 32 => "$name: buy beautiful $name online, great choice of $name, best prices, fast delivery",
                $luck < 40 => 'Shop all lamps',
                default => "$name from small makers",
            };
            $luck = $this->draws->whole(0, 99);
            $description = match (true) {
                $luck < 45 => '',
                $luck < 60 => 'Discover our great range of lamps. High quality, low prices, fast delivery. Order online today!',
                $luck < 70 => "$name for every home. ".
                    str_repeat('Choose from a wide range of carefully selected lamps by small makers. ', 4),
                default => "$name chosen by hand from twelve small makers: sizes from 20 to 45 cm, ten finishes, sent within two days from our workshop.",
            };
            $luck = $this->draws->whole(0, 99);
            $heading = match (true) {
                $luck < 33 => 'banner',
                $luck < 39 => 'none',
                $luck < 45 => 'twice',
                default => 'name',
            };
            $hidden = $i > 12 && $this->draws->whole(0, 99) < 4;
            $landing = $this->draws->whole(0, 99) < 8;
            if ($landing && $this->draws->whole(0, 1) === 1) {
                $title = '';
            }
            $slug = $this->draws->slug($name);
            $id = $this->ground->add(
                'collection',
                $slug,
                $name,
                new Head($title, $description),
                facts: [
                    'heading' => $heading,
                    'hidden' => $hidden,
                    'landing' => $landing,
                    'test' => $test,
                    'paging_to_first' => $this->draws->whole(0, 99) < 30,
                    'params_to_self' => $this->draws->whole(0, 99) < 20,
                    'count' => 0,
                ],
                body: $this->draws->sentences(Words::ARTICLE_SENTENCES, 3, [
                    'room' => 'room',
                    'style' => 'quiet',
                    'finish' => 'brass',
                ]),
            );
            $made[] = ['id' => $id, 'test' => $test, 'slug' => $slug, 'hidden' => $hidden];
        }

        return $made;
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
                $fitting = [$this->draws->whole(0, count($collections) - 1)];
            }
            foreach ($this->draws->some(array_values($fitting), $this->draws->whole(...$range)) as $i) {
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
                'room' => strtolower($this->draws->pick(Words::ROOMS)),
                'style' => $this->draws->pick(Words::STYLES),
                'finish' => strtolower($this->draws->pick(array_keys(Words::FINISHES))),
                'maker' => $this->draws->pick(Words::MAKERS),
                'socket' => $this->draws->pick(['E27', 'E14', 'G9']),
            ];
            $name = Draws::fill(Words::ARTICLE_SUBJECTS[$i % count(Words::ARTICLE_SUBJECTS)], $fill);
            $links = [];
            foreach ($this->draws->some($products, 3) as $product) {
                $luck = $this->draws->whole(0, 9);
                $links[] = match (true) {
                    $luck < 2 => '/lamp/'.$product['slug'].($this->ground->oldSlug($product['slug']) ? '-old' : ''),
                    $luck === 2 => '/lamp/discontinued-'.($i + 1),
                    $product['hidden'] => '/range/pendant-lamps',
                    default => '/lamp/'.$product['slug'],
                };
            }
            $this->ground->add(
                'article',
                $this->draws->slug($name),
                $name,
                new Head(
                    $i % 5 === 0 ? '' : $name,
                    $i % 3 === 0
                        ? ''
                        : 'From the Tindrel journal: '.lcfirst($name).', with what we learned in our own workshop.',
                ),
                facts: [
                    'links' => $links,
                    'latin1' => $i % 10 === 4,
                    'link_header' => $i % 12 === 7,
                    'hidden' => false,
                ],
                body: implode(
                    "\n\n",
                    array_map(fn (): string => $this->draws->sentences(Words::ARTICLE_SENTENCES, 6, $fill), range(1, 4)),
                ),
            );
        }
    }

    private function plainPages(): void
    {
        foreach (Words::PLAIN as $name => $slug) {
            $untitled = in_array($slug, ['jobs', 'trade'], true);
            $this->ground->add(
                'page',
                $slug,
                $name,
                new Head(
                    $untitled ? '' : "$name at Tindrel",
                    $slug === 'delivery' ? 'Delivery in two days, free from 60.' : '',
                    robots: in_array($slug, ['terms', 'privacy'], true) ? 'noindex, follow' : '',
                ),
                facts: ['untitled' => $untitled, 'hidden' => $slug === 'trade'],
                body: "$name at Tindrel. ".
                    $this->draws->sentences(Words::ARTICLE_SENTENCES, 5, [
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
            $this->ground->redirect($path, $target, $path === '/sale' ? 302 : 301);
        }
    }
}
