@php
    $busy = $work?->isActive() ?? false;
    $mayWrite = Gate::allows('write', $store);
    $beside = $isBeside ? ['beside' => 1] : [];
    $done = (int) ($work?->number('done') ?? 0);
    $left = $wish->pages - array_sum($counts);
@endphp
<div id="wish-part" class="wish" @if ($busy) hx-get="{{ route('write.wish', [$store, $wish->id] + $beside + ($isBeside ? [] : ['show' => $show])) }}" hx-trigger="every 1s" hx-swap="outerMorph" @endif>
    @if ($isBeside)<h2>Suggested {{ $asked->field->words() }}</h2>@endif
    @isset($problem)<p class="note is-hand" role="alert">{{ $problem }}</p>@endisset
    @if (! $isBeside || $busy || $work?->problem)
        <p role="status">
            @if ($busy)Asking … @n($done) of @n($wish->pages) {{ $wish->pages === 1 ? 'page' : 'pages' }}.@elseif ($left > 0)@n($left) {{ $left === 1 ? 'page was' : 'pages were' }} not asked for.@else Answered.@endif
            <span class="soft">@n($wish->toldIn) tokens sent, @n($wish->toldOut) back{{ $wish->isPriced() ? ': '.App\Platform\Web\Forms::number($wish->cost(), 2).' '.$wish->currency : ', at no cost' }}; @n($wish->foreseenIn) and @n($wish->foreseenOut) were foreseen.</span>
            @if ($work?->problem)<span class="state is-hand">{{ $work->problem }}</span>@endif
        </p>
    @endif
    @unless ($isBeside)
        <div class="filters">
            @foreach (App\Write\Suggestions\WishScreen::SHOWN as $key => $label)<a href="{{ route('write.wish', [$store, $wish->id, 'show' => $key]) }}" @if ($show === $key) aria-current="true" @endif>{{ $label }} <span class="n">@n($counts[$key])</span></a>@endforeach
            @if ($mayWrite && $clean > 0 && ! $busy)<form method="post" action="{{ route('write.wish.take', [$store, $wish->id]) }}">@csrf<button class="button is-growth" data-once>Take the best for @n($clean) {{ $clean === 1 ? 'page' : 'pages' }}</button></form> <span class="soft">without a fault, and without a claim that no fact makes; drafts that people wrote stay</span>@endif
        </div>
    @endunless
    @forelse ($pages as ['row' => $row, 'facts' => $facts, 'lead' => $lead])
        <section class="wish-page">
            <div class="wish-facts">
                @if ($isBeside)<h3>@else<h2>@endif @if ($row->pageId)<a href="{{ route('page', [$store, $row->pageId]) }}">{{ $row->name }}</a>@else{{ $row->name }}@endif @if ($isBeside)</h3>@else</h2>@endif
                <dl class="facts tight">@if ($lead !== '')<dt>Lead term</dt><dd>{{ $lead }}</dd>@endif @foreach ($facts as $fact => $value)<dt>{{ $fact === 'text' ? 'Page’s text' : App\Write\Recipes\RecipeFacts::label((string) $fact) }}</dt><dd>{{ $value }}</dd>@endforeach</dl>
            </div>
            <div class="wish-texts">
                <p class="soft">Now: {{ $row->now === '' ? 'none' : $row->now }}</p>
                @if (! empty($notes[$row->id]))<p class="state is-hand">{{ $notes[$row->id] }}</p>@endif
                @foreach ($suggestions[$row->id] ?? [] as $one)
                    @php($isOpen = $one['state'] === App\Write\Suggestions\SuggestionState::Offered)
                    <form method="post" action="{{ route('write.suggestion', [$store, $one['id']]) }}" class="wish-text @if (! $isOpen) is-over @endif" @if ($isBeside) data-fault @endif>
                        @csrf
                        @if ($isBeside)<input type="hidden" name="beside" value="1">@endif
                        <input type="hidden" name="revision" value="{{ (int) ($revisions[$row->id] ?? 0) }}">
                        <p class="wish-shown"><b class="nth">{{ $loop->iteration }}</b> <span>@foreach ($one['pieces'] as [$piece, $isDoubt])@if ($isDoubt)<mark class="doubt">{{ $piece }}</mark>@else{{ $piece }}@endif @endforeach</span></p>
                        <p class="wish-says"><span class="px">@n($one['pixels']) px</span>
                            @foreach ($one['checks'] as $check)<span class="fault">{{ $check->label() }}</span> @endforeach
                            @foreach ($one['doubts'] as $doubt)<span class="fault">{{ $doubt['text'] === '' ? $doubt['missing'] : "“{$doubt['text']}”: {$doubt['missing']}" }}</span> @endforeach
                            @if ($one['checks'] === [] && $one['doubts'] === [])<span class="soft">no fault, every claim has its fact</span>@endif
                            @if (! $isOpen)<span class="state">{{ $one['state']->label() }}</span>@endif
                        </p>
                        @if ($mayWrite && $isOpen)
                            <p class="acts"><button class="button is-growth" name="do" value="take" @if ($loop->parent->first) data-take="{{ $loop->iteration }}" @endif>Take @if ($isBeside)<kbd>{{ $loop->iteration }}</kbd>@endif</button>
                                <button class="button" name="do" value="refuse" formnovalidate>Refuse</button></p>
                            <details class="wish-edit"><summary>Edit and take</summary><p><label class="sr" for="w-{{ $one['id'] }}">Text {{ $loop->iteration }} for {{ $row->name }}</label><textarea class="textarea" id="w-{{ $one['id'] }}" name="text" rows="2" maxlength="2000">{{ $one['text'] }}</textarea> <button class="button" name="do" value="take">Take as edited</button></p></details>
                        @endif
                    </form>
                @endforeach
            </div>
        </section>
    @empty
        @unless ($busy)<p class="hint">{{ $show === 'open' ? 'Nothing is left to decide.' : 'None.' }} <a href="{{ route('write', $store) }}">To the writing desk</a></p>@endunless
    @endforelse
    @if ($next !== null && ! $isBeside)<p class="pager"><a href="{{ route('write.wish', [$store, $wish->id, 'show' => $show, 'after' => $next]) }}" rel="next">Next pages</a></p>@endif
</div>
