{!! $store->name !!}: what was done, what it earned
{{ App\Platform\Web\Forms::day($report->from) }} to {{ App\Platform\Web\Forms::day($report->to) }}

@foreach ($report->changes as $row)
- {!! $row->name !!} ({{ App\Platform\Web\Forms::day($row->day) }}, {{ $row->pages }} pages): {!! $row->words($store->today()) !!}
@endforeach
@if ($report->changes === [])Nothing was changed in these days.
@endif

A range holds the truth 9 times in 10. Whoever put you down for this report can end it under Watch, Report.
