@extends('frame')
@section('title', 'Tangles')
@section('content')
    <div class="head"><h1>Tangles</h1><span class="soft"><x-own-word of="tangle">sets of duplicate URLs</x-own-word>, most clicks first; the <x-own-word of="keeper">keeper</x-own-word> is the one that stays</span><div class="tools">Links to fix: <a href="{{ route('untangle.links', [$store, 'csv']) }}">CSV</a></div></div>
    @include('untangle.tabs')
    <form method="get" class="filters"><label for="words">Words of a title or URL</label><input class="input" id="words" name="words" value="{{ $words }}" size="24" maxlength="120"><button class="button">Find</button>
        <a href="{{ route('untangle.tangles', $store) }}" @if ($only === null) aria-current="true" @endif>All</a><a href="{{ route('untangle.tangles', [$store, 'only' => 'to-do']) }}" @if ($only === 'to-do') aria-current="true" @endif>To do</a><a href="{{ route('untangle.tangles', [$store, 'only' => 'close']) }}" @if ($only === 'close') aria-current="true" @endif>Close calls</a></form>
    <table class="ledger tight">
        <thead><tr><th scope="col">Keeper</th><th scope="col" class="num">URLs</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">To do</th><th scope="col">Why this keeper</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            @php($reasons = $row->reasons())
            <tr><td class="clip g-page"><a href="{{ route('untangle.tangle', [$store, $row->tangleId]) }}" title="{{ $row->keeperUrl }}">{{ $row->keeperUrl ? App\Stores\Http\ShownUrl::of($store, $row->keeperUrl) : 'no keeper' }}</a></td><td class="num"><a href="{{ route('untangle.tangle', [$store, $row->tangleId]) }}">@n($row->pages)</a></td><td class="num">@n($row->clicks)</td><td class="num">@n($row->impressions)</td><td class="num">{{ $row->toDo > 0 ? App\Platform\Web\Forms::number($row->toDo) : '·' }}</td><td class="clip" title="{{ $reasons }}">{{ $reasons }}</td></tr>
        @empty
            <tr><td colspan="6">{{ $words === '' ? 'No duplicates were found.' : "No tangle has a page with “{$words}” in its title or URL." }}</td></tr>
        @endforelse
        </tbody>
    </table>
    @if ($next)<p class="pager"><a href="{{ route('untangle.tangles', [$store, 'words' => $words ?: null, 'only' => $only, 'after' => $next->clicks.'-'.$next->tangleId]) }}" rel="next">Next</a></p>@endif
@endsection
