<p class="hint">Empty a value to take a rule out; the last row adds one.</p>
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
