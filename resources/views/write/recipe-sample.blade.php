@if ($problem)
    <p class="note is-hand">{{ $problem }}</p>
@elseif ($samples === [])
    <p class="hint">Add a part to see what the recipe writes.</p>
@else
    <div class="scroll"><table class="ledger tight">
        <thead><tr><th scope="col">Page</th><th scope="col">Shown because</th><th scope="col">What is shown</th><th scope="col" class="num">Pixels</th><th scope="col">Width</th></tr></thead>
        <tbody>@foreach ($samples as $sample)<tr><td class="clip g-page" title="{{ $sample['name'] }}">{{ $sample['name'] }}</td><td class="soft nowrap">{{ $sample['why'] }}</td><td class="wrap-any">@if ($sample['shown'] === '')<span class="soft">this page lacks the facts</span>@else{{ $sample['shown'] }}@endif</td><td class="num @if ($sample['isCut']) state is-hand @endif">@n($sample['pixels']) of @n($sample['room'])@if ($sample['isCut']), cut off @endif</td><td><progress class="bar short-bar" max="{{ $sample['room'] }}" value="{{ min($sample['room'], $sample['pixels']) }}" aria-label="Width of the {{ $field->key() }}"></progress></td></tr>@endforeach</tbody>
    </table></div>
@endif
