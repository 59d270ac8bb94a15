@extends('frame')
@section('title', $file->name)
@section('content')
    <div class="head"><h1>{{ $file->name }}</h1><span class="soft">{{ $file->format === 'xlsx' ? 'workbook' : $file->charset.', '.(Orchard\Core\Tabular\Dialect::SEPARATORS[$file->separator] ?? $file->separator).' between cells' }}</span><div class="tools"><a href="{{ route('connect', $store) }}">All ways</a></div></div>
    <p>{{ $file->isConfirmed ? 'This is what the columns are.' : 'This is what was found on sight. Look once whether it is right; it is remembered for the next file with these columns.' }}</p>
    <form method="post" action="{{ route('connect.file.confirm', [$store, $file->id]) }}">
        @csrf
        <div class="filters">
            <label><input type="radio" name="type" value="items" @checked($file->type === 'items')> A row is a page: product, collection, article</label>
            <label><input type="radio" name="type" value="redirects" @checked($file->type === 'redirects')> A row is a redirect</label>
        </div>
        <div class="scroll"><table class="ledger">
            <thead><tr><th scope="col">Column</th><th scope="col">First rows</th><th scope="col">It is</th><th scope="col">The import needs it</th></tr></thead>
            <tbody>
            @foreach ($file->columns as $column => $name)
                <tr>
                    <td><label for="is-{{ $column }}"><b>{{ $name === '' ? '(no name)' : $name }}</b></label></td>
                    <td class="soft">@foreach ($sample as $row)<div class="clip-line">{{ Str::limit($row[$column] ?? '', 80, '…') }}</div>@endforeach</td>
                    <td><span class="select"><select id="is-{{ $column }}" name="is[{{ $column }}]"><option value="">left as it is</option>
                        <optgroup label="Pages">@foreach ($fields as $field)<option value="{{ $field->key }}" @selected(($fieldOf[$column] ?? '') === $field->key && $file->type === 'items')>{{ $field->label }}</option>@endforeach</optgroup>
                        <optgroup label="Redirects">@foreach ($redirectFields as $field)<option value="{{ $field->key }}" @selected(($fieldOf[$column] ?? '') === $field->key && $file->type === 'redirects')>{{ $field->label }}</option>@endforeach</optgroup>
                    </select></span></td>
                    <td><input type="checkbox" name="needs[]" value="{{ $column }}" aria-label="The import needs {{ $name }}" @checked($file->needs === null || in_array($column, $file->needs, true))></td>
                </tr>
            @endforeach
            </tbody>
        </table></div>
        <p class="hint">“Key” is what the shop’s import knows a row by. Key and changed columns always go along; untick what the import would stumble over.</p>
        <div class="form-end"><label><input type="checkbox" name="all" value="1" @checked($file->needs === null)> Give out all columns</label> <button class="button is-growth" data-once>That is right</button></div>
    </form>
@endsection
