<?php

declare(strict_types=1);

namespace App\Facts\Http;

use App\Facts\Calendar\Calendar;
use App\Facts\Calendar\ComingBoard;
use App\Facts\Calendar\NewEvent;
use App\Facts\Calendar\Returns;
use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use Illuminate\View\View;
use InvalidArgumentException;

/** What a store's people know of its days. */
final class CalendarController
{
    public function index(Store $store, ComingBoard $board): View
    {
        $today = $store->today();

        return view('store.calendar', [
            'store' => $store,
            'events' => Calendar::all($store),
            'ahead' => $board->all($store),
            'coming' => Calendar::between(
                $store,
                $today,
                (new \DateTimeImmutable($today))->modify('+400 days')->format('Y-m-d'),
            ),
        ]);
    }

    public function add(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate([
            'name' => ['required', 'string', 'max:80'],
            'first' => ['required', 'date_format:Y-m-d', 'after:1990-01-01', 'before:2200-01-01'],
            'last' => ['required', 'date_format:Y-m-d'],
            'returns' => ['required', Rule::enum(Returns::class)],
            'break' => ['nullable', 'in:1'],
            'freeze' => ['nullable', 'in:1'],
        ]);
        $isFreeze = ($given['freeze'] ?? null) === '1';
        // Who may not release may not forbid it either.
        abort_if($isFreeze && ! Gate::allows('release', $store), 403);
        try {
            $event = new NewEvent(
                $given['name'],
                $given['first'],
                $given['last'],
                Returns::from($given['returns']),
                ($given['break'] ?? null) === '1',
                $isFreeze,
            );
            Calendar::add($store, $event, Caller::id($request));
        } catch (InvalidArgumentException $error) {
            return back()
                ->withInput()
                ->withErrors(['last' => $error->getMessage()]);
        }

        return redirect()->route('calendar', $store)->with('done', 'Added. It is marked on every chart.');
    }

    public function drop(Store $store, int $event): RedirectResponse
    {
        abort_if(Calendar::isFreeze($store, $event) && ! Gate::allows('release', $store), 403);
        Calendar::drop($store, $event);

        return redirect()->route('calendar', $store)->with('done', 'Removed.');
    }
}
