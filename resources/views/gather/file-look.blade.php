@extends('frame')
@section('title', $import->fileName)
@section('content')
    <div class="head"><h1 class="wrap-any">{{ $import->fileName }}</h1><span class="soft">@n($import->bytes) bytes; not imported yet</span></div>
    @include('gather.tabs')
    @if ($twin)<p class="note">The same file was already imported on {{ App\Platform\Web\Forms::moment($twin->createdAt, $store->timezone) }}. Importing it again changes nothing: its rows count once.</p>@endif
    @if (! $look)
        <p class="note is-hand" role="alert">{{ $problem }}</p>
    @else
        @php($dialect = $look->dialect->toArray())
        @if ($look->isRemembered)<p class="note">A file like this was imported before; its columns are matched as they were then.</p>@endif
        @if ($dialect['dates'] === 'mixed')<p class="note is-hand" role="alert">The file has dates in two orders. Choose below which is meant; rows of the other order are set aside.</p>@endif
        @foreach ($look->doubts as $doubt => $needsLook)<p class="note @if ($needsLook) is-hand @endif">{{ $doubt }}</p>@endforeach
        @if ($look->datesOpen)<p class="note is-hand" role="alert">The dates can be read day first or month first. Choose below which is meant, then import.</p>@endif
        <form method="get" action="{{ route('gather.file', [$store, $import->id]) }}" id="look">
            <input type="hidden" name="was" value="{{ $look->sort->value }}">
            <div class="filters">
                <label for="sort">Content</label>
                <span class="select"><select id="sort" name="sort">@foreach (App\Gather\Files\FileSort::cases() as $sort)<option value="{{ $sort->value }}" @selected($sort === $look->sort)>{{ $sort->label() }}</option>@endforeach</select></span>
                <label for="separator">column separator</label>
                <span class="select"><select id="separator" name="separator">@foreach (Orchard\Core\Tabular\Dialect::SEPARATORS as $mark => $name)<option value="{{ $mark }}" @selected($mark === $dialect['separator'])>{{ $name }}</option>@endforeach</select></span>
                <label for="charset">charset</label>
                <span class="select"><select id="charset" name="charset">@foreach (Orchard\Core\Tabular\Dialect::charsets() as $charset)<option @selected($charset === $dialect['charset'])>{{ $charset }}</option>@endforeach</select></span>
            </div>
            <div class="filters">
                <label for="header_row">header in row</label> <input class="input" id="header_row" name="header_row" size="3" inputmode="numeric" value="{{ $dialect['header_row'] }}" title="0 where the columns have no names">
                <label for="decimal">decimals after</label>
                <span class="select"><select id="decimal" name="decimal"><option value="." @selected($dialect['decimal'] === '.')>a point: 1,234.5</option><option value="," @selected($dialect['decimal'] === ',')>a comma: 1.234,5</option></select></span>
                <label for="dates">dates such as 3/4/2026 are</label>
                <span class="select"><select id="dates" name="dates">@if ($dialect['dates'] === 'mixed')<option value="" selected>in two orders</option>@elseif ($look->datesOpen)<option value="" selected>choose …</option>@endif @foreach (Orchard\Core\Tabular\DateOrder::cases() as $order)<option value="{{ $order->value }}" @selected(! $look->datesOpen && $order->value === $dialect['dates'])>{{ $order->label() }}</option>@endforeach</select></span>
                @if ($look->sort->list() === null)
                    <label for="scope">replaces the data of</label>
                    <span class="select"><select id="scope" name="scope" title="Rows of the same days outside of this part stay as they are"><option value="store" @selected($look->scope->isStore())>the whole store</option><option value="pages" @selected($look->scope->isPages())>the pages that it names</option>@foreach ($markets as $market)<option value="market:{{ $market->id }}" @selected($look->scope->text === 'market:'.$market->id)>the market {{ $market->name }}</option>@endforeach @if (! $look->scope->isStore() && ! $look->scope->isPages() && ! str_starts_with($look->scope->text, 'market:'))<option value="{{ $look->scope->text }}" selected>{{ $look->scope->label($store) }}</option>@endif</select></span>
                @endif
                <button class="button">Check again</button>
            </div>
            <div class="scroll">
            <table class="ledger">
                <thead>
                    <tr>@foreach ($look->names as $i => $name)<th scope="col">{{ $name }}</th>@endforeach</tr>
                    <tr>@foreach ($look->names as $i => $name)
                        <td><label class="sr" for="c-{{ $i }}">What {{ $name }} holds</label><span class="select"><select id="c-{{ $i }}" name="columns[{{ $i }}]"><option value="">ignore</option>@foreach ($look->sort->fields() as $field)<option value="{{ $field->key }}" @selected(($look->columns[$i] ?? '') === $field->key)>{{ $field->label }}</option>@endforeach</select></span></td>
                    @endforeach</tr>
                </thead>
                <tbody>
                @foreach ($look->rows as $row)
                    <tr>@foreach ($look->names as $i => $name)<td class="clip">{{ $row[$i] ?? '' }}</td>@endforeach</tr>
                @endforeach
                </tbody>
            </table>
            </div>
            @if ($look->span)<div hx-get="{{ route('gather.file.replaces', ['store' => $store, 'import' => $import->id] + request()->query()) }}" hx-trigger="load"></div>@endif
            @php($lack = $look->sort->lacks(array_values($look->columns)))
            @if ($lack)<p class="note is-hand">{{ $lack }}</p>@endif
            @if ($look->sort->list() === null && ! in_array('day', $look->columns, true))
                <p class="form-end">There is no column of days: the rows count for exactly the period
                    <label for="first_day">from</label> <input class="input" id="first_day" name="first_day" type="date" value="{{ old('first_day', request('first_day')) }}">
                    <label for="last_day">to</label> <input class="input" id="last_day" name="last_day" type="date" value="{{ old('last_day', request('last_day')) }}"></p>
            @endif
        </form>
        @can('write', $store)
            <div class="form-end">
                <button class="button is-growth" form="look" formmethod="post" formaction="{{ route('gather.file.start', [$store, $import->id]) }}" name="_token" value="{{ csrf_token() }}">Import</button>
                <form method="post" action="{{ route('gather.file.drop', [$store, $import->id]) }}">@csrf<button class="button">Discard</button></form>
            </div>
        @endcan
    @endif
    @if (! $look)@can('write', $store)<form method="post" action="{{ route('gather.file.drop', [$store, $import->id]) }}">@csrf<button class="button">Discard</button></form>@endcan @endif
@endsection
