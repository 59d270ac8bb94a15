<?php

declare(strict_types=1);

namespace App\Stores\Http;

use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use App\Stores\Steps\Stamps;
use App\Stores\Steps\Step;
use App\Stores\Steps\StepBoard;
use App\Stores\Steps\Waiting;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\Gate;
use Illuminate\View\View;

/**
 * How things stand, for the frame of every screen: what waits in each step, what is being worked on, and the stamps
 * that screens follow.
 *
 * @phpstan-type Standing array{
 *     steps: list<array{step: Step, url: ?string, waiting: ?Waiting}>,
 *     works: list<array{view: WorkView, title: string, url: ?string}>,
 *     stamps: array<string, string>
 * }
 */
final class UnderWayController
{
    public function __invoke(Store $store, StepBoard $board, Stamps $stamps): View
    {
        return view('store.standing', ['currentStore' => $store] + self::standing($store, $board, $stamps));
    }

    /** Stops a piece of long work; what goes into the shop is stopped by those who may send it. */
    public function stop(Store $store, int $work, WorkDesk $desk): RedirectResponse
    {
        $view = WorkView::of($store->id, $work) ?? abort(404);
        str_starts_with($view->sort, 'release.') && Gate::authorize('release', $store);
        $desk->stop($work);

        return back()->with('done', ucfirst($desk->titleOf($view->sort)).': it is being stopped.');
    }

    /**
     * @return Standing
     */
    public static function standing(Store $store, StepBoard $board, Stamps $stamps): array
    {
        // The overview and the frame around it say the same, and ask for it once.
        $kept = request()->attributes;
        $key = "standing.{$store->id}";
        if (! $kept->has($key)) {
            $kept->set($key, self::ask($store, $board, $stamps));
        }

        /** @var Standing */
        return $kept->get($key);
    }

    /**
     * @return Standing
     */
    private static function ask(Store $store, StepBoard $board, Stamps $stamps): array
    {
        $desk = app(WorkDesk::class);
        $works = array_map(static function (WorkView $work) use ($store, $board, $desk): array {
            $step = Step::tryFrom(explode('.', $work->sort)[0]);

            return [
                'view' => $work,
                'title' => $desk->titleOf($work->sort),
                'url' => $step === null ? null : $board->of($step)?->url($store),
            ];
        }, WorkView::underWay($store->id));

        // What waits is asked for first: it learns from the history what stamps are made of.
        $steps = $board->forStore($store);

        return ['steps' => $steps, 'works' => $works, 'stamps' => $stamps->of($store)];
    }
}
