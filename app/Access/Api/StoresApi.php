<?php

declare(strict_types=1);

namespace App\Access\Api;

use App\Access\Founding;
use App\Access\Models\User;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkView;
use App\Stores\Adding\NewStore;
use App\Stores\Adding\NotAShop;
use App\Stores\Adding\ShopProbe;
use App\Stores\Events\StoreAdded;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Stores\Steps\StepBoard;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;

/** Stores as JSON: which there are, what waits in each, and adding one. Described in resources/api/openapi.json. */
final readonly class StoresApi
{
    public function __construct(private StepBoard $board, private Founding $founding)
    {
    }

    public function index(Request $request): JsonResponse
    {
        $user = self::user($request);

        return response()->json([
            'data' => $user
                ->stores()
                ->whereNull('leaving_at')
                ->orderBy('name')
                ->get()
                ->map(static fn (Store $store): array => self::row($store, $user))
                ->all(),
        ]);
    }

    public function show(Request $request, Store $store): JsonResponse
    {
        return response()->json([
            'data' => self::row($store, self::user($request)) + [
                'steps' => array_map(
                    static fn (array $one): array => [
                        'step' => $one['step']->value,
                        'waiting' => $one['waiting']->count ?? 0,
                        'words' => $one['waiting']->words ?? '',
                    ],
                    array_values(
                        array_filter(
                            $this->board->forStore($store),
                            static fn (array $one): bool => $one['url'] !== null,
                        ),
                    ),
                ),
                'under_way' => array_map(self::work(...), WorkView::underWay($store->id)),
            ],
        ]);
    }

    public function add(Request $request): JsonResponse
    {
        abort_unless(self::user($request)->mayAddStores(), 403, 'Whoever owns a store may add others; you own none.');
        $text = static fn (string $key, string $else): string => is_string($request->input($key))
            ? trim($request->input($key))
            : $else;
        $private = $request->input('private') === true;
        try {
            $sight = ShopProbe::look($text('url', ''), $private);
            $new = new NewStore(
                $text('name', $sight->name->value),
                $sight->url,
                $text('language', $sight->language->value),
                strtoupper($text('currency', $sight->currency->value)),
                $text('timezone', $sight->timezone->value),
                strtoupper($text('country', $sight->country->value)),
                $private,
                $sight->markets,
            );
            $store = $this->founding->found(self::user($request), $new, evenAgain: true);
        } catch (NotAShop|InvalidArgumentException $wrong) {
            throw ValidationException::withMessages(['url' => $wrong->getMessage()]);
        }
        if ($request->input('crawl') !== false && $sight->obstacle === null) {
            StoreAdded::dispatch($store->id, self::user($request)->id);
        }

        return response()->json(['data' => self::row($store, self::user($request))], 201);
    }

    public function workOf(Store $store, int $work): JsonResponse
    {
        return response()->json(['data' => self::work(WorkView::of($store->id, $work) ?? abort(404))]);
    }

    public function stop(Store $store, int $work, WorkDesk $desk): JsonResponse
    {
        $view = WorkView::of($store->id, $work) ?? abort(404);
        abort_if(str_starts_with($view->sort, 'release.'), 403, 'A release is stopped on its own page.');
        $desk->stop($work);

        return $this->workOf($store, $work)->setStatusCode(202);
    }

    /** @return array<string, int|string|object|null> */
    public static function work(WorkView $work): array
    {
        return [
            'id' => $work->id,
            'type' => $work->sort,
            'state' => $work->state,
            'progress' => (object) array_filter($work->progress, static fn (mixed $one): bool => is_scalar($one)),
            'problem' => $work->problem,
            'started_at' => $work->startedAt?->format('Y-m-d\TH:i:s\Z'),
            'ended_at' => $work->endedAt?->format('Y-m-d\TH:i:s\Z'),
        ];
    }

    /** @return array<string, mixed> */
    private static function row(Store $store, User $user): array
    {
        return [
            'slug' => $store->slug,
            'name' => $store->name,
            'url' => $store->base_url,
            'role' => (string) $user->roleIn($store)?->value,
            'timezone' => $store->timezone,
            'state' => $store->archived_at === null ? 'at work' : 'archived',
            'markets' => array_map(
                static fn (Market $market): array => [
                    'id' => $market->id,
                    'name' => $market->name,
                    'language' => $market->language,
                    'country' => $market->country,
                    'currency' => $market->currency,
                ],
                Markets::of($store)->all(),
            ),
        ];
    }

    private static function user(Request $request): User
    {
        $user = $request->user();

        return $user instanceof User ? $user : abort(401);
    }
}
