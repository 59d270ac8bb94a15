@extends('frame')
@section('title', $import->fileName)
@section('content')
    <div class="head"><h1 class="wrap-any">{{ $import->fileName }}</h1><span class="soft">{{ $import->sort?->value }}@if ($import->sort?->list() === null) rows {{ App\Facts\Grain::inWords($import->grain) }}@endif</span></div>
    @include('gather.tabs')
    @include('gather.file-progress')
    @foreach ($days as $part)
        <p>@n($part->days) {{ $part->days === 1 ? 'day' : 'days' }} from {{ App\Platform\Web\Forms::day($part->firstDay) }} to {{ App\Platform\Web\Forms::day($part->lastDay) }}, @n($part->rowCount) rows of the file:
            {{ $part->state() }}.</p>
    @endforeach
    @if ($import->rowsAside)
        <h2>Set aside</h2>
        <p class="form-end"><a class="button" href="{{ route('gather.file.asides', [$store, $import->id]) }}">Download all as CSV</a> Fix the cells and import that file again. @if ($import->rowsAside > 50)<span class="soft">The first 50:</span>@endif</p>
        <table class="ledger">
            <thead><tr><th scope="col" class="num">Row</th><th scope="col">Column</th><th scope="col">Why</th><th scope="col">The row</th></tr></thead>
            <tbody>@foreach ($asides as $aside)<tr><td class="num">@n($aside->line)</td><td class="nowrap">{{ $aside->columnName }}</td><td>{{ $aside->reason }}</td><td class="clip soft">{{ implode(' · ', $aside->cells()) }}</td></tr>@endforeach</tbody>
        </table>
    @endif
@endsection
