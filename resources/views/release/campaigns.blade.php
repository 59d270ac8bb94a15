@extends('frame')
@section('title', 'Campaigns')
@section('content')
    <div class="head"><h1>Campaigns</h1><div class="tools"><a href="{{ route('release', $store) }}">Ready for release</a> <a href="{{ route('calendar', $store) }}">Calendar</a></div></div>
    <p class="hint">Texts with a start and an end, such as sale words for a weekend. They go live and come back by themselves; what the shop changed meanwhile stays as it is and is told. Times are the store’s, {{ $store->timezone }}.</p>
    <div class="scroll"><table class="ledger">
        <thead><tr><th scope="col">Campaign</th><th scope="col">From</th><th scope="col">To</th><th scope="col" class="num">Texts</th><th scope="col">State</th><th scope="col">Approved by</th></tr></thead>
        <tbody>
        @forelse ($campaigns as $one)
            <tr><td><a href="{{ route('campaign', [$store, $one->id]) }}">{{ $one->name }}</a></td><td class="nowrap">@include('release.store-time', ['at' => $one->startsAt])</td><td class="nowrap">@include('release.store-time', ['at' => $one->endsAt])</td><td class="num">@n($one->texts)</td><td>{{ $one->state->label() }}@if ($one->note) <span class="soft">{{ $one->note }}</span>@endif</td><td>{{ $one->approver }}</td></tr>
        @empty
            <tr><td colspan="6">None yet.</td></tr>
        @endforelse
        </tbody>
    </table></div>
    @can('write', $store)
        <h2>Plan one</h2>
        <form method="post" action="{{ route('campaigns.plan', $store) }}" class="filters">@csrf
            <label for="ca-name">Name</label> <input class="input" id="ca-name" name="name" size="24" maxlength="80" required value="{{ old('name') }}">
            <label for="ca-from">from</label> <input class="input" id="ca-from" name="from" type="datetime-local" required value="{{ old('from') }}">
            <label for="ca-to">to</label> <input class="input" id="ca-to" name="to" type="datetime-local" required value="{{ old('to') }}">
            <button class="button is-growth">Plan it</button>
        </form>
    @endcan
@endsection
