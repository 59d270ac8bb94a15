@extends('frame')
@section('title', 'Canonicals')
@section('content')
    <div class="head"><h1>Canonicals</h1><span class="soft">what pages declare, and what search engines make of it</span></div>
    @include('untangle.tabs')
    <table class="ledger tight" data-sortable>
        <thead><tr><th scope="col">Finding</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th><th scope="col">Effect</th><th scope="col">Fix</th></tr></thead>
        <tbody>
        @foreach ($counts as $count)
            <tr><td class="nowrap"><a href="{{ route('untangle.troubles', [$store, 'verdict' => $count['verdict']->key()]) }}" @if ($asked === $count['verdict']->key()) aria-current="true" @endif><span class="state {{ $count['verdict']->isFault() ? 'is-hand' : '' }}">{{ $count['verdict']->words() }}</span></a></td><td class="num"><a href="{{ route('untangle.troubles', [$store, 'verdict' => $count['verdict']->key()]) }}">@n($count['pages'])</a></td><td class="num">@n($count['clicks'])</td><td class="num">@n($count['impressions'])</td><td class="clip" title="{{ $count['verdict']->meaning() }}">{{ $count['verdict']->meaning() }}</td><td class="clip w-why" title="{{ $count['verdict']->repair() }}">{{ $count['verdict']->repair() }}</td></tr>
        @endforeach
        @if ($chosen[0] > 0)<tr><td class="nowrap"><a href="{{ route('untangle.troubles', [$store, 'verdict' => 'chosen']) }}"><span class="state is-hand">Search engine chose another canonical</span></a></td><td class="num">@n($chosen[0])</td><td class="num">@n($chosen[1])</td><td class="num"></td><td colspan="2">It ignored the declared canonical.@if ($chosen[2] > 0) For @n($chosen[2]) it chose another market’s page: fix hreflang instead.@endif</td></tr>@endif
        @if ($listed[0] > 0)<tr><td class="nowrap"><a href="{{ route('untangle.troubles', [$store, 'verdict' => 'listed']) }}"><span class="state is-hand">Duplicate in the sitemap</span></a></td><td class="num">@n($listed[0])</td><td class="num">@n($listed[1])</td><td class="num"></td><td>The sitemap says that it should be indexed.</td><td>Remove it from the sitemap.</td></tr>@endif
        @if ($linked[0] > 0)<tr><td class="nowrap"><span class="state">Duplicate with internal links</span></td><td class="num">@n($linked[0])</td><td class="num"></td><td class="num"></td><td>@n($linked[1]) links in page texts go to duplicates instead of the keeper.</td><td>Links to fix: <a href="{{ route('untangle.links', [$store, 'csv']) }}">CSV</a></td></tr>@endif
        </tbody>
    </table>
    @if ($asked !== null)
        <h2>{{ $verdict?->words() ?? ($asked === 'listed' ? 'Duplicate in the sitemap' : 'Search engine chose another canonical') }}</h2>
        @if ($verdict || $asked === 'listed')<p class="hint">{{ $verdict ? $verdict->meaning().' '.$verdict->repair() : 'A sitemap lists only unique, indexable URLs.' }}</p>
            @include('untangle.rows')
        @else
            <table class="ledger tight"><thead><tr><th scope="col">Page</th><th scope="col" class="num">Clicks</th><th scope="col">Canonical</th><th scope="col">Search engine’s choice</th></tr></thead><tbody>@foreach ($pages as $page)<tr><td class="clip g-page"><a href="{{ route('page', [$store, $page->pageId]) }}">{{ App\Stores\Http\ShownUrl::of($store, $page->url) }}</a></td><td class="num">@n($page->clicks)</td><td class="clip">{{ App\Stores\Http\ShownUrl::of($store, $page->declared) ?: 'none' }}</td><td class="clip"><a href="{{ route('untangle.compare', [$store, 'a' => $page->pageId, 'b' => $page->chosenPage]) }}">{{ App\Stores\Http\ShownUrl::of($store, $page->chosenUrl) }}</a></td></tr>@endforeach</tbody></table>
        @endif
        @if ($next)<p class="pager"><a href="{{ route('untangle.troubles', [$store, 'verdict' => $asked, 'after' => $next->clicks.'-'.$next->pageId]) }}" rel="next">Next</a></p>@endif
    @endif
@endsection
