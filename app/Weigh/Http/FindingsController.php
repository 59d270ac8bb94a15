<?php

declare(strict_types=1);

namespace App\Weigh\Http;

use App\Facts\NumberWindow;
use App\Inventory\Selections;
use App\Platform\Tables\TableRows;
use App\Platform\Web\Caller;
use App\Platform\Web\ListPlace;
use App\Platform\Web\TableDownload;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use App\Weigh\Lists\Findings;
use App\Weigh\Lists\HandOrRecipe;
use App\Weigh\Lists\MissingSheet;
use App\Weigh\Lists\WeighedPages;
use App\Weigh\Lists\WhatIf;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\Remarks;
use App\Weigh\Numbers\Told;
use App\Weigh\Scoring\Losses;
use App\Weigh\Scoring\Model;
use App\Weigh\Screens\CurveScreen;
use App\Weigh\Weighing\Scores;
use App\Weigh\Worklists\Worklists;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;
use Symfony\Component\HttpFoundation\StreamedResponse;

/**
 * What the numbers say beyond the order of pages: quick wins, losses, what lies ahead, what is not in stock, the
 * curve, the cut, and other assumptions.
 */
final class FindingsController
{
    public function wins(Request $request, Store $store): View
    {
        $sort =
            is_string($request->query('sort')) && isset(Findings::WINS[$request->query('sort')])
                ? $request->query('sort')
                : 'near';
        $isRivals = $request->query('sort') === 'rivals';
        $lens = $this->lens($request, $store);

        return view(
            'weigh.wins',
            $this->frame($store, $lens) + [
                'sort' => $isRivals ? 'rivals' : $sort,
                'rivals' => $isRivals ? Findings::rivals($store, $lens) : [],
            ] +
                ($isRivals
                    ? ['rows' => [], 'next' => null]
                    : Findings::wins($store, $lens, $sort, new ListPlace($this->after($request)))),
        );
    }

    public function losing(Request $request, Store $store): View
    {
        $lens = $this->lens($request, $store);
        $window = NumberWindow::of($store);

        return view(
            'weigh.losing',
            $this->frame($store, $lens) + [
                'rows' => Losses::page($store, $lens),
                'breaks' => $window === null
                        ? []
                        : [...Remarks::of($store, $window, $lens), ...Losses::remarks($store, $window, $lens)],
                'isCompared' => $window !== null && Told::isCompared($store, $window, $lens),
            ],
        );
    }

    public function moved(Request $request, Store $store): View
    {
        $lens = $this->lens($request, $store);

        return view('weigh.moved', $this->frame($store, $lens) + ['rows' => Findings::moved($store, $lens)]);
    }

    public function ahead(Request $request, Store $store): View
    {
        $lens = $this->lens($request, $store);
        $ahead = in_array($request->query('ahead'), ['4', '13', '26'], true) ? (int) $request->query('ahead') : 13;
        $seasons = $request->query('only') === 'seasons';

        return view(
            'weigh.ahead',
            $this->frame($store, $lens) + ['ahead' => $ahead, 'seasons' => $seasons, 'today' => $store->today()] +
                Findings::ahead($store, $lens, $ahead, $seasons),
        );
    }

    public function missing(Request $request, Store $store): View
    {
        $lens = $this->lens($request, $store);

        return view(
            'weigh.missing',
            $this->frame($store, $lens) + Findings::missing($store, $lens, new ListPlace($this->after($request))),
        );
    }

    public function missingSheet(Store $store, string $format): StreamedResponse
    {
        return TableDownload::of(
            "{$store->slug}-not-in-stock",
            $format,
            static fn (): TableRows => new TableRows(MissingSheet::COLUMNS, MissingSheet::rows($store)),
        );
    }

    public function curve(Request $request, Store $store): View
    {
        $lens = $this->lens($request, $store);

        return view('weigh.curve', $this->frame($store, $lens) + CurveScreen::of($request, $store, $lens));
    }

    public function cut(Request $request, Store $store): View
    {
        $lens = $this->lens($request, $store);
        $chosen =
            is_string($request->query('pages')) && ctype_digit($request->query('pages'))
                ? max(1, min(5000, (int) substr($request->query('pages'), 0, 6)))
                : null;
        $cut = HandOrRecipe::of($store, $lens, $chosen);

        return view('weigh.cut', $this->frame($store, $lens) + ['cut' => $cut, 'chosen' => $chosen ?? $cut->proposed]);
    }

    /** Takes the pages before the cut into a worklist, or keeps those behind it for a recipe. */
    public function take(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate([
            'pages' => ['required', 'integer', 'min:1', 'max:5000'],
            'to' => ['required', 'string', 'max:20'],
        ]);
        $lens = $this->lens($request, $store);
        $pages = (int) $given['pages'];
        try {
            if ($given['to'] === 'tail') {
                $id = Selections::keep(
                    $store,
                    'Tail behind the first '.
                        number_format($pages).
                        ', '.
                        now()->setTimezone($store->timezone)->format('j M Y'),
                    Caller::id($request),
                    HandOrRecipe::pages($store, $lens, $pages, true),
                );

                return redirect()->route('write', [$store, 'selection' => $id]);
            }
            $list = ctype_digit($given['to']) ? Worklists::find($store, (int) $given['to']) : null;
            abort_if($list === null, 404);
            $added = 0;
            foreach (HandOrRecipe::pages($store, $lens, $pages, false) as $portion) {
                $added += Worklists::add($store, $list, $portion)['added'];
            }

            return redirect()
                ->route('worklist', [$store, $list->id])
                ->with('done', number_format($added).' pages are in the worklist.');
        } catch (InvalidArgumentException $error) {
            return back()->withErrors(['pages' => $error->getMessage()]);
        }
    }

    public function whatIf(Request $request, Store $store): View
    {
        $lens = $this->lens($request, $store);
        $whatIf = WhatIf::from($request, $store);

        return view(
            $request->hasHeader('HX-Request') ? 'weigh.what-if-rows' : 'weigh.what-if',
            $this->frame($store, $lens) + [
                'whatIf' => $whatIf,
                'assumed' => Model::assumptions($store),
                'answer' => $whatIf->answer($store, $lens),
            ],
        );
    }

    /** Makes what was tried the store's assumptions; all pages are weighed anew by them. */
    public function assume(Request $request, Store $store, StoreOptions $options, Scores $scores): RedirectResponse
    {
        $given = $request->validate([
            'share' => ['required', 'numeric', 'min:0', 'max:1'],
            'probability' => ['required', 'numeric', 'min:0', 'max:1'],
            'target' => ['required', 'integer', 'min:1', 'max:5'],
        ]);
        foreach (
            [
                'share_closed' => $given['share'],
                'lift_probability' => $given['probability'],
                'target_position' => $given['target'],
            ] as $key => $value
        ) {
            $options->set($store->refresh(), $key, (string) $value);
        }
        $scores->begin($store->id, Caller::id($request));

        return redirect()
            ->route('weigh', $store)
            ->with('done', 'Saved as the store’s assumptions. The upside is being calculated again.');
    }

    private function lens(Request $request, Store $store): Lens
    {
        return Lens::from($request, $store, NumberWindow::of($store)->isPeriod ?? false);
    }

    private function after(Request $request): ?string
    {
        return is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 80) : null;
    }

    /** @return array<string, mixed> what every one of these screens shows */
    private function frame(Store $store, Lens $lens): array
    {
        return [
            'store' => $store,
            'lens' => $lens,
            'window' => NumberWindow::of($store),
            'markets' => Markets::of($store),
            'worklists' => Worklists::openOnes($store),
            'total' => WeighedPages::total($store, $lens),
        ];
    }
}
