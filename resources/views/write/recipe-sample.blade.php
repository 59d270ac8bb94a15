@if ($notation !== null)<template data-notation="{{ $notation }}"></template>@endif
@if ($rows !== null)<template data-rows>@foreach ($rows as $i => $part)@include('write.part', ['i' => $i, 'part' => $part])@endforeach</template>@endif
@if ($problem)
    <template data-problem="{{ $problem }}" data-at="{{ $at ?? '' }}"></template>
    <p class="note is-hand">{{ $problem }}@if ($at !== null) <br><code class="wrap-any">{{ mb_substr($typed, max(0, $at - 30), min(30, $at)) }}<mark>{{ mb_substr($typed, $at, 1) === '' ? '…' : mb_substr($typed, $at, 1) }}</mark>{{ mb_substr($typed, $at + 1, 30) }}</code>@endif</p>
@elseif ($isEmpty)
    <p class="hint">Add a part to see what the recipe writes.</p>
@elseif ($samples === [])
    <p class="hint">There are no such pages.</p>
@else
    <ul class="samples">@foreach ($samples as $sample)<li>
        <p class="sample-text wrap-any">@if ($sample->shown === '')<span class="soft">this page lacks the facts</span>@else{{ $sample->shown }}@endif</p>
        <p class="sample-told"><span class="soft clip" title="{{ $sample->name }}">{{ $sample->why }}: {{ $sample->name }}</span> <progress class="bar short-bar" max="{{ $sample->room }}" value="{{ min($sample->room, $sample->pixels) }}" aria-label="Width of the {{ $field->words() }}"></progress> <span class="num @if ($sample->isCut) state is-hand @endif">@n($sample->pixels) of @n($sample->room)@if ($sample->isCut), cut off @endif</span></p>
    </li>@endforeach</ul>
@endif
