<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Untangle\Deciding\Plan;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** Makes what is to be done with pages ready for release, and says how much of it. */
final class MadeReady
{
    /** @param  list<int>  $pages */
    public static function answer(
        Request $request,
        Store $store,
        array $pages,
        RedirectResponse $back,
    ): RedirectResponse {
        $plan = Plan::of($store, $pages);
        $put = $plan->put($store, Caller::id($request));
        $held = count($plan->heldBack);

        return $put === 0 && $held === 0
            ? $back->withErrors(['plan' => 'Nothing of this is left to make ready.'])
            : $back->with(
                'done',
                number_format($put).
                    ' changes are ready for release'.
                    ($held === 0
                        ? '.'
                        : '; '.
                            number_format($held).
                            ' were held back: '.
                            implode(', ', array_slice(array_unique($plan->heldBack), 0, 3)).
                            '.'),
            );
    }
}
