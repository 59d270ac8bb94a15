<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Gather\Pages\PageFilter;
use App\Gather\Pages\PageList;
use App\Inventory\Selections;
use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Stores\NewView;
use App\Stores\SavedViews;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use InvalidArgumentException;

/** What is done with pages that were picked: all that match or the ones that were ticked. */
final class SelectionController
{
    public function send(Request $request, Store $store, PageList $list): RedirectResponse
    {
        $given = $request->validate([
            'to' => ['required', 'in:desk,list,csv,xlsx'],
            'name' => ['nullable', 'string', 'max:120'],
            'all' => ['nullable', 'in:1'],
            'pages' => ['array', 'max:1000'],
            'pages.*' => ['integer', 'min:1'],
            'filter' => ['array', 'max:40'],
            'filter.*' => ['nullable', 'string', 'max:500'],
        ]);
        $filter = PageFilter::of(array_filter($given['filter'] ?? [], is_string(...)));
        abort_if($filter->selection !== null && Selections::find($store, $filter->selection) === null, 404);
        $back = redirect()->route('gather', [$store] + $filter->query());
        if ($given['to'] === 'list' && trim((string) ($given['name'] ?? '')) === '') {
            return $back->withErrors(['name' => 'Give the list a name.']);
        }
        $all = ($given['all'] ?? null) === '1';
        if ($all && in_array($given['to'], ['csv', 'xlsx'], true)) {
            return redirect()->route('gather.export', [$store, $given['to']] + $filter->query());
        }
        try {
            $id = Selections::keep(
                $store,
                $given['to'] === 'list' ? (string) $given['name'] : '',
                Caller::id($request),
                $all ? $list->ids($store, $filter) : [array_map(intval(...), array_values($given['pages'] ?? []))],
            );
        } catch (InvalidArgumentException) {
            return $back->withErrors(['pages' => 'No page is picked: tick some, or choose all that match.']);
        }

        return match ($given['to']) {
            'desk' => redirect()->route('write', [$store, 'selection' => $id]),
            'list' => redirect()
                ->route('gather', [$store, 'selection' => $id])
                ->with('done', 'The list is saved.'),
            default => redirect()->route(
                'gather.export',
                [$store, $given['to'], 'selection' => $id] + $filter->query(),
            ),
        };
    }

    /** Picks the pages that a pasted list of addresses means. */
    public function paste(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate(['addresses' => ['required', 'string', 'max:4000000']]);
        ['pages' => $pages, 'unknown' => $unknown] = Selections::pasted($store, $given['addresses']);
        try {
            $id = Selections::keep($store, '', Caller::id($request), [$pages]);
        } catch (InvalidArgumentException) {
            return redirect()
                ->route('gather', $store)
                ->withErrors(['addresses' => 'None of these addresses is a page of this store.'])
                ->withInput();
        }

        return redirect()
            ->route('gather', [$store, 'selection' => $id])
            ->with(
                'done',
                number_format(count($pages)).
                    ' pages are picked.'.
                    ($unknown === []
                        ? ''
                        : ' '.
                            number_format(count($unknown)).
                            ' addresses are not known here: '.
                            implode(', ', array_slice($unknown, 0, 5)).
                            (count($unknown) > 5 ? ' …' : '')),
            );
    }

    public function drop(Store $store, int $selection): RedirectResponse
    {
        Selections::drop($store, $selection);

        return redirect()->route('gather', $store)->with('done', 'The list was deleted; its pages stay as they are.');
    }

    public function saveView(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate([
            'name' => ['required', 'string', 'max:80'],
            'shared' => ['nullable', 'in:1'],
            'filter' => ['array', 'max:40'],
            'filter.*' => ['nullable', 'string', 'max:500'],
        ]);
        $filter = PageFilter::of(array_filter($given['filter'] ?? [], is_string(...)));
        SavedViews::save(
            $store,
            Caller::id($request),
            new NewView('inventory', $given['name'], $filter->query(), ($given['shared'] ?? null) === '1'),
        );

        return redirect()
            ->route('gather', [$store] + $filter->query())
            ->with('done', "The view “{$given['name']}” is kept.");
    }

    public function dropView(Request $request, Store $store, int $view): RedirectResponse
    {
        SavedViews::drop($store, Caller::id($request), $view);

        return redirect()->route('gather', $store)->with('done', 'The view was deleted.');
    }
}
