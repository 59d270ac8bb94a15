{{-- How things stand: asked again every few seconds, and at once after each save. --}}
@php($at = request()->is('*/under-way') ? (string) request()->query('at') : (string) request()->segment(3))
<div id="standing" class="standing" hx-get="{{ route('under-way', [$currentStore, 'at' => $at]) }}" hx-trigger="every {{ $works === [] ? 15 : 2 }}s, texts-saved from:body delay:300ms, came-back from:body" hx-swap="outerMorph" data-stamps="{{ json_encode($stamps) }}">
    <nav aria-label="The eight steps">
        <ol class="steps">
            @foreach ($steps as $entry)
                <li>
                    @if ($entry['url'])
                        <a href="{{ $entry['url'] }}" @if ($at === $entry['step']->value) aria-current="page" @endif>{{ $entry['step']->label() }}
                            @if ($entry['waiting'])<span class="waits"><b>@n($entry['waiting']->count)</b> {{ $entry['waiting']->words }}</span>@endif
                        </a>
                    @else
                        <span class="coming">{{ $entry['step']->label() }} <em>coming</em></span>
                    @endif
                </li>
            @endforeach
        </ol>
    </nav>
    <div class="grow"></div>
    <div class="under-way">
        @foreach ($works as ['view' => $work, 'title' => $title, 'url' => $url])
            <p>@if ($url)<a href="{{ $url }}">{{ ucfirst($title) }}</a>@else{{ ucfirst($title) }}@endif</p>
            <p class="soft">{{ $work->state === 'waiting' ? 'waits' : 'under way' }}{{ $work->counts() === '' ? '' : ', '.$work->counts() }}</p>
        @endforeach
    </div>
</div>
