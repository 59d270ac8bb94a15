@extends('frame')
@section('title', 'Spreadsheets')
@section('content')
    @include('write.tabs')
    <div class="columns-2">
        <div>
            <h1>Edit in a spreadsheet</h1>
            <p>Download titles and descriptions, edit the columns <b>title</b> and <b>description</b>, and upload the file. Nothing is changed until you have seen every edited row, every clash and every error.</p>
            <p><br><a class="button is-growth" href="{{ route('write.export', [$store, 'xlsx']) }}">Download XLSX</a> <a class="button" href="{{ route('write.export', [$store, 'csv']) }}">Download CSV</a></p>
            <p class="hint">One row per page, of all pages. For a part of them, set the filters on the <a href="{{ route('write', $store) }}">writing desk</a> and download from there. As one row per text: <a href="{{ route('write.export', [$store, 'xlsx', 'form' => 'long']) }}">XLSX</a>, <a href="{{ route('write.export', [$store, 'csv', 'form' => 'long']) }}">CSV</a>.</p>
            @can('write', $store)
                <h2>Upload the edited file</h2>
                <form method="post" action="{{ route('write.sheets.import', $store) }}" enctype="multipart/form-data">
                    @csrf
                    <label class="label-line" for="file">The edited file (CSV, TSV or XLSX)</label>
                    <input class="input" id="file" name="file" type="file" required accept=".csv,.tsv,.txt,.xlsx">
                    <button class="button is-growth" data-once>Upload and check</button>
                </form>
            @endcan
        </div>
        <div>
            <h2>Uploaded files</h2>
            <table class="ledger"><tbody>
            @forelse ($sheets as $sheet)
                <tr><td><a href="{{ route('write.sheet', [$store, $sheet->id]) }}">{{ $sheet->fileName }}</a><br><span class="soft">{{ $sheet->userName ?? 'command line' }}, {{ App\Platform\Web\Forms::moment($sheet->createdAt, $store->timezone) }}</span></td><td>{{ $sheet->appliedAt ? 'imported' : 'checked' }}</td></tr>
            @empty<tr><td>No files yet.</td></tr>@endforelse
            </tbody></table>
        </div>
    </div>
@endsection
