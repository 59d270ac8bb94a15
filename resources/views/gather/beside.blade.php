@php($depth = $index?->depth)
<div class="beside-head">
    <button type="button" class="button" data-beside-step="-1" title="Alt and arrow up">Previous</button>
    <button type="button" class="button" data-beside-step="1" title="Alt and arrow down">Next</button>
    <a href="{{ route('page', [$store, $page->id]) }}">Full dossier</a>
    <button type="button" class="button" data-beside-close title="Escape">Close</button>
</div>
<h2 class="wrap-any">{{ $facts?->title ?: ($page->resourceName ?? 'A page without a title') }}</h2>
<p class="wrap-any"><a href="{{ $page->url }}" rel="noreferrer">{{ $page->url }}</a></p>
@if ($facts && $facts->status === 200)
    @include('card', ['title' => $texts[1]->shown ?? $facts->title, 'description' => $texts[2]->shown ?? $facts->description, 'url' => $page->url, 'slot' => 'phone'])
@endif
@if ($numbers)@include('gather.numbers')@endif
<h2>Facts</h2>
@include('gather.facts')
