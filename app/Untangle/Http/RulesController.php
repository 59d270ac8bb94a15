<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Stores\Models\Store;
use App\Untangle\Lists\RuleScreens;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** What parameters do, which rules hold, and which narrowed lists stand by themselves. */
final class RulesController
{
    public function parameters(Store $store): View
    {
        return view('untangle.parameters', RuleScreens::parameters($store));
    }

    public function rules(Request $request, Store $store): View
    {
        return view('untangle.rules', RuleScreens::rules($request, $store));
    }

    /** Lists narrowed by a filter, and which of them deserve to stand by themselves. */
    public function filters(Request $request, Store $store): View
    {
        return view('untangle.filters', RuleScreens::filters($request, $store));
    }
}
