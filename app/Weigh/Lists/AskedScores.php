<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

use App\Stores\Models\Store;
use App\Weigh\Numbers\Lens;

/** Which scores of a store a list shows: those of which a column is above 0, the most first. */
final readonly class AskedScores
{
    /**
     * @param  string  $column  of weigh_scores
     * @param  string  $columns  further ones, as SQL
     * @param  string  $join  where they stand
     */
    public function __construct(
        public Store $store,
        public Lens $lens,
        public string $column,
        public string $columns,
        public string $join = '',
    ) {
    }
}
