@extends('frame')
@section('title', 'Known to search engines')
@php
    use App\Platform\Web\Forms;
@endphp
@section('content')
    <div class="head"><h1>Known to search engines</h1></div>
    @include('tend.tabs')
    <div class="robots-grid">
        <div>
            <h2>Once for the store</h2>
            <table class="ledger tight" id="once"><thead class="sr"><tr><th scope="col">What</th><th scope="col">State</th></tr></thead><tbody>@foreach ($checks as $check)<tr><td>@if ($check['isDone']){{ $check['words'] }}@else<a href="{{ route($check['route'], $store) }}">{{ $check['words'] }}</a>@endif @if ($check['told'] !== '')<span class="soft">{{ $check['told'] }}</span>@endif</td><td class="nowrap">@if ($check['isDone'])<span class="state is-growth">seen</span>@else<span class="state is-hand">not yet</span>@endif</td></tr>@endforeach</tbody></table>
            <p class="hint">Each is ticked off by what was seen, not by hand. After a new theme or domain look at robots.txt and the proofs again, take the old sitemap out at the search engine and tell it of the new one.</p>
        </div>
        <div>
            <div class="head tight-head first"><h2>Whose the store is</h2>@can('write', $store)@if ($proofs)<form method="post" action="{{ route('tend.known.look', $store) }}" class="tools">@csrf<button class="button">Look again</button></form>@endif @endcan</div>
            @if ($proofs)<table class="ledger tight" id="proofs"><thead><tr><th scope="col">Search engine</th><th scope="col">Proof</th><th scope="col">Live</th>@can('write', $store)<th scope="col"><span class="sr">Drop</span></th>@endcan</tr></thead><tbody>@foreach ($proofs as $proof)<tr><td>{{ $proof->engine }}</td><td class="clip" title="{{ $proof->name }} {{ $proof->value }}">{{ $proof->way === 1 ? 'meta' : 'file' }} <b>{{ $proof->name }}</b> {{ $proof->value }}</td><td class="nowrap">@if ($proof->seenAt)<span class="state is-growth">{{ Forms::day(substr($proof->seenAt, 0, 10)) }}</span>@else<span class="state is-hand">not seen</span>@endif</td>@can('write', $store)<td><form method="post" action="{{ route('tend.known.drop', [$store, $proof->id]) }}">@csrf<button class="button">Drop<span class="sr"> {{ $proof->name }}</span></button></form></td>@endcan</tr>@endforeach</tbody></table>
            @else<p class="soft">No proof is noted. Search engines give a meta element for the home page or a file; note it here, and whether it is live is looked at.</p>@endif
            @can('write', $store)<form method="post" action="{{ route('tend.known.prove', $store) }}" class="known-form">@csrf
                <label for="proof-engine">Search engine</label> <input class="input" id="proof-engine" name="engine" maxlength="60" required value="{{ old('engine') }}">
                <label for="proof-way">By</label> <span class="select"><select id="proof-way" name="way"><option value="1">a meta element of the home page</option><option value="2" @selected(old('way') === '2')>a file</option></select></span>
                <label for="proof-name">Name or path</label> <input class="input" id="proof-name" name="name" maxlength="190" required value="{{ old('name') }}">
                <label for="proof-value">What stands in it</label> <input class="input" id="proof-value" name="value" maxlength="500" value="{{ old('value') }}">
                <button class="button">Note it and look</button></form>@endcan
            <h2>Sitemaps that they were told of</h2>
            @if ($submissions !== [])<table class="ledger tight" id="submissions"><thead><tr><th scope="col">When</th><th scope="col">Search engine</th><th scope="col">Sitemap</th></tr></thead><tbody>@foreach ($submissions as $one)<tr><td class="nowrap">{{ Forms::day($one->toldOn) }}</td><td>{{ $one->engine }}</td><td class="clip" title="{{ $one->userName }}">{{ $one->sitemap }}</td></tr>@endforeach</tbody></table>@else<p class="soft">None is noted.</p>@endif
            @can('write', $store)<form method="post" action="{{ route('tend.known.told', $store) }}" class="known-form">@csrf
                <label for="told-engine">Search engine</label> <input class="input" id="told-engine" name="engine" maxlength="60" required>
                <label for="told-sitemap">Sitemap</label> <input class="input" id="told-sitemap" name="sitemap" type="url" maxlength="1000" required value="{{ $served }}">
                <label for="told-on">On</label> <input class="input short-date" id="told-on" name="told_on" type="date" required value="{{ $store->today() }}">
                <button class="button">Note it</button></form>@endcan
        </div>
    </div>
@endsection
