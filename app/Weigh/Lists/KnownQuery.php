<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

use Orchard\Core\Demand\QueryClass;

/** What lists tell of a query, and which class it is of. */
final readonly class KnownQuery
{
    /**
     * @param  ?float  $difficulty  0 to 100
     * @param  ?int  $volume  searches a month
     */
    public function __construct(public QueryClass $class, public ?float $difficulty, public ?int $volume)
    {
    }
}
