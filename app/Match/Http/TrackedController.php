<?php

declare(strict_types=1);

namespace App\Match\Http;

use App\Changes\Live\TimeMarks;
use App\Inventory\PageAddress;
use App\Match\Terms\Pages;
use App\Match\Terms\Sayings;
use App\Match\Terms\TermKey;
use App\Match\Terms\TermStep;
use App\Match\Terms\TermSteps;
use App\Match\Tracking\Trackable;
use App\Match\Tracking\TrackedFilter;
use App\Match\Tracking\TrackedList;
use App\Match\Tracking\TrackedTerm;
use App\Match\Tracking\TrackWork;
use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Platform\Web\Forms;
use App\Platform\Web\Pager;
use App\Platform\Work\WorkView;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Illuminate\View\View;

/** Terms that somebody keeps an eye on: where they stand, week by week. */
final class TrackedController
{
    public function index(Request $request, Store $store, TimeMarks $marks): View
    {
        $filter = TrackedFilter::from($request, $store);
        $list = new TrackedList($store, $filter);
        $standing = $list->standing();
        $count = $filter->band === '' ? array_sum($standing) : $standing[$filter->band] ?? 0;
        $pager = Pager::of($request, $count, TrackedList::SIZE);
        $rows = $list->rows($pager->offset());
        $pages = array_map(static fn (TrackedTerm $row): int => $row->shownPage(), $rows);
        $userId = Caller::id($request);
        $bands = $list->bands();

        return view('match.tracked', [
            'store' => $store,
            'filter' => $filter,
            'list' => $list,
            'rows' => $rows,
            'pager' => $pager,
            'count' => $count,
            'standing' => $standing,
            'all' => array_sum($standing),
            'bands' => $bands,
            'marks' => $bands === []
                    ? []
                    : $marks->between(
                        $store,
                        (string) array_key_first($bands),
                        (new DateTimeImmutable((string) array_key_last($bands)))->modify('+6 days')->format('Y-m-d'),
                    ),
            'weeksOf' => $list->weeksOf($rows),
            'tags' => $list->tags(),
            'names' => Pages::of($store, [
                ...array_values(array_filter(array_unique($pages))),
                ...array_filter([$filter->page]),
            ]),
            'market' => Markets::of($store)->find($filter->market),
            'markets' => Markets::of($store)->all(),
            'work' => WorkView::latest($store->id, TrackWork::sort()),
            'undo' => TermSteps::last($store, $userId),
        ]);
    }

    /** Tracks what was typed, what a page is seen for, or the lead terms that are worth most. */
    public function track(Request $request, Store $store): RedirectResponse
    {
        $request->validate([
            'which' => ['required', Rule::in(['typed', 'page', 'leads'])],
            'terms' => ['nullable', 'string', 'max:100000'],
            'url' => ['nullable', 'string', 'max:2048'],
            'most' => ['nullable', 'integer', 'min:1', 'max:'.Trackable::AT_ONCE],
            'tags' => ['nullable', 'string', 'max:190'],
        ]);
        $market = Markets::of($store)->find(TrackedFilter::from($request, $store)->market);
        $picked = $this->picked($request, $store, $market);
        if (is_string($picked)) {
            return back()
                ->withInput()
                ->withErrors(['which' => $picked]);
        }
        $known = Sayings::tracked($store, $market->id);
        if ($known + count($picked) > Trackable::MOST) {
            return back()
                ->withInput()
                ->withErrors([
                    'which' => 'At most '.
                        Forms::number(Trackable::MOST).
                        ' terms of a market can be tracked; '.
                        Forms::number($known).
                        ' are.',
                ]);
        }
        $userId = Caller::id($request);
        $tags = Sayings::tags((string) $request->string('tags'));
        $many = count($picked) === 1 ? "“{$picked[0]->term}”" : Forms::number(count($picked)).' terms';
        TermSteps::take($store, $userId, new TermStep("tracking $many", [], $picked), static function () use (
            $store,
            $picked,
            $tags,
            $userId,
        ): void {
            foreach ($picked as $term) {
                Sayings::isKnown($store, $term) || Sayings::add($store, $term->market, $term->term, $userId);
            }
            Sayings::say($store, $picked, ['tracked' => 1] + ($tags === '' ? [] : ['tags' => $tags]), $userId);
        });
        TrackWork::begin($store, $userId);

        return redirect()
            ->route('match.tracked', [$store, 'market' => $market->id])
            ->with('done', ucfirst($many).' tracked. Their days are being read.');
    }

    /** @return non-empty-list<TermKey>|string terms, or what is wrong */
    private function picked(Request $request, Store $store, Market $market): array|string
    {
        $most = Typed::int($request->input('most', 10));
        if ($request->input('which') === 'page') {
            $url = trim((string) $request->string('url'));
            $page = PageAddress::pages($store, [$url])[0][$url] ?? null;
            if ($page === null) {
                return $url === ''
                    ? 'Whose queries? A URL of this store is missing.'
                    : "$url is no page of this store.";
            }
            $picked = Trackable::ofPage($store, $market, $page, $most);

            return $picked === [] ? 'That page is not seen for any term yet.' : $picked;
        }
        $picked =
            $request->input('which') === 'leads'
                ? Trackable::leads($store, $market, $most)
                : Trackable::typed($store, $market, (string) $request->string('terms'));

        return $picked === [] ? 'There is no term in it.' : $picked;
    }
}
