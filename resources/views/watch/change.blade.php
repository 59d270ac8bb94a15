@extends('frame')
@section('title', $result->name)
@php
    use App\Platform\Web\Forms;
    use App\Watch\Judging\GroupedBy;
    use App\Watch\Judging\GroupResult;
    use App\Watch\Judging\LeftOut;
    use App\Watch\Lists\Figure;
    use App\Watch\Lists\GainBar;
    use App\Watch\Lists\GroupList;
    use App\Watch\Lists\WeeksLines;
    use Orchard\Core\Outcome\Outcome;
    use Orchard\Core\Outcome\Verdict;
    [$nth, $of, $newer, $older] = $place;
    $isTold = in_array($result->verdict, [Verdict::Earned, Verdict::Lost, Verdict::None], true);
    $percent = static fn (?float $rate): string => $rate === null ? '–' : Forms::number(100 * $rate, 1).'%';
    $all = $groups[GroupResult::ALL] ?? null;
    $parts = array_filter($groups, static fn ($group) => $group->part !== GroupResult::ALL && in_array($group->by, [GroupedBy::Nothing, GroupedBy::Work], true));
    $further = collect($groups)->filter(static fn ($group) => in_array($group->by, [GroupedBy::Recipe, GroupedBy::Query], true))->groupBy(static fn ($group) => $group->by->label())->filter(static fn ($some) => $some->count() > 1 || $some->first()->pages < ($all->pages ?? 0));
    $bar = GainBar::of($groups);
    $hasTexts = collect($moved)->contains(static fn ($page) => $page->titleNow !== null);
    $perOrder = $all === null || $all->after['orders'] < 1 || $result->currency === null ? null : $all->after['revenue'] / $all->after['orders'];
    $hasPromise = $all?->promised !== null && $all->clickValue !== null;
@endphp
@section('content')
    <div class="head"><h1>{{ $result->name }}</h1><span class="soft">{{ $result->source->label() }}, {{ Forms::day($result->day) }}</span>
        <div class="tools"><a href="{{ route('watch', $store) }}">All results</a> <span class="soft">@n($nth) of @n($of)</span> @if ($newer)<a href="{{ route('watch.change', [$store, $newer]) }}">Newer</a>@endif @if ($older)<a href="{{ route('watch.change', [$store, $older]) }}">Older</a>@endif</div>
    </div>
    <div id="watch-change" @follows('watch-change', 'results')>
    <p class="lead">@if ($result->verdict === Verdict::Earned)Its @n($result->counted) pages earned about @if ($result->money() !== null)<b class="good">{{ Figure::rough($result->money()) }} {{ $result->currency }}</b>@else<b class="good">{{ Figure::rough($result->gain['clicks']) }} clicks</b>@endif in 28 days that would not have come. @elseif ($result->verdict === Verdict::Lost)Its @n($result->counted) pages lost about @if ($result->money() !== null)<b class="hand">{{ Figure::rough(-$result->money()) }} {{ $result->currency }}</b>@else<b class="hand">{{ Figure::rough(-$result->gain['clicks']) }} clicks</b>@endif in 28 days. @elseif ($result->verdict === Verdict::None)No effect, or one too small to tell among @n($result->counted) pages. @else{{ ucfirst($result->words($store->today())) }}.@endif</p>
    <p class="sub">@if ($result->gain){{ $isTold ? '' : 'So far: ' }}{{ Figure::whole($result->gain['low']) }} to {{ Figure::whole($result->gain['high']) }} more clicks in 28 days than would have come, 9 times in 10.@if ($isTold && $result->chance !== null) Chance alone does as much {{ $result->chance < 0.001 ? 'less than once in 1,000 times' : ($result->chance <= 0.5 ? 'once in '.Forms::number(round(1 / $result->chance)).' times' : 'more often than not') }}.@endif @if ($hasPromise)Promised were {{ Figure::rough($all->promised) }} {{ $all->currency }}. @endif @if ($result->smallest !== null && $result->smallest < 50 && in_array($result->verdict, [Verdict::None, Verdict::Few], true))An effect of {{ Forms::number(100 * $result->smallest) }}% or more would have been told 4 times in 5. @endif @elseif ($result->readyOn)It can be told from {{ Forms::day($result->readyOn) }} on. @endif{{ $change->note }}</p>
    @if ($result->orders)<p class="sub" id="orders"><b>Orders</b>: @n(round($result->orders->came)) in 28 days where about @n(round($result->orders->expected)) would have come, {{ Figure::whole($result->orders->low) }} to {{ Figure::whole($result->orders->high) }} more, 9 times in 10. @if ($result->orders->isTold())@if ($perOrder !== null)At {{ Forms::number($perOrder, 2) }} {{ $result->currency }} an order that is about <b>{{ Figure::rough($result->orders->gain() * $perOrder) }} {{ $result->currency }}</b> of revenue itself.@endif @else Whether orders changed cannot be told: chance alone often does as much.@endif</p>@endif
    <div class="result-grid">
        <section>
            <h2>Clicks a week</h2>
            @if ($lines)
            @php($live = $lines->at($change->firstDay))
            @php($fetched = $change->fetchedOn === null ? null : $lines->at($change->fetchedOn))
            <div class="scroll"><svg class="lines" viewBox="0 0 {{ WeeksLines::WIDTH }} {{ WeeksLines::HEIGHT }}" role="img" aria-label="Clicks of its pages by week, beside what they would have been as pages left alone went; the table follows">
                @if ($live !== null && $fetched !== null && $fetched > $live)<rect class="fetching" x="{{ $live }}" y="16" width="{{ $fetched - $live }}" height="{{ WeeksLines::HEIGHT - 42 }}"/><text class="tick-text" x="{{ $live + 4 }}" y="{{ WeeksLines::HEIGHT - 32 }}">being fetched</text>@endif
                @foreach ($lines->ticks() as $tick)<line class="grid" x1="46" x2="{{ WeeksLines::WIDTH - 12 }}" y1="{{ $lines->y($tick) }}" y2="{{ $lines->y($tick) }}"/><text class="tick-text" x="40" y="{{ $lines->y($tick) + 4 }}" text-anchor="end">{{ Forms::number($tick) }}</text>@endforeach
                @foreach ($lines->weeks as $i => $week)@if ((count($lines->weeks) - 1 - $i) % 4 === 0)<text class="tick-text" x="{{ $lines->x($i) }}" y="{{ WeeksLines::HEIGHT - 6 }}" text-anchor="{{ $i === count($lines->weeks) - 1 ? 'end' : 'middle' }}">{{ Forms::day($week->week) }}</text>@endif @endforeach
                <path class="alone-band" d="{{ $lines->band() }}"/>
                <path class="alone-line" d="{{ $lines->line('expected') }}"/>
                <path class="came-line" d="{{ $lines->line('came') }}"/>
                @foreach ($lines->weeks as $i => $week)<circle class="came-mark" cx="{{ $lines->x($i) }}" cy="{{ $lines->y($week->came) }}" r="3"><title>{{ Forms::day($week->week) }}: {{ Forms::number(round($week->came)) }}, without the change {{ Forms::number(round($week->expected)) }}</title></circle>@endforeach
                @foreach ($events as $event)@php([$from, $to] = [max(46, $lines->at(max($event->first, $lines->span()[0])) ?? 46), $lines->at($event->last) ?? WeeksLines::WIDTH - 12])<line class="{{ $event->isBreak ? 'break' : 'event' }}" x1="{{ $from }}" x2="{{ max($from + 4, $to) }}" y1="{{ WeeksLines::HEIGHT - 23 }}" y2="{{ WeeksLines::HEIGHT - 23 }}"><title>{{ $event->words() }}, {{ Forms::day($event->first) }} to {{ Forms::day($event->last) }}</title></line>@endforeach
                @if ($live !== null)<line class="live-line" x1="{{ $live }}" x2="{{ $live }}" y1="8" y2="{{ WeeksLines::HEIGHT - 26 }}"/><text class="live-text" x="{{ $live - 5 }}" y="18" text-anchor="end">live {{ Forms::day($change->firstDay) }}</text>@endif
            </svg></div>
            <p class="legend"><span class="line-key is-came"></span> its pages <span class="line-key is-alone"></span> as @n($result->alone) pages left alone went, with the range of 9 in 10</p>
            @if ($events)<p class="hint">In these weeks: @foreach ($events as $event){{ $event->words() }} ({{ Forms::day($event->first) }} to {{ Forms::day($event->last) }}){{ $loop->last ? '.' : '; ' }}@endforeach Pages left alone lived through {{ count($events) === 1 ? 'it' : 'them' }}, too.</p>@endif
            <details class="numbers"><summary>The same as a table</summary><div class="scroll"><table class="ledger tight"><thead><tr><th scope="col">Week of</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Without the change</th><th scope="col" class="num">Difference</th><th scope="col">Judged by</th></tr></thead><tbody>@foreach ($lines->weeks as $week)<tr><td>{{ Forms::day($week->week) }}</td><td class="num">@n(round($week->came))</td><td class="num">@n(round($week->expected))</td><td class="num">{{ Figure::signed($week->came - $week->expected) }}</td><td>{{ $week->isAfter ? 'yes' : '' }}</td></tr>@endforeach</tbody></table></div></details>
            @else<p class="soft">There is nothing to draw yet.</p>@endif
        </section>
        <section>
            <h2>What next</h2>
            @php($next = GroupList::next($groups))
            @if ($next)<table class="ledger calm"><tbody>@foreach ($next as ['group' => $group, 'next' => $step, 'words' => $words])<tr><td><b>@n($group->pages) {{ lcfirst($group->name) }}</b> {{ $words }}.</td><td class="num">@if ($step === 'back' && $release)<a class="button is-hand" href="{{ $release->url }}">Take back…</a>@endif @can('write', $store)@if (in_array($step, ['back', 'desk', 'keep'], true))<form method="post" action="{{ route('watch.desk', [$store, $result->id]) }}">@csrf<input type="hidden" name="group" value="{{ $group->part }}"><button class="button">To the desk<span class="sr"> with {{ lcfirst($group->name) }}</span></button></form>@endif @endcan</td></tr>@endforeach</tbody></table>@endif
            @can('write', $store)@if ($isTold)<form method="post" action="{{ route('watch.decide', [$store, $result->id]) }}" class="decide-line">@csrf
                @if ($result->decision->value === 0)<span>Decide:</span> <button class="button is-growth" name="as" value="keep">Keep it</button> <button class="button" name="as" value="again">Try again</button> <button class="button is-hand" name="as" value="back">Take it back</button>@else<span>Decided: <b>{{ $result->decision->label() }}</b>{{ $decider ? ', by '.$decider : '' }}.</span> <button class="button" name="as" value="open">Decide anew</button>@endif</form>@endif @endcan
            @if ($result->decision === App\Watch\Changed\Decision::TakeBack && $release)<p><a class="in-text" href="{{ $release->url }}">The release</a> takes texts back, all of them or those that are ticked.</p>@endif
            <h2>How it was measured</h2>
            <p class="sub">@if ($result->alone > 0)Against @n($result->alone) pages of the same kinds that nobody changed from four weeks before to the end; how they went from their numbers before to those afterwards says how these would have gone. @endif @if ($change->fetchedOn)The pages were fetched again by {{ Forms::day($change->fetchedOn) }}{{ (int) $change->fetchTold === 1 ? ', as access logs tell' : ', as is assumed (option fetch_days)' }}. @endif @if ($result->weeks > 0)Judged by {{ $result->weeks }} whole weeks after that{{ $result->weeks > 4 ? ', for these pages have few clicks' : '' }}{{ $result->weeksTold < $result->weeks ? '; '.$result->weeksTold.' are told so far' : '' }}.@endif</p>
            @if ($leftOut)<p class="sub">Not counted: @foreach ($leftOut as $why => $pages){{ Forms::number($pages) }} {{ LeftOut::from($why)->words($pages) }}{{ $loop->last ? '.' : ', ' }}@endforeach <a class="in-text" href="{{ route('watch.pages', [$store, $result->id, 'show' => 'left']) }}">Which?</a></p>@endif
            <p class="links"><a class="in-text" href="{{ route('watch.pages', [$store, $result->id]) }}">The sum, page by page</a> @if ($release)<a class="in-text" href="{{ $release->url }}">The release</a>@endif</p>
            @can('write', $store)@if ($result->source === App\Watch\Changed\ChangeSource::Mark)<form method="post" action="{{ route('watch.mark.drop', [$store, $result->id]) }}">@csrf<button class="button is-hand">Drop this mark</button></form>@endif @endcan
        </section>
    </div>
    @if ($all)
    <h2>{{ $hasPromise ? 'Promise beside outcome' : 'By group' }}</h2>
    <div class="scroll"><table class="ledger tight" id="groups">
        <thead><tr><th scope="col">Group</th><th scope="col" class="num">Pages</th>@if ($hasPromise)<th scope="col" class="num">Promised</th>@endif @if ($all->clickValue !== null)<th scope="col" class="num">Came, {{ $all->currency }}</th>@endif<th scope="col" class="num">Clicks</th><th scope="col">Clicks in 28 days</th><th scope="col" class="num">CTR before</th><th scope="col" class="num">after</th><th scope="col" class="num">Position before</th><th scope="col" class="num">after</th><th scope="col" class="num">Orders before</th><th scope="col" class="num">after</th><th scope="col">Verdict</th></tr></thead>
        <tbody>@foreach ([...$parts, $all] as $group)<tr @if ($group === $all) class="is-sum" @endif>
            <th scope="row" class="nowrap">@if ($group->part === GroupResult::SHARING){{ $group->name }}@elseif ($group === $all)All its pages @else<a href="{{ route('watch.pages', [$store, $result->id, 'group' => $group->part]) }}">{{ $group->name }}</a>@endif</th>
            <td class="num">@n($group->pages)</td>
            @if ($hasPromise)<td class="num">{{ $group->promised === null ? '–' : Figure::rough($group->promised) }}</td>@endif
            @if ($all->clickValue !== null)<td class="num"><b>{{ $group->money() === null ? '–' : Figure::rough($group->money()) }}</b></td>@endif
            <td class="num">{{ Figure::signed($group->gain['clicks']) }}</td>
            <td>@include('watch.bar', ['gain' => $group->gain, 'verdict' => $group->verdict])</td>
            <td class="num">{{ $percent($group->before['rate']) }}</td><td class="num">{{ $percent($group->after['rate']) }}</td>
            <td class="num">{{ $group->before['position'] === null ? '–' : Forms::number($group->before['position'], 1) }}</td><td class="num">{{ $group->after['position'] === null ? '–' : Forms::number($group->after['position'], 1) }}</td>
            <td class="num">@n(round($group->before['orders']))</td><td class="num">@n(round($group->after['orders']))</td>
            <td class="nowrap"><span class="verdict is-{{ strtolower($group->verdict->name) }}">{{ $group->words() }}</span></td>
        </tr>@endforeach</tbody>
    </table></div>
    @if ($further->isNotEmpty())
    <div class="scroll"><table class="ledger tight" id="further">
        <thead><tr><th scope="col">By</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Clicks</th><th scope="col">Clicks in 28 days</th><th scope="col" class="num">CTR before</th><th scope="col" class="num">after</th><th scope="col">Verdict</th></tr></thead>
        @foreach ($further as $by => $some)<tbody><tr class="is-group"><th scope="rowgroup" colspan="7">{{ $by }}</th></tr>@foreach ($some as $group)<tr><td>{{ $group->name }}</td><td class="num">@n($group->pages)</td><td class="num">{{ Figure::signed($group->gain['clicks']) }}</td><td>@include('watch.bar', ['gain' => $group->gain, 'verdict' => $group->verdict])</td><td class="num">{{ $percent($group->before['rate']) }}</td><td class="num">{{ $percent($group->after['rate']) }}</td><td class="nowrap"><span class="verdict is-{{ strtolower($group->verdict->name) }}">{{ $group->words() }}</span></td></tr>@endforeach</tbody>@endforeach
    </table></div>
    @endif
    <p class="hint">Groups of {{ Outcome::LEAST_PAGES }} pages and more get a verdict of their own; single pages never do. Figures before and after are of as many weeks each, told for 28 days.</p>
    @endif
    @if ($moved)
    <h2>The pages that moved most</h2>
    <div class="scroll"><table class="ledger tight" id="moved"><thead><tr><th scope="col">Page</th>@if ($hasTexts)<th scope="col">Text before</th><th scope="col">Text now</th>@endif<th scope="col" class="num">Expected</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Difference</th><th scope="col" class="num">Position</th></tr></thead><tbody>@foreach ($moved as $page)<tr><td class="wrap-any">{{ App\Stores\Http\ShownUrl::of($store, $page->url) }}</td>@if ($hasTexts)<td class="soft">{{ $page->titleBefore }}</td><td>{{ $page->titleNow }}</td>@endif<td class="num">@n(round($page->expected))</td><td class="num">@n($page->clicks)</td><td class="num"><b>{{ Figure::signed((float) $page->gain) }}</b></td><td class="num">{{ $page->position === null ? '–' : Forms::number($page->position, 1) }}</td></tr>@endforeach</tbody></table></div>
    @endif
    </div>
@endsection
