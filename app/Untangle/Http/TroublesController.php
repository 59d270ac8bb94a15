<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Stores\Models\Store;
use App\Untangle\Lists\DeclaredScreens;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** What is declared wrongly: canonicals, what the search engine chose otherwise, versions in other languages. */
final class TroublesController
{
    /** What is declared, by what it is worth; and where the search engine chose otherwise. */
    public function troubles(Request $request, Store $store): View
    {
        return view('untangle.troubles', DeclaredScreens::declared($request, $store));
    }

    /** What is wrong with versions in other languages and markets. */
    public function versions(Request $request, Store $store): View
    {
        return view('untangle.versions', DeclaredScreens::versions($request, $store));
    }
}
