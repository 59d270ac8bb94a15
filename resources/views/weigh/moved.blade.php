@extends('frame')
@section('title', 'Upside changed')
@php
    $money = static fn (mixed $value): string => App\Weigh\Numbers\Units::shown((float) $value);
    $signed = static fn (float $value): string => abs($value) < 0.005 ? '·' : ($value > 0 ? '+' : '−').App\Weigh\Numbers\Units::shown(abs($value));
@endphp
@section('content')
    <div class="head"><h1>Upside changed</h1></div>
    @include('weigh.tabs')
    @include('weigh.lens', ['at' => 'weigh.moved', 'parts' => ['kind', 'market']])
    <p class="hint">Pages whose upside changed in the last {{ App\Weigh\Lists\Findings::MOVED_DAYS }} days, through new or corrected data, a crawl or other assumptions. A click is worth nothing where a product cannot be bought or a page is not indexable. The parts add up to the change.</p>
    <table class="ledger tight" id="moved" data-sortable>
        <thead><tr><th scope="col">Page</th><th scope="col" class="num">Upside before</th><th scope="col" class="num">Now</th><th scope="col" class="num">Change</th><th scope="col" class="num">Value of a click</th><th scope="col" class="num">Texts</th><th scope="col" class="num">Positions</th><th scope="col">When</th><th scope="col">Why now</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="clip g-page"><a href="{{ route('weigh.why', [$store, $row->pageId]) }}" title="{{ $row->title ?? $row->url }}" data-beside>{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a></td><td class="num">{{ $money($row->wasUpside) }}</td><td class="num">{{ $money($row->upside) }}</td><td class="num"><b>{{ $signed($row->upside - $row->wasUpside) }}</b></td>
                <td class="num" title="from {{ App\Platform\Web\Forms::number($row->wasWorth, 2) }} to {{ App\Platform\Web\Forms::number($row->worth, 2) }}">{{ $signed($row->byWorth) }}</td><td class="num">{{ $signed($row->byTexts) }}</td><td class="num">{{ $signed($row->byPositions) }}</td><td class="nowrap">{{ App\Platform\Web\Forms::moment($row->movedAt, $store->timezone) }}</td><td class="clip w-why" title="{{ $row->reason }}">{{ $row->reason }}</td></tr>
        @empty
            <tr><td colspan="9">No upside has changed.</td></tr>
        @endforelse
        </tbody>
    </table>
@endsection
