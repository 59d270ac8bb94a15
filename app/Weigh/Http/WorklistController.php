<?php

declare(strict_types=1);

namespace App\Weigh\Http;

use App\Access\Memberships;
use App\Changes\LastTouched;
use App\Facts\NumberWindow;
use App\Inventory\Selections;
use App\Platform\Tables\TableRows;
use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Platform\Web\TableDownload;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\Units;
use App\Weigh\Worklists\CalendarFile;
use App\Weigh\Worklists\NewWorklist;
use App\Weigh\Worklists\PageChange;
use App\Weigh\Worklists\Worklist;
use App\Weigh\Worklists\WorklistPage;
use App\Weigh\Worklists\Worklists;
use App\Weigh\Worklists\WorklistSheet;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\Rule;
use Illuminate\View\View;
use InvalidArgumentException;
use Symfony\Component\HttpFoundation\StreamedResponse;

final class WorklistController
{
    public function index(Store $store): View
    {
        $today = $store->today();

        return view('weigh.worklists', [
            'store' => $store,
            'lists' => Worklists::all($store),
            'people' => Memberships::people($store),
            'today' => $today,
            'monthEnd' => (new \DateTimeImmutable($today))->modify('last day of this month')->format('Y-m-d'),
            'hours' => $store->options()->assumed('month_hours'),
            'markets' => Markets::of($store)->all(),
            'addUp' => Units::of($store)->addUp(),
        ]);
    }

    public function open(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate([
            'name' => ['required', 'string', 'max:120'],
            'first' => ['required', 'date_format:Y-m-d'],
            'due' => ['required', 'date_format:Y-m-d'],
            'owner' => ['nullable', 'integer', Rule::exists('memberships', 'user_id')->where('store_id', $store->id)],
            'by' => ['required', 'in:hours,pages'],
            'capacity' => ['required', 'numeric', 'min:0', 'max:2000'],
            'fill' => ['nullable', 'in:1'],
            'kind' => ['nullable', 'string', 'max:20'],
            'market' => ['nullable', 'string', 'max:18'],
        ]);
        $byPages = $given['by'] === 'pages';
        try {
            $new = new NewWorklist(
                $given['name'],
                $given['first'],
                $given['due'],
                $byPages ? 0 : (int) min(20000, round(60 * (float) $given['capacity'])),
                $byPages ? (int) $given['capacity'] : null,
                isset($given['owner']) ? Typed::int($given['owner']) : null,
                Lens::from($request, $store, false)->market,
            );
            $id = Worklists::open($store, $new, Caller::id($request));
        } catch (InvalidArgumentException $error) {
            return back()
                ->withInput()
                ->withErrors(['due' => $error->getMessage()]);
        }

        return ($given['fill'] ?? null) === '1'
            ? $this->fill($request, $store, $id)
            : redirect()->route('worklist', [$store, $id]);
    }

    public function show(Store $store, int $list): View
    {
        $row = $this->list($store, $list);
        $pages = WorklistPage::of($store, $row->id);

        return view('weigh.worklist', [
            'store' => $store,
            'list' => $row,
            'pages' => $pages,
            'touched' => LastTouched::ofPages(array_column($pages, 'pageId')),
            'people' => Memberships::people($store),
            'others' => array_filter(
                Worklists::openOnes($store),
                static fn (Worklist $one): bool => $one->id !== $row->id,
            ),
            'units' => Units::of($store),
            'isPeriod' => NumberWindow::of($store)->isPeriod ?? false,
        ]);
    }

    public function update(Request $request, Store $store, int $list): RedirectResponse
    {
        $row = $this->list($store, $list);
        $given = $request->validate([
            'name' => ['required', 'string', 'max:120'],
            'first' => ['required', 'date_format:Y-m-d'],
            'due' => ['required', 'date_format:Y-m-d', 'after_or_equal:first'],
            'owner' => ['nullable', 'integer', Rule::exists('memberships', 'user_id')->where('store_id', $store->id)],
            'capacity' => ['required', 'numeric', 'min:0', 'max:2000'],
            'note' => ['nullable', 'string', 'max:2000'],
        ]);
        Worklists::rename(
            $row,
            [
                'name' => $given['name'],
                'first_day' => $given['first'],
                'due_day' => $given['due'],
                'owner_id' => $given['owner'] ?? null,
                'note' => $given['note'] ?? '',
            ] +
                ($row->mostPages === null
                    ? ['minutes' => (int) min(20000, round(60 * (float) $given['capacity']))]
                    : ['most_pages' => (int) $given['capacity']]),
        );

        return back()->with('done', 'Saved.');
    }

    public function fill(Request $request, Store $store, int $list): RedirectResponse
    {
        $row = $this->list($store, $list);
        try {
            ['added' => $added, 'settling' => $settling] = Worklists::fill(
                $store,
                $row,
                self::lens($request, $store, $row),
            );
        } catch (InvalidArgumentException $error) {
            return redirect()
                ->route('worklist', [$store, $list])
                ->withErrors(['fill' => $error->getMessage()]);
        }

        return redirect()
            ->route('worklist', [$store, $list])
            ->with(
                'done',
                ($added === 0
                    ? 'No page fits into what is left of the planned time.'
                    : number_format($added).' pages were added: the most upside for the time planned.').
                    ($settling > 0
                        ? ' '.number_format($settling).' left out: their texts were released less than 6 weeks ago.'
                        : ''),
            );
    }

    /** What a list is filled from: the market that it was made for. */
    private static function lens(Request $request, Store $store, Worklist $list): Lens
    {
        $asked = Lens::from($request, $store, false);

        return new Lens(market: $list->marketId === null ? $asked->market : (int) $list->marketId, kind: $asked->kind);
    }

    /** Puts pages that were ticked somewhere into a list. */
    public function add(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate(
            [
                'list' => ['required', 'regex:/^(new|[1-9]\d{0,17})$/'],
                'new_name' => ['required_if:list,new', 'nullable', 'string', 'max:120'],
                'pages' => ['required', 'array', 'max:2000'],
                'pages.*' => ['integer', 'min:1'],
                'even' => ['nullable', 'in:1'],
            ],
            ['pages.required' => 'No page is ticked.', 'new_name.required_if' => 'The new worklist needs a name.'],
        );
        $row = $this->list(
            $store,
            $given['list'] === 'new'
                ? $this->forTheMonth($request, $store, (string) $given['new_name'])
                : (int) $given['list'],
        );
        try {
            ['added' => $added, 'elsewhere' => $elsewhere] = Worklists::add(
                $store,
                $row,
                array_values(array_map(intval(...), $given['pages'])),
                ($given['even'] ?? null) === '1',
            );
        } catch (InvalidArgumentException $error) {
            return back()->withErrors(['pages' => $error->getMessage()]);
        }
        $there = count($given['pages']) - $added - $elsewhere;

        return back()->with(
            'done',
            number_format($added).
                ($added === 1 ? ' page was' : ' pages were').
                " added to “{$row->name}”.".
                ($there > 0 ? ' '.number_format($there).' already in it.' : '').
                ($elsewhere > 0 ? ' '.number_format($elsewhere).' left in other open worklists.' : ''),
        );
    }

    /** @return int a new list to the end of the month, with the month's hours and no other plan yet */
    private function forTheMonth(Request $request, Store $store, string $name): int
    {
        $today = $store->today();

        $new = new NewWorklist(
            $name,
            $today,
            (new \DateTimeImmutable($today))->modify('last day of this month')->format('Y-m-d'),
            (int) round(60 * $store->options()->assumed('month_hours')),
        );

        return Worklists::open($store, $new, Caller::id($request));
    }

    public function page(Request $request, Store $store, int $list, int $page): RedirectResponse
    {
        $row = $this->list($store, $list);
        $given = $request->validate([
            'left' => ['nullable', 'boolean'],
            'minutes' => ['nullable', 'integer', 'min:1', 'max:5000'],
            'note' => ['nullable', 'string', 'max:500'],
            'do' => ['nullable', 'in:up,down,remove'],
        ]);
        match ($given['do'] ?? null) {
            'up' => Worklists::move($row, $page, -1),
            'down' => Worklists::move($row, $page, 1),
            'remove' => Worklists::remove($row, $page),
            default => Worklists::change(
                $row,
                $page,
                new PageChange(
                    isset($given['left']) ? (bool) $given['left'] : null,
                    isset($given['minutes']) ? (int) $given['minutes'] : null,
                    $request->has('note') ? (string) ($given['note'] ?? '') : null,
                ),
            ),
        };

        return redirect(route('worklist', [$store, $list]).'#page-'.$page);
    }

    /** Takes a list's open pages to the desk, in its order. */
    public function desk(Request $request, Store $store, int $list): RedirectResponse
    {
        $row = $this->list($store, $list);
        $pages = array_values(
            array_filter(
                WorklistPage::of($store, $row->id),
                static fn (WorklistPage $page): bool => $page->state->isOpen(),
            ),
        );
        try {
            $id = Selections::keep($store, '', Caller::id($request), [array_column($pages, 'pageId')]);
        } catch (InvalidArgumentException) {
            return back()->withErrors(['pages' => 'No page of this worklist is open.']);
        }

        return redirect()->route('write', [$store, 'selection' => $id, 'sort' => 'picked']);
    }

    public function close(Request $request, Store $store, int $list): RedirectResponse
    {
        $row = $this->list($store, $list);
        $given = $request->validate(['into' => ['nullable', 'integer', 'min:1']]);
        $into = isset($given['into']) ? $this->list($store, (int) $given['into']) : null;
        try {
            $carried = Worklists::close($store, $row, $into);
        } catch (InvalidArgumentException $error) {
            return back()->withErrors(['into' => $error->getMessage()]);
        }

        return redirect()
            ->route('worklists', $store)
            ->with(
                'done',
                "“{$row->name}” is closed.".
                    ($into === null ? '' : ' '.number_format($carried)." pages were moved to “{$into->name}”."),
            );
    }

    public function drop(Store $store, int $list): RedirectResponse
    {
        $row = $this->list($store, $list);
        Worklists::drop($row);

        return redirect()
            ->route('worklists', $store)
            ->with('done', "“{$row->name}” was deleted; its pages stay as they are.");
    }

    public function export(Store $store, int $list, string $format): StreamedResponse|Response
    {
        $row = $this->list($store, $list);
        $pages = WorklistPage::of($store, $row->id);
        $name = "{$store->slug}-worklist-{$row->id}";
        if ($format === 'ics') {
            return response(CalendarFile::of($store, $row, $pages), 200, [
                'Content-Type' => 'text/calendar; charset=utf-8',
                'Content-Disposition' => "attachment; filename=\"$name.ics\"",
            ]);
        }

        return TableDownload::of(
            $name,
            $format,
            static fn (): TableRows => new TableRows(
                WorklistSheet::COLUMNS,
                WorklistSheet::rows($pages, Units::of($store)),
            ),
        );
    }

    private function list(Store $store, int $id): Worklist
    {
        return Worklists::find($store, $id) ?? abort(404);
    }
}
