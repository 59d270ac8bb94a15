<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Changes\AddressChanges;
use App\Changes\AddressDrifts;
use App\Platform\Web\Caller;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use App\Tend\Lists\PageReach;
use App\Tend\Releasing\Parts;
use App\Tend\Releasing\PartsSeen;
use App\Tend\Releasing\PutWork;
use App\Tend\Robots\RobotsBook;
use Closure;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use InvalidArgumentException;

/**
 * What Tend makes for pages and goes into the shop by a release: structured data, alt texts, robots.txt, the name of
 * sitemaps.
 */
final class PartsController
{
    /** Pages for which something is made while one waits; more are work of their own. */
    private const AT_ONCE = 1000;

    public function __construct(private readonly Parts $parts, private readonly WorkDesk $desk)
    {
    }

    /** What is made for all open pages of a cause. */
    public function cause(Request $request, Store $store, int $cause): RedirectResponse
    {
        $type = Parts::typeOf($store, $cause) ?? abort(404);
        $pages = Parts::pagesOf($store, $cause, 0, self::AT_ONCE + 1);
        if (count($pages) > self::AT_ONCE) {
            $this->desk->begin(new NewWork(PutWork::class, $store->id, $cause, self::user($request)));

            return back()->with('done', 'It is being made ready for release.');
        }

        return back()->with('done', Parts::inWords($this->parts->mend($store, $type, $pages, self::user($request))));
    }

    public function page(Request $request, Store $store, int $page): RedirectResponse
    {
        abort_if(PageReach::find($store, $page) === null, 404);

        return back()->with('done', Parts::inWords($this->parts->markup($store, [$page], self::user($request))));
    }

    public function alts(Request $request, Store $store, int $page): RedirectResponse
    {
        abort_if(PageReach::find($store, $page) === null, 404);

        return back()->with('done', Parts::inWords($this->parts->alts($store, [$page], self::user($request))));
    }

    public function robots(Request $request, Store $store, int $version): RedirectResponse
    {
        $row = RobotsBook::find($store, $version) ?? abort(404);

        return $this->told(fn (): int => $this->parts->robots($store, $row->body, $row->note, self::user($request)));
    }

    /** The shop's robots.txt with a line that names our sitemaps. */
    public function sitemaps(Request $request, Store $store): RedirectResponse
    {
        return $this->told(fn (): ?int => $this->parts->sitemaps($store, self::user($request)));
    }

    /** What was released and shows no more: put it back, or take what shows as meant. */
    public function drifts(Request $request, Store $store, AddressChanges $changes): RedirectResponse
    {
        $do = $request->validate(['do' => ['required', 'in:back,accept']])['do'];
        $drifts = AddressDrifts::list($store, PartsSeen::fields(), 20_000);
        if ($do === 'accept') {
            AddressDrifts::accept($drifts);

            return back()->with('done', 'Accepted.');
        }

        return back()->with('done', Parts::inWords($changes->again($store, $drifts, self::user($request))));
    }

    /** @param  Closure(): ?int  $put  how many changes were put down; null where nothing was to change */
    private function told(Closure $put): RedirectResponse
    {
        try {
            $count = $put();
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['body' => $wrong->getMessage()]);
        }

        return back()->with(
            'done',
            match ($count) {
                null => 'robots.txt names them already.',
                0 => 'The shop has it already, or it is on its way.',
                default => 'robots.txt is ready for release.',
            },
        );
    }

    private static function user(Request $request): int
    {
        return Caller::id($request);
    }
}
