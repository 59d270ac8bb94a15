<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Stores\Models\Store;
use App\Tend\Known\OnceChecks;
use App\Tend\Known\Proofs;
use App\Tend\Maps\SiteMaps;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;

/**
 * Whether search engines know the store: what is to be done once, proofs of whose it is, sitemaps that they were told
 * of.
 */
final class KnownController
{
    private const MOST_PROOFS = 50;

    public function index(Store $store): View
    {
        $maps = SiteMaps::state($store);

        return view('tend.known', [
            'store' => $store,
            'checks' => OnceChecks::of($store),
            'proofs' => Proofs::of($store),
            'submissions' => DB::table('tend_submissions')
                ->leftJoin('users', 'users.id', '=', 'tend_submissions.user_id')
                ->where('store_id', $store->id)
                ->orderByDesc('told_on')
                ->orderByDesc('tend_submissions.id')
                ->limit(50)
                ->get(['tend_submissions.*', 'users.name as user_name']),
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
        if (DB::table('tend_proofs')->where('store_id', $store->id)->count() >= self::MOST_PROOFS) {
            return back()->withErrors([
                'name' => 'There are '.self::MOST_PROOFS.' proofs already; drop some first.',
            ]);
        }
        DB::table('tend_proofs')->upsert(
            [
                [
                    'store_id' => $store->id,
                    'engine' => $given['engine'],
                    'way' => (int) $given['way'],
                    'name' => $given['name'],
                    'value' => trim((string) ($given['value'] ?? '')),
                    'user_id' => $request->user()?->getAuthIdentifier(),
                ],
            ],
            ['store_id', 'engine', 'way', 'name'],
            ['value', 'user_id'],
        );

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
        DB::table('tend_proofs')->where('store_id', $store->id)->where('id', $proof)->delete();

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
        // Pressed twice it is noted once.
        DB::table('tend_submissions')->updateOrInsert(['store_id' => $store->id] + $given, [
            'user_id' => $request->user()?->getAuthIdentifier(),
        ]);

        return redirect()->route('tend.known', $store)->with('done', 'It is noted.');
    }
}
