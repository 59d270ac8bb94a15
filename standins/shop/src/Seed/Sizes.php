<?php

declare(strict_types=1);

namespace Tindrel\Seed;

/** How large a shop is grown. */
final class Sizes
{
    public const BY_NAME = [
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
}
