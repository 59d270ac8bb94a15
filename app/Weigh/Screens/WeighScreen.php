<?php

declare(strict_types=1);

namespace App\Weigh\Screens;

use App\Facts\NumberWindow;
use App\Platform\Web\ListPlace;
use App\Platform\Work\WorkView;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Weigh\Lists\Findings;
use App\Weigh\Lists\WeighedPages;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\Remarks;
use App\Weigh\Numbers\Told;
use App\Weigh\Weighing\ScoreWork;
use App\Weigh\Worklists\Effort;
use App\Weigh\Worklists\Worklists;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** Which pages first, in money. */
final class WeighScreen
{
    /** @return array<string, mixed> for the view weigh.index */
    public static function of(Request $request, Store $store): array
    {
        $window = NumberWindow::of($store);
        $lens = Lens::from($request, $store, $window->isPeriod ?? false);
        $total = WeighedPages::total($store, $lens);
        $usual = 'upside';
        $sort =
            is_string($request->query('sort')) && isset(WeighedPages::SORTS[$request->query('sort')])
                ? $request->query('sort')
                : $usual;
        $after = is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 80) : null;
        $scoredAt = DB::table('weigh_models')->where('store_id', $store->id)->orderBy('market_id')->value('scored_at');
        $isSeen =
            $window !== null &&
            DB::table('weigh_scores')->where('store_id', $store->id)->where('impressions', '>', 0)->exists();

        return [
            'store' => $store,
            'lens' => $lens,
            'sort' => $sort,
            'usual' => $usual,
            'markets' => Markets::of($store),
            'window' => $window,
            'work' => WorkView::latest($store->id, ScoreWork::sort()),
            'scoredAt' => $scoredAt,
            'total' => $total,
            'after' => $after,
            'breaks' => $window === null ? [] : Remarks::of($store, $window, $lens),
            'isCompared' => $window !== null && Told::isCompared($store, $window, $lens),
            'worklists' => Worklists::openOnes($store),
            'effort' => Effort::of($store),
            'core' => $isSeen ? [] : Findings::corePages($store),
            'isSeen' => $isSeen,
        ] +
            ($isSeen
                ? WeighedPages::page($store, $lens, $sort, new ListPlace($after))
                : ['rows' => [], 'next' => null]);
    }
}
