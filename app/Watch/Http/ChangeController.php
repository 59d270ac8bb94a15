<?php

declare(strict_types=1);

namespace App\Watch\Http;

use App\Changes\Live\ReleaseNames;
use App\Changes\Live\TimeMarks;
use App\Inventory\Selections;
use App\Platform\Tables\TableRows;
use App\Platform\Web\Caller;
use App\Platform\Web\TableDownload;
use App\Stores\Models\Store;
use App\Watch\Changed\ChangeBook;
use App\Watch\Changed\ChangeSource;
use App\Watch\Changed\Decision;
use App\Watch\Lists\ChangePages;
use App\Watch\Lists\GroupList;
use App\Watch\Lists\ResultList;
use App\Watch\Lists\WatchedChange;
use App\Watch\Lists\WeeksLines;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** One change: what came of it, by week, by group and page by page, and what somebody decides then. */
final class ChangeController
{
    public function show(Store $store, int $change, ReleaseNames $names, TimeMarks $marks): View
    {
        $row = $this->row($store, $change);
        $lines = WeeksLines::of($change);
        $release = $row->source === ChangeSource::Release ? $row->sourceId : null;

        return view('watch.change', [
            'store' => $store,
            'change' => $row,
            'result' => ResultList::find($store, $change) ?? abort(404),
            'place' => ResultList::place($store, $change),
            'lines' => $lines,
            'events' => $lines === null ? [] : $marks->events($store, ...$lines->span()),
            'groups' => GroupList::of($change),
            'moved' => ChangePages::moved($store, $row, 8),
            'leftOut' => ChangePages::leftOut($change),
            'release' => $release === null ? null : $names->of($store, [$release])[$release] ?? null,
            'decider' => $row->decider,
        ]);
    }

    /** Where the result of a release stands; before it is first judged, among all of them. */
    public function ofRelease(Store $store, int $release): RedirectResponse
    {
        $change = ChangePages::ofRelease($store, $release);

        return $change === null
            ? redirect()
                ->route('watch', $store)
                ->with('done', 'This release has not been judged yet. Results come some six weeks after it is live.')
            : redirect()->route('watch.change', [$store, $change]);
    }

    public function pages(Request $request, Store $store, int $change): View
    {
        $row = $this->row($store, $change);
        $isLeft = $request->query('show') === 'left';
        $part = $request->query('group');
        $part = is_string($part) && ctype_digit($part) ? (int) substr($part, 0, 5) : null;
        $after = is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 60) : null;

        return view(
            'watch.pages',
            [
                'store' => $store,
                'change' => $row,
                'result' => ResultList::find($store, $change) ?? abort(404),
                'groups' => GroupList::of($change),
                'isLeft' => $isLeft,
                'part' => $part,
                'leftOut' => ChangePages::leftOut($change),
            ] + ChangePages::page($change, $part, $isLeft, $after),
        );
    }

    public function export(Store $store, int $change, string $format): StreamedResponse
    {
        $row = $this->row($store, $change);

        return TableDownload::of(
            "{$store->slug}-change-$change",
            $format,
            static fn (): TableRows => new TableRows(ChangePages::COLUMNS, ChangePages::export($store, $row)),
        );
    }

    public function decide(Request $request, Store $store, int $change): RedirectResponse
    {
        $given = $request->validate(['as' => ['required', 'in:open,keep,again,back']]);
        $this->row($store, $change);
        $decision = Decision::fromKey((string) $given['as']) ?? Decision::Open;
        ChangeBook::decide($store, $change, $decision, Caller::id($request));

        return back()->with(
            'done',
            $decision === Decision::Open ? 'It is to be read again.' : "Noted: {$decision->label()}.",
        );
    }

    /** Takes the pages of a group to the desk, those with most clicks first. */
    public function desk(Request $request, Store $store, int $change): RedirectResponse
    {
        $given = $request->validate(['group' => ['required', 'integer', 'min:2', 'max:1000']]);
        $row = $this->row($store, $change);
        $group = GroupList::of($change)[(int) $given['group']] ?? abort(404);
        try {
            $selection = Selections::keep(
                $store,
                mb_substr("{$row->name}: {$group->name}", 0, 120),
                Caller::id($request),
                [ChangePages::ofPart($change, (int) $given['group'])],
            );
        } catch (InvalidArgumentException) {
            return back()->withErrors(['group' => 'None of these pages is left.']);
        }

        return redirect()->route('write', [$store, 'selection' => $selection]);
    }

    private function row(Store $store, int $change): WatchedChange
    {
        return ChangePages::find($store, $change) ?? abort(404);
    }
}
