@extends('frame')
@section('title', 'Losing')
@push('scripts')<script src="{{ app(App\Store\Http\Assets::class)->url('weigh.js') }}" type="module"></script>@endpush
@php
    $signed = static fn (float $value): string => abs($value) < 0.5 ? '·' : ($value > 0 ? '+' : '−').number_format(abs($value));
    $parts = ['demand' => 'Searches', 'place' => 'Position', 'rate' => 'Click rate', 'went' => 'Gone', 'came' => 'New', 'withheld' => 'Withheld'];
@endphp
@section('content')
    <div class="head"><h1>Losing</h1></div>
    @include('weigh.tabs')
    @include('weigh.lens', ['at' => 'weigh.losing', 'parts' => ['weeks', 'against', 'kind', 'market']])
    @include('weigh.breaks')
    @if ($window?->isPeriod)
        <p class="note">The rows tell one period and no days, so there is nothing to compare it with.</p>
    @else
    <p class="hint">Pages with fewer clicks than {{ $lens->against === 'year' ? 'in the same weeks a year earlier' : 'in as many weeks before' }}, and why, query by query: fewer searches, a worse position, fewer clicks than that position earns, queries that came or went, and what no query row explains. The parts add up to the change; only days that both sides tell are compared. @if (! in_array($lens->weeks, App\Weigh\Scoring\Losses::WEEKS, true))<b>Losses are told of 4 and 13 weeks; these are 13.</b>@endif</p>
    <form method="post" action="{{ route('worklists.add', $store) }}">@csrf
    <table class="ledger tight" id="losing">
        <thead><tr><th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='pages[]']" aria-label="Tick all"></th><th scope="col">Page</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Change</th>@foreach ($parts as $label)<th scope="col" class="num">{{ $label }}</th>@endforeach<th scope="col">Mostly</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            @php
                $causes = ['searched for less' => $row->demand, 'stands lower' => $row->place, 'clicked less where it stands' => $row->rate, 'queries gone' => $row->went, 'less is withheld' => $row->withheld];
                asort($causes);
            @endphp
            <tr><td class="tick"><input type="checkbox" name="pages[]" value="{{ $row->page_id }}" aria-label="Pick {{ $row->url }}"></td>
                <td class="clip g-page"><a href="{{ route('weigh.why', [$store, $row->page_id] + $lens->query()) }}" title="{{ $row->title ?? $row->url }}" data-beside>{{ preg_replace('~^https?://[^/]+~', '', $row->url) }}</a></td><td class="num">@n($row->clicks)</td><td class="num"><b>−@n($row->lost)</b></td>
                @foreach ($parts as $part => $label)<td class="num">{{ $row->has_parts ? $signed((float) $row->{$part}) : '–' }}</td>@endforeach<td>{{ $row->has_parts ? array_key_first($causes) : 'no rows by query on both sides' }}</td></tr>
        @empty
            <tr><td colspan="11">{{ $isCompared ? 'No page has lost clicks.' : 'Nothing can be compared: see above which days lack.' }}</td></tr>
        @endforelse
        </tbody>
    </table>
    @include('weigh.send')
    </form>
    @endif
@endsection
