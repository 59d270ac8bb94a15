@extends('frame')
@section('title', 'Position and CTR')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('weigh.js') }}" type="module"></script>@endpush
@php
    use App\Weigh\Lists\CurvePicture;
    $money = static fn (mixed $value): string => App\Weigh\Numbers\Units::shown((float) $value);
    $keep = $page === null ? [] : ['page' => $page->id];
    $percent = static fn (float $rate): string => rtrim(rtrim(number_format(100 * $rate, 2, '.', ''), '0'), '.');
@endphp
@section('content')
    <div class="head"><h1>{{ $page === null ? 'Position and CTR' : 'Position and CTR of one page’s queries' }}</h1>@if ($page)<div class="tools"><span class="wrap-any">{{ App\Stores\Http\ShownUrl::of($store, $page->url) }}</span> <a href="{{ route('weigh.curve', [$store] + $lens->query()) }}">All pages</a></div>@endif</div>
    @include('weigh.tabs')
    @if ($curve === null)
        <p class="note">The pages have not been weighed yet, so the store has no CTR curve of its own.</p>
    @else
    @if ($page === null)@include('weigh.lens', ['at' => 'weigh.curve', 'parts' => ['kind', 'market']])@endif
    <p class="hint">The line is the CTR that a {{ $page === null ? 'page' : 'query' }} at each position gets in this store, without brand queries; the band holds it four times in five. Each mark is a {{ $page === null ? 'page, larger by the value of its clicks' : 'query, larger by impressions' }}. Hollow marks are <b>below the curve</b>: even the upper end of their CTR is under the line. Drag to select, or set the range below.@if ($curve->evidence < 300) <b>Only @n(round($curve->evidence)) clicks support the curve, so it leans on typical CTRs.</b>@endif</p>
    <div id="curve-box" class="scroll">
    <svg id="curve" class="curve" viewBox="0 0 {{ CurvePicture::WIDTH }} {{ CurvePicture::HEIGHT }}" role="img" aria-label="{{ App\Platform\Web\Forms::number(count($marks)) }} {{ $page === null ? 'pages' : 'queries' }} by position and CTR, with the store’s curve" data-width="{{ CurvePicture::WIDTH }}">
        @foreach ($density as $cell)<rect class="density d-{{ (int) ceil(5 * $cell['part']) }}" x="{{ $cell['x'] }}" y="{{ $cell['y'] }}" width="{{ round($cell['width'], 1) }}" height="{{ round($cell['height'], 1) }}"><title>{{ App\Platform\Web\Forms::number($cell['pages']) }} pages</title></rect>@endforeach
        @php(['line' => $line, 'band' => $band] = CurvePicture::curve($curve))
        @foreach ([1, 2, 3, 5, 8, 12, 20, 40] as $tick)<line class="grid" x1="{{ CurvePicture::x($tick) }}" x2="{{ CurvePicture::x($tick) }}" y1="12" y2="{{ CurvePicture::HEIGHT - 30 }}"/><text class="tick-text" x="{{ CurvePicture::x($tick) }}" y="{{ CurvePicture::HEIGHT - 12 }}" text-anchor="middle">{{ $tick }}</text>@endforeach
        @foreach ([[0.001, '0.1%'], [0.003, '0.3%'], [0.01, '1%'], [0.03, '3%'], [0.1, '10%'], [0.3, '30%']] as [$rate, $label])<line class="grid" x1="56" x2="{{ CurvePicture::WIDTH - 12 }}" y1="{{ CurvePicture::y($rate) }}" y2="{{ CurvePicture::y($rate) }}"/><text class="tick-text" x="50" y="{{ CurvePicture::y($rate) + 4 }}" text-anchor="end">{{ $label }}</text>@endforeach
        <text class="tick-text" x="{{ CurvePicture::WIDTH - 12 }}" y="{{ CurvePicture::HEIGHT - 2 }}" text-anchor="end">Position</text><text class="tick-text" x="60" y="10">CTR</text>
        <path class="curve-band" d="{{ $band }}"/><path class="curve-line" d="{{ $line }}"/>
        @foreach ($marks as $mark)<circle class="mark @if ($mark['hangs']) hangs @endif @if ($isPart && $mark['position'] >= $range['from'] && $mark['position'] <= $range['to'] && $mark['rate'] >= $range['low'] && $mark['rate'] <= $range['high'] && (! $hanging || $mark['hangs'])) is-picked @endif" cx="{{ $mark['x'] }}" cy="{{ $mark['y'] }}" r="{{ $mark['r'] }}" @if ($page === null) data-page="{{ $mark['id'] }}" @endif><title>{{ $mark['name'] }}: {{ App\Platform\Web\Forms::number(100 * $mark['rate'], 1) }}% at {{ $mark['position'] }}, {{ App\Platform\Web\Forms::number($mark['clicks']) }} of {{ App\Platform\Web\Forms::number($mark['impressions']) }}</title></circle>@endforeach
        <rect class="pick" id="pick" x="0" y="0" width="0" height="0"/>
    </svg>
    @if ($page === null)<p class="hint to-curve"><a href="{{ route('weigh.curve', [$store] + $lens->query()) }}">Position and CTR of all pages</a>: pages below the curve get fewer clicks than others at their position.</p>@endif
    </div>
    <form method="get" action="{{ route('weigh.curve', $store) }}" class="filters" id="range">
        @foreach ($keep + $lens->query() as $key => $value)<input type="hidden" name="{{ $key }}" value="{{ $value }}">@endforeach
        <label>Position from <input class="input short" name="from" inputmode="decimal" value="{{ $isPart ? $range['from'] : 1 }}"></label><label>to <input class="input short" name="to" inputmode="decimal" value="{{ $isPart ? $range['to'] : 60 }}"></label>
        <label>CTR from <input class="input short" name="low" inputmode="decimal" value="{{ $isPart ? $percent($range['low']) : 0 }}">%</label><label>to <input class="input short" name="high" inputmode="decimal" value="{{ $isPart ? $percent($range['high']) : 100 }}">%</label>
        <label><input type="checkbox" name="hanging" value="1" @checked($hanging)> only below the curve</label>
        <button class="button">Select</button> @if ($isPart)<a href="{{ route('weigh.curve', [$store] + $keep + $lens->query()) }}">clear</a>@endif
    </form>
    @if ($isPart)
        <h2>@n(count($picked)) {{ $page === null ? 'pages' : 'queries' }} selected</h2>
        <form method="post" action="{{ route('worklists.add', $store) }}">@csrf
        @if ($page === null && count($picked) > 100)@foreach (array_slice($picked, 100) as $mark)<input type="hidden" name="pages[]" value="{{ $mark['id'] }}">@endforeach @endif
        <table class="ledger tight">
            <thead><tr>@if ($page === null)<th scope="col" class="tick"><input type="checkbox" checked data-tick-all="[name='pages[]']" aria-label="Tick all"></th>@endif<th scope="col">{{ $page === null ? 'Page' : 'Query' }}</th><th scope="col" class="num">Position</th><th scope="col" class="num">CTR</th><th scope="col" class="num">Expected CTR</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th>@if ($page === null)<th scope="col" class="num">Upside</th>@endif</tr></thead>
            <tbody>
            @forelse (array_slice($picked, 0, 100) as $mark)
                <tr>@if ($page === null)<td class="tick"><input type="checkbox" checked name="pages[]" value="{{ $mark['id'] }}" data-worth="{{ round($mark['upside'], 2) }}" aria-label="Tick {{ $mark['name'] }}"></td>@endif
                    <td class="clip g-title">@if ($page === null)<a href="{{ route('weigh.why', [$store, $mark['id']]) }}" data-beside>{{ $mark['name'] }}</a>@else<a href="{{ route('weigh.query', [$store, $mark['id']]) }}" data-beside>{{ $mark['name'] }}</a>@endif @if ($mark['hangs'])<span class="soft">below the curve</span>@endif</td>
                    <td class="num">{{ App\Platform\Web\Forms::number($mark['position'], 1) }}</td><td class="num">{{ App\Platform\Web\Forms::number(100 * $mark['rate'], 1) }}%</td><td class="num">{{ App\Platform\Web\Forms::number(100 * $curve->rate($mark['position']), 1) }}%</td><td class="num">@n($mark['clicks'])</td><td class="num">@n($mark['impressions'])</td>@if ($page === null)<td class="num">{{ $money($mark['upside']) }}</td>@endif</tr>
            @empty
                <tr><td colspan="8">No {{ $page === null ? 'page' : 'query' }} in this range.</td></tr>
            @endforelse
            @if (count($picked) > 100)<tr><td colspan="8" class="soft">and @n(count($picked) - 100) more{{ $page === null ? ', selected with the others' : '' }}</td></tr>@endif
            </tbody>
        </table>
        @if ($page === null && $picked !== [])@include('weigh.send')@endif
        </form>
    @endif
    <details><summary>The curve as a table</summary>
        <table class="ledger tight narrow"><thead><tr><th scope="col" class="num">Position</th><th scope="col" class="num">CTR</th><th scope="col" class="num">Band</th><th scope="col" class="num">Desktop</th><th scope="col" class="num">Phone</th><th scope="col" class="num">Tablet</th></tr></thead>
            <tbody>@foreach ([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 15, 20, 30, 50] as $position)@php($bin = Orchard\Core\Demand\ClickCurve::bin($position))<tr><td class="num">{{ $position }}</td><td class="num">{{ App\Platform\Web\Forms::number(100 * $curve->rate($position), 2) }}%</td><td class="num">{{ isset($curve->band[$bin]) ? App\Platform\Web\Forms::number(100 * $curve->band[$bin][0], 2).'–'.App\Platform\Web\Forms::number(100 * $curve->band[$bin][1], 2).'%' : '' }}</td>@foreach ([1, 2, 3] as $device)<td class="num">{{ App\Platform\Web\Forms::number(100 * $curve->rate($position, $device), 2) }}%</td>@endforeach</tr>@endforeach</tbody></table>
    </details>
    @endif
@endsection
