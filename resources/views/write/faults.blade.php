@php($mayWrite = Gate::allows('write', $store))
<h2>{{ $field->label() }} of {{ $page->name }}</h2>
<p class="wrap-any faults-text">{{ $text === '' ? 'There is none.' : $text }}</p>
@if ($checks === [] && $doubts === [])<p>No fault.</p>@endif
@if ($doubts)
    <h3>Claims without a fact</h3>
    <ul class="faults doubts">@foreach ($doubts as $doubt)<li><b class="state is-hand">{{ $doubt->text }}</b>: {{ $doubt->type->missing() }} among the facts of this page</li>@endforeach</ul>
    <p class="soft">Facts are what the shop, files and feeds tell, structured data, the page’s own text, and <a href="{{ route('write.checks', $store) }}#store-facts">what is true of the whole store</a>.@if (! $isWhole) In this language only figures, codes and names are checked.@endif</p>
@endif
<ul class="faults">
    @foreach ($checks as $check)
        <li>
            <p><b>{{ ucfirst($check->label()) }}</b>: {{ $check->reason() }}.@if ($check->repair()) <span class="soft"><kbd>Alt M</kbd> on the desk mends it.</span>@endif</p>
            @if ($check === Orchard\Core\Wording\Check::Misspelt)
                @foreach ($misspelt as $word => $meant)
                    <form method="post" action="{{ route('write.faults.act', [$store, $page->id, $field->key()]) }}" data-fault>@csrf<input type="hidden" name="do" value="learn"><input type="hidden" name="word" value="{{ $word }}"><b class="state is-hand">{{ $word }}</b>@if ($meant) <span class="soft">perhaps {{ implode(', ', $meant) }}</span>@endif @if ($mayWrite)<button class="button">It is right: teach it</button>@endif</form>
                @endforeach
            @endif
            @foreach ($details[$check->value] ?? [] as $detail)<p class="soft">“{{ $detail }}”</p>@endforeach
            @if (in_array($check, [Orchard\Core\Wording\Check::Repeated, Orchard\Core\Wording\Check::NearlyRepeated], true))
                @foreach ($twins as $twin)<p class="soft">@if ($twin->pageId)<a href="{{ route('page', [$store, $twin->pageId]) }}">{{ $twin->name }}</a>@else{{ $twin->name }}@endif: {{ $twin->text }}</p>@endforeach
            @endif
            @if ($mayWrite)<details><summary>Let it pass</summary><form method="post" action="{{ route('write.faults.act', [$store, $page->id, $field->key()]) }}" data-fault>@csrf<input type="hidden" name="do" value="waive"><input type="hidden" name="check" value="{{ $check->key() }}"><label>because <input class="input" name="reason" maxlength="200" size="30" required></label> <button class="button">Let it pass</button></form></details>@endif
        </li>
    @endforeach
</ul>
@if ($waivers)
    <h3>Let pass</h3>
    <ul class="faults">@foreach ($waivers as $waiver)
        <li><form method="post" action="{{ route('write.faults.act', [$store, $page->id, $field->key()]) }}" data-fault>@csrf<input type="hidden" name="do" value="back"><input type="hidden" name="check" value="{{ $waiver->checkBit->key() }}">{{ ucfirst($waiver->checkBit->label()) }}, because {{ $waiver->reason }} <span class="soft">{{ $waiver->name ?? 'somebody' }}, @day($waiver->waivedAt)</span> @if ($mayWrite)<button class="button">Check it again</button>@endif</form></li>
    @endforeach</ul>
@endif
@if ($comments)
    <h3>What was said</h3>
    @foreach ($comments as $comment)<p class="review-comment"><b>{{ $comment->name }}</b>, @day($comment->madeAt): {{ $comment->words }}</p>@endforeach
@endif
@if ($mayWrite)<form method="post" action="{{ route('write.faults.act', [$store, $page->id, $field->key()]) }}" data-fault class="say-line">@csrf<input type="hidden" name="do" value="say"><label for="say-words">A word to whoever writes or approves</label> <input class="input" id="say-words" name="words" maxlength="1000" size="40" required> <button class="button">Say it</button></form>@endif
