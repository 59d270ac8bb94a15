<?php

declare(strict_types=1);

namespace App\Release\Lists;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\WorkView;
use App\Release\Handing\Handover;
use App\Release\Items\ItemCounts;
use App\Release\Items\Via;
use App\Release\Sending\LookWork;
use App\Release\Sending\SendWork;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** One release that was made: its items, and how far it is. */
final class SentRelease
{
    private const PAGE = 50;

    /** Releases of a list without pages. */
    private const MOST = 100;

    public static function find(Store $store, int $release): ?Batch
    {
        $row = Rows::maybe(
            DB::table('release_batches')
                ->leftJoin('users', 'users.id', '=', 'user_id')
                ->where('store_id', $store->id)
                ->where('release_batches.id', $release)
                ->first(['release_batches.*', 'users.name as user_name']),
        );

        return Records::one(Batch::class, $row);
    }

    /** @return list<Batch> the newest first */
    public static function latest(Store $store): array
    {
        $rows = Rows::of(
            DB::table('release_batches')->where('store_id', $store->id)->orderByDesc('id')->limit(self::MOST)->get(),
        );

        return Records::of(Batch::class, $rows);
    }

    /** @return array<string, mixed> for the view release.show */
    public static function of(Request $request, Store $store, Batch $row): array
    {
        $release = $row->id;
        $items = Records::of(
            ListedItem::class,
            Rows::of(
                DB::table('release_items')
                    ->leftJoin('resources', 'resources.id', '=', 'release_items.resource_id')
                    ->leftJoin('pages', 'pages.id', '=', 'release_items.page_id')
                    ->where('release_id', $release)
                    ->when(
                        is_string($request->query('state')),
                        static fn ($query) => $query->where('state', $request->query('state')),
                    )
                    ->when(
                        is_string($request->query('seen')),
                        static fn ($query) => $query->where('seen', $request->query('seen')),
                    )
                    ->where('release_items.id', '>', (int) $request->query('after', '0'))
                    ->orderBy('release_items.id')
                    ->limit(self::PAGE + 1)
                    ->get([
                        'release_items.*',
                        DB::raw('COALESCE(pages.url, resources.name) AS name'),
                        DB::raw('COALESCE(release_items.page_id, resources.page_id) AS page_id'),
                    ]),
            ),
        );

        return [
            'store' => $store,
            'release' => $row,
            'items' => array_slice($items, 0, self::PAGE),
            'next' => count($items) > self::PAGE ? $items[self::PAGE - 1]->id : null,
            'files' => (new Handover($store, $release))->files(),
            'byPerson' => DB::table('release_items')
                ->where('release_id', $release)
                ->where('via', Via::Person->value)
                ->count(),
        ] + self::progress($release);
    }

    /**
     * @return array{sending: ?WorkView, looking: ?WorkView, counts: array<string, int>, seen: array<string, int>,
     *     undone: int}
     */
    public static function progress(int $release): array
    {
        return [
            'sending' => WorkView::about(SendWork::sort(), $release),
            'looking' => WorkView::about(LookWork::sort(), $release),
            'counts' => ItemCounts::of($release),
            'seen' => Typed::ints(
                DB::table('release_items')
                    ->where('release_id', $release)
                    ->whereNotNull('seen')
                    ->groupBy('seen')
                    ->selectRaw('seen, COUNT(*) AS n')
                    ->pluck('n', 'seen')
                    ->all(),
            ),
            'undone' => DB::table('release_items')->where('release_id', $release)->whereNotNull('undone_by')->count(),
        ];
    }
}
