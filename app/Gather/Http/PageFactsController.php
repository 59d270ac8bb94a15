<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Gather\Pages\ReindexWork;
use App\Gather\Rendering\ImageSizes;
use App\Inventory\LivesByHand;
use App\Inventory\SaidLife;
use App\Inventory\StorePages;
use App\Inventory\Succession;
use App\Platform\Web\Caller;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use InvalidArgumentException;
use Orchard\Core\StructuredData\LifeState;

/** What a person says of a page: how its product lives, where it has moved to. */
final class PageFactsController
{
    public function life(Request $request, Store $store, WorkDesk $desk, int $page): RedirectResponse
    {
        $given = $request->validate([
            'life' => ['required', 'string', 'max:20'],
            'back_on' => ['nullable', 'date_format:Y-m-d'],
            'replaced_by' => ['nullable', 'string', 'max:500'],
        ]);
        abort_unless(StorePages::has($store, $page), 404);
        $life = LifeState::fromKey($given['life']) ?? abort(422);
        $user = Caller::id($request);
        LivesByHand::say(
            $store,
            $page,
            new SaidLife($life, $given['back_on'] ?? null, (string) ($given['replaced_by'] ?? '')),
            $user,
        );
        $desk->begin(new NewWork(ReindexWork::class, $store->id, 0, $user));

        return redirect()
            ->route('page', [$store, $page])
            ->with(
                'done',
                $life === LifeState::Unknown
                    ? 'Its availability follows imports and the page again.'
                    : "The product counts as {$life->label()} until somebody says otherwise.",
            );
    }

    public function images(Store $store, int $page): RedirectResponse
    {
        abort_unless(StorePages::has($store, $page), 404);

        return redirect()
            ->route('page', [$store, $page])
            ->with('done', ImageSizes::weigh($store, $page).' images told their size.');
    }

    public function successor(Request $request, Store $store, int $page): RedirectResponse
    {
        $given = $request->validate(['address' => ['nullable', 'string', 'max:2048']]);
        abort_unless(StorePages::has($store, $page), 404);
        try {
            Succession::byHand($store, $page, (string) ($given['address'] ?? ''));
        } catch (InvalidArgumentException $wrong) {
            return redirect()
                ->route('page', [$store, $page])
                ->withErrors(['address' => $wrong->getMessage()])
                ->withInput();
        }

        return redirect()
            ->route('page', [$store, $page])
            ->with('done', 'Kept.');
    }
}
