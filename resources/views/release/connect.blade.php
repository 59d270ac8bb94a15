@extends('frame')
@section('title', 'Connect the shop')
@section('content')
    <div class="head"><h1>How changes get into the shop</h1><div class="tools"><a href="{{ route('settings', [$store, 'shop']) }}">All settings</a></div></div>
    <p class="hint">Texts, canonicals and redirects go one of three ways. Each is checked live on the page, whichever way it went, and each can be taken back.</p>
    <form method="post" action="{{ route('connect.ways', $store) }}">
        @csrf
        <div class="scroll"><table class="ledger ways">
            <thead><tr><th scope="col">What</th><th scope="col">Goes</th><th scope="col">Directly</th><th scope="col">As a file</th><th scope="col">By somebody else</th></tr></thead>
            <tbody>
            @foreach ($fields as $field => $label)
                @php($chosen = $ways->chosen($field)?->value)
                <tr>
                    <td><label for="way-{{ $field }}">{{ $label }}</label></td>
                    <td><span class="select"><select id="way-{{ $field }}" name="ways[{{ $field }}]">@foreach (['' => 'the first way that can', 'direct' => 'directly', 'file' => 'as a file', 'person' => 'by somebody else'] as $way => $words)<option value="{{ $way }}" @selected((string) $chosen === $way)>{{ $words }}</option>@endforeach</select></span></td>
                    <td>@if ($ways->canBeDirect($field))<span class="state is-growth">the API can</span>@else<span class="soft">{{ $mapping ? 'not mapped' : 'not connected' }}</span>@endif</td>
                    <td>@if ($ways->canBeFile($field))<span class="state is-growth">a file can</span>@else<span class="soft">no file has it</span>@endif</td>
                    <td><span class="soft">always</span></td>
                </tr>
            @endforeach
            </tbody>
        </table></div>
        <div class="form-end"><label>Remind us of what was handed over and is not seen live after <input class="input" name="days" size="3" inputmode="numeric" value="{{ old('days', $store->options()->handoverDays) }}"> days</label> <button class="button is-growth">Keep these ways</button></div>
    </form>
    <h2>Directly, by the shop’s admin API</h2>
    <p>@if ($mapping)Connected to <span class="wrap-any">{{ $url }}</span>: @foreach ($mapping->lists as $list){{ $list->name }}{{ $loop->last ? '.' : ', ' }}@endforeach @if ($known[0] ?? 0)<b>@n($known[0])</b> things of the shop are known by it.@endif
    @elseif ($url !== '')There is an address, {{ $url }}, but nothing says yet how its API is asked.
    @else Not connected. Any API that speaks JSON over HTTP can be, without writing code: you show where its fields stand.@endif</p>
    <p class="form-end"><a class="button {{ $mapping ? '' : 'is-growth' }}" href="{{ route('connect.mapping', $store) }}">{{ $mapping ? 'Look at the mapping' : 'Connect by mapping' }}</a></p>
    <h2>As the shop’s own file</h2>
    <p class="hint">Bring the product or collection file in that the shop exports (CSV, TSV or XLSX). A release then makes the same file with its changed rows only, every other cell as it was, for the shop’s import.</p>
    <form method="post" action="{{ route('connect.files', $store) }}" enctype="multipart/form-data" class="form-end">@csrf
        <label for="shop-file">A file that the shop exported</label> <input class="input" type="file" id="shop-file" name="file" accept=".csv,.tsv,.txt,.xlsx" required> <button class="button is-growth" data-once>Bring it in</button>
    </form>
    @if ($files !== [])
        <div class="scroll"><table class="ledger">
            <thead><tr><th scope="col">File</th><th scope="col">Brought in</th><th scope="col">Holds</th><th scope="col" class="num">Rows</th><th scope="col" class="num">Pages of the store</th><th scope="col"><span class="sr">What to do</span></th></tr></thead>
            <tbody>
            @foreach ($files as $file)
                <tr>
                    <td><a href="{{ route('connect.file', [$store, $file->id]) }}">{{ $file->name }}</a></td>
                    <td>{{ App\Platform\Web\Forms::moment($file->createdAt, $store->timezone) }}</td>
                    <td>{{ $file->type === 'redirects' ? 'redirects' : implode(', ', array_keys(array_diff_key($file->fields, ['key' => 0, 'url' => 0, 'name' => 0]))) }}</td>
                    <td class="num">@if ($file->isConfirmed)@n($file->rows)@endif</td>
                    <td class="num">@if (! $file->isConfirmed)<span class="state is-hand">not confirmed</span>@elseif ($file->type === 'items')@n($file->matched)@endif</td>
                    <td><form method="post" action="{{ route('connect.file.remove', [$store, $file->id]) }}">@csrf<button class="button" aria-label="Use no longer: {{ $file->name }}">Use no longer</button></form></td>
                </tr>
            @endforeach
            </tbody>
        </table></div>
    @endif
    <h2>By somebody else</h2>
    <p>What goes neither way becomes a list in its release: by cause where a template can be changed, by page where it is a text. It prints, can be shared by a link without an account, and is ticked off by the live check. Redirects come as CSV, nginx or Apache rules.</p>
@endsection
