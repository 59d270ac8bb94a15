@extends('frame')
@section('title', 'Edited file')
@php($labels = ['new' => 'new drafts', 'live' => 'edited in the live column', 'clash' => 'clashes', 'error' => 'errors', 'done' => 'drafts made', 'same' => 'unchanged'])
@section('content')
    @include('write.tabs')
    <div class="head"><h1>{{ $sheet->fileName }}</h1></div>
    <div class="filters">
        @foreach ($labels as $key => $label)
            @if ($counts[$key] ?? 0)<a href="{{ route('write.sheet', [$store, $sheet->id, 'outcome' => $key]) }}" @if ($outcome === $key) aria-current="true" @endif>{{ $label }} <span class="n">@n($counts[$key])</span></a>@endif
        @endforeach
        @if (($counts['live'] ?? 0) > 0)
            @can('write', $store)<form method="post" action="{{ route('write.sheet.accept', [$store, $sheet->id]) }}">@csrf<button class="button" name="take" value="live" data-once>Take the @n($counts['live']) live {{ $counts['live'] === 1 ? 'text' : 'texts' }} as drafts</button></form>@endcan
        @endif
        @if ($counts['new'] ?? 0)
            @can('write', $store)<form method="post" action="{{ route('write.sheet.accept', [$store, $sheet->id]) }}">@csrf<button class="button is-growth" data-once>Make @n($counts['new']) {{ $counts['new'] === 1 ? 'draft' : 'drafts' }}</button></form>@endcan
        @endif
    </div>
    <table class="ledger">
        <thead><tr><th scope="col" class="num">Row</th><th scope="col">Page and field</th><th scope="col">In the shop now</th><th scope="col">On the desk</th><th scope="col">In the file</th><th scope="col">Remark</th>@if ($outcome === 'clash')<th scope="col">Decide</th>@endif</tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="num">{{ $sheet->isWide ? intdiv($row->place, App\Write\Sheets\WideSheet::PLACES) : $row->place }}</td><td class="wrap-any">{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}<br><span class="soft">{{ $row->field?->words() }}</span></td><td>{{ $row->stored }}</td><td>{{ $row->draft }}</td><td>{{ $row->text }}</td><td class="state is-hand wrap-any note-cell">{{ $row->note }}</td>@if ($outcome === 'clash')<td class="nowrap">@can('write', $store)<form method="post" action="{{ route('write.sheet.settle', [$store, $sheet->id, $row->place]) }}">@csrf<input type="hidden" name="revision" value="{{ $row->now ?? 0 }}"><button class="button" name="keep" value="mine">Take the file’s</button> <button class="button" name="keep" value="theirs">Keep what is there</button></form>@endcan</td>@endif</tr>
        @empty
            <tr><td colspan="7">No rows here.</td></tr>
        @endforelse
        </tbody>
    </table>
    @if ($next)<p class="pager"><a href="{{ route('write.sheet', [$store, $sheet->id, 'outcome' => $outcome, 'after' => $next]) }}" rel="next">Next 100</a></p>@endif
@endsection
