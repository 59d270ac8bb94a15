@extends('frame')
@section('title', 'Within reach')
@section('content')
    <div class="head"><h1>Within reach</h1></div>
    @include('match.tabs')
    <p class="hint">Terms that lead no page yet, most searched first. {{ $reach->isLearned() ? 'This store has an even chance of the first ten results at a difficulty of '.App\Platform\Web\Forms::number($reach->middle).', as '.App\Platform\Web\Forms::number($reach->terms).' of its terms tell.' : 'An even chance of the first ten results is assumed at a difficulty of 40; with 200 terms of known difficulty the store’s own is learned.' }}</p>
    <form method="get" action="{{ route('match.reach', $store) }}" class="filters"><label><span class="of">Difficulty at most</span> <input class="input short" type="number" name="difficulty" min="0" max="100" value="{{ $most }}"></label> <label><span class="of">Searches at least</span> <input class="input short" type="number" name="volume" min="0" value="{{ $least }}"></label> <button class="button">Show</button></form>
    <table class="ledger tight">
        <thead><tr><th scope="col">Term</th><th scope="col">Asks for</th><th scope="col" class="num">Searches</th><th scope="col" class="num">Difficulty</th><th scope="col" class="num">Chance</th><th scope="col" class="num">Position</th><th scope="col">First results</th><th scope="col">From</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)<tr><td class="clip g-title"><a href="{{ route('match.term', [$store, $row->id]) }}" data-beside>{{ $row->term }}</a></td><td class="soft">{{ App\Match\Terms\Asks::kind((int) $row->asked)?->value }}</td><td class="num">@n($row->volume)</td><td class="num">{{ App\Platform\Web\Forms::number((float) $row->difficulty) }}</td><td class="num">{{ round(100 * $reach->chance((float) $row->difficulty)) }}%</td><td class="num">{{ (int) $row->position_milli === 0 ? '–' : App\Platform\Web\Forms::number($row->position_milli / 1000, 1) }}</td><td class="clip soft">{{ $row->results }}</td><td class="soft nowrap">{{ implode(', ', array_keys(array_filter(['research' => $row->origins & 1, 'searches' => $row->origins & 2, 'rivals' => $row->origins & 4, 'you' => $row->origins & 8]))) }}</td></tr>@empty<tr><td colspan="8">No term of known volume and difficulty is like that. A keyword list tells both.</td></tr>@endforelse
        </tbody>
    </table>
    @include('pager')
@endsection
