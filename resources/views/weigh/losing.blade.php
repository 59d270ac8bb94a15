@extends('frame')
@section('title', 'Losing clicks')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('weigh.js') }}" type="module"></script>@endpush
@php
    $signed = static fn (float $value): string => abs($value) < 0.5 ? '·' : ($value > 0 ? '+' : '−').App\Platform\Web\Forms::number(abs($value));
    $parts = ['demand' => 'Searches', 'place' => 'Position', 'rate' => 'CTR', 'went' => 'Lost queries', 'came' => 'New queries', 'withheld' => 'Withheld'];
@endphp
@section('content')
    <div class="head"><h1>Losing clicks</h1></div>
    @include('weigh.tabs')
    @include('weigh.lens', ['at' => 'weigh.losing', 'parts' => ['weeks', 'against', 'kind', 'market']])
    @include('weigh.breaks')
    @if ($window?->isPeriod)
        <p class="note">The data covers one period without days, so there is nothing to compare it with.</p>
    @else
    <p class="hint">Pages with fewer clicks than {{ $lens->against === 'year' ? 'in the same weeks a year earlier' : 'in the weeks before' }}, and why. The parts add up to the change; only days with data on both sides are compared. @if (! in_array($lens->weeks, App\Weigh\Scoring\Losses::WEEKS, true))<b>Losses are known for 4 and 13 weeks; these are 13.</b>@endif</p>
    <form method="post" action="{{ route('worklists.add', $store) }}">@csrf
    <table class="ledger tight" id="losing" data-sortable>
        <thead><tr><th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='pages[]']" aria-label="Tick all"></th><th scope="col">Page</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Change</th>@foreach ($parts as $label)<th scope="col" class="num">{{ $label }}</th>@endforeach<th scope="col">Main reason</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            @php
                $causes = ['fewer searches' => $row->demand, 'lower position' => $row->place, 'lower CTR at the same position' => $row->rate, 'lost queries' => $row->went, 'fewer withheld clicks' => $row->withheld];
                asort($causes);
            @endphp
            <tr><td class="tick"><input type="checkbox" name="pages[]" value="{{ $row->pageId }}" aria-label="Tick {{ $row->url }}"></td>
                <td class="clip g-page"><a href="{{ route('weigh.why', [$store, $row->pageId] + $lens->query()) }}" title="{{ $row->title ?? $row->url }}" data-beside>{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a></td><td class="num">@n($row->clicks)</td><td class="num"><b>−@n($row->lost)</b></td>
                @foreach ($parts as $part => $label)<td class="num">{{ $row->hasParts ? $signed($row->{$part}) : '–' }}</td>@endforeach<td>{{ $row->hasParts ? array_key_first($causes) : 'no query data on both sides' }}</td></tr>
        @empty
            <tr><td colspan="11">{{ $isCompared ? 'No page has lost clicks.' : 'Nothing can be compared: the note above says which days are missing.' }}</td></tr>
        @endforelse
        </tbody>
    </table>
    @include('weigh.send')
    </form>
    @endif
@endsection
