<?php

declare(strict_types=1);

namespace App\Weigh;

use App\Facts\NumberWindow;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\Reporting\YearOnYear;
use App\Stores\Reporting\YearPart;
use App\Weigh\Numbers\GroupNames;
use App\Weigh\Numbers\GroupSums;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\NamedGroup;
use App\Weigh\Numbers\SumGroup;
use Illuminate\Support\Facades\DB;

/** What Weigh puts into a store's report: clicks of thirteen weeks beside a year earlier, by market, kind and so on. */
final class WeighReport
{
    /** Collections that are told, those most seen. */
    private const COLLECTIONS = 10;

    /** Classes of queries that are told: with the own brand, and without it. */
    private const CLASSES = [1, Lens::BUT_BRAND];

    public static function year(Store $store): ?YearOnYear
    {
        $window = NumberWindow::of($store);
        if ($window === null || $window->isPeriod) {
            return null;
        }
        $lens = new Lens(weeks: NumberWindow::WEEKS, against: 'year');
        $kinds = self::parts($store, $lens, 'kind');
        $markets = count(Markets::of($store)->all()) > 1 ? self::parts($store, $lens, 'market') : [];
        $classes = array_filter(
            GroupSums::of($store, $lens, 'class'),
            static fn (SumGroup $group): bool => in_array((int) $group->name, self::CLASSES, true),
        );

        return $kinds === []
            ? null
            : new YearOnYear(NumberWindow::WEEKS, $window->lastDay, [
                self::sum($kinds),
                ...self::named($store, 'class', array_values($classes)),
                ...$markets,
                ...$kinds,
                ...self::named($store, 'collection', self::collections($store, $lens)),
            ]);
    }

    /**
     * Those that are in search by an address of their own; the others are the same lists in another order, or narrowed.
     *
     * @return list<SumGroup>
     */
    private static function collections(Store $store, Lens $lens): array
    {
        $rows = GroupSums::of($store, $lens, 'collection');
        $indexable = DB::table('page_index')
            ->where('store_id', $store->id)
            ->whereIn('page_id', array_column($rows, 'name'))
            ->where('indexable', 1)
            ->where('address', 'not like', '%?%')
            ->pluck('page_id', 'page_id');

        return array_slice(
            array_values(array_filter($rows, static fn (SumGroup $group): bool => isset($indexable[$group->name]))),
            0,
            self::COLLECTIONS,
        );
    }

    /** @return list<YearPart> */
    private static function parts(Store $store, Lens $lens, string $by): array
    {
        return self::named($store, $by, GroupSums::of($store, $lens, $by));
    }

    /**
     * @param  list<SumGroup>  $groups
     * @return list<YearPart>
     */
    private static function named(Store $store, string $by, array $groups): array
    {
        return array_map(
            static fn (NamedGroup $one): YearPart => new YearPart(
                GroupSums::SORTS[$by],
                $one->label,
                $one->group->sums->now->clicks,
                $one->group->sums->beside->clicks,
                $one->group->sums->then->clicks,
            ),
            GroupNames::of($store, $by, $groups),
        );
    }

    /** @param  list<YearPart>  $parts  that add up */
    private static function sum(array $parts): YearPart
    {
        return new YearPart(
            '',
            'The store',
            array_sum(array_column($parts, 'clicks')),
            array_sum(array_column($parts, 'beside')),
            array_sum(array_column($parts, 'earlier')),
        );
    }
}
