@extends('frame')
@section('title', 'Sitemaps')
@php
    use App\Platform\Web\Forms;
    use App\Stores\Kinds\PageKind;
    $out = (array) json_decode($maps->leftOut ?? '{}', true);
@endphp
@section('content')
    <div @follows('tend', 'tended', 'maps')>
    <div class="head"><h1>Sitemaps</h1><span class="soft">only pages that answer, may be indexed and stay</span><div class="tools">@can('write', $store)<form method="post" action="{{ route('tend.maps.make', $store) }}">@csrf<button class="button is-growth">{{ $maps ? 'Make them anew' : 'Make sitemaps' }}</button></form>@endcan @if ($files)<a href="{{ route('tend.maps.zip', $store) }}">Download all (ZIP)</a>@endif</div></div>
    @include('tend.tabs')
    @include('tend.state')
    @if ($work?->isActive())<p class="note" role="status">The sitemaps are being made.</p>@elseif ($work?->problem)<p class="note is-hand" role="alert">Making the sitemaps has {{ $work->state }}. {{ $work->problem }}</p>@endif
    @if ($files)
        <p>Search engines may fetch them here: <a href="{{ $served }}" class="wrap-any">{{ $served }}</a>. Name this address in the shop’s robots.txt (“Sitemap: …”), or put the files of the ZIP into the shop’s root. They are made anew after each crawl.</p>
        @can('write', $store)<form method="post" action="{{ route('tend.maps.release', $store) }}" class="filters">@csrf<button class="button">Name it in robots.txt with the next release</button></form>@endcan
        @error('body')<p class="note is-hand" role="alert">{{ $message }} <a href="{{ route('tend.robots', $store) }}">robots.txt</a></p>@enderror
        <table class="ledger tight" id="maps">
            <thead><tr><th scope="col">File</th>@if (count($markets->all()) > 1)<th scope="col">Market</th>@endif<th scope="col" class="num">URLs</th><th scope="col" class="num" title="Share of the pages of which an index state was imported">Indexed</th><th scope="col">Newest change</th></tr></thead>
            <tbody>@foreach ($files as $file)<tr><td><a href="{{ route('tend.maps.served', [$maps->token, $file->name.'.xml']) }}">{{ $file->name }}.xml</a></td>@if (count($markets->all()) > 1)<td>{{ $markets->find($file->marketId)->name }}</td>@endif<td class="num">@n($file->urls)</td><td class="num">@if ($file->told > 0){{ round(100 * $file->listed / $file->told) }}% <span class="soft">of @n($file->told)</span>@else<span class="soft">not told</span>@endif</td><td>{{ $file->changed ? Forms::day($file->changed) : '' }}</td></tr>@endforeach</tbody>
            <tfoot><tr><th scope="row">All</th>@if (count($markets->all()) > 1)<td></td>@endif<td class="num">@n($maps->urls)</td><td></td><td></td></tr></tfoot>
        </table>
        <p class="hint">Left out: @n($out['not_indexable'] ?? 0) that search engines may not list, @n($out['parts'] ?? 0) filters, orders and further parts of lists, @n($out['others'] ?? 0) further addresses of a product or on their way elsewhere. The day of a change is what the shop says of the page or the crawl that found it changed; priority and frequency are left out, for search engines pass them over, unless the option sitemap_hints asks for them.</p>
    @elseif ($state)
        <p class="note">No sitemaps of ours yet. They are made by kind of page and market, served at an address of their own and made anew after each crawl.</p>
    @endif
    <h2>The shop’s own sitemaps</h2>
    @if ($causes)@include('tend.causes')@else<p class="soft">Nothing to mend: what they list may be listed, and nothing is missing – or the shop has none.</p>@endif
    </div>
@endsection
