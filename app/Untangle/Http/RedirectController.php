<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Changes\AddressChanges;
use App\Changes\RedirectFile;
use App\Connectors\Shop\ShopUnavailable;
use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Stores\Connections;
use App\Stores\Models\Store;
use App\Untangle\Lists\RedirectScreens;
use App\Untangle\Redirects\Book;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;
use Orchard\Core\Redirects\Redirect;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** The redirect book, and addresses that are lost. */
final class RedirectController
{
    public function index(Request $request, Store $store): View
    {
        return view('untangle.redirects', RedirectScreens::book($request, $store));
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
        return view('untangle.lost', RedirectScreens::lost($request, $store));
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
        foreach (RedirectScreens::targets($store, array_values(Typed::ints($ticked))) as $page => [$url, $proposed]) {
            $target = trim((string) ($to[$page] ?? '')) ?: $proposed;
            if ($isGone || $target !== '') {
                $pairs[] = [$url, $isGone ? 'gone' : $target, $isGone ? 410 : 301, $url];
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
