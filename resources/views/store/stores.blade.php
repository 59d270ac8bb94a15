@extends('frame')
@section('title', 'Stores')
@section('content')
    <div class="head"><h1>Stores</h1><div class="tools">@if ($mine->count() > 1)<a href="{{ route('watch.group') }}">Report of all</a> @endif @can('add-stores')<a class="button is-growth" href="{{ route('stores.new') }}">Add a store</a>@endcan</div></div>
    @if ($mine->isEmpty())
        <p>You have no access to a store. Ask its owner for an invitation.</p>
    @else
        <table class="ledger" id="stores" @if ($leaving !== []) hx-get="{{ route('stores') }}" hx-select="#stores" hx-trigger="every 2s" hx-swap="outerMorph" @endif>
            <thead><tr><th scope="col">Store</th><th scope="col">Address</th><th scope="col">Your role</th><th scope="col">State</th><th scope="col"><span class="sr">Leave</span></th></tr></thead>
            <tbody>
            @foreach ($mine as $store)
                @php($work = $leaving[$store->id] ?? null)
                <tr>
                    <td>@if ($store->leaving_at){{ $store->name }}@else<a href="{{ route('store', $store) }}">{{ $store->name }}</a>@endif</td><td>{{ $store->base_url }}</td><td>{{ $store->pivot->role }}</td>
                    <td>{{ $store->stateInWords() }}@if ($work): {{ count((array) ($work->progress['tables'] ?? [])) }} of {{ $work->progress['of'] ?? 'its' }} tables, @n($work->number('rows')) rows @if ($work->problem)<span class="is-hand-text">{{ $work->problem }}</span>@endif @endif</td>
                    <td class="way">@if (! $store->leaving_at)<form method="post" action="{{ route('stores.leave', $store) }}">@csrf<button class="plain">Leave<span class="sr"> {{ $store->name }}</span></button></form>@endif</td>
                </tr>
            @endforeach
            </tbody>
        </table>
    @endif
@endsection
