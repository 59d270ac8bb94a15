<?php

declare(strict_types=1);

namespace App\Changes\Trials;

use Orchard\Core\Wording\TextField;

/** A trial as it is planned: its groups, the pages in them, and how unlike these are. */
final readonly class NewTrial
{
    /**
     * @param  string  $name  80 characters count
     * @param  int  $weeks  of comparing, once its texts are live
     * @param  list<array{name: string, recipe: ?int}>  $groups
     * @param  list<array{resource: int, page: ?int, group: int, value: ?string, clicks: int, before: int}>  $pages
     * @param  array{clicks: float, trend: float, kinds: float}  $imbalance
     * @param  int  $seed  by which pages were dealt
     */
    public function __construct(
        public string $name,
        public TextField $field,
        public int $weeks,
        public array $groups,
        public array $pages,
        public array $imbalance,
        public int $seed,
    ) {
    }
}
