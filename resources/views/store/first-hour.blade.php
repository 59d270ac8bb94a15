<p class="headline">Find the pages that earn less than they could, write what the searcher reads, mend what hides them, send it to the shop, and see <b>what it earned</b>.</p>
<p class="soft">{{ count($firstHour) }} things in the first hour. None waits for the one before it; what is missing is said and worked around.</p>
<div class="scroll"><table class="ledger first-hour">
    <thead><tr><th scope="col"><span class="sr">Number</span></th><th scope="col">The first hour</th><th scope="col">What it gives</th><th scope="col">State</th><th scope="col"><span class="sr">Ways</span></th></tr></thead>
    <tbody>
    @foreach ($firstHour as $nth => $part)
        <tr @if ($part === $next) class="is-next" @endif>
            <td class="soft">{{ $nth + 1 }}</td>
            <td><b>{{ $part->name }}</b><br><span class="soft">{{ $part->how }}</span></td>
            <td>{{ $part->gives }}</td>
            <td class="nowrap">@if ($part->isDone)<b class="is-growth-text">done</b>@elseif ($part->state)<b>{{ $part->state }}</b>@elseif ($part === $next)<b class="is-hand-text">now</b>@elseif ($part->canBegin)<span class="soft">ready to begin</span>@else<span class="soft">after that</span>@endif</td>
            <td class="way">@can('write', $store)@if (! $part->isDone && ($part->canBegin || $part->state))@foreach ($part->ways as $i => $way)@include('store.way', ['way' => $way, 'class' => $part === $next && $i === 0 ? 'button is-growth' : 'button'])@endforeach @elseif ($part->isDone && isset($part->ways[0]) && $part->ways[0]->fields === null && Gate::allows($part->ways[0]->needs, $store))<a class="quiet soft" href="{{ $part->ways[0]->url }}">look</a>@endif @endcan</td>
        </tr>
    @endforeach
    </tbody>
</table></div>
