<?php

declare(strict_types=1);

namespace App\Release\Http;

use App\Access\Models\User;
use App\Release\Planning\PlanHours;
use App\Release\Planning\Plans;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use InvalidArgumentException;

/** Releases that go by themselves at an hour: planned, called off, sent at once. */
final class PlanController
{
    public function __construct(private readonly Plans $plans)
    {
    }

    public function plan(SendRequest $request, Store $store): RedirectResponse
    {
        /** @var User $user */
        $user = $request->user();
        try {
            $hours = new PlanHours($request->string('at')->value(), $request->string('rest')->value() ?: null);
            $this->plans->plan($store, $request->wish($store), $hours, $user->id);
        } catch (InvalidArgumentException $wrong) {
            return redirect()
                ->route('release', $store)
                ->withInput()
                ->withErrors(['at' => $wrong->getMessage()]);
        }

        return redirect()->route('release', $store)->with('done', 'It is planned, and goes by itself.');
    }

    public function act(Request $request, Store $store, int $plan): RedirectResponse
    {
        $request->validate(['do' => ['required', 'in:drop,send']]);
        try {
            return $request->input('do') === 'send'
                ? redirect()->route('release.show', [$store, $this->plans->sendNow($store, $plan)])
                : redirect()
                    ->route('release', $store)
                    ->with('done', $this->plans->drop($store, $plan) ? 'Called off.' : 'It has gone already.');
        } catch (InvalidArgumentException $wrong) {
            return redirect()
                ->route('release', $store)
                ->withErrors(['plan' => $wrong->getMessage()]);
        }
    }
}
