@extends('frame')
@section('title', 'Filters')
@php($path = static fn (?string $url): string => rawurldecode((string) preg_replace('~^https?://[^/]+~', '', (string) $url)))
@section('content')
    <div class="head"><h1>Lists narrowed by a filter</h1><span class="soft">rule: {{ App\Untangle\Deciding\CauseSort::Narrow->choices()[$choice] }} <a href="{{ route('untangle.rules', $store) }}">change</a></span></div>
    @include('untangle.tabs')
    <p class="filters"><a href="{{ route('untangle.filters', $store) }}" @if ($state === null) aria-current="true" @endif>All <span class="n">@n($counts->sum())</span></a>@foreach (['promoted' => 'Deserve to stand', 'falling' => 'About to fall', 'kept' => 'Do not'] as $key => $label)<a href="{{ route('untangle.filters', [$store, 'state' => $key]) }}" @if ($state === $key) aria-current="true" @endif>{{ $label }} <span class="n">@n($counts[$key] ?? 0)</span></a>@endforeach</p>
    <table class="ledger tight">
        <thead><tr><th scope="col">List</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Products</th><th scope="col" class="num">Of</th><th scope="col" class="num">In stock</th><th scope="col">Link</th><th scope="col">Own text</th><th scope="col">Stands</th><th scope="col">What to do</th></tr></thead>
        <tbody>
        @forelse ($facets as $facet)
            <tr><td class="clip g-page"><a href="{{ route('page', [$store, $facet->page_id]) }}" title="{{ $facet->url }}">{{ $path($facet->url) }}</a></td><td class="num">@n($facet->demand)</td><td class="num">@n($facet->products)</td><td class="num">@n($facet->of_products)</td><td class="num">@n($facet->in_stock)</td><td>{{ $facet->has_link ? 'yes' : 'no' }}</td><td>{{ $facet->has_text ? 'yes' : 'no' }}</td><td>{{ ['promoted' => 'yes', 'falling' => 'until '.Illuminate\Support\Carbon::parse($facet->since)->addDays(App\Untangle\Finding\Facets::DELAY)->format('j M'), 'kept' => 'no'][$facet->state] }}</td><td class="clip" title="{{ $facet->why }}">{{ App\Untangle\Deciding\Means::from($facet->action)->short() }}; <span class="soft">{{ $facet->why }}</span></td></tr>
        @empty<tr><td colspan="9">No parameter is known to narrow a list.</td></tr>@endforelse
        </tbody>
    </table>
    <p class="hint">One deserves to stand with {{ App\Untangle\Finding\Facets::DEMAND }} impressions in thirteen weeks, {{ App\Untangle\Finding\Facets::IN_STOCK }} products in stock, less than {{ (int) (100 * App\Untangle\Finding\Facets::SHARE) }} in 100 of the wider list’s products, a plain link and {{ App\Untangle\Finding\Facets::WORDS }} words of its own under a heading of its own; it stays for {{ App\Untangle\Finding\Facets::DELAY }} days after it no longer does. What is kept out of search may be barred by robots.txt only after it was fetched again, or it stays listed.@if ($barrable !== []) <b>@n(count($barrable))</b> were fetched since and may be barred now: {{ implode(', ', array_map(static fn (object $row): string => $path($row->url), array_slice($barrable, 0, 5))) }}@if (count($barrable) > 5), …@endif @endif</p>
@endsection
