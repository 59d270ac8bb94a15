@extends('frame')
@section('title', $store->name)
@section('content')
    <div class="head"><h1>{{ $store->name }}</h1><span class="soft">{{ $store->base_url }}</span></div>
    <div class="scroll"><table class="ledger" @follows('loop', 'texts', 'tangles', 'worklists', 'weighed', 'pages', 'work')>
        <thead><tr><th scope="col">Step</th><th scope="col">Question</th><th scope="col">What waits</th></tr></thead>
        <tbody>
        @foreach ($entries as $entry)
            <tr>
                <td class="nowrap">@if ($entry['url'])<a href="{{ $entry['url'] }}"><b>{{ $entry['step']->label() }}</b></a>@else<span class="soft">{{ $entry['step']->label() }}</span>@endif</td>
                <td>{{ $entry['step']->question() }}</td>
                <td>@if (! $entry['url'])<em class="soft">coming</em>@elseif ($entry['waiting'])<b>@n($entry['waiting']->count)</b> {{ $entry['waiting']->words }}@elseif (isset($missing[$entry['step']->value]))@else<span class="soft">nothing</span>@endif @if (isset($missing[$entry['step']->value])){{ $missing[$entry['step']->value]->words }} @can('write', $store)<a class="in-text" href="{{ $missing[$entry['step']->value]->url }}">{{ $missing[$entry['step']->value]->label }}</a>@endcan @endif</td>
            </tr>
        @endforeach
        </tbody>
    </table></div>
@endsection
