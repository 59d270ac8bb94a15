@extends('frame')
@section('title', 'Compare two pages')
@php
    $path = static fn (?string $url): string => App\Stores\Http\ShownUrl::of($store, $url);
    $facts = array_map(static fn ($page): array => $page->facts($store), $pages);
@endphp
@section('content')
    <div class="head"><h1>Compare two pages</h1>@if ($kin)<span class="state {{ $kin->kinship->tangles() ? 'is-growth' : '' }}">{{ ucfirst($kin->kinship->words()) }}: {{ $kin->reason() }}</span>@endif</div>
    @include('untangle.tabs')
    <table class="ledger compare">
        <thead><tr><td></td>@foreach ($pages as $page)<th scope="col"><a href="{{ route('page', [$store, $page->id]) }}">{{ $path($page->url) }}</a>@if ($page->isKeeper()) <span class="state is-growth">keeper</span>@endif</th>@endforeach</tr></thead>
        <tbody>@foreach (array_keys($facts[0]) as $label)@php($values = [$facts[0][$label], $facts[1][$label]])<tr><th scope="row">{{ $label }}</th>@foreach ($values as $value)<td>@if ($values[0] !== $values[1])<ins>{{ $value === '' ? 'none' : $value }}</ins>@else{{ $value }}@endif</td>@endforeach</tr>@endforeach</tbody>
    </table>
    @if ($kin)<p>@if ($kin->difference)They differ in {{ $kin->difference->words() }}. @endif Text similarity: {{ (int) round(100 * $kin->likeness) }}%.</p>@endif
    @if ($lines !== null)
        <h2>Text</h2>
        <table class="ledger tight text-pair"><thead><tr><th scope="col">Only on the first</th><th scope="col">Only on the second</th></tr></thead>
            <tbody>@foreach ($lines as [$on, $line])<tr>@if ($on === 'both')<td colspan="2" class="soft">{{ $line }}</td>@elseif ($on === 'ours')<td><ins>{{ $line }}</ins></td><td></td>@else<td></td><td><ins>{{ $line }}</ins></td>@endif</tr>@endforeach</tbody></table>
        <p class="hint">Without navigation and other repeated lines.</p>
    @endif
    <h2>Queries</h2>
    <div class="columns-even">@foreach ($queries as $i => $some)<table class="ledger tight"><thead><tr><th scope="col">{{ $i === 0 ? 'The first' : 'The second' }}</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th></tr></thead><tbody>@forelse ($some as $row)<tr><td class="clip">{{ $row->text }}</td><td class="num">@n($row->clicks)</td><td class="num">@n($row->impressions)</td></tr>@empty<tr><td colspan="3">No queries are known.</td></tr>@endforelse</tbody></table>@endforeach</div>
@endsection
