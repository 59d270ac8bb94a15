<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\Models\User;
use App\Access\Visits;
use App\Platform\Web\Assets;
use App\Stores\Http\UnderWayController;
use App\Stores\Models\Store;
use App\Stores\Steps\Stamps;
use App\Stores\Steps\StepBoard;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** What the page frame shows around every page. */
final readonly class FrameComposer
{
    public function __construct(
        private Request $request,
        private StepBoard $board,
        private Stamps $stamps,
        private Assets $assets,
    ) {
    }

    /** Whether what it shows can be had just now. */
    public function standsUp(): bool
    {
        $store = ErrorFrame::store();

        return $store !== null && UnderWayController::standing($store, $this->board, $this->stamps)['steps'] !== [];
    }

    public function compose(View $view): void
    {
        $user = $this->request->user();
        $store = $this->request->route('store');
        $store = $store instanceof Store ? $store : ErrorFrame::store();
        $user instanceof User && $store !== null && Visits::note($user, $store);
        $theme = $this->request->cookies->get('theme');
        $view->with(
            ($store === null ? [] : UnderWayController::standing($store, $this->board, $this->stamps)) + [
                'assets' => $this->assets,
                'theme' => in_array($theme, ['light', 'dark'], true) ? $theme : null,
                'user' => $user instanceof User ? $user : null,
                'currentStore' => $store,
                'role' => $user instanceof User && $store !== null ? $user->roleIn($store) : null,
                'addsStores' => $user instanceof User && $user->mayAddStores(),
                'stores' => $user instanceof User
                        ? $user
                            ->stores()
                            ->orderBy('name')
                            ->limit(50)
                            ->get(['stores.id', 'slug', 'stores.name'])
                        : collect(),
            ],
        );
    }
}
