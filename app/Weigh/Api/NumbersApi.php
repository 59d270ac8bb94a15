<?php

declare(strict_types=1);

namespace App\Weigh\Api;

use App\Facts\NumberWindow;
use App\Inventory\StorePages;
use App\Platform\Web\ListPlace;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Weigh\Lists\Findings;
use App\Weigh\Lists\MissingPage;
use App\Weigh\Lists\QueryList;
use App\Weigh\Lists\QueryRow;
use App\Weigh\Lists\WeighedPage;
use App\Weigh\Lists\WeighedPages;
use App\Weigh\Lists\WinPage;
use App\Weigh\Lists\WinQuery;
use App\Weigh\Numbers\GroupSums;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\Remarks;
use App\Weigh\Numbers\SumGroup;
use App\Weigh\Numbers\Units;
use App\Weigh\Numbers\WeekSums;
use App\Weigh\Scoring\LosingPage;
use App\Weigh\Scoring\Losses;
use App\Weigh\Worklists\WorklistPage;
use App\Weigh\Worklists\Worklists;
use App\Weigh\Worklists\WorklistSums;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;

/**
 * The numbers as JSON, for the scripts of whoever may see the store: what the screens show, a screen at a time, by
 * key. Described in resources/api/openapi.json.
 */
final class NumbersApi
{
    /** Rows of an answer, where no limit is asked for. */
    private const PAGE = 50;

    public function pages(Request $request, Store $store): JsonResponse
    {
        $lens = $this->lens($request, $store);
        $sort =
            is_string($request->query('sort')) && isset(WeighedPages::SORTS[$request->query('sort')])
                ? $request->query('sort')
                : 'upside';
        ['rows' => $rows, 'next' => $next] = WeighedPages::page(
            $store,
            $lens,
            $sort,
            new ListPlace($this->after($request), self::size($request)),
        );

        return $this->answer(
            $store,
            $lens,
            array_map(
                static fn (WeighedPage $row): array => [
                    'page' => $row->pageId,
                    'url' => $row->url,
                    'title' => $row->title,
                    'kind' => $row->pageKind->key(),
                    ...SumsAnswer::compared($row->sums),
                    ...SumsAnswer::sales($row->sums->now),
                    'upside' => SumsAnswer::money($row->upside),
                    'low' => SumsAnswer::money($row->low),
                    'high' => SumsAnswer::money($row->high),
                    'upside_wording' => SumsAnswer::money($row->wording),
                    'upside_position' => SumsAnswer::money($row->lift),
                    'extra_clicks' => SumsAnswer::money($row->extraClicks),
                    'click_value' => $row->clickValue === null ? null : round($row->clickValue, 4),
                    'withheld_clicks' => $row->withheldClicks,
                    'reason' => $row->reason,
                    'lead_term' => $row->lead,
                    'touched' => $row->touched,
                    'worklist' => $row->worklist,
                ],
                $rows,
            ),
            $next,
            WeighedPages::count($store, $lens, $sort),
        );
    }

    public function queries(Request $request, Store $store): JsonResponse
    {
        $lens = $this->lens($request, $store);
        ['rows' => $rows, 'next' => $next] = QueryList::page(
            $store,
            $lens,
            $request->query('sort') === 'impressions' ? 'impressions' : 'clicks',
            new ListPlace($this->after($request), self::size($request)),
        );

        return $this->answer(
            $store,
            $lens,
            array_map(
                static fn (QueryRow $row): array => [
                    'query' => $row->queryId,
                    'text' => $row->text,
                    'class' => $row->class->key(),
                    'pages' => $row->pages,
                    ...SumsAnswer::compared($row->sums),
                    'volume' => $row->volume,
                    'difficulty' => $row->difficulty,
                ],
                $rows,
            ),
            $next,
            QueryList::count($store, $lens),
        );
    }

    public function groups(Request $request, Store $store): JsonResponse
    {
        $lens = $this->lens($request, $store);
        $by =
            is_string($request->query('by')) && isset(GroupSums::SORTS[$request->query('by')])
                ? $request->query('by')
                : 'kind';
        if ($by === 'week') {
            return $this->answer(
                $store,
                $lens,
                array_map(
                    static fn (WeekSums $row): array => [
                        'name' => $row->week,
                        'clicks' => $row->sums->clicks,
                        'impressions' => $row->sums->impressions,
                        'position' => SumsAnswer::position($row->sums),
                        ...SumsAnswer::sales($row->sums),
                    ],
                    GroupSums::weeks($store, $lens),
                ),
                null,
            );
        }
        $markets = Markets::of($store);
        $rows = GroupSums::of($store, $lens, $by);
        $pages = $by === 'collection' ? array_values(array_map(intval(...), array_column($rows, 'name'))) : [];
        $urls = array_flip(StorePages::byUrl($store, $pages));
        $name = static fn (string $name): string => match ($by) {
            'kind' => PageKind::from((int) $name)->key(),
            'market' => $markets->find((int) $name)->name,
            'device' => Lens::DEVICES[(int) $name] ?? 'other',
            'class' => Lens::CLASSES[(int) $name] ?? 'other',
            'collection' => $urls[(int) $name] ?? '',
            default => $name,
        };

        return $this->answer(
            $store,
            $lens,
            array_map(
                static fn (SumGroup $row): array => [
                    'name' => $name($row->name),
                    'pages' => $row->pages,
                    ...SumsAnswer::compared($row->sums),
                    ...SumsAnswer::sales($row->sums->now),
                ],
                $rows,
            ),
            null,
        );
    }

    public function losing(Request $request, Store $store): JsonResponse
    {
        $lens = $this->lens($request, $store);

        return $this->answer(
            $store,
            $lens,
            array_map(
                static fn (LosingPage $row): array => [
                    'page' => $row->pageId,
                    'url' => $row->url,
                    'clicks' => $row->clicks,
                    'change' => -$row->lost,
                    ...array_map(static fn (float $part): ?float => $row->hasParts ? SumsAnswer::money($part) : null, [
                        'by_searches' => $row->demand,
                        'by_position' => $row->place,
                        'by_click_rate' => $row->rate,
                        'by_queries_new' => $row->came,
                        'by_queries_gone' => $row->went,
                        'by_withheld' => $row->withheld,
                    ]),
                ],
                Losses::page($store, $lens),
            ),
            null,
        );
    }

    public function wins(Request $request, Store $store): JsonResponse
    {
        $lens = $this->lens($request, $store);
        $sort =
            is_string($request->query('sort')) && isset(Findings::WINS[$request->query('sort')])
                ? $request->query('sort')
                : 'near';
        ['rows' => $rows, 'next' => $next] = Findings::wins(
            $store,
            $lens,
            $sort,
            new ListPlace($this->after($request), self::size($request)),
        );

        return $this->answer(
            $store,
            $lens,
            array_map(
                static fn (WinPage $row): array => [
                    'page' => $row->pageId,
                    'url' => $row->url,
                    'queries' => $row->queries,
                    'extra_clicks' => SumsAnswer::money($row->gain),
                    'worth' => SumsAnswer::money($row->gain * $row->clickValue),
                    'best' => array_map(
                        static fn (WinQuery $one): array => [
                            'text' => $one->text,
                            'position' => round($one->position, 2),
                            'impressions' => $one->impressions,
                            'clicks' => $one->clicks,
                        ],
                        $row->best,
                    ),
                ],
                $rows,
            ),
            $next,
            Findings::count($store, $lens, $sort),
        );
    }

    public function missing(Request $request, Store $store): JsonResponse
    {
        $lens = $this->lens($request, $store);
        ['rows' => $rows, 'next' => $next] = Findings::missing(
            $store,
            $lens,
            new ListPlace($this->after($request), self::size($request)),
        );

        return $this->answer(
            $store,
            $lens,
            array_map(
                static fn (MissingPage $row): array => [
                    'page' => $row->pageId,
                    'url' => $row->url,
                    'number' => $row->number,
                    'back_on' => $row->backOn,
                    'clicks_in_28_days' => SumsAnswer::money($row->missedClicks),
                    'missed_in_28_days' => SumsAnswer::money($row->missed),
                ],
                $rows,
            ),
            $next,
            Findings::count($store, $lens, null),
        );
    }

    public function worklists(Store $store): JsonResponse
    {
        return response()->json([
            'data' => array_map(
                static fn (WorklistSums $row): array => [
                    'id' => $row->id,
                    'name' => $row->name,
                    'owner' => $row->owner,
                    'first_day' => $row->firstDay,
                    'due_day' => $row->dueDay,
                    'state' => $row->state,
                    'pages' => $row->pages,
                    'done' => $row->done,
                    'upside' => count($row->sums) > 1 ? null : SumsAnswer::money($row->upside),
                    'upside_done' => count($row->sums) > 1 ? null : SumsAnswer::money($row->upsideDone),
                    'currency' => count($row->sums) === 1 ? (string) array_key_first($row->sums) : null,
                    'upside_by_currency' => (object) array_map(
                        static fn (float $sum): float => round($sum, 2),
                        $row->sums,
                    ),
                ],
                Worklists::all($store),
            ),
        ]);
    }

    public function worklist(Store $store, int $list): JsonResponse
    {
        $row = Worklists::find($store, $list) ?? abort(404);

        return response()->json([
            'data' => array_map(
                static fn (WorklistPage $page): array => [
                    'page' => $page->pageId,
                    'url' => $page->url,
                    'state' => $page->state->value,
                    'minutes' => $page->minutes,
                    'upside' => SumsAnswer::money($page->upside),
                    'reason' => $page->reason,
                    'note' => $page->note,
                ],
                WorklistPage::of($store, $row->id),
            ),
        ]);
    }

    private function lens(Request $request, Store $store): Lens
    {
        $market = $request->query('market');
        $known = array_map(static fn (Market $one): string => (string) $one->id, Markets::of($store)->all());
        if (is_string($market) && ! in_array($market, $known, true)) {
            throw ValidationException::withMessages([
                'market' => 'is no market of this store; it has '.implode(', ', $known).'.',
            ]);
        }

        return Lens::from($request, $store, NumberWindow::of($store)->isPeriod ?? false);
    }

    private function after(Request $request): ?string
    {
        return is_string($request->query('after')) ? $request->query('after') : null;
    }

    private static function size(Request $request): int
    {
        return is_numeric($request->query('limit')) ? (int) $request->query('limit') : self::PAGE;
    }

    /**
     * @param  list<array<string, mixed>>  $data
     * @param  ?int  $total  rows of the whole list; null where all of it is in the answer
     */
    private function answer(Store $store, Lens $lens, array $data, ?string $next, ?int $total = null): JsonResponse
    {
        $window = NumberWindow::of($store);
        $markets = Markets::of($store);
        $market = $lens->market === null ? null : $markets->find($lens->market);
        $told =
            $window === null
                ? null
                : [
                    'weeks' => $window->isPeriod ? null : $lens->weeks,
                    'last_day' => $window->lastDay,
                    'against' => $lens->against,
                    'device' => Lens::DEVICES[$lens->device] ?? 'all',
                    'class' => Lens::CLASSES[$lens->class] ?? 'all',
                    'remarks' => $window->isPeriod ? [] : Remarks::of($store, $window, $lens),
                    'market' => $market?->id,
                    'currency' => Units::of($store)->unit($lens->market),
                ];

        return response()->json([
            'window' => $told,
            'data' => $data,
            'total' => $total ?? count($data),
            'next' => $next,
        ]);
    }
}
