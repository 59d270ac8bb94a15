@extends('frame')
@section('title', 'Filters')
@php($path = static fn (?string $url): string => App\Stores\Http\ShownUrl::of($store, $url))
@section('content')
    <div class="head"><h1>Filters</h1><span class="soft">filtered lists; rule: {{ App\Untangle\Deciding\CauseSort::Narrow->choices()[$choice] }} <a href="{{ route('untangle.rules', $store) }}">change</a></span></div>
    @include('untangle.tabs')
    <p class="filters"><a href="{{ route('untangle.filters', $store) }}" @if ($state === null) aria-current="true" @endif>All <span class="n">@n($counts->sum())</span></a>@foreach (['promoted' => 'Worth indexing', 'falling' => 'About to lose it', 'kept' => 'Not worth it'] as $key => $label)<a href="{{ route('untangle.filters', [$store, 'state' => $key]) }}" @if ($state === $key) aria-current="true" @endif>{{ $label }} <span class="n">@n($counts[$key] ?? 0)</span></a>@endforeach</p>
    <table class="ledger tight">
        <thead><tr><th scope="col">Filtered list</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Products</th><th scope="col" class="num">Of all</th><th scope="col" class="num">In stock</th><th scope="col">Plain link</th><th scope="col">Own text</th><th scope="col">Indexable</th><th scope="col">What is done</th></tr></thead>
        <tbody>
        @forelse ($facets as $facet)
            @php($why = App\Untangle\Finding\ReasonWords::ofAction($facet->why))
            <tr><td class="clip g-page"><a href="{{ route('page', [$store, $facet->pageId]) }}" title="{{ $facet->url }}">{{ $path($facet->url) }}</a></td><td class="num">@n($facet->demand)</td><td class="num">@n($facet->products)</td><td class="num">@n($facet->ofProducts)</td><td class="num">@n($facet->inStock)</td><td>{{ $facet->hasLink ? 'yes' : 'no' }}</td><td>{{ $facet->hasText ? 'yes' : 'no' }}</td><td>{{ ['promoted' => 'yes', 'falling' => 'until '.App\Platform\Web\Forms::day($facet->endsOn()), 'kept' => 'no'][$facet->state] }}</td><td class="clip" title="{{ $why }}">{{ $facet->action->short() }}; <span class="soft">{{ $why }}</span></td></tr>
        @empty<tr><td colspan="9">No filters are known.</td></tr>@endforelse
        </tbody>
    </table>
    <p class="hint">A filtered list is worth indexing with {{ App\Untangle\Finding\Facets::DEMAND }} impressions in 13 weeks, {{ App\Untangle\Finding\Facets::IN_STOCK }} products in stock, less than {{ (int) (100 * App\Untangle\Finding\Facets::SHARE) }}% of the unfiltered list’s products, a plain link and {{ App\Untangle\Finding\Facets::WORDS }} own words under an own heading. It stays indexable for {{ App\Untangle\Finding\Facets::DELAY }} days after that ends. Block a noindex URL in robots.txt only after search engines have crawled it again, else it stays in the index.@if ($barrable !== []) <b>@n(count($barrable))</b> were crawled since and can be blocked now: {{ implode(', ', array_map($path, array_slice($barrable, 0, 5))) }}@if (count($barrable) > 5), …@endif @endif</p>
@endsection
