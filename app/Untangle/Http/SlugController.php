<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Changes\Addresses\SlugAdvice;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;

final class SlugController
{
    public function index(Request $request, Store $store): View
    {
        $all = $request->query('all') === '1';

        return view(
            'untangle.slugs',
            ['store' => $store, 'all' => $all] +
                SlugAdvice::list($store, (int) $request->query('after', '0'), 30, $all),
        );
    }

    public function change(Request $request, Store $store): RedirectResponse
    {
        $request->validate([
            'resource' => ['required', 'integer'],
            'slug' => ['required', 'string', 'max:120'],
            'confirmed' => ['nullable', 'in:1'],
        ]);
        $user = $request->user()?->getAuthIdentifier();
        try {
            SlugAdvice::change(
                $store,
                Typed::int($request->input('resource')),
                $request->string('slug')->value(),
                $request->input('confirmed') === '1',
                is_numeric($user) ? (int) $user : null,
            );
        } catch (InvalidArgumentException $wrong) {
            return back()
                ->withInput()
                ->withErrors(['slug' => $wrong->getMessage()]);
        }

        return back()->with('done', 'The new slug is ready for release; the old URL will redirect.');
    }
}
