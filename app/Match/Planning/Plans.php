<?php

declare(strict_types=1);

namespace App\Match\Planning;

use App\Catalogue\PlannedResources;
use App\Inventory\Events\PlannedPageArrived;
use App\Inventory\PagePlan;
use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Platform\Bytes;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/** Follows what people say of planned pages: a page is planned with the word for it, and dropped with it. */
final class Plans
{
    public const PLANNED = 'planned';

    /** @param  array<string, mixed>  $said  columns of match_said */
    public static function isPlanned(array $said): bool
    {
        return ($said['plan'] ?? '') === self::PLANNED && ($said['plan_url'] ?? '') !== '';
    }

    /**
     * @param  array{array<string, mixed>, array<string, mixed>}  $said  what was said of the term, and what is now
     * @return ?int the page that is planned now
     *
     * @throws InvalidArgumentException where it cannot be planned there
     */
    public static function follow(Store $store, int $market, array $said, int $userId): ?int
    {
        [$before, $after] = $said;
        $old = self::pageOf($before);
        if (! self::isPlanned($after)) {
            $old === null || PlannedResources::drop($store, $old);

            return null;
        }
        $plan = new Plan(
            self::text($after['plan_name'] ?? ''),
            PageKind::from(is_numeric($after['plan_kind'] ?? null) ? (int) $after['plan_kind'] : 0),
            $store->baseUrl()->resolve(self::text($after['plan_url'] ?? '')) ??
                throw new InvalidArgumentException('A planned page has no address.'),
        );
        $page = PlannedResources::plan(
            $store,
            new PagePlan(Markets::of($store)->find($market), $plan->kind, $plan->name, $plan->url),
            $userId,
        );
        if ($old !== null && $old !== $page) {
            PlannedResources::drop($store, $old);
        }

        return $page;
    }

    /** A planned page is there: what led to it leads to the page, and nothing is planned any more. */
    public static function arrived(PlannedPageArrived $event): void
    {
        $store = Store::query()->findOrFail($event->storeId);
        $claims = PageTerms::claims([$event->planned]);
        $lead = $claims[$event->planned][0] ?? '';
        if ($event->page !== $event->planned && $lead !== '') {
            PageTerms::lead($store, [$event->planned => ''], TermOrigin::Hand, null);
            // What somebody said of the page itself stays.
            $own = PageTerms::claims([$event->page])[$event->page][1] ?? TermOrigin::Proposed;
            $own === TermOrigin::Proposed && PageTerms::lead($store, [$event->page => $lead], TermOrigin::Hand, null);
        }
        foreach (
            Rows::of(
                DB::table('match_said')
                    ->where('store_id', $store->id)
                    ->where('plan_page', $event->planned)
                    ->get(['market_id', 'digest']),
            ) as $row
        ) {
            $key = [
                'store_id' => $store->id,
                'market_id' => $row->int('market_id'),
                'digest' => DB::raw((new Bytes($row->text('digest')))->literal()),
            ];
            DB::table('match_said')
                ->where($key)
                ->update(['plan' => '', 'plan_page' => null]);
            DB::table('match_terms')
                ->where($key)
                ->update(['served' => DB::raw('IF(lead_page IS NULL AND support_page IS NULL, 0, 1)')]);
        }
    }

    /** @param  array<string, mixed>  $said */
    private static function pageOf(array $said): ?int
    {
        return is_numeric($said['plan_page'] ?? null) ? (int) $said['plan_page'] : null;
    }

    private static function text(mixed $value): string
    {
        return is_string($value) ? $value : '';
    }
}
