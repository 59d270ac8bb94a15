@extends('frame')
@section('title', 'Slugs')
@section('content')
    <div class="head"><h1>Slugs</h1><span class="soft">{{ $all ? 'of all pages that can be edited' : 'with faults' }}</span><div class="tools"><a href="{{ route('untangle.slugs', $all ? [$store] : [$store, 'all' => 1]) }}">{{ $all ? 'Only with faults' : 'Show all' }}</a></div></div>
    @include('untangle.tabs')
    <p class="hint">Mainly for new pages. Change a live slug only with good reason; a redirect is always set. Pages that rank ask twice.</p>
    <table class="ledger">
        <thead><tr><th scope="col">Page</th><th scope="col">Slug</th><th scope="col" class="num">Clicks</th><th scope="col">Fault</th><th scope="col">Better slug</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="clip g-page">@if ($row->page->pageId)<a href="{{ route('page', [$store, $row->page->pageId]) }}" title="{{ $row->page->url }}">{{ $row->page->name }}</a>@else{{ $row->page->name }}@endif</td><td class="clip w-keeper" title="{{ $row->page->slug() }}">{{ $row->page->slug() }}</td><td class="num">@n($row->page->clicks)</td><td>{{ implode(', ', $row->faults) ?: 'nothing' }}@if ($row->page->guard())<br><span class="state is-hand">ranks: {{ $row->page->guard() }}</span>@endif</td>
                <td>@if ($row->planned)<span class="state is-growth">{{ $row->planned->value }}, {{ $row->planned->state->label() }}</span>@else @can('write', $store)<form method="post" action="{{ route('untangle.slugs.change', $store) }}" class="inline">@csrf<input type="hidden" name="resource" value="{{ $row->page->id }}"><input class="input" name="slug" value="{{ $row->slug === $row->page->slug() ? '' : $row->slug }}" size="26" maxlength="120" required aria-label="New slug of {{ $row->page->name }}">@if ($row->page->guard()) <label class="nowrap"><input type="checkbox" name="confirmed" value="1"> change it all the same</label>@endif <button class="button" aria-label="Change the slug of {{ $row->page->name }}">Change</button></form>@else{{ $row->slug }}@endcan @endif</td></tr>
        @empty<tr><td colspan="5">No slug has a fault.</td></tr>@endforelse
        </tbody>
    </table>
    @if ($next)<p class="pager"><a href="{{ route('untangle.slugs', [$store, 'all' => $all ? 1 : null, 'after' => $next]) }}" rel="next">Next</a></p>@endif
@endsection
