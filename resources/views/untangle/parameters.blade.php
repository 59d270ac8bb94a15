@extends('frame')
@section('title', 'Parameters')
@section('content')
    <div class="head"><h1>What each parameter does</h1><span class="soft">learned from pages whose addresses differ in it alone</span></div>
    @include('untangle.tabs')
    <table class="ledger">
        <thead><tr><th scope="col">Parameter</th><th scope="col">In</th><th scope="col" class="num">Addresses</th><th scope="col">What it does</th><th scope="col" class="num">Pairs</th><th scope="col" class="num">On pages</th><th scope="col" class="num">At least</th><th scope="col">For example</th>@can('manage', $store)<th scope="col">You say</th>@endcan</tr></thead>
        <tbody>
        @forelse ($parameters as $parameter)
            @php
                $effect = Orchard\Core\Duplicates\ParameterEffect::tryFrom((string) $parameter->effect);
                $said = Orchard\Core\Duplicates\ParameterEffect::tryFrom((string) $parameter->said);
                $examples = (array) json_decode((string) $parameter->examples, true);
                $example = $examples[$parameter->effect] ?? [];
                $counter = $parameter->counter === null ? null : json_decode($parameter->counter, true);
            @endphp
            <tr><td><b>{{ $parameter->name }}</b></td><td>{{ $parameter->scope }}</td><td class="num">@n($parameter->pages)</td>
                <td>{{ $said ? $said->words() : ($effect?->words() ?? 'not seen yet') }}<br><span class="state {{ $said || $parameter->is_sure ? 'is-growth' : '' }}">{{ $said ? 'said by '.($parameter->user_name ?? 'command line') : ($parameter->is_sure ? 'sure' : ($parameter->is_likely ? 'likely' : 'not sure')) }}</span></td>
                <td class="num">@n($parameter->pairs)</td><td class="num">@n($parameter->bases)</td><td class="num">{{ $parameter->pairs > 0 ? (int) floor($parameter->certainty / 10).' in 100' : '·' }}</td>
                <td class="clip w-example">@foreach ($example as $url)<span title="{{ $url }}">{{ rawurldecode(preg_replace('~^https?://[^/]+~', '', $url)) }}</span>@if (! $loop->last)<br>@endif @endforeach @if ($counter)<br><span class="state is-hand" title="{{ implode(' and ', $counter) }}">but not on {{ rawurldecode(preg_replace('~^https?://[^/]+~', '', $counter[0])) }}</span>@endif</td>
                @can('manage', $store)<td><form method="post" action="{{ route('untangle.parameters.say', $store) }}" class="inline">@csrf<input type="hidden" name="scope" value="{{ $parameter->scope }}"><input type="hidden" name="name" value="{{ $parameter->name }}"><span class="select"><select name="effect" aria-label="What {{ $parameter->name }} in {{ $parameter->scope }} does"><option value="">as learned</option>@foreach (Orchard\Core\Duplicates\ParameterEffect::cases() as $case)<option value="{{ $case->value }}" @selected($case === $said)>{{ $case->words() }}</option>@endforeach</select></span> <button class="button" aria-label="Say so for {{ $parameter->name }} in {{ $parameter->scope }}">Say so</button></form></td>@endcan</tr>
        @empty
            <tr><td colspan="9">No address of the store has parameters.</td></tr>
        @endforelse
        </tbody>
    </table>
    <p class="hint">Sure from twenty pairs on three pages and more, with a lower bound of 80 in 100, and only where no pair shows something else. What you say holds for all of its addresses.</p>
@endsection
