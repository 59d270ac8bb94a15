@extends('frame')
@section('title', 'Suggestions')
@section('content')
    @include('write.tabs')
    <div class="head"><h1>Suggestions</h1><div class="tools"><a class="button" href="{{ route('write', $store) }}">To the writing desk</a></div></div>
    <p class="hint">On the desk, <kbd>Alt G</kbd> asks for three texts for the page in focus; More, Suggestions asks for all pages of a view, or for the ticked. Whatever is written is held against the checks, and against what is known of each page: what says more than its facts is marked, and never taken in bulk.</p>
    <h2>Asked for</h2>
    <table class="ledger">
        <thead><tr><th scope="col">When</th><th scope="col">Text</th><th scope="col">For</th><th scope="col">Written by</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Tokens</th><th scope="col">Asked by</th></tr></thead>
        <tbody>
        @forelse ($wishes as $wish)
            <tr><td class="nowrap"><a href="{{ route('write.wish', [$store, $wish->id]) }}">@day($wish->madeAt)</a></td><td>{{ $wish->field->label() }}</td><td>{{ $wish->scope }}</td><td>{{ $wish->source }}</td><td class="num">@n($wish->pages)</td><td class="num">@n($wish->toldIn + $wish->toldOut)</td><td>{{ $wish->person ?? 'a command' }}</td></tr>
        @empty
            <tr><td colspan="7">Nothing yet.</td></tr>
        @endforelse
        </tbody>
    </table>
    <h2 id="sources">Who writes them</h2>
    <div class="scroll"><table class="ledger">
        <thead><tr><th scope="col">Source</th><th scope="col">Address and model</th><th scope="col" class="num">Written</th><th scope="col" class="num">Taken</th><th scope="col" class="num">Taken, edited</th><th scope="col" class="num">Refused</th><th scope="col" class="num">Cost</th>@can('manage', $store)<th scope="col"><span class="sr">What to do</span></th>@endcan</tr></thead>
        <tbody>
        @forelse ($sources as $source)
            @php($of = $told[$source->id] ?? [])
            <tr><td>{{ $source->name }}</td><td class="wrap-any">{{ $source->url }} <span class="soft">{{ $source->model }}</span></td>
                <td class="num">@n(array_sum(array_intersect_key($of, array_flip(['Offered', 'Taken', 'Edited', 'Refused', 'Passed']))))</td><td class="num">@n($of['Taken'] ?? 0)</td><td class="num">@n($of['Edited'] ?? 0)</td><td class="num">@n($of['Refused'] ?? 0)</td>
                <td class="num">{{ ($of['cost'] ?? 0) > 0 ? App\Platform\Web\Forms::number($of['cost'], 2).' '.$source->currency : 'none' }}</td>
                @can('manage', $store)<td class="nowrap"><form method="post" action="{{ route('write.sources.try', [$store, $source->id]) }}" class="inline">@csrf<button class="button" data-once>Try it</button></form>@if ($source->id > 0) <form method="post" action="{{ route('write.sources.remove', [$store, $source->id]) }}" class="inline">@csrf<button class="button is-text">Remove</button></form>@endif</td>@endcan</tr>
        @empty
            <tr><td colspan="8">None is set.</td></tr>
        @endforelse
        </tbody>
    </table></div>
    @can('manage', $store)
        <details @if ($errors->any()) open @endif><summary>Add a service, or change one of the same name</summary>
            <form method="post" action="{{ route('write.sources.put', $store) }}" class="source-form">@csrf
                <p class="hint">Any service that answers in the form of chat completions. What is sent is shown before it is sent; the key is kept encrypted and shown nowhere. A service on a private address has to be allowed in the settings of the store first.</p>
                <p class="filters"><label for="src-name">Name</label> <input class="input" id="src-name" name="name" maxlength="60" size="20" required value="{{ old('name') }}"> <label for="src-url">Address, up to the version</label> <input class="input" id="src-url" name="url" type="url" maxlength="400" size="34" required value="{{ old('url') }}" placeholder="https://writer.example/v1"></p>
                <p class="filters"><label for="src-model">Model</label> <input class="input" id="src-model" name="model" maxlength="100" size="20" required value="{{ old('model') }}"> <label for="src-key">Key</label> <input class="input" id="src-key" name="key" type="password" autocomplete="off" maxlength="500" size="24"></p>
                <p class="filters"><label for="src-in">Price of a million tokens sent</label> <input class="input" id="src-in" name="price_in" inputmode="decimal" size="6" value="{{ old('price_in', '0') }}"> <label for="src-out">that come back</label> <input class="input" id="src-out" name="price_out" inputmode="decimal" size="6" value="{{ old('price_out', '0') }}"> <label for="src-currency">in</label> <input class="input" id="src-currency" name="currency" size="4" maxlength="3" pattern="[A-Z]{3}" value="{{ old('currency', 'EUR') }}"></p>
                <p class="form-end"><button class="button is-growth">Keep it</button></p>
            </form>
        </details>
    @endcan
@endsection
