@extends('frame')
@section('title', 'Files')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('upload.js') }}" type="module"></script>@endpush
@section('content')
    <div class="head"><h1>Files</h1></div>
    @include('gather.tabs')
    <p>Import search and sales data, products, keywords, competitors’ keywords, backlinks, index status and lists of pages from tables (CSV, TSV, XLSX), product feeds (RSS, Atom, JSON-LD) and server logs, also gzipped or zipped. You check what was understood before anything is stored.</p>
    @can('write', $store)
        <form id="upload" class="form-end" method="post" action="{{ route('gather.files.take', $store) }}" enctype="multipart/form-data" data-announce="{{ route('gather.files.announce', $store) }}" data-piece="{{ $piece }}">
            @csrf
            <label for="file">File</label>
            <input class="input" id="file" name="file" type="file" required accept=".csv,.tsv,.txt,.xlsx,.xml,.rss,.atom,.json,.jsonld,.log,.gz,.zip">
            <button class="button is-growth" data-once>Upload and check</button>
            <progress class="bar" hidden max="1" value="0" aria-label="Sent"></progress> <span role="status" class="soft"></span>
        </form>
    @endcan
    <h2>Imports</h2>
    <table class="ledger">
        <thead><tr><th scope="col">File</th><th scope="col">Uploaded</th><th scope="col">Data</th><th scope="col">Days</th><th scope="col" class="num">Rows</th><th scope="col" class="num">Set aside</th><th scope="col">State</th></tr></thead>
        <tbody>
        @forelse ($imports as $import)
            <tr>
                <td class="clip"><a href="{{ route('gather.file', [$store, $import->id]) }}">{{ $import->fileName }}</a></td>
                <td class="nowrap">{{ App\Platform\Web\Forms::moment($import->createdAt, $store->timezone) }} <span class="soft">{{ $import->userName ?? 'command line' }}</span></td>
                <td>@if ($import->sort && $import->state !== 'look' && $import->state !== 'arriving'){{ $import->sort?->value }}@if ($import->sort?->list() === null) rows {{ App\Facts\Grain::inWords($import->grain) }}@endif @if ($import->scope !== '') <span class="soft">for {{ App\Facts\RowScope::parse($import->scope)->label($store) }}</span>@endif @else<span class="soft">not imported yet</span>@endif</td>
                <td class="nowrap">@if ($import->firstDay){{ App\Platform\Web\Forms::day($import->firstDay) }} to {{ App\Platform\Web\Forms::day($import->lastDay) }}@endif @if ($import->resting)<br><span class="state is-hand">@n($import->resting) {{ $import->resting == 1 ? 'day is' : 'days are' }} superseded by newer imports</span>@endif</td>
                <td class="num">@n($import->rowsTaken)</td>
                <td class="num">@if ($import->rowsAside)<span class="state is-hand">@n($import->rowsAside)</span>@else 0 @endif</td>
                <td>@include('gather.file-state')</td>
            </tr>
        @empty
            <tr><td colspan="7">No imports yet.@can('write', $store) Start with a report of clicks and impressions by page and day.@endcan</td></tr>
        @endforelse
        </tbody>
    </table>
@endsection
