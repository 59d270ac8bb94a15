@extends('frame')
@section('title', 'Declared')
@section('content')
    <div class="head"><h1>What pages declare</h1><span class="soft">canonicals, and what they are worth</span></div>
    @include('untangle.tabs')
    <table class="ledger tight">
        <thead><tr><th scope="col">What is the case</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th><th scope="col">What it costs</th><th scope="col">What mends it</th></tr></thead>
        <tbody>
        @foreach ($counts as $count)
            <tr><td class="nowrap"><a href="{{ route('untangle.troubles', [$store, 'verdict' => $count['verdict']->key()]) }}" @if ($asked === $count['verdict']->key()) aria-current="true" @endif><span class="state {{ $count['verdict']->isFault() ? 'is-hand' : '' }}">{{ $count['verdict']->words() }}</span></a></td><td class="num">@n($count['pages'])</td><td class="num">@n($count['clicks'])</td><td class="num">@n($count['impressions'])</td><td class="clip" title="{{ $count['verdict']->meaning() }}">{{ $count['verdict']->meaning() }}</td><td class="clip w-why" title="{{ $count['verdict']->repair() }}">{{ $count['verdict']->repair() }}</td></tr>
        @endforeach
        @if ($chosen[0] > 0)<tr><td class="nowrap"><a href="{{ route('untangle.troubles', [$store, 'verdict' => 'chosen']) }}"><span class="state is-hand">The search engine kept another</span></a></td><td class="num">@n($chosen[0])</td><td class="num">@n($chosen[1])</td><td class="num"></td><td colspan="2">It did not believe what is declared.@if ($chosen[2] > 0) @n($chosen[2]) of them are another market’s page: nothing to fold, hreflang must tell them apart.@endif</td></tr>@endif
        @if ($listed[0] > 0)<tr><td class="nowrap"><a href="{{ route('untangle.troubles', [$store, 'verdict' => 'listed']) }}"><span class="state is-hand">Folds, but stands in the sitemap</span></a></td><td class="num">@n($listed[0])</td><td class="num">@n($listed[1])</td><td class="num"></td><td>The sitemap says that it is the one.</td><td>Take it out of the sitemap.</td></tr>@endif
        @if ($linked[0] > 0)<tr><td class="nowrap"><span class="state">Folds, but is linked to</span></td><td class="num">@n($linked[0])</td><td class="num"></td><td class="num"></td><td>@n($linked[1]) links of main content lead there instead of to the keeper.</td><td>Links to mend as <a href="{{ route('untangle.links', [$store, 'csv']) }}">CSV</a></td></tr>@endif
        </tbody>
    </table>
    @if ($asked !== null)
        <h2>{{ $verdict?->words() ?? ($asked === 'listed' ? 'Folds, but stands in the sitemap' : 'The search engine kept another') }}</h2>
        @if ($verdict || $asked === 'listed')<p class="hint">{{ $verdict ? $verdict->meaning().' '.$verdict->repair() : 'To be taken out of the sitemap, which lists only what is unique and meant for search.' }}</p>
            @include('untangle.rows')
        @else
            <table class="ledger tight"><thead><tr><th scope="col">Page</th><th scope="col" class="num">Clicks</th><th scope="col">Declares</th><th scope="col">The engine kept</th></tr></thead><tbody>@foreach ($pages as $page)<tr><td class="clip g-page"><a href="{{ route('page', [$store, $page->page_id]) }}">{{ preg_replace('~^https?://[^/]+~', '', $page->url) }}</a></td><td class="num">@n($page->clicks)</td><td class="clip">{{ preg_replace('~^https?://[^/]+~', '', $page->declared) ?: 'nothing' }}</td><td class="clip"><a href="{{ route('untangle.compare', [$store, 'a' => $page->page_id, 'b' => $page->chosen_page]) }}">{{ preg_replace('~^https?://[^/]+~', '', (string) $page->chosen_url) }}</a></td></tr>@endforeach</tbody></table>
        @endif
        @if ($next)<p class="pager"><a href="{{ route('untangle.troubles', [$store, 'verdict' => $asked, 'after' => $next->clicks.'-'.$next->page_id]) }}" rel="next">Next</a></p>@endif
    @endif
@endsection
