<?php

declare(strict_types=1);

namespace App\Stores\Http;

use App\Platform\Web\Caller;
use App\Platform\Work\WorkView;
use App\Stores\EditMarkets;
use App\Stores\Events\RulesChanged;
use App\Stores\Hooks\HookCalls;
use App\Stores\Kinds\KindRule;
use App\Stores\Kinds\KindRules;
use App\Stores\Kinds\KindSuggestions;
use App\Stores\Kinds\PageKind;
use App\Stores\Leaving\ExportWork;
use App\Stores\Leaving\Leaving;
use App\Stores\MarketOptions;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Closure;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Illuminate\View\View;
use InvalidArgumentException;

final class SettingsController
{
    public function show(Store $store, StoreOptions $options, string $group = 'store'): View
    {
        $group = SettingsGroup::tryFrom($group) ?? abort(404);
        $keys = array_flip($group->keys());

        return view('store.settings', [
            'store' => $store,
            'group' => $group,
            // In the order in which the group names them.
            'options' => array_values(
                array_replace(
                    array_intersect_key($keys, array_column($options->list($store), null, 'key')),
                    array_intersect_key(array_column($options->list($store), null, 'key'), $keys),
                ),
            ),
            'markets' => Markets::of($store)->all(),
            'rules' => $group === SettingsGroup::Kinds ? KindRules::of($store)->rules : [],
            'suggestions' => $group === SettingsGroup::Kinds ? KindSuggestions::of($store) : [],
            'calls' => $group === SettingsGroup::Scripts ? HookCalls::latest($store) : [],
            'exported' => $group === SettingsGroup::Leaving ? Leaving::exported($store) : null,
            'export' => $group === SettingsGroup::Leaving ? WorkView::latest($store->id, ExportWork::sort()) : null,
        ]);
    }

    public function update(Request $request, Store $store, StoreOptions $options): RedirectResponse
    {
        $group = SettingsGroup::tryFrom($request->string('group', 'store')->value()) ?? SettingsGroup::Store;
        $changed = $this->take(
            $request,
            $options->list($store),
            static fn (string $key, string $value) => $options->set($store->refresh(), $key, $value),
        );
        if (array_intersect(['markets', 'brand_terms', 'crawlers'], $changed) !== []) {
            RulesChanged::dispatch($store->id, $request->user()?->getAuthIdentifier());
        }
        $to = redirect()->route('settings', [$store, $group->value]);
        if ($request->input('then') === 'ask') {
            ['words' => $words, 'isFine' => $isFine] = app(SettingsTrial::class)->of($store->refresh(), $group);

            return $isFine ? $to->with('done', $words) : $to->withErrors(['trial' => $words]);
        }

        return $to->with('done', 'The settings are saved.');
    }

    /** Calls a script again that did not take a call. */
    public function callAgain(Request $request, Store $store, int $call, HookCalls $calls): RedirectResponse
    {
        $kept = HookCalls::find($store->id, $call) ?? abort(404);
        $calls->again($store, $kept, Caller::id($request));

        return redirect()
            ->route('settings', [$store, 'scripts'])
            ->with('done', 'It is called again.');
    }

    public function market(Request $request, Store $store, Market $market): RedirectResponse
    {
        abort_unless($market->store_id === $store->id, 404);
        $changed = $this->take(
            $request,
            MarketOptions::list($market),
            static fn (string $key, string $value) => MarketOptions::set($market, $key, $value),
        );
        if ($changed !== []) {
            RulesChanged::dispatch($store->id, $request->user()?->getAuthIdentifier());
        }

        return redirect()
            ->route('settings', [$store, 'markets'])
            ->with('done', "The market {$market->name} is kept; pages and checks follow.");
    }

    public function addMarket(Request $request, Store $store, EditMarkets $edit): RedirectResponse
    {
        $given = $request->validate([
            'name' => ['required', 'string', 'max:80'],
            'country' => ['nullable', 'string', 'max:2'],
        ]);
        try {
            $market = $edit->add($store, $given['name'], strtoupper((string) ($given['country'] ?? '')));
        } catch (InvalidArgumentException $error) {
            throw ValidationException::withMessages(['name' => $error->getMessage()]);
        }

        return redirect()
            ->route('settings', [$store, 'markets'])
            ->with('done', "The market {$market->name} is there. Say below which pages are its own.");
    }

    public function removeMarket(Request $request, Store $store, Market $market, EditMarkets $edit): RedirectResponse
    {
        abort_unless($market->store_id === $store->id, 404);
        try {
            $edit->remove($store, $market);
        } catch (InvalidArgumentException $error) {
            throw ValidationException::withMessages(['market' => $error->getMessage()]);
        }
        RulesChanged::dispatch($store->id, $request->user()?->getAuthIdentifier());

        return redirect()
            ->route('settings', [$store, 'markets'])
            ->with('done', "The market {$market->name} is gone; its pages go to the others.");
    }

    /**
     * Sets what was typed otherwise than it stands.
     *
     * @param  list<array{key: string, value: string|int|float, means: string}>  $options
     * @param  Closure(string, string): void  $set
     * @return list<string> keys that were set
     *
     * @throws ValidationException with a sentence for each that is wrong; the others are set
     */
    private function take(Request $request, array $options, Closure $set): array
    {
        $changed = [];
        $wrong = [];
        foreach ($options as ['key' => $key, 'value' => $value]) {
            $given = $request->input($key);
            $given = is_string($given) ? $given : ($request->has($key) ? '' : null);
            if ($given === null || mb_strlen($given) > 4000 || trim($given) === trim((string) $value)) {
                continue;
            }
            if (in_array($key, ['shop_token', 'feed_secret', 'hook_secret'], true) && $given === '') {
                continue; // Left empty: stays as it is.
            }
            if ($key === 'title_suffix' && ($given === '' || str_starts_with($given, '('))) {
                $given = 'auto';
            }
            try {
                $set($key, $given);
                $changed[] = $key;
            } catch (InvalidArgumentException $error) {
                $wrong[$key] = $error->getMessage();
            }
        }
        if ($wrong !== []) {
            throw ValidationException::withMessages($wrong);
        }

        return $changed;
    }

    /** Takes up rules that were suggested, in front of the others. */
    public function suggested(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate(['take' => ['required', 'array', 'max:20'], 'take.*' => ['string', 'max:255']]);
        $taken = array_values(
            array_filter(
                KindSuggestions::of($store),
                static fn (array $one): bool => in_array($one['rule']->value, $given['take'], true),
            ),
        );
        (new KindRules([...array_column($taken, 'rule'), ...KindRules::of($store)->rules]))->save($store);
        RulesChanged::dispatch($store->id, $request->user()?->getAuthIdentifier());

        return redirect()
            ->route('settings', [$store, 'kinds'])
            ->with('done', count($taken).' rules are added; the inventory is being sorted by them.');
    }

    public function kinds(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate([
            'rules' => ['array', 'max:60'],
            'rules.*.subject' => ['required', 'string'],
            'rules.*.test' => ['required', 'string'],
            'rules.*.value' => ['nullable', 'string', 'max:255'],
            'rules.*.kind' => ['required', 'integer', 'between:1,8'],
            'rules.*.place' => ['required', 'integer', 'between:0,999'],
        ]);
        $rules = [];
        /**
         * @var list<array{subject: string, test: string, value: ?string, kind: int|string, place: int|string}> $rows
         */
        $rows = array_values($given['rules'] ?? []);
        usort($rows, static fn (array $a, array $b): int => (int) $a['place'] <=> (int) $b['place']);
        foreach ($rows as $row) {
            if (trim((string) $row['value']) === '') {
                continue; // A row without a value is a row taken out.
            }
            try {
                $rules[] = new KindRule(
                    $row['subject'],
                    $row['test'],
                    trim((string) $row['value']),
                    PageKind::from((int) $row['kind']),
                );
            } catch (InvalidArgumentException $error) {
                throw ValidationException::withMessages(['rules' => $error->getMessage()]);
            }
        }
        (new KindRules($rules))->save($store);
        RulesChanged::dispatch($store->id, $request->user()?->getAuthIdentifier());

        return redirect()
            ->route('settings', [$store, 'kinds'])
            ->with('done', 'The rules are saved; pages are being sorted by them.');
    }
}
