@extends('frame')
@section('title', 'Mark a change')
@section('content')
    <div class="head"><h1>A change made elsewhere</h1></div>
    @include('watch.tabs')
    <p>A new theme, a campaign, another tool: mark what was changed with its day and its pages, and it is judged like a release. Nothing in the shop is touched.</p>
    <form method="post" action="{{ route('watch.mark.add', $store) }}" enctype="multipart/form-data" class="mark-form">@csrf
        <label for="mark-name">What was changed</label><input class="input" id="mark-name" name="name" maxlength="160" required value="{{ old('name') }}" placeholder="Titles of the new theme">
        <label for="mark-day">On which day</label><input class="input short-date" id="mark-day" name="day" type="date" required max="{{ $store->today() }}" value="{{ old('day') }}">
        <label for="mark-note">Note</label><input class="input" id="mark-note" name="note" maxlength="300" value="{{ old('note') }}">
        <label for="mark-pages">Its pages, an address on each line</label><textarea class="textarea" id="mark-pages" name="pages" rows="9" maxlength="2000000">{{ old('pages') }}</textarea>
        <label for="mark-file">Or a file of addresses (CSV, XLSX, text)</label><input id="mark-file" name="file" type="file">
        <p class="form-end"><button class="button is-growth" data-once>Mark it and judge</button> <a href="{{ route('watch', $store) }}">Back to the results</a></p>
    </form>
@endsection
