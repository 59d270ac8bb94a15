@php($shown = App\Platform\Web\Forms::rough(...))
<div class="lots-and-weeks">
    <section aria-label="Where money is left lying">
        <p class="headline">About <b>{{ $shown($lots->sum) }} {{ $lots->unit }}</b> in four weeks {{ $lots->isMoney ? 'is' : 'are' }} left lying in search.</p>
        <table class="ledger lots">
            <thead><tr><th scope="col">The largest lots of @n($lots->pages) pages, and why</th><th scope="col" class="num">{{ $lots->unit }}</th><th scope="col"><span class="sr">Range, four times in five</span></th><th scope="col"><span class="sr">Way</span></th></tr></thead>
            <tbody>
            @foreach ($lots->lots as $lot)
                @php($range = new App\Stores\Overview\RangePicture($lot, $lots->reach()))
                <tr>
                    <td><b>{{ $lot->name }}</b><br><span class="soft">{{ $lot->why }}</span></td>
                    <td class="num"><b>{{ $shown($lot->sum) }}</b></td>
                    <td class="range-cell"><svg class="range-bar" width="{{ App\Stores\Overview\RangePicture::WIDTH }}" height="14" aria-hidden="true"><rect class="bar" x="1" y="2" width="{{ $range->bar }}" height="10"/><line x1="{{ $range->low }}" x2="{{ $range->high }}" y1="7" y2="7"/><line x1="{{ $range->low }}" x2="{{ $range->low }}" y1="4" y2="10"/><line x1="{{ $range->high }}" x2="{{ $range->high }}" y1="4" y2="10"/></svg><br><span class="soft">{{ $shown($lot->low) }} to {{ $shown($lot->high) }}</span></td>
                    <td class="way">@can('write', $store)@include('store.way', ['way' => $lot->way])@endcan</td>
                </tr>
            @endforeach
            <tr><td class="soft">All other pages</td><td class="num">{{ $shown($lots->rest()) }}</td><td></td><td class="way"><a class="go" href="{{ $lots->url }}">All pages by upside ›</a></td></tr>
            </tbody>
        </table>
    </section>
    @if ($weeks)
    <section aria-label="Clicks from search, by week">
        @php($picture = new App\Stores\Overview\WeeksPicture($weeks, $marks))
        <h2 class="flat">Clicks from search, by week</h2>
        <p><b>@n($weeks->clicks())</b> in {{ count($weeks->weeks) }} weeks{{ $weeks->change() === null ? '' : ',' }} @if ($weeks->change() !== null)<b class="{{ $weeks->change() < 0 ? 'is-hand-text' : 'is-growth-text' }}">{{ $weeks->change() < 0 ? '−' : '+' }}{{ App\Platform\Web\Forms::number(100 * abs($weeks->change()), abs($weeks->change()) < 0.1 ? 1 : 0) }}%</b> on the same weeks a year earlier <span class="year-stroke" aria-hidden="true"></span>@endif</p>
        <svg class="weeks" viewBox="0 0 {{ $picture::WIDTH }} {{ $picture::HEIGHT + 2 }}" role="img" aria-label="Clicks by week, the newest last; the table behind it is under Numbers, by week">
            <line class="scale" x1="0" x2="{{ $picture::WIDTH }}" y1="14" y2="14"/><text x="0" y="10">@n($picture->top)</text>
            @foreach ($picture->bars() as $bar)
                <g><title>{{ $bar['words'] }}</title><rect class="hit" x="{{ $bar['x'] }}" y="14" width="{{ $bar['width'] }}" height="{{ $picture::HEIGHT - 14 }}"/><rect class="bar" x="{{ $bar['x'] }}" y="{{ $bar['y'] }}" width="{{ $bar['width'] }}" height="{{ $bar['height'] }}"/>@if ($bar['year'] !== null)<line class="year" x1="{{ $bar['x'] }}" x2="{{ $bar['x'] + $bar['width'] }}" y1="{{ $bar['year'] }}" y2="{{ $bar['year'] }}"/>@endif</g>
            @endforeach
            @foreach ($picture->marks() as $mark)<g><title>{{ $mark['words'] }}</title><line class="mark" x1="{{ $mark['x'] }}" x2="{{ $mark['x'] }}" y1="4" y2="{{ $picture::HEIGHT }}"/></g>@endforeach
            <line class="ground" x1="0" x2="{{ $picture::WIDTH }}" y1="{{ $picture::HEIGHT }}" y2="{{ $picture::HEIGHT }}"/>
        </svg>
        <p class="soft weeks-foot"><span>{{ App\Platform\Web\Forms::day($weeks->weeks[0]->monday) }}</span>@if ($picture->marks() !== [])<span>{{ collect($picture->marks())->last()['words'] }}</span>@endif<span>week of {{ App\Platform\Web\Forms::day(collect($weeks->weeks)->last()->monday) }}</span></p>
        <p class="soft">@if ($weeks->orders !== null)Orders from search: <b>@n($weeks->orders)</b>, {{ App\Platform\Web\Forms::number($weeks->revenue) }} {{ $weeks->currency }}. @endif<a href="{{ $weeks->url }}?by=week">By week</a> <a href="{{ $weeks->url }}">By kind</a></p>
    </section>
    @endif
</div>
