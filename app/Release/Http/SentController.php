<?php

declare(strict_types=1);

namespace App\Release\Http;

use App\Access\Models\User;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkView;
use App\Release\Lists\Batch;
use App\Release\Lists\SentRelease;
use App\Release\Releases;
use App\Release\Sending\LookWork;
use App\Release\Sending\SendWork;
use App\Release\UndoWish;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;

/** One release that was made: its items, how far it is, and what is done with it. */
final class SentController
{
    public function show(Request $request, Store $store, int $release): View
    {
        return view('release.show', SentRelease::of($request, $store, $this->find($store, $release)));
    }

    public function progress(Store $store, int $release): View
    {
        return view(
            'release.progress',
            ['store' => $store, 'release' => $this->find($store, $release)] + SentRelease::progress($release),
        );
    }

    public function undo(Request $request, Store $store, int $release, Releases $releases): RedirectResponse
    {
        $request->validate([
            'items' => ['array', 'max:1000'],
            'items.*' => ['integer'],
            'scope' => ['required', 'in:ticked,all'],
        ]);
        /** @var User $user */
        $user = $request->user();
        /** @var list<int|string> $ticked */
        $ticked = $request->input('items', []);
        try {
            $made = $releases->undo(
                $store,
                new UndoWish(
                    $release,
                    $request->input('scope') === 'all' ? null : array_map(intval(...), array_values($ticked)),
                ),
                $user->id,
            );
        } catch (InvalidArgumentException $wrong) {
            return redirect()
                ->route('release.show', [$store, $release])
                ->withErrors(['items' => $wrong->getMessage()]);
        }

        return redirect()->route('release.show', [$store, $made['release']]);
    }

    /** What people want to remember of a release. */
    public function note(Request $request, Store $store, int $release): RedirectResponse
    {
        $given = $request->validate(['note' => ['nullable', 'string', 'max:1000']]);
        $this->find($store, $release);
        Releases::note($store, $release, (string) ($given['note'] ?? ''));

        return redirect()
            ->route('release.show', [$store, $release])
            ->with('done', 'Noted.');
    }

    public function stop(Store $store, int $release, WorkDesk $desk): RedirectResponse
    {
        $this->find($store, $release);
        $work = WorkView::about(SendWork::sort(), $release);
        if ($work !== null) {
            $desk->stop($work->id);
        }

        return redirect()->route('release.show', [$store, $release]);
    }

    public function resume(Store $store, int $release, WorkDesk $desk): RedirectResponse
    {
        $this->find($store, $release);
        $work = WorkView::about(SendWork::sort(), $release);
        if ($work !== null) {
            $desk->resume($work->id);
        }

        return redirect()->route('release.show', [$store, $release]);
    }

    /** Looks at all pages again that have not been seen live. */
    public function look(Store $store, int $release, WorkDesk $desk): RedirectResponse
    {
        $this->find($store, $release);
        Releases::lookAgain($store, $release);
        $work = WorkView::about(LookWork::sort(), $release);
        $work !== null && $work->isActive()
            ? $desk->wake($work->id)
            : $desk->begin(new NewWork(LookWork::class, $store->id, $release));

        return redirect()->route('release.show', [$store, $release]);
    }

    private function find(Store $store, int $release): Batch
    {
        return SentRelease::find($store, $release) ?? abort(404);
    }
}
