<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Tend\Known\OnceChecks;
use App\Tend\Known\Proof;
use App\Tend\Known\Proofs;
use App\Tend\Known\Submissions;
use App\Tend\Maps\SiteMaps;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;

/**
 * Whether search engines know the store: what is to be done once, proofs of whose it is, sitemaps that they were told
 * of.
 */
final class KnownController
{
    public function index(Store $store): View
    {
        $maps = SiteMaps::state($store);

        return view('tend.known', [
            'store' => $store,
            'checks' => OnceChecks::of($store),
            'proofs' => Proofs::of($store),
            'submissions' => Submissions::of($store),
            'served' => $maps === null ? '' : route('tend.maps.served', [$maps->token, 'sitemap.xml']),
        ]);
    }

    /** Keeps a proof, and looks at once whether it is live. */
    public function prove(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate(
            [
                'engine' => ['required', 'string', 'max:60'],
                'way' => ['required', 'in:1,2'],
                'name' => ['required', 'string', 'max:190', 'regex:~^[A-Za-z0-9_.:/\-]+$~'],
                'value' => ['nullable', 'string', 'max:500'],
            ],
            ['name.regex' => 'A name or path has letters, figures, “-”, “_”, “.”, “:” and “/”.'],
        );
        $proof = new Proof(
            0,
            $given['engine'],
            (int) $given['way'],
            $given['name'],
            trim((string) ($given['value'] ?? '')),
            null,
        );
        try {
            Proofs::keep($store, $proof, Caller::id($request));
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['name' => $wrong->getMessage()]);
        }

        return $this->look($store);
    }

    public function look(Store $store): RedirectResponse
    {
        $seen = Proofs::look($store);
        $all = count(Proofs::of($store));

        return redirect()
            ->route('tend.known', $store)
            ->with('done', "$seen of $all proofs are live.");
    }

    public function drop(Store $store, int $proof): RedirectResponse
    {
        Proofs::drop($store, $proof);

        return redirect()
            ->route('tend.known', $store)
            ->with('done', 'The proof is dropped here; take it out of the shop, too.');
    }

    /** Notes which sitemap was told to which search engine, and when. */
    public function told(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate([
            'engine' => ['required', 'string', 'max:60'],
            'sitemap' => ['required', 'url:http,https', 'max:1000'],
            'told_on' => ['required', 'date_format:Y-m-d', 'before_or_equal:tomorrow', 'after:2000-01-01'],
        ]);
        Submissions::note($store, $given, Caller::id($request));

        return redirect()->route('tend.known', $store)->with('done', 'It is noted.');
    }
}
