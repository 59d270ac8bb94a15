<?php

declare(strict_types=1);

namespace App\Match\Terms;

use Orchard\Core\Terms\AskedFor;

/** The numbers under which the database keeps what terms ask for. */
final class Asks
{
    private const NUMBERS = ['collection' => 1, 'product' => 2, 'article' => 3, 'brand' => 4, 'maker' => 5];

    public static function number(AskedFor $kind): int
    {
        return self::NUMBERS[$kind->value];
    }

    public static function kind(int $number): ?AskedFor
    {
        $name = array_search($number, self::NUMBERS, true);

        return $name === false ? null : AskedFor::from($name);
    }
}
