<?php

declare(strict_types=1);

namespace Tools\MutationToy;

/**
 * A toy whose test is kept weak, so that the mutants known to survive are known: `php tools/mutate.php` runs it first.
 */
final class Steps
{
    public static function fee(int $weight): int
    {
        if ($weight > 10) {
            return $weight + 2;
        }

        return 3;
    }

    public static function untested(int $weight): int
    {
        return $weight * 2;
    }
}
