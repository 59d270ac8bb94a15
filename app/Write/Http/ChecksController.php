<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Models\User;
use App\Platform\Spelling\Dictionaries;
use App\Platform\Typed;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Write\Checks\FieldRules;
use App\Write\Checks\StoreRules;
use App\Write\Checks\StoreWords;
use App\Write\Desk\RecheckWork;
use App\Write\Facts\StoreFacts;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;

/** Which checks a store makes, by kind of page and market; the words that it wants, forbids and has taught. */
final class ChecksController
{
    public function show(Request $request, Store $store, Dictionaries $dictionaries): View
    {
        $kind = self::kind($request);
        $markets = Markets::of($store)->all();
        $market = self::market($request, $store);
        $rules = StoreRules::of($store);
        $edited = [];
        foreach (TextField::inResults() as $field) {
            $edited[$field->key()] = $rules->edited($market, $kind, $field);
        }
        $languages = array_unique(array_map(static fn (Market $one): string => $one->language, $markets));

        return view('write.checks', [
            'store' => $store,
            'kind' => $kind,
            'kinds' => [PageKind::Product, PageKind::Collection, PageKind::Article, PageKind::Plain, PageKind::Home],
            'markets' => $markets,
            'market' => $market,
            'rules' => $edited,
            'isOwn' => $market > 0 && $edited['title']['isOwn'],
            'facts' => StoreFacts::text($store, $market),
            'words' => StoreWords::taught($store),
            'without' => array_values(
                array_filter($languages, static fn (string $language): bool => ! $dictionaries->has($language)),
            ),
        ]);
    }

    public function save(Request $request, Store $store, WorkDesk $desk): RedirectResponse
    {
        $request->validate([
            'do' => ['nullable', 'in:follow'],
            'on' => ['nullable', 'array'],
            'on.*' => ['array'],
            'on.*.*' => ['string', 'max:20'],
            'forbidden' => ['nullable', 'array'],
            'forbidden.*' => ['nullable', 'string', 'max:20000'],
            'required' => ['nullable', 'array'],
            'required.*' => ['nullable', 'string', 'max:20000'],
        ]);
        $kind = self::kind($request);
        $market = self::market($request, $store);
        if ($request->input('do') === 'follow' && $market > 0) {
            StoreRules::forget($store, $market, $kind);
        } else {
            foreach (TextField::inResults() as $field) {
                StoreRules::keep($store, $market, $kind, self::rules($request, $field));
            }
        }

        return $this->again($request, $store, $desk, 'The rules are kept.');
    }

    public function words(Request $request, Store $store, WorkDesk $desk): RedirectResponse
    {
        $request->validate([
            'words' => ['nullable', 'string', 'max:20000'],
            'forget' => ['nullable', 'string', 'max:60'],
        ]);
        /** @var User $user */
        $user = $request->user();
        if ($request->filled('forget')) {
            StoreWords::forget($store, $request->string('forget')->value());
        } else {
            $words = preg_split('/[\s,;]+/u', $request->string('words')->value(), -1, PREG_SPLIT_NO_EMPTY) ?: [];
            StoreWords::teach($store, array_slice($words, 0, 2000), $user->id);
        }

        return $this->again($request, $store, $desk, 'The words are kept.');
    }

    public function facts(Request $request, Store $store): RedirectResponse
    {
        $request->validate(['facts' => ['nullable', 'string', 'max:'.StoreFacts::LONGEST]]);
        /** @var User $user */
        $user = $request->user();
        StoreFacts::keep($store, self::market($request, $store), (string) $request->string('facts'), $user->id);

        return back()->with('done', 'The facts are kept.');
    }

    private function again(Request $request, Store $store, WorkDesk $desk, string $done): RedirectResponse
    {
        /** @var User $user */
        $user = $request->user();
        $desk->begin(new NewWork(RecheckWork::class, $store->id, $store->id, $user->id));

        return back()->with('done', $done.' All texts are checked again in the background.');
    }

    private static function kind(Request $request): PageKind
    {
        $key = $request->string('kind')->value();

        return $key === '' ? PageKind::Product : PageKind::fromKey($key) ?? abort(404);
    }

    /** @return int 0 for all markets without rules of their own */
    private static function market(Request $request, Store $store): int
    {
        $id = $request->integer('market');
        $ids = array_map(static fn (Market $one): int => $one->id, Markets::of($store)->all());
        abort_unless($id === 0 || in_array($id, $ids, true), 404);

        return $id;
    }

    private static function rules(Request $request, TextField $field): FieldRules
    {
        $on = (array) $request->input("on.{$field->key()}", []);
        $off = 0;
        foreach (Check::cases() as $check) {
            if ($check->isOf($field) && ! in_array($check->key(), $on, true)) {
                $off |= $check->value;
            }
        }

        return new FieldRules(
            $field,
            $off,
            Typed::text($request->input("forbidden.{$field->key()}")),
            Typed::text($request->input("required.{$field->key()}")),
        );
    }
}
