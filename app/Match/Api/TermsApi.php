<?php

declare(strict_types=1);

namespace App\Match\Api;

use App\Match\Terms\Asks;
use App\Match\Terms\MarketTerm;
use App\Match\Terms\MatchExport;
use App\Match\Terms\Pages;
use App\Match\Terms\TermFilter;
use App\Match\Terms\TermList;
use App\Stores\Models\Store;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Terms and pairings as JSON, a screen at a time, by key. Described in resources/api/openapi.json. */
final class TermsApi
{
    public function terms(Request $request, Store $store): JsonResponse
    {
        $filter = TermFilter::from($request, $store);
        $after = is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 60) : null;
        ['rows' => $rows, 'next' => $next] = TermList::page($store, $filter, $after);
        $pages = [];
        foreach ($rows as $row) {
            foreach ([$row->leadPage, $row->supportPage] as $page) {
                $page === null || ($pages[] = (int) $page);
            }
        }
        $known = Pages::of($store, array_values(array_unique($pages)));

        return response()->json([
            'market' => $filter->market,
            'data' => array_map(
                static fn (MarketTerm $row): array => [
                    'term' => $row->id,
                    'text' => $row->term,
                    'asked_for' => Asks::kind($row->asked)?->value,
                    'strength' => round($row->strength, 3),
                    'volume' => $row->volume,
                    'difficulty' => $row->difficulty,
                    'clicks' => $row->clicks,
                    'impressions' => $row->impressions,
                    'position' => $row->positionMilli === 0 ? null : round($row->positionMilli / 1000, 2),
                    'worth' => round($row->worth, 2),
                    'leads' => $row->leadPage === null ? null : $known[$row->leadPage]['url'] ?? null,
                    'supports' => $row->supportPage === null ? null : $known[$row->supportPage]['url'] ?? null,
                    'locked' => $row->locked,
                    'takes_turns' => $row->rivals,
                    'served' => ['no', 'yes', 'not stocked', 'planned', 'left'][$row->served],
                ],
                $rows,
            ),
            'next' => $next,
        ]);
    }

    /** Pages that can go for a term, each with its lead term and those that support it. */
    public function pages(Request $request, Store $store): JsonResponse
    {
        $after = is_numeric($request->query('after')) ? max(0, (int) $request->query('after')) : 0;
        $size = is_numeric($request->query('limit')) ? max(1, min(200, (int) $request->query('limit'))) : 50;
        ['rows' => $rows, 'last' => $last] = MatchExport::portion($store, $after, $size);

        return response()->json(['data' => $rows, 'next' => count($rows) === $size ? $last : null]);
    }
}
