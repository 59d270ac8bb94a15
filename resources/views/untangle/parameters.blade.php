@extends('frame')
@section('title', 'Parameters')
@section('content')
    <div class="head"><h1>Parameters</h1><span class="soft">what each does, learned from URLs that differ in it alone</span></div>
    @include('untangle.tabs')
    <table class="ledger" data-sortable>
        <thead><tr><th scope="col">Parameter</th><th scope="col">In</th><th scope="col" class="num">URLs</th><th scope="col">Effect</th><th scope="col" class="num" title="Pairs of URLs that were compared">Pairs</th><th scope="col" class="num">Pages</th><th scope="col" class="num" title="Lower end of its range">Certainty</th><th scope="col">Example</th>@can('manage', $store)<th scope="col">Set by hand</th>@endcan</tr></thead>
        <tbody>
        @forelse ($parameters as $parameter)
            @php
                [$effect, $said, $counter] = [$parameter->effect(), $parameter->said(), $parameter->counter()];
            @endphp
            <tr><td><b>{{ $parameter->name }}</b></td><td>{{ $parameter->scope }}</td><td class="num"><a href="{{ route('gather', [$store, 'q' => $parameter->name.'=', 'exact' => 1]) }}">@n($parameter->pages)</a></td>
                <td>{{ $said ? $said->words() : ($effect?->words() ?? 'not known yet') }}<br><span class="state {{ $said || $parameter->isSure ? 'is-growth' : '' }}">{{ $said ? 'set by '.($parameter->userName ?? 'command line') : ($parameter->isSure ? 'sure' : ($parameter->isLikely ? 'likely' : 'not sure')) }}</span></td>
                <td class="num">@n($parameter->pairs)</td><td class="num">@n($parameter->bases)</td><td class="num">{{ $parameter->certainty() === null ? '·' : $parameter->certainty().'%' }}</td>
                <td class="clip w-example">@foreach ($parameter->example() as $url)<span title="{{ $url }}">{{ App\Stores\Http\ShownUrl::of($store, $url) }}</span>@if (! $loop->last)<br>@endif @endforeach @if ($counter !== [])<br><span class="state is-hand" title="{{ implode(' and ', $counter) }}">but not on {{ App\Stores\Http\ShownUrl::of($store, $counter[0]) }}</span>@endif</td>
                @can('manage', $store)<td><form method="post" action="{{ route('untangle.parameters.say', $store) }}" class="inline">@csrf<input type="hidden" name="scope" value="{{ $parameter->scope }}"><input type="hidden" name="name" value="{{ $parameter->name }}"><span class="select"><select name="effect" aria-label="What {{ $parameter->name }} in {{ $parameter->scope }} does"><option value="">as learned</option>@foreach (Orchard\Core\Duplicates\ParameterEffect::cases() as $case)<option value="{{ $case->value }}" @selected($case === $said)>{{ $case->words() }}</option>@endforeach</select></span> <button class="button" aria-label="Set for {{ $parameter->name }} in {{ $parameter->scope }}">Set</button></form></td>@endcan</tr>
        @empty
            <tr><td colspan="9">No URL of the store has parameters.</td></tr>
        @endforelse
        </tbody>
    </table>
    <p class="hint">Certain from 20 pairs on 3 pages, a lower bound of 80%, and no pair that shows otherwise. What is set by hand holds for all its URLs.</p>
@endsection
