<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Stores\Kinds\PageKind;
use App\Stores\Models\Market;
use Orchard\Core\Url\PageUrl;

/** A page that is to be made. */
final readonly class PagePlan
{
    public function __construct(
        public Market $market,
        public PageKind $kind,
        public string $name,
        public PageUrl $url,
    ) {
    }
}
