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
@if ($open)<h2>What was done and cannot be told yet</h2>
<table class="ledger"><thead><tr><th scope="col">Change</th><th scope="col">Live</th><th scope="col" class="num">Pages</th><th scope="col">What can be said</th></tr></thead><tbody>@foreach ($open as $row)<tr><td>{{ $row->name }}</td><td class="nowrap">{{ Forms::day($row->day) }}</td><td class="num">@n($row->pages)</td><td>{{ $row->words($today) }}</td></tr>@endforeach</tbody></table>@endif
@if ($weeks && $weeks->weeks)<h2>The store’s clicks</h2>
<p><b>@n($weeks->clicks())</b> clicks in the last {{ count($weeks->weeks) }} weeks{{ $weeks->change() === null ? '' : ', '.Forms::number(abs(100 * $weeks->change()), 1).'% '.($weeks->change() >= 0 ? 'more' : 'fewer').' than 364 days earlier' }}{{ $weeks->revenue === null ? '' : ', with '.Forms::number($weeks->revenue).' '.$weeks->currency.' of revenue' }}.</p>
<table class="ledger tight"><thead><tr><th scope="col">Week of</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">364 days earlier</th></tr></thead><tbody>@foreach ($weeks->weeks as $week)<tr><td>{{ Forms::day($week->monday) }}</td><td class="num">{{ $week->clicks === null ? 'not told' : Forms::number($week->clicks) }}</td><td class="num">{{ $week->yearEarlier === null ? 'not told' : Forms::number($week->yearEarlier) }}</td></tr>@endforeach</tbody></table>@endif
@if ($report->next)<h2>What is next</h2>
<ul class="next">@foreach ($report->next as [$count, $words])<li>@if ($count !== null)<b>@n($count)</b> @endif{{ $words }}</li>@endforeach</ul>@endif
<h2>How results are measured</h2>
<p class="sub">Each change is set against pages of the same market and kind that nobody changed at the time. From their numbers before and afterwards is learned how pages go by themselves, also that low numbers rise and high ones fall; what came beyond that is the change’s. Four whole weeks count, eight for pages with few clicks, after search engines have fetched the pages again. A range holds the truth 9 times in 10.</p>
