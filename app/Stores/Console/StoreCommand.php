<?php

declare(strict_types=1);

namespace App\Stores\Console;

use App\Platform\Console\HeadlessCommand;
use App\Stores\Models\Store;
use InvalidArgumentException;

/** A headless command about one store, which --store names; it may be left out where there is one only. */
abstract class StoreCommand extends HeadlessCommand
{
    /** @throws InvalidArgumentException when --store names none */
    protected function store(): Store
    {
        $given = $this->input->getOption('store');
        $slug = is_string($given) ? $given : '';
        $store =
            $slug === '' && Store::query()->count() === 1
                ? Store::query()->first()
                : Store::query()->where('slug', $slug)->first();
        if ($store === null) {
            throw new InvalidArgumentException(
                $slug === '' ? 'Which store? Give --store=SLUG.' : "There is no store \"$slug\".",
            );
        }

        return $store;
    }
}
