<?php

declare(strict_types=1);

namespace App\Release\Api;

use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Release\Handing\Via;
use App\Release\Planning\Plans;
use App\Release\Releases;
use App\Stores\Models\Store;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use stdClass;

/** Releases as JSON: what was sent and how far it is, sending what is ready, taking back. */
final readonly class ReleasesApi
{
    public function __construct(private Releases $releases, private Plans $plans)
    {
    }

    public function index(Store $store): JsonResponse
    {
        return response()->json([
            'data' => DB::table('release_batches')
                ->where('store_id', $store->id)
                ->orderByDesc('id')
                ->limit(100)
                ->get()
                ->map(self::row(...))
                ->all(),
        ]);
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
            ['release' => $release, 'work' => $work] = $this->releases->send(
                $store,
                null,
                Caller::id($request),
                is_string($request->input('name')) ? $request->input('name') : null,
                null,
                $request->integer('part', 100),
                Via::tryFrom($request->string('via')->value()),
            );
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
                null,
                null,
                $given['at'],
                Caller::id($request),
                $given['name'] ?? '',
                (int) ($given['part'] ?? 100),
                $given['rest'] ?? null,
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
            ['release' => $undo, 'work' => $work] = $this->releases->undo($store, $release, null, Caller::id($request));
        } catch (InvalidArgumentException $nothing) {
            abort(409, $nothing->getMessage());
        }

        return $this->answer($store, $undo, $work, 202);
    }

    private function answer(Store $store, int $release, ?int $work, int $status): JsonResponse
    {
        return response()->json(['data' => self::row($this->find($store, $release)), 'work' => $work], $status);
    }

    private function find(Store $store, int $release): stdClass
    {
        return DB::table('release_batches')->where('store_id', $store->id)->where('id', $release)->first() ??
            abort(404);
    }

    /** @return array<string, mixed> */
    private static function row(stdClass $batch): array
    {
        $states = DB::table('release_items')
            ->where('release_id', $batch->id)
            ->groupBy('state')
            ->selectRaw('state, COUNT(*) AS n')
            ->pluck('n', 'state')
            ->all();

        return [
            'id' => (int) $batch->id,
            'name' => (string) $batch->name,
            'undo_of' => $batch->undo_of === null ? null : (int) $batch->undo_of,
            'items' => (int) $batch->items,
            'states' => (object) Typed::ints($states),
            'created_at' => (string) $batch->created_at,
            'sent_at' => $batch->sent_at,
        ];
    }
}
