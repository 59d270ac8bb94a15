<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Tend\Adding\LinkState;
use App\Tend\Adding\SaidLinks;
use App\Tend\Lists\LinkList;
use App\Tend\Lists\TendState;
use App\Tend\Releasing\Parts;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** Links that should be added to texts: proposed, on the editors' list, seen live, left out. */
final class AddController
{
    public function index(Request $request, Store $store): View
    {
        $state = LinkState::fromKey(is_string($request->query('show')) ? $request->query('show') : '');
        $after = is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 60) : null;

        return view(
            'tend.add',
            [
                'store' => $store,
                'show' => $state,
                'state' => TendState::of($store),
                'counts' => LinkList::counts($store),
                'together' => LinkList::together($store),
            ] + LinkList::page($store, $state, $after),
        );
    }

    public function say(Request $request, Store $store, Parts $parts): RedirectResponse
    {
        $given = $request->validate(
            [
                'do' => ['required', 'in:list,leave,propose,release'],
                'links' => ['required', 'array', 'max:1000'],
                'links.*' => ['integer', 'min:1'],
            ],
            ['links.required' => 'No link is ticked.'],
        );
        $ids = array_values(array_map(intval(...), $given['links']));
        if ($given['do'] === 'release') {
            $pages = $parts->links($store, $ids, Caller::id($request));

            return back()->with('done', Parts::inWords($pages));
        }
        $state = match ($given['do']) {
            'list' => LinkState::Listed,
            'leave' => LinkState::Left,
            default => LinkState::Proposed,
        };
        $changed = SaidLinks::say($store, $ids, $state, Caller::id($request));

        return back()->with(
            'done',
            number_format($changed).
                ($changed === 1 ? ' link is ' : ' links are ').
                match ($state) {
                    LinkState::Listed => 'on the editors’ list; the next crawl sees which are live.',
                    LinkState::Left => 'left out.',
                    default => 'proposed again.',
                },
        );
    }
}
