<?php

declare(strict_types=1);

namespace App\Weigh\Http;

use App\Facts\Calendar\Calendar;
use App\Facts\NumberWindow;
use App\Platform\Web\ListPlace;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Weigh\Lists\QueryList;
use App\Weigh\Numbers\GroupNames;
use App\Weigh\Numbers\GroupSums;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\PlaceBands;
use App\Weigh\Numbers\Remarks;
use App\Weigh\Numbers\Told;
use App\Weigh\Ranges\Ranges;
use App\Weigh\Scoring\Model;
use App\Weigh\Screens\QueryScreen;
use Illuminate\Http\Request;
use Illuminate\View\View;

/**
 * The numbers themselves: by kind, folder, collection, market, device, class, week and query, beside what they are
 * compared with.
 */
final class NumbersController
{
    public function groups(Request $request, Store $store): View
    {
        $window = NumberWindow::of($store);
        $lens = Lens::from($request, $store, $window->isPeriod ?? false);
        $by =
            is_string($request->query('by')) && isset(GroupSums::SORTS[$request->query('by')])
                ? $request->query('by')
                : 'kind';
        $weeks = $window === null || $window->isPeriod ? [] : GroupSums::weeks($store, $lens);

        return view('weigh.numbers', [
            'store' => $store,
            'lens' => $lens,
            'by' => $by,
            'window' => $window,
            'ranges' => Ranges::all($store),
            'markets' => Markets::of($store),
            'weeks' => $weeks,
            'partWeeks' => $window === null ? [] : Told::partWeeks($store, $window, $lens),
            'breaks' => $window === null ? [] : Remarks::of($store, $window, $lens),
            'isCompared' => $window !== null && Told::isCompared($store, $window, $lens),
            'rows' => $by === 'week' ? [] : GroupNames::of($store, $by, GroupSums::of($store, $lens, $by)),
            'events' => $weeks === [] || $window === null ? [] : Calendar::between($store, $weeks[0]->week, $window->lastDay),
        ]);
    }

    public function queries(Request $request, Store $store): View
    {
        $window = NumberWindow::of($store);
        $lens = Lens::from($request, $store, $window->isPeriod ?? false);
        $sort = $request->query('sort') === 'impressions' ? 'impressions' : 'clicks';
        $after = is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 80) : null;

        return view(
            'weigh.queries',
            [
                'store' => $store,
                'lens' => $lens,
                'window' => $window,
                'markets' => Markets::of($store),
                'sort' => $sort,
                'after' => $after,
                'breaks' => $window === null ? [] : Remarks::of($store, $window, $lens),
                'isCompared' => $window !== null && Told::isCompared($store, $window, $lens),
            ] + QueryList::page($store, $lens, $sort, new ListPlace($after)),
        );
    }

    /** The pages that stand for one query. */
    public function query(Request $request, Store $store, int $query): View
    {
        $told = QueryScreen::of($request, $store, $query) ?? abort(404);

        return view($request->hasHeader('HX-Request') ? 'weigh.query-beside' : 'weigh.query-page', $told);
    }

    /** Where queries stand, week by week, in bands cut where the store's own curve halves. */
    public function places(Request $request, Store $store): View
    {
        $window = NumberWindow::of($store);
        $lens = Lens::from($request, $store, $window->isPeriod ?? false);
        $market = $lens->market ?? Markets::of($store)->first()->id;
        $bands = PlaceBands::of(Model::of($market)?->curve);

        return view('weigh.places', [
            'store' => $store,
            'lens' => $lens,
            'window' => $window,
            'markets' => Markets::of($store),
            'breaks' => $window === null ? [] : Remarks::of($store, $window, $lens),
            'bands' => $bands,
            'weeks' => PlaceBands::weeks($store, $lens, $bands),
            'events' => $window === null ? [] : Calendar::between($store, $window->firstDay, $window->lastDay),
        ]);
    }
}
