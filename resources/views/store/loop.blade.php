@extends('frame')
@section('title', $store->name)
@section('content')
    <div class="head"><h1>{{ $store->name }}</h1><span class="soft">{{ $store->base_url }}</span></div>
    <table class="ledger">
        <thead><tr><th scope="col">Step</th><th scope="col">The question it answers</th><th scope="col">What waits</th></tr></thead>
        <tbody>
        @foreach ($entries as $entry)
            <tr>
                <td class="nowrap">@if ($entry['url'])<a href="{{ $entry['url'] }}"><b>{{ $entry['step']->label() }}</b></a>@else<span class="soft">{{ $entry['step']->label() }}</span>@endif</td>
                <td>{{ $entry['step']->question() }}</td>
                <td>@if (! $entry['url'])<em class="soft">coming</em>@elseif ($entry['waiting'])<b>@n($entry['waiting']->count)</b> {{ $entry['waiting']->words }}@else<span class="soft">nothing</span>@endif</td>
            </tr>
        @endforeach
        </tbody>
    </table>
@endsection
