<?php

declare(strict_types=1);

namespace App\Store\Http;

use App\Store\Events\KindsChanged;
use App\Store\Kinds\KindRule;
use App\Store\Kinds\KindRules;
use App\Store\Kinds\PageKind;
use App\Store\Models\Store;
use App\Store\StoreOptions;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Illuminate\View\View;
use InvalidArgumentException;

final class SettingsController
{
    public function show(Store $store, StoreOptions $options): View
    {
        return view('store.settings', ['store' => $store, 'options' => $options->list($store), 'rules' => KindRules::of($store)->rules]);
    }

    public function update(Request $request, Store $store, StoreOptions $options): RedirectResponse
    {
        $known = array_column($options->list($store), 'value', 'key');
        $wrong = [];
        foreach ($known as $key => $value) {
            $given = $request->input($key);
            if (! is_string($given) || mb_strlen($given) > 4000 || trim($given) === trim((string) $value)) {
                continue;
            }
            if ($key === 'shop_token' && $given === '') {
                continue; // Left empty: stays as it is.
            }
            if ($key === 'title_suffix' && ($given === '' || str_starts_with($given, '('))) {
                $given = 'auto';
            }
            try {
                $options->set($store->refresh(), $key, $given);
            } catch (InvalidArgumentException $error) {
                $wrong[$key] = $error->getMessage();
            }
        }
        if ($wrong !== []) {
            throw ValidationException::withMessages($wrong);
        }

        return redirect()->route('settings', $store)->with('done', 'The settings are kept.');
    }

    public function kinds(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate(['rules' => ['array', 'max:60'], 'rules.*.subject' => ['required', 'string'], 'rules.*.test' => ['required', 'string'], 'rules.*.value' => ['nullable', 'string', 'max:255'], 'rules.*.kind' => ['required', 'integer', 'between:1,6'], 'rules.*.place' => ['required', 'integer', 'between:0,999']]);
        $rules = [];
        /** @var list<array{subject: string, test: string, value: ?string, kind: int|string, place: int|string}> $rows */
        $rows = array_values($given['rules'] ?? []);
        usort($rows, static fn (array $a, array $b): int => (int) $a['place'] <=> (int) $b['place']);
        foreach ($rows as $row) {
            if (trim((string) $row['value']) === '') {
                continue; // A row without a value is a row taken out.
            }
            try {
                $rules[] = new KindRule($row['subject'], $row['test'], trim((string) $row['value']), PageKind::from((int) $row['kind']));
            } catch (InvalidArgumentException $error) {
                throw ValidationException::withMessages(['rules' => $error->getMessage()]);
            }
        }
        (new KindRules($rules))->save($store);
        KindsChanged::dispatch($store->id, $request->user()?->getAuthIdentifier());

        return redirect()->route('settings', $store)->with('done', 'The rules are kept; the inventory is being sorted by them.');
    }
}
