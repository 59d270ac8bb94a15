@extends('frame')
@section('title', 'Edited file')
@php($labels = ['new' => 'would become drafts', 'done' => 'have become drafts', 'clash' => 'clashes', 'error' => 'errors', 'same' => 'unchanged'])
@section('content')
    @include('write.tabs')
    <div class="head"><h1>{{ $sheet->file_name }}</h1></div>
    <div class="filters">
        @foreach ($labels as $key => $label)
            @if ($counts[$key] ?? 0)<a href="{{ route('write.sheet', [$store, $sheet->id, 'outcome' => $key]) }}" @if ($outcome === $key) aria-current="true" @endif>{{ $label }} <span class="n">@n($counts[$key])</span></a>@endif
        @endforeach
        @if ($counts['new'] ?? 0)
            @can('write', $store)<form method="post" action="{{ route('write.sheet.accept', [$store, $sheet->id]) }}">@csrf<button class="button is-growth" data-once>Make @n($counts['new']) drafts</button></form>@endcan
        @endif
    </div>
    <table class="ledger">
        <thead><tr><th scope="col" class="num">Row</th><th scope="col">Page and field</th><th scope="col">In the shop now</th><th scope="col">In the file</th><th scope="col">Remark</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="num">{{ $row->place }}</td><td class="wrap-any">{{ App\Store\Http\ShownUrl::of($store, $row->url) }}<br><span class="soft">{{ $row->field ? Orchard\Core\Wording\TextField::from((int) $row->field)->key() : '' }}</span></td><td>{{ $row->stored }}</td><td>{{ $row->text }}</td><td class="state is-hand wrap-any">{{ $row->note }}</td></tr>
        @empty
            <tr><td colspan="5">No rows here.</td></tr>
        @endforelse
        </tbody>
    </table>
    @if ($next)<p class="pager"><a href="{{ route('write.sheet', [$store, $sheet->id, 'outcome' => $outcome, 'after' => $next]) }}" rel="next">Next 100</a></p>@endif
@endsection
