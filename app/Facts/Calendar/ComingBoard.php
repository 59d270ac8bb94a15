<?php

declare(strict_types=1);

namespace App\Facts\Calendar;

use App\Stores\Models\Store;
use Closure;

/** What steps put into a store's calendar beside the events that people entered. */
final class ComingBoard
{
    /** @var list<Closure(Store): list<Coming>> */
    private array $tells = [];

    /** @param  Closure(Store): list<Coming>  $tells  a few indexed queries at most */
    public function register(Closure $tells): void
    {
        $this->tells[] = $tells;
    }

    /** @return list<Coming> the next first */
    public function all(Store $store): array
    {
        $all = array_merge(...array_map(static fn (Closure $tells): array => $tells($store), $this->tells));
        usort($all, static fn (Coming $a, Coming $b): int => [$a->at, $a->what] <=> [$b->at, $b->what]);

        return $all;
    }
}
