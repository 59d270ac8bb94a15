<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Recipes;

use InvalidArgumentException;

/** What is wrong with a typed recipe, and where. */
final class NotationError extends InvalidArgumentException
{
    /** @param  int  $at  characters before the place, from 0 */
    public function __construct(string $message, public readonly int $at)
    {
        parent::__construct($message);
    }
}
