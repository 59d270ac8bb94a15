@extends('frame')
@section('title', 'The road to '.$term->term)
@php
    use App\Platform\Web\Forms;
    $unit = $market->currency ?: 'EUR';
@endphp
@section('content')
    <div class="head"><h1>The road to “{{ $term->term }}”</h1><div class="tools"><a href="{{ route('match.term', [$store, $term->id]) }}">The term</a></div></div>
    @include('match.tabs')
    <p>@if ($page)Our page: <b>{{ $page['name'] }}</b>@else<span class="is-hand-text">No page of ours has the term yet.</span>@endif{{ $term->positionMilli > 0 ? ', at position '.Forms::number($term->positionMilli / 1000, 1) : '' }}.@if ($rival) The best placed rival is <span class="wrap-any">{{ $rival['url'] }}</span>{{ $rival['position'] === null ? '' : ', at '.Forms::number($rival['position'], 1) }}.@endif</p>
    @if ($errors->any())<p class="note is-hand" role="alert">{{ $errors->first() }}</p>@endif
    @if ($road)
        <p class="lead">@if ($road->road->links === 0)<b class="good">Our page has more links already.</b>@else<b>{{ Forms::number($road->road->links) }}</b> {{ $road->road->links === 1 ? 'backlink' : 'backlinks' }} more than now, and it is ahead: {{ Forms::number($road->road->toPage) }} to the page, {{ Forms::number($road->road->toHome) }} to the home page{{ $road->road->cost === null ? '' : ', for about '.Forms::number($road->road->cost).' '.$unit }}{{ $road->road->months === null ? '' : ', in '.Forms::number($road->road->months).($road->road->months === 1 ? ' month' : ' months') }}.@endif</p>
        <table class="ledger tight road"><thead><tr><th scope="col">Page</th><th scope="col" class="num">Sites that link to it</th><th scope="col" class="num">Links of its own site</th><th scope="col" class="num">Together, as backlinks</th></tr></thead><tbody>
            <tr><td class="wrap-any">{{ $road->kept->rivalUrl }}</td><td class="num">@n($road->rival->backlinks)</td><td class="num">@n($road->rival->internal)</td><td class="num">{{ Forms::number($road->rival->reckoned($links['factor']), 1) }}</td></tr>
            <tr><td>{{ $page['name'] ?? 'no page yet' }}</td><td class="num">@n($road->own->backlinks)</td><td class="num">@n($road->own->internal)</td><td class="num">{{ Forms::number($road->own->reckoned($links['factor']), 1) }}</td></tr>
        </tbody></table>
        <p class="hint">{{ Forms::number($links['factor']) }} links of a site’s own texts are reckoned as one backlink, a rule of thumb that the store’s settings change; {{ $road->road->links === 0 ? '' : Forms::number($road->road->instead).' links from our own texts would weigh as much. ' }}@if ($links['price'] == 0 || $links['budget'] == 0)Cost and months are told once the settings (Money) have the cost of a backlink and what there is a month. @endif Links are not all that counts: this says what they take, not that the position follows.</p>
    @endif
    @can('write', $store)
    <h2>{{ $road ? 'Change the rival’s links' : 'What leads to the rival’s page?' }}</h2>
    <form method="post" action="{{ route('match.road.keep', [$store, $term->id]) }}" class="filters">@csrf
        <label>Rival page <input class="input" type="url" name="rival" size="44" maxlength="700" required value="{{ old('rival', $road->kept->rivalUrl ?? ($rival['url'] ?? '')) }}"></label>
        <label>sites that link to it <input class="input" type="number" min="0" name="backlinks" required size="6" value="{{ old('backlinks', $road->kept->rivalBacklinks ?? '') }}"></label>
        <label>links of its own texts <input class="input" type="number" min="0" name="internal" required size="6" value="{{ old('internal', $road->kept->rivalInternal ?? '') }}"></label>
        <label>sites that link to ours <input class="input" type="number" min="0" name="own" size="6" value="{{ old('own', $road->kept->ownBacklinks ?? '') }}" placeholder="{{ $road ? $road->own->backlinks : 'as lists tell' }}"></label>
        <button class="button {{ $road ? '' : 'is-growth' }}">Reckon</button>
    </form>
    <p class="hint">Count followed links in the content of other sites, each site once.</p>
    @endcan
    @if ($road)
        <h2>Won first, on the way</h2>
        @if ($road->steps)
        <table class="ledger tight"><thead><tr><th scope="col">Term</th><th scope="col" class="num">Searches</th><th scope="col" class="num">Difficulty</th><th scope="col" class="num">Position</th><th scope="col">Among the first ten</th>@can('write', $store)<th scope="col"><span class="sr">Take off</span></th>@endcan</tr></thead><tbody>
        @foreach ($road->steps as $step)
            <tr><td>@if ($step->termId)<a href="{{ route('match.term', [$store, $step->termId]) }}">{{ $step->term }}</a>@else{{ $step->term }}@endif</td><td class="num">{{ $step->volume === null ? '' : Forms::number($step->volume) }}</td><td class="num">{{ $step->difficulty === null ? '' : Forms::number($step->difficulty) }}</td><td class="num">{{ $step->positionMilli ? Forms::number($step->positionMilli / 1000, 1) : 'not seen' }}</td><td>@if ($step->reachedOn)<span class="state is-growth">since {{ Forms::day($step->reachedOn) }}</span>@else not yet @endif</td>@can('write', $store)<td class="way"><form method="post" action="{{ route('match.road.steps', [$store, $term->id]) }}">@csrf<input type="hidden" name="step" value="{{ bin2hex($step->digest) }}"><button class="plain" name="do" value="drop">Take off<span class="sr"> {{ $step->term }}</span></button></form></td>@endcan</tr>
        @endforeach
        </tbody></table>
        @endif
        @can('write', $store)
        @if ($weaker)
        <form method="post" action="{{ route('match.road.steps', [$store, $term->id]) }}">@csrf
            <table class="ledger tight"><thead><tr><th scope="col" class="tick"><span class="sr">Tick</span></th><th scope="col">Easier terms of this page and group</th><th scope="col" class="num">Searches</th><th scope="col" class="num">Difficulty</th><th scope="col" class="num">Position</th><th scope="col" class="num">Worth</th></tr></thead><tbody>
            @foreach ($weaker as $one)<tr><td class="tick"><input type="checkbox" name="terms[]" value="{{ $one->id }}" aria-label="Tick {{ $one->term }}"></td><td><a href="{{ route('match.term', [$store, $one->id]) }}">{{ $one->term }}</a></td><td class="num">{{ $one->volume === null ? '' : Forms::number($one->volume) }}</td><td class="num">{{ $one->difficulty === null ? '' : Forms::number($one->difficulty) }}</td><td class="num">{{ $one->positionMilli > 0 ? Forms::number($one->positionMilli / 1000, 1) : '–' }}</td><td class="num">{{ Forms::rough($one->worth) }}</td></tr>@endforeach
            </tbody></table>
            <p class="filters"><button class="button" name="do" value="add">Put the ticked on the way, and track them</button></p>
        </form>
        @else<p class="soft">No easier term of this page or group is known.</p>@endif
        <form method="post" action="{{ route('match.road.steps', [$store, $term->id]) }}" class="form-end">@csrf<button class="button is-hand" name="do" value="end">End this road</button></form>
        @endcan
    @endif
@endsection
