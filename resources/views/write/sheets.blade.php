@extends('frame')
@section('title', 'Spreadsheets')
@section('content')
    @include('write.tabs')
    <div class="columns-2">
        <div>
            <h1>Edit in a spreadsheet</h1>
            <p>Take all texts out, edit the column <b>draft</b>, and bring the file back. Nothing is taken over silently: you see every changed row, every clash and every error first.</p>
            <p><br><a class="button" href="{{ route('write.export', [$store, 'csv']) }}">Take out as CSV</a> <a class="button" href="{{ route('write.export', [$store, 'xlsx']) }}">Take out as XLSX</a></p>
            @can('write', $store)
                <h2>Upload the edited file</h2>
                <form method="post" action="{{ route('write.sheets.import', $store) }}" enctype="multipart/form-data">
                    @csrf
                    <label class="label-line" for="file">CSV, TSV or XLSX with the columns url, field and draft</label>
                    <input class="input" id="file" name="file" type="file" required accept=".csv,.tsv,.txt,.xlsx">
                    <button class="button is-growth" data-once>Upload and check</button>
                </form>
            @endcan
        </div>
        <div>
            <h2>Uploaded files</h2>
            <table class="ledger"><tbody>
            @forelse ($sheets as $sheet)
                <tr><td><a href="{{ route('write.sheet', [$store, $sheet->id]) }}">{{ $sheet->file_name }}</a><br><span class="soft">{{ $sheet->user_name ?? 'command line' }}, {{ Illuminate\Support\Carbon::parse($sheet->created_at)->setTimezone($store->timezone)->format('j M, H:i') }}</span></td><td>{{ $sheet->applied_at ? 'imported' : 'checked' }}</td></tr>
            @empty<tr><td>No files yet.</td></tr>@endforelse
            </tbody></table>
        </div>
    </div>
@endsection
