<?php

declare(strict_types=1);

namespace App\Match\Http;

use App\Inventory\Terms\TermFile;
use App\Match\Pairing\SuggestWork;
use App\Match\Screens\TermPicture;
use App\Match\Terms\Groups;
use App\Match\Terms\MatchState;
use App\Match\Terms\TermFilter;
use App\Match\Terms\TermList;
use App\Match\Terms\TermSteps;
use App\Platform\Web\Caller;
use App\Platform\Web\Forms;
use App\Platform\Web\Pager;
use App\Platform\Work\WorkView;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\View\View;
use InvalidArgumentException;

/** Terms on one side, pages on the other: which page goes for which term. */
final class MatchController
{
    public function index(Request $request, Store $store): View
    {
        $filter = TermFilter::from($request, $store);
        $after = is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 60) : null;
        ['rows' => $rows, 'next' => $next] = TermList::page($store, $filter, $after);
        $userId = Caller::id($request);

        return view('match.index', [
            'store' => $store,
            'filter' => $filter,
            'after' => $after,
            'next' => $next,
            'rows' => $rows,
            'picture' => TermPicture::of($store, $rows),
            'counts' => TermList::counts($store, $filter->market),
            'state' => MatchState::of($filter->market),
            'market' => Markets::of($store)->find($filter->market),
            'markets' => Markets::of($store)->all(),
            'head' => $filter->head > 0 ? TermList::nameOf($store, $filter->head) : null,
            'work' => WorkView::latest($store->id, SuggestWork::sort()),
            'undo' => TermSteps::last($store, $userId),
            'redo' => TermSteps::next($store, $userId),
        ]);
    }

    public function groups(Request $request, Store $store): View
    {
        $filter = TermFilter::from($request, $store);
        $pager = Pager::of($request, Groups::count($store, $filter->market), Groups::SIZE);

        return view('match.groups', [
            'store' => $store,
            'filter' => $filter,
            'market' => Markets::of($store)->find($filter->market),
            'pager' => $pager,
            'groups' => Groups::page($store, $filter->market, $pager->page),
        ]);
    }

    public function suggest(Request $request, Store $store): RedirectResponse
    {
        SuggestWork::begin($store, Caller::id($request));

        return redirect()
            ->route('match', $store)
            ->with(
                'done',
                'All terms are being read, and a lead term for each page is being proposed. '.
                    'What you or a file named stays.',
            );
    }

    /** Lead and supporting terms from a table of addresses and keywords. */
    public function import(Request $request, Store $store): RedirectResponse
    {
        $request->validate([
            'terms' => ['required_without:pasted', 'file', 'max:65536'],
            'pasted' => ['nullable', 'string', 'max:500000'],
        ]);
        $file = $request->file('terms');
        $userId = Caller::id($request);
        try {
            $told =
                $file instanceof UploadedFile
                    ? TermFile::bring($store, $file->getPathname(), $userId)
                    : TermFile::bringPasted($store, (string) $request->string('pasted'), $userId);
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['terms' => $wrong->getMessage()]);
        }
        $words = self::words($told);

        return $told['pages'] === 0 ? back()->withErrors(['terms' => $words]) : back()->with('done', $words);
    }

    /** @param  array{pages: int, supporting: int, unknown: list<string>}  $told */
    public static function words(array $told): string
    {
        $words = match ($told['pages']) {
            0 => 'No page of this store is in the file.',
            1 => 'One page has a lead term from the file',
            default => Forms::number($told['pages']).' pages have a lead term from the file',
        };
        $words .= match (true) {
            $told['pages'] === 0 => '',
            $told['supporting'] === 1 => ', and one term supports them.',
            $told['supporting'] > 1 => ', and '.Forms::number($told['supporting']).' terms support them.',
            default => '.',
        };
        $more = count($told['unknown']) > 5 ? ' and more.' : '.';

        return $told['unknown'] === []
            ? $words
            : $words.' Not known here: '.implode(', ', array_slice($told['unknown'], 0, 5)).$more;
    }
}
