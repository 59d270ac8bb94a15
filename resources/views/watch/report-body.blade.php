@php
    use App\Platform\Web\Forms;
    use App\Watch\Lists\Figure;
    use Orchard\Core\Outcome\Verdict;
    $sum = $report->sum;
    $changes = $report->changes;
    $today = $store->today();
    $told = array_filter($changes, static fn ($row) => in_array($row->verdict, [Verdict::Earned, Verdict::Lost, Verdict::None], true));
    $open = array_filter($changes, static fn ($row) => ! in_array($row, $told, true));
    $weeks = $report->weeks;
@endphp
<p class="soft">{{ Forms::day($report->from) }} to {{ Forms::day($report->to) }}</p>
<h2>What it earned</h2>
@if ($sum->changes === 0)<p>No change of this time can be judged yet.</p>@else @include('watch.sum')@endif
@if ($told)<table class="ledger"><thead><tr><th scope="col">Change</th><th scope="col">Live</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Clicks in 28 days</th><th scope="col" class="num">9 times in 10 between</th><th scope="col" class="num">Worth</th><th scope="col">What can be said</th></tr></thead><tbody>@foreach ($told as $row)<tr><td>{{ $row->name }}</td><td class="nowrap">{{ Forms::day($row->day) }}</td><td class="num">@n($row->pages)</td><td class="num">{{ Figure::signed($row->gain['clicks']) }}</td><td class="num">{{ Figure::whole($row->gain['low']) }} and {{ Figure::whole($row->gain['high']) }}</td><td class="num">{{ $row->money() === null ? '–' : Figure::rough($row->money()).' '.$row->currency }}</td><td>{{ $row->words($today) }}</td></tr>@endforeach</tbody></table>@endif
@if ($report->cost->pages > 0 || $report->cost->spent)<h2>What it cost</h2>
<p>@if ($report->cost->pages > 0)<b>@n(round($report->cost->hours))</b> hours for @n($report->cost->pages) pages by hand, at {{ Forms::number($report->cost->perHour) }} an hour <b>@n(round($report->cost->work()))</b>{{ $sum->unit() === 'clicks' ? '' : ' '.$sum->unit() }}.@endif @foreach ($report->cost->spent as $one)For {{ $one->for }} {{ Forms::number($one->amount, 2) }} {{ $one->currency }}.@endforeach</p>
<p class="sub">Minutes by kind of page and the cost of an hour are the store’s assumptions; pages that recipes or files wrote take no hours of their own, a suggested text a fifth.</p>@endif
@if ($open)<h2>What was done and cannot be told yet</h2>
<table class="ledger"><thead><tr><th scope="col">Change</th><th scope="col">Live</th><th scope="col" class="num">Pages</th><th scope="col">What can be said</th></tr></thead><tbody>@foreach ($open as $row)<tr><td>{{ $row->name }}</td><td class="nowrap">{{ Forms::day($row->day) }}</td><td class="num">@n($row->pages)</td><td>{{ $row->words($today) }}</td></tr>@endforeach</tbody></table>@endif
@if ($weeks && $weeks->weeks)<h2>The store’s clicks</h2>
<p><b>@n($weeks->clicks())</b> clicks in the last {{ count($weeks->weeks) }} weeks{{ $weeks->change() === null ? '' : ', '.Forms::number(abs(100 * $weeks->change()), 1).'% '.($weeks->change() >= 0 ? 'more' : 'fewer').' than 364 days earlier' }}{{ $weeks->revenue === null ? '' : ', with '.Forms::number($weeks->revenue).' '.$weeks->currency.' of revenue' }}.</p>
<table class="ledger tight"><thead><tr><th scope="col">Week of</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">364 days earlier</th></tr></thead><tbody>@foreach ($weeks->weeks as $week)<tr><td>{{ Forms::day($week->monday) }}</td><td class="num">{{ $week->clicks === null ? 'not told' : Forms::number($week->clicks) }}</td><td class="num">{{ $week->yearEarlier === null ? 'not told' : Forms::number($week->yearEarlier) }}</td></tr>@endforeach</tbody></table>@endif
@if ($report->year)<h2>Beside a year earlier</h2>
@php($change = $report->year->all()?->change())
@if ($report->target() !== null)<p class="lead">The target is {{ $report->target() }}% more clicks than a year earlier. @if ($change === null)A year earlier is not told.@elseif (100 * $change >= $report->target())<b class="good">It is reached: {{ Forms::number(100 * $change, 1) }}% more.</b>@else<b class="hand">{{ Forms::number(abs(100 * $change), 1) }}% {{ $change >= 0 ? 'more' : 'fewer' }}; {{ Forms::number($report->target() - 100 * $change, 1) }} points are missing.</b>@endif</p>@endif
<table class="ledger tight"><thead><tr><th scope="col">Clicks of {{ $report->year->weeks }} weeks to {{ Forms::day($report->year->lastDay) }}</th><th scope="col"><span class="sr">By</span></th><th scope="col" class="num">Clicks</th><th scope="col" class="num">364 days earlier</th><th scope="col" class="num">Change</th></tr></thead><tbody>
@foreach ($report->year->parts as $part)<tr><td>@if ($loop->first)<b>{{ $part->name }}</b>@else{{ ucfirst($part->name) }}@endif</td><td class="soft">{{ $part->by }}</td><td class="num">@n($part->clicks)</td><td class="num">{{ $part->earlier > 0 ? Forms::number($part->earlier) : 'not told' }}</td><td class="num">{{ $part->change() === null ? '' : ($part->change() >= 0 ? '+' : '−').Forms::number(abs(100 * $part->change()), 1).'%' }}</td></tr>@endforeach
</tbody></table>
<p class="sub">Changes are of days that both years tell. Clicks by class of query hold only what query rows tell, which leave out rare queries.</p>@endif
@if ($report->finance)<h2>Revenue beside the accounts</h2>
<table class="ledger tight"><tbody>
<tr><td>Revenue from search that files and feeds tell{{ $report->finance->daysTold < $report->finance->days ? ', on '.$report->finance->daysTold.' of '.$report->finance->days.' days' : '' }}</td><td class="num">{{ Forms::number($report->finance->told, 2) }}</td></tr>
<tr><td>less what came back</td><td class="num">−{{ Forms::number($report->finance->returned, 2) }}</td></tr>
<tr><td>less tax{{ $report->finance->tax === 0.0 ? ' (revenue is told without it)' : '' }}</td><td class="num">−{{ Forms::number($report->finance->tax, 2) }}</td></tr>
<tr><td><b>as the accounts would have it</b></td><td class="num"><b>{{ Forms::number($report->finance->net(), 2) }}</b></td></tr>
<tr><td>The accounts have</td><td class="num">{{ Forms::number($report->finance->amount, 2) }}</td></tr>
<tr><td>not explained{{ $report->finance->amount != 0.0 ? ', '.Forms::number(abs(100 * $report->finance->rest() / $report->finance->amount), 1).'% of it' : '' }}</td><td class="num">{{ $report->finance->rest() < 0 ? '−' : '' }}{{ Forms::number(abs($report->finance->rest()), 2) }}</td></tr>
</tbody></table>@endif
@if ($report->next)<h2>What is next</h2>
<ul class="next">@foreach ($report->next as [$count, $words])<li>@if ($count !== null)<b>@n($count)</b> @endif{{ $words }}</li>@endforeach</ul>@endif
<h2>How results are measured</h2>
<p class="sub">Each change is set against pages of the same market and kind that nobody changed at the time. From their numbers before and afterwards is learned how pages go by themselves, also that low numbers rise and high ones fall; what came beyond that is the change’s. Four whole weeks count, eight for pages with few clicks, after search engines have fetched the pages again. A range holds the truth 9 times in 10.</p>
