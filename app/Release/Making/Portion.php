<?php

declare(strict_types=1);

namespace App\Release\Making;

use App\Changes\AddressChange;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/**
 * How much of what is ready goes in one release: a first part of it, and no more clicks than the store risks at a
 * time.
 */
final readonly class Portion
{
    /** Clicks that a release may always touch. */
    private const LEAST = 100;

    public function __construct(private Store $store, private int $percent)
    {
    }

    /**
     * What is bounded by the clicks at risk are addresses; what is only added to pages goes with the part alone.
     *
     * @param  Collection<int, AddressChange>  $changes
     * @return Collection<int, AddressChange> those that go
     */
    public function ofAddresses(Collection $changes): Collection
    {
        $decides = static fn (AddressChange $change): bool => $change->field->decidesAddress();
        $deciding = $changes->filter($decides);
        $adding = $changes->reject($decides);
        $pages = self::pagesOf($adding);

        return $deciding
            ->whereIn('pageId', $this->chosen($deciding))
            ->concat($adding->whereIn('pageId', $this->part($pages)))
            ->values();
    }

    /**
     * The pages whose addresses are changed in this release. What an address is to lead to, and is to be changed
     * itself, goes with it or before it: a
     * duplicate that names its keeper while that still names another would be a chain.
     *
     * @param  Collection<int, AddressChange>  $changes
     * @return list<int>
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function chosen(Collection $changes): array
    {
        $all = self::pagesOf($changes);
        $byUrl = [];
        foreach (array_chunk($all, 5000) as $chunk) {
            $byUrl += DB::table('pages')->whereIn('id', $chunk)->pluck('id', 'url')->all();
        }
        $leadsTo = [];
        foreach ($changes as $change) {
            $target = Typed::int($byUrl[$change->value] ?? 0);
            if ($target !== 0 && $target !== $change->pageId) {
                $leadsTo[$change->pageId] = $target;
            }
        }
        $part = $this->part($all);
        $taken = $this->withinCap(
            array_values(array_unique([...$part, ...array_values(array_intersect_key($leadsTo, array_flip($part)))])),
        );
        $isTaken = array_flip($taken);
        $settled = array_values(
            array_filter(
                $taken,
                static fn (int $page): bool => ! isset($leadsTo[$page]) || isset($isTaken[$leadsTo[$page]]),
            ),
        );
        if ($all !== [] && $settled === []) {
            throw new InvalidArgumentException(
                'What these addresses lead to has more clicks than one release of this store may touch (the '.
                    'option clicks_at_risk).',
            );
        }

        return $settled;
    }

    /**
     * @param  Collection<int, AddressChange>  $changes
     * @return list<int> each once
     */
    private static function pagesOf(Collection $changes): array
    {
        return array_values(
            array_unique($changes->map(static fn (AddressChange $change): int => $change->pageId)->all()),
        );
    }

    /**
     * A part of many, taken evenly: each hundredth, each twentieth, the same for the same list.
     *
     * @param  list<int>  $ids
     * @return list<int>
     */
    public function part(array $ids): array
    {
        $percent = $ids === [] ? 100 : max(1, min(100, $this->percent));
        $most = (int) ceil((count($ids) * $percent) / 100);

        return $percent === 100
            ? $ids
            : array_values(
                array_map(
                    static fn (int $i): int => $ids[(int) floor(($i * count($ids)) / $most)],
                    range(0, max(0, $most - 1)),
                ),
            );
    }

    /**
     * Of the pages whose address is to change, those whose clicks together stay within what the store risks in one
     * release; those with the
     * fewest clicks first.
     *
     * @param  list<int>  $pages
     * @return list<int>
     */
    private function withinCap(array $pages): array
    {
        $cap = self::clicksAtRisk($this->store);
        if ($cap === null || $pages === []) {
            return $pages;
        }
        $taken = [];
        $sum = 0;
        foreach (
            Rows::of(
                DB::table('page_index')
                    ->where('store_id', $this->store->id)
                    ->whereIn('page_id', $pages)
                    ->orderBy('clicks')
                    ->orderBy('page_id')
                    ->get(['page_id', 'clicks']),
            ) as $row
        ) {
            if ($sum + $row->int('clicks') > $cap) {
                break;
            }
            $sum += $row->int('clicks');
            $taken[] = $row->int('page_id');
        }
        $known = DB::table('page_index')
            ->where('store_id', $this->store->id)
            ->whereIn('page_id', $pages)
            ->pluck('page_id')
            ->all();
        $taken = [...$taken, ...array_values(array_diff($pages, Typed::ints($known)))];
        if ($taken === []) {
            throw new InvalidArgumentException(
                'Each of these addresses has more clicks than one release of this store may touch ('.
                    number_format($cap).
                    '; the option clicks_at_risk).',
            );
        }

        return $taken;
    }

    /** Clicks of thirteen weeks whose addresses one release may change; null for no bound. */
    public static function clicksAtRisk(Store $store): ?int
    {
        return $store->options()->clicksAtRisk >= 100 ? null : self::boundOf($store, self::clicks($store));
    }

    /** The same, where the clicks of the store are known. */
    public static function boundOf(Store $store, int $clicks): ?int
    {
        $share = $store->options()->clicksAtRisk;

        return $share >= 100 ? null : max(self::LEAST, (int) floor(($share / 100) * $clicks));
    }

    /** Clicks of all pages in thirteen weeks. */
    public static function clicks(Store $store): int
    {
        return (int) DB::table('page_index')->where('store_id', $store->id)->sum('clicks');
    }
}
