<?php

declare(strict_types=1);

namespace App\Changes\Events;

use App\Changes\AddressField;
use Illuminate\Foundation\Events\Dispatchable;

/**
 * The shop holds another canonical, redirect, robots or slug of an address; empty where what was set is taken back.
 * Sent inside the transaction.
 */
final readonly class AddressSet
{
    use Dispatchable;

    public function __construct(
        public int $storeId,
        public int $pageId,
        public AddressField $field,
        public string $value,
    ) {
    }
}
