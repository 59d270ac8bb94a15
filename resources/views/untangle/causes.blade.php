<table class="ledger tight causes">
    <thead><tr><th scope="col">Cause</th><th scope="col" class="num">Addresses</th><th scope="col" class="num">To do</th><th scope="col" class="num">Clicks</th><th scope="col">What would be done</th><th scope="col" class="num">How sure</th><th scope="col" class="num">Exceptions</th></tr></thead>
    <tbody>
    @foreach ($causes as $cause)
        @php
            $sort = App\Untangle\Deciding\CauseSort::from($cause->sort);
            $means = App\Untangle\Deciding\Means::tryFrom($cause->action) ?? App\Untangle\Deciding\Means::Leave;
        @endphp
        <tr><td class="clip w-cause"><a href="{{ route('untangle.cause', [$store, $cause->id]) }}" title="{{ $sort->label() }}: {{ $cause->name }}">{{ App\Untangle\Lists\CauseWords::of($cause->name, $sort) }}</a></td><td class="num">@n($cause->urls)</td><td class="num"><b>@n($cause->to_do)</b></td><td class="num">@n($cause->clicks)</td>
            <td>{{ $cause->decision !== null ? 'decided: '.($sort->choices()[$cause->decision] ?? $cause->decision) : ($cause->to_do > 0 ? $means->words() : 'nothing') }}</td><td class="num">{{ (int) floor($cause->sureness / 10) }} in 100</td><td class="num">@if ($cause->exceptions > 0)<a href="{{ route('untangle.cause', [$store, $cause->id, 'show' => 'exceptions']) }}">@n($cause->exceptions)</a>@else·@endif</td></tr>
    @endforeach
    </tbody>
</table>
