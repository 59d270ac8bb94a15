<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Platform\Web\Caller;
use App\Platform\Work\WorkView;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Tend\Finding\Finds;
use App\Tend\Found\FindingGroup;
use App\Tend\Lists\FindingList;
use App\Tend\Lists\TendState;
use App\Tend\Maps\MapWork;
use App\Tend\Maps\SiteMaps;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\View\View;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** A store's sitemaps: what they hold, how much of each is indexed, and the files themselves. */
final class MapController
{
    private const XML = 'application/xml; charset=UTF-8';

    public function index(Store $store): View
    {
        $state = SiteMaps::state($store);

        return view('tend.maps', [
            'store' => $store,
            'state' => TendState::of($store),
            'maps' => $state,
            'files' => SiteMaps::files($store),
            'markets' => Markets::of($store),
            'work' => WorkView::latest($store->id, MapWork::sort()),
            'served' => $state === null ? null : route('tend.maps.served', [$state->token, 'sitemap.xml']),
            'causes' => FindingList::causes($store, FindingGroup::Sitemaps->types()),
        ]);
    }

    public function make(Request $request, Store $store, Finds $finds): RedirectResponse
    {
        SiteMaps::token($store);
        $finds->begin($store->id, Caller::id($request), MapWork::class);

        return back()->with('done', 'The sitemaps are being made; after each crawl they are made anew.');
    }

    public function zip(Store $store): BinaryFileResponse
    {
        abort_if(SiteMaps::files($store) === [], 404);

        return response()
            ->download(SiteMaps::zip($store), "{$store->slug}-sitemaps.zip", ['Content-Type' => 'application/zip'])
            ->deleteFileAfterSend();
    }

    /** The files as search engines fetch them, without signing in: who knows the address may read them. */
    public function served(string $token, string $file): Response
    {
        $store = SiteMaps::byToken($token) ?? abort(404);
        if ($file === 'sitemap.xml') {
            $index = SiteMaps::index($store, dirname(route('tend.maps.served', [$token, $file])), '.xml') ?? abort(404);

            return response($index, 200, ['Content-Type' => self::XML]);
        }
        $isPacked = str_ends_with($file, '.gz');
        $name = (string) preg_replace('/\.xml(\.gz)?$/', '', $file);
        $body = SiteMaps::file($store, $name) ?? abort(404);

        return response($isPacked ? $body : (string) gzdecode($body), 200, [
            'Content-Type' => $isPacked ? 'application/gzip' : self::XML,
        ]);
    }
}
