<?php

declare(strict_types=1);

namespace App\Release\Api;

use App\Platform\Web\Caller;
use App\Release\Items\ItemCounts;
use App\Release\Items\Via;
use App\Release\Lists\Batch;
use App\Release\Lists\SentRelease;
use App\Release\Planning\PlanHours;
use App\Release\Planning\Plans;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\UndoWish;
use App\Stores\Models\Store;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use InvalidArgumentException;

/** Releases as JSON: what was sent and how far it is, sending what is ready, taking back. */
final readonly class ReleasesApi
{
    public function __construct(private Releases $releases, private Plans $plans)
    {
    }

    public function index(Store $store): JsonResponse
    {
        return response()->json(['data' => array_map(self::row(...), SentRelease::latest($store))]);
    }

    public function show(Store $store, int $release): JsonResponse
    {
        return $this->answer($store, $release, null, 200);
    }

    public function send(Request $request, Store $store): JsonResponse
    {
        if ($request->filled('at')) {
            return $this->plan($request, $store);
        }
        try {
            $wish = new ReleaseWish(
                name: is_string($request->input('name')) ? $request->input('name') : null,
                percent: $request->integer('part', 100),
                only: Via::tryFrom($request->string('via')->value()),
            );
            ['release' => $release, 'work' => $work] = $this->releases->send($store, $wish, Caller::id($request));
        } catch (InvalidArgumentException $nothing) {
            abort(409, $nothing->getMessage());
        }

        return $this->answer($store, $release, $work, 202);
    }

    private function plan(Request $request, Store $store): JsonResponse
    {
        $given = $request->validate([
            'at' => ['string', 'max:16'],
            'rest' => ['nullable', 'string', 'max:16'],
            'name' => ['nullable', 'string', 'max:120'],
            'part' => ['nullable', 'integer', 'between:1,100'],
        ]);
        try {
            $plan = $this->plans->plan(
                $store,
                new ReleaseWish(name: $given['name'] ?? '' ?: null, percent: (int) ($given['part'] ?? 100)),
                new PlanHours($given['at'], $given['rest'] ?? null),
                Caller::id($request),
            );
        } catch (InvalidArgumentException $wrong) {
            abort(409, $wrong->getMessage());
        }

        return response()->json(['data' => ['plan' => $plan, 'state' => 'planned']], 202);
    }

    public function undo(Request $request, Store $store, int $release): JsonResponse
    {
        $this->find($store, $release);
        try {
            ['release' => $undo, 'work' => $work] = $this->releases->undo(
                $store,
                new UndoWish($release),
                Caller::id($request),
            );
        } catch (InvalidArgumentException $nothing) {
            abort(409, $nothing->getMessage());
        }

        return $this->answer($store, $undo, $work, 202);
    }

    private function answer(Store $store, int $release, ?int $work, int $status): JsonResponse
    {
        return response()->json(['data' => self::row($this->find($store, $release)), 'work' => $work], $status);
    }

    private function find(Store $store, int $release): Batch
    {
        return SentRelease::find($store, $release) ?? abort(404);
    }

    /** @return array<string, mixed> */
    private static function row(Batch $batch): array
    {
        return [
            'id' => $batch->id,
            'name' => $batch->name,
            'undo_of' => $batch->undoOf,
            'items' => $batch->items,
            'states' => (object) ItemCounts::of($batch->id),
            'created_at' => $batch->createdAt,
            'sent_at' => $batch->sentAt,
        ];
    }
}
