<?php

declare(strict_types=1);

namespace App\Untangle\Api;

use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Untangle\Deciding\Decisions;
use App\Untangle\Deciding\Plan;
use App\Untangle\Lists\CanonicalRow;
use App\Untangle\Lists\CausePages;
use App\Untangle\Lists\CauseProgress;
use App\Untangle\Lists\Causes;
use App\Untangle\Lists\ListedCause;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;

/** Duplicate URLs as JSON: causes and what is decided of them, and every URL with its canonical page. */
final class CausesApi
{
    private const PAGE = 200;

    /** Causes in one answer at most. */
    private const MOST = 500;

    public function index(Store $store): JsonResponse
    {
        CauseProgress::learn($store);

        return response()->json([
            'data' => Causes::all($store, self::MOST)->map(self::row(...))->all(),
        ]);
    }

    public function decide(Request $request, Store $store, int $cause): JsonResponse
    {
        $row = $this->find($store, $cause);
        try {
            Decisions::ofCause(
                $store,
                $row->id,
                is_string($request->input('choice')) ? $request->input('choice') : null,
                Caller::id($request),
            );
        } catch (InvalidArgumentException $wrong) {
            $choices = implode(', ', array_keys($row->sort->choices()));
            throw ValidationException::withMessages(['choice' => "{$wrong->getMessage()} There are: $choices."]);
        }

        return response()->json(['data' => self::row($this->find($store, $cause))]);
    }

    /** Makes ready what a cause would change. */
    public function carry(Request $request, Store $store, int $cause): JsonResponse
    {
        $row = $this->find($store, $cause);
        $pages =
            $request->input('which') === 'safe'
                ? CausePages::safeToDo($store, $row->id)
                : CausePages::toDo($store, $row->id);
        $plan = Plan::of($store, $pages);

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
        $after = is_string($request->query('after')) ? (int) $request->query('after') : 0;
        $rows = CanonicalRow::behind($store, $after, self::PAGE + 1);
        $next = count($rows) > self::PAGE ? (string) $rows[self::PAGE - 1]->pageId : null;

        return response()->json([
            'data' => array_map(
                static fn (CanonicalRow $row): array => [
                    'page' => $row->pageId,
                    'url' => $row->url,
                    'tangle' => $row->tangleId === 0 ? null : $row->tangleId,
                    'keeper' => $row->keeper,
                    'declared' => $row->declared,
                    'verdict' => $row->verdict,
                    'action' => $row->action,
                    'safe' => $row->isSafe,
                    'cause' => $row->causeId === 0 ? null : $row->causeId,
                    'clicks' => $row->clicks,
                ],
                array_slice($rows, 0, self::PAGE),
            ),
            'next' => $next,
        ]);
    }

    private function find(Store $store, int $cause): ListedCause
    {
        return Causes::find($store, $cause) ?? abort(404);
    }

    /** @return array<string, mixed> */
    private static function row(ListedCause $cause): array
    {
        return [
            'id' => $cause->id,
            'words' => $cause->words(),
            'urls' => $cause->urls,
            'to_do' => $cause->toDo,
            'clicks' => $cause->clicks,
            'exceptions' => $cause->exceptions,
            'safe' => $cause->isSafe,
            'action' => $cause->action,
            'decision' => $cause->decision,
            'choices' => array_map(strval(...), array_keys($cause->sort->choices())),
            'ready' => $cause->ready,
            'live' => $cause->live,
        ];
    }
}
