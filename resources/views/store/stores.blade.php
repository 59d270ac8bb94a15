@extends('frame')
@section('title', 'Stores')
@section('content')
    <div class="head"><h1>Stores</h1></div>
    @if ($mine->isEmpty())
        <p>You have no access to a store yet. Ask its owner for an invitation.</p>
    @else
        <table class="ledger">
            <thead><tr><th scope="col">Store</th><th scope="col">Address</th><th scope="col">Your role</th></tr></thead>
            <tbody>@foreach ($mine as $store)<tr><td><a href="{{ route('store', $store) }}">{{ $store->name }}</a></td><td>{{ $store->base_url }}</td><td>{{ $store->pivot->role }}</td></tr>@endforeach</tbody>
        </table>
    @endif
@endsection
