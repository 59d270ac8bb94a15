<?php

declare(strict_types=1);

namespace App\Store\Http;

use App\Access\Models\User;
use App\Store\Models\Store;
use App\Store\Steps\StepBoard;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** What the page frame shows around every page. */
final readonly class FrameComposer
{
    public function __construct(private Request $request, private StepBoard $board, private Assets $assets)
    {
    }

    public function compose(View $view): void
    {
        $user = $this->request->user();
        $store = $this->request->route('store');
        $store = $store instanceof Store ? $store : null;
        $theme = $this->request->cookies->get('theme');
        $view->with([
            'assets' => $this->assets,
            'theme' => in_array($theme, ['light', 'dark'], true) ? $theme : null,
            'user' => $user instanceof User ? $user : null,
            'currentStore' => $store,
            'role' => $user instanceof User && $store !== null ? $user->roleIn($store) : null,
            'steps' => $store === null ? [] : $this->board->forStore($store),
            'stores' => $user instanceof User ? $user->stores()->orderBy('name')->limit(50)->get(['stores.id', 'slug', 'stores.name']) : collect(),
        ]);
    }
}
