<?php

declare(strict_types=1);

namespace App\Untangle\Api;

use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Untangle\Deciding\CauseSort;
use App\Untangle\Deciding\Decisions;
use App\Untangle\Deciding\Plan;
use App\Untangle\Lists\CausePages;
use App\Untangle\Lists\CauseProgress;
use App\Untangle\Lists\CauseWords;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use stdClass;

/** Duplicate URLs as JSON: causes and what is decided of them, and every URL with its canonical page. */
final class CausesApi
{
    private const PAGE = 200;

    public function index(Store $store): JsonResponse
    {
        CauseProgress::learn($store);

        return response()->json([
            'data' => DB::table('untangle_causes')
                ->where('store_id', $store->id)
                ->where('urls', '>', 0)
                ->orderByDesc('clicks')
                ->orderByDesc('urls')
                ->limit(500)
                ->get()
                ->map(self::row(...))
                ->all(),
        ]);
    }

    public function decide(Request $request, Store $store, int $cause): JsonResponse
    {
        $row = $this->find($store, $cause);
        try {
            Decisions::ofCause(
                $store,
                Typed::int($row->id),
                is_string($request->input('choice')) ? $request->input('choice') : null,
                Caller::id($request),
            );
        } catch (InvalidArgumentException $wrong) {
            $choices = implode(', ', array_keys(CauseSort::from((string) $row->sort)->choices()));
            throw ValidationException::withMessages(['choice' => "{$wrong->getMessage()} There are: $choices."]);
        }

        return response()->json(['data' => self::row($this->find($store, $cause))]);
    }

    /** Makes ready what a cause would change. */
    public function carry(Request $request, Store $store, int $cause): JsonResponse
    {
        $row = $this->find($store, $cause);
        $pages = CausePages::toDo($store, (int) $row->id);
        if ($request->input('which') === 'safe') {
            $pages = Typed::ints(
                DB::table('untangle_pages')
                    ->where('store_id', $store->id)
                    ->where('cause_id', $row->id)
                    ->where('is_safe', 1)
                    ->whereIn('page_id', $pages)
                    ->orderByDesc('clicks')
                    ->pluck('page_id')
                    ->all(),
            );
        }
        $plan = Plan::of($store, array_values($pages));

        return response()->json([
            'data' => [
                'ready' => $plan->put($store, Caller::id($request)),
                'held_back' => count($plan->heldBack),
                'why' => array_values(array_unique($plan->heldBack)),
            ],
        ]);
    }

    /** Every URL of the inventory with the page that stays, in the order in which they were found. */
    public function canonicals(Request $request, Store $store): JsonResponse
    {
        $rows = DB::select(
            'SELECT u.*, p.url, k.url AS keeper FROM untangle_pages u JOIN pages p ON p.id = u.page_id
                LEFT JOIN pages k ON k.id = u.keeper_page WHERE u.store_id = ? AND u.page_id > ?
                ORDER BY u.page_id LIMIT '.
                (self::PAGE + 1),
            [$store->id, is_string($request->query('after')) ? (int) $request->query('after') : 0],
        );
        $next = count($rows) > self::PAGE ? (string) $rows[self::PAGE - 1]->page_id : null;

        return response()->json([
            'data' => array_map(
                static fn (stdClass $row): array => [
                    'page' => (int) $row->page_id,
                    'url' => (string) $row->url,
                    'tangle' => (int) $row->tangle_id === 0 ? null : (int) $row->tangle_id,
                    'keeper' => $row->keeper,
                    'declared' => (string) $row->declared,
                    'verdict' => (string) $row->verdict,
                    'action' => (string) $row->action,
                    'safe' => (bool) $row->is_safe,
                    'cause' => (int) $row->cause_id === 0 ? null : (int) $row->cause_id,
                    'clicks' => (int) $row->clicks,
                ],
                array_slice($rows, 0, self::PAGE),
            ),
            'next' => $next,
        ]);
    }

    private function find(Store $store, int $cause): stdClass
    {
        return DB::table('untangle_causes')->where('store_id', $store->id)->where('id', $cause)->first() ?? abort(404);
    }

    /** @return array<string, mixed> */
    private static function row(stdClass $cause): array
    {
        return [
            'id' => (int) $cause->id,
            'words' => CauseWords::of($cause),
            'urls' => (int) $cause->urls,
            'to_do' => (int) $cause->to_do,
            'clicks' => (int) $cause->clicks,
            'exceptions' => (int) $cause->exceptions,
            'safe' => (bool) $cause->is_safe,
            'action' => (string) $cause->action,
            'decision' => $cause->decision,
            'choices' => array_map(strval(...), array_keys(CauseSort::from((string) $cause->sort)->choices())),
            'ready' => (int) $cause->ready,
            'live' => (int) $cause->live,
        ];
    }
}
