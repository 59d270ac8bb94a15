<?php

declare(strict_types=1);

namespace App\Store\Http;

use App\Store\Models\Store;
use App\Store\Steps\Step;
use App\Store\Steps\StepBoard;
use App\Store\Work\WorkDesk;
use App\Store\Work\WorkView;
use Illuminate\View\View;

/** What is being worked on, for the frame's corner on every screen. */
final class UnderWayController
{
    public function __invoke(Store $store, StepBoard $board, WorkDesk $desk): View
    {
        $works = array_map(static function (WorkView $work) use ($store, $board, $desk): array {
            $step = Step::tryFrom(explode('.', $work->sort)[0]);

            return ['view' => $work, 'title' => $desk->titleOf($work->sort), 'url' => $step === null ? null : $board->of($step)?->url($store)];
        }, WorkView::underWay($store->id));

        return view('store.under-way', ['store' => $store, 'works' => $works]);
    }
}
