<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Connectors\Http\BrowserProcess;
use App\Gather\Rendering\Renders;
use App\Gather\Rendering\RenderWork;
use App\Inventory\StorePages;
use App\Platform\Web\Caller;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** Pages before and after their scripts have run, side by side. */
final class RenderController
{
    public function show(Store $store): View
    {
        return view('gather.rendered', [
            'store' => $store,
            'hasBrowser' => BrowserProcess::isThere(),
            'work' => WorkView::latest($store->id, RenderWork::sort()),
            'renders' => Renders::latest($store),
        ]);
    }

    /** One page, or a sample of each kind. */
    public function start(Request $request, Store $store, WorkDesk $desk): RedirectResponse
    {
        $given = $request->validate(['page' => ['nullable', 'integer', 'min:1']]);
        $pages = isset($given['page']) ? StorePages::among($store, [(int) $given['page']]) : Renders::sample($store);
        abort_if($pages === [], 404);
        $work = WorkView::latest($store->id, RenderWork::sort());
        if ($work?->isActive() !== true) {
            $desk->begin(
                new NewWork(RenderWork::class, $store->id, 0, Caller::id($request), [
                    'left' => array_values($pages),
                ]),
            );
        }

        return redirect()->route('gather.rendered', $store);
    }
}
