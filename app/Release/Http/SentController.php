<?php

declare(strict_types=1);

namespace App\Release\Http;

use App\Access\Models\User;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkView;
use App\Release\Handing\Handover;
use App\Release\Items\FieldChange;
use App\Release\Releases;
use App\Release\Sending\LookWork;
use App\Release\Sending\SendWork;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use InvalidArgumentException;
use stdClass;

/** One release that was made: its items, how far it is, and what is done with it. */
final class SentController
{
    private const PAGE = 50;

    public function show(Request $request, Store $store, int $release): View
    {
        $row = $this->find($store, $release);
        $items = DB::table('release_items')
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
            ]);

        return view(
            'release.show',
            [
                'store' => $store,
                'release' => $row,
                'items' => $items->take(self::PAGE),
                'next' => $items->count() > self::PAGE ? $items[self::PAGE - 1]?->id : null,
                'files' => (new Handover($store, $release))->files(),
                'handed' => DB::table('release_items')
                    ->where('release_id', $release)
                    ->groupBy('via')
                    ->selectRaw('via, COUNT(*) AS n, MIN(due_at) AS due')
                    ->get()
                    ->keyBy('via')
                    ->all(),
                'changesOf' => static fn (stdClass $item): array => FieldChange::unpack((string) $item->fields),
            ] + $this->progressOf($release),
        );
    }

    public function progress(Store $store, int $release): View
    {
        return view(
            'release.progress',
            ['store' => $store, 'release' => $this->find($store, $release)] + $this->progressOf($release),
        );
    }

    public function undo(Request $request, Store $store, int $release, Releases $releases): RedirectResponse
    {
        $request->validate([
            'items' => ['array', 'max:1000'],
            'items.*' => ['integer'],
            'scope' => ['required', 'in:ticked,all'],
        ]);
        /** @var User $user */
        $user = $request->user();
        /** @var list<int|string> $ticked */
        $ticked = $request->input('items', []);
        try {
            $made = $releases->undo(
                $store,
                $release,
                $request->input('scope') === 'all' ? null : array_map(intval(...), array_values($ticked)),
                $user->id,
            );
        } catch (InvalidArgumentException $wrong) {
            return redirect()
                ->route('release.show', [$store, $release])
                ->withErrors(['items' => $wrong->getMessage()]);
        }

        return redirect()->route('release.show', [$store, $made['release']]);
    }

    /** What people want to remember of a release. */
    public function note(Request $request, Store $store, int $release): RedirectResponse
    {
        $given = $request->validate(['note' => ['nullable', 'string', 'max:1000']]);
        $this->find($store, $release);
        DB::table('release_batches')
            ->where('store_id', $store->id)
            ->where('id', $release)
            ->update(['note' => trim((string) ($given['note'] ?? '')) ?: null]);

        return redirect()
            ->route('release.show', [$store, $release])
            ->with('done', 'Noted.');
    }

    public function stop(Store $store, int $release, WorkDesk $desk): RedirectResponse
    {
        $this->find($store, $release);
        $work = WorkView::about(SendWork::sort(), $release);
        if ($work !== null) {
            $desk->stop($work->id);
        }

        return redirect()->route('release.show', [$store, $release]);
    }

    public function resume(Store $store, int $release, WorkDesk $desk): RedirectResponse
    {
        $this->find($store, $release);
        $work = WorkView::about(SendWork::sort(), $release);
        if ($work !== null) {
            $desk->resume($work->id);
        }

        return redirect()->route('release.show', [$store, $release]);
    }

    /** Looks at all pages again that have not been seen live. */
    public function look(Store $store, int $release, WorkDesk $desk): RedirectResponse
    {
        $this->find($store, $release);
        DB::table('release_items')
            ->where('release_id', $release)
            ->whereIn('seen', ['no', 'not yet', 'not seen'])
            ->update([
                'seen' => 'no',
                'look_at' => now(),
                'looks' => 0,
                'due_at' => DB::raw(
                    "IF(state = 'handed', TIMESTAMPADD(DAY, {$store->options()->handoverDays}, ".
                        'UTC_TIMESTAMP()), due_at)',
                ),
            ]);
        $work = WorkView::about(LookWork::sort(), $release);
        $work !== null && $work->isActive()
            ? $desk->wake($work->id)
            : $desk->begin(LookWork::class, $store->id, $release, null);

        return redirect()->route('release.show', [$store, $release]);
    }

    private function find(Store $store, int $release): stdClass
    {
        return DB::table('release_batches')
            ->leftJoin('users', 'users.id', '=', 'user_id')
            ->where('store_id', $store->id)
            ->where('release_batches.id', $release)
            ->first(['release_batches.*', 'users.name as user_name']) ?? abort(404);
    }

    /**
     * @return array{sending: ?WorkView, looking: ?WorkView, counts: array<string, int>, seen: array<string, int>,
     *     undone: int}
     */
    private function progressOf(int $release): array
    {
        return [
            'sending' => WorkView::about(SendWork::sort(), $release),
            'looking' => WorkView::about(LookWork::sort(), $release),
            'counts' => Typed::ints(
                DB::table('release_items')
                    ->where('release_id', $release)
                    ->groupBy('state')
                    ->selectRaw('state, COUNT(*) AS n')
                    ->pluck('n', 'state')
                    ->all(),
            ),
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
