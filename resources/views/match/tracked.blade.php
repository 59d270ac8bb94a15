@extends('frame')
@section('title', 'Tracked terms')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('match.js') }}" type="module"></script>@endpush
@php
    $to = static fn (array $changes): string => route('match.tracked', [$store] + $filter->query($changes));
    $place = static fn (?int $milli): string => $milli === null || $milli === 0 ? '–' : App\Platform\Web\Forms::number($milli / 1000, 1);
    $isReading = $work !== null && $work->isActive();
    $cases = Orchard\Core\Terms\PositionBand::cases();
@endphp
@section('content')
    <div class="head"><h1>Tracked terms</h1><div class="tools">@if ($list->lastDay)<span class="soft">Search data to {{ App\Platform\Web\Forms::day($list->lastDay) }}</span>@endif</div></div>
    @include('match.tabs')
    @if (count($markets) > 1)<div class="filters"><span class="of">Market</span>@foreach ($markets as $one)<a href="{{ route('match.tracked', [$store, 'market' => $one->id]) }}" @if ($one->id === $market->id) aria-current="true" @endif>{{ $one->name }}</a>@endforeach</div>@endif
    @if (! $list->lastDay && $all > 0)<p class="note">Positions need search rows by query and day. There are none yet.</p>@endif
    @if ($all > 0 || $filter->isPart())
    <div class="filters">
        <a href="{{ $to(['band' => null]) }}" @if ($filter->band === '') aria-current="true" @endif>all <b>@n($all)</b></a>
        @foreach ($cases as $band)<a href="{{ $to(['band' => $band->value]) }}" @if ($filter->band === (string) $band->value) aria-current="true" @endif><span class="band is-band-{{ $band->value }}"></span>{{ $band->label() }} <b>@n($standing[$band->value] ?? 0)</b></a>@endforeach
        <a href="{{ $to(['band' => 'unseen']) }}" @if ($filter->band === 'unseen') aria-current="true" @endif><span class="band is-band-0"></span>not seen <b>@n($standing['unseen'] ?? 0)</b></a>
        <form method="get" action="{{ route('match.tracked', $store) }}" class="inline">@foreach ($filter->query(['asked' => null, 'tag' => null, 'order' => null]) as $name => $value)<input type="hidden" name="{{ $name }}" value="{{ $value }}">@endforeach
            <label>asks for <span class="select"><select name="asked" data-go><option value="">anything</option>@foreach (Orchard\Core\Terms\AskedFor::cases() as $kind)<option value="{{ $kind->value }}" @selected($filter->asked === $kind)>{{ $kind->label() }}</option>@endforeach</select></span></label>
            @if ($tags !== [])<label>tag <span class="select"><select name="tag" data-go><option value="">any</option>@foreach ($tags as $tag)<option @selected($filter->tag === $tag)>{{ $tag }}</option>@endforeach</select></span></label>@endif
            <label>order <span class="select"><select name="order" data-go>@foreach (App\Match\Tracking\TrackedFilter::ORDERS as $order => $label)<option value="{{ $order }}" @selected($filter->order === $order)>{{ $label }}</option>@endforeach</select></span></label> <button class="button">Show</button></form>
    </div>
    @endif
    @if ($filter->page > 0)<p class="note">Only terms of <b>{{ $names[$filter->page]['name'] ?? 'that page' }}</b>. <a href="{{ $to(['page' => null]) }}">All tracked terms</a></p>@endif
    <div id="tracked" @follows('tracked', 'tracked')>
    @if ($all > 0 && $bands !== [])
        <figure class="bands"><figcaption>How many of the @n($all) terms stood where, week by week. A term without a row was not seen in that week.</figcaption>@include('match.bands')</figure>
    @endif
    @if ($count > 0)
    <form method="post" action="{{ route('match.act', $store) }}" id="match-form">@csrf
    @can('write', $store)<div class="match-bar"><label>Tags, parted by commas <input class="input" name="tags" maxlength="190"></label> <button class="button" name="do" value="say" data-ticked>Tag the ticked</button> <button class="button" name="do" value="untrack" data-ticked>Track no longer</button> @if ($undo)<button class="button" formaction="{{ route('match.undo', $store) }}" formnovalidate title="{{ $undo }}">Undo</button>@endif <a href="{{ route('match.export', [$store, 'csv', 'what' => 'tracked']) }}">All days, CSV</a></div>@endcan
    <table class="ledger tight tracked">
        <thead><tr><th class="tick" scope="col"><span class="sr">Tick</span></th><th scope="col">Term</th><th scope="col">Page shown</th><th scope="col">Tags</th><th scope="col">{{ App\Match\Tracking\TrackedList::ROW_WEEKS }} weeks</th><th scope="col" class="num" title="Average position of all your pages that were shown, over the last 28 days that are told">Position</th><th scope="col" class="num" title="Better (+) or worse (−) than in the 28 days before">Change</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Last seen</th></tr></thead>
        <tbody>
        @foreach ($rows as $row)
            @php
                $weeks = array_slice($list->weeks, -App\Match\Tracking\TrackedList::ROW_WEEKS);
                $line = App\Match\Tracking\Line::of(array_map(static fn (string $week): ?float => isset($weeksOf[$row->digest][$week]) ? $weeksOf[$row->digest][$week] / 1000 : null, $weeks), 130, 22);
                $shown = $row->shownPage();
                $change = $row->change();
            @endphp
            <tr><td class="tick"><input type="checkbox" name="terms[]" value="{{ $row->id }}" aria-label="{{ $row->term }}"></td>
                <td class="clip"><a href="{{ route('match.term', [$store, $row->id]) }}" data-beside>{{ $row->term }}</a></td>
                <td class="clip soft">@if ($shown > 0)<a href="{{ $to(['page' => $shown]) }}" title="Its tracked terms">@if ($row->showsAnother())<b class="hand" title="Another page than the one whose lead term it is">other:</b> @endif{{ $names[$shown]['name'] ?? '' }}</a>@endif</td>
                <td class="clip soft">{{ $row->tags }}</td>
                <td><svg class="spark" viewBox="0 0 130 22" width="130" height="22" role="img" aria-label="{{ $line['path'] === '' && $line['dots'] === [] ? 'not seen' : 'seen in '.count($weeksOf[$row->digest] ?? []).' of '.count($weeks).' weeks' }}"><path d="{{ $line['path'] }}"/>@foreach ($line['dots'] as [$x, $y])<circle cx="{{ $x }}" cy="{{ $y }}" r="1.6"/>@endforeach</svg></td>
                <td class="num"><b>{{ $place($row->positionMilli) }}</b></td><td class="num">@if ($change !== null)<span @class(['gain' => $change >= 0.05, 'hand' => $change <= -0.05])>{{ abs($change) < 0.05 ? '0' : ($change > 0 ? '+' : '−').App\Platform\Web\Forms::number(abs($change), 1) }}</span>@elseif ($row->positionMilli > 0)<span class="gain">new</span>@elseif ($row->beforeMilli > 0)<span class="hand">gone</span>@endif</td>
                <td class="num">@n($row->clicks)</td><td class="num">@n($row->impressions)</td><td class="num nowrap soft">{{ $row->seenOn === null ? ($isReading ? 'being read' : 'never') : App\Platform\Web\Forms::day($row->seenOn) }}</td></tr>
        @endforeach
        </tbody>
    </table>
    </form>
    @include('pager')
    @elseif ($all > 0)
        <p class="hint">No tracked term is like that.</p>
    @else
        <p class="hint">{{ $filter->isPart() ? 'No tracked term is like that.' : 'Nothing is tracked yet. Pick some terms below, or tick them on the list of all terms.' }} @if (! $list->lastDay) Positions need search rows by query and day.@endif</p>
    @endif
    </div>
    @can('write', $store)
    <h2>Track more</h2>
    <form method="post" action="{{ route('match.track', [$store] + $filter->query(['asked' => null, 'tag' => null, 'page' => null, 'band' => null, 'order' => null])) }}" class="track-more">@csrf
        <p><label><input type="radio" name="which" value="typed" @checked(old('which', 'typed') === 'typed')> these, one a line</label> <textarea class="textarea" name="terms" rows="3" aria-label="Terms, one a line" data-picks="typed">{{ old('terms') }}</textarea></p>
        <p><label><input type="radio" name="which" value="page" @checked(old('which') === 'page')> what this page is clicked for most</label> <input class="input" name="url" value="{{ old('url') }}" maxlength="2048" placeholder="/collections/…" aria-label="URL of a page" data-picks="page"></p>
        <p><label><input type="radio" name="which" value="leads" @checked(old('which') === 'leads')> the lead terms that are worth most</label></p>
        <p><label>at most <input class="input short" type="number" name="most" min="1" max="{{ App\Match\Tracking\Trackable::AT_ONCE }}" value="{{ old('most', 10) }}"></label> <label>tags <input class="input" name="tags" value="{{ old('tags') }}" maxlength="190"></label> <button class="button is-growth">Track them</button></p>
    </form>
    @endcan
@endsection
