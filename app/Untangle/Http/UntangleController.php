<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Store\Models\Store;

final class UntangleController
{
    public function index(Store $store): string
    {
        return $store->name;
    }
}
