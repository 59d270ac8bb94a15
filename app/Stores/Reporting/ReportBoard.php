<?php

declare(strict_types=1);

namespace App\Stores\Reporting;

use App\Stores\Models\Store;
use Closure;

/** What steps put into a store's report. */
final class ReportBoard
{
    /** @var ?Closure(Store): ?YearOnYear */
    private ?Closure $year = null;

    /** @var list<Closure(Store, string, string): list<Spent>> */
    private array $spent = [];

    /** @param  Closure(Store): ?YearOnYear  $tells */
    public function tellYear(Closure $tells): void
    {
        $this->year = $tells;
    }

    /** @param  Closure(Store, string, string): list<Spent>  $tells  what was paid between two days */
    public function tellSpent(Closure $tells): void
    {
        $this->spent[] = $tells;
    }

    public function year(Store $store): ?YearOnYear
    {
        return $this->year === null ? null : ($this->year)($store);
    }

    /** @return list<Spent> */
    public function spent(Store $store, string $from, string $to): array
    {
        return array_merge(...array_map(static fn (Closure $tells): array => $tells($store, $from, $to), $this->spent));
    }
}
