@extends('frame')
@section('title', '404s')
@php($path = static fn (?string $url): string => App\Stores\Http\ShownUrl::of($store, $url))
@section('content')
    <div class="head"><h1>404s</h1><span class="soft">URLs that answer with an error and still get clicks, links or visits</span></div>
    @include('untangle.tabs')
    <p class="filters"><a href="{{ route('untangle.lost', $store) }}" @if ($plan === null) aria-current="true" @endif>All <span class="n">@n($counts->sum())</span></a>@foreach (['redirect' => 'Replaced or moved', 'like' => 'Similar page found', 'ask' => 'Your call', 'gone' => 'Leave as 404'] as $key => $label)<a href="{{ route('untangle.lost', [$store, 'plan' => $key]) }}" @if ($plan === $key) aria-current="true" @endif>{{ $label }} <span class="n">@n($counts[$key] ?? 0)</span></a>@endforeach</p>
    <form method="post" action="{{ route('untangle.lost.decide', $store) }}">@csrf
    <table class="ledger tight" id="lost">
        <thead><tr><th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='pages[]']" aria-label="Tick all"></th><th scope="col">URL</th><th scope="col" class="num">Status</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Backlinks</th><th scope="col" class="num">Links in</th><th scope="col">Redirect to</th><th scope="col">Why</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            @php($why = App\Untangle\Finding\ReasonWords::ofLost($row->why))
            <tr><td class="tick"><input type="checkbox" name="pages[]" value="{{ $row->pageId }}" aria-label="Tick {{ $path($row->url) }}"></td><td class="clip g-page"><a href="{{ route('page', [$store, $row->pageId]) }}" title="{{ $row->url }}">{{ $path($row->url) }}</a></td><td class="num">{{ $row->status }}</td><td class="num">@n($row->clicks)</td><td class="num">@n($row->backlinks)</td><td class="num">@n($row->linksIn)</td>
                <td>@can('write', $store)<input class="input" name="to[{{ $row->pageId }}]" value="{{ $row->targetUrl ? $path($row->targetUrl) : '' }}" size="28" aria-label="Target of {{ $path($row->url) }}">@else{{ $path($row->targetUrl) }}@endcan</td><td class="clip w-why" title="{{ $why }}">{{ $why }}</td></tr>
        @empty<tr><td colspan="8">No 404s.</td></tr>@endforelse
        </tbody>
    </table>
    @can('write', $store)@if ($rows !== [])<div class="filters send"><button class="button is-growth" name="do" value="redirect">Redirect the ticked</button> <button class="button" name="do" value="gone">Set the ticked to 410 (gone)</button><span class="hint">Nothing is redirected to the home page for lack of a better target.</span></div>@endif @endcan
    </form>
    @if ($links !== [])
        <h2>Internal links to them</h2>
        <table class="ledger tight"><thead><tr><th scope="col">On the page</th><th scope="col">Anchor</th><th scope="col">Links to</th></tr></thead><tbody>@foreach ($links as $link)<tr><td class="clip g-page">{{ $path($link->fromUrl) }}</td><td class="clip">{{ $link->anchor }}</td><td class="clip">{{ $path($link->toUrl) }}</td></tr>@endforeach</tbody></table>
    @endif
@endsection
