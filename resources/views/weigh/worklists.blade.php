@extends('frame')
@section('title', 'Worklists')
@php($money = static fn (mixed $value): string => App\Weigh\Numbers\Units::shown((float) $value))
@section('content')
    <div class="head"><h1><x-own-word of="worklist">Worklists</x-own-word></h1></div>
    @include('weigh.tabs')
    <table class="ledger" @follows('worklists', 'worklists')>
        <thead><tr><th scope="col">Worklist</th><th scope="col">Assigned to</th><th scope="col">From</th><th scope="col">Due</th><th scope="col" class="num">Pages released</th><th scope="col">Upside released</th><th scope="col" class="num">Planned</th><th scope="col">State</th></tr></thead>
        <tbody>
        @forelse ($lists as $list)
            @php($part = $list->upside > 0 && count($list->sums) === 1 ? $list->upsideDone / $list->upside : ($list->pages > 0 ? $list->done / $list->pages : 0))
            <tr><td class="wrap-any"><a href="{{ route('worklist', [$store, $list->id]) }}">{{ $list->name }}</a></td><td>{{ $list->owner }}</td><td class="nowrap">{{ App\Platform\Web\Forms::day($list->firstDay) }}</td><td class="nowrap">@if ($list->state === 'open' && $list->dueDay < $today)<span class="state is-hand">{{ App\Platform\Web\Forms::day($list->dueDay) }}, overdue</span>@else{{ App\Platform\Web\Forms::day($list->dueDay) }}@endif</td>
                <td class="num">{{ $list->done }} of @n($list->pages)</td><td class="nowrap"><progress class="bar short-bar" max="1" value="{{ round($part, 3) }}" aria-label="{{ round(100 * $part) }}% of the upside">{{ round(100 * $part) }}%</progress> @foreach ($list->sums as $unit => $sum){{ $loop->first ? '' : ', ' }}{{ $money($list->sumsDone[$unit] ?? 0) }} of {{ $money($sum) }} {{ $unit }}@endforeach</td>
                <td class="num">{{ $list->mostPages !== null ? 'of '.App\Platform\Web\Forms::number((int) $list->mostPages).' pages' : App\Platform\Web\Forms::number($list->planned / 60, 1).' of '.App\Platform\Web\Forms::number($list->minutes / 60, 1).' h' }}</td><td>{{ $list->state }}</td></tr>
        @empty
            <tr><td colspan="8">No worklist yet. Make one below: it can be filled with the pages of most upside.</td></tr>
        @endforelse
        </tbody>
    </table>
    @can('write', $store)
    <h2>New worklist</h2>
    <form method="post" action="{{ route('worklists.open', $store) }}" class="filters new-list">@csrf
        <label>Name <input class="input" name="name" maxlength="120" required value="{{ old('name', (new DateTimeImmutable($today))->format('F Y')) }}"></label>
        <label>from <input class="input" type="date" name="first" required value="{{ old('first', $today) }}"></label><label>due <input class="input" type="date" name="due" required value="{{ old('due', $monthEnd) }}"></label>
        <label>assigned to <span class="select"><select name="owner"><option value="">not assigned</option>@foreach ($people as $id => $name)<option value="{{ $id }}">{{ $name }}</option>@endforeach</select></span></label>
        <label>capacity <input class="input short" name="capacity" inputmode="decimal" required value="{{ old('capacity', $hours) }}"></label><label><span class="sr">counted in</span><span class="select"><select name="by"><option value="hours">hours</option><option value="pages" @selected(old('by') === 'pages')>pages</option></select></span></label>
        @if (count($markets) > 1)<label>of <span class="select"><select name="market">@if ($addUp)<option value="">all markets</option>@endif @foreach ($markets as $one)<option value="{{ $one->id }}">{{ $one->name }}</option>@endforeach</select></span></label>@endif
        <label><input type="checkbox" name="fill" value="1" checked> fill it with the pages of most upside for their effort</label>
        <button class="button is-growth" data-once>Make the worklist</button>
    </form>
    @endcan
@endsection
