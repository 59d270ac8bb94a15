@extends('frame')
@section('title', 'Settings')
@section('content')
    <div class="head"><h1>Settings of {{ $store->name }}</h1></div>
    <form method="post" action="{{ route('settings.update', $store) }}">
        @csrf
        <table class="ledger">
            <thead><tr><th scope="col">What</th><th scope="col">Value</th><th scope="col">Meaning</th></tr></thead>
            <tbody>
            @foreach ($options as $option)
                <tr>
                    <td><label for="o-{{ $option['key'] }}">{{ ucfirst(str_replace('_', ' ', $option['key'])) }}</label></td>
                    <td>
                        @if ($option['key'] === 'shop_token')
                            <input class="input" id="o-shop_token" name="shop_token" type="password" size="40" maxlength="4000" autocomplete="off" placeholder="{{ $option['value'] === '' ? 'not set' : 'set; leave empty to keep it' }}">
                        @else
                            <input class="input" id="o-{{ $option['key'] }}" name="{{ $option['key'] }}" size="40" maxlength="2048" value="{{ old($option['key'], $option['value']) }}">
                        @endif
                    </td>
                    <td class="soft">{{ $option['means'] }}</td>
                </tr>
            @endforeach
            </tbody>
        </table>
        <p><br><button class="button is-growth">Keep these settings</button></p>
    </form>
    <h2>What kind of page is it?</h2>
    <p class="hint">The first rule that fits decides; without one a page counts as “other”. Empty the value to take a rule out; the last row adds one.</p>
    <form method="post" action="{{ route('settings.kinds', $store) }}">
        @csrf
        <table class="ledger">
            <thead><tr><th scope="col">Order</th><th scope="col">Look at</th><th scope="col">Whether it</th><th scope="col">Value</th><th scope="col">Then it is a</th></tr></thead>
            <tbody>
            @foreach ([...$rules, null] as $i => $rule)
                <tr>
                    <td><label class="sr" for="r-{{ $i }}-p">Order of rule {{ $i + 1 }}</label><input class="input" id="r-{{ $i }}-p" name="rules[{{ $i }}][place]" size="3" inputmode="numeric" value="{{ ($i + 1) * 10 }}"></td>
                    <td><label class="sr" for="r-{{ $i }}-s">What rule {{ $i + 1 }} looks at</label><span class="select"><select id="r-{{ $i }}-s" name="rules[{{ $i }}][subject]">@foreach (App\Store\Kinds\KindRule::SUBJECTS as $key => $label)<option value="{{ $key }}" @selected($rule?->subject === $key)>{{ $label }}</option>@endforeach</select></span></td>
                    <td><label class="sr" for="r-{{ $i }}-t">Test of rule {{ $i + 1 }}</label><span class="select"><select id="r-{{ $i }}-t" name="rules[{{ $i }}][test]">@foreach (App\Store\Kinds\KindRule::TESTS as $key => $label)<option value="{{ $key }}" @selected($rule?->test === $key)>{{ $label }}</option>@endforeach</select></span></td>
                    <td><label class="sr" for="r-{{ $i }}-v">Value of rule {{ $i + 1 }}</label><input class="input" id="r-{{ $i }}-v" name="rules[{{ $i }}][value]" size="28" maxlength="255" value="{{ $rule?->value }}"></td>
                    <td><label class="sr" for="r-{{ $i }}-k">Kind by rule {{ $i + 1 }}</label><span class="select"><select id="r-{{ $i }}-k" name="rules[{{ $i }}][kind]">@foreach (App\Store\Kinds\PageKind::cases() as $kind)<option value="{{ $kind->value }}" @selected($rule?->kind === $kind)>{{ $kind->label() }}</option>@endforeach</select></span></td>
                </tr>
            @endforeach
            </tbody>
        </table>
        <p><br><button class="button is-growth">Keep these rules</button></p>
    </form>
@endsection
