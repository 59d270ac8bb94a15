<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Changes\AddressChanges;
use App\Changes\AddressDrifts;
use App\Changes\AddressField;
use App\Inventory\Selections;
use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Untangle\Lists\CausePages;
use App\Untangle\Lists\Causes;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** Brings what was decided on its way: to release, to the writing desk; or takes it back. */
final class CarryController
{
    public function carryFamily(Request $request, Store $store, int $cause): RedirectResponse
    {
        $row = Causes::find($store, $cause) ?? abort(404);
        $causes = array_column(Causes::familyOf($store, $row), 'id');
        $pages = CausePages::safe($store, $causes);

        return MadeReady::answer($request, $store, $pages, redirect()->route('untangle.family', [$store, $cause]));
    }

    public function carry(Request $request, Store $store, int $cause): RedirectResponse
    {
        $pages =
            $request->input('which') === 'safe'
                ? CausePages::safeToDo($store, $cause)
                : CausePages::toDo($store, $cause);

        return MadeReady::answer($request, $store, $pages, redirect()->route('untangle.cause', [$store, $cause]));
    }

    /** All that is safe now, of all causes. */
    public function carrySafe(Request $request, Store $store): RedirectResponse
    {
        $pages = CausePages::safe($store, null);

        return MadeReady::answer($request, $store, $pages, redirect()->route('untangle', $store));
    }

    public function carryTangle(Request $request, Store $store, int $tangle): RedirectResponse
    {
        $pages = CausePages::ofTangle($store, $tangle);

        return MadeReady::answer($request, $store, $pages, redirect()->route('untangle.tangle', [$store, $tangle]));
    }

    /** What is to get a text of its own goes to the writing desk, as a list under a name. */
    public function rewrite(Request $request, Store $store): RedirectResponse
    {
        $request->validate(['cause' => ['required', 'integer']]);
        $cause = Causes::find($store, $request->integer('cause')) ?? abort(404);
        $pages = CausePages::toRewrite($store, $cause->id);
        if ($pages === []) {
            return back()->withErrors(['cause' => 'Nothing of this is to be rewritten.']);
        }
        $selection = Selections::keep(
            $store,
            mb_substr('To rewrite: '.$cause->words(), 0, 120),
            Caller::id($request),
            [$pages],
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
