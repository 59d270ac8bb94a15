<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\RedirectFile;
use App\Connectors\Shop\ShopUnavailable;
use App\Platform\Database\Rows;
use App\Platform\Web\Caller;
use App\Stores\Connections;
use App\Stores\Models\Store;
use App\Untangle\Redirects\Book;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use InvalidArgumentException;
use Orchard\Core\Redirects\Redirect;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** The redirect book, and addresses that are lost. */
final class RedirectController
{
    private const PAGE = 100;

    public function index(Request $request, Store $store): View
    {
        $only = in_array($request->query('only'), ['faults', 'waiting', 'live'], true) ? $request->query('only') : null;
        $after = (int) $request->query('after', '0');
        $rows = DB::table('untangle_redirects')
            ->where('store_id', $store->id)
            ->when($only === 'faults', static fn ($query) => $query->whereNotNull('fault'))
            ->when($only === 'waiting', static fn ($query) => $query->where('is_live', 0)->whereNull('fault'))
            ->when($only === 'live', static fn ($query) => $query->where('is_live', 1))
            ->when($after > 0, static fn ($query) => $query->where('id', '<', $after))
            ->orderByDesc('id')
            ->limit(self::PAGE + 1)
            ->get();

        return view('untangle.redirects', [
            'store' => $store,
            'only' => $only,
            'rows' => $rows->take(self::PAGE),
            'next' => $rows->count() > self::PAGE ? $rows[self::PAGE - 1]?->id : null,
            'refused' => session('refused', []),
            'counts' => Rows::one(
                'SELECT COUNT(*) AS n, COALESCE(SUM(fault IS NOT NULL), 0) AS faults, COALESCE(SUM(is_live = 0
                    AND fault IS NULL), 0) AS waiting, COALESCE(SUM(is_live), 0) AS live FROM untangle_redirects WHERE store_id = ?',
                [$store->id],
            ),
            'others' => DB::table('address_states')
                ->where('store_id', $store->id)
                ->where('field', AddressField::Redirect->value)
                ->count(),
        ]);
    }

    public function add(Request $request, Store $store): RedirectResponse
    {
        $request->validate([
            'lines' => ['nullable', 'string', 'max:3000000'],
            'from' => ['nullable', 'string', 'max:2000'],
            'to' => ['nullable', 'string', 'max:2000'],
        ]);
        $book = new Book($store, app(AddressChanges::class));
        try {
            $taken = $request->filled('from')
                ? $book->takePattern(
                    trim($request->string('from')->value()),
                    trim($request->string('to')->value()),
                    Caller::id($request),
                )
                : $book->takeList($request->string('lines')->value(), Caller::id($request));
        } catch (InvalidArgumentException $wrong) {
            return back()
                ->withInput()
                ->withErrors(['lines' => $wrong->getMessage()]);
        }

        return redirect()
            ->route('untangle.redirects', $store)
            ->with('refused', array_slice($taken['refused'], 0, 50))
            ->with(
                'done',
                number_format($taken['added']).
                    ' lines are in the book'.
                    ($taken['refused'] === []
                        ? '.'
                        : ', '.number_format(count($taken['refused'])).' were refused.'),
            );
    }

    public function put(Request $request, Store $store): RedirectResponse
    {
        $put = (new Book($store, app(AddressChanges::class)))->put(Caller::id($request));

        return redirect()
            ->route('untangle.redirects', $store)
            ->with('done', number_format($put).' redirects are ready under Release.');
    }

    public function hits(Store $store, Connections $connections): RedirectResponse
    {
        try {
            return redirect()
                ->route('untangle.redirects', $store)
                ->with(
                    'done',
                    'The shop told of '.
                        number_format((new Book($store, app(AddressChanges::class)))->countHits($connections)).
                        ' lines.',
                );
        } catch (ShopUnavailable $unavailable) {
            return redirect()
                ->route('untangle.redirects', $store)
                ->withErrors(['hits' => $unavailable->getMessage()]);
        }
    }

    public function drop(Store $store, int $line): RedirectResponse
    {
        (new Book($store, app(AddressChanges::class)))->drop($line);

        return back()->with('done', 'The redirect was removed from the list. If it is live, take back its release.');
    }

    /** The book as a web server or a spreadsheet takes it. */
    public function export(Store $store, string $form): StreamedResponse
    {
        abort_unless(in_array($form, RedirectFile::FORMS, true), 404);
        $lines = (new Book($store, app(AddressChanges::class)))->flat();
        // A name with a line end in it would be a line of configuration.
        $head =
            '# Redirects of '.preg_replace('/[^\P{C}]+|\s+/u', ' ', $store->name).', '.count($lines)." lines\n";

        return response()->streamDownload(
            static fn () => RedirectFile::write(
                $form,
                $lines,
                fopen('php://output', 'wb') ?: throw new \RuntimeException('No output.'),
                $head,
            ),
            "{$store->slug}-redirects.".($form === 'apache.txt' ? 'txt' : $form),
            ['Content-Type' => RedirectFile::type($form)],
        );
    }

    public function lost(Request $request, Store $store): View
    {
        $plan = in_array($request->query('plan'), ['redirect', 'like', 'ask', 'gone'], true)
            ? $request->query('plan')
            : null;

        return view('untangle.lost', [
            'store' => $store,
            'plan' => $plan,
            'counts' => DB::table('untangle_lost')
                ->where('store_id', $store->id)
                ->groupBy('plan')
                ->selectRaw('plan, COUNT(*) AS n')
                ->pluck('n', 'plan'),
            'rows' => DB::table('untangle_lost as l')
                ->join('pages as p', 'p.id', '=', 'l.page_id')
                ->leftJoin('pages as t', 't.id', '=', 'l.target_page')
                ->where('l.store_id', $store->id)
                ->when($plan !== null, static fn ($query) => $query->where('l.plan', $plan))
                ->orderByDesc('l.clicks')
                ->orderByDesc('l.backlinks')
                ->orderByDesc('l.links_in')
                ->orderBy('l.page_id')
                ->limit(200)
                ->get(['l.*', 'p.url', 't.url as target_url']),
            'links' => DB::table('links as l')
                ->join(
                    'untangle_lost as o',
                    static fn ($join) => $join->on('o.page_id', '=', 'l.to_page')->on('o.store_id', '=', 'l.store_id'),
                )
                ->join('pages as p', 'p.id', '=', 'l.from_page')
                ->join('pages as t', 't.id', '=', 'l.to_page')
                ->where('l.store_id', $store->id)
                ->limit(50)
                ->get(['p.url as from_url', 'l.anchor', 't.url as to_url']),
        ]);
    }

    /**
     * Ticked lost addresses redirect to what is proposed, or to what was written beside them; or stay gone for good.
     */
    public function decideLost(Request $request, Store $store): RedirectResponse
    {
        $request->validate([
            'pages' => ['required', 'array', 'max:1000'],
            'pages.*' => ['integer'],
            'to' => ['array', 'max:1000'],
            'to.*' => ['nullable', 'string', 'max:2000'],
            'do' => ['required', 'in:redirect,gone'],
        ]);
        /** @var list<int|string> $ticked */
        $ticked = $request->input('pages');
        /** @var array<int|string, string|null> $to */
        $to = $request->input('to', []);
        $isGone = $request->input('do') === 'gone';
        $pairs = [];
        foreach (
            DB::table('untangle_lost as l')
                ->join('pages as p', 'p.id', '=', 'l.page_id')
                ->leftJoin('pages as t', 't.id', '=', 'l.target_page')
                ->where('l.store_id', $store->id)
                ->whereIn('l.page_id', array_map(intval(...), $ticked))
                ->get(['l.page_id', 'p.url', 't.url as target']) as $row
        ) {
            $target = trim((string) ($to[$row->page_id] ?? '')) ?: (string) $row->target;
            if ($isGone || $target !== '') {
                $pairs[] = [(string) $row->url, $isGone ? 'gone' : $target, $isGone ? 410 : 301, (string) $row->url];
            }
        }
        if ($pairs === []) {
            return back()->withErrors(['pages' => 'None of these has a target. Enter one, or leave them as 404.']);
        }
        $book = new Book($store, app(AddressChanges::class));
        $taken = $book->add($pairs, 'lost', Caller::id($request));
        $put = $book->put(Caller::id($request));

        return redirect()
            ->route('untangle.lost', $store)
            ->with(
                'done',
                number_format($put).
                    ' redirects are ready under Release.'.
                    ($taken['refused'] === []
                        ? ''
                        : ' Refused: '.implode('; ', array_slice($taken['refused'], 0, 5))),
            );
    }
}
