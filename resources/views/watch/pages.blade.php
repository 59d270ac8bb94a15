@extends('frame')
@section('title', 'Pages of '.$result->name)
@php
    use App\Platform\Web\Forms;
    use App\Watch\Judging\GroupResult;
    use App\Watch\Judging\LeftOut;
    $left = array_sum($leftOut);
@endphp
@section('content')
    <div class="head"><h1>Page by page</h1><span class="soft">{{ $result->name }}, {{ Forms::day($result->day) }}</span><div class="tools"><a href="{{ route('watch.change', [$store, $result->id]) }}">The result</a> <a href="{{ route('watch.pages.export', [$store, $result->id, 'csv']) }}">CSV</a> <a href="{{ route('watch.pages.export', [$store, $result->id, 'xlsx']) }}">XLSX</a></div></div>
    <div class="filters"><span class="of">Show</span> <a href="{{ route('watch.pages', [$store, $result->id]) }}" @if (! $isLeft && $part === null) aria-current="true" @endif>all that count</a>@foreach ($groups as $group)@if ($group->part > GroupResult::SHARING) <a href="{{ route('watch.pages', [$store, $result->id, 'group' => $group->part]) }}" @if ($part === $group->part) aria-current="true" @endif>{{ lcfirst($group->name) }}</a>@endif @endforeach @if ($left > 0) <a href="{{ route('watch.pages', [$store, $result->id, 'show' => 'left']) }}" @if ($isLeft) aria-current="true" @endif>@n($left) left out</a>@endif</div>
    @if ($rows === [])
        <p class="soft">{{ $isLeft ? 'Every page counts.' : 'No page counts yet.' }}</p>
    @elseif ($isLeft)
        <div class="scroll"><table class="ledger tight" id="pages"><thead><tr><th scope="col">Page</th><th scope="col">Live</th><th scope="col">Why it does not count</th></tr></thead><tbody>@foreach ($rows as $row)<tr><td class="wrap-any">{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</td><td class="nowrap">{{ Forms::day($row->liveOn) }}</td><td>it {{ LeftOut::from($row->leftOut)->words(1) }}</td></tr>@endforeach</tbody></table></div>
    @else
        <div class="scroll"><table class="ledger tight" id="pages"><thead><tr><th scope="col">Page</th><th scope="col" class="num">Clicks before</th><th scope="col" class="num">Expected</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Difference</th><th scope="col" class="num">Position before</th><th scope="col" class="num">after</th><th scope="col" class="num">Orders before</th><th scope="col" class="num">after</th><th scope="col">Did not move, most likely because of</th></tr></thead><tbody>@foreach ($rows as $row)<tr><td class="wrap-any">{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</td><td class="num">@n($row->clicksBefore)</td><td class="num">{{ Forms::number(round($row->expected, 1), 1) }}</td><td class="num">@n($row->clicks)</td><td class="num">{{ App\Watch\Lists\Figure::signed($row->gain) }}</td><td class="num">{{ $row->positionBefore === null ? '–' : Forms::number($row->positionBefore, 1) }}</td><td class="num">{{ $row->position === null ? '–' : Forms::number($row->position, 1) }}</td><td class="num">@n($row->ordersBefore)</td><td class="num">@n($row->orders)</td><td>{{ $row->whyNot }}</td></tr>@endforeach</tbody></table></div>
        <p class="hint">Clicks of {{ 7 * $result->weeksTold }} days each. A single page says little: its own chance is as large as most effects. What counts is the sum.</p>
    @endif
    @if ($next)<p class="pager"><a href="{{ route('watch.pages', [$store, $result->id] + array_filter(['group' => $part, 'show' => $isLeft ? 'left' : null]) + ['after' => $next]) }}">More pages</a></p>@endif
@endsection
