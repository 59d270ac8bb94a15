<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Connectors\Http\BrowserProcess;
use App\Gather\Rendering\Renders;
use App\Gather\Rendering\RenderWork;
use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
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
            'renders' => DB::table('gather_renders')
                ->join('pages', 'pages.id', '=', 'gather_renders.page_id')
                ->where('gather_renders.store_id', $store->id)
                ->orderByDesc('differs')
                ->orderByDesc('rendered_at')
                ->limit(60)
                ->get(['gather_renders.*', 'url']),
        ]);
    }

    /** One page, or a sample of each kind. */
    public function start(Request $request, Store $store, WorkDesk $desk): RedirectResponse
    {
        $given = $request->validate(['page' => ['nullable', 'integer', 'min:1']]);
        $pages = isset($given['page'])
            ? DB::table('pages')
                ->where('store_id', $store->id)
                ->where('id', $given['page'])
                ->pluck('id')
                ->map(Typed::int(...))
                ->all()
            : Renders::sample($store);
        abort_if($pages === [], 404);
        $work = WorkView::latest($store->id, RenderWork::sort());
        if ($work?->isActive() !== true) {
            $desk->begin(RenderWork::class, $store->id, 0, Caller::id($request), [
                'left' => array_values($pages),
            ]);
        }

        return redirect()->route('gather.rendered', $store);
    }
}
