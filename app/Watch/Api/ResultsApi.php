<?php

declare(strict_types=1);

namespace App\Watch\Api;

use App\Stores\Models\Store;
use App\Watch\Lists\GroupList;
use App\Watch\Lists\GroupRow;
use App\Watch\Lists\ResultList;
use App\Watch\Lists\ResultRow;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Changes and what came of them, as JSON. Described in resources/api/openapi.json. */
final class ResultsApi
{
    public function results(Request $request, Store $store): JsonResponse
    {
        $after = is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 40) : null;
        ['rows' => $rows, 'next' => $next] = ResultList::page($store, $after);

        return response()->json([
            'data' => array_map(static fn (ResultRow $row): array => self::told($store, $row), $rows),
            'next' => $next,
        ]);
    }

    public function result(Store $store, int $change): JsonResponse
    {
        $row = ResultList::find($store, $change) ?? abort(404);

        return response()->json([
            'data' => self::told($store, $row) + [
                'groups' => array_values(
                    array_map(
                        static fn (GroupRow $group): array => [
                            'by' => strtolower($group->by->name),
                            'name' => $group->name,
                            'pages' => $group->pages,
                            'clicks' => round($group->gain['clicks'], 1),
                            'clicks_low' => round($group->gain['low'], 1),
                            'clicks_high' => round($group->gain['high'], 1),
                            'words' => $group->words(),
                        ],
                        GroupList::of($change),
                    ),
                ),
            ],
        ]);
    }

    /** @return array<string, mixed> clicks and revenue of 28 days */
    private static function told(Store $store, ResultRow $row): array
    {
        $clicks = static fn (string $of): ?float => $row->gain === null ? null : round($row->gain[$of], 1);
        $money = static fn (string $of): ?float => $row->money($of) === null ? null : round($row->money($of), 2);

        return [
            'change' => $row->id,
            'source' => $row->source->label(),
            'name' => $row->name,
            'date' => $row->day,
            'pages' => $row->pages,
            'left_alone' => $row->alone,
            'clicks' => $clicks('clicks'),
            'clicks_low' => $clicks('low'),
            'clicks_high' => $clicks('high'),
            'revenue' => $money('clicks'),
            'revenue_low' => $money('low'),
            'revenue_high' => $money('high'),
            'currency' => $row->currency,
            'orders' => $row->orders === null ? null : round($row->orders->gain(), 1),
            'orders_low' => $row->orders === null ? null : round($row->orders->low, 1),
            'orders_high' => $row->orders === null ? null : round($row->orders->high, 1),
            'promised' => $row->promised === null ? null : round($row->promised, 2),
            'chance' => $row->chance,
            'verdict' => $row->verdictKey(),
            'words' => $row->words($store->today()),
            'decided' => $row->decision->label(),
        ];
    }
}
