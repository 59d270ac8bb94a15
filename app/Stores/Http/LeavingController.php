<?php

declare(strict_types=1);

namespace App\Stores\Http;

use App\Platform\Web\Caller;
use App\Stores\Leaving\Leaving;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Storage;
use InvalidArgumentException;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Putting a store away, exporting it, deleting it. */
final readonly class LeavingController
{
    public function __construct(private Leaving $leaving)
    {
    }

    public function archive(Store $store): RedirectResponse
    {
        $this->leaving->archive($store);

        return redirect()
            ->route('settings', [$store, 'leaving'])
            ->with('done', "{$store->name} is archived: nothing is fetched, written or sent until you bring it back.");
    }

    public function bringBack(Store $store): RedirectResponse
    {
        $this->leaving->bringBack($store);

        return redirect()
            ->route('settings', [$store, 'leaving'])
            ->with('done', "{$store->name} is back at work.");
    }

    public function export(Request $request, Store $store): RedirectResponse
    {
        $this->leaving->export($store, Caller::id($request));

        return redirect()
            ->route('settings', [$store, 'leaving'])
            ->with('done', 'The export has begun. It is offered here when it is done.');
    }

    public function download(Store $store): StreamedResponse
    {
        $file = Leaving::exported($store) ?? abort(404, 'There is no export any more. Begin another.');

        return Storage::disk('uploads')->download($file, "{$store->slug}.zip");
    }

    public function delete(Request $request, Store $store): RedirectResponse
    {
        $request->validate(['name' => ['required', 'string', 'max:120']]);
        try {
            $this->leaving->delete($store, $request->string('name')->value(), Caller::id($request));
        } catch (InvalidArgumentException $refused) {
            return back()->withErrors(['name' => $refused->getMessage()]);
        }

        return redirect()
            ->route('stores')
            ->with(
                'done',
                "{$store->name} is being deleted. Everything of it goes, files included; you can leave this page.",
            );
    }
}
