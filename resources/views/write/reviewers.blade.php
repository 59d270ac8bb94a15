@extends('frame')
@section('title', 'Who approves what')
@section('content')
    @include('write.tabs')
    <div class="head"><h1>Who approves what</h1><div class="tools"><a href="{{ route('write.review', $store) }}">To the review</a></div></div>
    <p class="hint">A text that is marked as ready belongs to the first part below that it is in. Only those who are named there approve it, their deputies, and owners; what is in no part is any approver’s. {{ $needsApproval ? 'A release takes only what was approved.' : 'A release may also take what nobody approved; the store’s settings can forbid that.' }}</p>
    @if (session('link'))<p class="note" role="status"><label for="made-link">Copy the link now; it is not shown again, and ends after {{ App\Changes\Review\Reviewers::LINK_DAYS }} days:</label> <input class="input wide-input" id="made-link" size="70" readonly value="{{ session('link') }}"></p>@endif
    <div class="scroll"><table class="ledger">
        <thead><tr><th scope="col">Approved by</th><th scope="col">Texts of</th><th scope="col">Deputy</th><th scope="col" class="num">Days</th><th scope="col" class="num">Waiting</th><th scope="col" class="num">Late</th><th scope="col">Link</th><th scope="col"><span class="sr">What to do</span></th></tr></thead>
        <tbody>
        @forelse ($parts as ['reviewer' => $one, 'waiting' => $n, 'due' => $due])
            <tr><td>{{ $one->guest !== null ? $one->guest.', a guest' : ($people[$one->userId] ?? 'somebody who left') }}@if ($one->isAway()) <span class="state is-hand">away until @day($one->awayUntil)</span>@endif</td>
                <td>{{ implode(', ', array_filter([$one->kind === null ? '' : App\Stores\Kinds\PageKind::from($one->kind)->plural(), $one->maker, $one->collectionId === null ? '' : $collections[$one->collectionId] ?? 'a collection that is no more', $one->marketId === null ? '' : collect($markets)->firstWhere('id', $one->marketId)?->name])) ?: 'everything' }}</td>
                <td>{{ $people[$one->deputyId] ?? '' }}</td><td class="num">{{ $one->days }}</td><td class="num">@n($n)</td><td class="num">@n($due)</td>
                <td>@if ($one->guest !== null){{ $one->hasLink ? 'given out' : 'none yet' }}@endif</td>
                <td class="nowrap"><form method="post" action="{{ route('write.reviewers.act', [$store, $one->id]) }}">@csrf @if ($one->guest !== null)<button class="button" name="do" value="link">{{ $one->hasLink ? 'Another link' : 'Make a link' }}</button> @if ($one->hasLink)<button class="button" name="do" value="end">End it</button>@endif @endif @unless ($loop->first)<button class="button" name="do" value="up" aria-label="Part {{ $loop->iteration }} up">↑</button>@endunless <button class="button is-text" name="do" value="remove">Remove</button></form></td></tr>
        @empty
            <tr><td colspan="8">Nobody in particular: any approver approves any text.</td></tr>
        @endforelse
        </tbody>
    </table></div>
    <h2>Add a part</h2>
    <form method="post" action="{{ route('write.reviewers.put', $store) }}">@csrf
        <p class="filters"><label for="rv-who">Approved by</label> <span class="select"><select id="rv-who" name="who">@foreach ($people as $id => $name)<option value="{{ $id }}" @selected(old('who') === (string) $id)>{{ $name }}</option>@endforeach<option value="guest" @selected(old('who') === 'guest')>a guest, by a link</option></select></span>
            <label for="rv-guest">guest’s name</label> <input class="input" id="rv-guest" name="guest" size="16" maxlength="60" value="{{ old('guest') }}"> <label for="rv-email">mail address</label> <input class="input" id="rv-email" name="email" type="email" size="22" maxlength="190" value="{{ old('email') }}"></p>
        <p class="filters"><label for="rv-kind">Texts of</label> <span class="select"><select id="rv-kind" name="kind"><option value="">all kinds</option>@foreach (App\Stores\Kinds\PageKind::cases() as $kind)<option value="{{ $kind->value }}" @selected(old('kind') === (string) $kind->value)>{{ $kind->plural() }}</option>@endforeach</select></span>
            <label for="rv-maker">maker</label> <span class="select"><select id="rv-maker" name="maker"><option value="">any</option>@foreach ($makers as $maker)<option @selected(old('maker') === $maker)>{{ $maker }}</option>@endforeach</select></span>
            <label for="rv-collection">collection</label> <span class="select"><select id="rv-collection" name="collection"><option value="">any</option>@foreach ($collections as $page => $name)<option value="{{ $page }}" @selected(old('collection') === (string) $page)>{{ $name }}</option>@endforeach</select></span>
            @if (count($markets) > 1)<label for="rv-market">market</label> <span class="select"><select id="rv-market" name="market"><option value="">any</option>@foreach ($markets as $market)<option value="{{ $market->id }}">{{ $market->name }}</option>@endforeach</select></span>@endif</p>
        <p class="filters"><label for="rv-days">within</label> <input class="input" id="rv-days" name="days" type="number" min="1" max="60" value="{{ old('days', 3) }}"> <span>days,</span>
            <label for="rv-deputy">else by</label> <span class="select"><select id="rv-deputy" name="deputy"><option value="">nobody</option>@foreach ($people as $id => $name)<option value="{{ $id }}" @selected(old('deputy') === (string) $id)>{{ $name }}</option>@endforeach</select></span>
            <label for="rv-away">away until</label> <input class="input" id="rv-away" name="away" type="date" value="{{ old('away') }}"> <button class="button is-growth">Add</button></p>
    </form>
@endsection
