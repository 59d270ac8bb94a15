@extends('frame')
@section('title', $name)
@php
    use App\Stores\Http\ShownUrl;
    $formUrl = fn (string $form) => $isGuest ? route('handed.form', [$token, $form]) : route('release.list.form', [$store, $release, $form]);
    $templates = array_filter($groups, fn ($group) => $group->isTemplate);
    $single = array_filter($groups, fn ($group) => ! $group->isTemplate);
@endphp
@section('content')
<div class="print-list">
    <div class="head"><h1>To be changed in {{ $store->name }}</h1><span class="soft">{{ $name }}</span>
        @unless ($isGuest)<div class="tools"><a href="{{ route('release.show', [$store, $release]) }}">The release</a></div>@endunless
    </div>
    <p class="figures" role="status"><span><span class="big-number">@n($progress['done'])</span> of @n($progress['count']) {{ $progress['count'] === 1 ? 'change' : 'changes' }} seen live</span></p>
    <p class="hint">Nobody needs to tick anything off: the pages are looked at, and what is live is told here.@if ($isGuest) This link shows this list and nothing else.@endif</p>
    <div class="filters"><a href="{{ $formUrl('list.csv') }}">The whole list as CSV</a>@if ($redirects !== []) <span class="of">Redirects as</span> <a href="{{ $formUrl('csv') }}">CSV</a> <a href="{{ $formUrl('nginx.conf') }}">nginx rules</a> <a href="{{ $formUrl('apache.conf') }}">Apache rules</a> <a href="{{ $formUrl('apache.txt') }}">Apache map</a>@endif</div>
    @unless ($isGuest)
        @can('release', $store)
            <div class="filters"><form method="post" action="{{ route('release.share', [$store, $release]) }}">@csrf<button class="button">Make a link for somebody without an account</button></form>
                @if ($links)<form method="post" action="{{ route('release.share.end', [$store, $release]) }}">@csrf<button class="button">End {{ $links === 1 ? 'the link' : "all $links links" }}</button></form>@endif</div>
            @if (session('link'))<p class="note" role="status"><label for="made-link">Copy it now; it is not shown again, and ends after {{ App\Release\Handing\ShareLinks::DAYS }} days:</label> <input class="input wide-input" id="made-link" size="70" readonly value="{{ session('link') }}"></p>@endif
        @endcan
    @endunless
    @if ($progress['count'] === 0)<p>Nothing of this release is left to somebody else.</p>@endif
    @if ($templates !== [])
        <h2>In templates</h2>
        @foreach ($templates as $group)
            <section class="{{ $group->done === $group->count ? 'done' : '' }}">
                <h3>{{ $group->words }}</h3>
                <p>@n($group->count) URLs; <b>@n($group->done)</b> seen live. Try it on these:</p>
                <div class="scroll"><table class="ledger tight"><thead><tr><th scope="col">URL</th><th scope="col">{{ ucfirst($group->field) }} is to be</th><th scope="col">Live</th></tr></thead><tbody>
                @foreach ($group->examples as $row)<tr><td class="wrap-any">{{ ShownUrl::of($store, $row['url']) }}</td><td class="wrap-any">{{ $row['value'] === '' ? 'as the theme sets it' : $row['value'] }}</td><td>{{ $row['isDone'] ? 'seen' : 'not yet' }}</td></tr>@endforeach
                </tbody></table></div>
            </section>
        @endforeach
    @endif
    @if ($redirects !== [])
        <h2>Redirects</h2>
        <p>@n(count($redirects)) {{ count($redirects) === 1 ? 'URL is' : 'URLs are' }} to redirect; take them as rules or CSV above.</p>
        <div class="scroll"><table class="ledger tight"><thead><tr><th scope="col">From</th><th scope="col">To</th></tr></thead><tbody>
        @foreach (array_slice($redirects, 0, 50) as $line)<tr><td class="wrap-any">{{ ShownUrl::of($store, $line->from->text()) }}</td><td class="wrap-any">{{ $line->to === null ? 'gone (410)' : ShownUrl::of($store, $line->to->text()) }}</td></tr>@endforeach
        </tbody></table></div>
    @endif
    @if ($single !== [])
        <h2>Single URLs</h2>
        <div class="scroll"><table class="ledger tight"><thead><tr><th scope="col">URL</th><th scope="col">What</th><th scope="col">Is to be</th><th scope="col">Live</th></tr></thead><tbody>
        @foreach (array_slice($single, 0, 300) as $group)@foreach ($group->examples as $row)<tr><td class="wrap-any">{{ ShownUrl::of($store, $row['url']) }}</td><td>{{ $group->field }}</td><td class="wrap-any as-typed">{{ $row['value'] === '' ? 'as the theme sets it' : $row['value'] }}</td><td>{{ $row['isDone'] ? 'seen' : 'not yet' }}</td></tr>@endforeach @endforeach
        </tbody></table></div>
    @endif
    @if ($texts !== [])
        <h2>Texts, page by page</h2>
        <div class="scroll"><table class="ledger"><thead><tr><th scope="col">Page</th><th scope="col">Field</th><th scope="col">Now</th><th scope="col">Is to be</th><th scope="col">Live</th></tr></thead><tbody>
        @foreach ($texts as $text)<tr class="{{ $text['isDone'] ? 'done' : '' }}"><td><a href="{{ $text['url'] }}" rel="noreferrer">{{ $text['name'] }}</a><br><span class="soft wrap-any">{{ ShownUrl::of($store, $text['url']) }}</span></td><td>{{ $text['field'] }}</td><td>{{ $text['before'] === '' ? 'nothing' : $text['before'] }}</td><td><b>{{ $text['after'] === '' ? 'nothing' : $text['after'] }}</b></td><td class="nowrap">{{ $text['isDone'] ? 'seen' : 'not yet' }}</td></tr>@endforeach
        </tbody></table></div>
        @if ($isMore)<p class="hint">The CSV has all of them.</p>@endif
    @endif
</div>
@endsection
