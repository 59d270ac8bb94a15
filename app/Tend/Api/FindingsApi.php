<?php

declare(strict_types=1);

namespace App\Tend\Api;

use App\Inventory\Index\DepthRebuild;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Tend\Found\FindingGroup;
use App\Tend\Found\FindingState;
use App\Tend\Lists\AskedFindings;
use App\Tend\Lists\FindingList;
use App\Tend\Lists\FoundCause;
use App\Tend\Lists\FoundRow;
use App\Tend\Lists\ReachedPage;
use App\Tend\Lists\ReachList;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Findings, their causes, and how pages are reached, as JSON. Described in resources/api/openapi.json. */
final class FindingsApi
{
    public function causes(Store $store): JsonResponse
    {
        return response()->json([
            'data' => array_map(
                static fn (FoundCause $row): array => [
                    'cause' => $row->id,
                    'group' => $row->kind->group()->value,
                    'finding' => $row->kind->key(),
                    'words' => $row->words,
                    'pages' => $row->pages,
                    'left' => $row->leftPages,
                    'mended' => $row->mended,
                    'clicks' => $row->clicks,
                    'revenue' => round($row->revenue, 2),
                    'upside' => round($row->upside, 2),
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
        $state = $request->query('state') === 'left' ? FindingState::Left : FindingState::Open;
        $asked =
            $cause === null
                ? AskedFindings::ofTypes($group?->types() ?? [], $state)
                : AskedFindings::ofCause($cause, $state);
        ['rows' => $rows, 'next' => $next] = FindingList::page($store, $asked, $after);

        return response()->json([
            'data' => array_map(
                static fn (FoundRow $row): array => [
                    'url' => $row->url,
                    'finding' => $row->kind->key(),
                    'cause' => $row->cause,
                    'seen' => $row->seen,
                    'spots' => $row->spots,
                    'clicks' => $row->clicks,
                    'revenue' => round($row->revenue, 2),
                    'upside' => round($row->upside, 2),
                    'repair' => $row->repair,
                    'target' => $row->targetUrl === '' ? null : $row->targetUrl,
                    'since' => substr($row->foundAt, 0, 10),
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
                static fn (ReachedPage $row): array => [
                    'url' => $row->url,
                    'kind' => PageKind::from($row->kind)->key(),
                    'depth' => $row->depth === DepthRebuild::UNREACHED ? null : $row->depth,
                    'aim' => $row->aim,
                    'links_in_text' => $row->linksIn,
                    'links_nofollow' => $row->linksNofollow,
                    'in_navigation' => $row->inNavigation,
                    'in_header' => $row->inHeader,
                    'in_footer' => $row->inFooter,
                    'link_weight' => $row->weight / 1e9,
                    'link_weight_text' => $row->weightText / 1e9,
                    'clicks' => $row->clicks,
                    'revenue' => round($row->revenue, 2),
                    'upside' => round($row->upside, 2),
                ],
                $rows,
            ),
            'next' => $next,
        ]);
    }
}
