@extends('frame')
@section('title', 'Report')
@section('content')
<div class="report">
    <div class="head"><h1>{{ $store->name }}: what was done, what it earned</h1><div class="tools no-print"><a href="{{ route('watch.report.file', [$store, 'from' => $report->from, 'to' => $report->to]) }}">As a file</a> <a href="{{ route('watch.export', [$store, 'csv']) }}">CSV</a> <a href="{{ route('watch.export', [$store, 'xlsx']) }}">XLSX</a></div></div>
    @include('watch.tabs')
    @if ($problem)<p class="note is-hand" role="alert">{{ $problem }}</p>@endif
    <div class="filters no-print"><form method="get" action="{{ route('watch.report', $store) }}"><label>From <input class="input short-date" type="date" name="from" value="{{ $report->from }}"></label> <label>to <input class="input short-date" type="date" name="to" value="{{ $report->to }}"></label> <button class="button">Show</button></form>
    @can('release', $store)<form method="post" action="{{ route('watch.report.link', $store) }}">@csrf<input type="hidden" name="from" value="{{ $report->from }}"><input type="hidden" name="to" value="{{ $report->to }}"><button class="button">Make a link for somebody without an account</button></form>@if ($links)<form method="post" action="{{ route('watch.report.link.end', $store) }}">@csrf<button class="button">End {{ $links === 1 ? 'the link' : "all $links links" }}</button></form>@endif @endcan</div>
    @if (session('link'))<p class="note no-print" role="status"><label for="made-link">Copy it now; it is not shown again, and ends after {{ App\Watch\Reports\ReportLinks::DAYS }} days:</label> <input class="input wide-input" id="made-link" size="70" readonly value="{{ session('link') }}"></p>@endif
    @include('watch.report-body')
    @can('release', $store)
    <section class="no-print"><h2>Beside the accounts</h2>
        <form method="post" action="{{ route('watch.finance', $store) }}" class="filters">@csrf<input type="hidden" name="from" value="{{ $report->from }}"><input type="hidden" name="to" value="{{ $report->to }}"><label>What the accounts have as revenue from search for these days, without tax <input class="input" type="number" step="0.01" name="amount" size="12" value="{{ old('amount', $report->finance?->amount) }}"></label> <button class="button">Set it beside</button></form>
        @error('amount')<p class="note is-hand" role="alert">{{ $message }}</p>@enderror
    </section>
    @endcan
    @can('release', $store)
    <section class="no-print"><h2>By e-mail, every month</h2>
        @if ($sends)<p class="sub">Each month’s report goes to these people on the fifth of the next.</p>@else<p class="sub">No mail server is set up, so nothing is sent (docs/deploy.md says how).</p>@endif
        @if ($readers)<table class="ledger tight" id="readers"><thead class="sr"><tr><th scope="col">E-mail</th><th scope="col">Sent</th><th scope="col">End</th></tr></thead><tbody>@foreach ($readers as $reader)<tr><td>{{ $reader->email }}</td><td>{{ $reader->sentMonth === null ? 'nothing sent yet' : 'last sent: '.$reader->sentMonth }}</td><td class="num"><form method="post" action="{{ route('watch.readers.drop', [$store, $reader->id]) }}">@csrf<button class="button">End<span class="sr"> for {{ $reader->email }}</span></button></form></td></tr>@endforeach</tbody></table>@endif
        <form method="post" action="{{ route('watch.readers.add', $store) }}" class="filters">@csrf<label>E-mail <input class="input" type="email" name="email" maxlength="190" required size="30" value="{{ old('email') }}"></label> <button class="button">Send it there every month</button></form>
    </section>
    @endcan
</div>
@endsection
