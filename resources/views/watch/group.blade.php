@extends('frame')
@section('title', 'Report of several stores')
@php
    use App\Platform\Web\Forms;
    use App\Watch\Lists\Figure;
    $query = array_filter(['from' => request('from'), 'to' => request('to'), 'stores' => request('stores')]);
    $percent = static fn (?float $change): string => $change === null ? 'not told' : ($change >= 0 ? '+' : '−').Forms::number(abs(100 * $change), 1).'%';
    $year = $report->year();
@endphp
@section('content')
<div class="report">
    <div class="head"><h1>What was done in {{ count($report->rows) === 1 ? 'one store' : count($report->rows).' stores' }}, what it earned</h1><div class="tools no-print"><a href="{{ route('watch.group.export', ['csv'] + $query) }}">CSV</a> <a href="{{ route('watch.group.export', ['xlsx'] + $query) }}">XLSX</a> <a href="{{ route('stores') }}">Stores</a></div></div>
    <form method="get" action="{{ route('watch.group') }}" class="filters no-print"><label>From <input class="input short-date" type="date" name="from" value="{{ $report->from }}"></label> <label>to <input class="input short-date" type="date" name="to" value="{{ $report->to }}"></label>
        @if (count($mine) > 1)@foreach ($mine as $one)<label><input type="checkbox" name="stores[]" value="{{ $one->slug }}" @checked(in_array($one->id, array_map(fn ($row) => $row['store']->id, $report->rows), true))> {{ $one->name }}</label> @endforeach @endif <button class="button">Show</button></form>
    @if ($errors->any())<p class="note is-hand" role="alert">{{ $errors->first() }}</p>@endif
    <p class="soft">Changes from {{ Forms::day($report->from) }} to {{ Forms::day($report->to) }}; clicks and money of 28 days, 9 times in 10 within the range</p>
    <div class="scroll"><table class="ledger">
        <thead><tr><th scope="col">Store</th><th scope="col" class="num">Changes judged</th><th scope="col" class="num">Clicks earned</th><th scope="col" class="num">between</th><th scope="col" class="num">Worth</th><th scope="col" class="num">Clicks, 13 weeks</th><th scope="col" class="num">a year earlier</th><th scope="col" class="num">Target</th><th scope="col" class="num">Hours</th></tr></thead>
        <tbody>
        @forelse ($report->rows as ['store' => $one, 'sum' => $sum, 'year' => $part, 'cost' => $cost])
            <tr><td><a href="{{ route('watch.report', [$one, 'from' => $report->from, 'to' => $report->to]) }}">{{ $one->name }}</a></td><td class="num">@n($sum->changes)</td><td class="num">{{ $sum->changes ? Figure::signed($sum->clicks->value) : '–' }}</td><td class="num">{{ $sum->changes ? Figure::whole($sum->clicks->low()).' and '.Figure::whole($sum->clicks->high()) : '' }}</td>
                <td class="num">@forelse ($sum->money as $currency => $gain){{ Figure::rough($gain->value) }} {{ $currency }}@if (! $loop->last)<br>@endif @empty–@endforelse</td><td class="num">{{ $part ? Forms::number($part->clicks) : '–' }}</td><td class="num">{{ $percent($part?->change()) }}</td><td class="num">{{ $one->options()->targetGrowth ? '+'.$one->options()->targetGrowth.'%' : '–' }}</td><td class="num">@n(round($cost->hours))</td></tr>
        @empty
            <tr><td colspan="9">You see no store yet.</td></tr>
        @endforelse
        </tbody>
        @if (count($report->rows) > 1)<tfoot><tr><th scope="row">All</th><td class="num">@n(array_sum(array_map(fn ($row) => $row['sum']->changes, $report->rows)))</td><td class="num">{{ Figure::signed($report->clicks->value) }}</td><td class="num">{{ Figure::whole($report->clicks->low()) }} and {{ Figure::whole($report->clicks->high()) }}</td><td class="num">@forelse ($report->money as $currency => $gain){{ Figure::rough($gain->value) }} {{ $currency }}@if (! $loop->last)<br>@endif @empty–@endforelse</td><td class="num">@n($year->clicks)</td><td class="num">{{ $percent($year->change()) }}</td><td></td><td class="num">@n(round(array_sum(array_map(fn ($row) => $row['cost']->hours, $report->rows))))</td></tr></tfoot>@endif
    </table></div>
    <p class="sub">@if (count($report->rows) > 1)Changes of one store are taken to tell nothing of those of another, so the range of all is narrower than theirs together. @endif A year earlier is 364 days; only days that are told of both years count.</p>
</div>
@endsection
