<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Changes\Drafts;
use App\Gather\Pages\Dossier;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** The dossier: all about one page. */
final class PageController
{
    public function __invoke(Request $request, Store $store, int $page, Drafts $drafts): View
    {
        return view(
            $request->hasHeader('HX-Request') ? 'gather.beside' : 'gather.page',
            Dossier::of($store, $page, $drafts) ?? abort(404),
        );
    }
}
