<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Facts\NumberWindow;
use App\Gather\Crawl\ArrivingPage;
use App\Gather\Crawl\Crawl;
use App\Gather\Pages\PageColumn;
use App\Gather\Pages\PageExport;
use App\Gather\Pages\PageFilter;
use App\Gather\Pages\PageList;
use App\Inventory\Selections;
use App\Platform\Tables\TableRows;
use App\Platform\Tables\TableWriter;
use App\Platform\Web\Caller;
use App\Platform\Web\TableDownload;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\SavedViews;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use Symfony\Component\HttpFoundation\StreamedResponse;

final class InventoryController
{
    public function index(Request $request, Store $store, PageList $list): View
    {
        $filter = $this->filter($request, $store);
        $window = NumberWindow::of($store);

        $crawl = Crawl::latest($store->id);
        $page = $list->page($store, $filter);

        return view(
            'gather.inventory',
            [
                'arriving' => $page['rows'] === [] && ! $filter->asksForSome() && $crawl?->state === 'running'
                        ? ArrivingPage::of($store->id)
                        : [],
                'store' => $store,
                'filter' => $filter,
                'crawl' => $crawl,
                'window' => $window,
                'columns' => $filter->columns($window !== null),
                'markets' => Markets::of($store)->all(),
                'views' => SavedViews::of($store, Caller::id($request), 'inventory'),
                'selection' => Selections::find($store, $filter->selection),
                'selections' => Selections::named($store),
            ] + $page,
        );
    }

    public function counts(Request $request, Store $store, PageList $list): View
    {
        return view('gather.counts', [
            'store' => $store,
            'filter' => PageFilter::from($request),
            'counts' => $list->counts($store),
        ]);
    }

    /** How many pages the filter shows; a fragment of its own, for it looks at all of them. */
    public function count(Request $request, Store $store, PageList $list): View
    {
        return view('gather.count', ['n' => $list->count($store, $this->filter($request, $store))]);
    }

    public function folders(Request $request, Store $store, PageList $list): View
    {
        $filter = $this->filter($request, $store);

        return view('gather.folders', [
            'store' => $store,
            'filter' => $filter,
            'window' => NumberWindow::of($store),
            'folders' => $list->folders($store, $filter),
        ]);
    }

    /** Turns what a form asks for into the address that stands for it. */
    public function ask(Request $request, Store $store): RedirectResponse
    {
        $given = $request->query();
        $query = array_filter(is_array($given['keep'] ?? null) ? $given['keep'] : [], is_string(...));
        foreach (PageColumn::cases() as $column) {
            $asked = $given['by'][$column->value] ?? null;
            if (is_string($asked)) {
                $query[$column->value] = $asked;
            } elseif (is_array($asked)) {
                $bound = static fn (string $key): string => is_string($asked[$key] ?? null) ? trim($asked[$key]) : '';
                $query[$column->value] =
                    $bound('from') === '' && $bound('to') === '' ? '' : $bound('from').'..'.$bound('to');
            }
        }
        if (is_array($given['show'] ?? null)) {
            $query['columns'] = implode(',', array_filter($given['show'], is_string(...)));
        }

        return redirect()->route('gather', [$store] + PageFilter::of($query)->query());
    }

    public function export(
        Request $request,
        Store $store,
        PageList $list,
        PageExport $export,
        string $format,
    ): StreamedResponse {
        abort_unless(isset(TableWriter::FORMATS[$format]), 404);
        $filter = $this->filter($request, $store);
        $more = array_values(
            array_filter(
                $filter->columns,
                static fn (PageColumn $column): bool => ! in_array($column->value, PageExport::COLUMNS, true),
            ),
        );

        $columns = array_map(static fn (PageColumn $column): string => str_replace('-', '_', $column->value), $more);

        return TableDownload::of(
            "{$store->slug}-pages",
            $format,
            static fn (): TableRows => new TableRows(
                [...PageExport::COLUMNS, ...$columns],
                $export->rows($store, $list->ids($store, $filter), $more),
            ),
        );
    }

    /** A selection of another store is none. */
    private function filter(Request $request, Store $store): PageFilter
    {
        $filter = PageFilter::from($request);
        abort_if($filter->selection !== null && Selections::find($store, $filter->selection) === null, 404);

        return $filter;
    }
}
