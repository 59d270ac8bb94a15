<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Stores\Kinds\KindRules;
use App\Stores\Markets;

/** What the rows of the inventory are made of, beside what a crawl keeps of each page. */
final readonly class IndexSources
{
    public function __construct(
        public KindRules $rules,
        public RepeatedLines $lines,
        public Markets $markets,
        public ProductsOfPages $products,
        public ToldByLists $told,
    ) {
    }
}
