@extends('frame')
@section('title', $facts?->title ?? $page->url)
@php
    $list = static fn (?string $json): array => $json === null ? [] : (array) json_decode($json, true);
    $depth = $index === null ? null : (int) $index->depth;
@endphp
@section('content')
    <div class="head"><h1 class="wrap-any">{{ $facts?->title ?: ($resource?->name ?? 'A page without a title') }}</h1></div>
    <p class="wrap-any"><a href="{{ $page->url }}" rel="noreferrer">{{ $page->url }}</a></p>
    <div class="columns-2">
        <div>
            @if ($facts && (int) $facts->status === 200)
                @include('card', ['title' => $texts[1]->shown ?? $facts->title, 'description' => $texts[2]->shown ?? $facts->description, 'url' => $page->url, 'slot' => 'desktop'])
            @endif
            @if ($numbers)@include('gather.numbers')@endif
            @if ($resource)
                <h2>Texts</h2>
                @foreach (Orchard\Core\Wording\TextField::cases() as $field)
                    @php($text = $texts[$field->value] ?? null)
                    @php($draft = app(App\Changes\Drafts::class)->find((int) $resource->id, $field))
                    @if ($text)
                        <form method="post" action="{{ route('write.text', [$store, $resource->id, $field->key()]) }}">
                            @csrf
                            <input type="hidden" name="revision" value="{{ $draft?->revision ?? 0 }}">
                            <label class="label-line" for="f-{{ $field->key() }}">{{ $field->label() }}@if ($draft), <span class="state">{{ $draft->state->label() }}</span>@endif</label>
                            <p class="hint">Shown now: {{ ($text->shown ?? '') === '' ? 'nothing' : $text->shown }}</p>
                            @can('write', $store)
                                <textarea class="textarea wide" id="f-{{ $field->key() }}" name="text" rows="{{ $field === Orchard\Core\Wording\TextField::Title ? 2 : 3 }}" maxlength="{{ $field->longest() }}">{{ old('text', $draft?->value ?? $text->stored) }}</textarea>
                                <button class="button">Save as draft</button>
                            @else
                                <p>{{ $draft?->value ?? $text->stored }}</p>
                            @endcan
                        </form>
                    @endif
                @endforeach
                <h2>History</h2>
                <table class="ledger">
                    <thead><tr><th scope="col">When</th><th scope="col">Who and what</th><th scope="col">Before and after</th></tr></thead>
                    <tbody>
                    @forelse ($history as $entry)
                        <tr>
                            <td class="nowrap">{{ Illuminate\Support\Carbon::parse($entry->created_at)->setTimezone($store->timezone)->format('j M Y, H:i:s') }}</td>
                            <td>{{ $entry->user_name ?? ($entry->event === 'seen' ? 'The text' : 'Young Orchard') }} {{ App\Changes\HistoryEvent::from($entry->event)->words() }} <span class="soft">({{ Orchard\Core\Wording\TextField::from((int) $entry->field)->key() }}@if ($entry->origin), by {{ $entry->origin }}@endif)</span>@if ($entry->note)<br><span class="soft">{{ $entry->note }}</span>@endif</td>
                            <td>@if ($entry->before_value !== null)<del>{{ $entry->before_value === '' ? 'nothing' : $entry->before_value }}</del><br>@endif @if ($entry->after_value !== null)<ins>{{ $entry->after_value === '' ? 'nothing' : $entry->after_value }}</ins>@endif</td>
                        </tr>
                    @empty
                        <tr><td colspan="3">Nothing has been changed here yet.</td></tr>
                    @endforelse
                    </tbody>
                </table>
            @endif
            <h2>Links to it, in the text of other pages</h2>
            <table class="ledger"><tbody>
            @forelse ($linksIn as $link)<tr><td class="clip"><a href="{{ route('page', [$store, $link->id]) }}">{{ preg_replace('~^https?://[^/]+~', '', $link->url) }}</a></td><td class="clip">{{ $link->anchor }}</td><td>{{ $link->nofollow ? 'nofollow' : '' }}</td></tr>@empty<tr><td>None.</td></tr>@endforelse
            </tbody></table>
            <h2>Links from it, in its text</h2>
            <table class="ledger"><tbody>
            @forelse ($linksOut as $link)<tr><td class="clip"><a href="{{ route('page', [$store, $link->id]) }}">{{ preg_replace('~^https?://[^/]+~', '', $link->url) }}</a></td><td class="clip">{{ $link->anchor }}</td><td>{{ $link->nofollow ? 'nofollow' : '' }}</td></tr>@empty<tr><td>None.</td></tr>@endforelse
            </tbody></table>
        </div>
        <div>
            <h2>Facts</h2>
            @if ($facts)
                <dl class="facts">
                    <dt>Kind</dt><dd>{{ $index ? App\Store\Kinds\PageKind::from((int) $index->kind)->label() : 'not in the last crawl' }}</dd>
                    <dt>Status</dt><dd>{{ $facts->status ?: 'not fetched' }}@if ($facts->problem): {{ $facts->problem }}@endif</dd>
                    @if ($facts->redirect_url)<dt>Redirects to</dt><dd>{{ $facts->redirect_url }}</dd>@endif
                    <dt>For search engines</dt><dd>{{ $index === null ? '–' : ($index->indexable ? 'indexable' : App\Store\Pages\WhyNot::from((int) $index->why_not)->words()) }}</dd>
                    <dt>Click depth</dt><dd>{{ $depth === null ? '–' : ($depth === App\Gather\Inventory\DepthRebuild::UNREACHED ? 'no link reaches it' : $depth) }}</dd>
                    <dt>Pages linking</dt><dd>@n($index?->links_in ?? 0) in their text, @n($index?->links_nav ?? 0) in navigation</dd>
                    <dt>Description</dt><dd>{{ $facts->description ?? 'none' }}</dd>
                    <dt>H1</dt><dd>@forelse ($list($facts->h1s) as $h1){{ $h1 }}<br>@empty none @endforelse</dd>
                    <dt>Canonical</dt><dd>@forelse ($list($facts->canonicals) as $canonical){{ $canonical }}<br>@empty none in the head @endforelse @if ($facts->canonical_header)header: {{ $facts->canonical_header }}@endif</dd>
                    <dt>Robots</dt><dd>{{ $facts->robots ?: 'no meta' }}@if ($facts->robots_header), header: {{ $facts->robots_header }}@endif</dd>
                    @foreach ($list($facts->strays) as $name => $count)<dt>In the body</dt><dd class="state is-hand">{{ $name }} stands outside the head and counts as absent</dd>@endforeach
                    <dt>Words</dt><dd>@n($facts->words)</dd>
                    <dt>Language</dt><dd>{{ $facts->language ?? 'not said' }}</dd>
                    <dt>Content type</dt><dd>{{ $facts->content_type }}, @n($facts->bytes) bytes</dd>
                    <dt>Known by</dt><dd>{{ implode(', ', array_filter([$depth !== null && $depth !== App\Gather\Inventory\DepthRebuild::UNREACHED ? 'links' : '', $resource ? 'the shop' : '', ...$sources])) ?: 'an earlier crawl' }}</dd>
                    <dt>Structured types</dt><dd>{{ implode(', ', $list($facts->types)) ?: 'none' }}</dd>
                </dl>
            @else
                <p>Known by {{ implode(' and ', $sources) ?: 'links' }}, but not fetched yet; the next crawl does.</p>
            @endif
            @if ($earlier->isNotEmpty())
                <h2>Earlier</h2>
                <table class="ledger"><tbody>@foreach ($earlier as $old)<tr><td>until crawl {{ $old->to_crawl }}</td><td>{{ $old->status }}, {{ $old->title ?? 'no title' }}</td></tr>@endforeach</tbody></table>
            @endif
        </div>
    </div>
@endsection
