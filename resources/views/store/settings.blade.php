@extends('frame')
@section('title', 'Settings')
@section('content')
    <div class="head"><h1>Settings of {{ $store->name }}</h1></div>
    <p class="note">How texts, canonicals and redirects get into the shop, its API, its files: <a href="{{ route('connect', $store) }}">Connect the shop</a></p>
    <form method="post" action="{{ route('settings.update', $store) }}">
        @csrf
        @include('store.options', ['options' => array_filter($options, fn ($option) => ! in_array($option['key'], ['markets', 'shop_url', 'shop_token', 'shop_mapping', 'ways'], true)), 'prefix' => 'o'])
        <div class="form-end"><button class="button is-growth">Keep these settings</button></div>
    </form>
    @foreach ($markets as $market)
        <h2>{{ count($markets) === 1 ? 'Texts and language' : 'Market '.$market->name }}</h2>
        <form method="post" action="{{ route('settings.market', [$store, $market]) }}">
            @csrf
            @include('store.options', ['options' => array_filter(App\Stores\MarketOptions::list($market), fn ($option) => count($markets) > 1 || ! in_array($option['key'], ['market_name', 'host', 'path'])), 'prefix' => 'm'.$market->id])
            <div class="form-end"><button class="button is-growth">{{ count($markets) === 1 ? 'Keep these' : 'Keep market '.$market->name }}</button>
                @if (count($markets) > 1)<button class="button" formaction="{{ route('settings.market.remove', [$store, $market]) }}">Take market {{ $market->name }} out</button>@endif
            </div>
        </form>
    @endforeach
    <form method="post" action="{{ route('settings.markets', $store) }}" class="form-end">
        @csrf
        <label for="market-name">{{ count($markets) === 1 ? 'Sold in another country or language too? Name that market:' : 'One more market:' }}</label>
        <input class="input" id="market-name" name="name" size="24" maxlength="80" required value="{{ old('name') }}">
        <label for="market-country">country</label> <input class="input" id="market-country" name="country" size="3" maxlength="2" pattern="[A-Za-z]{2}" value="{{ old('country') }}">
        <button class="button">Add the market</button>
    </form>
    <h2>What kind of page is it?</h2>
    <p class="hint">The first rule that fits decides; without one a page counts as “other”. Empty the value to take a rule out; the last row adds one.</p>
    @if ($suggestions !== [])
        <form method="post" action="{{ route('settings.kinds.suggested', $store) }}" class="note">
            @csrf
            <p>Pages that no rule tells yet; these rules would:</p>
            @foreach ($suggestions as ['rule' => $rule, 'pages' => $pages, 'why' => $why])
                <p><label><input type="checkbox" name="take[]" value="{{ $rule->value }}" checked> the path {{ App\Stores\Kinds\KindRule::TESTS[$rule->test] }} <b>{{ $rule->value }}</b>: {{ $rule->kind->label() }}</label> <span class="soft">@n($pages) pages; {{ $why }}</span></p>
            @endforeach
            <button class="button">Add the ticked ones</button>
        </form>
    @endif
    <form method="post" action="{{ route('settings.kinds', $store) }}">
        @csrf
        <table class="ledger">
            <thead><tr><th scope="col">Order</th><th scope="col">Look at</th><th scope="col">Whether it</th><th scope="col">Value</th><th scope="col">Then it is a</th></tr></thead>
            <tbody>
            @foreach ([...$rules, null] as $i => $rule)
                <tr>
                    <td><label class="sr" for="r-{{ $i }}-p">Order of rule {{ $i + 1 }}</label><input class="input" id="r-{{ $i }}-p" name="rules[{{ $i }}][place]" size="3" inputmode="numeric" value="{{ ($i + 1) * 10 }}"></td>
                    <td><label class="sr" for="r-{{ $i }}-s">What rule {{ $i + 1 }} looks at</label><span class="select"><select id="r-{{ $i }}-s" name="rules[{{ $i }}][subject]">@foreach (App\Stores\Kinds\KindRule::SUBJECTS as $key => $label)<option value="{{ $key }}" @selected($rule?->subject === $key)>{{ $label }}</option>@endforeach</select></span></td>
                    <td><label class="sr" for="r-{{ $i }}-t">Test of rule {{ $i + 1 }}</label><span class="select"><select id="r-{{ $i }}-t" name="rules[{{ $i }}][test]">@foreach (App\Stores\Kinds\KindRule::TESTS as $key => $label)<option value="{{ $key }}" @selected($rule?->test === $key)>{{ $label }}</option>@endforeach</select></span></td>
                    <td><label class="sr" for="r-{{ $i }}-v">Value of rule {{ $i + 1 }}</label><input class="input" id="r-{{ $i }}-v" name="rules[{{ $i }}][value]" size="28" maxlength="255" value="{{ $rule?->value }}"></td>
                    <td><label class="sr" for="r-{{ $i }}-k">Kind by rule {{ $i + 1 }}</label><span class="select"><select id="r-{{ $i }}-k" name="rules[{{ $i }}][kind]">@foreach (App\Stores\Kinds\PageKind::cases() as $kind)<option value="{{ $kind->value }}" @selected($rule?->kind === $kind)>{{ $kind->label() }}</option>@endforeach</select></span></td>
                </tr>
            @endforeach
            </tbody>
        </table>
        <div class="form-end"><button class="button is-growth">Keep these rules</button></div>
    </form>
@endsection
