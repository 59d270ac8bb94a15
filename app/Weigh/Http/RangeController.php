<?php

declare(strict_types=1);

namespace App\Weigh\Http;

use App\Platform\Tables\TableRows;
use App\Platform\Web\Caller;
use App\Platform\Web\TableDownload;
use App\Platform\Work\WorkView;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Weigh\Ranges\Ranges;
use App\Weigh\Ranges\RangeWork;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Pages over other dates. */
final class RangeController
{
    public function begin(Request $request, Store $store, Ranges $ranges): RedirectResponse
    {
        $given = $request->validate([
            'first' => ['required', 'date_format:Y-m-d', 'after:1990-01-01', 'before:2200-01-01'],
            'last' => ['required', 'date_format:Y-m-d', 'before:2200-01-01'],
        ]);
        try {
            $id = $ranges->begin($store, $given['first'], $given['last'], Caller::id($request));
        } catch (InvalidArgumentException $error) {
            return redirect()
                ->route('weigh.numbers', $store)
                ->withInput()
                ->withErrors(['last' => $error->getMessage()]);
        }

        return redirect()->route('weigh.range', [$store, $id]);
    }

    public function show(Request $request, Store $store, int $range): View
    {
        $row = Ranges::find($store, $range) ?? abort(404);
        $sort = in_array($request->query('sort'), Ranges::SORTS, true) ? (string) $request->query('sort') : 'clicks';

        return view(
            'weigh.range',
            [
                'store' => $store,
                'range' => $row,
                'sort' => $sort,
                'total' => Ranges::total($row),
                'isStale' => Ranges::isStale($store, $row),
                'work' => $row->state === 'summing' ? WorkView::latest($store->id, RangeWork::sort()) : null,
                'markets' => Markets::of($store),
                'revenue' => Ranges::revenue($store, $row),
                'remarks' => Ranges::remarks($store, $row),
            ] +
                Ranges::page(
                    $row,
                    $sort,
                    is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 80) : null,
                ),
        );
    }

    public function export(Store $store, int $range, string $format): StreamedResponse
    {
        $row = Ranges::find($store, $range);
        abort_if($row === null, 404);

        return TableDownload::of(
            "{$store->slug}-{$row->firstDay}-{$row->lastDay}",
            $format,
            static fn (): TableRows => new TableRows(Ranges::COLUMNS, Ranges::export($store, $row)),
        );
    }
}
