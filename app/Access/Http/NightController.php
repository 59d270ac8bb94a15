<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Stores\Models\Store;
use App\Stores\Night\NightShift;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Steps\StepBoard;
use Illuminate\Support\Carbon;
use Illuminate\View\View;

/** What runs by itself for a store, when, how it went, and what it left to do. */
final readonly class NightController
{
    /** Hours that are told of: a night, and the day before it. */
    private const HOURS = 24;

    /** Changes that are told. */
    private const MOST = 30;

    public function __invoke(Store $store, NightShift $night, OverviewBoard $board, StepBoard $steps): View
    {
        return view('store.night', [
            'store' => $store,
            'duties' => $night->of($store),
            'changes' => $board->changes($store, Carbon::now('UTC')->subHours(self::HOURS), self::MOST),
            'hands' => array_filter($steps->hands($store)),
        ]);
    }
}
