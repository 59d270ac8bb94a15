@extends('frame')
@section('title', 'Checks')
@section('content')
    @include('write.tabs')
    @php($mayWrite = Gate::allows('write', $store))
    <div class="head"><h1>Checks</h1></div>
    <p class="hint">Each text is held against these, for each kind of page. What is found stands above the desk, one filter for each.</p>
    <nav class="filters" aria-label="Kinds of pages">@foreach ($kinds as $one)<a href="{{ route('write.checks', [$store, 'kind' => $one->key(), 'market' => $market]) }}" @if ($kind === $one) aria-current="true" @endif>{{ $one->plural() }}</a>@endforeach
        @if (count($markets) > 1)<span class="sep"></span><a href="{{ route('write.checks', [$store, 'kind' => $kind->key()]) }}" @if ($market === 0) aria-current="true" @endif>all markets</a>@foreach ($markets as $one)<a href="{{ route('write.checks', [$store, 'kind' => $kind->key(), 'market' => $one->id]) }}" @if ($market === $one->id) aria-current="true" @endif>{{ $one->name }}</a>@endforeach @endif</nav>
    @if ($market > 0)<p>@if ($isOwn)This market has rules of its own for {{ $kind->plural() }}.@else This market follows the rules for all markets; what is saved here is for it alone.@endif</p>@endif
    <form method="post" action="{{ route('write.checks.save', [$store, 'kind' => $kind->key(), 'market' => $market]) }}">@csrf
        <div class="checks-build">
            <table class="ledger tight">
                <thead><tr><th scope="col">A fault, where</th>@foreach (Orchard\Core\Wording\TextField::inResults() as $field)<th scope="col">{{ $field->label() }}s</th>@endforeach</tr></thead>
                <tbody>
                @foreach (Orchard\Core\Wording\Check::inBits(PHP_INT_MAX) as $check)
                    <tr><td><b>{{ $check->label() }}</b>: {{ $check->reason() }}</td>
                        @foreach (Orchard\Core\Wording\TextField::inResults() as $field)<td>@if ($check->isOf($field))<input type="checkbox" name="on[{{ $field->key() }}][]" value="{{ $check->key() }}" aria-label="{{ ucfirst($check->label()) }}, {{ $field->key() }}s" @checked(($rules[$field->key()]['off'] & $check->value) === 0) @disabled(! $mayWrite)>@endif</td>@endforeach</tr>
                @endforeach
                </tbody>
            </table>
            <div>
                @foreach (Orchard\Core\Wording\TextField::inResults() as $field)
                    <h2>{{ $field->label() }}s of {{ $kind->plural() }}</h2>
                    <p><label for="forbidden-{{ $field->key() }}">Must not hold, a word or phrase a line</label><textarea class="textarea" id="forbidden-{{ $field->key() }}" name="forbidden[{{ $field->key() }}]" rows="3" maxlength="20000" @disabled(! $mayWrite)>{{ $rules[$field->key()]['forbidden'] }}</textarea></p>
                    <p><label for="required-{{ $field->key() }}">Must hold, a phrase a line; “ / ” stands between those of which one is enough</label><textarea class="textarea" id="required-{{ $field->key() }}" name="required[{{ $field->key() }}]" rows="3" maxlength="20000" @disabled(! $mayWrite)>{{ $rules[$field->key()]['required'] }}</textarea></p>
                @endforeach
                @if ($mayWrite)<p><button class="button is-growth" data-once>Save and check again</button> @if ($isOwn)<button class="button" name="do" value="follow">Follow the rules for all markets</button>@endif</p>@endif
            </div>
        </div>
    </form>
    <h2 id="store-facts">What is true of {{ $market > 0 ? 'all pages of this market' : 'all pages' }}</h2>
    <p class="hint">Texts are held against the facts of their page. What stands on no page and is true of all, such as “delivery within two days” or “free returns”, can be told here, one fact a line.</p>
    <form method="post" action="{{ route('write.checks.facts', [$store, 'market' => $market]) }}">@csrf<p><textarea class="textarea" name="facts" rows="4" maxlength="{{ App\Write\Facts\StoreFacts::LONGEST }}" aria-label="Facts of the store, one a line" @disabled(! $mayWrite)>{{ $facts }}</textarea></p>@if ($mayWrite)<p><button class="button">Keep these facts</button></p>@endif</form>
    <h2>The store’s own words</h2>
    <p class="hint">A word that stands in the names or facts of three pages is right, and so are those that are taught here.@if ($without) There is no dictionary for {{ implode(', ', array_map(fn ($one) => Locale::getDisplayLanguage($one, 'en'), $without)) }}: spelling is not checked there.@endif</p>
    @if ($mayWrite)<form method="post" action="{{ route('write.checks.words', $store) }}" class="filters">@csrf<label for="words">Teach words</label> <input class="input" id="words" name="words" size="40" maxlength="20000" placeholder="parted by blanks or commas"> <button class="button">Teach</button></form>@endif
    @if ($words)<ul class="own-words">@foreach ($words as $word)<li>@if ($mayWrite)<form method="post" action="{{ route('write.checks.words', $store) }}">@csrf<input type="hidden" name="forget" value="{{ $word->word }}">{{ $word->word }} <button class="button is-text" aria-label="Forget {{ $word->word }}" title="Taught by {{ $word->name ?? 'somebody' }}, @day($word->learnedAt)">✕</button></form>@else{{ $word->word }}@endif</li>@endforeach</ul>@endif
@endsection
