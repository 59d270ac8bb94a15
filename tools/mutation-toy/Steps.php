<?php

declare(strict_types=1);

namespace Tools\MutationToy;

/** Tested weakly on purpose: which mutants survive is known, and tools/mutate.php sees to it first. */
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
