<?php

declare(strict_types=1);

namespace App\Tend\Api;

use App\Inventory\Index\DepthRebuild;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Tend\Found\FindingGroup;
use App\Tend\Found\FindingState;
use App\Tend\Lists\FindingList;
use App\Tend\Lists\ReachList;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use stdClass;

/** Findings, their causes, and how pages are reached, as JSON. Described in resources/api/openapi.json. */
final class FindingsApi
{
    public function causes(Store $store): JsonResponse
    {
        return response()->json([
            'data' => array_map(
                static fn (stdClass $row): array => [
                    'cause' => (int) $row->id,
                    'group' => $row->kind->group()->value,
                    'finding' => $row->kind->key(),
                    'words' => $row->words,
                    'pages' => (int) $row->pages,
                    'left' => (int) $row->left_pages,
                    'mended' => (int) $row->mended,
                    'clicks' => (int) $row->clicks,
                    'revenue' => round((float) $row->revenue, 2),
                    'upside' => round((float) $row->upside, 2),
                    'repair' => $row->repair,
                ],
                FindingList::causes($store, null),
            ),
        ]);
    }

    /** The findings of a group or of a cause, by worth. */
    public function findings(Request $request, Store $store): JsonResponse
    {
        $group = FindingGroup::tryFrom(is_string($request->query('group')) ? $request->query('group') : '');
        $cause =
            is_string($request->query('cause')) && ctype_digit($request->query('cause'))
                ? (int) substr($request->query('cause'), 0, 18)
                : null;
        if ($group === null && $cause === null) {
            return response()->json(['error' => 'Give a group or a cause.'], 422);
        }
        $after = is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 80) : null;
        ['rows' => $rows, 'next' => $next] = FindingList::page(
            $store,
            $cause,
            $group?->types() ?? [],
            $request->query('state') === 'left' ? FindingState::Left : FindingState::Open,
            $after,
        );

        return response()->json([
            'data' => array_map(
                static fn (stdClass $row): array => [
                    'url' => $row->url,
                    'finding' => $row->kind->key(),
                    'cause' => $row->cause,
                    'seen' => $row->seen,
                    'spots' => (int) $row->spots,
                    'clicks' => (int) $row->clicks,
                    'revenue' => round((float) $row->revenue, 2),
                    'upside' => round((float) $row->upside, 2),
                    'repair' => $row->repair,
                    'target' => $row->target_url === '' ? null : $row->target_url,
                    'since' => substr((string) $row->found_at, 0, 10),
                ],
                $rows,
            ),
            'next' => $next,
        ]);
    }

    public function pages(Request $request, Store $store): JsonResponse
    {
        ['rows' => $rows, 'next' => $next] = ReachList::from($request)->page($store);

        return response()->json([
            'data' => array_map(
                static fn (stdClass $row): array => [
                    'url' => (string) $row->url,
                    'kind' => PageKind::from((int) $row->kind)->key(),
                    'depth' => (int) $row->depth === DepthRebuild::UNREACHED ? null : (int) $row->depth,
                    'aim' => (int) $row->aim,
                    'links_in_text' => (int) $row->links_in,
                    'links_nofollow' => (int) $row->links_nofollow,
                    'in_navigation' => (int) $row->in_navigation,
                    'in_header' => (int) $row->in_header,
                    'in_footer' => (int) $row->in_footer,
                    'link_weight' => (int) $row->weight / 1e9,
                    'link_weight_text' => (int) $row->weight_text / 1e9,
                    'clicks' => (int) $row->clicks,
                    'revenue' => round((float) $row->revenue, 2),
                    'upside' => round((float) $row->upside, 2),
                ],
                $rows,
            ),
            'next' => $next,
        ]);
    }
}
