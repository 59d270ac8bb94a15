{{-- Causes by family: the same fault in several folders is one line, with its folders inside. --}}
@php
    use App\Untangle\Lists\ListedCause;
    $rules = App\Untangle\Deciding\Rules::of($store);
    $families = $causes->groupBy(static fn (ListedCause $cause): string => $cause->sort->value.' '.$cause->family());
    $done = static fn (array $of): string => implode(', ', array_filter([$of['ready'] > 0 ? App\Platform\Web\Forms::number($of['ready']).' ready' : '', $of['live'] > 0 ? App\Platform\Web\Forms::number($of['live']).' live' : '', $of['seen'] > 0 ? App\Platform\Web\Forms::number($of['seen']).' seen live' : '']));
@endphp
<table class="ledger tight causes" data-sortable>
    <thead><tr><th scope="col">Cause</th><th scope="col" class="num">URLs</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">To do</th><th scope="col">What is done</th><th scope="col" class="num" title="How sure it is that these are duplicates, by the lower end of its range">Certainty</th><th scope="col" class="num" title="URLs that need a look of their own">Exceptions</th><th scope="col">So far</th></tr></thead>
    <tbody>
    @foreach ($families as $family)
        @php
            $cause = $family->first();
            $sort = $cause->sort;
            $sum = ['urls' => $family->sum('urls'), 'clicks' => $family->sum('clicks'), 'toDo' => max(0, $family->sum('toDo') - $family->sum('ready') - $family->sum('live')), 'exceptions' => $family->sum('exceptions'), 'ready' => $family->sum('ready'), 'live' => $family->sum('live'), 'seen' => $family->sum('seen')];
            $what = $family->map(static fn (ListedCause $one): string => $one->done($rules->choice($sort)))->unique();
        @endphp
        <tr>
            <td class="clip w-cause">@if ($family->count() === 1)<a href="{{ route('untangle.cause', [$store, $cause->id]) }}" title="{{ $sort->label() }}">{{ $cause->words() }}</a>@else<a href="{{ route('untangle.family', [$store, $cause->id]) }}" title="{{ $sort->label() }}">{{ $cause->family() }}</a> <span class="soft">in @n($family->count()) folders</span>@endif</td>
            <td class="num"><a href="{{ $family->count() === 1 ? route('untangle.cause', [$store, $cause->id, 'show' => 'all']) : route('untangle.family', [$store, $cause->id]) }}">@n($sum['urls'])</a></td><td class="num">@n($sum['clicks'])</td><td class="num"><b>@n($sum['toDo'])</b></td>
            <td>{{ $what->count() === 1 ? $what->first() : 'Several ways' }}</td>
            <td class="num">{{ (int) floor($family->min('sureness') / 10) }}%</td>
            <td class="num">@if ($sum['exceptions'] > 0)<a href="{{ $family->count() === 1 ? route('untangle.cause', [$store, $cause->id, 'show' => 'exceptions']) : route('untangle.family', [$store, $cause->id]) }}">@n($sum['exceptions'])</a>@else 0 @endif</td>
            <td class="nowrap">@if ($done($sum) !== '')<span class="state is-growth">{{ $done($sum) }}</span>@endif</td>
        </tr>
    @endforeach
    </tbody>
</table>
