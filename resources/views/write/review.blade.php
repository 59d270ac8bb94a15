@extends('frame')
@section('title', 'Review')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('review.js') }}" type="module"></script>@endpush
@section('content')
@php
    $may = $isGuest || Gate::allows('release', $store);
    $at = fn (int $draft) => $isGuest ? route('review', [$token, 'at' => $draft]) : route('write.review', [$store, 'part' => $part ?: null, 'at' => $draft]);
    $act = fn (int $draft) => $isGuest ? route('review.judge', [$token, $draft]) : route('write.review.judge', [$store, $draft, 'part' => $part ?: null]);
    $together = $isGuest ? route('review.together', $token) : route('write.review.together', [$store, 'part' => $part ?: null]);
@endphp
@unless ($isGuest) @include('write.tabs') @endunless
<div class="review">
    <div class="head"><h1>@if ($isGuest)Texts for {{ $reviewer->guest }} to approve @else Review @endif</h1><span class="soft">{{ $store->name }}</span>
        @unless ($isGuest)<div class="tools">@can('manage', $store)<a href="{{ route('write.reviewers', $store) }}">Who approves what</a>@endcan</div>@endunless</div>
    @if (count($parts) > 0)
        <div class="filters"><a href="{{ route('write.review', $store) }}" @if ($part === '') aria-current="true" @endif>All that are yours to judge</a>
            @foreach ($parts as ['reviewer' => $one, 'waiting' => $n, 'due' => $due])<a href="{{ route('write.review', [$store, 'part' => $one->id]) }}" @if ($part === (string) $one->id) aria-current="true" @endif>@include('write.reviewer-part', ['one' => $one, 'isShort' => true]) <span class="n">@n($n)</span>@if ($due) <span class="state is-hand">@n($due) late</span>@endif</a>@endforeach</div>
    @endif
    @if ($errors->any() && $isGuest)<p class="note is-hand" role="alert">{{ $errors->first() }}</p>@endif
    @if ($isGuest && session('done'))<p class="note" role="status">{{ session('done') }}</p>@endif
    @if ($row === null)
        <p class="note" role="status">Nothing waits for approval here. @unless ($isGuest)Texts come here when somebody marks them as ready on the <a href="{{ route('write', $store) }}">writing desk</a>.@else You can close this page; what comes later is found under the same link.@endunless</p>
    @else
        <div class="review-left"><span role="status"><b>@n($waiting)</b> {{ $waiting === 1 ? "text is" : "texts are" }} left</span>
            @if ($may && $clean > 1)<form method="post" action="{{ $together }}" class="inline">@csrf<button class="button" data-once>Approve the @n($clean) that nothing speaks against</button></form>@endif
            @if ($unjudged > 0 && ($work?->isActive() ?? false))<span class="soft">@n($unjudged) are still being held against their facts</span>@endif
        </div>
        <article class="review-text" aria-labelledby="review-name">
            <p class="review-of"><b id="review-name">{{ $row->name }}</b> <span class="soft">{{ $field->label() }} · {{ App\Stores\Kinds\PageKind::from($row->kind)->label() }}@if ($lead !== '') · lead term <b>{{ $lead }}</b>@endif</span></p>
            <p class="soft">Shown now</p>
            <p class="review-now">{{ $row->shown === '' ? 'none' : $row->shown }}</p>
            <p class="soft">To be shown</p>
            <p class="review-new">@if (array_filter($pieces, fn ($piece) => $piece[1] === 0) === []){{ $row->draftShown }}@else @foreach ($pieces as [$piece, $how])@if ($how === 1)<ins>{{ $piece }}</ins>@elseif ($how === -1)<del>{{ $piece }}</del>@else<span>{{ $piece }}</span>@endif @endforeach @endif</p>
            <ul class="review-says">
                @foreach ($doubts as $doubt)<li><b class="state is-hand">“{{ $doubt['text'] }}”</b> {{ $doubt['missing'] }} among the facts</li>@endforeach
                @foreach ($checks as $check)<li><b>{{ ucfirst($check->label()) }}</b>: {{ $check->reason() }}</li>@endforeach
                @if ($fit->isCut() && ! in_array(Orchard\Core\Wording\Check::TooWide, $checks, true))<li>{{ $fit->lostWords() }} words of it would be cut off: “{{ $fit->lost }}”</li>@endif
                @if ($doubts === [] && $checks === [])<li class="soft">No fault found, and each claim is among the facts.</li>@endif
            </ul>
            @foreach ($comments as $comment)<p class="review-comment"><b>{{ $comment->name }}</b>, @day($comment->madeAt): {{ $comment->words }}</p>@endforeach
            <form method="post" action="{{ $act($row->id) }}" class="review-act" id="review-act">
                @csrf
                <input type="hidden" name="revision" value="{{ $row->revision }}"><input type="hidden" name="next" value="{{ $next }}">
                @if ($may)<p class="review-buttons"><button class="button is-growth" name="do" value="approve" data-key="a" data-once>Approve <kbd>A</kbd></button>
                    <button class="button is-hand" name="do" value="back" data-key="b" data-once>Send back <kbd>B</kbd></button></p>@endif
                <p class="review-word"><label for="word">A word to the writer</label> <textarea class="textarea" id="word" name="words" rows="2" maxlength="1000" data-key-focus="c"></textarea> @if ($isGuest || Gate::allows('write', $store))<button class="button" name="do" value="say">Only say it</button>@endif</p>
            </form>
            <p class="review-steps">@if ($before)<a class="button" href="{{ $at($before) }}" rel="prev" data-key="k">‹ Before&nbsp;<kbd>K</kbd></a>@endif @if ($next)<a class="button" href="{{ $at($next) }}" rel="next" data-key="j">Later&nbsp;<kbd>J</kbd>&nbsp;›</a>@endif
                <span class="soft"><span class="key-hint"><kbd>C</kbd> a word ·</span> @if ($writer)written by {{ $writer }}@endif @if ($row->readyAt)· ready since @day($row->readyAt)@endif</span></p>
        </article>
        <aside class="review-facts" aria-label="Facts"><h2>Facts</h2>
            <dl class="facts tight">@foreach ($facts as $fact => $value)<dt>{{ App\Write\Recipes\RecipeFacts::label((string) $fact) }}</dt><dd>{{ $value }}</dd>@endforeach<dt>Page</dt><dd class="wrap-any">@if (! $isGuest && $row->pageId)<a href="{{ route('page', [$store, $row->pageId]) }}">{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a>@else<a href="{{ $row->url }}" rel="noreferrer">{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a>@endif</dd></dl>
        </aside>
    @endif
    @if ($isGuest)<p class="hint">This link shows the texts that you are asked to approve, and nothing else of the store.</p>@endif
</div>
@endsection
