<?php

declare(strict_types=1);

namespace App\Match\Http;

use App\Match\Roads\NewRoad;
use App\Match\Roads\RoadBook;
use App\Match\Roads\RoadView;
use App\Match\Roads\WeakerTerm;
use App\Match\Terms\MarketTerm;
use App\Match\Terms\Pages;
use App\Match\Terms\RivalPages;
use App\Match\Terms\TermList;
use App\Match\Tracking\TrackWork;
use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;
use Orchard\Core\Terms\LinkStock;

/** The road to a term: how many links a rival page is ahead, what closing the gap takes, and what is won first. */
final class RoadController
{
    public function index(Store $store): View
    {
        $roads = RoadView::all($store);

        return view('match.roads', [
            'store' => $store,
            'roads' => $roads,
            'markets' => Markets::of($store),
            'terms' => self::ids($store, $roads),
        ]);
    }

    public function show(Store $store, int $term): View
    {
        $row = TermList::these($store, [$term])[0] ?? abort(404);
        $road = RoadView::of($store, $row);
        $page = $road->page ?? ($row->leadPage ?? $row->supportPage);

        return view('match.road', [
            'store' => $store,
            'term' => $row,
            'road' => $road,
            'market' => Markets::of($store)->find($row->marketId),
            'page' => $page === null ? null : Pages::of($store, [(int) $page])[(int) $page] ?? null,
            'rival' => RivalPages::of($store, $row->marketId, [$row->digest])[$row->digest] ?? null,
            'weaker' => WeakerTerm::all($store, $row),
            'links' => $store->options()->links,
        ]);
    }

    public function keep(Request $request, Store $store, int $term): RedirectResponse
    {
        $most = 'max:'.RoadBook::MOST_LINKS;
        $given = $request->validate([
            'rival' => ['required', 'url:http,https', 'max:700'],
            'backlinks' => ['required', 'integer', 'min:0', $most],
            'internal' => ['required', 'integer', 'min:0', $most],
            'own' => ['nullable', 'integer', 'min:0', $most],
        ]);
        $row = TermList::these($store, [$term])[0] ?? abort(404);
        try {
            RoadBook::keep(
                $store,
                $row,
                new NewRoad(
                    $given['rival'],
                    new LinkStock((int) $given['backlinks'], (int) $given['internal']),
                    isset($given['own']) ? Typed::int($given['own']) : null,
                ),
                Caller::id($request),
            );
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['rival' => $wrong->getMessage()]);
        }

        return redirect()->route('match.road', [$store, $term]);
    }

    public function steps(Request $request, Store $store, int $term): RedirectResponse
    {
        $given = $request->validate(
            [
                'do' => ['required', 'in:add,drop,end'],
                'terms' => ['required_if:do,add', 'array', 'max:'.RoadBook::MOST_STEPS],
                'terms.*' => ['integer', 'min:1'],
                'step' => ['required_if:do,drop', 'string', 'regex:/^[0-9a-f]{32}$/'],
            ],
            ['terms.required_if' => 'No term is ticked.'],
        );
        $row = TermList::these($store, [$term])[0] ?? abort(404);
        $road = RoadView::of($store, $row) ?? abort(404);
        $id = $road->kept->id;
        match ($given['do']) {
            'add' => RoadBook::steps(
                $store,
                $id,
                array_values(
                    array_filter(
                        TermList::these($store, array_values(array_map(intval(...), $given['terms']))),
                        static fn (MarketTerm $one): bool => $one->marketId === $row->marketId,
                    ),
                ),
                Caller::id($request),
            ),
            'drop' => RoadBook::dropStep($store, $id, (string) hex2bin((string) $given['step'])),
            default => RoadBook::drop($store, $id),
        };

        $given['do'] === 'add' && TrackWork::begin($store, Caller::id($request));

        return $given['do'] === 'end'
            ? redirect()->route('match.roads', $store)
            : redirect()->route('match.road', [$store, $term]);
    }

    /**
     * @param  list<RoadView>  $roads
     * @return array<int, int> id of the term, as of the newest matching, by road
     */
    private static function ids(Store $store, array $roads): array
    {
        $ids = [];
        foreach ($roads as $road) {
            $id = TermList::idOf($store, $road->kept->marketId, $road->kept->digest);
            $id === null || ($ids[$road->kept->id] = $id);
        }

        return $ids;
    }
}
