@extends('frame')
@section('title', 'Report of '.$store->name)
@section('content')
<div class="report">
    <div class="head"><h1>{{ $store->name }}: what was done, what it earned</h1></div>
    @include('watch.report-body')
    <p class="hint">This link shows this report and nothing else.</p>
</div>
@endsection
