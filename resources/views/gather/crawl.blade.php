@extends('frame')
@section('title', 'Crawls')
@section('content')
    <div class="head"><h1>Gather</h1></div>
    @include('gather.tabs')
    @include('gather.progress')
    <h2>Crawls so far</h2>
    <table class="ledger">
        <thead><tr><th scope="col">Started</th><th scope="col">State</th><th scope="col" class="num">Fetched</th><th scope="col" class="num">Failed</th><th scope="col" class="num">Barred by robots.txt</th><th scope="col">Remark</th></tr></thead>
        <tbody>
        @forelse ($crawls as $one)
            <tr><td class="nowrap">{{ Illuminate\Support\Carbon::parse($one->started_at)->setTimezone($store->timezone)->format('D j M Y, H:i') }}</td><td>{{ $one->state }}</td><td class="num">@n($one->fetched)</td><td class="num">@n($one->failed)</td><td class="num">@n($one->barred)</td><td>{{ $one->remark }}</td></tr>
        @empty
            <tr><td colspan="6">None yet.</td></tr>
        @endforelse
        </tbody>
    </table>
@endsection
