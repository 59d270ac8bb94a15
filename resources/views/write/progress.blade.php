@extends('frame')
@section('title', 'Progress of the texts')
@section('content')
    @include('write.tabs')
    <h1>How far the texts are</h1>
    <p class="hint">A page has what it needs where no check finds a fault in its title and description as they are to be: the draft where there is one, else what is shown.</p>
    @if ($kinds === [])
        <p class="note">No pages yet. <a href="{{ route('gather.crawl', $store) }}">Crawl the store</a> first.</p>
    @else
        <table class="ledger" data-sortable>
            <thead><tr><th scope="col">Kind</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Have what they need</th><th scope="col"><span class="sr">Share</span></th><th scope="col" class="num">With a draft</th>@if ($window)<th scope="col" class="num">Upside, {{ $currency }} in 28 days</th><th scope="col" class="num">of it on pages with faults</th>@endif<th scope="col">Next</th></tr></thead>
            <tbody>
            @foreach ($kinds as $kind)
                <tr><td>{{ ucfirst($kind->kind->plural()) }}</td><td class="num">@n($kind->pages)</td><td class="num">@n($kind->whole)</td><td><progress class="bar" max="1" value="{{ $kind->share() }}" aria-label="Share of {{ $kind->kind->plural() }} that have what they need">{{ App\Platform\Web\Forms::number(100 * $kind->share(), 0) }}%</progress> {{ App\Platform\Web\Forms::number(100 * $kind->share(), 0) }}%</td><td class="num">@n($kind->drafted)</td>@if ($window)<td class="num">@n($kind->upside)</td><td class="num">@n($kind->faultyUpside)</td>@endif<td>@if ($kind->whole < $kind->pages)<a href="{{ route('write', [$store, 'kind' => $kind->kind->key(), 'faults' => 'any']) }}">Write the @n($kind->pages - $kind->whole) with faults ›</a>@elseif ($kind->drafted)<a href="{{ route('write', [$store, 'kind' => $kind->kind->key(), 'state' => 'changed']) }}">Look through the drafts ›</a>@else<span class="soft">nothing</span>@endif</td></tr>
            @endforeach
            </tbody>
        </table>
    @endif
@endsection
