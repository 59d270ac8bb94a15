<?php

declare(strict_types=1);

namespace Tindrel\Seed;

/** Grows the products of the shop, with their faults. */
final readonly class Lamps
{
    public function __construct(private Draws $draws, private Ground $ground)
    {
    }

    /** @return list<array{id: string, tags: list<string>, slug: string, hidden: bool}> */
    public function grow(int $count, int $variants): array
    {
        $made = [];
        $types = [
            'pendant', 'pendant', 'pendant', 'table', 'table', 'table', 'floor', 'floor', 'wall', 'wall', 'shade',
            'bulb',
        ];
        $previous = null;
        for ($i = 0; $i < $count; $i++) {
            $type = $this->draws->pick($types);
            $known = Words::TYPES[$type];
            $model = $this->draws->pick(Words::MODELS);
            $shape = $this->draws->pick($known['shapes']);
            $finishes = $this->draws->some(array_keys(Words::FINISHES), $this->draws->whole(1, $variants + 1));
            $facts = [
                'type' => $type,
                'type_name' => $known['name'],
                'model' => $model,
                'maker' => $this->draws->pick(Words::MAKERS),
                'shape' => $shape,
                'finishes' => $finishes,
                'sizes' => array_slice(Words::SIZES, 0, $this->draws->whole(1, 3)),
                'socket' => $this->draws->pick($known['socket']),
                'room' => $this->draws->pick(Words::ROOMS),
                'style' => $this->draws->pick(Words::STYLES),
                'price' => $this->draws->whole($known['price'][0], $known['price'][1]) - 0.05,
                'in_stock' => $this->draws->whole(0, 99) < 88,
                'kelvin' => $this->draws->pick(['2200', '2700', '3000']),
                'material' => $this->draws->pick(Words::MATERIALS),
                'linked_finishes' => $variants,
            ];
            $name = "$model $shape {$known['name']}";
            $body = $this->draws->sentences(Words::PRODUCT_SENTENCES, $this->draws->whole(4, 8), [
                'model' => $model,
                'maker' => $facts['maker'],
                'material' => $facts['material'],
                'finish' => strtolower($finishes[0]),
                'glow' => $this->draws->pick(Words::GLOWS),
                'room' => strtolower($facts['room']),
                'cord' => (string) ($this->draws->whole(12, 20) * 10),
                'socket' => $facts['socket'],
                'watt' => $this->draws->pick(['25', '40', '60']),
                'kelvin' => $facts['kelvin'],
                'shape' => strtolower($shape),
                'style' => $facts['style'],
            ]);
            [$title, $description] = $this->productTexts($name, $facts);
            $isClone = $previous !== null && $this->draws->whole(0, 99) < 5;
            if ($isClone) {
                [$name, $facts, $body, $title, $description] = [$previous[0].' (copy)', ...array_slice($previous, 1)];
            }
            $previous = $isClone ? null : [$name, $facts, $body, $title, $description];
            $facts['hidden'] = $this->draws->whole(0, 99) < 3;
            $facts['pixel_in_head'] = $this->draws->whole(0, 99) < 2;
            $facts['h1'] = match (($luck = $this->draws->whole(0, 99))) {
                0, 1 => 'none',
                2, 3 => 'twice',
                default => 'name',
            };
            $slug = $this->draws->slug($name);
            $luck = $this->draws->whole(0, 99);
            $canonical = match (true) {
                $luck < 6 => '-',
                $luck < 9 && $this->ground->oldSlug($slug) => '/lamp/'.$slug.'-old',
                $luck < 11 => '/lamp/gone-'.$slug,
                $luck < 12 => 'https://www.tindrel.example/lamp/'.$slug,
                default => '',
            };
            $images = [];
            foreach (array_slice($finishes, 0, 3) as $k => $finish) {
                $images[] = [
                    'src' => "/pictures/$slug".($k ? "-$k" : '').'.svg',
                    'alt' => $this->draws->whole(0, 99) < 35 ? '' : "$name in ".strtolower($finish),
                ];
            }
            $id = $this->ground->add(
                'product',
                $slug,
                $name,
                new Head($title, $description, canonical: $canonical),
                $facts,
                $body,
                $images,
            );
            if ($this->draws->whole(0, 99) < 8) {
                $this->ground->oldSlug($slug);
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
     * @param  array{finishes: list<string>, maker: string, socket: string, room: string, type_name: string,
     *     shape: string, material: string, ...}  $facts
     * @return array{string, string}
     */
    private function productTexts(string $name, array $facts): array
    {
        $luck = $this->draws->whole(0, 99);
        $finish = strtolower($facts['finishes'][0]);
        $title = match (true) {
            $luck < 22 => '',
            $luck < 34 => "$name in $finish by {$facts['maker']}, {$facts['socket']}, dimmable, ".
                "for {$facts['room']} and every other room of your home",
            $luck < 40 => $this->draws->pick(['Lamp', 'New product', 'Beautiful lamp', 'Home']),
            $luck < 50 => $facts['type_name'].' online',
            $luck < 56 => "$name & shade \"{$facts['shape']}\" <new>",
            default => "$name in $finish",
        };
        $luck = $this->draws->whole(0, 99);
        $description = match (true) {
            $luck < 40 => '',
            $luck < 50 => 'Buy this beautiful lamp online. High quality and fast delivery at Tindrel.',
            $luck < 58 => "The $name by {$facts['maker']}. ".
                str_repeat(
                    "A lovely lamp for the {$facts['room']} and for any other room where good light is wanted. ",
                    3,
                ),
            default => "$name by {$facts['maker']} in $finish, with {$facts['socket']} socket and fabric cord. ".
                "Made of {$facts['material']}, checked by hand and sent within two days.",
        };

        return [$title, $description];
    }
}
