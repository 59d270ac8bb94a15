<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Changes\AddressChanges;
use App\Changes\AddressDrifts;
use App\Changes\AddressField;
use App\Inventory\Selections;
use App\Platform\Database\Bulk;
use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Untangle\Deciding\Means;
use App\Untangle\Deciding\Plan;
use App\Untangle\Lists\CausePages;
use App\Untangle\Lists\CauseWords;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use stdClass;

/** Brings what was decided on its way: to release, to the writing desk; or takes it back. */
final class CarryController
{
    public function carryFamily(Request $request, Store $store, int $cause): RedirectResponse
    {
        $row = DB::table('untangle_causes')->where('store_id', $store->id)->where('id', $cause)->first() ?? abort(404);
        $causes = array_map(static fn (stdClass $one): int => (int) $one->id, CausePages::familyOf($store, $row));
        $pages = Bulk::ids(
            DB::table('untangle_pages')
                ->where('store_id', $store->id)
                ->whereIn('cause_id', $causes)
                ->where('is_safe', 1)
                ->whereIn('action', Means::changes())
                ->orderByDesc('clicks')
                ->orderBy('page_id')
                ->limit(Plan::MOST)
                ->get(['page_id'])
                ->all(),
            'page_id',
        );

        return MadeReady::answer($request, $store, $pages, redirect()->route('untangle.family', [$store, $cause]));
    }

    public function carry(Request $request, Store $store, int $cause): RedirectResponse
    {
        $pages = CausePages::toDo($store, $cause);
        if ($request->input('which') === 'safe') {
            $safe = array_flip(
                Typed::ints(
                    DB::table('untangle_pages')
                        ->where('store_id', $store->id)
                        ->where('cause_id', $cause)
                        ->where('is_safe', 1)
                        ->pluck('page_id')
                        ->all(),
                ),
            );
            $pages = array_values(array_filter($pages, static fn (int $page): bool => isset($safe[$page])));
        }

        return MadeReady::answer($request, $store, $pages, redirect()->route('untangle.cause', [$store, $cause]));
    }

    /** All that is safe now, of all causes. */
    public function carrySafe(Request $request, Store $store): RedirectResponse
    {
        $pages = array_values(
            Typed::ints(
                DB::table('untangle_pages as u')
                    ->join('untangle_causes as c', 'c.id', '=', 'u.cause_id')
                    ->where('u.store_id', $store->id)
                    ->where('c.is_safe', 1)
                    ->where('u.is_safe', 1)
                    ->whereIn('u.action', Means::changes())
                    ->orderByDesc('u.clicks')
                    ->orderBy('u.page_id')
                    ->limit(Plan::MOST)
                    ->pluck('u.page_id')
                    ->all(),
            ),
        );

        return MadeReady::answer($request, $store, $pages, redirect()->route('untangle', $store));
    }

    public function carryTangle(Request $request, Store $store, int $tangle): RedirectResponse
    {
        $pages = array_values(
            Typed::ints(
                DB::table('untangle_pages')
                    ->where('store_id', $store->id)
                    ->where('tangle_id', $tangle)
                    ->pluck('page_id')
                    ->all(),
            ),
        );

        return MadeReady::answer($request, $store, $pages, redirect()->route('untangle.tangle', [$store, $tangle]));
    }

    /** What is to get a text of its own goes to the writing desk, as a list under a name. */
    public function rewrite(Request $request, Store $store): RedirectResponse
    {
        $request->validate(['cause' => ['required', 'integer']]);
        $cause =
            DB::table('untangle_causes')
                ->where('store_id', $store->id)
                ->where('id', Typed::int($request->input('cause')))
                ->first() ?? abort(404);
        $pages = DB::table('untangle_pages')
            ->where('store_id', $store->id)
            ->where('cause_id', $cause->id)
            ->where('action', Means::Rewrite->value)
            ->orderByDesc('clicks')
            ->limit(2000)
            ->pluck('page_id')
            ->map(static fn (mixed $id): int => Typed::int($id))
            ->all();
        if ($pages === []) {
            return back()->withErrors(['cause' => 'Nothing of this is to be rewritten.']);
        }
        $selection = Selections::keep(
            $store,
            mb_substr('To rewrite: '.CauseWords::of($cause), 0, 120),
            Caller::id($request),
            [array_values($pages)],
        );

        return redirect()->route('write', [$store, 'selection' => $selection]);
    }

    /** Takes back what was put down and is not on its way yet. */
    public function drop(Request $request, Store $store, AddressChanges $changes): RedirectResponse
    {
        return back()->with(
            'done',
            number_format($changes->drop($store, null, Caller::id($request))).' changes were withdrawn.',
        );
    }

    /** What was released and shows no more: put it back, or take what shows as meant. */
    public function drifts(Request $request, Store $store, AddressChanges $changes): RedirectResponse
    {
        $request->validate(['do' => ['required', 'in:back,accept']]);
        $drifts = AddressDrifts::list($store, AddressField::decisive(), 20_000);
        if ($request->input('do') === 'accept') {
            AddressDrifts::accept($drifts);

            return back()->with('done', 'Accepted.');
        }
        $put = $changes->again($store, $drifts, Caller::id($request));

        return redirect()
            ->route('release', $store)
            ->with('done', number_format($put).' are ready to be sent again.');
    }
}
