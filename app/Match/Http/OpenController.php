<?php

declare(strict_types=1);

namespace App\Match\Http;

use App\Match\Screens\OpenScreens;
use App\Match\Screens\RivalryScreen;
use App\Match\Terms\Pages;
use App\Match\Terms\PlacedPages;
use App\Match\Terms\TermFilter;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use Illuminate\View\View;
use Orchard\Core\Terms\Reach;

/**
 * What the matching leaves open: pages that take turns, terms without a page, what is within reach, where terms stand.
 */
final class OpenController
{
    /** Pages that are seen for one term, those that take turns first. */
    public function rivals(Request $request, Store $store): View
    {
        return view('match.rivals', RivalryScreen::of($request, $store));
    }

    /** Terms that no page serves: proposed collections and articles, and what is planned. */
    public function open(Request $request, Store $store): View
    {
        return view('match.open', OpenScreens::open($request, $store));
    }

    /** Terms that no page leads yet, with a difficulty that this store has an even chance at, most searched first. */
    public function reach(Request $request, Store $store): View
    {
        return view('match.reach', OpenScreens::reach($request, $store));
    }

    /** Where each page's lead term stands. */
    public function pages(Request $request, Store $store): View
    {
        $filter = TermFilter::from($request, $store);
        $after = is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 60) : null;
        $placed = PlacedPages::page($store, $filter->market, $after);

        return view(
            'match.pages',
            [
                'store' => $store,
                'filter' => $filter,
                'after' => $after,
                'names' => Pages::of($store, array_column($placed['rows'], 'page')),
                'market' => Markets::of($store)->find($filter->market),
            ] + $placed,
        );
    }
}
