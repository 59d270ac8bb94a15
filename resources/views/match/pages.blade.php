@extends('frame')
@section('title', 'Where terms stand')
@section('content')
    <div class="head"><h1>Where terms stand</h1></div>
    @include('match.tabs')
    <p class="hint">Each page’s lead term, and where it stands on the page; endings count. In the title it belongs into the first half, in the description near its start. A live slug is not changed for it. <span class="placed is-in">●</span> there, <span class="placed is-late">◐</span> late, <span class="placed is-out">○</span> missing. A term in every place at once reads as stuffed.</p>
    <table class="ledger tight placements">
        <thead><tr><th scope="col">Page</th><th scope="col">Lead term</th>@foreach (['Title', 'H1', 'Description', 'Intro', 'Text', 'Slug', 'Alt texts', 'Links in'] as $place)<th scope="col" class="mid">{{ $place }}</th>@endforeach<th scope="col"><span class="sr">Remark</span></th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="clip g-title"><a href="{{ route('page', [$store, $row['page']]) }}" data-beside title="{{ $row['url'] }}">{{ $names[$row['page']]['name'] ?? '' }}</a></td><td class="clip">{{ $row['term'] }}</td>
                @foreach ($row['placement']->places as $place => $stands)@php($isLate = $place === 'title' && $stands === true && ! $row['placement']->isEarly)<td class="mid"><span @class(['placed', 'is-in' => $stands === true && ! $isLate, 'is-late' => $isLate, 'is-out' => $stands === false]) role="img" aria-label="{{ $stands === null ? 'the page has none' : ($isLate ? 'late' : ($stands ? 'there' : 'missing')) }}">{{ $stands === null ? '' : ($isLate ? '◐' : ($stands ? '●' : '○')) }}</span></td>@endforeach
                <td class="soft">{{ $row['placement']->isStuffed() ? 'stuffed' : '' }}</td></tr>
        @empty
            <tr><td colspan="11">No page has a lead term yet.</td></tr>
        @endforelse
        </tbody>
    </table>
    <p class="pager">@if ($after)<a href="{{ route('match.pages', [$store] + $filter->query()) }}">Back to the first</a>@endif @if ($next)<a href="{{ route('match.pages', [$store, 'after' => $next] + $filter->query()) }}" rel="next">Next {{ App\Match\Terms\PlacedPages::PAGE }}</a>@endif</p>
@endsection
